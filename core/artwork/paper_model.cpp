#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/clean_up.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr int model_px = 256, fitted_px = 80;
constexpr int terms = 10, fitting_rounds = 10;
constexpr double dark_counts = 0.02;  // how much a pixel darker than the surface pulls at it
constexpr float near_paper = 0.10f;   // what is within this of the surface is taken for paper

using Powers = std::array<double, terms>;

/// 1, x, y, x², xy, y², x³, x²y, xy², y³ for a pixel's place, from -1 to 1.
Powers powersAt(int column, int row, const cv::Size& size) {
    const double x = 2 * (column + 0.5) / size.width - 1, y = 2 * (row + 0.5) / size.height - 1;
    return {1, x, y, x * x, x * y, y * y, x * x * x, x * x * y, x * y * y, y * y * y};
}

double valueAt(const Powers& p, const cv::Vec<double, terms>& surface) {
    double sum = 0;
    for (int i = 0; i < terms; ++i) sum += surface[i] * p[static_cast<std::size_t>(i)];
    return sum;
}

/// The cubic surface over the light pixels of one channel (CV_32FC1).
cv::Vec<double, terms> lightSurface(const cv::Mat& channel) {
    cv::Mat small;
    const double scale = std::min(1.0, 1.0 * fitted_px / std::max(channel.cols, channel.rows));
    cv::resize(channel, small,
               {std::max(1, cvRound(channel.cols * scale)), std::max(1, cvRound(channel.rows * scale))}, 0, 0,
               cv::INTER_AREA);
    std::vector<Powers> powers;
    for (int y = 0; y < small.rows; ++y)
        for (int x = 0; x < small.cols; ++x) powers.push_back(powersAt(x, y, small.size()));
    cv::Vec<double, terms> surface;
    for (int round = 0; round < fitting_rounds; ++round) {
        cv::Matx<double, terms, terms> left = cv::Matx<double, terms, terms>::eye() * 1e-6;
        cv::Matx<double, terms, 1> right;
        for (std::size_t n = 0; n < powers.size(); ++n) {
            const Powers& p = powers[n];
            const double value =
                small.at<float>(static_cast<int>(n) / small.cols, static_cast<int>(n) % small.cols);
            const double weight = round == 0                            ? value * value
                                  : value >= valueAt(p, surface) - 0.01 ? 1
                                                                        : dark_counts;
            for (int i = 0; i < terms; ++i) {
                const double weighed = weight * p[static_cast<std::size_t>(i)];
                right(i) += weighed * value;
                for (int j = 0; j <= i; ++j) left(i, j) += weighed * p[static_cast<std::size_t>(j)];
            }
        }
        for (int i = 0; i < terms; ++i)
            for (int j = i + 1; j < terms; ++j) left(i, j) = left(j, i);
        const cv::Matx<double, terms, 1> found = left.solve(right, cv::DECOMP_SVD);
        for (int i = 0; i < terms; ++i) surface[i] = found(i);
    }
    return surface;
}

cv::Mat drawn(const cv::Vec<double, terms>& surface, const cv::Size& size) {
    cv::Mat field(size, CV_32FC1);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x)
            field.at<float>(y, x) =
                static_cast<float>(std::clamp(valueAt(powersAt(x, y, size), surface), 0.05, 1.0));
    return field;
}

}  // namespace

PaperModel paperOf(const cv::Mat& pixels) {
    const double scale = std::min(1.0, 1.0 * model_px / std::max(pixels.cols, pixels.rows));
    const cv::Size size(std::max(1, cvRound(pixels.cols * scale)), std::max(1, cvRound(pixels.rows * scale)));
    cv::Mat small;
    cv::resize(pixels, small, size, 0, 0, cv::INTER_AREA);
    overWhite(small).convertTo(small, CV_32F, 1 / 255.0);
    std::vector<cv::Mat> channels;
    cv::split(small, channels);
    std::vector<cv::Mat> surfaces;
    cv::Mat paper(size, CV_32FC1, cv::Scalar(1));
    for (const cv::Mat& channel : channels) {
        surfaces.push_back(drawn(lightSurface(channel), size));
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
