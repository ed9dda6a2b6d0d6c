#pragma once
#include "core/schedule/plan.h"

namespace tympan {

/// Seconds from the plan's start.
using Seconds = std::int64_t;

/// Tasks that stay together, each so long after the first one's begin.
struct Sitting {
    std::vector<std::size_t> tasks;
    std::vector<Seconds> offsets, lengths;
    Seconds length = 0;              ///< until its last task ends, waits among them
    std::vector<std::size_t> after;  ///< sittings that come before it
    std::vector<std::size_t> before;
    Seconds way_to_go = 0;  ///< the longest way from its begin to an end of all
};

/// The sittings of a list of tasks, but for those that have their times already; `least`: with the shortest
/// waits, else with the usual ones. What no deadline ties is parted where it would be longer than `longest`.
std::vector<Sitting> sittingsOf(const std::vector<Task>& tasks, bool least, Seconds longest = 1'000'000'000,
                                const std::vector<bool>& fixed = {});

/// TimeSpans of one thing that can do one thing at a time, in order.
class Busy {
  public:
    void add(Seconds from, Seconds to);
    /// One that was added, no longer; whether there was one.
    bool remove(Seconds from, Seconds to);
    /// The first that shares time with this one; nothing when it is free.
    std::optional<std::pair<Seconds, Seconds>> over(Seconds from, Seconds to) const;
    /// The first moment, no earlier than `from`, at which it is free for so long.
    Seconds freeFrom(Seconds from, Seconds length) const;

  private:
    std::vector<std::pair<Seconds, Seconds>> taken_;  ///< by begin; they may overlap
    Seconds longest_ = 0;                             ///< of all that were ever added
    bool overlap_ = false;                            ///< whether any ever did
};

}  // namespace tympan
