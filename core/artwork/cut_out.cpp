#include "core/artwork/cut_out.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/grey.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int looking_px = 384, rounds = 5;
constexpr double border_part = 0.02;  // taken for background until something says otherwise
constexpr int rim_px = 5;             // how far the guided filter looks
constexpr double rim_epsilon = 1e-4;

/// Paints strokes into a mask; what is sure is sure.
void draw(const std::vector<Stroke>& strokes, cv::Mat& mask) {
    const int side = std::max(mask.cols, mask.rows);
    for (const Stroke& stroke : strokes) {
        const int thick = std::max(1, cvRound(2 * stroke.radius * side));
        const cv::Scalar what(stroke.keep ? cv::GC_FGD : cv::GC_BGD);
        cv::Point before;
        for (std::size_t i = 0; i < stroke.points.size(); ++i) {
            const cv::Point at(cvRound(stroke.points[i].x * mask.cols - 0.5),
                               cvRound(stroke.points[i].y * mask.rows - 0.5));
            cv::line(mask, i == 0 ? at : before, at, what, thick);
            before = at;
        }
    }
}

/// What to begin with: the border is probably background, and so is all that is like it and touches it.
cv::Mat beginning(const cv::Mat& colours) {
    cv::Mat mask(colours.size(), CV_8UC1, cv::Scalar(cv::GC_PR_FGD));
    const int border = std::max(1, cvRound(border_part * std::max(mask.cols, mask.rows)));
    const cv::Rect inner(border, border, mask.cols - 2 * border, mask.rows - 2 * border);
    cv::Mat rim(colours.size(), CV_8UC1, cv::Scalar(255));
    if (inner.width > 0 && inner.height > 0) rim(inner).setTo(0);
    // A graded background changes little from pixel to pixel: floods with a small step follow it.
    cv::Mat smooth, flooded = cv::Mat::zeros(mask.rows + 2, mask.cols + 2, CV_8UC1);
    cv::GaussianBlur(colours, smooth, {}, 1.2);
    const auto flood = [&](int x, int y) {
        cv::floodFill(smooth, flooded, {x, y}, {}, nullptr, cv::Scalar::all(2.5), cv::Scalar::all(2.5),
                      4 | cv::FLOODFILL_MASK_ONLY | (255 << 8));
    };
    for (int x = 0; x < mask.cols; x += 4) flood(x, 0), flood(x, mask.rows - 1);
    for (int y = 0; y < mask.rows; y += 4) flood(0, y), flood(mask.cols - 1, y);
    const cv::Mat like_border = flooded(cv::Rect(1, 1, mask.cols, mask.rows));
    mask.setTo(cv::GC_PR_BGD, (rim > 0) | (like_border > 0));
    return mask;
}

bool holds(const cv::Mat& mask, int a, int b) { return cv::countNonZero((mask == a) | (mask == b)) > 0; }

cv::Mat boxMean(const cv::Mat& values, int reach) {
    cv::Mat mean;
    cv::blur(values, mean, {2 * reach + 1, 2 * reach + 1}, {-1, -1}, cv::BORDER_REFLECT_101);
    return mean;
}

/// The mix of channels that tells subject from background best: along the line between their means.
std::vector<double> tellingMix(const cv::Mat& colours, const cv::Mat& subject) {
    if (colours.channels() == 1) return {1};
    const cv::Scalar in = cv::mean(colours, subject), out = cv::mean(colours, ~subject);
    double length = 0;
    for (int c = 0; c < 3; ++c) length += std::abs(in[c] - out[c]);
    if (length < 5) return {0.3, 0.6, 0.1};
    return {(in[0] - out[0]) / length, (in[1] - out[1]) / length, (in[2] - out[2]) / length};
}

/// share = slope · colour + shift about each place, fitted to the mask (He, Sun, Tang: equations 5 and 6 with
/// the telling mix of the colours as the guide).
CutModel fitted(const cv::Mat& colours, const cv::Mat& subject) {
    cv::Mat guide, share;
    const std::vector<double> mix = tellingMix(colours, subject);
    colours.convertTo(share, CV_32F);
    cv::transform(share, guide, cv::Mat(mix).t());
    guide /= 255;
    subject.convertTo(share, CV_32F, 1 / 255.0);
    const cv::Mat mean_g = boxMean(guide, rim_px), mean_s = boxMean(share, rim_px);
    const cv::Mat both = boxMean(guide.mul(share), rim_px) - mean_g.mul(mean_s);
    const cv::Mat own = boxMean(guide.mul(guide), rim_px) - mean_g.mul(mean_g);
    const cv::Mat a = both / (own + rim_epsilon), slope = boxMean(a, rim_px);
    CutModel model;
    model.shift = boxMean(mean_s - a.mul(mean_g), rim_px);
    std::vector<cv::Mat> slopes;
    for (double part : mix) slopes.push_back(slope * part);
    cv::merge(slopes, model.slope);
    return model;
}

/// The share of a pixel that is subject.
float shareAt(const CutModel& model, const float* slope, float shift, const float* colour) {
    float sum = shift;
    for (int c = 0; c < model.slope.channels(); ++c) sum += slope[c] * colour[c];
    // What is nearly whole is whole: the model's own unevenness must not show.
    return std::clamp((sum - 0.06f) / 0.88f, 0.0f, 1.0f);
}

template <class Sample>
void cutRows(const cv::Mat& pixels, const CutModel& model, const cv::Mat& slope, const cv::Mat& shift,
             cv::Mat& result, int first, int last) {
    constexpr float most = std::is_same_v<Sample, std::uint8_t> ? 255.0f : 65535.0f;
    const int given = pixels.channels(), colours = result.channels() - 1;
    for (int y = first; y < last; ++y) {
        const auto* p = pixels.ptr<Sample>(y);
        auto* out = result.ptr<Sample>(y);
        for (int x = 0; x < pixels.cols; ++x, p += given, out += colours + 1) {
            const float alpha = given > colours ? static_cast<float>(p[colours]) / most : 1;
            float colour[3];
            for (int c = 0; c < colours; ++c)
                colour[c] = 1 - alpha + alpha * static_cast<float>(p[c]) / most, out[c] = p[c];
            const float share =
                shareAt(model, slope.ptr<float>(y) + x * colours, shift.at<float>(y, x), colour);
            out[colours] = static_cast<Sample>(share * alpha * most + 0.5f);
        }
    }
}

template <class Sample>
void clearRows(const cv::Mat& pixels, cv::Mat& result, int first, int last) {
    constexpr float most = std::is_same_v<Sample, std::uint8_t> ? 255.0f : 65535.0f;
    const int given = pixels.channels(), colours = result.channels() - 1;
    for (int y = first; y < last; ++y) {
        const auto* p = pixels.ptr<Sample>(y);
        auto* out = result.ptr<Sample>(y);
        for (int x = 0; x < pixels.cols; ++x, p += given, out += colours + 1) {
            const float own = given > colours ? static_cast<float>(p[colours]) / most : 1;
            float needed = 0;
            for (int c = 0; c < colours; ++c)
                needed = std::max(needed, own * (1 - static_cast<float>(p[c]) / most));
            for (int c = 0; c < colours; ++c) {
                const float over_white = 1 - own * (1 - static_cast<float>(p[c]) / most);
                const float colour = needed > 0 ? (over_white - (1 - needed)) / needed : 0;
                out[c] = static_cast<Sample>(std::clamp(colour, 0.0f, 1.0f) * most + 0.5f);
            }
            out[colours] = static_cast<Sample>(needed * most + 0.5f);
        }
    }
}

/// Room for the picture with an alpha channel.
cv::Mat withAlpha(const cv::Mat& pixels) {
    const int colours = pixels.channels() >= 3 ? 3 : 1;
    return cv::Mat(pixels.rows, pixels.cols, CV_MAKETYPE(pixels.depth(), colours + 1));
}

}  // namespace

CutModel cutModel(const cv::Mat& pixels, const std::vector<Stroke>& strokes, const Progress& progress) {
    const double scale = std::min(1.0, 1.0 * looking_px / std::max(pixels.cols, pixels.rows));
    const cv::Size size(std::max(8, cvRound(pixels.cols * scale)), std::max(8, cvRound(pixels.rows * scale)));
    cv::Mat small;
    cv::resize(pixels, small, size, 0, 0, cv::INTER_AREA);
    const cv::Mat colours = overWhite(small);
    cv::Mat rgb = colours;
    if (colours.channels() == 1) cv::cvtColor(colours, rgb, cv::COLOR_GRAY2RGB);
    cv::Mat mask = beginning(rgb);
    draw(strokes, mask);
    cv::theRNG().state = 0x7d1ea;  // its first clusters are drawn by lot
    for (int round = 0; round < rounds; ++round) {
        progress.at(1.0 * round / rounds);
        // It needs some of each.
        if (!holds(mask, cv::GC_FGD, cv::GC_PR_FGD) || !holds(mask, cv::GC_BGD, cv::GC_PR_BGD)) break;
        cv::Mat background, subject;
        cv::grabCut(rgb, mask, {}, background, subject, 1, cv::GC_INIT_WITH_MASK);
    }
    const cv::Mat subject = (mask == cv::GC_FGD) | (mask == cv::GC_PR_FGD);
    return fitted(colours, subject);
}

cv::Mat cutOut(const cv::Mat& pixels, const CutModel& model) {
    cv::Mat slope, shift, result = withAlpha(pixels);
    cv::resize(model.slope, slope, pixels.size(), 0, 0, cv::INTER_LINEAR);
    cv::resize(model.shift, shift, pixels.size(), 0, 0, cv::INTER_LINEAR);
    inTwoParts(pixels.rows, [&](int first, int last) {
        if (pixels.depth() == CV_8U)
            cutRows<std::uint8_t>(pixels, model, slope, shift, result, first, last);
        else
            cutRows<std::uint16_t>(pixels, model, slope, shift, result, first, last);
    });
    return result;
}

cv::Mat paperCleared(const cv::Mat& pixels) {
    cv::Mat result = withAlpha(pixels);
    inTwoParts(pixels.rows, [&](int first, int last) {
        if (pixels.depth() == CV_8U)
            clearRows<std::uint8_t>(pixels, result, first, last);
        else
            clearRows<std::uint16_t>(pixels, result, first, last);
    });
    return result;
}

}  // namespace tympan
