#pragma once
#include <deque>
#include <memory>

#include "workshop/executor.h"

namespace tympan::workshop {

/// Operations one after the other: each is finished, failed or stopped before the next begins. Of the owner's
/// thread.
class Queue {
  public:
    struct Operation {
        /// Called when its turn comes, on the owner's thread: takes what it needs of the present state and
        /// returns the work. No work: it is over at once.
        std::function<Executor::Work()> start;
        Executor::Failed failed = {};
        bool stoppable = false;  ///< whether `stop` is meant for it
    };

    explicit Queue(Executor& executor) : state_(std::make_shared<State>(executor)) {}
    /// What waits never begins; what runs is stopped, and its result falls away.
    ~Queue();
    Queue(const Queue&) = delete;
    Queue& operator=(const Queue&) = delete;

    void add(Operation operation);
    /// Asks the operation that runs to stop, and drops those that wait; both only where they are stoppable.
    /// Those that are dropped are told that they were stopped.
    void stop();
    /// Whether a stoppable operation waits for its turn.
    bool waiting() const;
    bool idle() const { return !state_->busy && state_->waiting.empty(); }

  private:
    struct State {
        explicit State(Executor& executor) : executor(executor) {}
        Executor& executor;
        bool busy = false;
        Operation running;
        std::stop_source stopping;
        std::deque<Operation> waiting;
    };
    static void next(const std::shared_ptr<State>& state);
    static void end(const std::shared_ptr<State>& state, const std::function<void()>& tell);

    std::shared_ptr<State> state_;
};

}  // namespace tympan::workshop
