#include "tests/support/photographed.h"

#include <opencv2/imgproc.hpp>
#include <random>

#include "core/object/materials.h"
#include "core/readings/strip_layout.h"
#include "core/render/finished.h"
#include "core/render/noise.h"
#include "tests/support/camera.h"

namespace tympan::tests {

namespace {

constexpr double px_per_mm = 12, rim_mm = 30;

double arrivesOf(const std::vector<double>& arrives, double k) {
    const double at = k * 10;
    const int i = std::min(9, static_cast<int>(at));
    return std::lerp(arrives[static_cast<std::size_t>(i)], arrives[static_cast<std::size_t>(i) + 1], at - i);
}

/// What of the strip is still there, as k.
cv::Mat whatStayed(const StripShot& shot) {
    StripLayout left = stripLayout();
    std::erase_if(left.lines,
                  [&](const StripLines& lines) { return lines.width_mm < shot.finest_line_mm - 1e-9; });
    cv::Mat grey, k;
    cv::cvtColor(drawn(stripMarks(left, "a laser printer · gel · wood"), left.size, px_per_mm), grey,
                 cv::COLOR_RGB2GRAY);
    grey.convertTo(k, CV_32F, -1 / 255.0, 1);
    for (float& v : cv::Mat_<float>(k)) v = static_cast<float>(arrivesOf(shot.arrives, v));
    const int seed = static_cast<int>(shot.seed);
    const auto worn = [&](const RectMm& at, double level) {
        for (int y = cvRound(at.y * px_per_mm); y < cvRound(at.bottom() * px_per_mm); ++y)
            for (int x = cvRound(at.x * px_per_mm); x < cvRound(at.right() * px_per_mm); ++x)
                if (valueNoise(x / px_per_mm, y / px_per_mm, 2.2, seed) < level) k.at<float>(y, x) *= 0.1F;
    };
    for (const StripSolid& solid : left.solids)
        if ((solid.printed == 1 && solid.side_mm > shot.widest_solid_mm) ||
            (solid.side_mm > 30 && solid.printed >= shot.holds_from))
            worn(solid.at, 0.38);
    for (int i = 0; i < shot.marks_worn; ++i) {
        const PointMm& c = left.corners[static_cast<std::size_t>(i)];
        worn({c.x - 5, c.y - 5, 10, 10}, 0.4);
    }
    if (shot.red_ran) {
        const RectMm& red = left.spots[0].at;
        for (int y = cvRound((red.y - 3) * px_per_mm); y < cvRound((red.bottom() + 3) * px_per_mm); ++y)
            for (int x = cvRound((red.x - 3) * px_per_mm); x < cvRound((red.right() + 3) * px_per_mm); ++x)
                k.at<float>(y, x) = std::max(k.at<float>(y, x), 0.2F);
    }
    return k;
}

}  // namespace

cv::Mat photographed(const StripShot& shot) {
    const StripLayout& strip = stripLayout();
    Object object;
    for (const Material& material : shippedMaterials())
        if (material.id == shot.material) object.material = material;
    object.ground = object.material.ground;
    const SizeMm all{strip.size.width + 2 * rim_mm, strip.size.height + 2 * rim_mm};
    const PixelGrid grid{px_per_mm * mm_per_inch};
    cv::Mat ground = groundOf(object, {{0, 0}, 0, grid, grid.printPixels(all)});
    cv::Mat k = cv::Mat::zeros(ground.size(), CV_32F), ink;
    const cv::Rect at(cvRound(rim_mm * px_per_mm), cvRound(rim_mm * px_per_mm),
                      cvRound(strip.size.width * px_per_mm), cvRound(strip.size.height * px_per_mm));
    whatStayed(shot).copyTo(k(at));
    if (shot.backwards) cv::flip(k, k, 1);
    k.convertTo(ink, CV_8U, -255, 255);
    const cv::Mat face = onGround(ink, ground);

    Camera camera;
    camera.tilt_deg = shot.tilt_deg;
    camera.tilt_towards_deg = shot.tilt_towards_deg;
    camera.turn_deg = shot.turn_deg;
    camera.fill = shot.fill;
    camera.wide_mm = strip.size.width;
    camera.width_px = shot.width_px;
    camera.blur_px = shot.blur_px;
    camera.noise = shot.noise;
    camera.uneven = shot.uneven;
    camera.seed = shot.seed;
    return photographOf(face, all, camera);
}

StripShot strippedShot(unsigned n) {
    std::mt19937 dice(1000 + n);
    const auto between = [&](double least, double most) {
        return std::uniform_real_distribution<double>(least, most)(dice);
    };
    const auto one = [&](const auto& of) {
        return of[std::uniform_int_distribution<std::size_t>(0, std::size(of) - 1)(dice)];
    };
    StripShot shot;
    shot.seed = n + 1;
    const double solid = between(0.55, 0.98), gamma = between(0.8, 1.5), lost = between(0, 0.08);
    for (int i = 0; i <= 10; ++i)
        shot.arrives.push_back(solid * std::max(0.0, std::pow(i / 10.0, gamma) - lost) / (1 - lost));
    static constexpr double widths[] = {0.1, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6};
    shot.finest_line_mm = one(widths);
    static constexpr double sides[] = {5, 10, 20, 40};
    shot.widest_solid_mm = one(sides);
    static const std::string materials[] = {"paper",        "pale-wood", "canvas",
                                            "cotton-light", "painted",   "pale-wood"};
    shot.material = one(materials);
    shot.tilt_deg = between(0, 25);
    shot.tilt_towards_deg = between(0, 360);
    shot.turn_deg = between(0, 360);
    // All of it is in the picture, with some of what is around it.
    const double c = std::abs(std::cos(shot.turn_deg * M_PI / 180)),
                 sn = std::abs(std::sin(shot.turn_deg * M_PI / 180));
    const SizeMm size = stripLayout().size;
    shot.fill = between(0.7, 0.88) * size.width /
                std::max(size.width * c + size.height * sn, (size.width * sn + size.height * c) / 0.75);
    static constexpr int sizes[] = {2400, 3000, 4000};
    shot.width_px = one(sizes);
    shot.blur_px = between(0.5, 1.5) * shot.width_px / 2400;
    shot.noise = between(1, 6);
    shot.uneven = between(0, 0.4);
    shot.red_ran = n % 5 == 0;
    if (n % 4 == 3) {  // an old phone by lamplight, on what is darker or livelier
        static const std::string darker[] = {"cork", "skin", "metal", "dark-wood"};
        shot.material = one(darker);
        shot.width_px = 1600;
        shot.blur_px = between(0.6, 1.4);
        shot.noise = between(4, 8);
    }
    return shot;
}

}  // namespace tympan::tests
