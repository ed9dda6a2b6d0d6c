#include "core/fill/placing.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <numbers>
#include <numeric>

#include "core/base/random.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

using Clock = std::chrono::steady_clock;

constexpr double first_step = 0.12, least_step = 0.004;
constexpr int attempts_in_all = 20;  // where moves count, and no time

/// Attempts to lay the same pictures at other sizes and gaps, within one time.
class Attempts {
  public:
    Attempts(const FillRoom& room, const std::vector<FillPicture>& pictures, std::uint64_t seed,
             const FillLimits& limits, const Progress& progress)
        : room_(room), pictures_(pictures), seed_(seed), limits_(limits), progress_(progress) {}

    bool over() const {
        return progress_.stop.stop_requested() ||
               (limits_.moves > 0 ? made_ >= attempts_in_all : seconds() >= limits_.seconds);
    }
    double seconds() const { return std::chrono::duration<double>(Clock::now() - begun_).count(); }

    /// Whether all lie, and where. `gap`, `margin` instead of the room's; `turns`: baked into the pictures,
    /// which then are not turned any more.
    bool lie(const std::vector<double>& scales, double gap, double margin, const std::vector<double>* turns,
             const FillPlaces* from, FillPlaces& found) {
        ++made_;
        if (progress_.sink)
            progress_.sink(std::clamp(
                limits_.moves > 0 ? 1.0 * made_ / attempts_in_all : seconds() / limits_.seconds, 0.0, 1.0));
        NestProblem problem;
        problem.container = room_.room;
        problem.most_containers = 1;
        problem.gap_mm = gap;
        problem.edge_gap_mm = margin;
        bool any_turns = false;
        NestLimits limits;
        limits.from.emplace_back();
        for (std::size_t i = 0; i < pictures_.size(); ++i) {
            NestPiece piece;
            piece.outline = scaled(pictures_[i].outline, scales[i], scales[i]);
            if (turns) piece.outline = rotated(std::move(piece.outline), (*turns)[i]);
            piece.most_turn_deg = pictures_[i].most_turn_deg;
            any_turns = any_turns || piece.most_turn_deg > 0;
            problem.pieces.push_back(std::move(piece));
            if (from && from->placed[i])
                limits.from[0].push_back(
                    {i, 0, turns ? 0 : from->places[i].rotation_deg, from->places[i].at});
        }
        problem.turning = any_turns && !turns ? Turning::free : Turning::none;
        problem.locked.emplace_back();
        for (std::size_t i = 0; i < room_.obstacles.size(); ++i) {
            NestPiece piece;
            piece.outline = room_.obstacles[i];
            problem.locked[0].push_back({problem.pieces.size(), 0, 0, {0, 0}});
            problem.pieces.push_back(std::move(piece));
        }
        if (limits.from[0].empty()) limits.from.clear();
        limits.seconds = limits_.moves > 0
                             ? 1e6
                             : std::min(limits_.seconds - seconds(), std::max(0.3, limits_.seconds / 8));
        limits.moves = limits_.moves;
        limits.seed = seed_ * 131 + static_cast<std::uint64_t>(made_);
        const NestLayout layout = nest(problem, limits, {}, {progress_.stop, {}});
        found.places.assign(pictures_.size(), {});
        found.placed.assign(pictures_.size(), false);
        std::size_t count = 0;
        for (const auto& container : layout.containers)
            for (const NestPlace& place : container) {
                if (place.piece >= pictures_.size()) continue;
                found.places[place.piece] = {
                    place.at, turns ? (*turns)[place.piece] : std::remainder(place.rotation_deg, 360),
                    scales[place.piece]};
                found.placed[place.piece] = true;
                ++count;
            }
        return count == pictures_.size();
    }

  private:
    const FillRoom& room_;
    const std::vector<FillPicture>& pictures_;
    std::uint64_t seed_;
    const FillLimits& limits_;
    const Progress& progress_;
    Clock::time_point begun_ = Clock::now();
    int made_ = 0;
};

double roomArea(const FillRoom& room) {
    Outline open = offset(room.room, -room.margin_mm);
    for (const Outline& obstacle : room.obstacles) open = without(open, offset(obstacle, room.gap_mm));
    return area(open);
}

double areaOf(const std::vector<FillPicture>& pictures, double gap) {
    double all = 0;
    for (const FillPicture& picture : pictures) all += area(offset(picture.outline, gap / 2));
    return all;
}

FillPlaces nothing(std::size_t count) {
    return {std::vector<FillPlace>(count), std::vector<bool>(count, false)};
}

}  // namespace

FillPlaces packed(const FillRoom& room, const std::vector<FillPicture>& pictures, double size_range,
                  std::uint64_t seed, const FillLimits& limits, const FillBetter& better,
                  const Progress& progress) {
    Attempts attempts(room, pictures, seed, limits, progress);
    const std::size_t n = pictures.size();
    FillPlaces best = nothing(n), found;
    std::vector<double> scales(n, 1);
    const auto all = [n](double scale) { return std::vector<double>(n, scale); };
    const auto take = [&](const std::vector<double>& at) {
        best = found;
        scales = at;
        if (better) better(best);
    };
    // As large as their areas would allow is never reached; half of it nearly always is.
    double scale = 0.7 * std::sqrt(std::max(1e-9, roomArea(room)) / areaOf(pictures, 0));
    bool any = false;
    while (!attempts.over() && !any) {
        any = attempts.lie(all(scale), room.gap_mm, room.margin_mm, nullptr, nullptr, found);
        if (any)
            take(all(scale));
        else
            scale *= 0.85;
    }
    if (!any) return best;
    for (double step = first_step; step > least_step && !attempts.over();) {
        // From where they lie; and, once that fails, from nothing.
        const double next = scale * (1 + step);
        if (attempts.lie(all(next), room.gap_mm, room.margin_mm, nullptr, &best, found))
            take(all(next)), scale = next;
        else
            step /= 2;
    }
    Random random(seed);
    double larger = 1.08;
    for (std::size_t without_gain = 0; size_range > 1 && without_gain < 2 * n && !attempts.over();) {
        const auto which = static_cast<std::size_t>(random.below(static_cast<int>(n)));
        std::vector<double> next = scales;
        next[which] =
            std::min(next[which] * larger, size_range * *std::min_element(scales.begin(), scales.end()));
        if (next[which] > scales[which] * 1.001 &&
            attempts.lie(next, room.gap_mm, room.margin_mm, nullptr, &best, found))
            take(next), without_gain = 0;
        else
            ++without_gain;
    }
    // What is left over goes to all gaps alike.
    for (const double wider : {2.0, 1.5, 1.25, 1.1}) {
        if (attempts.over()) break;
        if (!attempts.lie(scales, wider * std::max(0.5, room.gap_mm), room.margin_mm, nullptr, &best, found))
            continue;
        take(scales);
        break;
    }
    return best;
}

FillPlaces scattered(const FillRoom& room, const std::vector<FillPicture>& pictures, std::uint64_t seed,
                     const FillLimits& limits, const FillBetter& better, const Progress& progress) {
    Attempts attempts(room, pictures, seed, limits, progress);
    Random random(seed);
    const std::size_t n = pictures.size();
    std::vector<double> turns;
    for (const FillPicture& picture : pictures)
        turns.push_back(
            picture.most_turn_deg > 0 ? random.between(-picture.most_turn_deg, picture.most_turn_deg) : 0);
    // Each where it is farthest from those before it, of a few places.
    FillPlaces from = nothing(n), found = from, best = from;
    const RectMm box = bounds(room.room);
    for (std::size_t i = 0; i < n; ++i) {
        double farthest = -1;
        for (int tries = 0, inside = 0; tries < 400 && inside < 6; ++tries) {
            const PointMm at{random.between(box.x, box.right()), random.between(box.y, box.bottom())};
            if (!contains(room.room, at)) continue;
            ++inside;
            double nearest = distanceToEdge(room.room, at);
            for (std::size_t j = 0; j < i; ++j)
                nearest =
                    std::min(nearest, std::hypot(at.x - from.places[j].at.x, at.y - from.places[j].at.y) / 2);
            if (nearest > farthest) farthest = nearest, from.places[i].at = at, from.placed[i] = true;
        }
    }
    double scale =
        std::min(1.0, 0.75 * std::sqrt(std::max(1e-9, roomArea(room)) / areaOf(pictures, room.gap_mm)));
    bool any = false;
    while (!attempts.over() && !any) {
        any = attempts.lie(std::vector<double>(n, scale), room.gap_mm, room.margin_mm, &turns, &from, found);
        best = found;
        if (!any) scale *= 0.9;
    }
    if (better) better(best);
    if (!any) return best;
    // As far apart as they go; then each a little off, so that it looks like chance and keeps the gap.
    const std::vector<double> scales(n, scale);
    double apart = 0;
    for (double step = std::max(3.0, room.gap_mm), more = step; step > 0.5 && !attempts.over();) {
        if (attempts.lie(scales, room.gap_mm + more, room.margin_mm + more / 2, &turns, &best, found))
            best = found, apart = more, more += step;
        else
            step /= 2, more = apart + step;
    }
    for (FillPlace& place : best.places) {
        const double angle = random.between(0, 2 * std::numbers::pi), by = random.between(0, 0.45 * apart);
        place.at.x += by * std::cos(angle);
        place.at.y += by * std::sin(angle);
    }
    if (better) better(best);
    return best;
}

}  // namespace tympan
