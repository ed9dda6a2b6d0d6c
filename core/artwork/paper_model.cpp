#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/clean_up.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int looking_px = 256;
constexpr int terms = 10, rounds = 12;
constexpr double dark_counts = 0.02;  // how much a pixel darker than the surface pulls at it
constexpr float near_paper = 0.10f;   // what is within this of the surface is taken for paper

/// 1, x, y, x², xy, y², x³, x²y, xy², y³ for x and y from -1 to 1.
std::array<double, terms> powers(double x, double y) {
    return {1, x, y, x * x, x * y, y * y, x * x * x, x * x * y, x * y * y, y * y * y};
}

/// A cubic surface over the light pixels of one channel (CV_32FC1).
cv::Mat lightSurface(const cv::Mat& channel) {
    cv::Mat surface(channel.size(), CV_32FC1, cv::Scalar(0));
    cv::Matx<double, terms, 1> found;
    for (int round = 0; round < rounds; ++round) {
        cv::Matx<double, terms, terms> left = cv::Matx<double, terms, terms>::eye() * 1e-6;
        cv::Matx<double, terms, 1> right;
        for (int y = 0; y < channel.rows; ++y)
            for (int x = 0; x < channel.cols; ++x) {
                const double value = channel.at<float>(y, x);
                const double weight = round == 0                                ? value * value
                                      : value >= surface.at<float>(y, x) - 0.01 ? 1
                                                                                : dark_counts;
                const auto p = powers(2.0 * x / std::max(1, channel.cols - 1) - 1,
                                      2.0 * y / std::max(1, channel.rows - 1) - 1);
                for (int i = 0; i < terms; ++i) {
                    const auto at = static_cast<std::size_t>(i);
                    right(i) += weight * p[at] * value;
                    for (int j = 0; j < terms; ++j)
                        left(i, j) += weight * p[at] * p[static_cast<std::size_t>(j)];
                }
            }
        found = left.solve(right, cv::DECOMP_SVD);
        for (int y = 0; y < channel.rows; ++y)
            for (int x = 0; x < channel.cols; ++x) {
                const auto p = powers(2.0 * x / std::max(1, channel.cols - 1) - 1,
                                      2.0 * y / std::max(1, channel.rows - 1) - 1);
                double sum = 0;
                for (int i = 0; i < terms; ++i) sum += found(i) * p[static_cast<std::size_t>(i)];
                surface.at<float>(y, x) = static_cast<float>(std::clamp(sum, 0.05, 1.0));
            }
    }
    return surface;
}

}  // namespace

PaperModel paperOf(const cv::Mat& pixels) {
    const double scale = std::min(1.0, 1.0 * looking_px / std::max(pixels.cols, pixels.rows));
    const cv::Size size(std::max(1, cvRound(pixels.cols * scale)), std::max(1, cvRound(pixels.rows * scale)));
    cv::Mat small;
    cv::resize(pixels, small, size, 0, 0, cv::INTER_AREA);
    overWhite(small).convertTo(small, CV_32F, 1 / 255.0);
    std::vector<cv::Mat> channels;
    cv::split(small, channels);
    std::vector<cv::Mat> surfaces;
    cv::Mat paper(size, CV_32FC1, cv::Scalar(1));
    for (const cv::Mat& channel : channels) {
        surfaces.push_back(lightSurface(channel));
        cv::Mat off;
        cv::absdiff(channel, surfaces.back(), off);
        paper.setTo(0, off > near_paper);
    }
    // Where there is paper its own mean counts, elsewhere the surface.
    const double sigma = std::max(size.width, size.height) / 12.0;
    cv::Mat share;
    cv::GaussianBlur(paper, share, {}, sigma, sigma, cv::BORDER_REFLECT_101);
    PaperModel model;
    double noise = 0, counted = 0;
    for (std::size_t c = 0; c < channels.size(); ++c) {
        cv::Mat departs = (channels[c] - surfaces[c]).mul(paper), local;
        cv::GaussianBlur(departs, local, {}, sigma, sigma, cv::BORDER_REFLECT_101);
        const cv::Mat field = surfaces[c] + local / (share + 0.05);
        model.mean[static_cast<int>(c)] = cv::mean(field)[0];
        const cv::Mat off = (channels[c] - field).mul(paper);
        noise += off.dot(off), counted += cv::sum(paper)[0];
        surfaces[c] = cv::max(field, 0.05);
    }
    model.noise = counted > 0 ? std::sqrt(noise / counted) : 0;
    cv::merge(surfaces, model.field);
    return model;
}

}  // namespace tympan
