#pragma once
#include <deque>
#include <vector>

#include "workshop/clock.h"
#include "workshop/executor.h"

namespace tympan::tests {

/// An executor whose test says what is done next, and what comes back next. All on one thread.
class ExecutorByHand : public workshop::Executor {
  public:
    void beside(workshop::Hurry, const std::stop_token& stop, Work work, Failed failed) override {
        asked_.push_back({stop, std::move(work), std::move(failed)});
    }
    /// While work is done here its owner has nothing else to do.
    void post(std::function<void()> call) override { call(); }

    std::size_t asked() const { return asked_.size(); }
    std::size_t done() const { return done_.size(); }
    /// Does the work that was asked at this place among those that wait.
    void work(std::size_t which = 0);
    /// Brings back what was done at this place.
    void deliver(std::size_t which = 0);
    /// Until nothing waits.
    void finishAll();

  private:
    struct Asked {
        std::stop_token stop;
        Work work;
        Failed failed;
    };
    std::deque<Asked> asked_;
    std::deque<std::function<void()>> done_;
};

/// A clock that goes on when its test says so.
class ClockByHand : public workshop::Clock {
  public:
    explicit ClockByHand(const std::string& start = "2026-12-05T10:00") : now_(zone_.read(start)) {}
    Moment now() const override { return now_; }
    const TimeZone& zone() const override { return zone_; }
    std::shared_ptr<void> after(std::chrono::milliseconds wait, std::function<void()> call) override;
    /// Goes on, and calls what falls due, in order.
    void goOn(std::chrono::milliseconds by);
    void set(Moment now) { now_ = now; }

  private:
    struct Timer {
        std::chrono::milliseconds at;
        std::weak_ptr<std::function<void()>> call;
    };
    TimeZone zone_{"Europe/Lisbon"};
    Moment now_;
    std::chrono::milliseconds waited_{0};
    std::vector<Timer> timers_;
};

/// What an owner does, in this order, with an executor; made fresh for each order that is tried.
struct Scenario {
    std::vector<std::function<void()>> steps;
    std::function<void()> law;  ///< called when all is over
};

/// Runs a scenario once in every order in which its steps, the work that they ask for and what comes back can
/// follow each other; no more than `most` of them. How many there were.
int inEveryOrder(const std::function<Scenario(ExecutorByHand&)>& make, int most = 20'000);

}  // namespace tympan::tests
