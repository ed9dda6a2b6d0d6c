#include "core/schedule/plan.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/schedule/long_work.h"
#include "core/schedule/open_time.h"
#include "core/schedule/plan_search.h"
#include "core/schedule/shop_work.h"

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
std::vector<Text> brokenTies(const Plan& plan, const WorkOrder& order, const std::vector<bool>& fixed) {
    constexpr double rounding_min = 0.02;
    std::vector<Text> broken;
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
                    Text("{name}: \"{step}\" should have come within {minutes} min of \"{before}\": look "
                         "whether it still can",
                         {{"name", nameOf(task, order)},
                          {"step", task.step},
                          {"minutes", Rounded{*tie.most_min, 0}},
                          {"before", before.step}}));
            else if (too_late || lag < tie.least_min - rounding_min)
                broken.push_back(
                    Text("{name}: \"{step}\" cannot come after \"{before}\" when it must: look at its way of "
                         "transfer",
                         {{"name", nameOf(task, order)}, {"step", task.step}, {"before", before.step}}));
        }
    }
    return broken;
}

/// What the conditions do not allow, whatever the times.
std::vector<Text> impossible(const Plan& plan, const WorkOrder& order, const Conditions& conditions,
                             const std::vector<bool>& fixed) {
    std::vector<Text> cannot;
    const Weather& weather = conditions.waits.weather;
    if (!dries(weather))
        cannot.push_back(
            Text("at {celsius} °C ({fahrenheit} °F) and {humidity} % media do not dry as they should: do it "
                 "where it is at least 10 °C (50 °F) and at most 85 % humid",
                 {{"celsius", Rounded{weather.temperature_c, 0}},
                  {"fahrenheit", Rounded{weather.temperature_c * 1.8 + 32, 0}},
                  {"humidity", Rounded{weather.humidity_percent, 0}}}));
    for (const auto& [place, room] : conditions.room) {
        if (room > 0) continue;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].place == place && !fixed[i]) {
                cannot.push_back(
                    Text("{name}: \"{step}\" needs a place that is not there ({place})",
                         {{"name", nameOf(plan.tasks[i], order)},
                          {"step", plan.tasks[i].step},
                          {"place", Text::catalogued(placeNames()[static_cast<std::size_t>(place)])}}));
                break;
            }
    }
    return cannot;
}

/// Later than a year nothing is put off: the rest must follow within `farthest`.
constexpr Seconds latest_put_off = farthest / 2;

/// Tasks that are put off for longer, and what is said of it.
std::vector<Text> putOffTooFar(const Plan& plan, const WorkOrder& order, const Conditions& conditions) {
    std::vector<Text> cannot;
    for (const Task& task : plan.tasks)
        if (const auto put_off = conditions.not_before.find(task.id);
            put_off != conditions.not_before.end() &&
            (put_off->second - conditions.start).count() > latest_put_off)
            cannot.push_back(Text("{name}: \"{step}\" is put off for more than a year; it is planned earlier",
                                  {{"name", nameOf(task, order)}, {"step", task.step}}));
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
        given_.rest.push_back(job.conditions.rest_min / 60);
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

/// How long it takes to make the piece that takes longest, from when it first meets its object. `first`: the
/// number of these tasks' first one among all.
Seconds longestPiece(const std::vector<Task>& tasks, std::size_t first, const PlanProblem& problem,
                     const FoundPlan& found) {
    std::map<int, std::pair<Seconds, Seconds>> pieces;
    for (std::size_t i = 0; i < problem.sittings.size(); ++i)
        for (std::size_t k = 0; k < problem.sittings[i].tasks.size(); ++k) {
            const std::size_t task = problem.sittings[i].tasks[k];
            if (task < first || task >= first + tasks.size()) continue;
            const Task& of = tasks[task - first];
            if (of.piece == 0 || of.of_sheet) continue;
            const Seconds from = found.begins[i] + problem.sittings[i].offsets[k];
            const auto at = pieces.try_emplace(of.piece, from, from).first;
            at->second.first = std::min(at->second.first, from);
            at->second.second = std::max(at->second.second, from + problem.sittings[i].lengths[k]);
        }
    Seconds longest = 0;
    for (const auto& [piece, span] : pieces) longest = std::max(longest, span.second - span.first);
    return longest;
}

void sayOnce(std::vector<Text>& sentences) {
    std::vector<Text> once;
    for (Text& each : sentences)
        if (std::find(once.begin(), once.end(), each) == once.end()) once.push_back(std::move(each));
    sentences = std::move(once);
}

}  // namespace

Text nameOf(const Task& task, const WorkOrder& order) {
    std::vector<int> pieces;
    for (const WorkUnit& unit : task.units)
        if (std::find(pieces.begin(), pieces.end(), unit.piece) == pieces.end()) pieces.push_back(unit.piece);
    const OrderedPiece* piece = pieces.empty() ? nullptr : findPiece(order, pieces.front());
    if (piece && pieces.size() > 1)
        return Text("{piece} and {count} more", {{"piece", piece->name}, {"count", pieces.size() - 1}});
    if (piece) return Text::verbatim(piece->name);
    const OrderedObject* object = findObject(order, task.object);
    return object ? Text::catalogued(object->name) : Text();
}

// More sheets are counted, not named.
constexpr std::size_t most_named = 6;

Text partOf(const Task& task) {
    if (task.sheets.size() > most_named)
        return Text("{count, plural, one {# sheet} other {# sheets}}", {{"count", task.sheets.size()}});
    if (!task.sheets.empty()) {
        std::vector<Text> labels;
        for (const std::string& label : task.sheets) labels.push_back(Text::verbatim(label));
        return Text("{count, plural, one {sheet} other {sheets}} {labels}",
                    {{"count", task.sheets.size()}, {"labels", Text::listed(std::move(labels))}});
    }
    if (task.units.empty()) return {};
    const WorkUnit &first = task.units.front(), &last = task.units.back();
    if (first.parts < 2 || first.piece != last.piece || first.copy != last.copy) return {};
    if (first.part == last.part)
        return Text("part {part} of {parts}", {{"part", first.part}, {"parts", first.parts}});
    if (first.part == 1 && last.part == last.parts) return {};
    return Text("parts {first} to {last} of {parts}",
                {{"first", first.part}, {"last", last.part}, {"parts", first.parts}});
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
    for (std::size_t j = 0; j < jobs.size(); ++j) {
        if (!late_as[j]) continue;
        *late_as[j] -= longestPiece(jobs[j].tasks, together.begin(j), problem, found);
        if (!jobs[j].conditions.late || last[j] > *late_as[j]) late_as[j].reset();
    }
    putLate(problem, late_as, found);
    last = ends();

    const auto moment = [&](Seconds at) { return origin + std::chrono::seconds{at}; };
    std::vector<Plan> plans(jobs.size());
    std::vector<std::vector<Text>> no_time(jobs.size());
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
        no_time[j].push_back(Text("{name}: \"{step}\" and what must follow it at once fit no free hours",
                                  {{"name", nameOf(first, jobs[j].order)}, {"step", first.step}}));
    }
    for (const std::size_t i : found.at_once) {
        const auto [j, first] = firstOf(i);
        if (first.hands)
            no_time[j].push_back(Text("{name}: \"{step}\" cannot wait until there is time again",
                                      {{"name", nameOf(first, jobs[j].order)}, {"step", first.step}}));
    }
    for (std::size_t j = 0; j < jobs.size(); ++j) {
        Plan& plan = plans[j];
        const std::vector<bool> fixed = fixedOf(given, together.begin(j), plan.tasks.size());
        plan.cannot = impossible(plan, jobs[j].order, jobs[j].conditions, fixed);
        for (const auto& more : {putOffTooFar(plan, jobs[j].order, jobs[j].conditions), no_time[j],
                                 brokenTies(plan, jobs[j].order, fixed)})
            plan.cannot.insert(plan.cannot.end(), more.begin(), more.end());
        sayOnce(plan.cannot);  // many copies say the same
        plan.notes = largerThanOpenTime(jobs[j].order);
        for (Text& note : longerThanADay(jobs[j].order, plan.tasks, jobs[j].order.longest_min))
            plan.notes.push_back(std::move(note));
        for (Text& note : unknownLeadTimes(jobs[j].order)) plan.notes.push_back(std::move(note));
        if (given.due[j] && last[j] <= *given.due[j])
            plan.to_spare = std::chrono::seconds{*given.due[j] - last[j]};
        if (given.due[j] && last[j] > *given.due[j])
            plan.cannot.push_back(
                Text("it is ready {hours} hours after it is due, even with the shortest waits",
                     {{"hours", Rounded{static_cast<double>(last[j] - *given.due[j]) / 3600, 1}}}));
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
