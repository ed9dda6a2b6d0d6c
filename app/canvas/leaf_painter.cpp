#include "app/canvas/leaf_painter.h"

#include <QPainterPath>
#include <cmath>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr double corner_px = 26;
const QColor paper_white(255, 255, 255), paper_back(246, 244, 240), paper_edge(150, 148, 144);

/// A step of the ruler that leaves room for its figures: 1, 2 or 5 times a power of ten of the unit.
double rulerStep(double px_unit) {
    double step = 1;
    while (step * px_unit < 34) step *= 10;
    if (step / 5 * px_unit >= 34) return step / 5;
    return step / 2 * px_unit >= 34 ? step / 2 : step;
}

}  // namespace

void paintObject(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                 const LeafPictures& pictures) {
    painter.save();
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    const QPainterPath plate = scene.spot ? [&] {
        QPainterPath box;
        box.addRect(layout.object);
        return box;
    }() : layout.object_mm.map(pathOf(scene.plate));
    if (!scene.spot) painter.fillPath(plate.translated(2, 3), QColor(0, 0, 0, 36));
    painter.fillPath(plate, pictures.ground);
    if (!pictures.face.isNull())
        painter.drawImage(layout.object_mm.mapRect(toQRectF(pictures.face_box)), pictures.face);
    if (!pictures.finished.isNull()) {
        painter.save();
        painter.setTransform(layout.picture_mm * painter.transform());
        if (scene.cut) painter.setClipPath(layout.picture_mm.inverted().map(plate), Qt::IntersectClip);
        painter.drawImage(toQRectF(scene.box), pictures.finished);
        painter.restore();
    }
    painter.setBrush(Qt::NoBrush);
    if (scene.spot) {
        painter.setPen(QPen(theme().quiet, 1, Qt::DotLine));
        painter.drawRect(layout.object);
    } else {
        painter.setPen(QPen(theme().dark ? QColor(255, 255, 255, 90) : QColor(0, 0, 0, 60), 1));
        painter.drawPath(plate);
        if (!scene.cut && !pictures.finished.isNull() &&
            !layout.object.adjusted(-1, -1, 1, 1).contains(layout.finished)) {
            // What goes over the edge of the object is worth a look: its edge shows through the picture.
            painter.setPen(QPen(theme().look, 2, Qt::DashLine));
            painter.drawPath(plate);
        }
    }
    painter.restore();
}

void paintZones(QPainter& painter, const FoldLayout& layout, const FoldScene& scene, const Object& object,
                const Piece& piece, int chosen) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    if (scene.front != scene.object && !scene.spot) {
        painter.setPen(QPen(theme().quiet, 1, Qt::DashDotLine));
        painter.drawRect(layout.object_mm.mapRect(toQRectF(scene.front)));
    }
    if (object.shape.kind == ShapeKind::framed_board) {
        // The frame covers what is outside its opening.
        const QPainterPath frame =
            layout.object_mm.map(pathOf(scene.plate)).subtracted(layout.object_mm.map(pathOf(scene.visible)));
        painter.fillPath(frame, QColor(92, 74, 56, 200));
    }
    for (std::size_t i = 0; i < object.zones.size(); ++i) {
        const Zone& zone = object.zones[i];
        const QPainterPath path = layout.object_mm.map(pathOf(outlineOf(zone)));
        const bool picked = static_cast<int>(i) == chosen;
        painter.setPen(QPen(picked ? theme().chosen : theme().quiet, picked ? 2 : 1,
                            zone.kind == ZoneKind::painted ? Qt::DotLine : Qt::SolidLine));
        painter.setBrush(zone.kind == ZoneKind::keep_out ? QBrush(QColor(120, 60, 40, 110), Qt::BDiagPattern)
                                                         : QBrush(Qt::NoBrush));
        painter.drawPath(path);
    }
    painter.setBrush(Qt::NoBrush);
    for (const CareZone& zone : piece.care) {
        painter.setPen(QPen(theme().chosen, 1.5, Qt::DashLine));
        painter.drawPolygon(layout.picture_mm.map(QPolygonF(toQRectF(inPicture(piece, zone.parts)))));
    }
    painter.restore();
}

void paintPaper(QPainter& painter, const FoldLayout& layout, const FoldScene& scene,
                const LeafPictures& pictures, double way) {
    painter.save();
    const QTransform before = painter.transform();
    const QRectF paper = toQRectF(scene.paper), print = toQRectF(layout.print_box);
    const auto polygon = [&](const QRectF& box) { return layout.print_mm.map(QPolygonF(box)); };
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    if (way <= 0) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, 36));
        painter.drawPolygon(polygon(paper).translated(2, 3));
    }
    const QTransform moved = layout.paperAt(way, scene.mirrored) * before;
    painter.setTransform(moved);
    const bool back = scene.mirrored == Mirrored::yes && way > 0.5;
    painter.setPen(QPen(paper_edge, 1));
    painter.setBrush(back ? paper_back : paper_white);
    painter.drawPolygon(polygon(paper));
    if (!pictures.printed.isNull()) {
        if (back) painter.setOpacity(0.16);
        painter.setCompositionMode(QPainter::CompositionMode_Multiply);
        painter.setTransform(layout.print_mm * moved);
        painter.drawImage(print, pictures.printed);
        painter.setTransform(moved);
        painter.setCompositionMode(QPainter::CompositionMode_SourceOver);
        painter.setOpacity(1);
    }
    // Where it is cut: the print's edge and the seams.
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(120, 118, 114), 1, Qt::DashLine));
    if (!back) painter.drawPolygon(polygon(print));
    for (const std::vector<PointMm>& seam : scene.seams) {
        QPolygonF path;
        for (const PointMm& at : seam) path << layout.print_mm.map(print.topLeft() + QPointF(at.x, at.y));
        painter.drawPolyline(path);
    }
    painter.restore();
}

void paintHinge(QPainter& painter, double x, double top, double bottom) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor metal = theme().dark ? QColor("#8d9392") : QColor("#6f6f6b");
    painter.setPen(QPen(metal, 2, Qt::DotLine, Qt::RoundCap));
    painter.drawLine(QPointF(x, top), QPointF(x, bottom));
    painter.setPen(Qt::NoPen);
    painter.setBrush(metal);
    for (double part : {0.2, 0.5, 0.8}) {
        const double y = top + part * (bottom - top);
        painter.drawRoundedRect(QRectF(x - 4, y - 16, 8, 32), 4, 4);
    }
    painter.restore();
}

void paintCorner(QPainter& painter, const QRectF& paper, bool pointed) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    // A small paper keeps most of its picture to be seen.
    const double c =
        std::min(pointed ? corner_px * 1.25 : corner_px, 0.4 * std::min(paper.width(), paper.height()));
    const QPointF a(paper.left(), paper.bottom() - c), b(paper.left() + c, paper.bottom()),
        tip(paper.left() + c * 0.92, paper.bottom() - c * 0.92);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme().stage);
    painter.drawPolygon(QPolygonF(QList<QPointF>{a, paper.bottomLeft() + QPointF(-1, 1), b}));
    painter.setPen(QPen(pointed ? theme().chosen : paper_edge, pointed ? 2 : 1));
    painter.setBrush(QColor("#e9e4da"));
    painter.drawPolygon(QPolygonF(QList<QPointF>{a, tip, b}));
    painter.restore();
}

void paintPlace(QPainter& painter, const FoldLayout& layout, Mirrored mirrored, const PrintParts& place,
                bool strong) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().look, strong ? 2.5 : 1.5, Qt::DashLine));
    // A little outside of it, so that what is marked stays to be seen.
    constexpr double outside_px = 4;
    const QPointF corners[] = {{place.x, place.y},
                               {place.right(), place.y},
                               {place.right(), place.bottom()},
                               {place.x, place.bottom()}};
    for (const bool on_print : {true, false}) {
        QPolygonF outline;
        for (const QPointF& corner : corners)
            outline << (on_print ? layout.onPrint(corner, mirrored) : layout.onObject(corner));
        const QPointF middle = outline.boundingRect().center();
        for (QPointF& at : outline) {
            const QPointF away = at - middle;
            at += QPointF(away.x() < 0 ? -outside_px : outside_px, away.y() < 0 ? -outside_px : outside_px);
        }
        painter.drawPolygon(outline);
    }
    painter.restore();
}

void paintNumber(QPainter& painter, const FoldLayout& layout, Mirrored mirrored, const PrintParts& place,
                 int number, bool strong) {
    constexpr double radius = 8;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(figureFont(TextSize::small));
    for (const bool on_print : {true, false}) {
        const auto at = [&](double x, double y) {
            return on_print ? layout.onPrint({x, y}, mirrored) : layout.onObject({x, y});
        };
        const QPointF one = at(place.x, place.y), other = at(place.right(), place.y);
        const QPointF corner = one.x() < other.x() ? one : other;
        const QRectF disc(corner.x() - radius, corner.y() - radius, 2 * radius, 2 * radius);
        painter.setPen(QPen(theme().look, 1.5));
        painter.setBrush(strong ? theme().look : theme().card);
        painter.drawEllipse(disc);
        painter.setPen(strong ? theme().card : theme().look);
        painter.drawText(disc, Qt::AlignCenter, QString::number(number));
    }
    painter.restore();
}

void paintTwin(QPainter& painter, const QPointF& at) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& [colour, width] :
         {std::pair{QColor(255, 255, 255, 200), 4.0}, {QColor("#115a60"), 1.8}}) {
        painter.setPen(QPen(colour, width));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(at, 9, 9);
        painter.drawLine(at - QPointF(14, 0), at - QPointF(4, 0));
        painter.drawLine(at + QPointF(4, 0), at + QPointF(14, 0));
        painter.drawLine(at - QPointF(0, 14), at - QPointF(0, 4));
        painter.drawLine(at + QPointF(0, 4), at + QPointF(0, 14));
    }
    painter.restore();
}

void paintRuler(QPainter& painter, const QRectF& measured, const QRectF& beside, const QRectF& seen,
                double px_mm, Unit unit) {
    constexpr double figures_high = 26, figures_wide = 44;
    const double above = std::max(beside.top(), seen.top() + figures_high),
                 right = std::min(beside.right(), seen.right() - figures_wide);
    painter.save();
    QColor under = theme().stage;
    under.setAlpha(210);
    if (above > beside.top()) painter.fillRect(QRectF(seen.topLeft(), QPointF(seen.right(), above)), under);
    if (right < beside.right())
        painter.fillRect(QRectF(QPointF(right, seen.top()), seen.bottomRight()), under);
    painter.setFont(figureFont(TextSize::small));
    painter.setPen(theme().quiet);
    const double px_unit = px_mm * millimetresIn(unit);
    const double step = rulerStep(px_unit);
    const auto figure = [&](double value) { return QString::number(value); };
    for (int i = 0; i * step * px_unit <= measured.width() + 0.5; ++i) {
        const double x = measured.left() + i * step * px_unit, y = above;
        if (x > right && right < beside.right()) break;
        painter.drawLine(QPointF(x, y - 3), QPointF(x, y - 9));
        painter.drawText(QRectF(x - 30, y - 24, 60, 14), Qt::AlignCenter, figure(i * step));
    }
    for (int i = 0; i * step * px_unit <= measured.height() + 0.5; ++i) {
        const double x = right, y = measured.top() + i * step * px_unit;
        if (y < above - 3 && above > beside.top()) continue;
        painter.drawLine(QPointF(x + 3, y), QPointF(x + 9, y));
        painter.drawText(QRectF(x + 12, y - 8, 44, 16), Qt::AlignVCenter | Qt::AlignLeft, figure(i * step));
    }
    painter.restore();
}

}  // namespace tympan::app
