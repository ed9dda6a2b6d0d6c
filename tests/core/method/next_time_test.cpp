#include "core/method/next_time.h"

#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/job/answers.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/schedule/task.h"
#include "tests/support/pictures.h"

namespace tympan {
namespace {

using Change = NextTime::Change;
using testing::Contains;
using testing::HasSubstr;
using testing::Not;

const Method& way(const std::string& id) {
    for (const Method& each : shippedMethods())
        if (each.id == id) return each;
    throw std::out_of_range(id);
}

const Step& stepOf(const Method& method, const std::string& id) {
    for (const Step& each : method.steps)
        if (each.id == id) return each;
    throw std::out_of_range(id);
}

Method taken(const Method& method, const std::string& step, Change change, double value = 0) {
    return withNextTime(method, {"half the gel", step, change, value});
}

TEST(NextTimeTest, itsWordsAreSaidWhereItsStepIsRead) {
    const Method gel = way("gel-rub-off");
    EXPECT_THAT(stepOf(taken(gel, "coat", Change::said), "coat").noted, HasSubstr("half the gel"));
    EXPECT_THAT(stepOf(taken(gel, "coat", Change::said), "lay").noted, testing::IsEmpty());
}

TEST(NextTimeTest, coatsAreAdded) {
    const Method gel = way("gel-rub-off");
    int before = 0, after = 0;
    for (const StepFace& face : stepOf(gel, "seal").faces) before += face.times;
    const Method more = taken(gel, "seal", Change::coats, 2);
    for (const StepFace& face : stepOf(more, "seal").faces) after += face.times;
    EXPECT_EQ(after, std::max(1, before) + 2);
}

TEST(NextTimeTest, aWaitIsTheMakersOwnAndStaysARange) {
    for (const double minutes : {5.0, 700.0, 9000.0}) {
        const Wait wait = *stepOf(taken(way("gel-rub-off"), "dry", Change::wait, minutes), "dry").wait;
        EXPECT_EQ(wait.typical_min, minutes);
        EXPECT_LE(wait.least_min, minutes);
        EXPECT_GE(wait.most_min, minutes);
        EXPECT_EQ(wait.basis, Basis::yours);
    }
}

TEST(NextTimeTest, aChoiceIsTakenAndAStepLeftOut) {
    const StepUse use{PrinterKind::laser};
    const Method gel = way("gel-rub-off");
    EXPECT_FALSE(isNeeded(stepOf(gel, "coat-print"), use));
    EXPECT_TRUE(isNeeded(stepOf(taken(gel, "coat-print", Change::also), "coat-print"), use));
    EXPECT_TRUE(isNeeded(stepOf(gel, "seal"), use));
    EXPECT_FALSE(isNeeded(stepOf(taken(gel, "seal", Change::without), "seal"), use));
    // What is done instead of a choice goes with it.
    const Method oven = taken(gel, "oven", Change::also);
    for (const Step& step : oven.steps)
        if (step.unless == "oven") {
            EXPECT_FALSE(isNeeded(step, use)) << step.id;
        }
}

TEST(NextTimeTest, theTransferItselfIsNeverLeftOut) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            if (step.work == Work::lay || step.work == Work::press || step.work == Work::rub || step.rounds) {
                EXPECT_THAT(changesOf(step), Not(Contains(Change::without))) << method.id << " " << step.id;
                EXPECT_EQ(taken(method, step.id, Change::without), method);
            }
}

TEST(NextTimeTest, whateverIsTakenAWayStaysOne) {
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            for (const Change change : changesOf(step)) {
                const Method changed = taken(method, step.id, change, 3);
                EXPECT_TRUE(canTake(method, {"x", step.id, change, 3}));
                EXPECT_EQ(changed.steps.size(), method.steps.size());
                EXPECT_EQ(changed.id, method.id);
                EXPECT_NE(changed, method) << method.id << " " << step.id;
            }
}

TEST(NextTimeTest, whatAWayHasNotLeavesItAsItIs) {
    const Method gel = way("gel-rub-off");
    EXPECT_EQ(taken(gel, "bake", Change::said), gel);
    EXPECT_EQ(taken(gel, "", Change::said), gel);
    EXPECT_EQ(taken(gel, "lay", Change::coats, 1), gel);
}

TEST(NextTimeTest, whatItsMakerResolvedCountsForMoreThanEvenings) {
    WorkOrder order;
    order.objects.push_back({});
    order.objects.front().id = 2;
    OrderedPiece piece;
    piece.id = 1;
    piece.object = 2;
    piece.method = "gel-rub-off";
    piece.area_cm2 = 100;
    piece.steps = taken(way("gel-rub-off"), "dry", Change::wait, 600).steps;
    order.pieces.push_back(piece);
    WaitRules rules;
    rules.measured[stepKey("gel-rub-off", "dry")] = {100, 120, 140, Basis::measured};
    const auto tasks = tasksOf(order, rules);
    const auto dry =
        std::find_if(tasks.begin(), tasks.end(), [](const Task& task) { return task.step == "dry"; });
    ASSERT_NE(dry, tasks.end());
    EXPECT_GE(dry->usual_min, 500);
}

TEST(Answers, oneIsGivenForAllThatAreMadeAlikeAndOnce) {
    Job job = tests::jobOf(tests::picture(), {90, 60}, "gel-rub-off");
    Piece other = job.pieces.front();
    other.id = job.next_id++;
    job.pieces.push_back(other);
    Piece apart = job.pieces.front();
    apart.id = job.next_id++;
    apart.method = way("glue-rub-off");
    job.pieces.push_back(apart);
    const NextTime next{"two coats", "seal", Change::coats, 1};
    const Job done = withAnswer(job, job.pieces.front().id, next, true);
    EXPECT_EQ(answered(done.pieces[0], "two coats"), true);
    EXPECT_EQ(answered(done.pieces[1], "two coats"), true);
    EXPECT_EQ(answered(done.pieces[2], "two coats"), std::nullopt);
    EXPECT_EQ(done.pieces[0].method, Shared<Method>(withNextTime(job.pieces[0].method, next)));
    EXPECT_EQ(done.pieces[2].method, job.pieces[2].method);
    EXPECT_EQ(withAnswer(done, job.pieces.front().id, next, true), done) << "it is not done twice";
    EXPECT_EQ(workOrderOf(done).pieces.front().resolved, std::vector<std::string>{"two coats"});
    const Job refused = withAnswer(job, job.pieces.front().id, next, false);
    EXPECT_EQ(answered(refused.pieces[0], "two coats"), false);
    EXPECT_EQ(refused.pieces[0].method, job.pieces[0].method);
    EXPECT_TRUE(workOrderOf(refused).pieces.front().resolved.empty());
}

}  // namespace
}  // namespace tympan
