#include "core/schedule/plan.h"

#include <functional>
#include <nlohmann/json.hpp>
#include <set>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/schedule/schedule_json.h"
#include "core/schedule/sitting.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

std::vector<std::string> methodIds() {
    std::vector<std::string> ids;
    for (const Method& method : shippedMethods()) ids.push_back(method.id);
    return ids;
}

/// The earliest end that any order of the sittings has, each laid where it first fits, a quarter of a minute
/// at a time: among those orders is a best one (R. Kolisch 1996). Hands alone, at any hour.
Seconds leastEnd(const std::vector<Task>& tasks) {
    const std::vector<Sitting> sittings = sittingsOf(tasks, false);
    std::vector<Seconds> begins(sittings.size(), -1), end_of(tasks.size(), 0);
    Seconds best = 1'000'000'000;
    const std::function<void(std::size_t, Seconds)> go = [&](std::size_t laid, Seconds end) {
        if (end >= best) return;
        if (laid == sittings.size()) {
            best = end;
            return;
        }
        for (std::size_t i = 0; i < sittings.size(); ++i) {
            const Sitting& s = sittings[i];
            if (begins[i] >= 0 || std::any_of(s.after.begin(), s.after.end(),
                                              [&](std::size_t other) { return begins[other] < 0; }))
                continue;
            const auto clashes = [&](Seconds at) {
                for (std::size_t k = 0; k < s.tasks.size(); ++k) {
                    for (const Tie& tie : tasks[s.tasks[k]].after)
                        if (std::find(s.tasks.begin(), s.tasks.end(), tie.task) == s.tasks.end() &&
                            at + s.offsets[k] < end_of[tie.task])
                            return true;
                    if (!tasks[s.tasks[k]].takesHands()) continue;
                    for (std::size_t j = 0; j < sittings.size(); ++j)
                        for (std::size_t m = 0; begins[j] >= 0 && m < sittings[j].tasks.size(); ++m)
                            if (tasks[sittings[j].tasks[m]].takesHands() &&
                                at + s.offsets[k] <
                                    begins[j] + sittings[j].offsets[m] + sittings[j].lengths[m] &&
                                begins[j] + sittings[j].offsets[m] < at + s.offsets[k] + s.lengths[k])
                                return true;
                }
                return false;
            };
            Seconds at = 0;
            while (clashes(at)) at += 15;
            begins[i] = at;
            for (std::size_t k = 0; k < s.tasks.size(); ++k)
                end_of[s.tasks[k]] = at + s.offsets[k] + s.lengths[k];
            go(laid + 1, std::max(end, at + s.length));
            begins[i] = -1;
        }
    };
    go(0, 0);
    return best;
}

}  // namespace

TEST(Plan, ofFewSittingsIsTheBestThereIs) {
    for (const auto& methods :
         std::vector<std::vector<std::string>>{{"glue-dry-rub", "skin-sheet"},
                                               {"glue-dry-rub", "glue-dry-rub"},
                                               {"opaque-dark-cloth", "paper-under-glass"}}) {
        const Job job = jobWith(methods);
        const auto conditions = conditionsFrom("2026-12-05T10:00", "");
        const Plan plan = planned(job, conditions);
        EXPECT_LE((plan.end - conditions.start).count(), leastEnd(plan.tasks) + 15) << methods.front();
    }
}

RC_GTEST_PROP(Plan, canBeFollowed, ()) {
    const auto methods = *rc::gen::container<std::vector<std::string>>(*rc::gen::inRange<std::size_t>(1, 5),
                                                                       rc::gen::elementOf(methodIds()));
    const Job job = jobWith(methods, *rc::gen::inRange(1, 4));
    const auto conditions = conditionsFrom(
        *rc::gen::element<std::string>("2026-12-03T17:10", "2027-03-27T12:00", "2026-10-24T20:15"),
        *rc::gen::element<std::string>("", evenings, "Mo-Su 19:00-20:30; 2026-12-04 none",
                                       "Mo-Su 20:00-20:25"));
    const Plan plan = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(plan.cannot.empty());
    RC_ASSERT(faultOf(plan, conditions) == "");
    std::set<std::string> steps;
    for (const Task& task : plan.tasks)
        for (const WorkUnit& unit : task.units) steps.insert(std::to_string(unit.piece) + task.step);
    for (const Piece& piece : job.pieces)
        for (const Step& step : piece.method->steps)
            RC_ASSERT(!isNeeded(step, {printerOf(job, piece).kind, objectOf(job, piece).material.id}) ||
                      steps.contains(std::to_string(piece.id) + step.id));
}

RC_GTEST_PROP(Plan, thatIsDueIsDoneEarlyUnlessItIsWishedLate, ()) {
    const Job job = jobWith({"gel-rub-off", "fabric-paste"}, *rc::gen::inRange(1, 3));
    auto conditions = conditionsFrom("2026-12-03T17:00");
    const Plan soon = planned(job, conditions, {20, 20, 1});
    conditions.due = soon.end + std::chrono::hours{*rc::gen::inRange(0, 200)};
    const Plan early = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(early.end == soon.end);
    RC_ASSERT(early.to_spare == *conditions.due - early.end);
    conditions.late = true;
    const Plan late = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(faultOf(late, conditions) == "");
    RC_ASSERT(late.cannot.empty());
    RC_ASSERT(late.end <= *conditions.due);
    Moment first_soon = soon.end, first_late = late.end;
    for (const TimeSpan& each : soon.times) first_soon = std::min(first_soon, each.from);
    for (const TimeSpan& each : late.times) first_late = std::min(first_late, each.from);
    RC_ASSERT(first_late >= first_soon);
}

TEST(Plan, lateLeavesTimeToBeginThePieceAgainThatTakesLongest) {
    const Job job = jobWith({"gel-rub-off"});
    auto conditions = conditionsFrom("2026-12-03T17:00", "");
    const Plan soon = planned(job, conditions);
    conditions.due = soon.end + std::chrono::hours{100};
    conditions.late = true;
    const Plan late = planned(job, conditions);
    const Moment coated = beginOf(late, "2.1.coat");
    EXPECT_GE(*late.to_spare, late.end - coated) << "as long as it took the first time";
    EXPECT_GT(coated, beginOf(soon, "2.1.coat")) << "late all the same";
}

TEST(Plan, handsRestInProportionToTheirWork) {
    auto conditions = conditionsFrom("2026-12-05T08:00", "Mo-Su 08:00-22:00");
    conditions.rest_min = 10;
    const Job job = jobWith({"gel-rub-off", "gel-rub-off", "glue-rub-off", "iron-on-paper"}, 4);
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    std::vector<TimeSpan> hands;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].hands) hands.push_back(plan.times[i]);
    std::sort(hands.begin(), hands.end(),
              [](const TimeSpan& a, const TimeSpan& b) { return a.from < b.from; });
    const auto minutes = [](Moment from, Moment to) { return static_cast<double>((to - from).count()) / 60; };
    // In any three hours or more a tenth is rest at least; it comes after sittings, which may be long.
    for (std::size_t i = 0; i < hands.size(); ++i) {
        double work = 0;
        for (std::size_t k = i; k < hands.size(); ++k) {
            work += minutes(hands[k].from, hands[k].to);
            const double all = minutes(hands[i].from, hands[k].to);
            if (all > 180) {
                ASSERT_LT(work / all, 0.9);
            }
        }
    }
}

TEST(Plan, whatIsLargerThanItsMediumStaysWetForIsSaid) {
    WorkOrder order = workOrderOf(jobWith({"gel-rub-off"}));
    EXPECT_TRUE(tympan::planned(order, conditionsFrom("2026-12-05T10:00")).notes.empty());
    order.pieces.front().area_cm2 = 5400;
    const Plan plan = tympan::planned(order, conditionsFrom("2026-12-05T10:00", ""));
    ASSERT_EQ(plan.notes.size(), 1U);
    EXPECT_THAT(plan.notes.front(), Says(testing::HasSubstr("our estimates")));
    EXPECT_EQ(ofStep(plan, "lay").size(), 1U) << "and it is not parted by itself";
    // Laid sheet by sheet it is no matter.
    order.pieces.front().parts = {"A1", "A2", "A3", "B1", "B2", "B3", "C1", "C2", "C3"};
    order.pieces.front().joint = Joint::lap;
    EXPECT_TRUE(tympan::planned(order, conditionsFrom("2026-12-05T10:00", "")).notes.empty());
}

TEST(Plan, anEveningAtAQuarterPastTwo) {
    // Laid at 14:00 with 8 to 12 hours to dry: 22:00 would be possible, and nobody is asked to.
    const Plan plan = planned(jobWith({"glue-rub-off"}), conditionsFrom("2026-12-05T13:50"));
    ASSERT_EQ(plan.cannot, std::vector<Text>{});
    std::optional<Moment> soaks;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (!soaks && plan.tasks[i].step == "soak" && plan.tasks[i].hands) soaks = plan.times[i].from;
    ASSERT_TRUE(soaks);
    EXPECT_EQ(lisbon.text(*soaks).substr(0, 16), "2026-12-06T10:00");
}

TEST(Plan, whileOneDriesAnotherIsWorkedOn) {
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan one = planned(jobWith({"gel-rub-off"}), conditions),
               three = planned(jobWith({"gel-rub-off"}, 3), conditions);
    const auto lasts = [&](const Plan& plan) {
        return (plan.end - conditions.start) / std::chrono::minutes{1};
    };
    // Two more take their own work, and not their own nights.
    EXPECT_LT(lasts(three), lasts(one) + 3 * 60);
}

TEST(Plan, clothCuresFromItsDrySeal) {
    const Plan plan = planned(jobWith({"fabric-paste"}), conditionsFrom("2026-12-03T18:00"));
    const double hours =
        static_cast<double>((endOf(plan, "2.1.cure") - endOf(plan, "2.1.seal.wait")).count()) / 3600;
    EXPECT_NEAR(hours, 72, 0.01);
}

TEST(Plan, whatCannotBeIsSaid) {
    auto conditions = conditionsFrom("2026-12-03T18:00");
    conditions.due = conditions.start + std::chrono::hours{20};
    Plan plan = planned(jobWith({"fabric-paste"}), conditions);
    ASSERT_EQ(plan.cannot.size(), 1U);
    EXPECT_THAT(plan.cannot.front(), Says(testing::HasSubstr("after it is due")));
    EXPECT_EQ(faultOf(plan, conditions), "") << "the nearest that can";
    plan = planned(jobWith({"gel-rub-off"}), conditionsFrom("2026-12-03T18:00", "Mo-Su 18:00-18:05"));
    EXPECT_FALSE(plan.cannot.empty());
    conditions = conditionsFrom("2026-12-03T18:00");
    conditions.waits.weather.temperature_c = 5;
    plan = planned(jobWith({"gel-rub-off"}), conditions);
    ASSERT_EQ(plan.cannot.size(), 1U);
    EXPECT_THAT(plan.cannot.front(), Says(testing::HasSubstr("at least 10")));
}

TEST(Plan, dampAirTakesLonger) {
    auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan room = planned(jobWith({"gel-rub-off"}), conditions);
    conditions.waits.weather.humidity_percent = 80;
    EXPECT_GT(planned(jobWith({"gel-rub-off"}), conditions).end, room.end);
}

TEST(Plan, theSameTriesGiveTheSamePlan) {
    const Job job = jobWith({"gel-rub-off", "release-sheet-gel", "napkin"}, 2);
    const auto conditions = conditionsFrom("2026-12-03T18:00");
    EXPECT_EQ(jsonOf(planned(job, conditions), workOrderOf(job), conditions),
              jsonOf(planned(job, conditions), workOrderOf(job), conditions));
    EXPECT_LE(planned(job, conditions).end, planned(job, conditions, {0, 0, 1}).end);
}

TEST(Plan, isWrittenWithTimesAndTies) {
    const Job job = jobWith({"gel-rub-off"});
    const auto conditions = conditionsFrom("2026-12-03T18:00");
    const auto json = nlohmann::json::parse(jsonOf(planned(job, conditions), workOrderOf(job), conditions));
    EXPECT_EQ(json["start"], "2026-12-03T18:00:00+00:00");
    EXPECT_EQ(json["timezone"], "Europe/Lisbon");
    EXPECT_EQ(json["assumes"]["hours"], evenings);
    EXPECT_EQ(json["steps"][0]["step"], "print");
    EXPECT_EQ(json["steps"][0]["place"], "printer");
    bool deadline = false;
    for (const auto& step : json["steps"])
        for (const auto& after : step["after"])
            deadline = deadline || (step["step"] == "lay" && after["most_min"] == 5.0);
    EXPECT_TRUE(deadline) << "laid while the medium is wet";
    EXPECT_EQ(json["objects"][0]["object"], "plate");
    EXPECT_FALSE(json["objects"][0]["ready"].contains("wash"));
}

TEST(Drying, agreesWithTheOnePairThatMakersGave) {
    EXPECT_DOUBLE_EQ(dryingFactor({21, 50, Air::still}), 1);
    // 6 to 8 hours in a room, 2 in dry sun at 32 °C.
    const double sun = dryingFactor({32, 30, Air::sun});
    EXPECT_GT(sun, 2.0 / 8);
    EXPECT_LT(sun, 2.0 / 6);
    EXPECT_GT(dryingFactor({21, 70, Air::still}), 1.5);
    EXPECT_LE(dryingFactor({10, 100, Air::still}), 4);
    EXPECT_NEAR(vapourDeficit(20, 0), 23.4, 0.1) << "saturated air at 20 °C holds 23.4 hPa";
    EXPECT_FALSE(dries({9, 50, Air::still}));
    EXPECT_FALSE(dries({21, 90, Air::sun}));
}

TEST(Tasks, roundsAreDoneAgainAndLighter) {
    const std::vector<Task> tasks = tasksOf(workOrderOf(jobWith({"gel-rub-off"})), {});
    std::vector<double> rubs;
    for (const Task& task : tasks)
        if (task.step == "rub") {
            EXPECT_EQ(task.round, static_cast<int>(rubs.size()) + 1);
            rubs.push_back(task.usual_min);
        }
    ASSERT_EQ(rubs.size(), 4U) << "as many as are usual";
    EXPECT_LT(rubs[1], rubs[0]);
    EXPECT_EQ(rubs[2], rubs[1]);
    std::set<std::string> ids;
    for (const Task& task : tasks) EXPECT_TRUE(ids.insert(task.id).second) << task.id << " twice";
}

TEST(Tasks, theObjectIsMadeReadyBesideThePrint) {
    const std::vector<Task> tasks = tasksOf(workOrderOf(jobWith({"iron-on-paper"})), {});
    const auto named = [&](const std::string& id) {
        return static_cast<std::size_t>(
            std::find_if(tasks.begin(), tasks.end(), [&](const Task& task) { return task.id == id; }) -
            tasks.begin());
    };
    const std::size_t cut = named("s1.cut"), glue = named("2.1.glue"), square = named("2.1.square");
    ASSERT_LT(square, tasks.size());
    ASSERT_EQ(tasks[cut].after.size(), 1U);
    EXPECT_EQ(tasks[tasks[cut].after.front().task].id, "2.print");
    for (const Tie& tie : tasks[glue].after)
        EXPECT_EQ(tasks[tie.task].piece, 0) << "two coats on the wood need no print";
    std::set<std::size_t> before;
    for (const Tie& tie : tasks[square].after) before.insert(tie.task);
    EXPECT_EQ(before, (std::set{cut, named("2.1.glue.2.wait")})) << "a laser print needs no fixing";
}

TEST(Tasks, aWetSheetIsPressedAtOnceOnWhatLiesReady) {
    const Job job = jobWith({"release-sheet-press"}, 3);
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    for (int copy = 1; copy <= 3; ++copy) {
        const std::string of = "2." + std::to_string(copy) + ".";
        for (std::size_t i = 0; i < plan.tasks.size(); ++i)
            if (plan.tasks[i].id == of + "press") {
                EXPECT_LE((plan.times[i].from - endOf(plan, of + "print")).count(), 120);
                // No other sheet is printed before.
                for (std::size_t j = 0; j < plan.tasks.size(); ++j)
                    EXPECT_FALSE(plan.tasks[j].work == Work::print &&
                                 plan.times[j].from >= endOf(plan, of + "print") &&
                                 plan.times[j].from < plan.times[i].to);
            }
    }
}

TEST(Plan, ofAMethodThatSomebodyChangedOddlyIsStillAPlan) {
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const auto changed = [](const std::function<void(std::vector<Step>&)>& change) {
        Job job = jobWith({"gel-rub-off"});
        Method method = *job.pieces.front().method;
        change(method.steps);
        return withMethod(job, job.pieces.front().id, method);
    };
    // A deadline that nothing comes before.
    const Job first = changed([](std::vector<Step>& steps) {
        steps.erase(steps.begin(), steps.begin() + 1);
        steps.front().effort = {};
        steps.front().after.emplace();
    });
    EXPECT_EQ(faultOf(planned(first, conditions), conditions), "");
    // Laid within minutes of coating, and after what dries from the coating.
    const Job circle = changed([](std::vector<Step>& steps) {
        const auto lay =
            std::find_if(steps.begin(), steps.end(), [](const Step& s) { return s.id == "lay"; });
        Step dries;
        dries.id = "between";
        dries.words = "dry";
        dries.work = Work::dry;
        dries.wait = Wait{Wait::Kind::not_before, 60, 60, 60, Basis::guess};
        dries.after = {"print"};
        const auto at = steps.insert(lay, dries);
        steps.insert(at + 1, dries)->id = "after-coat";
        (at + 1)->after = {"coat", "between"};
        (at + 2)->after = {"coat", "after-coat"};
    });
    const Plan plan = planned(circle, conditions);
    EXPECT_FALSE(plan.cannot.empty());
    for (const TimeSpan& each : plan.times) EXPECT_LT(each.to, conditions.start + std::chrono::years{2});
}
