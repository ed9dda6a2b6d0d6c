#include "core/render/ink_edge.h"

#include <algorithm>
#include <cmath>

#include "core/render/noise.h"

namespace tympan {

namespace {

double ramp(double t) {
    t = std::clamp(t, 0.0, 1.0);
    return t * t * (3 - 2 * t);
}

/// What stays at a place `inside_mm` from the rim (negative outside).
double coverage(const InkEdge& edge, double inside_mm, double x_mm, double y_mm, double pixel_mm) {
    const double sharp = std::clamp(inside_mm / pixel_mm + 0.5, 0.0, 1.0);
    const double deep = std::max(edge.rim_mm, pixel_mm);
    switch (edge.rim) {
        case Rim::sharp:
            return sharp;
        case Rim::feathered:
            return ramp(inside_mm / deep);
        case Rim::torn: {
            // Large bites, small ones, and the fibres between.
            const double bite = 0.6 * valueNoise(x_mm, y_mm, 2.2 * deep, edge.seed) +
                                0.28 * valueNoise(x_mm, y_mm, 0.6 * deep, edge.seed + 1) +
                                0.12 * valueNoise(x_mm, y_mm, 0.25, edge.seed + 2);
            return std::min(sharp,
                            std::clamp((inside_mm - deep * bite) / std::max(pixel_mm, 0.12) + 0.5, 0.0, 1.0));
        }
        case Rim::worn: {
            // Specks that grow together towards the rim.
            const double speck = 0.5 * valueNoise(x_mm, y_mm, 1.1, edge.seed) +
                                 0.3 * valueNoise(x_mm, y_mm, 0.45, edge.seed + 1) +
                                 0.2 * valueNoise(x_mm, y_mm, 3.5, edge.seed + 2);
            const double stays = 1.5 * inside_mm / deep - 0.1;
            return std::min(sharp, ramp((stays - speck) / 0.18 + 0.5));
        }
    }
    return sharp;
}

/// How far from the rim anything but full ink or none can be.
double reach(const InkEdge& edge, double pixel_mm) {
    return edge.rim == Rim::sharp ? pixel_mm : 1.2 * std::max(edge.rim_mm, pixel_mm) + 0.3;
}

/// Lowers `distance` (mm) to that from one edge, for pixels that are no farther than `reach`.
void drawEdge(cv::Mat& distance, const PointMm& a, const PointMm& b, double reach, const PixelGrid& grid,
              const RectPx& box) {
    const double p = grid.pixel_mm();
    const double dx = b.x - a.x, dy = b.y - a.y, length = dx * dx + dy * dy;
    const int top = std::max(box.y, static_cast<int>(std::floor((std::min(a.y, b.y) - reach) / p)));
    const int bottom =
        std::min(box.bottom(), static_cast<int>(std::ceil((std::max(a.y, b.y) + reach) / p)) + 1);
    for (int row = top; row < bottom; ++row) {
        const double y = (row + 0.5) * p;
        // The part of the edge that is near this row bounds where it can matter.
        double t0 = 0, t1 = 1;
        if (dy != 0) {
            t0 = std::clamp((y - reach - a.y) / dy, 0.0, 1.0);
            t1 = std::clamp((y + reach - a.y) / dy, 0.0, 1.0);
        }
        const double x0 = a.x + t0 * dx, x1 = a.x + t1 * dx;
        const int left = std::max(box.x, static_cast<int>(std::floor((std::min(x0, x1) - reach) / p)));
        const int right =
            std::min(box.right(), static_cast<int>(std::ceil((std::max(x0, x1) + reach) / p)) + 1);
        float* out = distance.ptr<float>(row - box.y);
        for (int column = left; column < right; ++column) {
            const double x = (column + 0.5) * p;
            const double t =
                length == 0 ? 0 : std::clamp(((x - a.x) * dx + (y - a.y) * dy) / length, 0.0, 1.0);
            const double far = std::hypot(x - a.x - t * dx, y - a.y - t * dy);
            float& least = out[column - box.x];
            least = std::min(least, static_cast<float>(far));
        }
    }
}

/// Where a row's centre line crosses the outline, from left to right.
std::vector<double> crossings(const Outline& area, double y) {
    std::vector<double> at;
    for (const Ring& ring : area.rings)
        for (std::size_t i = 0; i < ring.size(); ++i) {
            const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
            if ((a.y > y) == (b.y > y)) continue;
            at.push_back(a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x));
        }
    std::sort(at.begin(), at.end());
    return at;
}

}  // namespace

cv::Mat edgeCoverage(const InkEdge& edge, const PixelGrid& grid, const RectPx& box) {
    const double p = grid.pixel_mm(), far = reach(edge, p);
    cv::Mat distance(box.height, box.width, CV_32FC1, cv::Scalar(far));
    for (const Ring& ring : edge.area.rings)
        for (std::size_t i = 0; i < ring.size(); ++i)
            drawEdge(distance, ring[i], ring[(i + 1) % ring.size()], far, grid, box);
    cv::Mat result(box.height, box.width, CV_8UC1);
    for (int row = 0; row < box.height; ++row) {
        const double y = (box.y + row + 0.5) * p;
        const std::vector<double> cross = crossings(edge.area, y);
        std::size_t passed = 0;
        const float* from_rim = distance.ptr<float>(row);
        std::uint8_t* out = result.ptr<std::uint8_t>(row);
        for (int column = 0; column < box.width; ++column) {
            const double x = (box.x + column + 0.5) * p;
            while (passed < cross.size() && cross[passed] <= x) ++passed;
            const bool inside = passed % 2 != 0;
            const double d = from_rim[column];
            // Far inside nothing is lost, far outside nothing is left.
            if (d >= far * 0.999) {
                out[column] = inside ? 255 : 0;
                continue;
            }
            const PointMm noise = edge.to_noise({x, y});
            const double stays = coverage(edge, inside ? d : -d, noise.x, noise.y, p);
            out[column] = static_cast<std::uint8_t>(std::lround(255 * stays));
        }
    }
    return result;
}

}  // namespace tympan
