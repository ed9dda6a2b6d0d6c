#include "core/job/fit.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/job/landing.h"
#include "core/job/limits.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double least_side_mm = 1;
// A picture in the middle looks better than one that is this much larger out of it.
constexpr double middle_is_worth = 0.97;
constexpr double coarse_mm = 0.2;
constexpr std::size_t most_corners = 1500;  // of an outline that is eroded by the picture

Ring stampOf(double width, double aspect, double rotation_deg) {
    const double height = width / aspect;
    return rotated(rectangleOutline({-width / 2, -height / 2, width, height}), rotation_deg).rings.front();
}

bool liesInside(const Outline& room, const Ring& stamp, const PointMm& middle) {
    return without(moved(Outline{{stamp}}, middle), room).empty();
}

/// The largest width of a picture about `middle` that lies inside, found from above by bisection.
double widestAt(const Outline& room, double aspect, double rotation_deg, const PointMm& middle, double most) {
    double inside = 0, outside = most;
    for (int i = 0; i < 24 && outside - inside > 0.002; ++i) {
        const double width = (inside + outside) / 2;
        (liesInside(room, stampOf(width, aspect, rotation_deg), middle) ? inside : outside) = width;
    }
    return inside;
}

/// Along the girth to the seam at the back, and along the slope to the rims.
Distances distancesOnTin(const Bend& bend, const SizeMm& size) {
    const double slope = bend.side.slope_mm();
    return {(0.5 + bend.around) * bend.girth - size.width / 2, slope / 2 + bend.down - size.height / 2,
            (0.5 - bend.around) * bend.girth - size.width / 2, slope / 2 - bend.down - size.height / 2};
}

/// The outline that a fit looks at: where ink may lie, of a wrapped canvas the front alone.
Outline roomOn(const Object& object) {
    const Outline open = openOf(object);
    if (object.shape.kind != ShapeKind::wrapped_canvas) return open;
    return shared(open, rectangleOutline(frontOf(object)));
}

}  // namespace

namespace {

/// A room drawn on a raster: how far inside each pixel lies, in pixels.
struct Raster {
    RectMm box;
    double scale = 1;  ///< pixels to the millimetre
    cv::Mat depth;     ///< CV_32FC1, with a pixel more all round

    Raster(const Outline& room, int side) : box(bounds(room)), scale(side / std::max(box.width, box.height)) {
        cv::Mat mask(side + 2, side + 2, CV_8UC1, cv::Scalar(0));
        std::vector<std::vector<cv::Point>> rings;
        for (const Ring& ring : room.rings) {
            auto& corners = rings.emplace_back();
            for (const PointMm& p : ring)
                corners.emplace_back(1 + static_cast<int>((p.x - box.x) * scale),
                                     1 + static_cast<int>((p.y - box.y) * scale));
        }
        cv::fillPoly(mask, rings, cv::Scalar(255));
        cv::polylines(mask, rings, true, cv::Scalar(0));  // notches narrower than a pixel are edges too
        cv::distanceTransform(mask, depth, cv::DIST_L2, cv::DIST_MASK_PRECISE);
    }
    PointMm place(const cv::Point& pixel) const {
        return {box.x + (pixel.x - 0.5) / scale, box.y + (pixel.y - 0.5) / scale};
    }
};

/// A place well inside: the one farthest from every edge. For outlines of so many corners that eroding them
/// would take minutes.
PointMm deepestPlace(const Outline& room) {
    const Raster raster(room, 512);
    cv::Point deepest;
    cv::minMaxLoc(raster.depth, nullptr, nullptr, nullptr, &deepest);
    return raster.place(deepest);
}

/// What of a room of many corners stays a margin from its edges, to a thousandth of its size and never too
/// much: an exact offset of ten thousand corners takes seconds.
Outline roughlyInside(const Outline& room, double margin_mm) {
    constexpr double rounding_px = 2;  // of filling, and of the traced edge
    const Raster raster(room, 1024);
    const cv::Mat inside = raster.depth >= margin_mm * raster.scale + rounding_px;
    std::vector<std::vector<cv::Point>> edges;
    cv::findContours(inside, edges, cv::RETR_CCOMP, cv::CHAIN_APPROX_SIMPLE);
    std::vector<Ring> rings;
    for (const std::vector<cv::Point>& edge : edges) {
        Ring& ring = rings.emplace_back();
        for (const cv::Point& pixel : edge) ring.push_back(raster.place(pixel));
    }
    return simplified(tidied(rings, FillRule::even_odd), 0.5 / raster.scale);
}

std::size_t corners(const Outline& outline) {
    std::size_t sum = 0;
    for (const Ring& ring : outline.rings) sum += ring.size();
    return sum;
}

}  // namespace

std::optional<Fitted> largestInside(const Outline& room_without_margin, double aspect, double rotation_deg,
                                    double margin_mm) {
    const Outline room = corners(room_without_margin) > most_corners
                             ? roughlyInside(room_without_margin, margin_mm)
                         : margin_mm > 0 ? offset(room_without_margin, -margin_mm)
                                         : room_without_margin;
    if (room.empty()) return {};
    const RectMm box = bounds(room);
    const double most = std::hypot(box.width, box.height);
    const PointMm wanted = centroid(room);
    const double at_middle = widestAt(room, aspect, rotation_deg, wanted, most);
    PointMm place = wanted;
    double low = at_middle, high = most;
    const Outline coarse = simplified(room, coarse_mm);
    const bool many = corners(coarse) > most_corners;
    if (many) place = deepestPlace(room);
    for (int i = 0; !many && i < 16 && high - low > 0.01 * high; ++i) {
        const double width = (low + high) / 2;
        const Outline places = roomForMiddle(coarse, stampOf(width, aspect, rotation_deg));
        if (places.empty()) {
            high = width;
        } else {
            low = width;
            place = contains(places, wanted) ? wanted : nearestOnEdge(places, wanted);
        }
    }
    double width = widestAt(room, aspect, rotation_deg, place, most);
    if (at_middle >= middle_is_worth * width) place = wanted, width = at_middle;
    if (width < least_side_mm || width / aspect < least_side_mm) return {};
    // A tenth of a millimetre is what a maker can type and read back; the nearest, where that still lies
    // inside.
    if (width > 20) {
        const double nearest_tenth = std::round(width * 10) / 10;
        width = liesInside(room, stampOf(nearest_tenth, aspect, rotation_deg), place)
                    ? nearest_tenth
                    : std::floor(width * 10) / 10;
    }
    return Fitted{{width, width / aspect}, place};
}

Fitted smallestOver(const Outline& outline, double aspect, double rotation_deg) {
    const RectMm box = bounds(rotated(outline, -rotation_deg));
    const double width = std::max(box.width, box.height * aspect);
    return {{width, width / aspect}, rotated(middle(box), rotation_deg)};
}

PointMm areaMiddle(const Object& object) {
    return object.spot() ? PointMm{}
                         : centroid(object.shape.kind == ShapeKind::framed_board ? visibleOf(object)
                                                                                 : outlineOf(object.shape));
}

Piece refitted(const Job& job, Piece piece) {
    const Object& object = objectOf(job, piece);
    if (object.spot() || piece.placement.fit == Fit::by_hand) return piece;
    const double aspect = piece.size.width / piece.size.height;
    std::optional<Fitted> fit;
    if (piece.placement.fit == Fit::inside)
        fit = largestInside(roomOn(object), aspect, piece.placement.rotation_deg, piece.placement.margin_mm);
    else
        fit = smallestOver(offset(visibleOf(object), std::max(0.0, -piece.edge.stop_mm)), aspect,
                           piece.placement.rotation_deg);
    if (!fit || !limits::side_mm.holds(fit->size.width) || !limits::side_mm.holds(fit->size.height))
        return piece;
    piece.size = fit->size;
    piece.placement.from_centre = fit->middle;
    return piece;
}

std::optional<Distances> distancesOf(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    if (object.spot()) return {};
    const Landing landing = landingOf(object, piece);
    if (landing.bend) return distancesOnTin(*landing.bend, piece.size);
    Outline visible = visibleOf(object);
    // To the rim: a hole in between is none.
    std::erase_if(visible.rings, [](const Ring& ring) { return area(ring) < 0; });
    const Outline ink = inkOnObject(job, piece);
    if (ink.empty() || visible.empty()) return {};
    const RectMm box = bounds(ink), all = bounds(visible);
    const PointMm at = middle(box);
    // From far outside inwards would meet the wrong side of a hollow shape: from the ink's middle outwards.
    const auto bare = [&](const PointMm& towards, double half, double to_box) {
        const double edge = contains(visible, at) ? distanceAlong(visible, at, towards) : INFINITY;
        return (std::isfinite(edge) ? edge : to_box) - half;
    };
    return Distances{bare({-1, 0}, at.x - box.x, at.x - all.x), bare({0, -1}, at.y - box.y, at.y - all.y),
                     bare({1, 0}, box.right() - at.x, all.right() - at.x),
                     bare({0, 1}, box.bottom() - at.y, all.bottom() - at.y)};
}

}  // namespace tympan
