#pragma once
#include <functional>
#include <stop_token>
#include <string>

#include "core/base/text.h"

namespace tympan::workshop {

/// What came of work that came to no result.
struct Failure {
    bool stopped = false;
    Text words;  ///< what is wrong and what to do; empty where it was stopped
    bool operator==(const Failure&) const = default;
};

/// Whether somebody waits for work to be done.
enum class Hurry { waited_for, in_rest };

/// Where work is done that takes longer than a frame, and the way back: `work` runs on some thread, what it
/// returns (or `failed`) on the owner's, exactly one of the two and once. Orders among works are nobody's
/// promise: who needs one uses a Queue. After the executor has ended nothing is called any more.
class Executor {
  public:
    using Finish = std::function<void()>;
    using Work = std::function<Finish(const std::stop_token&)>;
    using Failed = std::function<void(const Failure&)>;

    virtual ~Executor() = default;
    /// Calls on the owner's thread, from any thread, after what was posted before.
    virtual void post(std::function<void()> call) = 0;
    /// `stop` may be asked at any time; work that has happened all the same returns its finish all the same.
    virtual void beside(Hurry hurry, const std::stop_token& stop, Work work, Failed failed) = 0;
};

/// Does everything on the caller's thread before it returns: for the command line.
class AtOnce : public Executor {
  public:
    void post(std::function<void()> call) override { call(); }
    void beside(Hurry hurry, const std::stop_token& stop, Work work, Failed failed) override;
};

/// Does work that nobody waits for on this thread: what it returns, or what tells of its fault.
Executor::Finish doneOrFailed(const Executor::Work& work, const std::stop_token& stop,
                              const Executor::Failed& failed);

}  // namespace tympan::workshop
