#include "workshop/queue.h"

#include <algorithm>

namespace tympan::workshop {

Queue::~Queue() {
    state_->waiting.clear();
    state_->stopping.request_stop();
}

void Queue::add(Operation operation) {
    state_->waiting.push_back(std::move(operation));
    if (!state_->busy) next(state_);
}

void Queue::stop() {
    if (state_->busy && state_->running.stoppable) state_->stopping.request_stop();
    std::deque<Operation> dropped;
    for (auto each = state_->waiting.begin(); each != state_->waiting.end();) {
        if (!each->stoppable) {
            ++each;
            continue;
        }
        dropped.push_back(std::move(*each));
        each = state_->waiting.erase(each);
    }
    for (const Operation& each : dropped)
        if (each.failed) each.failed({.stopped = true, .words = {}});
}

bool Queue::waiting() const {
    return std::any_of(state_->waiting.begin(), state_->waiting.end(),
                       [](const Operation& each) { return each.stoppable; });
}

void Queue::next(const std::shared_ptr<State>& state) {
    while (!state->busy && !state->waiting.empty()) {
        state->busy = true;
        state->running = std::move(state->waiting.front());
        state->waiting.pop_front();
        state->stopping = std::stop_source();
        Executor::Work work = state->running.start();
        if (!work) {
            state->busy = false;
            continue;
        }
        // The queue may have gone when the work comes back: then nobody is told.
        const std::weak_ptr<State> still = state;
        state->executor.beside(
            Hurry::waited_for, state->stopping.get_token(),
            [still, work = std::move(work)](const std::stop_token& stop) -> Executor::Finish {
                return [still, finish = work(stop)] {
                    if (const auto there = still.lock()) end(there, finish);
                };
            },
            [still, failed = state->running.failed](const Failure& failure) {
                if (const auto there = still.lock())
                    end(there, [&] {
                        if (failed) failed(failure);
                    });
            });
        return;
    }
}

void Queue::end(const std::shared_ptr<State>& state, const std::function<void()>& tell) {
    if (tell) tell();
    state->busy = false;
    next(state);
}

}  // namespace tympan::workshop
