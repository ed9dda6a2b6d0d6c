#pragma once
#include <functional>
#include <set>

#include "core/nest/separation.h"

namespace tympan {

/// In which order pieces are laid, and where each is pushed.
struct LayingRule {
    enum class Order { by_size, by_area, by_length };
    Order order = Order::by_size;
    bool up_first = false;  ///< pushed up and then to the left; else the other way round
};

/// What is laid, and into what.
struct Laying {
    const std::vector<NestShape>& shapes;
    const NestRoom& room;
    Turning turning = Turning::none;
    std::vector<NestItem> items;  ///< those that lie somewhere stay there
    std::vector<bool> first;      ///< by shape: laid before the others
    int most_containers = 1;
};

struct FirstLayout {
    std::vector<NestItem> items;
    std::set<std::size_t> too_large;  ///< shapes for which an empty container had no place
    long moves = 0;
};

/// Lays one piece after the other, the largest first, each into the first container where it collides with
/// nothing. `over` ends it early; `said` is told after each.
FirstLayout layInTurn(const Laying& laying, const LayingRule& rule, std::uint64_t seed,
                      const std::function<bool()>& over, const std::function<void()>& said);

}  // namespace tympan
