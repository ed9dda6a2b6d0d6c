#include "app/canvas/fold_layout.h"

#include <numbers>

#include "core/job/one_print.h"
#include "core/job/turns.h"

namespace tympan::app {

namespace {

constexpr double gap_px = 16;  // from the hinge to the nearer edge of either leaf
// A landscape picture is shown at least so wide where the stage has room for it, if need be with no more of
// its paper and its object than a little about it.
constexpr double wide_px = 480, about_it = 0.04, landscape = 1.25;
constexpr double border_mm = 10;  // of paper shown around a picture that has no page to itself
constexpr double lift = 0.10;     // how much nearer the moving edge comes to the eye

RectMm inPrint(const RectMm& box, Mirrored mirrored) {
    return mirrored == Mirrored::yes ? RectMm{-box.right(), box.y, box.width, box.height} : box;
}

/// The page round a print that has it to itself, in the print frame about the picture's middle.
RectMm pageRound(const PlacedRegion& part, const Sheet& sheet, const RectMm& print, const PixelGrid& grid) {
    // Seen from the print, a page on which it lies turned is turned back.
    const Affine to_print = part.toPage().inverse();
    const double pixel = grid.pixel_mm();
    const PointMm one = to_print({0, 0}),
                  other = to_print({sheet.page.width / pixel, sheet.page.height / pixel});
    return {print.x + std::min(one.x, other.x) * pixel, print.y + std::min(one.y, other.y) * pixel,
            std::abs(one.x - other.x) * pixel, std::abs(one.y - other.y) * pixel};
}

void addSheets(FoldScene& scene, const Piece& piece, const Imposition& imposition) {
    const PixelGrid& grid = imposition.grid;
    scene.sheets = 0;
    std::optional<std::size_t> print;
    for (const Sheet& sheet : imposition.sheets)
        for (const PlacedRegion& part : sheet.regions) {
            if (part.piece != piece.id || part.copy != 0) continue;
            print = part.print;
            ++scene.sheets;
            scene.sharing = static_cast<int>(sheet.regions.size());
            if (sheet.regions.size() == 1 && !part.seams.any())
                scene.paper = pageRound(part, sheet, inPrint(scene.box, scene.mirrored), grid);
        }
    if (!print) return;
    for (const Seam& seam : imposition.plans[*print].seams) {
        std::vector<PointMm>& path = scene.seams.emplace_back();
        for (const PlacePx& at : seam.path) path.push_back({at.x * grid.pixel_mm(), at.y * grid.pixel_mm()});
    }
}

}  // namespace

QRectF toQRectF(const RectMm& box) { return {box.x, box.y, box.width, box.height}; }

QPainterPath pathOf(const Outline& outline) {
    QPainterPath path;
    for (const Ring& ring : outline.rings) {
        for (std::size_t i = 0; i < ring.size(); ++i)
            i == 0 ? path.moveTo(ring[i].x, ring[i].y) : path.lineTo(ring[i].x, ring[i].y);
        path.closeSubpath();
    }
    return path;
}

FoldScene foldScene(const Job& job, const Piece& piece, const Imposition* imposition) {
    FoldScene scene;
    const Object& object = objectOf(job, piece);
    const Landing landing = landingOf(object, piece);
    scene.box = landing.box;
    scene.rotation_deg = landing.rotation_deg;
    scene.at = landing.at;
    scene.mirrored = mirroredInPrint(job, piece);
    const double around = std::max(border_mm, 0.03 * std::max(scene.box.width, scene.box.height));
    scene.paper = grown(inPrint(scene.box, scene.mirrored), around);
    scene.spot = object.spot();
    scene.cut = piece.edge.cut == Cut::object;
    scene.plate = plateOf(object);
    scene.visible = visibleOf(object);
    scene.ink = inkOnObject(job, piece);
    if (scene.spot) {
        const RectMm ink = bounds(scene.ink);
        scene.object = grown(ink, 0.08 * std::max(ink.width, ink.height));
        scene.front = scene.object;
    } else {
        scene.object = bounds(outlineOf(object.shape));
        scene.front = frontOf(object);
    }
    scene.with_others = printedWithOthers(job, piece);
    if (imposition && !scene.with_others) addSheets(scene, piece, *imposition);
    return scene;
}

namespace {

/// The picture's middle from the object's, as it lies on the left leaf.
QPointF onLeft(const FoldScene& scene) {
    return {scene.mirrored == Mirrored::yes ? -scene.at.x : scene.at.x, scene.at.y};
}

QTransform printTurn(const FoldScene& scene) {
    return QTransform().rotate(scene.mirrored == Mirrored::yes ? -scene.rotation_deg : scene.rotation_deg);
}

}  // namespace

FoldLayout inSameView(FoldLayout layout, const FoldScene& scene) {
    const double s = layout.px_mm;
    layout.box = scene.box;
    layout.print_box = inPrint(scene.box, scene.mirrored);
    const auto placed = [&](const QTransform& turn, const QPointF& at) {
        return turn * QTransform::fromScale(s, s) * QTransform::fromTranslate(at.x(), at.y());
    };
    layout.print_mm = placed(printTurn(scene), layout.left_at + s * onLeft(scene));
    layout.picture_mm = placed(QTransform().rotate(scene.rotation_deg),
                               layout.right_at + s * QPointF(scene.at.x, scene.at.y));
    layout.object_mm = placed({}, layout.right_at);
    layout.printed = layout.print_mm.mapRect(toQRectF(layout.print_box));
    layout.finished = layout.picture_mm.mapRect(toQRectF(scene.box));
    layout.paper = layout.print_mm.mapRect(toQRectF(scene.paper));
    layout.object = layout.object_mm.mapRect(toQRectF(scene.object));
    return layout;
}

FoldLayout foldLayout(const FoldScene& scene, const QRectF& room, double zoom, const QPointF& pan) {
    // Everything about the object's middle, in mm, turned as it lies on the screen.
    const QRectF print =
        printTurn(scene).mapRect(toQRectF(inPrint(scene.box, scene.mirrored))).translated(onLeft(scene));
    const QRectF paper = printTurn(scene).mapRect(toQRectF(scene.paper)).translated(onLeft(scene));
    const QRectF picture = QTransform()
                               .rotate(scene.rotation_deg)
                               .mapRect(toQRectF(scene.box))
                               .translated(scene.at.x, scene.at.y);
    // How far the leaves reach from the middle: towards the hinge, away from it, up and down.
    struct Reach {
        double inner, outer, above, below, fit;
    };
    const auto reachOf = [&](const QRectF& left, const QRectF& right) {
        Reach reach{std::max(left.right(), -right.left()), std::max(-left.left(), right.right()),
                    std::max(-left.top(), -right.top()), std::max(left.bottom(), right.bottom()), 1};
        reach.fit = std::min((room.width() / 2 - gap_px) / std::max(1e-3, reach.inner + reach.outer),
                             room.height() / std::max(1e-3, reach.above + reach.below));
        return reach;
    };
    Reach reach = reachOf(paper | print, toQRectF(scene.object) | picture);
    if (picture.width() > landscape * picture.height() && picture.width() * reach.fit < wide_px) {
        const double more = about_it * picture.width();
        const Reach near =
            reachOf((paper | print) & print.adjusted(-more, -more, more, more),
                    (toQRectF(scene.object) | picture) & picture.adjusted(-more, -more, more, more));
        if (near.fit > reach.fit) reach = near;
    }
    const auto& [inner, outer, above, below, fit] = reach;

    FoldLayout layout;
    const double s = layout.px_mm = std::max(1e-3, fit * zoom);
    layout.hinge_x = room.center().x() + pan.x();
    const double y = room.center().y() + pan.y() + (above - below) / 2 * s;
    layout.left_at = {layout.hinge_x - gap_px - inner * s, y};
    layout.right_at = {layout.hinge_x + gap_px + inner * s, y};
    return inSameView(layout, scene);
}

QTransform FoldLayout::paperAt(double way, Mirrored mirrored) const {
    if (mirrored == Mirrored::no) return QTransform::fromTranslate(way * (right_at.x() - left_at.x()), 0);
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
    const QPointF on_object = picture_mm.inverted().map(at), on_print = print_mm.inverted().map(at);
    if (toQRectF(box).contains(on_object))
        return QPointF((on_object.x() - box.x) / box.width, (on_object.y() - box.y) / box.height);
    if (!toQRectF(print_box).contains(on_print)) return {};
    return QPointF(flipped((on_print.x() - print_box.x) / print_box.width, mirrored),
                   (on_print.y() - print_box.y) / print_box.height);
}

QPointF FoldLayout::onPrint(const QPointF& spot, Mirrored mirrored) const {
    return print_mm.map(QPointF(print_box.x + flipped(spot.x(), mirrored) * print_box.width,
                                print_box.y + spot.y() * print_box.height));
}

QPointF FoldLayout::onObject(const QPointF& spot) const {
    return picture_mm.map(QPointF(box.x + spot.x() * box.width, box.y + spot.y() * box.height));
}

PointMm FoldLayout::onObjectMm(const QPointF& at) const {
    const QPointF mm = object_mm.inverted().map(at);
    return {mm.x(), mm.y()};
}

}  // namespace tympan::app
