#pragma once
#include <cstdint>

#include "core/base/progress.h"
#include "core/schedule/task.h"
#include "core/time/free_hours.h"

namespace tympan {

/// When a job is to be done, and where.
struct Conditions {
    TimeZone zone;
    Moment start;
    std::optional<Moment> due;
    bool late = false;  ///< as late as leaves time to begin a piece again; else as early as can be
    FreeHours hours;
    double rest_min = 0;  ///< of hands, for each hour of work
    WaitRules waits;
    /// How many loads a place holds at once; 0: there is no such place. An oven, a press and a printer that
    /// are not named hold one, other places any number.
    std::map<Place, int> room;
    std::map<std::string, Moment> not_before;  ///< by task: it was put off
};

/// Where things dry, as a maker says.
Weather weatherOf(const WorkWishes& wishes);

/// What a maker wishes, read. `now` is the start where none is named, and never later than it. Throws Error
/// (usage).
Conditions conditionsOf(const WorkWishes& wishes, const TimeZone& zone, Moment now);

/// What has happened already, by task: those that are done, and those that are under way, which end when it
/// says.
struct Past {
    std::map<std::string, TimeSpan> done, under_way;
};

/// When each task begins and ends, and what could not be kept.
struct Plan {
    std::vector<Task> tasks;
    std::vector<TimeSpan> times;                   ///< by task
    std::vector<Text> cannot;                      ///< why it is only the nearest that can
    std::vector<Text> notes;                       ///< what must be known before it is begun
    Moment end;                                    ///< of all
    std::optional<std::chrono::seconds> to_spare;  ///< from the end to when it is due
};

/// How long a plan is bettered. The same number of tries gives the same plan.
struct PlanLimits {
    int tries = 1000, patience = 250;  ///< in all, and without gain
    std::uint64_t seed = 1;
};
/// While somebody waits for it, at the table.
inline constexpr PlanLimits at_once{12, 6, 1};

/// A job as the work sees it: what is to be done, when it may be, and what has happened of it.
struct JobWork {
    WorkOrder order;
    std::vector<Task> tasks;
    Conditions conditions;
    Past past = {};
};

/// Plans the tasks of jobs for one pair of hands, one oven, one press: fewest hours after what is due, then
/// the earliest ends, then fewest sittings; a job that is wished late then as late as leaves time to begin
/// the piece again that takes longest. Hands rest after each sitting, in proportion to its work. Legal
/// whatever the hours: no deadline is missed, nothing is done outside of its job's hours, unless `cannot`
/// says so. What has happened stays where it is, and the rest follows. A place has as much room as the job
/// says that gives it most. Pure: it asks no clock. The plans come in the order of the jobs.
///
/// Tasks that deadlines tie, or that follow each other without a wait, form sittings that stay together.
/// These are laid one after the other where they fit first (serial schedule generation, R. Kolisch 1996), the
/// one that can begin first first, then the one with the longest way to go; the order is then bettered by
/// seeded changes that are kept while the plan gets no worse. Throws Error (stopped).
std::vector<Plan> plannedTogether(std::vector<JobWork> jobs, const PlanLimits& limits = {},
                                  const Progress& progress = {});
/// One job alone.
Plan planned(const WorkOrder& order, std::vector<Task> tasks, const Conditions& conditions,
             const Past& past = {}, const PlanLimits& limits = {}, const Progress& progress = {});
/// Of a job that has not been begun.
Plan planned(const WorkOrder& order, const Conditions& conditions, const PlanLimits& limits = {},
             const Progress& progress = {});

/// Work that is no farther apart is one run.
inline constexpr std::chrono::seconds between_sittings{30 * 60};
/// The runs of work of a plan: which tasks, by time.
std::vector<std::vector<std::size_t>> runsOf(const Plan& plan);

/// Whose work a task is, in words: the piece's name, or the object's.
Text nameOf(const Task& task, const WorkOrder& order);
/// Which sheets it is about, or which part of a copy; empty where that goes without saying.
Text partOf(const Task& task);

}  // namespace tympan
