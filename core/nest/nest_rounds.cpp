#include <algorithm>
#include <atomic>
#include <numeric>
#include <thread>

#include "core/measure/outline_operations.h"
#include "core/nest/nest_search.h"

// The rounds that better what a search has found.

namespace tympan {

namespace {

constexpr double fullest = 1.0005;  // more than a room no set of pieces fills
constexpr double least_cut = 0.001;

}  // namespace

bool NestSearch::fewerArePossible() const {
    return areaOf(-1) <= fullest * area(room_.outline()) * (containers() - 1);
}

std::optional<std::vector<NestItem>> NestSearch::attempt(
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

bool NestSearch::takeApart() {
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

bool NestSearch::giveOneUp() {
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

bool NestSearch::placeMore() {
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

std::optional<std::size_t> NestSearch::smallerThan(std::size_t item) {
    std::vector<std::size_t> some;
    for (std::size_t i = 0; i < best_.size(); ++i)
        if (best_[i].container >= 0 && !best_[i].locked && (isFirst(item) || !isFirst(i)) &&
            ((isFirst(item) && !isFirst(i)) ||
             (areaOfItem(i) < 0.98 * areaOfItem(item) && areaOfItem(i) > areaOfItem(item) / 3)))
            some.push_back(i);
    if (some.empty()) return {};
    return some[static_cast<std::size_t>(random_.below(static_cast<int>(some.size())))];
}

bool NestSearch::pressLast() {
    if (!room_.upright()) return false;
    const SizeMm extent = lastExtent();
    const int count = containers();
    if (anyLocked(count - 1)) return false;
    const bool down = fillsDown();
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

}  // namespace tympan
