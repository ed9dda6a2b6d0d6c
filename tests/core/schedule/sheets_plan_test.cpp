// Work is made from the sheets that exist: printed once, handled whole, cut, joined, laid by name.
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/job/edits.h"
#include "core/layout/imposition.h"
#include "core/method/catalogue.h"
#include "core/schedule/long_work.h"
#include "tests/support/pictures.h"
#include "tests/support/plans.h"
#include "tests/support/texts.h"

using namespace tympan;
using namespace tympan::tests;
using testing::ElementsAre;

namespace {

Job with(Job job, const char* method, SizeMm size, int copies = 1) {
    static const ArtworkPtr inked = artworkOf(noise({80, 60}, CV_8UC3));
    return withPiece(std::move(job),
                     {.artwork = inked,
                      .object = objectOf("plate", ShapeKind::rectangle, {size.width + 20, size.height + 20}),
                      .method = findMethod(shippedMethods(), method),
                      .size = size,
                      .copies = copies});
}

WorkOrder orderOf(Job job) {
    job.sheets.paper = paperNamed("A4");
    const Imposition imposition = impose(job);
    return workOrderOf(job, &imposition);
}

std::vector<Task> tasksOf(const Job& job) { return tympan::tasksOf(orderOf(job), {}); }

/// The work of hands of a step.
std::vector<Task> ofStep(const std::vector<Task>& tasks, const std::string& step) {
    std::vector<Task> found;
    for (const Task& task : tasks)
        if (task.step == step && task.hands) found.push_back(task);
    return found;
}

bool comesAfter(const std::vector<Task>& tasks, std::size_t task, std::size_t before) {
    return std::any_of(tasks[task].after.begin(), tasks[task].after.end(), [&](const Tie& tie) {
        return tie.task == before || comesAfter(tasks, tie.task, before);
    });
}

std::size_t placeOf(const std::vector<Task>& tasks, const std::string& id) {
    const auto found =
        std::find_if(tasks.begin(), tasks.end(), [&](const Task& task) { return task.id == id; });
    EXPECT_NE(found, tasks.end()) << id;
    return static_cast<std::size_t>(found - tasks.begin());
}

Job inkjet(Job job) {
    for (Printer& printer : job.printers) printer.kind = PrinterKind::inkjet;
    return job;
}

}  // namespace

TEST(SheetsPlan, aPrinterPrintsAPaperInOneGo) {
    Job job = with({}, "fabric-paste", {80, 60});
    job = with(std::move(job), "fabric-paste", {80, 60});
    job = with(std::move(job), "gel-rub-off", {60, 60}, 3);
    const std::vector<Task> prints = ofStep(tasksOf(job), "print");
    ASSERT_EQ(prints.size(), 1U) << "one paper, one printer, whatever it is for";
    EXPECT_EQ(prints.front().units.size(), 5U);
    EXPECT_EQ(prints.front().sheets.size(), impose(job).sheets.size());
    EXPECT_EQ(prints.front().object, 0) << "it is for several";
}

TEST(SheetsPlan, onePrintingForEachPaper) {
    Job job = with({}, "gel-rub-off", {80, 60});
    job = with(std::move(job), "skin-sheet", {40, 40});
    EXPECT_EQ(ofStep(tasksOf(job), "print").size(), 2U);
}

TEST(SheetsPlan, whatLiesOnOneSheetIsDriedCoveredAndCutOnce) {
    Job job;
    for (int i = 0; i < 5; ++i) job = with(std::move(job), "skin-sheet", {30, 30});
    ASSERT_EQ(impose(job).sheets.size(), 1U);
    const std::vector<Task> tasks = tasksOf(job);
    for (const char* step : {"print", "film", "cut"}) {
        const std::vector<Task> once = ofStep(tasks, step);
        ASSERT_EQ(once.size(), 1U) << step;
        EXPECT_EQ(once.front().units.size(), 5U) << step;
    }
    EXPECT_EQ(ofStep(tasks, "stick").size(), 5U) << "each on its own place";
    const auto stick =
        std::find_if(tasks.begin(), tasks.end(), [](const Task& task) { return task.step == "stick"; });
    EXPECT_TRUE(comesAfter(tasks, static_cast<std::size_t>(stick - tasks.begin()), placeOf(tasks, "s1.cut")));
}

TEST(SheetsPlan, sheetsThatMeetEdgeToEdgeAreJoinedAndLaidInOnePiece) {
    const Job job = with({}, "gel-rub-off", {380, 250});
    const WorkOrder order = orderOf(job);
    const std::size_t sheets = order.pieces.front().parts.size();
    ASSERT_GE(sheets, 2U);
    ASSERT_TRUE(order.pieces.front().joined());
    const std::vector<Task> tasks = tympan::tasksOf(order, {});
    EXPECT_EQ(ofStep(tasks, "cut").front().sheets.size(), sheets);
    ASSERT_EQ(ofStep(tasks, "join").size(), 1U);
    for (const char* step : {"coat", "lay", "wipe"}) EXPECT_EQ(ofStep(tasks, step).size(), 1U) << step;
    EXPECT_DOUBLE_EQ(ofStep(tasks, "coat").front().area_cm2, order.pieces.front().area_cm2);
    EXPECT_TRUE(comesAfter(tasks, placeOf(tasks, "2.1.coat"), placeOf(tasks, "2.1.join")));
    EXPECT_TRUE(comesAfter(tasks, placeOf(tasks, "2.1.join"),
                           placeOf(tasks, "s1-" + std::to_string(sheets) + ".cut")));
}

TEST(SheetsPlan, sheetsThatLapAreLaidOneAfterTheOtherByName) {
    Job job = with({}, "gel-rub-off", {380, 250});
    job.pieces.front().joining.joint = Joint::two_goes;
    const WorkOrder order = orderOf(job);
    const std::vector<Task> tasks = tympan::tasksOf(order, {});
    EXPECT_TRUE(ofStep(tasks, "join").empty());
    std::vector<std::string> laid;
    for (const Task& task : ofStep(tasks, "lay")) {
        ASSERT_EQ(task.sheets.size(), 1U);
        laid.push_back(task.sheets.front());
    }
    EXPECT_EQ(laid, order.pieces.front().parts);
    EXPECT_EQ(laid.front(), "A1");
}

TEST(SheetsPlan, aLargePictureIsRubbedPatchByPatch) {
    const std::vector<Task> tasks = tasksOf(with({}, "gel-rub-off", {380, 250}));
    double area = 0;
    for (const Task& task : ofStep(tasks, "rub")) {
        EXPECT_LT(task.usual_min, 45);
        if (task.round == 1) area += task.area_cm2;
    }
    EXPECT_NEAR(area, 38 * 25, 1);
    std::set<std::string> ids;
    for (const Task& task : tasks) EXPECT_TRUE(ids.insert(task.id).second) << task.id << " twice";
}

TEST(SheetsPlan, aSpareHasBeenSprayedWithItsSheetAndANewPrintHasNot) {
    Job job = inkjet(with({}, "tissue-overlay", {80, 60}, 2));
    job.pieces.front().spares = 1;
    const WorkOrder order = orderOf(job);
    const auto sprays = [&](const Course& course) {
        return ofStep(tympan::tasksOf(order, {}, course), "spray").size();
    };
    const std::size_t before = sprays({});
    Course spoiled;
    spoiled.again = {{order.pieces.front().id, 1}};
    EXPECT_EQ(sprays(spoiled), before) << "the spare";
    EXPECT_EQ(ofStep(tympan::tasksOf(order, {}, spoiled), "print").size(), 1U);
    spoiled.again.push_back({order.pieces.front().id, 2});
    EXPECT_EQ(sprays(spoiled), 2 * before) << "printed again, so sealed again";
    const std::vector<Task> tasks = tympan::tasksOf(order, {}, spoiled);
    EXPECT_EQ(ofStep(tasks, "print").size(), 2U);
    for (const Task& task : ofStep(tasks, "lay")) {
        if (task.attempt == 1) continue;
        const std::string again = task.id.substr(0, task.id.rfind('.')) + ".again";
        EXPECT_TRUE(comesAfter(tasks, placeOf(tasks, task.id), placeOf(tasks, again)));
    }
}

TEST(SheetsPlan, sheetsKnowWhatLiesWhereAndHaveNamesOfTheirOwn) {
    Job job = with({}, "gel-rub-off", {380, 250}, 2);
    job = with(std::move(job), "gel-rub-off", {500, 200});
    job = with(std::move(job), "skin-sheet", {40, 40}, 30);
    const WorkOrder order = orderOf(job);
    std::set<std::string> names;
    std::map<std::pair<int, int>, double> shown;
    for (const OrderedSheet& sheet : order.sheets) {
        EXPECT_TRUE(names.insert(sheet.label).second) << sheet.label << " twice";
        EXPECT_GT(sheet.page.width, 0);
        for (const OrderedSheet::Part& part : sheet.parts) {
            shown[{part.piece, part.copy}] += part.shows.width * part.shows.height;
            EXPECT_GE(part.at.x, 0);
            EXPECT_LE(part.at.x + part.at.width, sheet.page.width);
            EXPECT_LE(part.at.y + part.at.height, sheet.page.height);
        }
    }
    for (const auto& [copy, share] : shown) EXPECT_NEAR(share, 1, 1e-6) << copy.first << "." << copy.second;
}

TEST(SheetsPlan, anOrderIsReadBackWithItsSheets) {
    Job job = with({}, "gel-rub-off", {380, 250}, 2);
    job = with(std::move(job), "skin-sheet", {40, 40}, 3);
    const WorkOrder order = orderOf(job);
    ASSERT_FALSE(order.sheets.empty());
    const JsonText source{"order", toJson(order).dump()};
    const nlohmann::json json = parseJson(source);
    nlohmann::json rest;
    EXPECT_EQ(readWorkOrder(JsonReader::lenient(source, json, rest)), order);
}

RC_GTEST_PROP(SheetsPlan, everyCopyIsLaidOnceAndNoSheetIsPrintedTwice, ()) {
    Job job;
    const int pieces = *rc::gen::inRange(1, 4);
    for (int i = 0; i < pieces; ++i)
        job = with(
            std::move(job),
            (*rc::gen::element<std::string>("gel-rub-off", "fabric-paste", "iron-on-paper", "glue-rub-off"))
                .c_str(),
            {static_cast<double>(*rc::gen::inRange(30, 420)),
             static_cast<double>(*rc::gen::inRange(30, 300))},
            *rc::gen::inRange(1, 3));
    const WorkOrder order = orderOf(job);
    const auto conditions = conditionsFrom("2026-12-03T17:10", "");
    const Plan plan = tympan::planned(order, conditions, {20, 20, 1});
    RC_ASSERT(faultOf(plan, conditions) == "");
    std::map<std::pair<int, int>, double> laid;
    std::multiset<std::string> printed;
    for (const Task& task : plan.tasks) {
        if (task.work == Work::lay)
            for (const WorkUnit& unit : task.units) laid[{unit.piece, unit.copy}] += 1.0 / unit.parts;
        if (task.work == Work::print) printed.insert(task.sheets.begin(), task.sheets.end());
    }
    for (const OrderedPiece& piece : order.pieces)
        for (int copy = 1; copy <= piece.copies; ++copy)
            RC_ASSERT(std::abs(laid[{piece.id, copy}] - 1) < 1e-9);
    RC_ASSERT(printed.size() == order.sheets.size());
}

TEST(LongWork, thatIsMoreThanADayHoldsIsSaidWithTheWaysOut) {
    const WorkOrder small = orderOf(with({}, "gel-rub-off", {180, 120}));
    EXPECT_TRUE(longerThanADay(small, tympan::tasksOf(small, {}), small.longest_min).empty());
    const WorkOrder large = orderOf(with({}, "gel-rub-off", {600, 400}));
    const std::vector<Task> tasks = tympan::tasksOf(large, {});
    EXPECT_TRUE(longerThanADay(large, tasks, 8 * 60).empty());
    const std::vector<Text> notes = longerThanADay(large, tasks, 90);
    ASSERT_EQ(notes.size(), 1U) << "one whose maker has an hour and a half a day";
    EXPECT_THAT(inEnglish(notes.front()), testing::HasSubstr("Rub the paper off"));
    EXPECT_THAT(inEnglish(notes.front()), testing::HasSubstr("fewer rounds"));
}
