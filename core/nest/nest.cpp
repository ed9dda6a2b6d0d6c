#include "core/nest/nest.h"

#include <algorithm>
#include <atomic>
#include <chrono>
#include <cmath>
#include <numeric>
#include <optional>
#include <set>
#include <thread>
#include <tuple>

#include "core/base/error.h"
#include "core/measure/outline_operations.h"
#include "core/nest/first_layout.h"

namespace tympan {

std::string_view name(Turning turning) {
    constexpr std::string_view names[] = {"none", "quarter", "free"};
    return names[static_cast<std::size_t>(turning)];
}

namespace {

using Clock = std::chrono::steady_clock;

constexpr double fullest = 1.0005;  // more than a room no set of pieces fills
constexpr double first_cut = 0.04, least_cut = 0.001;

/// One search for a problem.
class Nesting {
  public:
    Nesting(const NestProblem& problem, const NestLimits& limits, const Progress& progress)
        : problem_(problem),
          limits_(limits),
          progress_(progress),
          room_(NestRoom::of(problem.container, problem.edge_gap_mm, problem.gap_mm)),
          random_(limits.seed),
          end_(Clock::now() + std::chrono::duration_cast<Clock::duration>(
                                  std::chrono::duration<double>(std::clamp(limits.seconds, 0.0, 1e6)))) {
        if (room_.empty())
            throw Error(Error::Kind::input, "container", "the edge gap leaves no room in it",
                        "make the gap smaller or the container larger");
        for (const NestPiece& piece : problem.pieces) {
            shapes_.push_back(shapeOf(piece.outline, problem.gap_mm));
            shapes_.back().most_turn = piece.most_turn_deg;
        }
        for (std::size_t i = 0; i < shapes_.size(); ++i)
            for (int copy = 0; copy < problem.pieces[i].copies; ++copy) addItem(i, copy);
        layAt(limits.from, false);
        layAt(problem.locked, true);
        most_ = problem.most_containers.value_or(static_cast<int>(best_.size()));
    }

    NestLayout layout() const {
        NestLayout layout;
        layout.containers.resize(static_cast<std::size_t>(containers()));
        double covered = 0;
        for (std::size_t i = 0; i < best_.size(); ++i) {
            const NestItem& item = best_[i];
            NestPlace at{item.shape, copy_[i], 0, {}};
            if (spare_without_.contains(i)) continue;
            if (item.container < 0) {
                layout.unplaced.push_back(at);
                continue;
            }
            at.rotation_deg = item.pose.rotation_deg;
            const PointMm middle = rotated(shapes_[item.shape].middle, item.pose.rotation_deg);
            at.at = {item.pose.at.x - middle.x, item.pose.at.y - middle.y};
            covered += area(problem_.pieces[item.shape].outline);
            layout.containers[static_cast<std::size_t>(item.container)].push_back(at);
        }
        const double all = static_cast<double>(layout.containers.size()) * area(problem_.container);
        layout.density = all > 0 ? covered / all : 0;
        return layout;
    }

    void run(const std::function<void()>& better) {
        if (best_.empty()) return;
        better_ = better;
        if (limits_.from.empty() || !takeApart()) layFirst();
        told();
        while (!over()) {
            if (anyHomeless()) {
                if (!placeMore()) break;
            } else if (containers() > 1 && fewerArePossible() && rounds_without_ < 3) {
                if (!giveOneUp()) break;
            } else if (problem_.most_containers || !pressLast()) {
                break;
            }
        }
        fillWithSpares();
    }

  private:
    void addItem(std::size_t shape, int copy) {
        NestItem item;
        item.shape = shape;
        best_.push_back(item);
        copy_.push_back(copy);
    }
    void layAt(const NestPlaces& places, bool locked) {
        for (std::size_t container = 0; container < places.size(); ++container)
            for (const NestPlace& place : places[container])
                for (std::size_t i = 0; i < best_.size(); ++i) {
                    if (best_[i].shape != place.piece || copy_[i] != place.copy) continue;
                    const PointMm middle = rotated(shapes_[place.piece].middle, place.rotation_deg);
                    best_[i].container = static_cast<int>(container);
                    best_[i].pose = {place.rotation_deg, {place.at.x + middle.x, place.at.y + middle.y}};
                    best_[i].locked = locked;
                }
    }
    bool over() const {
        return Clock::now() >= end_ || progress_.stop.stop_requested() ||
               (limits_.moves > 0 && moves_ >= limits_.moves);
    }
    void told() const {
        if (better_) better_();
    }
    int containers() const {
        int last = -1;
        for (const NestItem& item : best_) last = std::max(last, item.container);
        return last + 1;
    }
    /// Whether it has no place but might find one.
    bool homeless(const NestItem& item) const {
        return item.container < 0 && !too_large_.contains(item.shape);
    }
    /// What a layout costs: what has no place; containers; how far the last is filled.
    std::tuple<double, int, double> costs() const {
        double without = 0;
        for (std::size_t i = 0; i < best_.size(); ++i)
            if (homeless(best_[i])) without += areaOfItem(i);
        const SizeMm extent = lastExtent();
        return {without, containers(),
                room_.box().height >= room_.box().width ? extent.height : extent.width};
    }
    bool anyHomeless() const {
        return std::any_of(best_.begin(), best_.end(), [&](const NestItem& item) { return homeless(item); });
    }
    void sayHowFar() const {
        if (!progress_.sink) return;
        const double left = std::chrono::duration<double>(end_ - Clock::now()).count();
        progress_.sink(std::clamp(1 - left / std::max(1e-3, limits_.seconds), 0.0, 1.0));
    }
    double areaOf(int container) const {
        double sum = 0;
        for (const NestItem& item : best_)
            if (item.container >= 0 && (container < 0 || item.container == container))
                sum += shapes_[item.shape].area;
        return sum;
    }
    bool fewerArePossible() const {
        return areaOf(-1) <= fullest * area(room_.outline()) * (containers() - 1);
    }
    std::vector<NestRoom> rooms(int count) const {
        return std::vector<NestRoom>(static_cast<std::size_t>(count), room_);
    }
    static std::vector<int> upTo(int count) {
        std::vector<int> list(static_cast<std::size_t>(count));
        std::iota(list.begin(), list.end(), 0);
        return list;
    }
    std::uint64_t nextSeed() { return limits_.seed * 1000003U + ++seeds_; }

    /// By several rules, some on each core; the best of them.
    void layFirst() {
        using Order = LayingRule::Order;
        constexpr LayingRule rules[] = {{Order::by_size, false},
                                        {Order::by_area, true},
                                        {Order::by_length, false},
                                        {Order::by_size, true}};
        constexpr std::size_t few = 100;  // of which each rule takes no time
        const std::size_t tried = best_.size() <= few ? std::size(rules) : 2;
        Laying laying{shapes_, room_, problem_.turning, best_, {}, most_};
        for (const NestPiece& piece : problem_.pieces) laying.first.push_back(piece.first);
        std::vector<FirstLayout> laid(tried);
        std::vector<std::uint64_t> seeds;
        for (std::size_t i = 0; i < tried; ++i) seeds.push_back(nextSeed());
        const auto layHalf = [&](std::size_t side) {
            for (std::size_t i = side; i < tried; i += 2)
                if (i < 2 || !over())
                    laid[i] = layInTurn(
                        laying, rules[i], seeds[i], [&] { return over(); },
                        [&] {
                            if (side == 0) sayHowFar();
                        });
        };
        {
            const std::jthread other(layHalf, 1);
            layHalf(0);
        }
        std::vector<NestItem> best;
        std::tuple<double, int, double> least;
        for (FirstLayout& layout : laid) {
            moves_ += layout.moves;
            if (layout.items.empty()) continue;
            too_large_ = layout.too_large;
            best_ = std::move(layout.items);
            if (best.empty() || costs() < least) best = best_, least = costs();
        }
        best_ = best;
    }

    /// Tries the same on both cores from different seeds; the items of whichever managed it.
    std::optional<std::vector<NestItem>> attempt(
        const std::function<bool(Separation&, const std::function<bool()>& enough)>& work,
        const std::function<std::vector<NestRoom>()>& rooms) {
        std::atomic<bool> done = false;
        const long left = limits_.moves > 0 ? (limits_.moves - moves_ + 1) / 2 : 0;
        std::optional<Separation> searches[2];
        bool managed[2] = {false, false};
        const auto go = [&](int side) {
            Separation& search = *searches[side];
            const auto enough = [&] {
                if (side == 0) sayHowFar();
                return Clock::now() >= end_ || progress_.stop.stop_requested() ||
                       (limits_.moves > 0 ? search.moves() >= left : done.load());
            };
            managed[side] = work(search, enough);
            if (managed[side]) done = true;
        };
        for (auto& search : searches) {
            search.emplace(shapes_, rooms(), problem_.turning, nextSeed());
            search->set(best_);
        }
        {
            const std::jthread other(go, 1);
            go(0);
        }
        for (const auto& search : searches) moves_ += search->moves();
        for (int side = 0; side < 2; ++side)
            if (managed[side]) return searches[side]->items();
        return {};
    }

    /// What begins over each other, or without a place, is taken apart; whether that was managed.
    bool takeApart() {
        const int count = std::max(1, containers());
        const auto found = attempt(
            [&](Separation& search, const std::function<bool()>& enough) {
                for (std::size_t i = 0; i < best_.size(); ++i)
                    if (best_[i].container < 0) search.insert(i, upTo(count));
                return search.separate(upTo(count), enough);
            },
            [&] { return rooms(count); });
        if (found)
            best_ = *found;
        else
            for (NestItem& item : best_)
                if (!item.locked) item.container = -1;
        return found.has_value();
    }

    bool anyLocked(int container) const {
        return std::any_of(best_.begin(), best_.end(),
                           [&](const NestItem& item) { return item.locked && item.container == container; });
    }

    /// The pieces of the emptiest container over those in the others, and all taken apart. False when none
    /// can be given up.
    bool giveOneUp() {
        const int count = containers();
        int least = -1;
        for (int i = 0; i < count; ++i)
            if (!anyLocked(i) && (least < 0 || areaOf(i) < areaOf(least))) least = i;
        if (least < 0) return false;
        const auto found = attempt(
            [&](Separation& search, const std::function<bool()>& enough) {
                std::vector<NestItem> items = search.items();
                std::vector<std::size_t> homeless;
                for (std::size_t i = 0; i < items.size(); ++i) {
                    if (items[i].container == least) homeless.push_back(i), items[i].container = -1;
                    if (items[i].container > least) --items[i].container;
                }
                search.set(items);
                std::stable_sort(homeless.begin(), homeless.end(), [&](std::size_t a, std::size_t b) {
                    return shapes_[items[a].shape].size > shapes_[items[b].shape].size;
                });
                for (std::size_t item : homeless) search.insert(item, upTo(count - 1));
                return search.separate(upTo(count - 1), enough);
            },
            [&] { return rooms(count); });
        if (found) {
            best_ = *found;
            rounds_without_ = 0;
            told();
        } else {
            ++rounds_without_;
        }
        return true;
    }

    /// Pieces without a place are laid over the others, and all taken apart: one of them, or all, or one in
    /// exchange for a smaller one, so that what is left without a place shrinks.
    bool placeMore() {
        std::vector<std::size_t> waiting, chosen;
        std::optional<std::size_t> given_up;
        double lying = 0;
        bool any_first = false;  // then the others wait
        for (std::size_t i = 0; i < best_.size(); ++i)
            any_first = any_first || (homeless(best_[i]) && isFirst(i));
        for (std::size_t i = 0; i < best_.size(); ++i) {
            if (homeless(best_[i]) && (!any_first || isFirst(i))) waiting.push_back(i);
            if (best_[i].container >= 0) lying += areaOfItem(i);
        }
        std::stable_sort(waiting.begin(), waiting.end(),
                         [&](std::size_t a, std::size_t b) { return areaOfItem(a) < areaOfItem(b); });
        const int round = rounds_without_++;
        if (round > 60 && static_cast<std::size_t>(round) > 400 * waiting.size()) return false;
        const std::size_t one =
            round == 0 ? waiting.front()
                       : waiting[static_cast<std::size_t>(random_.below(static_cast<int>(waiting.size())))];
        if (round % 4 == 3) {
            chosen = waiting;
        } else {
            chosen = {one};
            if (round % 4 != 0) given_up = smallerThan(one);
        }
        for (const std::size_t item : chosen) lying += areaOfItem(item);
        if (given_up) lying -= areaOfItem(*given_up);
        if (lying > fullest * area(room_.outline()) * most_) return true;
        const auto found = attempt(
            [&](Separation& search, const std::function<bool()>& enough) {
                if (given_up) search.take(*given_up);
                for (const std::size_t item : chosen) search.insert(item, upTo(most_));
                return search.separate(upTo(most_), enough);
            },
            [&] { return rooms(most_); });
        if (found) {
            best_ = *found;
            rounds_without_ = 0;
            told();
        }
        return true;
    }

    bool isFirst(std::size_t item) const { return problem_.pieces[best_[item].shape].first; }
    double areaOfItem(std::size_t item) const { return shapes_[best_[item].shape].area; }

    /// One that lies somewhere, of between a third and all of another's area; for one that gets its place
    /// first any that does not.
    std::optional<std::size_t> smallerThan(std::size_t item) {
        std::vector<std::size_t> some;
        for (std::size_t i = 0; i < best_.size(); ++i)
            if (best_[i].container >= 0 && !best_[i].locked && (isFirst(item) || !isFirst(i)) &&
                ((isFirst(item) && !isFirst(i)) ||
                 (areaOfItem(i) < 0.98 * areaOfItem(item) && areaOfItem(i) > areaOfItem(item) / 3)))
                some.push_back(i);
        if (some.empty()) return {};
        return some[static_cast<std::size_t>(random_.below(static_cast<int>(some.size())))];
    }

    /// How far the last container is filled, across and down.
    SizeMm lastExtent() const {
        const int last = containers() - 1;
        const RectMm& box = room_.box();
        SizeMm extent{0, 0};
        for (const NestItem& item : best_) {
            if (item.container != last) continue;
            Placed placed;
            place(shapes_[item.shape], item.pose, placed);
            extent.width = std::max(extent.width, (placed.right - box.x) / box.width);
            extent.height = std::max(extent.height, (placed.bottom - box.y) / box.height);
        }
        return extent;
    }

    /// Less of the last container, across its longer side: what then reaches out is taken apart among all.
    bool pressLast() {
        if (!room_.upright()) return false;
        const SizeMm extent = lastExtent();
        const int count = containers();
        if (anyLocked(count - 1)) return false;
        const bool down = room_.box().height >= room_.box().width;
        const double part = (down ? extent.height : extent.width) * (1 - cut_);
        if (areaOf(-1) > fullest * area(room_.outline()) * (count - 1 + part)) {
            cut_ /= 2;
            return cut_ > least_cut;
        }
        const auto found =
            attempt([&](Separation& search,
                        const std::function<bool()>& enough) { return search.separate(upTo(count), enough); },
                    [&] {
                        std::vector<NestRoom> all = rooms(count);
                        all.back() = room_.cut(down ? 1 : part, down ? part : 1);
                        return all;
                    });
        if (found) {
            best_ = *found;
            told();
        } else {
            cut_ = std::max(least_cut, cut_ / 2);
        }
        return true;
    }

    /// Spare copies, the largest first, wherever they lie free in a container that is used already.
    void fillWithSpares() {
        std::vector<std::size_t> shapes;
        for (std::size_t i = 0; i < shapes_.size(); ++i)
            if (problem_.pieces[i].spares > 0) shapes.push_back(i);
        if (shapes.empty() || containers() == 0 || progress_.stop.stop_requested()) return;
        std::stable_sort(shapes.begin(), shapes.end(),
                         [&](std::size_t a, std::size_t b) { return shapes_[a].size > shapes_[b].size; });
        constexpr double with_tries = 1.5;  // a room fuller than this holds none
        double room = with_tries * (area(room_.outline()) * containers() - areaOf(-1));
        std::vector<std::size_t> items;
        for (const std::size_t shape : shapes)
            for (int k = 0; k < problem_.pieces[shape].spares && room > 0; ++k, room -= shapes_[shape].area) {
                items.push_back(best_.size());
                addItem(shape, problem_.pieces[shape].copies + k);
            }
        Separation search(shapes_, rooms(containers()), problem_.turning, nextSeed());
        search.set(best_);
        std::set<std::size_t> full;
        for (const std::size_t item : items) {
            if (full.contains(best_[item].shape)) continue;
            bool lies = false;
            for (int tries = 0; !lies && tries < 4; ++tries) lies = search.insert(item, upTo(containers()));
            if (lies)
                search.settle(item, false);
            else
                search.take(item), full.insert(best_[item].shape);
        }
        best_ = search.items();
        // What found no room was never asked for.
        for (const std::size_t item : items)
            if (best_[item].container < 0) spare_without_.insert(item);
        told();
    }

    const NestProblem& problem_;
    const NestLimits& limits_;
    const Progress& progress_;
    NestRoom room_;
    Random random_;
    Clock::time_point end_;
    std::vector<NestShape> shapes_;
    std::vector<NestItem> best_;
    std::vector<int> copy_;
    std::set<std::size_t> spare_without_;
    std::set<std::size_t> too_large_;  // shapes for which an empty container had no place
    int most_ = 1;
    int rounds_without_ = 0;
    double cut_ = first_cut;
    std::uint64_t seeds_ = 0;
    long moves_ = 0;
    std::function<void()> better_;
};

}  // namespace

NestLayout nest(const NestProblem& problem, const NestLimits& limits,
                const std::function<void(const NestLayout&)>& better, const Progress& progress) {
    Nesting nesting(problem, limits, progress);
    nesting.run([&] {
        if (better) better(nesting.layout());
    });
    return nesting.layout();
}

}  // namespace tympan
