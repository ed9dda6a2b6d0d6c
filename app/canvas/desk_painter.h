#pragma once
#include <QPainter>
#include <array>
#include <vector>

#include "core/measure/geometry.h"
#include "core/measure/parts.h"

namespace tympan::app {

// How the things on the desk look. Places are in parts of the picture, which fills `picture` on the widget.

QPointF placed(const QRectF& picture, const PointMm& place);

/// What is kept of the picture, with its handles; the rest is dimmed.
void paintCrop(QPainter& painter, const QRectF& picture, const PageParts& crop);
/// The corners of a photographed sheet; in the colour of what is worth a look when they make none.
void paintCorners(QPainter& painter, const QRectF& picture, const std::array<PointMm, 4>& corners);
/// Pictures on a page, numbered.
void paintFound(QPainter& painter, const QRectF& picture, const std::vector<std::array<PointMm, 4>>& found);

}  // namespace tympan::app
