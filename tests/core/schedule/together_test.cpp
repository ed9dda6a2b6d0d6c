// Several jobs planned together: one pair of hands, one oven, each in its own hours.
#include <gmock/gmock.h>

#include "core/base/random.h"
#include "tests/support/plans.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

JobWork workOf(const Job& job, const Conditions& conditions) {
    WorkOrder order = workOrderOf(job);
    order.longest_min = longestStretch(conditions.hours);
    return {order, tasksOf(order, conditions.waits), conditions};
}

bool holdsOneLoad(Place place) {
    return place == Place::oven || place == Place::press || place == Place::printer;
}

bool apart(const TimeSpan& one, const TimeSpan& other) {
    return one.to <= other.from || other.to <= one.from;
}

/// Pairs of tasks of two plans that want the same hands, or the same oven, press or printer, at the same
/// time.
int clashes(const Plan& one, const Plan& other) {
    int count = 0;
    for (std::size_t i = 0; i < one.tasks.size(); ++i)
        for (std::size_t k = 0; k < other.tasks.size(); ++k) {
            const Task &a = one.tasks[i], &b = other.tasks[k];
            const bool place = a.place == b.place && holdsOneLoad(a.place);
            if ((a.takesHands() && b.takesHands()) || place) count += !apart(one.times[i], other.times[k]);
        }
    return count;
}

}  // namespace

TEST(Together, handsAndOvenAreAtOneJobAtATimeAndEachJobIsLegal) {
    Random random(7);
    const std::vector<std::string> methods{"gel-rub-off", "release-sheet-press", "napkin", "glue-rub-off",
                                           "skin-sheet"};
    const std::vector<std::string> hours{evenings, "", "Sa,Su 08:00-20:00", "Mo-Su 12:00-16:00"};
    int loads = 0;
    for (int round = 0; round < 25; ++round) {
        std::vector<JobWork> jobs;
        for (int j = 0; j < 2 + random.below(2); ++j) {
            std::vector<std::string> some;
            for (int k = 0; k < 1 + random.below(3); ++k)
                some.push_back(methods[static_cast<std::size_t>(random.below(5))]);
            jobs.push_back(
                workOf(jobWith(some, 1 + random.below(2)),
                       conditionsFrom("2026-12-04T17:00", hours[static_cast<std::size_t>(random.below(4))])));
        }
        const std::vector<Plan> plans = plannedTogether(jobs, {12, 6, 1});
        ASSERT_EQ(plans.size(), jobs.size());
        for (std::size_t j = 0; j < jobs.size(); ++j) {
            EXPECT_EQ(faultOf(plans[j], jobs[j].conditions), "") << "round " << round << ", job " << j;
            EXPECT_THAT(plans[j].cannot, testing::IsEmpty());
            for (std::size_t k = 0; k < j; ++k)
                EXPECT_EQ(clashes(plans[k], plans[j]), 0) << "round " << round;
            for (const Task& task : plans[j].tasks) loads += holdsOneLoad(task.place);
        }
    }
    EXPECT_GT(loads, 50) << "printer, press and oven were asked for";
}

TEST(Together, whatIsDueIsReadyInTimeThoughTheOtherWasBegunFirst) {
    // A long job that would take all of Saturday, and a small one that leaves the house on Saturday.
    const Conditions all_day = conditionsFrom("2026-12-05T09:00", "Sa,Su 09:00-19:00");
    Conditions by_evening = all_day;
    by_evening.due = lisbon.read("2026-12-05T19:00");
    const std::vector<JobWork> jobs{workOf(jobWith({"iron-on-paper"}, 12), all_day),
                                    workOf(jobWith({"iron-on-paper"}, 2), by_evening)};
    const std::vector<Plan> plans = plannedTogether(jobs);
    EXPECT_LE(plans[1].end, *by_evening.due);
    EXPECT_THAT(plans[1].cannot, testing::IsEmpty());
    for (std::size_t j = 0; j < 2; ++j) EXPECT_EQ(faultOf(plans[j], jobs[j].conditions), "");
}

TEST(Together, aJobAloneIsPlannedAsAlways) {
    const Conditions conditions = conditionsFrom("2026-12-05T09:00");
    const JobWork job = workOf(jobWith({"gel-rub-off", "iron-on-paper"}), conditions);
    const Plan alone = planned(job.order, job.tasks, conditions);
    EXPECT_EQ(plannedTogether({job}).front().times, alone.times);
    EXPECT_TRUE(plannedTogether({}).empty());
}

TEST(Together, thingsOfTwoJobsWithOneNumberAreTwoThings) {
    // Both have a thing with the same number whose faces lie on each other; neither keeps the other waiting.
    const Conditions conditions = conditionsFrom("2026-12-05T09:00", "");
    const JobWork job = workOf(jobWith({"gel-rub-off"}), conditions);
    JobWork marked = job;
    for (Task& task : marked.tasks) task.thing = 1, task.wet = !task.hands;
    JobWork lying = job;
    for (Task& task : lying.tasks) task.thing = 1, task.thing_face = Face::back, task.lies = true;
    const auto ended = [](const std::vector<Plan>& plans) { return std::max(plans[0].end, plans[1].end); };
    JobWork other = lying;
    for (Task& task : other.tasks) task.thing = 2;
    EXPECT_EQ(ended(plannedTogether({marked, lying})), ended(plannedTogether({marked, other})));
}
