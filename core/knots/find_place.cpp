#include "core/knots/find_place.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>
#include <optional>

#include "core/job/edits.h"
#include "core/job/landing.h"
#include "core/knots/seen_through.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr int sizes_tried = 9;
constexpr double hardly_mm2 = 0.01, hardly_mm = 0.01;
// Two places are unlike when the picture is moved by a tenth of its shorter side, or stands otherwise. Of
// places that are all but equally good the one nearest to where the picture is comes first. Both are guesses.
constexpr double unlike_share = 0.1, as_good = 0.01;
constexpr std::size_t most_refined = 24;

/// Where a picture's middle may be, in the frame in which it stands upright.
class Room {
  public:
    Room(const Job& job, const Piece& piece, const PlaceLimits& limits = {})
        : size_(piece.size), most_move_mm_(limits.most_move_mm) {
        const Object& object = objectOf(job, piece);
        const double back = -piece.placement.rotation_deg;
        at_ = rotated(piece.placement.from_centre, back);
        const Outline open = rotated(openOf(object), back);
        const RectMm seen = bounds(rotated(visibleOf(object), back));
        const RectMm now = around(at_, size_);
        if (seen.x >= now.x - hardly_mm && seen.right() <= now.right() + hardly_mm &&
            seen.y >= now.y - hardly_mm && seen.bottom() <= now.bottom() + hardly_mm) {
            covers_ = seen;
            return;
        }
        const double margin = piece.placement.fit == Fit::inside ? piece.placement.margin_mm : 0;
        inside_ = margin > 0 ? offset(open, -margin) : open;
        // How far it runs over now; a picture that is fitted touches its room on two sides.
        double low = 0, high = std::min(size_.width, size_.height) / 2;
        const auto isIn = [&](double over) {
            const RectMm box = around(at_, {size_.width - 2 * over, size_.height - 2 * over});
            return area(without(rectangleOutline(box), inside_)) <= hardly_mm2;
        };
        if (isIn(hardly_mm)) {
            over_ = hardly_mm;
            if (piece.placement.fit == Fit::by_hand) keepHalfOfTheRim(isIn);
            return;
        }
        if (!isIn(high - 0.5)) {
            lost_ = true;
            return;
        }
        high -= 0.5;
        for (int i = 0; i < 30; ++i) {
            const double middle = (low + high) / 2;
            (isIn(middle) ? high : low) = middle;
        }
        over_ = high;
    }
    /// It lies mostly beside its object.
    bool lost() const { return lost_; }
    const PointMm& now() const { return at_; }

    /// The places for a size; empty where there is none.
    Outline places(double scale) const {
        const SizeMm size{scale * size_.width, scale * size_.height};
        if (covers_) {
            const RectMm room{covers_->right() - size.width / 2, covers_->bottom() - size.height / 2,
                              size.width - covers_->width, size.height - covers_->height};
            return room.width < 0 || room.height < 0 ? Outline{} : near(rectangleOutline(room));
        }
        const double w = size.width / 2 - over_, h = size.height / 2 - over_;
        return w <= 0 || h <= 0 ? Outline{}
                                : near(roomForMiddle(inside_, {{-w, -h}, {w, -h}, {w, h}, {-w, h}}));
    }

  private:
    template <class IsIn>
    void keepHalfOfTheRim(const IsIn& isIn) {
        double low = 0, high = std::max(bounds(inside_).width, bounds(inside_).height);
        for (int i = 0; i < 30; ++i) {
            const double middle = (low + high) / 2;
            (isIn(-middle) ? low : high) = middle;
        }
        over_ = hardly_mm - low / 2;
    }
    /// No farther than it may be moved.
    Outline near(Outline places) const {
        return most_move_mm_ >= 1e4 || places.empty()
                   ? places
                   : shared(places, ellipseOutline(at_, 2 * most_move_mm_, 2 * most_move_mm_));
    }
    static RectMm around(const PointMm& middle, const SizeMm& size) {
        return {middle.x - size.width / 2, middle.y - size.height / 2, size.width, size.height};
    }
    SizeMm size_;
    PointMm at_;
    double most_move_mm_;
    std::optional<RectMm> covers_;
    Outline inside_;
    double over_ = 0;
    bool lost_ = false;
};

/// A place in the frame in which the picture stands upright.
struct Candidate {
    PointMm middle;
    double scale = 1;
    bool turned = false;
    double seen = 0;
};

double farFrom(const Candidate& a, const PointMm& point) {
    return std::hypot(a.middle.x - point.x, a.middle.y - point.y);
}

/// What is seen at every cell of the allowed places of one size and turn: the knots are correlated with the
/// picture.
void tryAll(std::vector<Candidate>& found, const SeenThrough& through, const Outline& places, double scale,
            bool turned) {
    if (places.empty()) return;
    const double c = through.cell_mm;
    const RectMm box = bounds(places);
    const cv::Size size(std::max(1, static_cast<int>(std::lround(scale * through.picture.width / c))),
                        std::max(1, static_cast<int>(std::lround(scale * through.picture.height / c))));
    // The picture's corner over cells of the knots. What is seen less than of bare wood is correlated: beside
    // the picture that is nothing.
    const auto cellOf = [&](double middle, double corner, double picture) {
        return (middle - picture / 2 - corner) / c;
    };
    const double w = size.width * c, h = size.height * c;
    const int x0 = static_cast<int>(std::ceil(cellOf(box.x, through.corner.x, w) - 1e-6)),
              x1 = static_cast<int>(std::floor(cellOf(box.right(), through.corner.x, w) + 1e-6)),
              y0 = static_cast<int>(std::ceil(cellOf(box.y, through.corner.y, h) - 1e-6)),
              y1 = static_cast<int>(std::floor(cellOf(box.bottom(), through.corner.y, h) + 1e-6));
    if (x1 < x0 || y1 < y0) return;
    cv::Mat sum;
    for (const SeenThrough::Knots& knots : through.each) {
        cv::Mat picture, all(y1 - y0 + size.height, x1 - x0 + size.width, CV_32FC1, cv::Scalar(0)), seen;
        cv::resize(knots.seen, picture, size, 0, 0, cv::INTER_AREA);
        picture -= cv::Scalar(knots.bare);
        if (turned) cv::flip(picture, picture, -1);
        const cv::Rect here(-x0, -y0, knots.covered.cols, knots.covered.rows);
        const cv::Rect both = here & cv::Rect(0, 0, all.cols, all.rows);
        if (!both.empty()) knots.covered(both - here.tl()).copyTo(all(both));
        cv::matchTemplate(all, picture, seen, cv::TM_CCORR);
        seen += cv::Scalar(knots.bare * cv::sum(knots.covered)[0]);
        sum = sum.empty() ? seen : sum + seen;
    }
    // Of places that are hardly unlike the best is enough.
    const int near = std::max(
        1, static_cast<int>(unlike_share / 2 * std::min(through.picture.width, through.picture.height) / c));
    for (int top = 0; top < sum.rows; top += near)
        for (int left = 0; left < sum.cols; left += near) {
            std::optional<Candidate> best;
            for (int y = top; y < std::min(sum.rows, top + near); ++y)
                for (int x = left; x < std::min(sum.cols, left + near); ++x) {
                    const double seen = std::max(0.0, 1.0 * sum.at<float>(y, x)) * c * c;
                    if (best && best->seen <= seen) continue;
                    const PointMm middle{through.corner.x + (x0 + x) * c + w / 2,
                                         through.corner.y + (y0 + y) * c + h / 2};
                    if (contains(places, middle)) best = Candidate{middle, scale, turned, seen};
                }
            if (best) found.push_back(*best);
        }
}

/// Moved by parts of a cell, as long as less is seen.
Candidate refined(Candidate best, const SeenThrough& through, const Outline& places) {
    best.seen = through.at(best.middle, best.scale, best.turned);
    for (double step = through.cell_mm / 2; step > through.cell_mm / 10; step /= 2)
        for (bool better = true; better;) {
            better = false;
            for (const auto& [dx, dy] : {std::pair{-1, 0}, {1, 0}, {0, -1}, {0, 1}}) {
                Candidate next = best;
                next.middle = {best.middle.x + dx * step, best.middle.y + dy * step};
                if (!contains(places, next.middle)) continue;
                next.seen = through.at(next.middle, next.scale, next.turned);
                if (next.seen < best.seen * (1 - 1e-9)) best = next, better = true;
            }
        }
    return best;
}

bool isUnlike(const Candidate& a, const Candidate& b, const SizeMm& picture) {
    return a.turned != b.turned ||
           farFrom(a, b.middle) >= unlike_share * std::min(picture.width, picture.height);
}

ProposedPlace proposed(const Candidate& from, const SeenThrough& through, const Piece& piece) {
    const double turn = piece.placement.rotation_deg;
    ProposedPlace place{rotated(from.middle, turn), std::remainder(turn + (from.turned ? 180 : 0), 360),
                        from.scale, from.seen};
    place.mean = through.knots_mm2 > 0 ? from.seen / through.knots_mm2 : 0;
    place.on_what_counts = through.meetsWhatCounts(from.middle, from.scale, from.turned);
    return place;
}

}  // namespace

bool canFindPlace(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    if (object.spot() || landingOf(object, piece).bend || piece.placement.locked) return false;
    return std::any_of(object.zones.begin(), object.zones.end(),
                       [](const Zone& zone) { return zone.kind == ZoneKind::under; });
}

ProposedPlace placeAsItIs(const Job& job, const Piece& piece, const Progress& progress) {
    const SeenThrough through = seenThrough(job, piece, progress);
    const PointMm at = rotated(piece.placement.from_centre, -piece.placement.rotation_deg);
    ProposedPlace place = proposed({at, 1, false, through.at(at, 1, false)}, through, piece);
    place.from_centre = piece.placement.from_centre;
    place.rotation_deg = piece.placement.rotation_deg;
    return place;
}

std::vector<ProposedPlace> proposedPlaces(const Job& job, const Piece& piece, const PlaceLimits& limits,
                                          std::size_t most, const Progress& progress) {
    const Room room(job, piece, limits);
    if (room.lost())
        throw Error(Error::Kind::input, "", Text("the picture lies mostly beside its object"),
                    Text("move it onto the object first"));
    const SeenThrough through = seenThrough(job, piece, progress);
    std::vector<Candidate> found;
    std::vector<std::pair<double, Outline>> sizes{{1, room.places(1)}};
    for (int i = 0; i < sizes_tried; ++i) {
        const double scale = std::lerp(limits.least_scale, limits.most_scale, i / (sizes_tried - 1.0));
        if (std::abs(scale - 1) > 1e-9) sizes.emplace_back(scale, room.places(scale));
    }
    for (std::size_t i = 0; i < sizes.size(); ++i) {
        progress.at(0.5 + 0.5 * static_cast<double>(i) / static_cast<double>(sizes.size()));
        for (const bool turned : {false, true}) {
            if (turned && !limits.half_turn) continue;
            tryAll(found, through, sizes[i].second, sizes[i].first, turned);
            // Where it is now it may be, however little room there is.
            if (i == 0) found.push_back({room.now(), 1, turned, through.at(room.now(), 1, turned)});
        }
    }
    // The best that are unlike each other, then the same made better.
    std::stable_sort(found.begin(), found.end(),
                     [](const Candidate& a, const Candidate& b) { return a.seen < b.seen; });
    const auto placesOf = [&](double scale) -> const Outline& {
        return std::find_if(sizes.begin(), sizes.end(), [&](const auto& of) { return of.first == scale; })
            ->second;
    };
    const auto isFirst = [&](const Candidate& a, const Candidate& b) {
        const double hardly = as_good * std::max(a.seen, b.seen) + as_good * through.knots_mm2;
        if (std::abs(a.seen - b.seen) > hardly) return a.seen < b.seen;
        const auto change = [&](const Candidate& of) {
            return farFrom(of, room.now()) + std::abs(of.scale - 1) * piece.size.width +
                   (of.turned ? piece.size.height : 0);
        };
        return change(a) < change(b);
    };
    std::vector<Candidate> best;
    while (best.size() < most) {
        std::optional<Candidate> next;
        std::size_t refined_now = 0;
        for (const Candidate& each : found) {
            const auto isKnown = [&](const Candidate& one) {
                return std::any_of(best.begin(), best.end(),
                                   [&](const Candidate& other) { return !isUnlike(one, other, piece.size); });
            };
            if (isKnown(each)) continue;
            if (next && refined_now >= most_refined) break;
            ++refined_now;
            const Candidate better = refined(each, through, placesOf(each.scale));
            if (!isKnown(better) && (!next || isFirst(better, *next))) next = better;
        }
        if (!next) break;
        best.push_back(*next);
    }
    std::vector<ProposedPlace> places;
    for (const Candidate& each : best) places.push_back(proposed(each, through, piece));
    return places;
}

namespace {

/// Turned by half about its middle.
Outline onItsHead(Outline outline) {
    return changed(std::move(outline), [](const PointMm& p) { return PointMm{-p.x, -p.y}; });
}

bool looksTheSame(const Outline& outline) {
    return area(without(onItsHead(outline), outline)) < 1e-3 * area(outline);
}

/// The object turned by half, whose outline looks the same then.
Object turnedByHalf(Object object) {
    for (Zone& zone : object.zones) {
        zone.at = {-zone.at.x, -zone.at.y};
        const Outline outline = outlineOf(zone.shape);
        if (looksTheSame(outline)) continue;
        zone.shape = shapeOf(ShapeKind::drawn);
        zone.shape.outline = onItsHead(outline);
    }
    return object;
}

}  // namespace

Job withProposed(Job job, int id, const ProposedPlace& place) {
    const SizeMm now = findPiece(job, id)->size;
    if (place.scale != 1)
        job = withSize(std::move(job), id, {place.scale * now.width, place.scale * now.height});
    const Placement now_at = findPiece(job, id)->placement;
    const bool on_its_head =
        std::cos((place.rotation_deg - now_at.rotation_deg) * std::numbers::pi / 180) < 0;
    const auto on_object = std::count_if(job.pieces.begin(), job.pieces.end(), [&](const Piece& each) {
        return each.placement.object == now_at.object;
    });
    const Object& object = objectOf(job, *findPiece(job, id));
    if (!on_its_head || on_object > 1 || !looksTheSame(outlineOf(object.shape)))
        return withPlace(std::move(job), id, place.from_centre, place.rotation_deg);
    Object turned = turnedByHalf(object);
    job = withObject(std::move(job), id, std::move(turned));
    return withPlace(std::move(job), id, {-place.from_centre.x, -place.from_centre.y}, now_at.rotation_deg);
}

}  // namespace tympan
