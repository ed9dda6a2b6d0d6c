#include "core/nest/first_layout.h"

#include <algorithm>
#include <numeric>
#include <tuple>

namespace tympan {

namespace {

double keyOf(const NestShape& shape, LayingRule::Order order) {
    switch (order) {
        case LayingRule::Order::by_size:
            return shape.size;
        case LayingRule::Order::by_area:
            return shape.area;
        case LayingRule::Order::by_length:
            return shape.reach;
    }
    return shape.size;
}

}  // namespace

FirstLayout layInTurn(const Laying& laying, const LayingRule& rule, std::uint64_t seed,
                      const std::function<bool()>& over, const std::function<void()>& said) {
    std::vector<std::size_t> order(laying.items.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        const std::size_t sa = laying.items[a].shape, sb = laying.items[b].shape;
        return std::tuple(!laying.first[sa], -keyOf(laying.shapes[sa], rule.order)) <
               std::tuple(!laying.first[sb], -keyOf(laying.shapes[sb], rule.order));
    });
    int count = 0;
    for (const NestItem& item : laying.items) count = std::max(count, item.container + 1);
    FirstLayout layout;
    Separation search(laying.shapes,
                      std::vector<NestRoom>(static_cast<std::size_t>(std::max(1, count)), laying.room),
                      laying.turning, seed);
    search.set(laying.items);
    // Where a shape found no place before, its next copy finds none.
    std::vector<int> from(laying.shapes.size(), 0);
    for (const std::size_t item : order) {
        if (over()) break;
        said();
        const std::size_t shape = laying.items[item].shape;
        if (laying.items[item].container >= 0 || layout.too_large.contains(shape)) continue;
        int& container = from[shape];
        bool lies = false;
        for (; container < std::min(count + 1, laying.most_containers); ++container) {
            if (static_cast<std::size_t>(container) == search.rooms().size()) search.addRoom(laying.room);
            for (int tries = 0; !lies && tries < (container == count ? 20 : 2); ++tries)
                lies = search.insert(item, {container});
            if (lies) break;
            // What does not fit an empty one fits none.
            if (container == count) break;
        }
        if (!lies && container == count && count < laying.most_containers) layout.too_large.insert(shape);
        if (lies) {
            count = std::max(count, container + 1);
            search.settle(item, rule.up_first);
        } else {
            search.take(item);
        }
    }
    layout.items = search.items();
    layout.moves = search.moves();
    return layout;
}

}  // namespace tympan
