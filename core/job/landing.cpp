#include "core/job/landing.h"

#include <cmath>
#include <numbers>

#include "core/artwork/silhouette.h"
#include "core/base/cache.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

/// Straight edges are bent in parts of this length.
constexpr double bending_step_mm = 1;

Bend bendOf(const Object& object, const Piece& piece) {
    const Shape& tin = object.shape;
    Bend bend{
        Unrolled(measure(tin, "top_girth_mm"), measure(tin, "bottom_girth_mm"), measure(tin, "height_mm")), 0,
        0, 0, piece.placement.rotation_deg};
    const PointMm at = bend.side.onTin(piece.placement.from_centre);
    bend.around = at.x;
    bend.down = at.y;
    bend.girth = std::max(1.0, bend.side.girthAt(at.y));
    return bend;
}

Outline rectangleAbout(const SizeMm& size) {
    return rectangleOutline({-size.width / 2, -size.height / 2, size.width, size.height});
}

/// The same shape with points at least every `step` along its edges.
Outline inSmallSteps(const Outline& outline, double step) {
    Outline fine;
    for (const Ring& ring : outline.rings) {
        Ring& out = fine.rings.emplace_back();
        for (std::size_t i = 0; i < ring.size(); ++i) {
            const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
            const int parts =
                std::clamp(static_cast<int>(std::hypot(b.x - a.x, b.y - a.y) / step) + 1, 1, 20000);
            for (int k = 0; k < parts; ++k)
                out.push_back({a.x + (b.x - a.x) * k / parts, a.y + (b.y - a.y) * k / parts});
        }
    }
    return fine;
}

/// What is in the picture, in mm about its middle, as far as the crop leaves it, less `stop_mm` at its edge
/// (below 0: more). Outlines of a thousand corners take long, and every look at a piece asks for them.
std::optional<Outline> silhouetteInk(const Piece& piece) {
    const auto ink = [](const ArtworkPtr& artwork, const SizeMm& size,
                        double stop_mm) -> std::optional<Outline> {
        const std::optional<Outline> parts = silhouetteOf(*artwork);
        if (!parts) return {};
        const SourceBox box = centredCrop(*artwork, size);
        const double across = size.width / (box.right - box.left),
                     down = size.height / (box.bottom - box.top);
        const Outline seen =
            scaled(moved(*parts, {-(box.left + box.right) / 2, -(box.top + box.bottom) / 2}), across, down);
        return shared(rectangleAbout(size), offset(seen, -stop_mm));
    };
    return *remembered("silhouette ink", ink, piece.artwork, piece.size, piece.edge.stop_mm);
}

}  // namespace

PointMm Bend::toObject(const PointMm& in_picture) const {
    const PointMm on_tin = rotated(in_picture, rotation_deg);
    return side.flat(around + on_tin.x / girth, down + on_tin.y);
}

PointMm Bend::toPicture(const PointMm& on_object) const {
    const PointMm on_tin = side.onTin(on_object);
    return rotated(PointMm{(on_tin.x - around) * girth, on_tin.y - down}, -rotation_deg);
}

PointMm Landing::toObject(const PointMm& p) const {
    const PointMm t = rotated(p, rotation_deg);
    return {t.x + at.x, t.y + at.y};
}

PointMm Landing::fromObject(const PointMm& p) const {
    return rotated(PointMm{p.x - at.x, p.y - at.y}, -rotation_deg);
}

Outline Landing::toObject(Outline outline) const {
    return changed(std::move(outline), [&](const PointMm& p) { return toObject(p); });
}

Outline Landing::fromObject(Outline outline) const {
    return changed(std::move(outline), [&](const PointMm& p) { return fromObject(p); });
}

RectMm inPicture(const Piece& piece, const ArtworkParts& parts) {
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const double across = piece.size.width / (box.right - box.left),
                 down = piece.size.height / (box.bottom - box.top);
    return {(parts.x - box.left) * across - piece.size.width / 2,
            (parts.y - box.top) * down - piece.size.height / 2, parts.width * across, parts.height * down};
}

ArtworkParts ofArtwork(const Piece& piece, const RectMm& at) {
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const double across = (box.right - box.left) / piece.size.width,
                 down = (box.bottom - box.top) / piece.size.height;
    return {box.left + (at.x + piece.size.width / 2) * across,
            box.top + (at.y + piece.size.height / 2) * down, at.width * across, at.height * down};
}

Outline pictureOutline(const Landing& landing, const SizeMm& size) {
    const Outline flat = rectangleAbout(size);
    if (!landing.bend) return flat;
    return landing.fromObject(changed(inSmallSteps(flat, bending_step_mm),
                                      [&](const PointMm& p) { return landing.bend->toObject(p); }));
}

namespace {

std::optional<Outline> inkIn(const Landing& landing, const Object& object, const Piece& piece) {
    const Outline picture = pictureOutline(landing, piece.size);
    if (piece.edge.cut == Cut::object && !object.spot())
        return shared(picture, landing.fromObject(offset(openOf(object), -piece.edge.stop_mm)));
    if (piece.edge.cut == Cut::cell) return shared(picture, landing.fromObject(piece.edge.cell));
    if (piece.edge.cut == Cut::silhouette)
        if (auto grown = silhouetteInk(piece)) {
            if (!landing.bend) return grown;
            return landing.fromObject(changed(inSmallSteps(*grown, bending_step_mm),
                                              [&](const PointMm& p) { return landing.bend->toObject(p); }));
        }
    if (!landing.bend && piece.edge.rim == Rim::sharp) return {};
    return picture;
}

}  // namespace

Landing landingOf(const Object& object, const Piece& piece) {
    Landing landing;
    landing.at = piece.placement.from_centre;
    landing.rotation_deg = piece.placement.rotation_deg;
    if (object.shape.kind == ShapeKind::tapered) {
        const Bend bend = bendOf(object, piece);
        const PointMm right = bend.toObject({0.01, 0}), left = bend.toObject({-0.01, 0});
        landing.rotation_deg = std::atan2(right.y - left.y, right.x - left.x) * 180 / std::numbers::pi;
        landing.bend = bend;
    }
    landing.ink = inkIn(landing, object, piece);
    const bool nothing = landing.ink && landing.ink->empty();
    landing.box = bounds(landing.ink && !nothing ? *landing.ink : pictureOutline(landing, piece.size));
    return landing;
}

SizeMm printSizeOf(const Job& job, const Piece& piece) {
    const RectMm box = landingOf(job, piece).box;
    return {box.width, box.height};
}

SizeMm seenSizeOf(const Job& job, const Piece& piece) {
    const Landing landing = landingOf(job, piece);
    return landing.bend ? piece.size : SizeMm{landing.box.width, landing.box.height};
}

Outline inkOnObject(const Job& job, const Piece& piece) {
    const Landing landing = landingOf(job, piece);
    return landing.toObject(landing.ink ? *landing.ink : pictureOutline(landing, piece.size));
}

}  // namespace tympan
