#include "app/fold/fold_layout.h"

#include <numbers>
#include <set>

namespace tympan::app {

namespace {

constexpr double gap_px = 30;     // from the hinge to the nearer edge of either leaf
constexpr double border_mm = 10;  // of paper shown around a picture that has no page to itself
constexpr double lift = 0.10;     // how much nearer the moving edge comes to the eye

RectMm grownBox(const SizeMm& size, double by) { return grown({0, 0, size.width, size.height}, by); }

}  // namespace

FoldScene foldScene(const Job& job, const Piece& piece, const std::optional<Imposition>& imposition) {
    FoldScene scene;
    scene.picture = piece.size;
    scene.mirrored = mirroredBy(piece.method);
    scene.paper =
        grownBox(piece.size, std::max(border_mm, 0.03 * std::max(piece.size.width, piece.size.height)));
    const Object& object = objectOf(job, piece);
    scene.spot = !object.size;
    if (object.size) {
        const PointMm from = piece.placement.from_centre;
        scene.object = {(piece.size.width - object.size->width) / 2 - from.x,
                        (piece.size.height - object.size->height) / 2 - from.y, object.size->width,
                        object.size->height};
    } else {
        scene.object = grownBox(piece.size, 0.15 * std::max(piece.size.width, piece.size.height));
    }
    if (!imposition) return scene;
    const PixelGrid& grid = imposition->grid;
    std::set<int> across, down;
    scene.sheets = 0;
    for (const Sheet& sheet : imposition->sheets)
        for (const PlacedRegion& part : sheet.regions) {
            if (part.piece != piece.id || part.copy != 0) continue;
            ++scene.sheets;
            scene.sharing = static_cast<int>(sheet.regions.size());
            if (part.region.x > 0) across.insert(part.region.x);
            if (part.region.y > 0) down.insert(part.region.y);
            if (sheet.regions.size() == 1 && !part.seams.any())
                scene.paper = {-grid.mm(part.placed.x), -grid.mm(part.placed.y), sheet.page.width,
                               sheet.page.height};
        }
    for (int x : across) scene.seams_across.push_back(grid.mm(x));
    for (int y : down) scene.seams_down.push_back(grid.mm(y));
    return scene;
}

FoldLayout foldLayout(const FoldScene& scene, const QRectF& room, double zoom, const QPointF& pan) {
    const double w = scene.picture.width, h = scene.picture.height;
    // How far paper and object reach beyond the picture, towards the hinge, away from it, up and down.
    const double inner = std::max({0.0, scene.paper.right() - w, -scene.object.x});
    const double outer = std::max({0.0, -scene.paper.x, scene.object.right() - w});
    const double above = std::max({0.0, -scene.paper.y, -scene.object.y});
    const double below = std::max({0.0, scene.paper.bottom() - h, scene.object.bottom() - h});

    FoldLayout layout;
    const double fit =
        std::min((room.width() / 2 - gap_px) / (inner + w + outer), room.height() / (above + h + below));
    layout.px_mm = std::max(1e-3, fit * zoom);
    const double s = layout.px_mm;
    layout.hinge_x = room.center().x() + pan.x();
    const double top = room.center().y() + pan.y() + (above - (above + h + below) / 2) * s;
    const double near = gap_px + inner * s;
    layout.finished = {layout.hinge_x + near, top, w * s, h * s};
    layout.printed = {layout.hinge_x - near - w * s, top, w * s, h * s};
    const auto placed = [&](const QRectF& picture, const RectMm& box) {
        return QRectF(picture.x() + box.x * s, picture.y() + box.y * s, box.width * s, box.height * s);
    };
    layout.paper = placed(layout.printed, scene.paper);
    layout.object = placed(layout.finished, scene.object);
    return layout;
}

QTransform FoldLayout::paperAt(double way, Mirrored mirrored) const {
    if (mirrored == Mirrored::no) return QTransform::fromTranslate(way * (finished.x() - printed.x()), 0);
    const double angle = way * std::numbers::pi;
    const auto turned = [&](const QPointF& p) {
        const double distance = hinge_x - p.x();
        const double nearer = 1 + lift * std::sin(angle) * distance / std::max(1.0, hinge_x - paper.left());
        return QPointF(hinge_x - distance * std::cos(angle),
                       paper.center().y() + (p.y() - paper.center().y()) * nearer);
    };
    const QPolygonF flat(
        QList<QPointF>{paper.topLeft(), paper.topRight(), paper.bottomRight(), paper.bottomLeft()});
    const QPolygonF moved(QList<QPointF>{turned(flat[0]), turned(flat[1]), turned(flat[2]), turned(flat[3])});
    QTransform transform;
    // Edge on there is nothing to see; and no transform.
    if (!QTransform::quadToQuad(flat, moved, transform)) return QTransform::fromScale(0, 0);
    return transform;
}

std::optional<QPointF> FoldLayout::spotAt(const QPointF& at, Mirrored mirrored) const {
    for (const QRectF& leaf : {finished, printed}) {
        if (!leaf.contains(at)) continue;
        const double u = (at.x() - leaf.x()) / leaf.width(), v = (at.y() - leaf.y()) / leaf.height();
        return QPointF(leaf == printed ? turnOver(u, mirrored) : u, v);
    }
    return {};
}

QPointF FoldLayout::onPrint(const QPointF& spot, Mirrored mirrored) const {
    return {printed.x() + turnOver(spot.x(), mirrored) * printed.width(),
            printed.y() + spot.y() * printed.height()};
}

QPointF FoldLayout::onObject(const QPointF& spot) const {
    return {finished.x() + spot.x() * finished.width(), finished.y() + spot.y() * finished.height()};
}

}  // namespace tympan::app
