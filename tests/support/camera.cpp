#include "tests/support/camera.h"

#include <cmath>
#include <opencv2/imgproc.hpp>
#include <random>

namespace tympan::tests {

cv::Mat photographOf(const cv::Mat& face, const SizeMm& size, const Camera& camera) {
    constexpr double degree = M_PI / 180;
    const int height_px = camera.width_px * 3 / 4;
    const double tilt = camera.tilt_deg * degree, towards = camera.tilt_towards_deg * degree,
                 turn = camera.turn_deg * degree, away = camera.away_mm;
    const double focal = camera.fill * camera.width_px / camera.wide_mm * away;
    const auto seen = [&](double x, double y) {
        x -= size.width / 2, y -= size.height / 2;
        const double u = x * std::cos(turn) - y * std::sin(turn), v = x * std::sin(turn) + y * std::cos(turn);
        const double along = u * std::cos(towards) + v * std::sin(towards),
                     across = v * std::cos(towards) - u * std::sin(towards);
        const double near = along * std::cos(tilt), depth = away + along * std::sin(tilt);
        const double a = near * std::cos(towards) - across * std::sin(towards),
                     b = near * std::sin(towards) + across * std::cos(towards);
        return cv::Point2f(static_cast<float>(camera.width_px / 2.0 + focal * a / depth),
                           static_cast<float>(height_px / 2.0 + focal * b / depth));
    };
    const cv::Point2f from[] = {{0, 0},
                                {static_cast<float>(face.cols), 0},
                                {static_cast<float>(face.cols), static_cast<float>(face.rows)},
                                {0, static_cast<float>(face.rows)}};
    const cv::Point2f to[] = {seen(0, 0), seen(size.width, 0), seen(size.width, size.height),
                              seen(0, size.height)};
    cv::Mat light, photo;
    face.convertTo(light, CV_32F, 1 / 255.0);
    cv::pow(light, 2.2, light);
    cv::warpPerspective(light, photo, cv::getPerspectiveTransform(from, to), {camera.width_px, height_px},
                        cv::INTER_AREA, cv::BORDER_CONSTANT,
                        cv::Scalar(camera.table[0], camera.table[1], camera.table[2]));
    std::mt19937 dice(camera.seed);
    std::uniform_real_distribution<double> any(0, 2 * M_PI);
    const double light_from = any(dice), cx = std::cos(light_from), cy = std::sin(light_from);
    for (int y = 0; y < photo.rows; ++y)
        for (int x = 0; x < photo.cols; ++x) {
            const double u = 2.0 * x / photo.cols - 1, v = 2.0 * y / photo.rows - 1;
            const double gain =
                camera.exposure * std::exp(camera.uneven * (u * cx + v * cy) - 0.15 * (u * u + v * v));
            auto& pixel = photo.at<cv::Vec3f>(y, x);
            for (int c = 0; c < 3; ++c) pixel[c] *= static_cast<float>(gain * camera.cast[c]);
        }
    cv::GaussianBlur(photo, photo, {0, 0}, camera.blur_px);
    cv::pow(cv::max(photo, 0), 1 / 2.2, photo);
    cv::Mat grain(photo.size(), CV_32FC3);
    cv::RNG rng(camera.seed + 7);
    rng.fill(grain, cv::RNG::NORMAL, 0, camera.noise / 255);
    photo += grain;
    photo.convertTo(photo, CV_8U, 255);
    return photo;
}

}  // namespace tympan::tests
