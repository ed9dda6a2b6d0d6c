#include "core/seams/cheapest_path.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int along_cells = 4;  // from one corner to the next
constexpr int steepest = 3;     // cells aside in that: 37°; turns by one step are 10° to 14°
constexpr int ways = 2 * steepest + 1;
constexpr float turn_cost = 1.5F, aside_cost = 0.4F;  // L* mm of a bend, L* of a mm that is not straight on

std::size_t at(int number) { return static_cast<std::size_t>(number); }

}  // namespace

CheapestPath::CheapestPath(const cv::Mat& straight, const cv::Mat& aside, int first, int cell, double cell_mm)
    : first_(first),
      cell_(cell),
      cell_mm_(cell_mm),
      steps_((straight.rows + along_cells - 1) / along_cells),
      places_(straight.cols + 1),
      costs_(steps_, ways * places_, CV_32FC1) {
    inTwoParts(steps_, [&](int begin, int end) {
        for (int step = begin; step < end; ++step)
            for (int way = 0; way < ways; ++way) addStep(straight, aside, step, way);
    });
}

/// What a step costs from each place across, going on `way - steepest` cells aside over the next cells along.
void CheapestPath::addStep(const cv::Mat& straight_costs, const cv::Mat& aside_costs, int step, int way) {
    const int columns = straight_costs.cols;
    const float slope = static_cast<float>(way - steepest) / along_cells,
                longer = std::sqrt(1 + slope * slope);
    float* const costs = costs_.ptr<float>(step) + static_cast<std::ptrdiff_t>(way) * places_;
    std::fill(costs, costs + places_, aside_cost * static_cast<float>(std::abs(way - steepest)));
    for (int i = 0; i < along_cells; ++i) {
        const int row = std::min(step * along_cells + i, straight_costs.rows - 1);
        const float *straight = straight_costs.ptr<float>(row), *aside = aside_costs.ptr<float>(row);
        // A seam between two cells costs half of each.
        const float off = slope * (static_cast<float>(i) + 0.5F) - 0.5F;
        const int whole = static_cast<int>(std::floor(off));
        const float part = off - static_cast<float>(whole);
        const auto add = [&](int place, int j, int k) {
            costs[place] += longer * sloping(straight[j] + part * (straight[k] - straight[j]),
                                             aside[j] + part * (aside[k] - aside[j]), slope);
        };
        // All but the ends lie between two cells.
        const int begin = std::clamp(-whole, 0, places_),
                  end = std::clamp(columns - 1 - whole, begin, places_);
        for (int place = 0; place < begin; ++place) add(place, 0, 0);
        for (int place = begin; place < end; ++place) add(place, whole + place, whole + place + 1);
        for (int place = end; place < places_; ++place) add(place, columns - 1, columns - 1);
    }
    for (int place = 0; place < places_; ++place) costs[place] *= static_cast<float>(cell_mm_);
}

namespace {

constexpr float unreached = std::numeric_limits<float>::infinity();

/// By way, the least that it costs to come to each of some places so. A rim on both sides of each way's
/// places, and a way more on either side, can never be come from.
class Sums {
  public:
    explicit Sums(int places)
        : places_(places), row_(places + 2 * steepest), sums_(at((ways + 2) * row_), unreached) {}
    /// A path may begin anywhere, in any direction.
    void begin() {
        for (int way = 0; way < ways; ++way) std::fill_n(of(way), places_, 0.0F);
    }
    float* of(int way) { return sums_.data() + (way + 1) * row_ + steepest; }
    int places() const { return places_; }

    float least(int& at_place, int& by_way) {
        float best = unreached;
        for (int way = 0; way < ways; ++way)
            for (int place = 0; place < places_; ++place)
                if (of(way)[place] < best) best = of(way)[place], by_way = way, at_place = place;
        return best;
    }

  private:
    int places_, row_;
    std::vector<float> sums_;
};

}  // namespace

/// One step on, from places that begin at `least`.
template <class Sums, class Came>
void CheapestPath::advance(int step, int least, Sums& sums, Sums& next, Came came) const {
    const int places = sums.places();
    for (int way = 0; way < ways; ++way) {
        const int aside = way - steepest;
        const float* costs = stepCosts(step, way) + least;
        float* const to = next.of(way);
        const float *on = sums.of(way) - aside, *left = sums.of(way - 1) - aside,
                    *right = sums.of(way + 1) - aside;
        const int begin = std::max(0, aside), end = places + std::min(0, aside);
        std::fill_n(to, begin, unreached), std::fill(to + end, to + places, unreached);
        for (int place = begin; place < end; ++place)
            to[place] =
                std::min(on[place], std::min(left[place], right[place]) + turn_cost) + costs[place - aside];
        if (std::int8_t* from = came(way))
            for (int place = begin; place < end; ++place) {
                const float bent = std::min(left[place], right[place]) + turn_cost;
                const int before = !(bent < on[place])           ? way
                                   : left[place] <= right[place] ? way - 1
                                                                 : way + 1;
                from[place] = static_cast<std::int8_t>(before);
            }
    }
    std::swap(sums, next);
}

void CheapestPath::costs(int least, int most, int stride, std::span<float> costs) const {
    // Some at a time, so that what they share of a step's costs is still at hand.
    constexpr std::size_t at_once = 16;
    std::vector<Sums> sums(std::min(at_once, costs.size()), Sums(most - least + 1)), next = sums;
    for (std::size_t first = 0; first < costs.size(); first += at_once) {
        const std::size_t count = std::min(at_once, costs.size() - first);
        for (std::size_t i = 0; i < count; ++i) sums[i].begin();
        for (int step = 0; step < steps_; ++step)
            for (std::size_t i = 0; i < count; ++i)
                advance(step, least + static_cast<int>(first + i) * stride, sums[i], next[i],
                        [](int) -> std::int8_t* { return nullptr; });
        int place = 0, way = 0;
        for (std::size_t i = 0; i < count; ++i) costs[first + i] = sums[i].least(place, way);
    }
}

SeamLine CheapestPath::path(int least, int most) const {
    const int places = most - least + 1;
    std::vector<std::int8_t> came(at(steps_) * ways * at(places));
    const auto cameAt = [&](int step, int way) {
        return came.data() + (at(step) * ways + at(way)) * at(places);
    };
    Sums sums(places), next(places);
    sums.begin();
    for (int step = 0; step < steps_; ++step)
        advance(step, least, sums, next, [&](int way) { return cameAt(step, way); });
    int place = 0, way = steepest;
    sums.least(place, way);
    SeamLine line;
    for (int step = steps_; step >= 0; --step) {
        const PointPx corner{(first_ + step * along_cells) * cell_, (least + place) * cell_};
        // What goes straight on is one stretch.
        const std::size_t n = line.corners.size();
        if (n > 1 &&
            static_cast<long>(line.corners[n - 1].y - corner.y) * (line.corners[n - 2].x - corner.x) ==
                static_cast<long>(line.corners[n - 2].y - corner.y) * (line.corners[n - 1].x - corner.x))
            line.corners.back() = corner;
        else
            line.corners.push_back(corner);
        if (step == 0) break;
        const int before = cameAt(step - 1, way)[place];
        place -= way - steepest;
        way = before;
    }
    std::reverse(line.corners.begin(), line.corners.end());
    return line;
}

}  // namespace tympan
