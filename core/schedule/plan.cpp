#include "core/schedule/plan.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/schedule/plan_search.h"

namespace tympan {

namespace {

/// In seconds from `origin`.
TimeSpans freeSeconds(const Conditions& conditions, Moment origin) {
    TimeSpans free;
    for (const TimeSpan& stretch : freeBetween(conditions.hours, conditions.zone, conditions.start,
                                               origin + std::chrono::seconds{farthest}))
        free.emplace_back((stretch.from - origin).count(), (stretch.to - origin).count());
    return free;
}

/// What of its ties a plan does not keep: those of a method that somebody changed may contradict each other.
std::vector<std::string> brokenTies(const Plan& plan, const WorkOrder& order,
                                    const std::vector<bool>& fixed) {
    constexpr double rounding_min = 0.02;
    std::vector<std::string> broken;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        if (fixed[i]) continue;
        for (const Tie& tie : plan.tasks[i].after) {
            const TimeSpan& other = plan.times[tie.task];
            const Task &task = plan.tasks[i], &before = plan.tasks[tie.task];
            const double lag =
                static_cast<double>((plan.times[i].from - (tie.from_begin ? other.from : other.to)).count()) /
                60;
            const bool too_late = tie.most_min && lag > *tie.most_min + rounding_min;
            if (too_late && fixed[tie.task])
                broken.push_back(
                    fmt::format("{}: \"{}\" should have come within {:.0f} min of \"{}\": look whether "
                                "it still can",
                                nameOf(task, order), task.step, *tie.most_min, before.step));
            else if (too_late || lag < tie.least_min - rounding_min)
                broken.push_back(fmt::format(
                    "{}: \"{}\" cannot come after \"{}\" when it must: look at its way of transfer",
                    nameOf(task, order), task.step, before.step));
        }
    }
    return broken;
}

/// What the conditions do not allow, whatever the times.
std::vector<std::string> impossible(const Plan& plan, const WorkOrder& order, const Conditions& conditions,
                                    const std::vector<bool>& fixed) {
    std::vector<std::string> cannot;
    const Weather& weather = conditions.waits.weather;
    if (!dries(weather))
        cannot.push_back(
            fmt::format("at {:.0f} °C ({:.0f} °F) and {:.0f} % media do not dry as they should: do it where "
                        "it is at least 10 °C (50 °F) and at most 85 % humid",
                        weather.temperature_c, weather.temperature_c * 1.8 + 32, weather.humidity_percent));
    for (const auto& [place, room] : conditions.room) {
        if (room > 0) continue;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].place == place && !fixed[i]) {
                cannot.push_back(fmt::format("{}: \"{}\" needs a place that is not there ({})",
                                             nameOf(plan.tasks[i], order), plan.tasks[i].step,
                                             placeNames()[static_cast<std::size_t>(place)]));
                break;
            }
    }
    return cannot;
}

/// Later than a year nothing is put off: the rest must follow within `farthest`.
constexpr Seconds latest_put_off = farthest / 2;

/// Tasks that are put off for longer, as sentences.
std::vector<std::string> putOffTooFar(const Plan& plan, const WorkOrder& order,
                                      const Conditions& conditions) {
    std::vector<std::string> cannot;
    for (const Task& task : plan.tasks)
        if (const auto put_off = conditions.not_before.find(task.id);
            put_off != conditions.not_before.end() &&
            (put_off->second - conditions.start).count() > latest_put_off)
            cannot.push_back(fmt::format("{}: \"{}\" is put off for more than a year; it is planned earlier",
                                         nameOf(task, order), task.step));
    return cannot;
}

/// Which of some tasks have their times already.
std::vector<bool> fixedOf(const Given& given, std::size_t begin, std::size_t count) {
    std::vector<bool> fixed;
    for (std::size_t i = begin; i < begin + count; ++i) fixed.push_back(given.fixed[i].first != no_moment);
    return fixed;
}

/// Jobs as one problem: their tasks in one list, told apart by where each job's begin.
class Together {
  public:
    Together(const std::vector<JobWork>& jobs, Moment origin) : jobs_(jobs), origin_(origin) {
        std::size_t all = 0;
        for (const JobWork& job : jobs) {
            begins_.push_back(all);
            all += job.tasks.size();
        }
        tasks_.reserve(all);
        for (std::size_t j = 0; j < jobs.size(); ++j) take(j);
    }

    std::size_t begin(std::size_t job) const { return begins_[job]; }
    const Given& given() const { return given_; }

    const std::vector<Task>& tasks() const { return tasks_; }

    /// `least`: of each job, whether it is planned with the shortest waits that makers give.
    std::vector<Sitting> sittings(const std::vector<bool>& least) const {
        std::vector<Sitting> all;
        for (std::size_t j = 0; j < jobs_.size(); ++j) {
            Seconds longest = 0;
            for (const auto& [from, to] : given_.hours[j]) longest = std::max(longest, to - from);
            const std::size_t before = all.size();
            for (Sitting& sitting : sittingsOf(jobs_[j].tasks, least[j], longest,
                                               fixedOf(given_, begins_[j], jobs_[j].tasks.size()))) {
                for (std::size_t& task : sitting.tasks) task += begins_[j];
                for (auto* others : {&sitting.after, &sitting.before})
                    for (std::size_t& other : *others) other += before;
                all.push_back(std::move(sitting));
            }
        }
        return all;
    }

  private:
    Seconds seconds(Moment moment) const { return (moment - origin_).count(); }

    void take(std::size_t j) {
        const JobWork& job = jobs_[j];
        const Seconds start = seconds(job.conditions.start);
        given_.hours.push_back(freeSeconds(job.conditions, origin_));
        given_.due.push_back(job.conditions.due
                                 ? std::optional(std::min<Seconds>(seconds(*job.conditions.due), farthest))
                                 : std::nullopt);
        for (const auto& [place, room] : job.conditions.room) {
            const auto [known, is_new] = given_.room.try_emplace(place, room);
            if (!is_new) known->second = std::max(known->second, room);
        }
        for (const Task& task : job.tasks) {
            given_.job.push_back(j);
            given_.over.push_back(job.past.done.contains(task.id));
            given_.fixed.push_back(timeOf(job, task, start));
            const auto put_off = job.conditions.not_before.find(task.id);
            given_.earliest.push_back(put_off == job.conditions.not_before.end()
                                          ? start
                                          : std::min(seconds(put_off->second), start + latest_put_off));
            tasks_.push_back(task);
            for (Tie& tie : tasks_.back().after) tie.task += begins_[j];
            // Things of different jobs are different things.
            if (task.thing != 0)
                tasks_.back().thing =
                    things_.try_emplace({j, task.thing}, static_cast<int>(things_.size()) + 1).first->second;
        }
    }

    /// The time that a task has had, or has now.
    std::pair<Seconds, Seconds> timeOf(const JobWork& job, const Task& task, Seconds start) const {
        if (const auto done = job.past.done.find(task.id); done != job.past.done.end())
            return {seconds(done->second.from), seconds(done->second.to)};
        // Longer than was thought: it ends no earlier than now.
        if (const auto now = job.past.under_way.find(task.id); now != job.past.under_way.end())
            return {seconds(now->second.from), std::max(start, seconds(now->second.to))};
        return {no_moment, no_moment};
    }

    const std::vector<JobWork>& jobs_;
    Moment origin_;
    std::vector<Task> tasks_;
    std::vector<std::size_t> begins_;
    std::map<std::pair<std::size_t, int>, int> things_;
    Given given_;
};

void sayOnce(std::vector<std::string>& sentences) {
    std::vector<std::string> once;
    for (std::string& each : sentences)
        if (std::find(once.begin(), once.end(), each) == once.end()) once.push_back(std::move(each));
    sentences = std::move(once);
}

}  // namespace

std::string nameOf(const Task& task, const WorkOrder& order) {
    std::vector<int> pieces;
    for (const WorkUnit& unit : task.units)
        if (std::find(pieces.begin(), pieces.end(), unit.piece) == pieces.end()) pieces.push_back(unit.piece);
    const OrderedPiece* piece = pieces.empty() ? nullptr : findPiece(order, pieces.front());
    if (piece && pieces.size() > 1) return fmt::format("{} and {} more", piece->name, pieces.size() - 1);
    if (piece) return piece->name;
    const OrderedObject* object = findObject(order, task.object);
    return object ? object->name : "";
}

Plan planned(const WorkOrder& order, const Conditions& conditions, const PlanLimits& limits,
             const Progress& progress) {
    return planned(order, tasksOf(order, conditions.waits), conditions, {}, limits, progress);
}

Plan planned(const WorkOrder& order, std::vector<Task> tasks, const Conditions& conditions, const Past& past,
             const PlanLimits& limits, const Progress& progress) {
    return plannedTogether({{order, std::move(tasks), conditions, past}}, limits, progress).front();
}

std::vector<Plan> plannedTogether(std::vector<JobWork> jobs, const PlanLimits& limits,
                                  const Progress& progress) {
    if (jobs.empty()) return {};
    Moment origin = jobs.front().conditions.start;
    for (const JobWork& job : jobs) origin = std::min(origin, job.conditions.start);
    const Together together(jobs, origin);
    const Given& given = together.given();
    std::vector<bool> least(jobs.size(), false);
    PlanProblem problem{together.tasks(), together.sittings(least), given};
    FoundPlan found = bestPlan(problem, limits, progress);
    // What has its time already may end last.
    const auto ends = [&] {
        std::vector<Seconds> last = endsOf(problem, found);
        for (std::size_t i = 0; i < given.fixed.size(); ++i)
            if (given.fixed[i].first != no_moment)
                last[given.job[i]] = std::max(last[given.job[i]], given.fixed[i].second);
        return last;
    };
    std::vector<Seconds> last = ends();
    for (std::size_t j = 0; j < jobs.size(); ++j) least[j] = given.due[j] && last[j] > *given.due[j];
    if (std::find(least.begin(), least.end(), true) != least.end()) {
        // Then with the shortest waits that makers give.
        problem.sittings = together.sittings(least);
        found = bestPlan(problem, limits, progress);
        last = ends();
    }
    std::vector<std::optional<Seconds>> late_as = given.due;
    for (std::size_t j = 0; j < jobs.size(); ++j)
        if (late_as[j] && last[j] > *late_as[j]) late_as[j].reset();
    putLate(problem, late_as, found);
    last = ends();

    const auto moment = [&](Seconds at) { return origin + std::chrono::seconds{at}; };
    std::vector<Plan> plans(jobs.size());
    std::vector<std::vector<std::string>> no_time(jobs.size());
    for (std::size_t j = 0; j < jobs.size(); ++j) {
        plans[j].tasks = std::move(jobs[j].tasks);
        plans[j].times.resize(plans[j].tasks.size());
        for (std::size_t i = 0; i < plans[j].tasks.size(); ++i)
            if (const auto& [from, to] = given.fixed[together.begin(j) + i]; from != no_moment)
                plans[j].times[i] = {moment(from), moment(to)};
        plans[j].end = plans[j].tasks.empty() ? jobs[j].conditions.start : moment(last[j]);
    }
    for (std::size_t i = 0; i < problem.sittings.size(); ++i) {
        const Sitting& sitting = problem.sittings[i];
        const std::size_t j = given.job[sitting.tasks.front()];
        for (std::size_t k = 0; k < sitting.tasks.size(); ++k) {
            const Seconds from = found.begins[i] + sitting.offsets[k];
            plans[j].times[sitting.tasks[k] - together.begin(j)] = {moment(from),
                                                                    moment(from + sitting.lengths[k])};
        }
    }
    const auto firstOf = [&](std::size_t sitting) -> std::pair<std::size_t, const Task&> {
        const std::size_t task = problem.sittings[sitting].tasks.front(), j = given.job[task];
        return {j, plans[j].tasks[task - together.begin(j)]};
    };
    for (const std::size_t i : found.too_long) {
        const auto [j, first] = firstOf(i);
        no_time[j].push_back(fmt::format("{}: \"{}\" and what must follow it at once fit no free hours",
                                         nameOf(first, jobs[j].order), first.step));
    }
    for (const std::size_t i : found.at_once) {
        const auto [j, first] = firstOf(i);
        if (first.hands)
            no_time[j].push_back(fmt::format("{}: \"{}\" cannot wait until there is time again",
                                             nameOf(first, jobs[j].order), first.step));
    }
    for (std::size_t j = 0; j < jobs.size(); ++j) {
        Plan& plan = plans[j];
        const std::vector<bool> fixed = fixedOf(given, together.begin(j), plan.tasks.size());
        plan.cannot = impossible(plan, jobs[j].order, jobs[j].conditions, fixed);
        for (const auto& more : {putOffTooFar(plan, jobs[j].order, jobs[j].conditions), no_time[j],
                                 brokenTies(plan, jobs[j].order, fixed)})
            plan.cannot.insert(plan.cannot.end(), more.begin(), more.end());
        sayOnce(plan.cannot);  // many copies say the same
        if (given.due[j] && last[j] > *given.due[j])
            plan.cannot.push_back(
                fmt::format("it is ready {:.1f} hours after it is due, even with the shortest waits",
                            static_cast<double>(last[j] - *given.due[j]) / 3600));
    }
    return plans;
}

std::vector<std::vector<std::size_t>> runsOf(const Plan& plan) {
    std::vector<std::size_t> hands;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].hands) hands.push_back(i);
    std::stable_sort(hands.begin(), hands.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    std::vector<std::vector<std::size_t>> runs;
    for (const std::size_t i : hands) {
        if (runs.empty() || plan.times[i].from - plan.times[runs.back().back()].to > between_sittings)
            runs.emplace_back();
        runs.back().push_back(i);
    }
    return runs;
}

}  // namespace tympan
