#include "core/nest/nest_search.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/parallel.h"
#include "core/measure/outline_operations.h"
#include "core/nest/first_layout.h"

namespace tympan {

namespace {

constexpr double first_cut = 0.04;
constexpr int patience = 60;              // exchanges without gain
constexpr double part_for_spares = 0.15;  // of the time, where there are any

}  // namespace

NestSearch::NestSearch(const NestProblem& problem, const NestLimits& limits, const Progress& progress)
    : problem_(problem),
      limits_(limits),
      progress_(progress),
      room_(NestRoom::of(problem.container, problem.edge_gap_mm, problem.gap_mm)),
      random_(limits.seed),
      cut_(first_cut) {
    if (room_.empty())
        throw Error(Error::Kind::input, "container", Text("the edge gap leaves no room in it"),
                    Text("make the gap smaller or the container larger"));
    std::size_t items = 0;
    for (const NestPiece& piece : problem.pieces)
        items += static_cast<std::size_t>(piece.copies) + static_cast<std::size_t>(piece.spares);
    if (items > most_nest_items)
        throw Error(Error::Kind::input, "pieces",
                    Text("there are more than {most}", {{"most", most_nest_items}}),
                    Text("nest them in several parts"));
    if (problem.most_containers && problem.locked.size() > static_cast<std::size_t>(*problem.most_containers))
        throw Error(Error::Kind::input, "locked",
                    Text("a piece is locked in container {number}, and there may be only {most}",
                         {{"number", problem.locked.size()}, {"most", *problem.most_containers}}),
                    Text("unlock it, or allow more containers"));
    for (const NestPiece& piece : problem.pieces) {
        shapes_.push_back(shapeOf(piece.outline, problem.gap_mm));
        shapes_.back().most_turn = piece.most_turn_deg;
    }
    // The clock starts here: preparing the outlines takes none of the search's time.
    const auto after = [now = Clock::now()](double seconds) {
        return now + std::chrono::duration_cast<Clock::duration>(
                         std::chrono::duration<double>(std::clamp(seconds, 0.0, 1e6)));
    };
    const bool spares = std::any_of(problem.pieces.begin(), problem.pieces.end(),
                                    [](const NestPiece& piece) { return piece.spares > 0; });
    last_ = after(limits.seconds);
    end_ = after(limits.seconds * (spares ? 1 - part_for_spares : 1));
    for (std::size_t i = 0; i < shapes_.size(); ++i)
        for (int copy = 0; copy < problem.pieces[i].copies; ++copy) addItem(i, copy);
    most_ = problem.most_containers.value_or(
        std::max(static_cast<int>(best_.size()), static_cast<int>(problem.locked.size())));
    layAt(limits.from, false);
    layAt(problem.locked, true);
    for (const NestItem& item : best_)
        if (item.locked) fewest_ = std::max(fewest_, item.container + 1);
}

void NestSearch::addItem(std::size_t shape, int copy) {
    NestItem item;
    item.shape = shape;
    best_.push_back(item);
    copy_.push_back(copy);
}

void NestSearch::layAt(const NestPlaces& places, bool locked) {
    const std::size_t count = std::min(places.size(), static_cast<std::size_t>(most_));
    for (std::size_t container = 0; container < count; ++container)
        for (const NestPlace& place : places[container])
            for (std::size_t i = 0; i < best_.size(); ++i) {
                if (best_[i].shape != place.piece || copy_[i] != place.copy) continue;
                const PointMm middle = rotated(shapes_[place.piece].middle, place.rotation_deg);
                best_[i].container = static_cast<int>(container);
                best_[i].pose = {place.rotation_deg, {place.at.x + middle.x, place.at.y + middle.y}};
                best_[i].locked = locked;
            }
}

NestLayout NestSearch::layout() const {
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

void NestSearch::run(const std::function<void()>& better) {
    if (best_.empty()) return;
    better_ = better;
    if (limits_.from.empty() || !takeApart()) layFirst();
    told();
    while (!over()) {
        if (anyHomeless()) {
            if (!placeMore()) break;
        } else if (containers() == 0) {
            break;  // nothing fits
        } else if (containers() > 1 && fewerArePossible() && exchanges_without_ < patience) {
            if (!lighten()) break;
        } else if (containers() > 1 && fewerArePossible() && rounds_without_ < 3) {
            if (!giveOneUp()) break;
        } else if (problem_.most_containers || !pressLast()) {
            break;
        }
    }
    tidyUp();
    fillWithSpares();
}

bool NestSearch::over() const {
    return Clock::now() >= end_ || progress_.stop.stop_requested() ||
           (limits_.moves > 0 && moves_ >= limits_.moves);
}

void NestSearch::told() const {
    if (better_) better_();
}

void NestSearch::sayHowFar() const {
    if (!progress_.sink) return;
    const double left = std::chrono::duration<double>(end_ - Clock::now()).count();
    progress_.sink(std::clamp(1 - left / std::max(1e-3, limits_.seconds), 0.0, 1.0));
}

int NestSearch::containers() const {
    int last = -1;
    for (const NestItem& item : best_) last = std::max(last, item.container);
    return last + 1;
}

bool NestSearch::homeless(const NestItem& item) const {
    return item.container < 0 && !too_large_.contains(item.shape);
}

bool NestSearch::anyHomeless() const {
    return std::any_of(best_.begin(), best_.end(), [&](const NestItem& item) { return homeless(item); });
}

bool NestSearch::anyLocked(int container) const {
    return std::any_of(best_.begin(), best_.end(),
                       [&](const NestItem& item) { return item.locked && item.container == container; });
}

double NestSearch::areaOf(int container) const {
    double sum = 0;
    for (const NestItem& item : best_)
        if (item.container >= 0 && (container < 0 || item.container == container))
            sum += shapes_[item.shape].area;
    return sum;
}

std::tuple<double, int, double> NestSearch::costs() const {
    double without = 0;
    for (std::size_t i = 0; i < best_.size(); ++i)
        if (homeless(best_[i])) without += areaOfItem(i);
    const SizeMm extent = lastExtent();
    return {without, containers(), fillsDown() ? extent.height : extent.width};
}

SizeMm NestSearch::lastExtent() const {
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

std::vector<NestRoom> NestSearch::rooms(int count) const {
    return std::vector<NestRoom>(static_cast<std::size_t>(count), room_);
}

void NestSearch::layFirst() {
    using Order = LayingRule::Order;
    constexpr LayingRule rules[] = {
        {Order::by_size, false}, {Order::by_area, true}, {Order::by_length, false}, {Order::by_size, true}};
    constexpr std::size_t few = 100;  // of which each rule takes no time
    const std::size_t tried = best_.size() <= few ? std::size(rules) : 2;
    Laying laying{shapes_, room_, problem_.turning, best_, {}, most_};
    for (const NestPiece& piece : problem_.pieces) laying.first.push_back(piece.first);
    std::vector<FirstLayout> laid(tried);
    std::vector<std::uint64_t> seeds;
    for (std::size_t i = 0; i < tried; ++i) seeds.push_back(nextSeed());
    onBothCores([&](std::size_t side) {
        for (std::size_t i = side; i < tried; i += 2)
            if (i < 2 || !over())
                laid[i] = layInTurn(
                    // However short the time, there is one whole layout.
                    laying, rules[i], seeds[i],
                    [&, always = i == 0] { return always ? progress_.stop.stop_requested() : over(); },
                    [&] {
                        if (side == 0) sayHowFar();
                    });
    });
    std::vector<NestItem> best;
    std::set<std::size_t> too_large;
    std::tuple<double, int, double> least;
    for (FirstLayout& layout : laid) {
        moves_ += layout.moves;
        if (layout.items.empty()) continue;
        too_large_ = layout.too_large;
        best_ = std::move(layout.items);
        if (best.empty() || costs() < least) best = best_, least = costs(), too_large = too_large_;
    }
    best_ = best;
    too_large_ = too_large;
}

void NestSearch::fillWithSpares() {
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
        if (full.contains(best_[item].shape) || Clock::now() >= last_ || progress_.stop.stop_requested())
            continue;
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

std::vector<int> NestSearch::upTo(int count) {
    std::vector<int> list(static_cast<std::size_t>(count));
    std::iota(list.begin(), list.end(), 0);
    return list;
}

}  // namespace tympan
