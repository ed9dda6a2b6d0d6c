#include "tests/support/worked.h"

#include <algorithm>

#include "core/run/now.h"

namespace tympan::tests {

using std::chrono::seconds;

WorkRun workedThrough(RunStart start, const TimeZone& zone, const AtAWait& at_a_wait) {
    WorkRun run{std::move(start), {}};
    RunState state = stateOf(run);
    Moment now = run.start.at;
    const Happens happens = [&](Event event) {
        event.at = now;
        run.events.push_back(event);
        apply(state, event);
    };
    for (int k = 0; k < 5000; ++k) {
        const Now what = nowOf(state, planFrom(state, zone, now, {0, 0, 1}), now);
        if (what.kind == Now::Kind::over) return run;
        if (what.kind == Now::Kind::hands) {
            happens({.kind = Event::Kind::begun, .at = now, .task = what.task});
            now += seconds{static_cast<long>(findTask(state, what.task)->usual_min * 60)};
            happens({.kind = Event::Kind::done, .at = now, .task = what.task});
            continue;
        }
        const Task* task = findTask(state, what.task);
        if (task && at_a_wait && at_a_wait(state, Task(*task), now, happens)) continue;
        now = std::max(now + seconds{1}, what.from);
        if (what.kind == Now::Kind::wait) happens({.kind = Event::Kind::done, .at = now, .task = what.task});
    }
    throw std::logic_error("the work never ends");
}

}  // namespace tympan::tests
