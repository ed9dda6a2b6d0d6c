#include "core/artwork/silhouette.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/base/cache.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr int like_background = 28;     // of 255, in each channel: what a camera or JPEG makes of plain paper
constexpr double clean_share = 0.97;    // of the border that must be of one colour
constexpr double least_speck = 0.0005;  // of the picture: specks below are dust

/// 255 where the picture is not transparent; empty when it is opaque nearly everywhere.
cv::Mat byAlpha(const cv::Mat& pixels) {
    if (pixels.channels() % 2 != 0) return {};
    cv::Mat alpha;
    cv::extractChannel(pixels, alpha, pixels.channels() - 1);
    const cv::Mat seen = alpha > 127;
    return cv::countNonZero(seen) < 0.998 * static_cast<double>(seen.total()) ? seen : cv::Mat();
}

cv::Scalar borderMedian(const cv::Mat& pixels) {
    cv::Scalar median;
    for (int c = 0; c < pixels.channels(); ++c) {
        std::vector<uchar> values;
        for (int x = 0; x < pixels.cols; ++x)
            for (int y : {0, pixels.rows - 1}) values.push_back(pixels.ptr(y)[x * pixels.channels() + c]);
        for (int y = 0; y < pixels.rows; ++y)
            for (int x : {0, pixels.cols - 1}) values.push_back(pixels.ptr(y)[x * pixels.channels() + c]);
        std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2),
                         values.end());
        median[c] = values[values.size() / 2];
    }
    return median;
}

/// 255 where the picture is not its background; empty when the border is not of one colour.
cv::Mat byBackground(const cv::Mat& pixels) {
    cv::Mat colours = pixels;
    if (pixels.channels() == 4) cv::cvtColor(pixels, colours, cv::COLOR_BGRA2BGR);
    if (pixels.channels() == 2) cv::extractChannel(pixels, colours, 0);
    const cv::Scalar paper = borderMedian(colours);
    cv::Mat like;
    cv::inRange(colours, paper - cv::Scalar::all(like_background), paper + cv::Scalar::all(like_background),
                like);
    // A frame of background, so that every part of it that touches the border is one field.
    cv::Mat field;
    cv::copyMakeBorder(like, field, 1, 1, 1, 1, cv::BORDER_CONSTANT, cv::Scalar(255));
    const double border = 2.0 * (like.cols + like.rows);
    const double clean = cv::countNonZero(like.row(0)) + cv::countNonZero(like.row(like.rows - 1)) +
                         cv::countNonZero(like.col(0)) + cv::countNonZero(like.col(like.cols - 1));
    if (clean < clean_share * border) return {};
    cv::floodFill(field, cv::Point(0, 0), cv::Scalar(128));
    return field(cv::Rect(1, 1, like.cols, like.rows)) != 128;
}

std::optional<Outline> traced(const cv::Mat& seen) {
    // Twice the size, so that the border runs between pixels and not through their middles.
    cv::Mat twice;
    cv::resize(seen, twice, {}, 2, 2, cv::INTER_NEAREST);
    cv::copyMakeBorder(twice, twice, 1, 1, 1, 1, cv::BORDER_CONSTANT, cv::Scalar(0));
    std::vector<std::vector<cv::Point>> borders;
    cv::findContours(twice, borders, cv::RETR_CCOMP, cv::CHAIN_APPROX_SIMPLE);
    std::vector<Ring> rings;
    for (const auto& border : borders) {
        if (cv::contourArea(border) < least_speck * static_cast<double>(twice.total())) continue;
        Ring ring;
        for (const cv::Point& p : border)
            ring.push_back({std::clamp((p.x - 0.5) / (2.0 * seen.cols - 1), 0.0, 1.0),
                            std::clamp((p.y - 0.5) / (2.0 * seen.rows - 1), 0.0, 1.0)});
        rings.push_back(std::move(ring));
    }
    if (rings.empty()) return {};
    // Outline operations are exact to a micrometre; a part is not a millimetre.
    constexpr double for_precision = 1000;
    for (Ring& ring : rings)
        for (PointMm& p : ring) p = {p.x * for_precision, p.y * for_precision};
    Outline outline = scaled(simplified(tidied(rings), 0.5), 1 / for_precision, 1 / for_precision);
    if (outline.empty()) return {};
    return outline;
}

}  // namespace

std::optional<Outline> silhouetteOf(const Artwork& artwork) {
    return *remembered(
        "silhouette",
        [](const Artwork& picture) -> std::optional<Outline> {
            cv::Mat seen = byAlpha(picture.reduced);
            if (seen.empty()) seen = byBackground(picture.reduced);
            return seen.empty() ? std::nullopt : traced(seen);
        },
        artwork);
}

}  // namespace tympan
