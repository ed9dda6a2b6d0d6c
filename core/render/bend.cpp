#include "core/render/bend.h"

#include <cmath>
#include <limits>

#include "core/artwork/cubic.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

/// The place in the upright raster, in pixels, that a pixel of the bent one shows.
cv::Point2d placeOnTin(const Print& print, int column, int row) {
    const double p = print.grid.pixel_mm();
    const PrintBend& bend = *print.bend;
    PointMm at{column + 0.5, row + 0.5};
    if (print.turn) at = print.turn->to_finished(at);
    const PointMm in_frame{bend.origin.x + at.x * p, bend.origin.y + at.y * p};
    const PointMm turned_back = rotated(in_frame, bend.rotation_deg);
    const PointMm in_picture = bend.bend.toPicture({turned_back.x + bend.at.x, turned_back.y + bend.at.y});
    return {(in_picture.x / bend.picture.width + 0.5) * bend.upright.width,
            (in_picture.y / bend.picture.height + 0.5) * bend.upright.height};
}

}  // namespace

cv::Mat bentRegion(const Print& print, const RectPx& box,
                   const std::function<cv::Mat(const RectPx&)>& upright) {
    const SizePx size = print.bend->upright;
    cv::Mat places(box.height, box.width, CV_64FC2);
    double left = std::numeric_limits<double>::infinity(), top = left, right = -left, bottom = -left;
    for (int y = 0; y < box.height; ++y) {
        auto* row = places.ptr<cv::Point2d>(y);
        for (int x = 0; x < box.width; ++x) {
            cv::Point2d at = placeOnTin(print, box.x + x, box.y + y);
            at = {std::clamp(at.x, 0.0, 1.0 * size.width), std::clamp(at.y, 0.0, 1.0 * size.height)};
            row[x] = at;
            left = std::min(left, at.x), right = std::max(right, at.x);
            top = std::min(top, at.y), bottom = std::max(bottom, at.y);
        }
    }
    const RectPx needed =
        intersection({0, 0, size.width, size.height},
                     {static_cast<int>(left) - 3, static_cast<int>(top) - 3,
                      static_cast<int>(right - left) + 8, static_cast<int>(bottom - top) + 8});
    const cv::Mat source = upright(needed);
    const int channels = source.channels();
    cv::Mat result(box.height, box.width, source.type());
    inTwoParts(box.height, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* row = places.ptr<cv::Point2d>(y);
            auto* out = result.ptr<std::uint16_t>(y);
            for (int x = 0; x < box.width; ++x, out += channels) {
                // From the absolute place, so that a region's pixels are those of the whole.
                CubicWeights wx = cubicWeights(row[x].x), wy = cubicWeights(row[x].y);
                wx.first -= needed.x, wy.first -= needed.y;
                float sum[4] = {};
                eachCubic<std::uint16_t>(source, wx, wy, [&](const std::uint16_t* p, float weight) {
                    for (int c = 0; c < channels; ++c) sum[c] += weight * static_cast<float>(p[c]);
                });
                for (int c = 0; c < channels; ++c)
                    out[c] = static_cast<std::uint16_t>(std::clamp(sum[c] + 0.5f, 0.0f, 65535.0f));
                // Cubic weights overshoot: colour above its alpha would be no colour.
                if (channels % 2 == 0)
                    for (int c = 0; c + 1 < channels; ++c) out[c] = std::min(out[c], out[channels - 1]);
            }
        }
    });
    return result;
}

}  // namespace tympan
