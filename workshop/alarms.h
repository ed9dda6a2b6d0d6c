#pragma once
#include <map>
#include <string>
#include <tuple>

#include "workshop/clock.h"
#include "workshop/notice.h"
#include "workshop/runs.h"

namespace tympan::workshop {

/// Tells of what falls due in the runs that are under way, each once. What fell due before it began is not
/// told: a window that opens shows it, and need not ring.
class Alarms {
  public:
    Alarms(const Runs& runs, const Clock& clock) : runs_(runs), clock_(clock), from_(clock.now()) {}

    /// Time has gone on, or a run has changed.
    void look();

    /// The run, and what is due in it.
    Notice<std::string, Alarm> due;

  private:
    const Runs& runs_;
    const Clock& clock_;
    Moment from_;
    /// By run, task and kind, the latest moment that was told of: what is put off falls due again.
    std::map<std::tuple<std::string, std::string, Alarm::Kind>, Moment> told_;
};

}  // namespace tympan::workshop
