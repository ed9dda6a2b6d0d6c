#include <algorithm>
#include <atomic>
#include <numeric>

#include "core/base/parallel.h"
#include "core/measure/outline_operations.h"
#include "core/nest/nest_search.h"

// The rounds that better what a search has found.

namespace tympan {

namespace {

constexpr double fullest = 1.0005;  // more than a room no set of pieces fills
constexpr double least_cut = 0.001;
// An exchange that is managed at all mostly is within some tens of moves.
constexpr long most_exchange_moves = 500;

}  // namespace

bool NestSearch::fewerArePossible() const {
    return containers() > fewest_ && areaOf(-1) <= fullest * area(room_.outline()) * (containers() - 1);
}

std::optional<std::vector<NestItem>> NestSearch::attempt(
    const std::function<bool(Separation&, const std::function<bool()>& enough)>& work,
    const std::function<std::vector<NestRoom>()>& rooms) {
    std::atomic<bool> done = false;
    const long left = limits_.moves > 0 ? (limits_.moves - moves_ + 1) / 2 : 0;
    std::optional<Separation> searches[2];
    bool managed[2] = {false, false};
    const auto go = [&](std::size_t side) {
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
    onBothCores(go);
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

std::optional<int> NestSearch::emptiest() const {
    std::optional<int> least;
    for (int i = 0; i < containers(); ++i)
        if (!anyLocked(i) && areaOf(i) > 0 && (!least || areaOf(i) < areaOf(*least))) least = i;
    return least;
}

std::optional<NestSearch::Exchange> NestSearch::someExchange(int emptiest) {
    const auto one = [&](const std::vector<std::size_t>& of) {
        return of[static_cast<std::size_t>(random_.below(static_cast<int>(of.size())))];
    };
    std::vector<std::size_t> here;
    for (std::size_t i = 0; i < best_.size(); ++i)
        if (best_[i].container == emptiest) here.push_back(i);
    for (int tries = 0; tries < 50; ++tries) {
        Exchange exchange;
        exchange.in = one(here);
        exchange.container = random_.below(containers() - 1);
        if (exchange.container >= emptiest) ++exchange.container;
        double filled = areaOf(exchange.container) + areaOfItem(exchange.in);
        if (random_.below(3) > 0) {
            std::vector<std::size_t> smaller;
            for (std::size_t i = 0; i < best_.size(); ++i)
                if (best_[i].container == exchange.container && !best_[i].locked &&
                    areaOfItem(i) < 0.98 * areaOfItem(exchange.in))
                    smaller.push_back(i);
            if (smaller.empty()) continue;
            exchange.out = one(smaller);
            filled -= areaOfItem(*exchange.out);
        }
        if (filled <= fullest * area(room_.outline())) return exchange;
    }
    return {};
}

NestSearch::Tried NestSearch::tried(const Exchange& exchange, int emptiest, std::uint64_t seed,
                                    long most_moves) const {
    Tried result;
    const auto taken = [&](int container, std::optional<std::size_t> in, std::optional<std::size_t> out) {
        std::vector<std::size_t> of;
        std::vector<NestItem> items;
        std::size_t comes = 0;
        for (std::size_t i = 0; i < best_.size(); ++i) {
            if (i == in) comes = of.size();
            if ((best_[i].container != container || i == out) && i != in) continue;
            of.push_back(i);
            items.push_back(best_[i]);
            items.back().container = i == in ? -1 : 0;
        }
        if (!in) return true;  // what is left lies as it did
        Separation search(shapes_, {room_}, problem_.turning, seed);
        search.set(items);
        search.insert(comes, {0});
        const bool lies = search.separate({0}, [&] {
            return over() || search.moves() > most_exchange_moves ||
                   (most_moves > 0 && result.moves + search.moves() >= most_moves);
        });
        result.moves += search.moves();
        items = search.items();
        for (std::size_t i = 0; i < of.size(); ++i) {
            items[i].container = container;
            result.lying.emplace_back(of[i], items[i]);
        }
        return lies;
    };
    if (!taken(exchange.container, exchange.in, exchange.out) || !taken(emptiest, exchange.out, exchange.in))
        result.lying.clear();
    return result;
}

bool NestSearch::lighten() {
    const std::optional<int> least = emptiest();
    if (!least) return false;
    const std::optional<Exchange> exchanges[] = {someExchange(*least), someExchange(*least)};
    const std::uint64_t seeds[] = {nextSeed(), nextSeed()};
    const long left = limits_.moves > 0 ? (limits_.moves - moves_ + 1) / 2 : 0;
    ++exchanges_without_;
    Tried results[2];
    const auto go = [&](std::size_t side) {
        if (exchanges[side]) results[side] = tried(*exchanges[side], *least, seeds[side], left);
    };
    onBothCores(go);
    sayHowFar();
    moves_ += results[0].moves + results[1].moves;
    const Tried& found = results[0].lying.empty() ? results[1] : results[0];
    if (found.lying.empty()) return true;
    for (const auto& [item, lies] : found.lying) best_[item] = lies;
    exchanges_without_ = rounds_without_ = 0;
    if (const int last = containers() - 1; *least < last && !anyLocked(last))
        for (NestItem& item : best_)
            if (item.container == *least || item.container == last)
                item.container = item.container == last ? *least : last;
    told();
    return true;
}

bool NestSearch::giveOneUp() {
    const int count = containers();
    const std::optional<int> given = emptiest();
    if (!given) return false;
    const int least = *given;
    const auto found = attempt(
        [&](Separation& search, const std::function<bool()>& enough) {
            std::vector<NestItem> items = search.items();
            std::vector<std::size_t> homeless;
            for (std::size_t i = 0; i < items.size(); ++i) {
                if (items[i].container == least)
                    homeless.push_back(i), items[i].container = -1;
                else if (items[i].container == count - 1)
                    items[i].container = least;  // the others keep their numbers: pieces may be locked there
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
        exchanges_without_ = 0;
    }
    return true;
}

}  // namespace tympan
