#include "core/artwork/take_apart.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr double differs_from_page = 20;  // of 255, from the page
constexpr double closes = 0.008;          // gaps of this part of the long side are within a picture
constexpr double least_side = 0.04;       // of the long side
constexpr double rim_share = 0.002;       // left out all round, so that no line of the page stays

/// The colour that most of the border has.
cv::Scalar pageColour(const cv::Mat& pixels) {
    cv::Scalar colour;
    for (int c = 0; c < pixels.channels(); ++c) {
        std::vector<uchar> values;
        cv::Mat channel;
        cv::extractChannel(pixels, channel, c);
        for (int x = 0; x < channel.cols; ++x)
            values.push_back(channel.at<uchar>(1, x)),
                values.push_back(channel.at<uchar>(channel.rows - 2, x));
        for (int y = 0; y < channel.rows; ++y)
            values.push_back(channel.at<uchar>(y, 1)),
                values.push_back(channel.at<uchar>(y, channel.cols - 2));
        std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2),
                         values.end());
        colour[c] = values[values.size() / 2];
    }
    return colour;
}

/// Corners from the top left clockwise, whichever way the rectangle is turned by less than 45°.
std::array<cv::Point2f, 4> ordered(const cv::RotatedRect& rect) {
    cv::Point2f points[4];
    rect.points(points);
    std::array<cv::Point2f, 4> corners{points[0], points[1], points[2], points[3]};
    const auto first =
        std::min_element(corners.begin(), corners.end(),
                         [](const cv::Point2f& a, const cv::Point2f& b) { return a.x + a.y < b.x + b.y; });
    std::rotate(corners.begin(), first, corners.end());
    const cv::Point2f a = corners[1] - corners[0], b = corners[3] - corners[0];
    if (a.x * b.y - a.y * b.x < 0) std::swap(corners[1], corners[3]);
    return corners;
}

}  // namespace

std::vector<PictureEdit> picturesOn(const Artwork& page) {
    // Where the picture is already cut or turned, its parts are parts of what is seen.
    if (!keepsPixels(page.edit)) return {};
    if (page.edit.reversed) {
        // Found on the page as it came; each part is turned back by itself.
        PictureEdit as_it_came = page.edit;
        as_it_came.reversed = false;
        std::vector<PictureEdit> parts = picturesOn(*edited(page.original, as_it_came));
        for (PictureEdit& part : parts) part.reversed = true;
        return parts;
    }
    const cv::Mat pixels = overWhite(page.reduced);
    if (pixels.cols < 32 || pixels.rows < 32) return {};
    cv::Mat off;
    cv::absdiff(pixels, pageColour(pixels), off);
    if (off.channels() == 3) {
        std::vector<cv::Mat> channels;
        cv::split(off, channels);
        off = cv::max(channels[0], cv::max(channels[1], channels[2]));
    }
    cv::Mat parts = off > differs_from_page;
    const double side = std::max(pixels.cols, pixels.rows);
    const int gap = std::max(3, cvRound(closes * side)) | 1;
    cv::morphologyEx(parts, parts, cv::MORPH_CLOSE, cv::getStructuringElement(cv::MORPH_RECT, {gap, gap}));
    std::vector<std::vector<cv::Point>> borders;
    cv::findContours(parts, borders, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_SIMPLE);
    struct Found {
        double top, left;
        PictureEdit edit;
    };
    std::vector<Found> found;
    for (const auto& border : borders) {
        cv::RotatedRect rect = cv::minAreaRect(border);
        rect.size.width += 1, rect.size.height += 1;  // from pixel middles to their edges
        if (std::min(rect.size.width, rect.size.height) < least_side * side) continue;
        const auto trimmed = static_cast<float>(2 * rim_share * side);
        rect.size.width -= trimmed, rect.size.height -= trimmed;
        PictureEdit edit;
        edit.page = page.edit.page, edit.quarters = page.edit.quarters;
        std::array<PointMm, 4> corners;
        const auto turned = ordered(rect);
        for (std::size_t i = 0; i < 4; ++i) {
            // The crop that the page itself may have is a part of the turned original.
            const PageParts& crop = page.edit.crop;
            corners[i] = {crop.x + crop.width * std::clamp((turned[i].x + 0.5) / pixels.cols, 0.0, 1.0),
                          crop.y + crop.height * std::clamp((turned[i].y + 0.5) / pixels.rows, 0.0, 1.0)};
        }
        edit.corners = corners;
        found.push_back(
            {rect.center.y - rect.size.height / 2.0, rect.center.x - rect.size.width / 2.0, edit});
    }
    if (found.size() < 2) return {};
    // Rows as one reads them: what begins within a twelfth of the page's height is in one row.
    std::sort(found.begin(), found.end(), [](const Found& a, const Found& b) { return a.top < b.top; });
    const double row = pixels.rows / 12.0;
    for (auto first = found.begin(); first != found.end();) {
        const auto last =
            std::find_if(first, found.end(), [&](const Found& f) { return f.top > first->top + row; });
        std::sort(first, last, [](const Found& a, const Found& b) { return a.left < b.left; });
        first = last;
    }
    std::vector<PictureEdit> edits;
    for (Found& each : found) edits.push_back(std::move(each.edit));
    return edits;
}

}  // namespace tympan
