#pragma once
#include <QImage>
#include <QPainter>

#include "app/fold/fold_layout.h"

namespace tympan::app {

// How the things on the fold look. Each draws one thing and keeps the painter as it was.

struct LeafPictures {
    QImage printed;   ///< ink side, print frame
    QImage finished;  ///< on the ground, finished frame
    QColor ground;
};

void paintObject(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                 const LeafPictures& pictures);
/// The paper where it is on its way; past half way of a fold its back is seen, with the ink showing through
/// faintly.
void paintPaper(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                const LeafPictures& pictures, double way);
void paintHinge(QPainter& painter, double x, double top, double bottom);
/// The corner to take hold of.
void paintCorner(QPainter& painter, const QRectF& paper, bool pointed);
void paintTwin(QPainter& painter, const QPointF& at);
/// Ticks with figures above and at the right of `beside`, counting from the top left corner of `measured`, in
/// the maker's unit.
void paintRuler(QPainter& painter, const QRectF& measured, const QRectF& beside, double px_mm, Unit unit);

}  // namespace tympan::app
