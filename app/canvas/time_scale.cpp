#include "app/canvas/time_scale.h"

#include <algorithm>

namespace tympan::app {

namespace {

constexpr double folded_width = 52, least_px_per_min = 1.1, most_px_per_min = 8;

double minutesOf(const TimeSpan& span) { return static_cast<double>((span.to - span.from).count()) / 60; }

}  // namespace

TimeScale::TimeScale(const std::vector<TimeSpan>& work, Moment from, Moment to, double width) {
    double minutes = 0;
    Moment at = from;
    const auto add = [&](Moment until, bool folded) {
        if (until <= at) return;
        parts_.push_back({{at, until}, 0, 0, folded});
        at = until;
    };
    for (const TimeSpan& each : work) {
        add(std::max(at, each.from), true);
        add(std::max(at, each.to), false);
    }
    add(to, true);
    int folds = 0;
    for (Part& part : parts_) {
        // What would be narrower than its fold is not folded.
        if (part.folded && minutesOf(part.time) * least_px_per_min < folded_width) part.folded = false;
        if (part.folded)
            ++folds;
        else
            minutes += minutesOf(part.time);
    }
    const double per_min = std::clamp(minutes > 0 ? (width - folds * folded_width) / minutes : 1,
                                      least_px_per_min, most_px_per_min);
    double left = 0;
    for (Part& part : parts_) {
        part.left = left;
        part.width = part.folded ? folded_width : minutesOf(part.time) * per_min;
        left += part.width;
    }
}

double TimeScale::x(Moment at) const {
    if (parts_.empty()) return 0;
    for (const Part& part : parts_)
        if (at < part.time.to)
            return part.left + part.width * std::max(0.0, static_cast<double>((at - part.time.from).count()) /
                                                              static_cast<double>(
                                                                  (part.time.to - part.time.from).count()));
    return width();
}

Moment TimeScale::at(double x) const {
    for (const Part& part : parts_)
        if (x < part.left + part.width) {
            const double share = std::max(0.0, (x - part.left) / part.width);
            const auto whole = static_cast<double>((part.time.to - part.time.from).count());
            return part.time.from + std::chrono::seconds{static_cast<long long>(share * whole)};
        }
    return parts_.empty() ? Moment{} : parts_.back().time.to;
}

}  // namespace tympan::app
