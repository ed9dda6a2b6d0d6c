#include "core/nest/room.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

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

constexpr std::size_t many_edges = 1'000;

/// Edges by the squares of a grid that they run through, so that the nearest is found among those about a
/// place.
class EdgeGrid {
  public:
    EdgeGrid(const std::vector<PlacedEdge>& edges, const RectMm& box, double step, int columns, int rows)
        : edges_(edges), corner_{box.x - step, box.y - step}, step_(step), columns_(columns), rows_(rows) {
        squares_.resize(static_cast<std::size_t>(columns) * static_cast<std::size_t>(rows));
        for (std::size_t i = 0; i < edges.size(); ++i) {
            const auto [left, right] = std::minmax({column(edges[i].from.x), column(edges[i].to.x)});
            const auto [top, bottom] = std::minmax({row(edges[i].from.y), row(edges[i].to.y)});
            for (int y = top; y <= bottom; ++y)
                for (int x = left; x <= right; ++x) square(x, y).push_back(i);
        }
    }

    /// From a corner of a square to the nearest edge.
    double distance(int x, int y) const {
        const PointMm at{corner_.x + x * step_, corner_.y + y * step_};
        std::vector<PlacedEdge> near;
        double least = std::numeric_limits<double>::infinity();
        for (int ring = 0; ring < std::max(columns_, rows_); ++ring) {
            // What lies in squares farther out is farther away than the ring is wide.
            if (least <= (ring - 1) * step_) break;
            near.clear();
            for (int v = y - ring; v <= y + ring; ++v)
                for (int u = x - ring; u <= x + ring;
                     u += v == y - ring || v == y + ring || ring == 0 ? 1 : 2 * ring)
                    if (u >= 0 && v >= 0 && u < columns_ && v < rows_)
                        for (const std::size_t i :
                             squares_[static_cast<std::size_t>(v) * static_cast<std::size_t>(columns_) +
                                      static_cast<std::size_t>(u)])
                            near.push_back(edges_[i]);
            if (!near.empty()) least = std::min(least, distanceTo(near, at));
        }
        return least;
    }

  private:
    int column(double x) const {
        return std::clamp(static_cast<int>((x - corner_.x) / step_), 0, columns_ - 1);
    }
    int row(double y) const { return std::clamp(static_cast<int>((y - corner_.y) / step_), 0, rows_ - 1); }
    std::vector<std::size_t>& square(int x, int y) {
        return squares_[static_cast<std::size_t>(y) * static_cast<std::size_t>(columns_) +
                        static_cast<std::size_t>(x)];
    }

    const std::vector<PlacedEdge>& edges_;
    PointMm corner_;
    double step_;
    int columns_, rows_;
    std::vector<std::vector<std::size_t>> squares_;
};

/// Where edges cross a level line, from left to right: what lies between the first and the second is inside.
std::vector<double> crossingsAt(const std::vector<PlacedEdge>& edges, double y) {
    std::vector<double> at;
    for (const PlacedEdge& edge : edges)
        if ((edge.from.y <= y) != (edge.to.y <= y))
            at.push_back(edge.from.x +
                         (y - edge.from.y) / (edge.to.y - edge.from.y) * (edge.to.x - edge.from.x));
    std::sort(at.begin(), at.end());
    return at;
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
    std::optional<EdgeGrid> grid;
    if (edges_.size() > many_edges) grid.emplace(edges_, box_, step_, columns_, rows_);
    for (int j = 0; j < rows_; ++j) {
        const std::vector<double> crossed = crossingsAt(edges_, box_.y + (j - 1) * step_);
        for (int i = 0; i < columns_; ++i) {
            const PointMm at{box_.x + (i - 1) * step_, box_.y + (j - 1) * step_};
            const double far = grid ? grid->distance(i, j) : distanceTo(edges_, at);
            const bool inside =
                (std::lower_bound(crossed.begin(), crossed.end(), at.x) - crossed.begin()) % 2 == 1;
            depths_[static_cast<std::size_t>(j) * static_cast<std::size_t>(columns_) +
                    static_cast<std::size_t>(i)] = static_cast<float>(inside ? far : -far);
        }
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
