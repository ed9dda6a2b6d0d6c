#include "core/fill/power_cells.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>

#include "core/base/random.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr int rounds = 60, last_rounds = 400;
constexpr double near_enough = 0.004, damping = 0.6;

/// What is kept of a plane: where n . x is no more than `most`; `with`: the cell on the other side.
struct HalfPlane {
    PointMm normal;  // of length 1
    double most = 0;
    double apart = 1;  // of the two sites, stretched
};

double height(const HalfPlane& plane, const PointMm& at) {
    return plane.normal.x * at.x + plane.normal.y * at.y - plane.most;
}

/// Of a ring, convex or not, what lies in a half plane (I. Sutherland and G. Hodgman 1974). Parts of a ring
/// that is not convex stay joined along the line, which changes neither area nor middle.
void cut(const Ring& ring, const HalfPlane& plane, Ring& kept) {
    kept.clear();
    for (std::size_t i = 0; i < ring.size(); ++i) {
        const PointMm &a = ring[i], &b = ring[(i + 1) % ring.size()];
        const double ha = height(plane, a), hb = height(plane, b);
        if (ha <= 0) kept.push_back(a);
        if ((ha < 0 && hb > 0) || (ha > 0 && hb < 0)) {
            const double t = ha / (ha - hb);
            kept.push_back({std::lerp(a.x, b.x, t), std::lerp(a.y, b.y, t)});
        }
    }
}

struct Site {
    PointMm at;
    double weight = 0;
};

class Diagram {
  public:
    Diagram(const Outline& room, const CellsWanted& wanted)
        : room_(simplified(room, 0.1)), wanted_(wanted), box_(bounds(room)), random_(wanted.seed) {
        if (room_.empty()) room_ = room;
        const double all = std::accumulate(wanted.shares.begin(), wanted.shares.end(), 0.0);
        for (const double share : wanted.shares) parts_.push_back(share / all);
        scatter();
    }

    void settle() {
        for (int round = 0; round < rounds; ++round) {
            measure();
            adjust();
            for (std::size_t i = 0; i < sites_.size(); ++i)
                if (areas_[i] > 0) sites_[i].at = middles_[i];
            part();
        }
        for (int round = 0; round < last_rounds; ++round) {
            measure();
            if (worst() < near_enough) break;
            adjust();
        }
    }

    std::vector<Outline> cells(const Outline& room) const {
        std::vector<Outline> cells;
        for (std::size_t i = 0; i < sites_.size(); ++i) {
            Ring ring = corners(), next;
            for (const HalfPlane& plane : planesOf(i)) cut(ring, plane, next), ring.swap(next);
            cells.push_back(ring.size() < 3 ? Outline{} : shared(room, tidied({ring})));
        }
        return cells;
    }

  private:
    Ring corners() const { return rectangleOutline(grown(box_, 1)).rings.front(); }

    /// As far from each other as a few tries find.
    void scatter() {
        for (std::size_t i = 0; i < parts_.size(); ++i) {
            PointMm best = middle(box_);
            double farthest = -1;
            for (int tries = 0, found = 0; tries < 2000 && found < 8; ++tries) {
                const PointMm at{random_.between(box_.x, box_.right()),
                                 random_.between(box_.y, box_.bottom())};
                if (!contains(room_, at)) continue;
                ++found;
                double nearest = 1e18;
                for (const Site& site : sites_) nearest = std::min(nearest, stretchedSquare(site.at, at));
                if (nearest > farthest) farthest = nearest, best = at;
            }
            sites_.push_back({best, 0});
        }
    }
    /// Two that take the whole room in turns come to lie in its middle, one on the other, and would each have
    /// all of it: one moves a little away.
    void part() {
        const double near = 1e-3 * std::min(box_.width, box_.height);
        for (std::size_t i = 0; i < sites_.size(); ++i)
            for (std::size_t j = 0; j < i; ++j) {
                if (stretchedSquare(sites_[i].at, sites_[j].at) > near * near) continue;
                const double angle = random_.between(0, 2 * std::numbers::pi);
                sites_[i].at.x += 100 * near * std::cos(angle);
                sites_[i].at.y += 100 * near * std::sin(angle);
                sites_[i].weight = sites_[j].weight = 0;
            }
    }
    double stretchedSquare(const PointMm& a, const PointMm& b) const {
        const double x = (a.x - b.x) / wanted_.stretch, y = a.y - b.y;
        return x * x + y * y;
    }

    std::vector<HalfPlane> planesOf(std::size_t i) const {
        std::vector<HalfPlane> planes;
        const Site& site = sites_[i];
        for (std::size_t j = 0; j < sites_.size(); ++j) {
            if (j == i) continue;
            const Site& other = sites_[j];
            const double apart2 = stretchedSquare(site.at, other.at);
            if (apart2 < 1e-12) continue;
            // 2 (q - p) M x <= q M q - p M p + w_p - w_q, M being the stretched measure.
            const double m = 1 / (wanted_.stretch * wanted_.stretch);
            const PointMm n{2 * m * (other.at.x - site.at.x), 2 * (other.at.y - site.at.y)};
            const auto own = [&](const PointMm& p) { return m * p.x * p.x + p.y * p.y; };
            const double length = std::hypot(n.x, n.y);
            planes.push_back(
                {{n.x / length, n.y / length},
                 (own(other.at) - own(site.at) + site.weight - other.weight) / length - wanted_.joint_mm / 2,
                 std::sqrt(apart2)});
        }
        return planes;
    }

    void measure() {
        areas_.assign(sites_.size(), 0);
        middles_.assign(sites_.size(), {});
        slopes_.assign(sites_.size(), 0);
        Ring ring, next;
        for (std::size_t i = 0; i < sites_.size(); ++i) {
            std::vector<HalfPlane> planes = planesOf(i);
            // Only those that the cell has a side on cut the room.
            Ring convex = corners();
            for (const HalfPlane& plane : planes) cut(convex, plane, next), convex.swap(next);
            std::erase_if(planes, [&](const HalfPlane& plane) {
                double side = 0;
                for (std::size_t k = 0; k < convex.size(); ++k) {
                    const PointMm &a = convex[k], &b = convex[(k + 1) % convex.size()];
                    if (std::abs(height(plane, a)) < 1e-7 && std::abs(height(plane, b)) < 1e-7)
                        side += std::hypot(b.x - a.x, b.y - a.y);
                }
                slopes_[i] += side / (2 * plane.apart);
                return side == 0;
            });
            if (convex.size() < 3) continue;
            double x = 0, y = 0, all = 0;
            for (const Ring& whole : room_.rings) {
                ring = whole;
                for (const HalfPlane& plane : planes) cut(ring, plane, next), ring.swap(next);
                for (std::size_t k = 0; k < ring.size(); ++k) {
                    const PointMm &a = ring[k], &b = ring[(k + 1) % ring.size()];
                    const double twice = a.x * b.y - b.x * a.y;
                    all += twice / 2;
                    x += (a.x + b.x) * twice / 6;
                    y += (a.y + b.y) * twice / 6;
                }
            }
            areas_[i] = std::max(0.0, all);
            if (all > 1e-9) middles_[i] = {x / all, y / all};
        }
    }
    double total() const { return std::accumulate(areas_.begin(), areas_.end(), 0.0); }
    double worst() const {
        double most = 0;
        for (std::size_t i = 0; i < areas_.size(); ++i)
            most = std::max(most, std::abs(areas_[i] / (parts_[i] * total()) - 1));
        return most;
    }
    void adjust() {
        const double all = total();
        const double each = area(room_) / static_cast<double>(sites_.size());
        for (std::size_t i = 0; i < sites_.size(); ++i) {
            const double missing = parts_[i] * all - areas_[i];
            // A weight is a squared length: of about a cell's area.
            if (areas_[i] <= 0)
                sites_[i].weight += 0.3 * each;
            else
                sites_[i].weight +=
                    std::clamp(damping * missing / std::max(slopes_[i], 0.2), -0.5 * each, 0.5 * each);
        }
        // All weights together mean nothing: their mean stays 0.
        double mean = 0;
        for (const Site& site : sites_) mean += site.weight / static_cast<double>(sites_.size());
        for (Site& site : sites_) site.weight -= mean;
    }

    Outline room_;
    const CellsWanted& wanted_;
    RectMm box_;
    Random random_;
    std::vector<double> parts_;
    std::vector<Site> sites_;
    std::vector<double> areas_, slopes_;
    std::vector<PointMm> middles_;
};

}  // namespace

std::vector<Outline> powerCells(const Outline& room, const CellsWanted& wanted) {
    if (wanted.shares.empty() || room.empty()) return {};
    Diagram diagram(room, wanted);
    diagram.settle();
    return diagram.cells(room);
}

}  // namespace tympan
