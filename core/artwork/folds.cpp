#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/clean_up.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int folds_px = 1024;
constexpr double steepest = 0.035;      // two degrees
constexpr int slopes = 7;               // tried on each side of level
constexpr double widest = 0.012;        // of the crossed side, from the middle of a crease to its rim
constexpr double crease_share = 0.025;  // paper on a crease differs at least by this share
constexpr double least_paper = 0.45;    // of a row that must be paper for its median to tell

/// The median of paper along each row of a sheared picture (CV_32FC1 ratio to the paper, 0 where there is
/// none); 0 where too little of the row is paper.
std::vector<float> rowMedians(const cv::Mat& ratio, double slope) {
    std::vector<float> medians(static_cast<std::size_t>(ratio.rows)), values;
    for (int y = 0; y < ratio.rows; ++y) {
        values.clear();
        int inside = 0;
        for (int x = 0; x < ratio.cols; ++x) {
            const int row = y + static_cast<int>(std::lround(slope * (x - ratio.cols / 2.0)));
            if (row < 0 || row >= ratio.rows) continue;
            ++inside;
            if (const float r = ratio.at<float>(row, x); r > 0) values.push_back(r);
        }
        if (inside < 0.8 * ratio.cols || static_cast<double>(values.size()) < least_paper * inside) continue;
        const auto half = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
        std::nth_element(values.begin(), half, values.end());
        medians[static_cast<std::size_t>(y)] = *half;
    }
    return medians;
}

/// How far each row departs from the median of the rows about it.
std::vector<float> departures(const std::vector<float>& medians, int reach) {
    std::vector<float> off(medians.size(), 0), near;
    const int count = static_cast<int>(medians.size());
    for (int y = 0; y < count; ++y) {
        near.clear();
        for (int i = std::max(0, y - 4 * reach); i < std::min(count, y + 4 * reach + 1); ++i)
            if (std::abs(i - y) > reach && medians[static_cast<std::size_t>(i)] > 0)
                near.push_back(medians[static_cast<std::size_t>(i)]);
        const float own = medians[static_cast<std::size_t>(y)];
        if (own <= 0 || near.size() < static_cast<std::size_t>(2 * reach)) continue;
        const auto half = near.begin() + static_cast<std::ptrdiff_t>(near.size() / 2);
        std::nth_element(near.begin(), half, near.end());
        off[static_cast<std::size_t>(y)] = own / *half - 1;
    }
    return off;
}

/// Whether a row next to this one is mostly ink.
bool besideInk(const std::vector<float>& medians, int y) {
    for (int at = std::max(0, y - 3); at < std::min(static_cast<int>(medians.size()), y + 4); ++at)
        if (medians[static_cast<std::size_t>(at)] <= 0) return true;
    return false;
}

void findLevel(const cv::Mat& ratio, bool upright, std::vector<Fold>& folds) {
    const int reach = std::max(2, static_cast<int>(std::lround(widest * ratio.rows)));
    if (ratio.rows < 16 * reach / 2 || ratio.cols < 32) return;
    // Each place's best slope is the one along which it stands out most.
    std::vector<float> best(static_cast<std::size_t>(ratio.rows), 0);
    std::vector<double> best_slope(best.size(), 0);
    std::vector<std::vector<float>> medians, all;
    for (int i = -slopes; i <= slopes; ++i) {
        const double slope = steepest * i / slopes;
        medians.push_back(rowMedians(ratio, slope));
        all.push_back(departures(medians.back(), reach));
        for (std::size_t y = 0; y < best.size(); ++y)
            if (std::abs(all.back()[y]) > std::abs(best[y])) best[y] = all.back()[y], best_slope[y] = slope;
    }
    for (;;) {
        const auto peak = std::max_element(best.begin(), best.end(),
                                           [](float a, float b) { return std::abs(a) < std::abs(b); });
        if (std::abs(*peak) < crease_share) return;
        const int y = static_cast<int>(peak - best.begin());
        *peak = 0;
        const double slope = best_slope[static_cast<std::size_t>(y)];
        const auto slope_index = static_cast<std::size_t>(std::lround(slope / steepest * slopes) + slopes);
        const auto& along = all[slope_index];
        // The soft rim of a ruled line is no crease.
        if (besideInk(medians[slope_index], y)) continue;
        Fold fold;
        fold.upright = upright;
        fold.place = (y + 0.5) / ratio.rows;
        fold.slope = slope * ratio.cols / ratio.rows;
        fold.from = -1.0 * reach / ratio.rows;
        fold.step = 1.0 / ratio.rows;
        for (int i = -reach; i <= reach; ++i) {
            const int at = y + i;
            // It ends softly, so that its rim does not show.
            const double soft = std::min(1.0, 2.0 * (reach + 1 - std::abs(i)) / (reach + 1));
            const float off = at < 0 || at >= ratio.rows ? 0 : along[static_cast<std::size_t>(at)];
            fold.factor.push_back(static_cast<float>(1 + soft * off));
        }
        folds.push_back(std::move(fold));
        for (int at = std::max(0, y - 2 * reach); at < std::min(ratio.rows, y + 2 * reach + 1); ++at)
            best[static_cast<std::size_t>(at)] = 0;
        if (folds.size() >= 12) return;
    }
}

}  // namespace

std::vector<Fold> foldsOf(const cv::Mat& pixels, const PaperModel& paper) {
    const double scale = std::min(1.0, 1.0 * folds_px / std::max(pixels.cols, pixels.rows));
    const cv::Size size(std::max(1, cvRound(pixels.cols * scale)), std::max(1, cvRound(pixels.rows * scale)));
    cv::Mat small, field;
    cv::resize(pixels, small, size, 0, 0, cv::INTER_AREA);
    greyOf(small).convertTo(small, CV_32F, 1 / 255.0);
    std::vector<cv::Mat> channels;
    cv::split(paper.field, channels);
    // Grey of the paper to a good approximation: its green, or its only channel.
    cv::resize(channels.size() == 3 ? channels[1] : channels[0], field, size, 0, 0, cv::INTER_LINEAR);
    cv::Mat ratio = small / field;
    // Ink is not paper, and neither is its soft rim; a crease is never darker than this.
    cv::Mat ink;
    cv::dilate(ratio < 0.8f, ink, cv::getStructuringElement(cv::MORPH_RECT, {5, 5}));
    ratio.setTo(0, ink);
    std::vector<Fold> folds;
    findLevel(ratio, false, folds);
    cv::Mat across;
    cv::transpose(ratio, across);
    findLevel(across, true, folds);
    return folds;
}

}  // namespace tympan
