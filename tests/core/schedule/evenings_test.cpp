// Evenings as makers have told of them: what a plan must get right, each with its facts.
#include <set>

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/object/materials.h"
#include "core/run/run.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::hours;
using std::chrono::minutes;

namespace {

/// A piece on something of a material.
Job jobOn(const std::string& material, const std::string& method, int copies = 1, SizeMm size = {80, 60}) {
    Object object = objectOf("plate", ShapeKind::rectangle, {size.width + 20, size.height + 20});
    object.material = findMaterial(shippedMaterials(), material);
    object.ground = object.material.ground;
    return withPiece({}, {.artwork = picture(),
                          .object = object,
                          .method = findMethod(shippedMethods(), method),
                          .size = size,
                          .copies = copies});
}

Job printedBy(Job job, PrinterKind kind) {
    for (Printer& printer : job.printers) printer.kind = kind;
    return job;
}

Job choosing(Job job, int id, const std::string& choice) {
    job.work.chosen[id].insert(choice);
    return job;
}

std::string wall(Moment moment) { return lisbon.text(moment).substr(0, 16); }

/// Begins of a step's work of hands, as the clock on the wall shows them.
std::vector<std::string> begins(const Plan& plan, const std::string& step) {
    std::vector<std::string> found;
    for (const std::size_t i : ofStep(plan, step))
        if (plan.tasks[i].hands) found.push_back(wall(plan.times[i].from));
    return found;
}

double hoursOf(const Plan& plan, const std::string& id) {
    return static_cast<double>((endOf(plan, id) - beginOf(plan, id)).count()) / 3600;
}

}  // namespace

// 1. One coat of gel, four answers.
TEST(Evening1, driesByItsWeatherAndOverrunIsHarmless) {
    const Job job = jobOn("painted", "gel-rub-off");
    auto conditions = conditionsFrom("2026-12-05T13:50", "");
    EXPECT_NEAR(hoursOf(planned(job, conditions), "2.1.dry"), 12, 0.01) << "overnight is usual";
    conditions.waits.weather = {32, 30, Air::sun};
    const Plan sun = planned(job, conditions);
    const std::size_t dry = ofStep(sun, "dry").front();
    EXPECT_NEAR(sun.tasks[dry].least_min, 120, 30)
        << "two hours in dry sun at 32 °C, of the six to eight in a room";
    EXPECT_EQ(sun.tasks[dry].basis, Basis::physics) << "an estimate";
    conditions.waits.weather = {15, 80, Air::still};
    EXPECT_GT(hoursOf(planned(job, conditions), "2.1.dry"), 24) << "rain moves it";
    // Tomorrow is taken: then it lies for two nights, and that is legal.
    const auto taken = conditionsFrom("2026-12-03T18:00", "Mo-Fr 18:00-21:30; 2026-12-04 none");
    const Plan late = planned(job, taken);
    EXPECT_EQ(faultOf(late, taken), "");
    EXPECT_EQ(begins(late, "soak").front(), "2026-12-07T18:00") << "the weekend is not in these hours";
}

TEST(Evening1, laidAtTwoWithEightToTwelveHoursIsRubbedInTheMorning) {
    const Plan plan = planned(jobOn("painted", "glue-rub-off"), conditionsFrom("2026-12-05T13:50"));
    EXPECT_EQ(plan.cannot, std::vector<Text>{});
    EXPECT_EQ(begins(plan, "soak").front(), "2026-12-06T10:00")
        << "22:00 is possible, and nobody is asked to";
}

// 2. The number of rounds is not known; while one piece shows its bloom another is rubbed; one leaves in two
// days.
TEST(Evening2, whileOneShowsItsBloomAnotherIsRubbed) {
    const Job job = jobOn("painted", "gel-rub-off", 4, {150, 150});
    const auto conditions = conditionsFrom("2026-12-05T10:00", "");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    bool another = false;
    for (const std::size_t look : ofStep(plan, "look"))
        for (std::size_t rub = 0; rub < plan.tasks.size(); ++rub)
            another = another || ((plan.tasks[rub].work == Work::soak || plan.tasks[rub].work == Work::rub) &&
                                  plan.tasks[rub].hands && plan.tasks[rub].chain != plan.tasks[look].chain &&
                                  plan.times[rub].from < plan.times[look].to &&
                                  plan.times[look].from < plan.times[rub].to);
    EXPECT_TRUE(another);
    for (const std::size_t rub : ofStep(plan, "rub")) {
        const Task& task = plan.tasks[rub];
        EXPECT_GE(task.rounds, 2);
        EXPECT_LE(task.rounds, 10);
    }
}

TEST(Evening2, roundsAreAsManyAsItTakesAndThePlanFollows) {
    const WorkRun run{
        {"r", lisbon.read("2026-12-05T10:00"), workOrderOf(jobOn("painted", "gel-rub-off")), {}}, {}};
    RunState state = stateOf(run);
    const auto rubs = [&] {
        return std::count_if(state.tasks.begin(), state.tasks.end(),
                             [](const Task& t) { return t.step == "rub"; });
    };
    EXPECT_EQ(rubs(), 4) << "as many as are usual";
    const Moment at = lisbon.read("2026-12-06T10:30");
    for (const char* id : {"2.1.look", "2.1.look.2", "2.1.look.3", "2.1.look.4", "2.1.look.5"})
        apply(state, {.kind = Event::Kind::another, .at = at, .task = id});
    EXPECT_EQ(rubs(), 6);
    apply(state, {.kind = Event::Kind::done, .at = at, .task = "2.1.look.6"});
    EXPECT_EQ(rubs(), 6) << "clear at the sixth";
}

TEST(Evening2, whatLeavesInTwoDaysIsReadyThen) {
    auto conditions = conditionsFrom("2026-12-04T18:00");
    conditions.due = conditions.start + hours{44};
    const Plan plan = planned(jobOn("painted", "gel-rub-off"), conditions);
    EXPECT_EQ(plan.cannot, std::vector<Text>{});
    EXPECT_LE(plan.end, *conditions.due);
    EXPECT_EQ(faultOf(plan, conditions), "");
}

// 3. Four panels, each lying flat; floor for one.
TEST(Evening3, panelsLieOneAfterAnotherWhereThereIsFloorForOne) {
    Job job;
    for (int i = 0; i < 4; ++i) {
        const Job one = jobOn("painted", "glue-rub-off", 1, {300, 200});
        job = withPiece(job, {.artwork = picture(),
                              .object = one.objects.front(),
                              .method = one.pieces.front().method,
                              .size = {300, 200}});
    }
    auto conditions = conditionsFrom("2026-12-03T18:00");
    const Plan many = planned(job, conditions);
    conditions.room[Place::flat] = 1;
    const Plan one = planned(job, conditions);
    EXPECT_EQ(faultOf(one, conditions), "");
    const std::vector<std::size_t> dry = ofStep(one, "dry");
    ASSERT_EQ(dry.size(), 4U);
    for (std::size_t k = 1; k < dry.size(); ++k) EXPECT_GE(one.times[dry[k]].from, one.times[dry[k - 1]].to);
    EXPECT_GT(one.end, many.end + hours{24});
    conditions.room[Place::flat] = 0;
    EXPECT_THAT(planned(job, conditions).cannot.front(), Says(testing::HasSubstr("flat")));
}

// 4. Tissue on canvas: sprayed three times, a night; the canvas tightened and dry; then glued, half and half.
TEST(Evening4, tissueAndCanvasAreBothReadyBeforeTheyAreGlued) {
    const Job job = printedBy(jobOn("canvas", "tissue-overlay"), PrinterKind::inkjet);
    const auto conditions = conditionsFrom("2026-12-03T18:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_EQ(begins(plan, "spray").size(), 3U) << "two coats bled";
    EXPECT_GE(hoursOf(plan, "s1.spray-rest"), 8) << "overnight";
    EXPECT_EQ(plan.tasks[ofStep(plan, "spray-rest").front()].place, Place::hung);
    const auto tighten = hoursOf(plan, "o1.1.tighten") * 60;
    EXPECT_GE(tighten, 10);
    EXPECT_LE(tighten, 15);
    const Moment lay = beginOf(plan, "2.1.lay");
    EXPECT_GE(lay, endOf(plan, "s1.spray-rest"));
    EXPECT_GE(lay, endOf(plan, "o1.1.dry-canvas")) << "fully dry";
    // A laser print needs no spray.
    EXPECT_TRUE(begins(planned(printedBy(job, PrinterKind::laser), conditions), "spray").empty());
}

// 5. A page: two dry coats of gesso; the third wet through laying and the first coat over it; a second, dry.
TEST(Evening5, theThirdCoatOnAPageStaysWetThroughTheFirstOver) {
    const Job job = jobOn("book-page", "tissue-overlay");
    const auto conditions = conditionsFrom("2026-12-03T18:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_EQ(begins(plan, "gesso").size(), 2U);
    EXPECT_GE(beginOf(plan, "2.1.lay-page"), endOf(plan, "o1.1.gesso.2.wait"));
    const auto over = beginOf(plan, "2.1.seal") - endOf(plan, "2.1.lay-page");
    EXPECT_LE(over, minutes{8}) << "while it is wet";
    EXPECT_GE(beginOf(plan, "2.1.seal-again"), endOf(plan, "2.1.seal.wait"));
    EXPECT_TRUE(ofStep(plan, "lay").empty()) << "that is for other things";
}

// 6. Wet ink: the object is ready before the sheet prints; pressed at once; no other sheet before.
TEST(Evening6, aWetSheetIsPressedAtOnceOnWhatLiesReady) {
    const Job job = printedBy(jobOn("pale-wood", "release-sheet-press", 3), PrinterKind::inkjet);
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    std::vector<std::size_t> prints;
    for (std::size_t i = 0; i < plan.tasks.size(); ++i)
        if (plan.tasks[i].work == Work::print) prints.push_back(i);
    ASSERT_EQ(prints.size(), 3U) << "sheet by sheet";
    for (const std::size_t print : prints) {
        EXPECT_GE(plan.times[print].from, endOf(plan, "o1.1-3.dust")) << "sanded first";
        EXPECT_GE(plan.times[print].from, endOf(plan, "2.1-3.ready"));
        bool pressed = false;
        for (const std::size_t press : ofStep(plan, "press"))
            if (plan.tasks[press].units == plan.tasks[print].units) {
                pressed = true;
                EXPECT_LE(plan.times[press].from - plan.times[print].to, minutes{2});
                for (const std::size_t other : prints)
                    EXPECT_FALSE(plan.times[other].from >= plan.times[print].to &&
                                 plan.times[other].from < plan.times[press].to);
            }
        EXPECT_TRUE(pressed);
    }
}

// 7. Boards: one coat of varnish a day, three in front, one elsewhere; backs not on tacky fronts.
TEST(Evening7, varnishIsACoatADayAndNoBackLiesOnATackyFront) {
    const Job job = jobOn("pale-wood", "release-sheet-gel", 3);
    const auto conditions = conditionsFrom("2026-12-03T18:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    std::vector<std::pair<std::string, TimeSpan>> coats;
    for (const std::size_t i : ofStep(plan, "varnish"))
        if (plan.tasks[i].hands) coats.emplace_back(plan.tasks[i].face, plan.times[i]);
    ASSERT_EQ(coats.size(), 4U) << "all boards together: three in front, one on back and edges";
    for (std::size_t k = 1; k < coats.size(); ++k)
        EXPECT_GE(coats[k].second.from - coats[k - 1].second.to, hours{24}) << "one a day";
    EXPECT_EQ(coats[2].first, "front");
    EXPECT_EQ(coats[3].first, "back and edges");
}

// 8. The cold oven, one load, attended, to 79 °C and off; never with varnish.
TEST(Evening8, theOvenHoldsOneLoadAndSomebodyStays) {
    Job job = choosing(jobOn("pale-wood", "gel-rub-off", 1), 2, "oven");
    const Job other = jobOn("pale-wood", "napkin");
    job = withPiece(job, {.artwork = picture(),
                          .object = other.objects.front(),
                          .method = other.pieces.front().method,
                          .size = {80, 60}});
    job = choosing(job, job.pieces.back().id, "oven");
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "") << "two loads do not meet, and none is left alone";
    EXPECT_TRUE(ofStep(plan, "dry").empty()) << "dried in the oven, it need not lie overnight";
    int loads = 0;
    for (const std::size_t i : ofStep(plan, "oven")) {
        const Task& task = plan.tasks[i];
        EXPECT_EQ(task.place, Place::oven);
        ASSERT_TRUE(task.details->heat);
        EXPECT_EQ(task.details->heat->most_c, 79);
        EXPECT_THAT(task.details->caution, testing::HasSubstr("attended"));
        EXPECT_THAT(task.details->words, testing::HasSubstr("175 °F"));
        if (task.hands) continue;
        ++loads;
        EXPECT_TRUE(task.attended);
        const auto inside = plan.times[i].to - plan.times[i].from;
        EXPECT_GE(inside, minutes{15});
        EXPECT_LE(inside, minutes{20});
        for (const char* coat : {"seal", "varnish"})
            for (const std::size_t late : ofStep(plan, coat))
                if (plan.tasks[late].object == task.object) {
                    EXPECT_GE(plan.times[late].from, plan.times[i].to) << "never with varnish";
                }
    }
    EXPECT_EQ(loads, 2);
}

// 9. The iron: two dry coats on the wood; the print fixed and dry beside them; 5 seconds a spot; cooled
// fully.
TEST(Evening9, thePrintIsFixedBesideTheCoatsOnTheWood) {
    const Job job = printedBy(jobOn("pale-wood", "iron-on-paper"), PrinterKind::inkjet);
    const auto conditions = conditionsFrom("2026-12-05T10:00");
    const Plan plan = planned(job, conditions);
    EXPECT_EQ(faultOf(plan, conditions), "");
    EXPECT_EQ(begins(plan, "glue").size(), 2U);
    EXPECT_GE(beginOf(plan, "2.1.square"), endOf(plan, "2.1.glue.2.wait"));
    EXPECT_GE(beginOf(plan, "2.1.square"), endOf(plan, "s1.fix.wait")) << "mist fully dry before any iron";
    EXPECT_LT(beginOf(plan, "s1.fix"), endOf(plan, "2.1.glue.2.wait")) << "beside, not after";
    EXPECT_GE(beginOf(plan, "2.1.varnish"), endOf(plan, "2.1.cool"));
    EXPECT_TRUE(ofStep(plan, "re-iron").empty()) << "a bubble is a trouble, no step";
}

// 10. Glue on the back of one print: that one starts again, the others go on. A garment pasted wrongly
// restarts its clock.
TEST(Evening10, oneStartsAgainAndTheOthersGoOn) {
    WorkRun run{
        {"r", lisbon.read("2026-12-05T10:00"), workOrderOf(jobOn("pale-wood", "glue-rub-off", 3)), {}}, {}};
    RunState state = stateOf(run);
    const Moment found = lisbon.read("2026-12-06T10:10");
    apply(state, {.kind = Event::Kind::done, .at = found, .task = "2.1-3.soak"});
    ASSERT_TRUE(isDone(state, "2.1-3.dry")) << "what came before is over";
    apply(state, {.kind = Event::Kind::went_wrong,
                  .at = found,
                  .task = "2.1-3.soak",
                  .words = "it will not soak in",
                  .piece = 2,
                  .copy = 3});
    apply(state, {.kind = Event::Kind::again, .at = found, .piece = 2, .copy = 3});
    for (const Task& task : state.tasks) {
        if (isDone(state, task.id) || task.piece == 0) continue;
        for (const WorkUnit& unit : task.units) EXPECT_EQ(unit.copy == 3, task.attempt == 2) << task.id;
    }
    const Plan plan = planFrom(state, lisbon, found);
    EXPECT_EQ(plan.cannot, std::vector<Text>{});
    EXPECT_GE(beginOf(plan, "2.3~2.coat"), endOf(plan, "2.3~2.again"));
    EXPECT_GE(hoursOf(plan, "2.3~2.dry"), 8) << "its clock starts again";
    EXPECT_LT(endOf(plan, "2.1-3.rub"), endOf(plan, "2.3~2.dry")) << "the others go on";
}

TEST(Evening10, aGarmentPastedWronglyRestartsItsClock) {
    WorkRun run{
        {"r", lisbon.read("2026-12-05T10:00"), workOrderOf(jobOn("cotton-light", "fabric-paste", 2)), {}},
        {}};
    RunState state = stateOf(run);
    const Moment found = lisbon.read("2026-12-05T11:30");
    apply(state, {.kind = Event::Kind::done, .at = found, .task = "2.2.while-wet"});
    apply(state, {.kind = Event::Kind::again, .at = found, .piece = 2, .copy = 2});
    const Plan plan = planFrom(state, lisbon, found);
    EXPECT_GE(hoursOf(plan, "2.2~2.dry"), 4);
    EXPECT_NEAR(
        static_cast<double>((endOf(plan, "2.2~2.cure") - endOf(plan, "2.2~2.seal.wait")).count()) / 3600, 72,
        0.01)
        << "72 hours from its own dry seal";
    EXPECT_LT(endOf(plan, "2.1-2.cure"), endOf(plan, "2.2~2.cure"));
}
