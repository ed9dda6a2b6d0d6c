#include "app/canvas/desk_painter.h"

#include <QPainterPath>

#include "app/look/theme.h"
#include "core/artwork/picture_edit.h"

namespace tympan::app {

namespace {

QPen thin(const QColor& colour, double width = 1.5) { return QPen(colour, width); }

}  // namespace

QPointF placed(const QRectF& picture, const PointMm& place) {
    return {picture.x() + place.x * picture.width(), picture.y() + place.y * picture.height()};
}

void paintCrop(QPainter& painter, const QRectF& picture, const PageParts& crop) {
    const QRectF frame(placed(picture, {crop.x, crop.y}), placed(picture, {crop.right(), crop.bottom()}));
    QPainterPath outside;
    outside.addRect(picture);
    outside.addRect(frame);
    QColor dim = theme().stage;
    dim.setAlpha(190);
    painter.fillPath(outside, dim);
    painter.setPen(thin(theme().chosen));
    painter.drawRect(frame);
    // Where the hand takes hold: short strokes along the corners and the middles of the edges.
    painter.setPen(thin(theme().chosen, 4));
    const double w = std::min(18.0, frame.width() / 3), h = std::min(18.0, frame.height() / 3);
    for (const double x : {frame.left(), frame.right()})
        for (const double y : {frame.top(), frame.bottom()}) {
            painter.drawLine(QPointF(x, y), QPointF(x + (x == frame.left() ? w : -w), y));
            painter.drawLine(QPointF(x, y), QPointF(x, y + (y == frame.top() ? h : -h)));
        }
    const QPointF c = frame.center();
    painter.drawLine(QPointF(c.x() - w / 2, frame.top()), QPointF(c.x() + w / 2, frame.top()));
    painter.drawLine(QPointF(c.x() - w / 2, frame.bottom()), QPointF(c.x() + w / 2, frame.bottom()));
    painter.drawLine(QPointF(frame.left(), c.y() - h / 2), QPointF(frame.left(), c.y() + h / 2));
    painter.drawLine(QPointF(frame.right(), c.y() - h / 2), QPointF(frame.right(), c.y() + h / 2));
}

void paintCorners(QPainter& painter, const QRectF& picture, const std::array<PointMm, 4>& corners) {
    QPolygonF sheet;
    for (const PointMm& corner : corners) sheet << placed(picture, corner);
    painter.setPen(thin(makeSheet(corners) ? theme().chosen : theme().look, 2));
    painter.drawPolygon(sheet);
    for (const QPointF& at : sheet) {
        painter.setBrush(theme().card);
        painter.drawEllipse(at, 7, 7);
        painter.drawLine(at - QPointF(4, 0), at + QPointF(4, 0));
        painter.drawLine(at - QPointF(0, 4), at + QPointF(0, 4));
    }
    painter.setBrush(Qt::NoBrush);
}

void paintFound(QPainter& painter, const QRectF& picture, const std::vector<std::array<PointMm, 4>>& found) {
    int number = 1;
    for (const auto& corners : found) {
        QPolygonF outline;
        for (const PointMm& corner : corners) outline << placed(picture, corner);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(thin(theme().chosen, 2));
        painter.drawPolygon(outline);
        const QRectF label(outline[0] + QPointF(6, 6), QSizeF(26, 22));
        painter.setBrush(theme().chosen);
        painter.setPen(Qt::NoPen);
        painter.drawRoundedRect(label, 3, 3);
        painter.setPen(theme().on_chosen);
        painter.setFont(figureFont(TextSize::normal));
        painter.drawText(label, Qt::AlignCenter, QString::number(number++));
    }
    painter.setBrush(Qt::NoBrush);
}

}  // namespace tympan::app
