#include "core/readings/strip_face.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/colour.h"
#include "core/photograph/linear_light.h"

namespace tympan {

namespace {

constexpr double most_px_per_mm = 16, field_px_per_mm = 3;
constexpr double clear_of_ink_mm = 1.3, clear_of_spots_mm = 3.5, residual_mm = 5;
constexpr int terms = 10;

/// Where nothing is printed, nor near it: 255.
cv::Mat barePlaces() {
    const StripLayout& strip = stripLayout();
    const double p = field_px_per_mm;
    // A title of any length.
    Marks marks = stripMarks("");
    marks.push_back(box({13, 2, 154, 9.5}));
    for (const StripSpot& spot : strip.spots)
        marks.push_back(box({spot.at.x - clear_of_spots_mm, spot.at.y - clear_of_spots_mm,
                             spot.at.width + 2 * clear_of_spots_mm, spot.at.height + 2 * clear_of_spots_mm}));
    cv::Mat grey;
    cv::cvtColor(drawn(marks, strip.size, p), grey, cv::COLOR_RGB2GRAY);
    cv::Mat ink = grey < 253;
    const int r = cvCeil(clear_of_ink_mm * p);
    cv::dilate(ink, ink, cv::getStructuringElement(cv::MORPH_ELLIPSE, {2 * r + 1, 2 * r + 1}));
    return ~ink;
}

cv::Vec<double, terms> cubic(double x, double y) {
    return {1, x, y, x * x, x * y, y * y, x * x * x, x * x * y, x * y * y, y * y * y};
}

/// The logarithm of the light on bare ground, everywhere, at the field's own pixels.
cv::Mat fieldOf(const cv::Mat& log_light, const cv::Mat& bare) {
    const auto unit = [&](int x, int y) {
        return cubic(2.0 * x / log_light.cols - 1, 2.0 * y / log_light.rows - 1);
    };
    cv::Mat solution, surface(log_light.size(), CV_32FC1), weight;
    bare.convertTo(weight, CV_32F, 1 / 255.0);
    double scale = 1e9;
    for (int round = 0; round < 4; ++round) {
        cv::Mat a = cv::Mat::zeros(terms, terms, CV_64F), b = cv::Mat::zeros(terms, 1, CV_64F);
        for (int y = 0; y < log_light.rows; ++y)
            for (int x = 0; x < log_light.cols; ++x) {
                if (weight.at<float>(y, x) == 0) continue;
                const auto v = unit(x, y);
                // Huber's weights: specks and stains count little.
                const double off = round ? std::abs(log_light.at<float>(y, x) - surface.at<float>(y, x)) : 0;
                const double w = off > 1.5 * scale ? 1.5 * scale / off : 1;
                for (int i = 0; i < terms; ++i) {
                    for (int j = 0; j <= i; ++j) a.at<double>(i, j) += w * v[i] * v[j];
                    b.at<double>(i) += w * v[i] * log_light.at<float>(y, x);
                }
            }
        cv::completeSymm(a, true);
        cv::solve(a, b, solution, cv::DECOMP_SVD);
        double sum = 0, count = 0;
        for (int y = 0; y < log_light.rows; ++y)
            for (int x = 0; x < log_light.cols; ++x) {
                const auto v = unit(x, y);
                double s = 0;
                for (int i = 0; i < terms; ++i) s += solution.at<double>(i) * v[i];
                surface.at<float>(y, x) = static_cast<float>(s);
                if (weight.at<float>(y, x) == 0) continue;
                sum += std::abs(log_light.at<float>(y, x) - s);
                ++count;
            }
        scale = std::max(1e-3, 1.25 * sum / std::max(1.0, count));
    }
    // What the surface leaves, from the bare places about each; far from any it is nothing.
    cv::Mat left = log_light - surface;
    const float most = static_cast<float>(3 * scale);
    left = cv::max(cv::min(left, most), -most);
    left = left.mul(weight);
    cv::Mat sum, of;
    const double sigma = residual_mm * field_px_per_mm;
    cv::GaussianBlur(left, sum, {0, 0}, sigma);
    cv::GaussianBlur(weight, of, {0, 0}, sigma);
    cv::Mat near = sum / (of + 0.03);
    return surface + near;
}

/// The photograph no finer than it is looked at: a mean of its pixels, not a choice among them.
cv::Mat reduced(const cv::Mat& photo, double px_per_mm, double& scale) {
    scale = std::min(1.0, most_px_per_mm / px_per_mm);
    if (scale > 0.8) {
        scale = 1;
        return photo;
    }
    cv::Mat small;
    cv::resize(photo, small, {}, scale, scale, cv::INTER_AREA);
    return small;
}

/// There is one strip, so it is drawn once.
const MarkedSheet& markedStrip() {
    static const MarkedSheet sheet = [] {
        const StripLayout& strip = stripLayout();
        MarkedSheet made{
            Text("test strip"), Text("or say by hand what stayed"), strip.size, strip.corners, {}};
        cv::cvtColor(drawn(stripMarks(""), strip.size, ideal_px_per_mm), made.ideal, cv::COLOR_RGB2GRAY);
        return made;
    }();
    return sheet;
}

}  // namespace

StripFace faceOf(const cv::Mat& photo, const std::string& name) {
    const StripLayout& strip = stripLayout();
    StripFace face;
    cv::Mat grey;
    cv::cvtColor(photo, grey, cv::COLOR_RGB2GRAY);
    face.found = findMarked(grey, name, markedStrip());
    face.px_per_mm = std::clamp(face.found.px_per_mm * 1.3, 8.0, most_px_per_mm);
    double scale = 1;
    const cv::Mat source = reduced(photo, face.found.px_per_mm, scale);
    const double p = face.px_per_mm;
    const cv::Matx33d to_photo = cv::Matx33d(scale, 0, -0.5, 0, scale, -0.5, 0, 0, 1) * face.found.to_photo *
                                 cv::Matx33d(1 / p, 0, 0.5 / p, 0, 1 / p, 0.5 / p, 0, 0, 1);
    cv::warpPerspective(source, face.colours, to_photo,
                        {cvRound(strip.size.width * p), cvRound(strip.size.height * p)},
                        cv::INTER_LINEAR | cv::WARP_INVERSE_MAP, cv::BORDER_REPLICATE);
    const cv::Mat light = lightOf(face.colours);

    static const cv::Mat bare = barePlaces();
    cv::Mat coarse, log_light;
    cv::resize(light, coarse, bare.size(), 0, 0, cv::INTER_AREA);
    cv::log(cv::max(coarse, 1e-4), log_light);
    cv::Mat field = fieldOf(log_light, bare), fine;
    double least = 0, most = 0;
    cv::minMaxLoc(field, &least, &most, nullptr, nullptr, bare);
    face.unevenness = std::exp(most - least) - 1;
    face.clipped = 100 * cv::countNonZero((coarse > 0.985) & bare) / std::max(1, cv::countNonZero(bare));
    cv::exp(field, field);
    face.ground = encoded(cv::mean(field, bare)[0]);
    cv::resize(field, fine, light.size(), 0, 0, cv::INTER_CUBIC);

    cv::Mat ratio = light / fine;
    face.dark = 1 - ratio;
    face.k.create(light.size(), CV_32FC1);
    for (int y = 0; y < light.rows; ++y) {
        const auto* r = ratio.ptr<float>(y);
        auto* k = face.k.ptr<float>(y);
        for (int x = 0; x < light.cols; ++x) k[x] = static_cast<float>(1 - encoded(r[x]));
    }
    return face;
}

double meanIn(const cv::Mat& measure, const RectMm& box, double px_per_mm) {
    const cv::Rect at =
        cv::Rect(cvRound(box.x * px_per_mm), cvRound(box.y * px_per_mm),
                 std::max(1, cvRound(box.width * px_per_mm)), std::max(1, cvRound(box.height * px_per_mm))) &
        cv::Rect(0, 0, measure.cols, measure.rows);
    std::vector<float> values;
    values.reserve(static_cast<std::size_t>(at.area()));
    for (int y = at.y; y < at.y + at.height; ++y)
        values.insert(values.end(), measure.ptr<float>(y) + at.x, measure.ptr<float>(y) + at.x + at.width);
    std::sort(values.begin(), values.end());
    const std::size_t cut = values.size() / 10;
    double sum = 0;
    for (std::size_t i = cut; i < values.size() - cut; ++i) sum += values[i];
    return sum / static_cast<double>(values.size() - 2 * cut);
}

}  // namespace tympan
