#pragma once
#include "core/run/event.h"
#include "core/schedule/plan.h"

namespace tympan {

/// What is begun: a job's work, as it was then.
struct RunStart {
    std::string id;  ///< of the run
    Moment at;
    WorkOrder order;
    WorkWishes wishes;
    MeasuredWaits measured = {};  ///< what its maker's own evenings said then of times of waiting
    bool operator==(const RunStart&) const = default;
};

struct WorkRun {
    RunStart start;
    std::vector<Event> events;        ///< in the order in which they happened
    std::vector<Text> left_out = {};  ///< what of it could not be read
};

/// Something that went wrong, or was noted.
struct Remark {
    Moment at;
    std::string task, words;
    bool wrong = false;
    std::string trouble = {};  ///< as in Event, as is the next
    std::optional<NextTime> next = {};
    bool operator==(const Remark&) const = default;
};

/// How a run stands: all of its events, folded. Pure: time goes on only where one says so.
struct RunState {
    WorkOrder order;
    WorkWishes wishes;
    MeasuredWaits measured;
    std::vector<Task>
        tasks;  ///< those that remain or are done; copies that were begun anew are in theirs alone
    Course course;
    Past past;                              ///< what is done; under way are hands that have begun
    std::map<std::string, Moment> look_at;  ///< of waits: when one wants to look again
    std::set<std::string> left_out;
    /// Swabs that need not be made, by the one that held: of the same ink on the same paper, with no fewer
    /// coats.
    std::map<std::string, std::string> held_by;
    std::vector<Remark> remarks;
    std::map<std::string, ToldOfStep> told;  ///< by method and step
    /// How long its hands took beside what was planned, by method and step, each time by its task.
    std::map<std::string, std::map<std::string, double>> took;
    /// By which what is still to be done of a step is longer or shorter than was planned.
    std::map<std::string, double> pace;
    bool ended = false;
};

RunState stateOf(const WorkRun& run);
void apply(RunState& state, const Event& event);

const Task* findTask(const RunState& state, const std::string& id);
inline bool isDone(const RunState& state, const std::string& id) { return state.past.done.contains(id); }

/// Which waits have begun, and when, by id.
using Waits = std::map<std::string, Moment>;
/// Those of which all is done that they come after. It looks at every task: ask once, and pass it on.
Waits waitsUnderWay(const RunState& state);

/// The plans of runs from now on, in their order: what is done stays, what waits goes on, the rest follows
/// within the hours, all of it with one pair of hands. Throws Error (stopped).
std::vector<Plan> plansFrom(const std::vector<RunState>& states, const TimeZone& zone, Moment now,
                            const PlanLimits& limits = at_once, const Progress& progress = {});
/// One of them as the plan looks at it.
JobWork workOf(const RunState& state, const TimeZone& zone, Moment now);
/// The plan of a run that is the only one.
Plan planFrom(const RunState& state, const TimeZone& zone, Moment now, const PlanLimits& limits = at_once);
/// A plan that was made before the last events, for the tasks that there are now, until one is made of them:
/// what it knows keeps its times, what is new follows what it comes after, none before `now`.
Plan carriedOver(Plan plan, const RunState& state, Moment now);

}  // namespace tympan
