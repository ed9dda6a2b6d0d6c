#include "tests/support/by_hand.h"

#include <algorithm>

namespace tympan::tests {

void ExecutorByHand::work(std::size_t which) {
    const auto at = asked_.begin() + static_cast<std::ptrdiff_t>(which);
    Asked asked = std::move(*at);
    asked_.erase(at);
    done_.push_back(workshop::doneOrFailed(asked.work, asked.stop, asked.failed));
}

void ExecutorByHand::deliver(std::size_t which) {
    const auto at = done_.begin() + static_cast<std::ptrdiff_t>(which);
    const std::function<void()> call = std::move(*at);
    done_.erase(at);
    if (call) call();
}

void ExecutorByHand::finishAll() {
    while (asked() + done() > 0) done() > 0 ? deliver() : work();
}

std::shared_ptr<void> ClockByHand::after(std::chrono::milliseconds wait, std::function<void()> call) {
    auto kept = std::make_shared<std::function<void()>>(std::move(call));
    timers_.push_back({waited_ + wait, kept});
    return kept;
}

void ClockByHand::goOn(std::chrono::milliseconds by) {
    const std::chrono::milliseconds until = waited_ + by;
    const Moment begun = now_;
    const std::chrono::milliseconds from = waited_;
    for (;;) {
        const auto next = std::min_element(timers_.begin(), timers_.end(),
                                           [](const Timer& a, const Timer& b) { return a.at < b.at; });
        if (next == timers_.end() || next->at > until) break;
        const Timer timer = *next;
        timers_.erase(next);
        waited_ = std::max(waited_, timer.at);
        now_ = begun + std::chrono::duration_cast<std::chrono::seconds>(waited_ - from);
        if (const auto call = timer.call.lock()) (*call)();
    }
    waited_ = until;
    now_ = begun + std::chrono::duration_cast<std::chrono::seconds>(by);
}

int inEveryOrder(const std::function<Scenario(ExecutorByHand&)>& make, int most) {
    // Each order is a list of choices; the next one differs from it as late as it can.
    struct Choice {
        std::size_t taken = 0, of = 0;
    };
    std::vector<Choice> order;
    for (int count = 1;; ++count) {
        ExecutorByHand executor;
        const Scenario scenario = make(executor);
        std::size_t step = 0;
        for (std::size_t depth = 0;; ++depth) {
            const std::size_t steps = step < scenario.steps.size() ? 1 : 0;
            const std::size_t choices = steps + executor.asked() + executor.done();
            if (choices == 0) {
                order.resize(depth);
                break;
            }
            if (depth == order.size()) order.push_back({0, choices});
            std::size_t choice = order[depth].taken;
            order[depth].of = choices;
            if (choice < steps)
                scenario.steps[step++]();
            else if ((choice -= steps) < executor.asked())
                executor.work(choice);
            else
                executor.deliver(choice - executor.asked());
        }
        scenario.law();
        while (!order.empty() && order.back().taken + 1 == order.back().of) order.pop_back();
        if (order.empty() || count == most) return count;
        ++order.back().taken;
    }
}

}  // namespace tympan::tests
