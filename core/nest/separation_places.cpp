#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/nest/separation.h"

// Where an item is laid: places sampled, and each improved.

namespace tympan {

namespace {

constexpr int kept_samples = 3;
constexpr double hair = 3e-5;         // so that sides that touch do not cross
constexpr double nearby_part = 0.25;  // of a shape's size

/// The nearest angle that a shape may be turned to.
double within(const NestShape& shape, double degrees) {
    if (shape.most_turn >= 180) return std::fmod(degrees + 720, 360);
    return std::clamp(std::remainder(degrees, 360), -shape.most_turn, shape.most_turn);
}

}  // namespace

double Separation::turned(std::size_t item, double from) {
    const double most = shapes_[shape_of_[item]].most_turn;
    if (turning_ == Turning::free && most < 180) return most > 0 ? random_.between(-most, most) : 0;
    switch (turning_) {
        case Turning::none:
            return 0;
        case Turning::quarter:
            return 90.0 * random_.below(4);
        case Turning::free:
            // Right angles are what straight sides want.
            return random_.unit() < 0.3 ? std::fmod(from + 90.0 * random_.below(4), 360)
                                        : random_.between(0, 360);
    }
    return 0;
}

Pose Separation::randomPose(std::size_t item, int container) {
    const RectMm& box = rooms_[static_cast<std::size_t>(container)].box();
    Pose pose{turned(item, lying_[item].placed.pose.rotation_deg), {0, 0}};
    place(shapes_[shape_of_[item]], pose, trial_);
    const auto within = [&](double from, double to, double low, double high) {
        const double least = from - low, most = to - high;
        return least < most ? random_.between(least, most) : (least + most) / 2;
    };
    pose.at = {within(box.x, box.right(), trial_.left, trial_.right),
               within(box.y, box.bottom(), trial_.top, trial_.bottom)};
    return pose;
}

/// A side of the item along one of another's, or of the room's, corner at corner: where what fits lies.
std::optional<Pose> Separation::flushPose(std::size_t item, int container) {
    const NestShape& shape = shapes_[shape_of_[item]];
    const NestRoom& room = rooms_[static_cast<std::size_t>(container)];
    const auto drawn = [&](const std::vector<Side>& sides) -> const Side& {
        const double at = random_.between(0, sides.back().up_to);
        return *std::lower_bound(sides.begin(), sides.end() - 1, at,
                                 [](const Side& side, double length) { return side.up_to < length; });
    };
    if (shape.sides.empty()) return {};
    // What lies there by chance, the room as often as two pieces.
    const Lying* beside = nullptr;
    int met = 2;
    for (std::size_t other = 0; other < lying_.size(); ++other)
        if (other != item && lying_[other].container == container && random_.below(++met) == 0)
            beside = &lying_[other];
    PointMm from, to;
    if (beside) {
        if (beside->placed.shape->sides.empty()) return {};
        const Side& side = drawn(beside->placed.shape->sides);
        const auto there = [&](const PointMm& p) {
            const PointMm turned = tympan::rotated(p, beside->placed.pose.rotation_deg);
            return PointMm{turned.x + beside->placed.pose.at.x, turned.y + beside->placed.pose.at.y};
        };
        from = there(side.to), to = there(side.from);
    } else {
        if (room.sides().empty()) return {};
        const Side& side = drawn(room.sides());
        from = side.from, to = side.to;
    }
    const Side& own = drawn(shape.sides);
    const auto direction = [](const PointMm& a, const PointMm& b) {
        return std::atan2(b.y - a.y, b.x - a.x) * 180 / std::numbers::pi;
    };
    const double wanted = direction(from, to);
    Pose pose;
    if (turning_ == Turning::free) {
        pose.rotation_deg = std::remainder(wanted - direction(own.from, own.to), 360);
        if (std::abs(pose.rotation_deg) > shape.most_turn) return {};
    } else {
        pose.rotation_deg = turned(item, 0);
    }
    const bool at_end = random_.unit() < 0.5;
    const PointMm corner = tympan::rotated(at_end ? own.to : own.from, pose.rotation_deg),
                  goal = at_end ? to : from;
    // Away from the side, to where the inside of the room or the outside of the other is.
    const double length = std::max(1e-9, std::hypot(to.x - from.x, to.y - from.y));
    const PointMm inward{-(to.y - from.y) / length * hair, (to.x - from.x) / length * hair};
    pose.at = {goal.x - corner.x + inward.x, goal.y - corner.y + inward.y};
    return pose;
}

double Separation::loss(std::size_t item, int container, const Placed& placed, double bound) const {
    double sum = 0;
    const NestRoom& room = rooms_[static_cast<std::size_t>(container)];
    if (!inside(room, placed)) sum += static_cast<double>(room_weights_[item]) * severity(room, placed);
    for (std::size_t other = 0; other < lying_.size(); ++other) {
        if (sum >= bound) return never;
        const Lying& lies = lying_[other];
        if (other == item || lies.container != container || !overlap(placed, lies.placed)) continue;
        sum += static_cast<double>(weight(item, other)) * severity(placed, lies.placed);
    }
    return sum < bound ? sum : never;
}

double Separation::improve(std::size_t item, int container, Pose& pose, double value, double step,
                           double turn, double until) {
    const NestShape& shape = shapes_[shape_of_[item]];
    const bool turns = turning_ == Turning::free && turn > 0 && shape.most_turn > 0;
    double across = step, down = step;
    while (value > 0 && (across > until || down > until || (turns && turn > 0.05))) {
        Pose best = pose;
        double least = value;
        const auto attempt = [&](const Pose& other) {
            place(shape, other, trial_);
            const double now = loss(item, container, trial_, least);
            if (now < least) least = now, best = other;
        };
        const int way = random_.below(turns ? 4 : 3);
        for (const double side : {-1.0, 1.0}) {
            Pose other = pose;
            if (way == 0) other.at.x += side * across;
            if (way == 1) other.at.y += side * down;
            if (way == 2) {
                other.at.x += side * across;
                other.at.y += (random_.unit() < 0.5 ? -1 : 1) * down;
            }
            if (way == 3) other.rotation_deg = within(shape, other.rotation_deg + side * turn);
            attempt(other);
        }
        const double change = least < value ? 1.1 : 0.5;
        if (way == 0 || way == 2) across *= change;
        if (way == 1 || way == 2) down *= change;
        if (way == 3) turn *= change;
        pose = best;
        value = least;
    }
    return value;
}

bool Separation::search(std::size_t item, const std::vector<int>& containers, const Samples& samples) {
    ++moves_;
    struct Found {
        double value;
        int container;
        Pose pose;
    };
    std::vector<Found> kept;
    Lying& lies = lying_[item];
    const NestShape& shape = shapes_[shape_of_[item]];
    const auto consider = [&](int container, const Pose& pose, bool always) {
        place(shape, pose, trial_);
        const double bound = always || kept.size() < kept_samples ? never : kept.back().value;
        const double value = loss(item, container, trial_, bound);
        if (value == never) return;
        kept.insert(std::upper_bound(kept.begin(), kept.end(), value,
                                     [](double v, const Found& f) { return v < f.value; }),
                    {value, container, pose});
        if (kept.size() > kept_samples) kept.pop_back();
    };
    if (lies.container >= 0) {
        const Pose here = lies.placed.pose;
        consider(lies.container, here, true);
        for (int i = 0; i < samples.nearby; ++i) {
            Pose pose = here;
            const double reach = nearby_part * shape.size;
            pose.at.x += random_.between(-reach, reach), pose.at.y += random_.between(-reach, reach);
            if (turning_ == Turning::free)
                pose.rotation_deg = within(shape, pose.rotation_deg + random_.between(-25, 25));
            if (turning_ == Turning::quarter && random_.unit() < 0.3) pose.rotation_deg = turned(item, 0);
            consider(lies.container, pose, false);
        }
    }
    for (int i = 0; i < samples.anywhere; ++i) {
        const int container =
            containers[static_cast<std::size_t>(random_.below(static_cast<int>(containers.size())))];
        consider(container, randomPose(item, container), false);
    }
    for (int i = 0; i < samples.flush; ++i) {
        const int container =
            containers[static_cast<std::size_t>(random_.below(static_cast<int>(containers.size())))];
        if (const auto pose = flushPose(item, container)) consider(container, *pose, false);
    }
    for (Found& found : kept) {
        const double size = std::min(shape.size, shape.reach * 2);
        found.value = improve(item, found.container, found.pose, found.value, 0.12 * size, 12, 0.01 * size);
    }
    std::sort(kept.begin(), kept.end(), [](const Found& a, const Found& b) { return a.value < b.value; });
    Found& best = kept.front();
    best.value =
        improve(item, best.container, best.pose, best.value, 0.01 * shape.size, 1, 0.0004 * shape.size);
    lies.container = best.container;
    place(shape, best.pose, lies.placed);
    return best.value == 0;
}

bool Separation::insert(std::size_t item, const std::vector<int>& containers) {
    lying_[item].container = -1;
    return search(item, containers, {3 * usual.anywhere, 0, usual.flush});
}

}  // namespace tympan
