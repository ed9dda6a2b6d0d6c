#include <set>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/faces.h"
#include "core/method/catalogue.h"
#include "core/schedule/ready.h"
#include "tests/support/plans.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A thing with a picture on each of two sides.
Job withFacesOf(const std::string& method, Face one, Face other) {
    Job job = jobWith({method, method});
    job = withFace(job, 4, other, 1);
    for (Object& object : job.objects)
        if (object.id == 1) object.face = one;
    return job;
}

/// When the side that an object is, is first wetted by its coat, and when what was laid into it is dry.
TimeSpan tacky(const Plan& plan, int object) {
    std::optional<Moment> from, to;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        const Task& task = plan.tasks[i];
        if (task.object != object) continue;
        if (task.work == Work::coat && task.hands && !from) from = plan.times[i].from;
        if (task.work == Work::dry && !task.hands && !to) to = plan.times[i].to;
    }
    return {from.value(), to.value()};
}

}  // namespace

TEST(SidesPlan, aTackySideIsNotLainOn) {
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan opposite = planned(withFacesOf("gel-rub-off", Face::left, Face::right), conditions);
    EXPECT_EQ(faultOf(opposite, conditions), "");
    const TimeSpan left = tacky(opposite, 1), right = tacky(opposite, 3);
    EXPECT_TRUE(left.to <= right.from || right.to <= left.from) << "one dries before the other is coated";
    // Two things could lie side by side.
    const Plan apart = planned(jobWith({"gel-rub-off", "gel-rub-off"}), conditions);
    EXPECT_LT(tacky(apart, 3).from, tacky(apart, 1).to);
    EXPECT_LT(apart.end, opposite.end);
}

TEST(SidesPlan, sidesThatAreNotOppositeDryTogether) {
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan plan = planned(withFacesOf("gel-rub-off", Face::front, Face::edges), conditions);
    EXPECT_LT(tacky(plan, 3).from, tacky(plan, 1).to);
}

TEST(SidesPlan, stepsNameTheSideAndTheThingIsReadyAsOne) {
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Job job = withFacesOf("gel-rub-off", Face::left, Face::right);
    const Plan plan = planned(job, conditions);
    std::map<int, std::set<std::string>> faces;
    for (const Task& task : plan.tasks) faces[task.object].insert(task.face);
    EXPECT_THAT(faces[1], testing::Contains("left"));
    EXPECT_THAT(faces[3], testing::Contains("right"));
    for (const auto& [object, names] : faces)
        EXPECT_THAT(names, testing::Not(testing::Contains("front"))) << object;
    const auto ready = readyOf(plan, workOrderOf(job));
    ASSERT_EQ(ready.size(), 2u);
    EXPECT_EQ(ready[0].handle.from, ready[1].handle.from);
    EXPECT_EQ(ready[0].handle.from, plan.end);
}

TEST(SidesPlan, aBackOfItsOwnIsNotVarnishedTwice) {
    const auto coatsOf = [](const Job& job, const std::string& face) {
        const Plan plan = planned(job, conditionsFrom("2026-12-05T10:00", ""));
        return std::count_if(plan.tasks.begin(), plan.tasks.end(),
                             [&](const Task& task) { return task.hands && task.face == face; });
    };
    for (const Method& method : shippedMethods()) {
        const bool both = std::any_of(method.steps.begin(), method.steps.end(), [](const Step& step) {
            return std::any_of(step.faces.begin(), step.faces.end(),
                               [](const StepFace& face) { return face.name == "back and edges"; });
        });
        if (!both) continue;
        EXPECT_GT(coatsOf(jobWith({method.id}), "back and edges"), 0) << method.id;
        EXPECT_EQ(coatsOf(withFacesOf(method.id, Face::front, Face::back), "back and edges"), 0) << method.id;
        EXPECT_GT(coatsOf(withFacesOf(method.id, Face::left, Face::right), "back and edges"), 0) << method.id;
        return;
    }
    FAIL() << "no method has coats on its back";
}

RC_GTEST_PROP(SidesPlan, canBeFollowed, ()) {
    const auto method =
        *rc::gen::element<std::string>("gel-rub-off", "glue-rub-off", "iron-on-paper", "napkin");
    Job job = jobWith({method, "gel-rub-off", method});
    const std::vector<Face> sides(std::begin(all_faces), std::end(all_faces));
    job = withFace(job, 4, *rc::gen::elementOf(sides), 1);
    job = withFace(job, 6, *rc::gen::elementOf(sides), *rc::gen::element(0, 1));
    auto conditions =
        conditionsFrom("2026-12-03T17:10", *rc::gen::element<std::string>("", evenings, "Mo-Su 19:00-20:30"));
    const Plan soon = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(soon.cannot.empty());
    RC_ASSERT(faultOf(soon, conditions) == "");
    conditions.due = soon.end + std::chrono::hours{*rc::gen::inRange(0, 100)};
    const Plan late = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(late.cannot.empty());
    RC_ASSERT(faultOf(late, conditions) == "");
    RC_ASSERT(late.end <= *conditions.due);
}
