#include "core/render/ground.h"

#include <cmath>
#include <functional>
#include <map>

#include "core/base/parallel.h"
#include "core/measure/outline_operations.h"
#include "core/render/ink_edge.h"
#include "core/render/noise.h"

namespace tympan {

namespace {

/// A pattern gives how much lighter or darker (about -1 to 1) a place is.
using Pattern = std::function<double(double x_mm, double y_mm)>;

struct Texture {
    double depth;    ///< of full light
    double size_mm;  ///< of its parts that count: much larger pixels average them out
    Pattern at;
};

double wave(double mm, double pitch_mm) { return std::sin(2 * M_PI * mm / pitch_mm); }

const std::map<std::string, Texture>& patterns() {
    static const std::map<std::string, Texture> all{
        {"wood",
         {0.075, 3,
          [](double x, double y) {
              const double bent = y + 7 * valueNoise(x, y, 160, 34, 11);
              return 0.65 * wave(bent, 7.5) * valueNoise(x, y, 90, 9, 12) +
                     0.9 * (valueNoise(x, y, 28, 0.9, 13) - 0.5);
          }}},
        {"canvas",
         {0.06, 0.45,
          [](double x, double y) {
              return 0.7 * wave(x, 1.1) * wave(y, 1.1) + 0.5 * valueNoise(x, y, 3, 14) - 0.25;
          }}},
        {"cloth",
         {0.06, 0.3,
          [](double x, double y) {
              return 0.7 * wave(x + y, 0.9) + 0.8 * (valueNoise(x, y, 1.4, 15) - 0.5);
          }}},
        {"slate",
         {0.16, 2,
          [](double x, double y) {
              return 1.1 * (valueNoise(x, y, 26, 9, 16) - 0.5) + 0.9 * (valueNoise(x, y, 0.7, 17) - 0.5);
          }}},
        {"metal", {0.06, 1, [](double x, double y) { return 2 * valueNoise(x, y, 26, 0.35, 18) - 1; }}},
        {"glass", {0.03, 4, [](double x, double y) { return wave(x + y, 120); }}},
        {"paper", {0.02, 0.25, [](double x, double y) { return 2 * valueNoise(x, y, 0.5, 19) - 1; }}},
        {"cork",
         {0.17, 1.5,
          [](double x, double y) {
              return 1.2 * (valueNoise(x, y, 2.8, 20) - 0.5) + 1.2 * (valueNoise(x, y, 1.0, 21) - 0.5);
          }}},
        {"skin",
         {0.035, 3,
          [](double x, double y) { return valueNoise(x, y, 7, 22) + valueNoise(x, y, 1.1, 23) - 1; }}},
    };
    return all;
}

PointMm placeInWindow(const FaceWindow& window, double column, double row) {
    const double p = window.grid.pixel_mm();
    const PointMm in_window = rotated(PointMm{column * p, row * p}, window.rotation_deg);
    return {window.corner.x + in_window.x, window.corner.y + in_window.y};
}

/// An outline of the object as the window's raster has it.
Outline seenIn(const FaceWindow& window, Outline outline) {
    return rotated(moved(std::move(outline), {-window.corner.x, -window.corner.y}), -window.rotation_deg);
}

cv::Mat coverageOf(const FaceWindow& window, const Outline& outline) {
    return edgeCoverage({seenIn(window, outline), Rim::sharp, 0, 1}, window.grid,
                        {0, 0, window.size.width, window.size.height});
}

void paint(cv::Mat& face, const cv::Mat& where, const Rgb8& colour) {
    const int wanted[3] = {colour.red, colour.green, colour.blue};
    for (int y = 0; y < face.rows; ++y) {
        const std::uint8_t* w = where.ptr<std::uint8_t>(y);
        std::uint8_t* p = face.ptr<std::uint8_t>(y);
        for (int x = 0; x < face.cols; ++x, p += 3)
            for (int c = 0; c < 3; ++c)
                p[c] = static_cast<std::uint8_t>(p[c] + (wanted[c] - p[c]) * w[x] / 255);
    }
}

void grain(cv::Mat& face, const FaceWindow& window, const Texture& texture) {
    // Pixels larger than half a thread or grain show its average: plain colour.
    const double depth =
        texture.depth * std::clamp(2 * texture.size_mm / window.grid.pixel_mm() - 1, 0.05, 1.0);
    inTwoParts(face.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            std::uint8_t* p = face.ptr<std::uint8_t>(y);
            for (int x = 0; x < face.cols; ++x, p += 3) {
                const PointMm at = placeInWindow(window, x + 0.5, y + 0.5);
                const double lighter = 1 + depth * std::clamp(texture.at(at.x, at.y), -1.2, 1.2);
                for (int c = 0; c < 3; ++c)
                    p[c] = static_cast<std::uint8_t>(std::clamp(p[c] * lighter + 0.5, 0.0, 255.0));
            }
        }
    });
}

}  // namespace

cv::Mat groundOf(const Object& object, const FaceWindow& window) {
    cv::Mat face(window.size.height, window.size.width, CV_8UC3,
                 cv::Scalar(object.ground.red, object.ground.green, object.ground.blue));
    if (const auto texture = patterns().find(object.material.texture); texture != patterns().end())
        grain(face, window, texture->second);
    for (const Zone& zone : object.zones)
        if (zone.kind == ZoneKind::painted || zone.kind == ZoneKind::under)
            paint(face, coverageOf(window, outlineOf(zone)), zone.colour);
    return face;
}

cv::Mat plateCoverage(const Object& object, const FaceWindow& window) {
    if (object.spot()) return cv::Mat(window.size.height, window.size.width, CV_8UC1, cv::Scalar(255));
    return coverageOf(window, plateOf(object));
}

}  // namespace tympan
