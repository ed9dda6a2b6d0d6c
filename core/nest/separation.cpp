#include "core/nest/separation.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace tympan {

namespace {

constexpr int patient_sweeps = 200;  // sweeps without gain
constexpr float most_growth = 1.9F, least_growth = 1.2F, decay = 0.95F, heaviest = 1e9F;

}  // namespace

Separation::Separation(const std::vector<NestShape>& shapes, std::vector<NestRoom> rooms, Turning turning,
                       std::uint64_t seed)
    : shapes_(shapes), rooms_(std::move(rooms)), turning_(turning), random_(seed) {}

std::vector<NestItem> Separation::items() const {
    std::vector<NestItem> items(lying_.size());
    for (std::size_t i = 0; i < items.size(); ++i)
        items[i] = {shape_of_[i], lying_[i].container, lying_[i].placed.pose, lying_[i].locked};
    return items;
}

void Separation::set(const std::vector<NestItem>& items) {
    const bool as_many = items.size() == lying_.size();
    lying_.resize(items.size());
    shape_of_.resize(items.size());
    for (std::size_t i = 0; i < items.size(); ++i) {
        shape_of_[i] = items[i].shape;
        lying_[i].container = items[i].container;
        lying_[i].locked = items[i].locked;
        place(shapes_[items[i].shape], items[i].pose, lying_[i].placed);
    }
    if (as_many) return;
    weights_.assign(items.size() * items.size(), 1);
    room_weights_.assign(items.size(), 1);
}

bool Separation::collides(std::size_t item) const {
    const Lying& lies = lying_[item];
    if (lies.container < 0) return false;
    if (!inside(rooms_[static_cast<std::size_t>(lies.container)], lies.placed)) return true;
    for (std::size_t other = 0; other < lying_.size(); ++other)
        if (other != item && lying_[other].container == lies.container &&
            overlap(lies.placed, lying_[other].placed))
            return true;
    return false;
}

std::vector<std::size_t> Separation::colliding() const {
    std::vector<std::size_t> items;
    for (std::size_t i = 0; i < lying_.size(); ++i)
        if (!lying_[i].locked && collides(i)) items.push_back(i);
    return items;
}

/// Weights of what collides grow, of all else shrink; what it all comes to without them.
double Separation::reweigh() {
    struct Hit {
        float* weight;
        double severity;
    };
    std::vector<Hit> hits;
    double sum = 0, most = 0;
    for (std::size_t a = 0; a < lying_.size(); ++a) {
        const Lying& lies = lying_[a];
        if (lies.container < 0) continue;
        const NestRoom& room = rooms_[static_cast<std::size_t>(lies.container)];
        if (!lies.locked && !inside(room, lies.placed))
            hits.push_back({&room_weights_[a], severity(room, lies.placed)});
        else
            room_weights_[a] = std::max(1.0F, room_weights_[a] * decay);
        for (std::size_t b = a + 1; b < lying_.size(); ++b) {
            float& w = weight(a, b);
            if (lying_[b].container == lies.container && !(lies.locked && lying_[b].locked) &&
                overlap(lies.placed, lying_[b].placed))
                hits.push_back({&w, severity(lies.placed, lying_[b].placed)});
            else
                w = std::max(1.0F, w * decay);
        }
    }
    for (const Hit& hit : hits) sum += hit.severity, most = std::max(most, hit.severity);
    for (const Hit& hit : hits)
        *hit.weight =
            std::min(heaviest, *hit.weight * (least_growth + (most_growth - least_growth) *
                                                                 static_cast<float>(hit.severity / most)));
    return sum;
}

bool Separation::separate(const std::vector<int>& containers, const std::function<bool()>& enough) {
    std::fill(weights_.begin(), weights_.end(), 1.0F);
    std::fill(room_weights_.begin(), room_weights_.end(), 1.0F);
    std::vector<NestItem> best = items();
    double least = never;
    int since = 0;
    for (;;) {
        std::vector<std::size_t> items_now = colliding();
        if (items_now.empty()) return true;
        for (std::size_t i = items_now.size(); i-- > 1;)
            std::swap(items_now[i],
                      items_now[static_cast<std::size_t>(random_.below(static_cast<int>(i) + 1))]);
        for (std::size_t item : items_now) {
            if (enough()) {
                set(best);
                return false;
            }
            if (collides(item)) search(item, containers, usual);
        }
        const double now = reweigh();
        if (now == 0) return true;
        if (now < 0.98 * least)
            since = 0;
        else if (++since > patient_sweeps) {
            set(best);
            return false;
        }
        if (now < least) least = now, best = items();
    }
}

bool Separation::slide(std::size_t item, bool up, double until) {
    Lying& lies = lying_[item];
    double step = shapes_[shape_of_[item]].size;
    bool moved = false;
    while (step > until) {
        Pose pose = lies.placed.pose;
        (up ? pose.at.y : pose.at.x) -= step;
        place(shapes_[shape_of_[item]], pose, trial_);
        if (loss(item, lies.container, trial_, never) == 0)
            std::swap(lies.placed, trial_), moved = true;
        else
            step /= 2;
    }
    return moved;
}

void Separation::settle(std::size_t item, bool up_first) {
    if (lying_[item].container < 0) return;
    for (int i = 0; i < 4; ++i) {
        const bool one = slide(item, up_first, 0.05), other = slide(item, !up_first, 0.05);
        if (!one && !other) break;
    }
}

}  // namespace tympan
