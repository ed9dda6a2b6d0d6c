#include "core/run/run.h"

#include <cmath>

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/run/now.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::minutes;
using std::chrono::seconds;
using Kind = Event::Kind;

namespace {

WorkRun runOf(const std::vector<std::string>& methods, const std::string& at = "2026-12-05T10:00",
              int copies = 1) {
    WorkWishes wishes;
    wishes.hours = evenings;
    return {{"run", lisbon.read(at), workOrderOf(jobWith(methods, copies)), wishes}, {}};
}

/// Works like a maker does: what can be done now is begun and done, else time goes on. Every event so far.
std::vector<Event> workedOn(const WorkRun& run, Moment& now, int steps) {
    RunState state = stateOf(run);
    std::vector<Event> events;
    const auto happens = [&](Event event) {
        event.at = now;
        apply(state, event);
        events.push_back(std::move(event));
    };
    for (int k = 0; k < steps; ++k) {
        const Plan plan = planFrom(state, lisbon, now, {0, 0, 1});
        const Now what = nowOf(state, plan, now);
        if (what.kind == Now::Kind::over) break;
        if (what.kind == Now::Kind::hands) {
            happens({.kind = Kind::begun, .at = now, .task = what.task});
            now += seconds{static_cast<long>(findTask(state, what.task)->usual_min * 60)};
            happens({.kind = Kind::done, .at = now, .task = what.task});
        } else {
            now = std::max(now + seconds{1}, what.from);
            if (what.kind == Now::Kind::wait) {
                // The usual number of rounds: all looks but the last find something.
                const Task& task = *findTask(state, what.task);
                const bool more = task.again && task.round && *task.round < task.again->usual;
                happens({.kind = more ? Kind::another : Kind::done, .at = now, .task = what.task});
            }
        }
    }
    return events;
}

bool same(const RunState& a, const RunState& b) {
    return a.tasks == b.tasks && a.past.done == b.past.done && a.past.under_way == b.past.under_way &&
           a.course == b.course && a.look_at == b.look_at && a.left_out == b.left_out &&
           a.remarks == b.remarks;
}

}  // namespace

TEST(Run, workedThroughAsItIsSaidComesToItsEnd) {
    for (const char* method :
         {"gel-rub-off", "tissue-overlay", "skin-sheet", "fabric-paste", "release-sheet-gel"}) {
        WorkRun run = runOf({method});
        Moment now = run.start.at;
        run.events = workedOn(run, now, 400);
        const RunState state = stateOf(run);
        const Plan plan = planFrom(state, lisbon, now);
        EXPECT_EQ(nowOf(state, plan, now).kind, Now::Kind::over) << method;
        for (const Task& task : state.tasks) EXPECT_TRUE(isDone(state, task.id)) << task.id;
        // And what was done could be followed: nothing too early, nothing too late.
        for (const Task& task : state.tasks)
            for (const Tie& tie : task.after) {
                const TimeSpan &mine = state.past.done.at(task.id),
                               &other = state.past.done.at(state.tasks[tie.task].id);
                const double lag =
                    static_cast<double>((mine.from - (tie.from_begin ? other.from : other.to)).count()) / 60;
                EXPECT_GE(lag, tie.least_min - 0.05) << task.id;
                if (tie.most_min) {
                    EXPECT_LE(lag, *tie.most_min + 0.05) << task.id;
                }
            }
    }
}

RC_GTEST_PROP(Run, isTheFoldOfItsEventsReadAgain, ()) {
    WorkRun run = runOf({"gel-rub-off", "skin-sheet"}, "2026-12-05T10:00", 2);
    Moment now = run.start.at;
    run.events = workedOn(run, now, *rc::gen::inRange(0, 60));
    for (int k = *rc::gen::inRange(0, 3); k > 0; --k)
        run.events.insert(
            run.events.begin() + *rc::gen::inRange<long>(0, static_cast<long>(run.events.size()) + 1),
            *rc::gen::elementOf(
                std::vector<Event>{{.kind = Kind::again, .at = now, .piece = 2, .copy = 1},
                                   {.kind = Kind::left_out, .at = now, .task = "2.1-2.clean"},
                                   {.kind = Kind::went_wrong, .at = now, .words = "it fell"}}));
    WorkRun again = run;
    for (Event& event : again.events) event = readEvent(textOf(event));
    RC_ASSERT(again.events == run.events);
    RC_ASSERT(same(stateOf(again), stateOf(run)));
    const RunState state = stateOf(run);
    const Plan plan = planFrom(state, lisbon, now);
    RC_ASSERT(plan.times.size() == state.tasks.size());
    // What is done stays where it was; what is not begins no earlier than now.
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const auto done = state.past.done.find(plan.tasks[i].id);
        if (done != state.past.done.end()) RC_ASSERT(plan.times[i] == done->second);
        if (done == state.past.done.end() && plan.tasks[i].hands) RC_ASSERT(plan.times[i].to >= now);
    }
}

TEST(Run, aStepTakenBackIsToBeDoneAgain) {
    const WorkRun run = runOf({"gel-rub-off"});
    RunState state = stateOf(run);
    const Moment at = run.start.at;
    apply(state, {.kind = Kind::done, .at = at + minutes{3}, .task = "2.print"});
    ASSERT_TRUE(isDone(state, "2.print"));
    apply(state, {.kind = Kind::taken_back, .at = at + minutes{4}, .task = "2.print"});
    EXPECT_FALSE(isDone(state, "2.print"));
    apply(state, {.kind = Kind::left_out, .at = at, .task = "2.1.clean"});
    EXPECT_EQ(findTask(state, "2.1.clean"), nullptr);
    apply(state, {.kind = Kind::taken_back, .at = at, .task = "2.1.clean"});
    EXPECT_NE(findTask(state, "2.1.clean"), nullptr);
}

TEST(Run, anotherRoundThatIsTakenBackWasNotBegunEither) {
    WorkRun run = runOf({"gel-rub-off"});
    Moment now = run.start.at;
    run.events = workedOn(run, now, 400);
    const auto last = std::find_if(run.events.rbegin(), run.events.rend(), [&](const Event& event) {
        return event.kind == Kind::done && event.task.find(".look") != std::string::npos;
    });
    ASSERT_NE(last, run.events.rend());
    const std::string look = last->task;
    run.events.erase(std::prev(last.base()), run.events.end());
    const RunState before = stateOf(run);
    RunState state = before;
    apply(state, {.kind = Kind::another, .at = now, .task = look});
    const auto soak = std::find_if(state.tasks.begin(), state.tasks.end(), [&](const Task& task) {
        return task.step == "soak" && task.hands && !isDone(state, task.id);
    });
    ASSERT_NE(soak, state.tasks.end()) << "another round";
    apply(state, {.kind = Kind::begun, .at = now, .task = soak->id});
    apply(state, {.kind = Kind::taken_back, .at = now, .task = look});
    EXPECT_EQ(state.tasks, before.tasks);
    EXPECT_EQ(state.past.done, before.past.done);
    EXPECT_TRUE(state.past.under_way.empty());
}

TEST(Run, whatIsLeftOutLeavesWhatCameBeforeIt) {
    RunState state = stateOf(runOf({"gel-rub-off"}));
    apply(state, {.kind = Kind::left_out, .at = Moment{}, .task = "2.1.dry"});
    const Task& soak = *findTask(state, "2.1.soak");
    std::vector<std::string> before;
    for (const Tie& tie : soak.after) before.push_back(state.tasks[tie.task].id);
    EXPECT_THAT(before, testing::Contains("2.1.while-wet"));
}

TEST(Run, clocksThatAreSetBackOrForwardMakeNothingEndBeforeItBegan) {
    const WorkRun run = runOf({"gel-rub-off"});
    RunState state = stateOf(run);
    Moment at = run.start.at + std::chrono::hours{2};
    apply(state, {.kind = Kind::begun, .at = at, .task = "2.print"});
    at -= std::chrono::hours{3};
    apply(state, {.kind = Kind::done, .at = at, .task = "2.print"});
    apply(state, {.kind = Kind::done, .at = at + std::chrono::hours{24 * 30}, .task = "2.1.coat"});
    for (const auto& [id, span] : state.past.done) EXPECT_LE(span.from, span.to) << id;
}

TEST(Run, aWaitThatSummerTimeFallsIntoIsAsLongAsEver) {
    // Clocks go on an hour in the night to the 28th of March 2027.
    const WorkRun run = runOf({"gel-rub-off"}, "2027-03-27T17:00");
    RunState state = stateOf(run);
    const Moment laid = lisbon.read("2027-03-27T18:00");
    apply(state, {.kind = Kind::done, .at = laid, .task = "2.1.while-wet"});
    const Task& dry = *findTask(state, "2.1.dry");
    const auto alarms = alarmsOf(state, planFrom(state, lisbon, laid));
    ASSERT_FALSE(alarms.empty());
    EXPECT_EQ(alarms.front().task, dry.id);
    EXPECT_EQ(alarms.front().at - laid, minutes{static_cast<long>(dry.usual_min)});
    EXPECT_EQ(lisbon.text(alarms.front().at).substr(0, 16), "2027-03-28T07:00")
        << "the clock on the wall lost an hour";
}

TEST(Alarms, sayWhatOneMayAndWhatOneMust) {
    RunState state = stateOf(runOf({"gel-rub-off"}));
    const Moment now = lisbon.read("2026-12-05T10:20");
    apply(state, {.kind = Kind::done, .at = now, .task = "2.1.coat"});
    auto alarms = alarmsOf(state, planFrom(state, lisbon, now));
    const auto must = std::find_if(alarms.begin(), alarms.end(),
                                   [](const Alarm& a) { return a.kind == Alarm::Kind::must; });
    ASSERT_NE(must, alarms.end()) << "laid while it is wet";
    EXPECT_LE(must->at, now + minutes{5});
    EXPECT_EQ(deadlineOf(state, waitsUnderWay(state), *findTask(state, "2.1.lay"))->at, now + minutes{5});
    // Said before the coat is begun: what must follow, and how soon.
    const RunState before = stateOf(runOf({"gel-rub-off"}));
    const auto ahead = deadlinesAhead(before, "2.1.coat");
    ASSERT_EQ(ahead.size(), 1U);
    EXPECT_EQ(ahead.front().task, "2.1.lay");
    EXPECT_EQ(ahead.front().most_min, 5);
    apply(state, {.kind = Kind::done, .at = now + minutes{12}, .task = "2.1.while-wet"});
    alarms = alarmsOf(state, planFrom(state, lisbon, now + minutes{12}));
    ASSERT_EQ(alarms.size(), 1U);
    EXPECT_EQ(alarms.front(), (Alarm{Alarm::Kind::may, now + minutes{12 + 720}, "2.1.dry"}));
    apply(state, {.kind = Kind::not_yet, .at = now + minutes{740}, .task = "2.1.dry", .minutes = 30});
    EXPECT_EQ(alarmsOf(state, planFrom(state, lisbon, now + minutes{740})).front().at, now + minutes{770});
}

TEST(Now, isWhatIsDueFirst) {
    RunState state = stateOf(runOf({"gel-rub-off", "gel-rub-off"}));
    const Moment now = lisbon.read("2026-12-05T10:20");
    for (const char* id : {"2.print", "4.print", "2.1.coat"})
        apply(state, {.kind = Kind::done, .at = now, .task = id});
    const Now what = nowOf(state, planFrom(state, lisbon, now), now);
    EXPECT_EQ(what.kind, Now::Kind::hands);
    EXPECT_EQ(what.task, "2.1.right-face") << "what is coated is laid before anything else";
    ASSERT_TRUE(what.until);
}

TEST(Now, whatIsLookedAtWhileItIsWetComesBeforeAnyOtherWorkThatIsNotDue) {
    WorkRun run =
        runOf({"tissue-overlay", "gel-rub-off", "fabric-paste", "glue-rub-off"}, "2026-12-05T10:00", 2);
    run.start.wishes.hours = "Mo-Su 08:00-22:00";
    Moment now = run.start.at;
    RunState state = stateOf(run);
    int looked = 0;
    for (int k = 0; k < 120; ++k) {
        const Plan plan = planFrom(state, lisbon, now, {0, 0, 1});
        const Now what = nowOf(state, plan, now);
        if (what.kind == Now::Kind::over) break;
        const Task task = *findTask(state, what.task);
        const Waits waits = waitsUnderWay(state);
        for (const Task& gate : state.tasks) {
            const bool open = gate.gate && !isDone(state, gate.id) && mayBegin(state, waits, gate) == now;
            if (!open || what.kind != Now::Kind::hands || what.until) continue;
            EXPECT_TRUE(task.gate) << task.id << " before " << gate.id;
            ++looked;
        }
        if (what.kind == Now::Kind::hands) {
            apply(state, {.kind = Kind::begun, .at = now, .task = what.task});
            now += seconds{static_cast<long>(task.usual_min * 60)};
        } else {
            now = std::max(now, what.from);
            if (what.kind == Now::Kind::later) continue;
        }
        apply(state, {.kind = Kind::done, .at = now, .task = what.task});
    }
    EXPECT_GT(looked, 4);
}

TEST(Now, whatIsHeldAndSaidToBeOverIsFollowedAtOnce) {
    // A damp towel that was lifted after two seconds: the paper is slid away now, whatever else waits or
    // dries.
    WorkRun run = runOf({"skin-sheet", "iron-on-paper"});
    Moment now = run.start.at;
    run.events = workedOn(run, now, 4);
    RunState state = stateOf(run);
    const Task* held = nullptr;
    for (int k = 0; k < 200 && !held; ++k) {
        const Plan plan = planFrom(state, lisbon, now, {0, 0, 1});
        const Now what = nowOf(state, plan, now);
        const Task* task = findTask(state, what.task);
        ASSERT_NE(task, nullptr);
        if (what.kind == Now::Kind::wait && task->details->wait->kind == Wait::Kind::hold_for) {
            held = task;
            break;
        }
        now = std::max(now + seconds{1}, what.kind == Now::Kind::hands ? now : what.from);
        apply(state, {.kind = Kind::begun, .at = now, .task = what.task});
        now += seconds{static_cast<long>(task->hands ? task->usual_min * 60 : 0)};
        apply(state, {.kind = Kind::done, .at = now, .task = what.task});
    }
    ASSERT_NE(held, nullptr);
    const std::string towel = held->id;
    now += seconds{2};
    apply(state, {.kind = Kind::done, .at = now, .task = towel});
    const Now what = nowOf(state, planFrom(state, lisbon, now, {0, 0, 1}), now);
    EXPECT_EQ(what.kind, Now::Kind::hands);
    EXPECT_EQ(findTask(state, what.task)->step, "slide");
    EXPECT_TRUE(what.until) << "and it is due";
}

TEST(Now, outsideOfTheHoursIsLaterUnlessItCannotWait) {
    RunState state = stateOf(runOf({"gel-rub-off"}));
    const Moment night = lisbon.read("2026-12-05T23:00");
    EXPECT_EQ(nowOf(state, planFrom(state, lisbon, night), night).kind, Now::Kind::later);
    apply(state, {.kind = Kind::done, .at = night, .task = "2.1.coat"});
    const Plan plan = planFrom(state, lisbon, night);
    EXPECT_EQ(nowOf(state, plan, night).kind, Now::Kind::hands);
    ASSERT_FALSE(plan.cannot.empty());
    EXPECT_THAT(plan.cannot.front(), Says(testing::HasSubstr("cannot wait")));
}

TEST(Run, anEventOfAnotherVersionIsKeptAsARemark) {
    RunState state = stateOf(runOf({"gel-rub-off"}));
    apply(state, {.kind = Kind::done, .at = Moment{}, .task = "2.1.polish", .words = "twice"});
    ASSERT_EQ(state.remarks.size(), 1U);
    EXPECT_EQ(state.remarks.front().task, "2.1.polish");
}

TEST(Run, aLookWhileItIsWetDoesNotWaitForTheNextFreeHours) {
    // The hands went on past their hours: what must be looked at is looked at now.
    WorkRun run = runOf({"gel-rub-off"}, "2026-12-05T18:00");
    RunState state = stateOf(run);
    Moment now = lisbon.read("2026-12-05T21:00");
    bool looked = false;
    for (const Task& task : std::vector<Task>(state.tasks)) {
        if (!task.hands) break;
        if (task.gate) {
            const Now what = nowOf(state, planFrom(state, lisbon, now), now);
            EXPECT_EQ(what.kind, Now::Kind::hands) << task.id;
            EXPECT_EQ(what.task, task.id);
            looked = true;
        }
        apply(state, {.kind = Kind::begun, .at = now, .task = task.id});
        now += minutes{2};
        apply(state, {.kind = Kind::done, .at = now, .task = task.id});
    }
    EXPECT_TRUE(looked);
}

TEST(Run, whoWorksLateWithoutHoursNamedGoesOn) {
    WorkRun run = runOf({"gel-rub-off"}, "2026-12-05T23:10");
    run.start.wishes.hours.clear();
    RunState state = stateOf(run);
    const Moment now = lisbon.read("2026-12-05T23:10");
    const auto nextHands = [&](Moment at) {
        const Plan plan = planFrom(state, lisbon, at, at_once);
        Moment next = plan.end;
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].hands && !isDone(state, plan.tasks[i].id))
                next = std::min(next, plan.times[i].from);
        return next;
    };
    EXPECT_EQ(nextHands(now), lisbon.read("2026-12-06T08:00")) << "nobody has begun";
    const std::string first = nowOf(state, planFrom(state, lisbon, now, at_once), now).task;
    apply(state, {.kind = Event::Kind::done, .at = now + std::chrono::minutes{5}, .task = first});
    EXPECT_LT(nextHands(now + std::chrono::minutes{5}), now + std::chrono::minutes{30});
    EXPECT_EQ(nextHands(now + std::chrono::hours{2}), lisbon.read("2026-12-06T08:00")) << "they went to bed";
}

namespace {

/// The first task of a step that is still to be done.
const Task* openTask(const RunState& state, const std::string& step) {
    for (const Task& task : state.tasks)
        if (task.step == step && task.hands && !task.gate && !isDone(state, task.id)) return &task;
    return nullptr;
}

/// Rounds of rubbing that take so many times as long as was planned.
WorkRun rubbedAt(double pace, int rounds) {
    WorkRun run = runOf({"gel-rub-off"});
    RunState state = stateOf(run);
    const auto happens = [&](Event event) {
        apply(state, event);
        run.events.push_back(std::move(event));
    };
    Moment now = run.start.at;
    for (int k = 0; k < rounds; ++k) {
        const Task rub = *openTask(state, "rub");
        const double known = state.pace.contains("gel-rub-off/rub") ? state.pace.at("gel-rub-off/rub") : 1;
        happens({.kind = Kind::begun, .at = now, .task = rub.id});
        now += seconds{static_cast<long>(pace * rub.usual_min / known * 60)};
        happens({.kind = Kind::done, .at = now, .task = rub.id});
    }
    return run;
}

double minutesLeft(const RunState& state, const std::string& step) {
    double sum = 0;
    for (const Task& task : state.tasks)
        if (task.step == step && task.hands && !task.gate && !isDone(state, task.id)) sum += task.usual_min;
    return sum;
}

}  // namespace

TEST(Pace, isLearntFromTheFirstRoundOn) {
    const WorkRun slow = rubbedAt(2, 1);
    const RunState as_planned = stateOf(rubbedAt(1, 1)), state = stateOf(slow);
    EXPECT_NEAR(minutesLeft(state, "rub") / minutesLeft(as_planned, "rub"), std::sqrt(2), 0.02)
        << "one round counts as much as the plan";
    EXPECT_GT(minutesLeft(stateOf(rubbedAt(2, 2)), "rub"), 1.5 * minutesLeft(stateOf(rubbedAt(1, 2)), "rub"));
    // What is done keeps what was planned, so that the logbook learns from the plan and not from itself.
    for (const Task& task : state.tasks) {
        if (!isDone(state, task.id)) continue;
        EXPECT_DOUBLE_EQ(task.usual_min, findTask(stateOf({slow.start, {}}), task.id)->usual_min);
    }
    // And the plan is another.
    EXPECT_GT(planFrom(state, lisbon, slow.events.back().at).end,
              planFrom(as_planned, lisbon, slow.events.back().at).end);
}

TEST(Pace, isNotLearntFromATapTooMany) {
    EXPECT_TRUE(stateOf(rubbedAt(0.01, 2)).pace.empty());
    EXPECT_TRUE(stateOf(rubbedAt(12, 1)).pace.empty());
    EXPECT_TRUE(stateOf(rubbedAt(1.05, 2)).pace.empty()) << "a little more changes no plan";
}

TEST(Pace, isForgottenWithWhatIsTakenBack) {
    WorkRun run = rubbedAt(2, 1);
    run.events.push_back(
        {.kind = Kind::taken_back, .at = run.events.back().at, .task = run.events.back().task});
    const RunState state = stateOf(run);
    EXPECT_TRUE(state.pace.empty());
    EXPECT_NEAR(minutesLeft(state, "rub"), minutesLeft(stateOf(rubbedAt(1, 0)), "rub"), 1e-6);
}

TEST(Told, isKeptOfAllTasksOfItsStepAndReadAgain) {
    WorkRun run = runOf({"gel-rub-off"}, "2026-12-05T10:00", 2);
    const RunState fresh = stateOf(run);
    Event told{.kind = Kind::told, .at = run.start.at, .task = openTask(fresh, "coat")->id};
    told.told = {"matte gel medium", 186.5, 45, "firm"};
    EXPECT_EQ(readEvent(textOf(told)), told);
    run.events = {told};
    const RunState state = stateOf(run);
    EXPECT_EQ(state.told.at("gel-rub-off/coat"), told.told);
    EXPECT_EQ(state.tasks, fresh.tasks);
    run.events.push_back(told);
    run.events.back().told = {"another gel"};
    EXPECT_EQ(stateOf(run).told.at("gel-rub-off/coat").product, "another gel") << "the last word counts";
}
