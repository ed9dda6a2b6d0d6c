#include "core/readings/grey_patches.h"

#include <algorithm>
#include <cmath>

#include "core/photograph/find_marked.h"
#include "core/photograph/linear_light.h"
#include "core/readings/strip_reading.h"

namespace tympan {

namespace {

constexpr double rim = 0.2;             // of a box: left out for blur and a sheet that lies a little off
constexpr double most_apart = 0.06;     // k, between two places of one grey
constexpr double least_of_solid = 0.5;  // k: paler than that nothing was printed there

double lightIn(const cv::Mat& photo, const cv::Matx33d& page_to_photo, const RectMm& box, double px_per_mm) {
    const RectMm inner{box.x + rim * box.width, box.y + rim * box.height, (1 - 2 * rim) * box.width,
                       (1 - 2 * rim) * box.height};
    return cv::mean(lightOf(squared(photo, page_to_photo, inner, px_per_mm)))[0];
}

}  // namespace

DeviceCurve greysSeen(const cv::Mat& photo, const cv::Matx33d& to_photo, const CalibrationLayout& layout,
                      const Affine& laid, double px_per_mm) {
    const cv::Matx33d here = to_photo * cv::Matx33d(laid.a, laid.c, laid.e, laid.b, laid.d, laid.f, 0, 0, 1);
    std::vector<double> sum(grey_steps, 0), first(grey_steps, -1);
    for (const GreyPatch& grey : layout.greys) {
        const double paper =
            (lightIn(photo, here, grey.above, px_per_mm) + lightIn(photo, here, grey.below, px_per_mm)) / 2;
        if (paper <= 0) return {};
        const double k = 1 - encoded(lightIn(photo, here, grey.at, px_per_mm) / paper);
        const auto step = static_cast<std::size_t>(std::lround(grey.printed * grey_steps) - 1);
        if (first[step] >= 0 && std::abs(first[step] - k) > most_apart) return {};
        first[step] = k;
        sum[step] += k / 2;
    }
    if (sum.back() < least_of_solid) return {};
    const std::vector<double> risen = neverFalling(std::move(sum));
    DeviceCurve curve{{0, 0}};
    for (std::size_t step = 0; step < risen.size(); ++step)
        curve.emplace_back(static_cast<double>(step + 1) / grey_steps, std::clamp(risen[step], 0.0, 1.0));
    return curve;
}

}  // namespace tympan
