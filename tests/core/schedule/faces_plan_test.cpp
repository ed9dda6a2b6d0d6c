#include <functional>
#include <map>
#include <set>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/job/faces.h"
#include "core/job/under_picture.h"
#include "core/method/catalogue.h"
#include "core/schedule/ready.h"
#include "core/schedule/sitting.h"
#include "tests/support/pictures.h"
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
    conditions.late = true;
    const Plan late = planned(job, conditions, {20, 20, 1});
    RC_ASSERT(late.cannot.empty());
    RC_ASSERT(faultOf(late, conditions) == "");
    RC_ASSERT(late.end <= *conditions.due);
}

namespace {

/// When a step of an object's piece begins or ends, of all its tasks; of no object: of any.
std::pair<Moment, Moment> spanOf(const Plan& plan, int object, const std::function<bool(const Task&)>& is) {
    std::optional<Moment> from, to;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
        if ((object != 0 && plan.tasks[i].object != object) || !is(plan.tasks[i])) continue;
        from = from ? std::min(*from, plan.times[i].from) : plan.times[i].from;
        to = to ? std::max(*to, plan.times[i].to) : plan.times[i].to;
    }
    return {from.value(), to.value()};
}
bool inOven(const Task& task) { return task.place == Place::oven; }
bool isFinish(const Task& task) { return task.work == Work::finish && task.hands; }

}  // namespace

TEST(SidesPlan, noSideIsVarnishedBeforeAnotherSidesOven) {
    Job job = withFacesOf("gel-rub-off", Face::left, Face::right);
    // Both sides go through the oven, as their maker chooses.
    for (const Piece& piece : job.pieces)
        for (const Step& step : piece.method->steps)
            if (step.place == Place::oven) job.work.chosen[piece.id].insert(choiceOf(step));
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    for (const int varnished : {1, 3})
        EXPECT_GE(spanOf(plan, varnished, isFinish).first, spanOf(plan, 0, inOven).second)
            << "side " << varnished << " before the oven";
}

namespace {

/// The same with the oven chosen for some of its pieces.
Job inTheOven(Job job, const std::set<int>& pieces) {
    for (const Piece& piece : job.pieces)
        for (const Step& step : piece.method->steps)
            if (step.place == Place::oven && pieces.contains(piece.id))
                job.work.chosen[piece.id].insert(choiceOf(step));
    return job;
}

std::vector<const Task*> ovensOf(const Plan& plan) {
    std::vector<const Task*> ovens;
    for (const Task& task : plan.tasks)
        if (inOven(task) && task.hands) ovens.push_back(&task);
    return ovens;
}

}  // namespace

TEST(SidesPlan, bothSidesOfACanAreLaidAndGoIntoTheOvenTogether) {
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    for (const int copies : {1, 3}) {
        Job job = withFacesOf("gel-rub-off", Face::left, Face::right);
        for (Piece& piece : job.pieces) piece.copies = copies;
        const Plan plan = planned(inTheOven(job, {2, 4}), conditions);
        EXPECT_EQ(faultOf(plan, conditions), "");
        std::set<std::string> ids;
        for (const Task& task : plan.tasks) EXPECT_TRUE(ids.insert(task.id).second) << task.id;
        const auto ovens = ovensOf(plan);
        ASSERT_EQ(ovens.size(), 1U) << copies;
        std::set<int> pieces;
        for (const WorkUnit& unit : ovens.front()->units) pieces.insert(unit.piece);
        EXPECT_EQ(pieces, (std::set<int>{2, 4}));
        EXPECT_EQ(copiesOf(*ovens.front()).size(), static_cast<std::size_t>(copies));
        const auto [in, out] = spanOf(plan, 0, inOven);
        const auto lays = [](const Task& task) { return task.work == Work::lay; };
        const auto soaks = [](const Task& task) { return task.work == Work::soak && task.hands; };
        for (const int side : {1, 3}) {
            EXPECT_LE(spanOf(plan, side, lays).second, in);
            EXPECT_GE(spanOf(plan, side, soaks).first, out);
        }
    }
}

TEST(SidesPlan, aFrontAndItsBackDoNotGoIntoTheOvenWet) {
    const Job job = inTheOven(withFacesOf("gel-rub-off", Face::front, Face::back), {2, 4});
    EXPECT_EQ(ovensOf(planned(job, conditionsFrom("2026-12-05T10:00", ""))).size(), 2U)
        << "a board lies on one of them";
}

TEST(SidesPlan, aSideThatDriesInTheAirIsNotWarmed) {
    const Plan plan = planned(inTheOven(withFacesOf("gel-rub-off", Face::left, Face::right), {2}),
                              conditionsFrom("2026-12-05T10:00", ""));
    const auto ovens = ovensOf(plan);
    ASSERT_EQ(ovens.size(), 1U);
    for (const WorkUnit& unit : ovens.front()->units) EXPECT_EQ(unit.piece, 2);
}

TEST(SidesPlan, aWetSideKeepsTheThingOutOfTheOven) {
    Job job = withFacesOf("gel-rub-off", Face::left, Face::right);
    for (const Piece& piece : job.pieces)
        for (const Step& step : piece.method->steps)
            if (step.place == Place::oven) job.work.chosen[piece.id].insert(choiceOf(step));
    const Plan plan = planned(job, conditionsFrom("2026-12-05T10:00", ""));
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        for (std::size_t j = 0; j < plan.tasks.size(); ++j)
            if (inOven(plan.tasks[i]) && plan.tasks[j].wet && !inOven(plan.tasks[j]) &&
                plan.tasks[i].object != plan.tasks[j].object) {
                EXPECT_TRUE(plan.times[i].to <= plan.times[j].from || plan.times[j].to <= plan.times[i].from)
                    << plan.tasks[j].id << " is wet in the oven of " << plan.tasks[i].id;
            }
}

TEST(SidesPlan, coatsAreCountedOnEachFaceByItself) {
    const Job job = jobWith({"release-sheet-gel"});
    const WorkOrder order = workOrderOf(job);
    const Plan plan = planned(job, conditionsFrom("2026-12-05T10:00", ""));
    std::map<std::string, int> most;
    std::set<std::string> ids;
    for (const Task& task : plan.tasks) {
        EXPECT_TRUE(ids.insert(task.id).second) << task.id;
        if (task.work == Work::finish && task.hands)
            most[task.face] = std::max(most[task.face], task.round.value_or(1));
    }
    EXPECT_EQ(most["front"], 3);
    EXPECT_EQ(most["back and edges"], 1);
    for (const CoatArea& area : coatAreas(plan, order)) {
        EXPECT_GT(area.cm2, 0) << area.name << " on " << area.face;
        if (area.face == "back and edges") {
            EXPECT_NEAR(area.cm2, 80, 1) << "the whole back";
        }
    }
}

TEST(WorkOrder, stainGoesOnTheRimsAlone) {
    Job job = jobWith({"gel-rub-off"});
    job.objects.front().layers.push_back({LayerKind::stain, LayerWhen::over_coat, "stain", 5, 10});
    const Plan plan = planned(job, conditionsFrom("2026-12-05T10:00", ""));
    double stained = 0;
    for (const Task& task : plan.tasks)
        if (task.details->words == "stain." && task.hands) stained += task.area_cm2;
    EXPECT_NEAR(stained, (100.0 * 80 - 80.0 * 60) / 100, 1);
}

TEST(WorkOrder, edgesAreAsDeepAsTheThingIsThick) {
    const auto areasOf = [](double thickness_mm) {
        Job job = jobWith({"release-sheet-gel"});
        job.objects.front().thickness_mm = thickness_mm;
        job.objects.front().layers.push_back({LayerKind::stain, LayerWhen::over_coat, "stain", 5, 10});
        std::map<std::string, double> areas;
        for (const Task& task : planned(job, conditionsFrom("2026-12-05T10:00", "")).tasks)
            if (task.hands) areas[task.step + " " + task.face] = task.area_cm2;
        return areas;
    };
    const double edges_cm2 = 2 * (100 + 80) * 18 / 100.0;
    const auto flat = areasOf(0), thick = areasOf(18);
    EXPECT_EQ(flat.size(), thick.size());
    for (const auto& [step, area] : thick) {
        const bool has = step.find("edges") != std::string::npos || step.find("layer") != std::string::npos;
        EXPECT_NEAR(area - flat.at(step), has ? edges_cm2 : 0, 0.01) << step;
    }
    Object tin = objectOf("tin", ShapeKind::cylinder, {});
    tin.thickness_mm = 18;
    EXPECT_EQ(edgesAreaOf(tin), 0) << "an unrolled side has none";
}

TEST(WorkOrder, darkGroundIsPaintedWhereTheFindingSaysSo) {
    Job job = jobWith({"gel-rub-off"});
    job.objects.front().ground = {40, 42, 45};
    const auto paints = [](const Job& of) {
        const std::vector<Step> preparation = workOrderOf(of).objects.front().preparation;
        return std::ranges::any_of(preparation, [](const Step& step) { return step.id == "paint"; });
    };
    EXPECT_TRUE(paints(job)) << "pale wood that was painted black, too";
    EXPECT_EQ(underPicture(job, job.pieces.front()), UnderPicture::painted);
    job.work.left_out[job.objects.front().id] = {"paint"};
    EXPECT_EQ(underPicture(job, job.pieces.front()), UnderPicture::too_dark);
    Job iron = jobWith({"iron-on-paper"});
    EXPECT_FALSE(paints(iron));
    iron.objects.front().ground = {8, 8, 8};
    EXPECT_TRUE(paints(iron)) << "black shows through paper that is glued down";
    Job opaque = jobWith({"opaque-dark-cloth"});
    opaque.objects.front().ground = {8, 8, 8};
    EXPECT_EQ(underPicture(opaque, opaque.pieces.front()), UnderPicture::as_it_is);
}

TEST(WorkOrder, onlyWetWaysOfUnsealedInkAreSwabbed) {
    const auto swabs = [](const std::string& method, PrinterKind kind) {
        Job job = jobWith({method});
        job.printers.front().kind = kind;
        for (const Task& task : tasksOf(workOrderOf(job), {}))
            if (task.work == Work::swab) return true;
        return false;
    };
    EXPECT_TRUE(swabs("fabric-paste", PrinterKind::inkjet));
    EXPECT_TRUE(swabs("glue-rub-off", PrinterKind::inkjet)) << "against advice, and so looked at first";
    EXPECT_FALSE(swabs("glue-rub-off", PrinterKind::laser));
    EXPECT_FALSE(swabs("glue-dry-rub", PrinterKind::inkjet)) << "nothing wets it";
    Job tissue = jobWith({"tissue-overlay"});
    tissue.printers.front().kind = PrinterKind::inkjet;
    tissue.work.left_out[tissue.pieces.front().id] = {"spray", "spray-rest"};
    for (const Task& task : tasksOf(workOrderOf(tissue), {}))
        EXPECT_NE(task.work, Work::swab) << "unsealed on purpose";
}

TEST(Plan, whatIsPutOffForDecadesIsSaidAndPlannedWithinReach) {
    const Job job = jobWith({"gel-rub-off"});
    Conditions conditions = conditionsFrom("2026-12-05T10:00");
    for (const Task& task : tasksOf(workOrderOf(job), {}))
        conditions.not_before[task.id] = lisbon.read("2099-01-01T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_FALSE(plan.cannot.empty());
    EXPECT_LT(plan.end, lisbon.read("2035-01-01T00:00"));
}

TEST(Busy, stretchesThatOverlapAreAllInTheWay) {
    Busy busy;
    busy.add(0, 1000);
    busy.add(100, 200);
    EXPECT_TRUE(busy.over(500, 600)) << "the one that began earlier ends later";
    busy.remove(0, 1000);
    EXPECT_FALSE(busy.over(500, 600));
}

RC_GTEST_PROP(Busy, theFirstFreeMomentIsFreeAndNoEarlierOneIs, ()) {
    Busy busy;
    for (int i = *rc::gen::inRange(0, 8); i > 0; --i) {
        const int from = *rc::gen::inRange(0, 60);
        busy.add(from, from + *rc::gen::inRange(0, 20));
    }
    const int from = *rc::gen::inRange(-10, 60), length = *rc::gen::inRange(1, 20);
    const Seconds at = busy.freeFrom(from, length);
    RC_ASSERT(at >= from);
    for (Seconds each = from; each < at; ++each) RC_ASSERT(busy.over(each, each + length));
    RC_ASSERT(!busy.over(at, at + length));
}
