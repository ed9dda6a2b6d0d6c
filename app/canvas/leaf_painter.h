#pragma once
#include <QImage>
#include <QPainter>

#include "app/canvas/fold_layout.h"

namespace tympan::app {

// How the things on the fold look. Each draws one thing and keeps the painter as it was.

struct LeafPictures {
    QImage printed;   ///< ink side, print frame
    QImage finished;  ///< on the ground, finished frame; clear where the ink is cut away
    QImage face;      ///< the object without this piece, object frame; clear where there is none
    RectMm face_box;  ///< what of the object it shows
    QColor ground;
};

void paintObject(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                 const LeafPictures& pictures);
/// Keep-outs, and the fold lines of a wrapped canvas; care zones of the piece. `chosen`: the zone being
/// worked on.
void paintZones(QPainter& painter, const FoldLayout& layout, const FoldScene& scene, const Object& object,
                const Piece& piece, int chosen);
/// The paper where it is on its way; past half way of a fold its back is seen, with the ink showing through
/// faintly.
void paintPaper(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                const LeafPictures& pictures, double way);
void paintHinge(QPainter& painter, double x, double top, double bottom);
/// The corner to take hold of.
void paintCorner(QPainter& painter, const QRectF& paper, bool pointed);
/// Where something is worth a look, on both leaves.
void paintPlace(QPainter& painter, const FoldLayout& layout, Mirrored mirrored, const PrintParts& place,
                bool strong);
/// The number that a place has in the list, small, at its upper corner on both leaves.
void paintNumber(QPainter& painter, const FoldLayout& layout, Mirrored mirrored, const PrintParts& place,
                 int number, bool strong);
void paintTwin(QPainter& painter, const QPointF& at);
/// Ticks with figures above and at the right of `beside`, counting from the top left corner of `measured`, in
/// the maker's unit. Within `seen`: where an object goes on beyond it, the ruler lies over the object.
void paintRuler(QPainter& painter, const QRectF& measured, const QRectF& beside, const QRectF& seen,
                double px_mm, Unit unit);

}  // namespace tympan::app
