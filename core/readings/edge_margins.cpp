#include "core/readings/edge_margins.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <optional>

#include "core/photograph/find_marked.h"
#include "core/photograph/paper_edges.h"

namespace tympan {

namespace {

constexpr double surely_dark_mm = 3;     // from a bar's inner end
constexpr double cut_off_mm = 0.3;       // a bar that begins so much later than it was laid was cut off
constexpr double seen_beside_mm = 0.35;  // what lies round the paper is seen there, too
constexpr double least_contrast = 30;    // grey levels

struct Begin {
    double at_mm;       ///< where the bar begins to be seen, from its edge of the paper
    double laid_at_mm;  ///< where it was laid
};

/// A place of the paper, seen from a side: x inwards, y along it.
PointMm fromItsSide(const SizeMm& paper, PageSide side, const PointMm& at) {
    switch (side) {
        case PageSide::left:
            return at;
        case PageSide::top:
            return {at.y, at.x};
        case PageSide::right:
            return {paper.width - at.x, at.y};
        case PageSide::bottom:
            return {paper.height - at.y, at.x};
    }
    return {};
}

std::optional<Begin> beginOf(const cv::Mat& grey, const cv::Matx33d& to_photo, const SizeMm& paper,
                             const EdgeBar& bar, const Affine& laid, double px_per_mm) {
    const auto lies = [&](double inwards, double along) {
        return fromItsSide(paper, bar.side, laid(onPage(paper, bar.side, inwards, along)));
    };
    const PointMm outer = lies(0, bar.along_mm), inner = lies(bar_long_mm - surely_dark_mm, bar.along_mm);
    if (inner.x < 1) return {};
    const double slope = (inner.y - outer.y) / (inner.x - outer.x);
    // x inwards from the paper's edge, y beside the bar's middle, which is straight there.
    const cv::Matx33d along_bar{1, 0, 0, slope, 1, inner.y - slope * inner.x, 0, 0, 1};
    const cv::Matx33d here = to_photo * fromSide(paper, static_cast<int>(bar.side)) * along_bar;
    const double half = bar_wide_mm / 4;
    cv::Mat profile;
    cv::reduce(squared(grey, here, {0, -half, inner.x, 2 * half}, px_per_mm), profile, 0, cv::REDUCE_AVG,
               CV_32F);
    const cv::Mat beside = squared(grey, here, {inner.x - 5, -6 * half, 5, 2 * half}, px_per_mm);
    const auto at = [&](int i) { return static_cast<double>(profile.at<float>(i)); };
    const int last = profile.cols - 1;
    const double dark = at(last), bare = cv::mean(beside)[0], middle = (dark + bare) / 2;
    if (bare - dark < least_contrast) return {};
    int i = last;
    while (i > 0 && at(i - 1) < middle) --i;
    const double begin = i == 0 ? -0.5 : i - (middle - at(i)) / (at(i - 1) - at(i));
    const double mm = (begin + 0.5) / px_per_mm;
    return Begin{mm < seen_beside_mm ? 0 : mm, outer.x};
}

double marginOf(const std::vector<Begin>& bars) {
    double most_cut = -1, least = most_margin_mm;
    for (const Begin& bar : bars) {
        if (bar.at_mm > std::max(0.0, bar.laid_at_mm) + cut_off_mm) most_cut = std::max(most_cut, bar.at_mm);
        least = std::min(least, bar.at_mm);
    }
    return most_cut >= 0 ? most_cut : least;
}

}  // namespace

std::optional<PageMargins> marginsSeen(const cv::Mat& grey, const cv::Matx33d& to_photo,
                                       const CalibrationLayout& layout, const Affine& laid,
                                       double px_per_mm) {
    PageMargins margins;
    bool any = false;
    double* const of[] = {&margins.left, &margins.top, &margins.right, &margins.bottom};
    for (const PageSide side : page_sides) {
        std::vector<Begin> begins;
        for (const EdgeBar& bar : layout.bars)
            if (bar.side == side)
                if (const auto begin = beginOf(grey, to_photo, layout.page, bar, laid, px_per_mm))
                    begins.push_back(*begin);
        any = any || !begins.empty();
        // None is seen: the printer leaves more bare than they are long.
        *of[static_cast<std::size_t>(side)] = begins.empty() ? bar_long_mm : marginOf(begins);
    }
    if (!any) return {};
    return margins;
}

}  // namespace tympan
