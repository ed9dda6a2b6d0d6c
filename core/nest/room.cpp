#include "core/nest/room.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double grid_places = 160;

/// Asked thousands of times for a room: without a root for each edge.
double distanceTo(const std::vector<PlacedEdge>& edges, const PointMm& at) {
    double least = std::numeric_limits<double>::infinity();
    for (const PlacedEdge& edge : edges) {
        const double x = edge.to.x - edge.from.x, y = edge.to.y - edge.from.y;
        const double u = at.x - edge.from.x, v = at.y - edge.from.y, length = x * x + y * y;
        const double t = length > 0 ? std::clamp((u * x + v * y) / length, 0.0, 1.0) : 0;
        const double dx = u - t * x, dy = v - t * y;
        least = std::min(least, dx * dx + dy * dy);
    }
    return std::sqrt(least);
}

bool isUpright(const Outline& outline, const RectMm& box) {
    if (outline.rings.size() != 1 || outline.rings[0].size() != 4) return false;
    return std::abs(area(outline) - box.width * box.height) < 1e-6 * std::max(1.0, box.width * box.height);
}

}  // namespace

NestRoom::NestRoom(Outline outline)
    : outline_(std::move(outline)), box_(bounds(outline_)), sides_(sidesOf(outline_)) {
    upright_ = isUpright(outline_, box_);
    edgesOf(outline_, edges_, runs_);
    if (upright_ || outline_.empty()) return;
    step_ = std::max(1e-3, std::max(box_.width, box_.height) / grid_places);
    columns_ = static_cast<int>(box_.width / step_) + 3;
    rows_ = static_cast<int>(box_.height / step_) + 3;
    depths_.resize(static_cast<std::size_t>(columns_) * static_cast<std::size_t>(rows_));
    for (int j = 0; j < rows_; ++j)
        for (int i = 0; i < columns_; ++i) {
            const PointMm at{box_.x + (i - 1) * step_, box_.y + (j - 1) * step_};
            const double far = distanceTo(edges_, at);
            depths_[static_cast<std::size_t>(j) * static_cast<std::size_t>(columns_) +
                    static_cast<std::size_t>(i)] = static_cast<float>(contains(outline_, at) ? far : -far);
        }
}

NestRoom NestRoom::of(const Outline& container, double edge_gap_mm, double gap_mm) {
    // Chords of round corners count here too; without a gap there are none on the pieces.
    const double by = (gap_mm > 0 ? nestGrowth(gap_mm) - 0.003 : 0.003) - edge_gap_mm;
    return NestRoom(by == 0 ? container : offset(container, by, by > 0 ? Corners::sharp : Corners::round));
}

NestRoom NestRoom::cut(double across, double down) const {
    return NestRoom(
        shared(outline_, rectangleOutline({box_.x, box_.y, box_.width * across, box_.height * down})));
}

double NestRoom::depthAt(const PointMm& at) const {
    if (upright_)
        return std::min(std::min(at.x - box_.x, box_.right() - at.x),
                        std::min(at.y - box_.y, box_.bottom() - at.y));
    const double x = (at.x - box_.x) / step_ + 1, y = (at.y - box_.y) / step_ + 1;
    const double u = std::clamp(x, 0.0, columns_ - 1.001), v = std::clamp(y, 0.0, rows_ - 1.001);
    const int i = static_cast<int>(u), j = static_cast<int>(v);
    const double a = u - i, b = v - j;
    const auto depth = [&](int column, int row) {
        return static_cast<double>(
            depths_[static_cast<std::size_t>(row) * static_cast<std::size_t>(columns_) +
                    static_cast<std::size_t>(column)]);
    };
    const double inside = (depth(i, j) * (1 - a) + depth(i + 1, j) * a) * (1 - b) +
                          (depth(i, j + 1) * (1 - a) + depth(i + 1, j + 1) * a) * b;
    // Beyond the grid it is as far again.
    return inside - std::hypot(x - u, y - v) * step_;
}

}  // namespace tympan
