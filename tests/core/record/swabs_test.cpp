#include "core/record/swabs.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "tests/support/plans.h"

namespace tympan {
namespace {

Moment at(int minutes) { return Moment{std::chrono::seconds{1'800'000'000 + 60 * minutes}}; }

WorkOrder orderOf(PrinterKind kind, int pieces = 1, const std::string& method = "tissue-overlay") {
    WorkOrder order;
    for (int i = 1; i <= pieces; ++i) {
        OrderedObject object;
        object.id = 10 + i;
        object.name = "canvas " + std::to_string(i);
        object.material = "canvas";
        object.area_cm2 = 300;
        order.objects.push_back(object);
        OrderedPiece piece;
        piece.id = i;
        piece.object = 10 + i;
        piece.name = "moth " + std::to_string(i);
        piece.method = method;
        piece.printer = kind;
        piece.printer_name = "the inkjet";
        piece.carrier = "tissue";
        piece.area_cm2 = 200;
        for (const Method& each : shippedMethods())
            if (each.id == method) piece.steps = each.steps;
        order.pieces.push_back(piece);
    }
    return order;
}

std::vector<const Task*> swabsIn(const std::vector<Task>& tasks) {
    std::vector<const Task*> found;
    for (const Task& task : tasks)
        if (task.work == Work::swab) found.push_back(&task);
    return found;
}

int coatsMore(const std::vector<Task>& tasks) {
    int coats = 0;
    for (const Task& task : tasks) coats += task.hands && task.step.starts_with("swab-coat") ? 1 : 0;
    return coats;
}

/// Whether a task comes after another, by way of any others.
bool comesAfter(const std::vector<Task>& tasks, const Task& task, const Task& before) {
    for (const Tie& tie : task.after)
        if (&tasks[tie.task] == &before || comesAfter(tasks, tasks[tie.task], before)) return true;
    return false;
}

SwabTest test(Swabbed swabbed, int more_coats = 0) {
    return {"a", "the inkjet", "tissue", "tissue-overlay", more_coats, swabbed, 5};
}

std::vector<Task> tasksAfter(const std::vector<SwabTest>& tests, PrinterKind kind = PrinterKind::inkjet) {
    return tasksOf(withSwabs(orderOf(kind), tests), {});
}

WorkRun runOf(const WorkOrder& order) { return {{"a-run", at(0), order, {}, {}}, {}}; }

Event said(Event::Kind kind, const std::string& task, int minute, const std::string& words = {}) {
    Event event{.kind = kind, .at = at(minute)};
    event.task = task;
    event.words = words;
    return event;
}

TEST(Swab, nothingIsLaidBeforeInkThatMayRunHeld) {
    const std::vector<Task> tasks = tasksAfter({});
    const auto swabs = swabsIn(tasks);
    ASSERT_EQ(swabs.size(), 1u);
    EXPECT_EQ(coatsMore(tasks), 0) << "the first look comes before any coat more";
    int laid = 0;
    for (const Task& task : tasks)
        if (task.work == Work::lay) {
            ++laid;
            EXPECT_TRUE(comesAfter(tasks, task, *swabs.front())) << task.id;
        }
    EXPECT_GE(laid, 1);
}

TEST(Swab, everyWetWayAsksForItOfAnInkjetAndOfNoLaser) {
    for (const std::string method :
         {"glue-rub-off", "fabric-paste", "tissue-overlay", "iron-on-paper", "napkin", "paper-under-glass"}) {
        EXPECT_EQ(swabsIn(tasksOf(orderOf(PrinterKind::inkjet, 1, method), {})).size(), 1u) << method;
        EXPECT_TRUE(swabsIn(tasksOf(orderOf(PrinterKind::laser, 1, method), {})).empty()) << method;
    }
}

TEST(Swab, whatHeldIsNotAskedAgain) {
    const std::vector<Task> tasks = tasksAfter({test(Swabbed::held)});
    EXPECT_TRUE(swabsIn(tasks).empty());
    EXPECT_EQ(coatsMore(tasks), 0);
    // What comes after it still comes after what was before it.
    const auto step = [&](const std::string& id) {
        return *std::find_if(tasks.begin(), tasks.end(), [&](const Task& task) { return task.step == id; });
    };
    EXPECT_TRUE(comesAfter(
        tasks, *std::find_if(tasks.begin(), tasks.end(), [](const Task& task) { return task.step == "lay"; }),
        *std::find_if(tasks.begin(), tasks.end(),
                      [](const Task& task) { return task.step == "spray-rest"; })));
    EXPECT_EQ(step("lay").work, Work::lay);
}

TEST(Swab, whatHeldWithTwoCoatsMoreGetsTwoAndNoSwab) {
    const std::vector<Task> tasks = tasksAfter({test(Swabbed::held, 2)});
    EXPECT_TRUE(swabsIn(tasks).empty());
    EXPECT_EQ(coatsMore(tasks), 2);
}

TEST(Swab, whatRanOrLeftATraceGetsOneCoatMoreAndIsAskedAgain) {
    for (const Swabbed swabbed : {Swabbed::ran, Swabbed::trace}) {
        const std::vector<Task> tasks = tasksAfter({test(swabbed, 1)});
        EXPECT_EQ(swabsIn(tasks).size(), 1u);
        EXPECT_EQ(coatsMore(tasks), 2);
    }
}

TEST(Swab, theLatestCountsOfItsPrinterPaperAndWay) {
    SwabTest later = test(Swabbed::ran);
    later.made = 9;
    const std::vector<SwabTest> tests{test(Swabbed::held), later};
    EXPECT_EQ(latestFor(tests, "the inkjet", "tissue", "tissue-overlay")->swabbed, Swabbed::ran);
    EXPECT_EQ(latestFor(tests, "another", "tissue", "tissue-overlay"), nullptr);
    EXPECT_EQ(latestFor(tests, "the inkjet", "copy paper", "tissue-overlay"), nullptr);
    // What held was sealed as its way does: another way's print may be bare.
    EXPECT_EQ(latestFor(tests, "the inkjet", "tissue", "napkin"), nullptr);
}

TEST(Swab, atTheTableItRunsUntilItHolds) {
    WorkRun run = runOf(orderOf(PrinterKind::inkjet));
    const std::string first = swabsIn(stateOf(run).tasks).front()->id;
    run.events.push_back(said(Event::Kind::another, first, 60, "trace"));
    RunState state = stateOf(run);
    EXPECT_EQ(coatsMore(state.tasks), 1) << "one coat more";
    ASSERT_EQ(swabsIn(state.tasks).size(), 2u) << "and another look";
    run.events.push_back(said(Event::Kind::another, swabsIn(state.tasks)[1]->id, 120));
    state = stateOf(run);
    EXPECT_EQ(coatsMore(state.tasks), 2);
    run.events.push_back(said(Event::Kind::done, swabsIn(state.tasks)[2]->id, 180));
    run.events.push_back(said(Event::Kind::note, run.events.back().task, 181, "the thin can"));
    const auto tests = swabsOf(run);
    ASSERT_EQ(tests.size(), 3u) << "a note takes nothing back";
    EXPECT_EQ(tests[0].swabbed, Swabbed::trace);
    EXPECT_EQ(tests[1].swabbed, Swabbed::ran);
    EXPECT_EQ(tests[2].swabbed, Swabbed::held);
    EXPECT_EQ(tests[2].more_coats, 2);
    EXPECT_EQ(tests[2].printer, "the inkjet");
    EXPECT_EQ(tests[2].paper, "tissue");
    // The next job knows.
    const auto next = tasksAfter(tests);
    EXPECT_TRUE(swabsIn(next).empty());
    EXPECT_EQ(coatsMore(next), 2);
}

TEST(Swab, coatsThatWereKnownCount) {
    WorkRun run = runOf(withSwabs(orderOf(PrinterKind::inkjet), {test(Swabbed::ran, 1)}));
    run.events.push_back(said(Event::Kind::done, swabsIn(stateOf(run).tasks).front()->id, 60));
    ASSERT_EQ(swabsOf(run).size(), 1u);
    EXPECT_EQ(swabsOf(run).front().more_coats, 2);
}

TEST(Swab, oneThatHeldSpeaksForAllOfItsInkAndTakenBackForNone) {
    WorkOrder order = orderOf(PrinterKind::inkjet, 3);
    // Sheets that are not sprayed alike are swabbed apart.
    order.pieces[0].left_out = {"spray"};
    order.pieces[1].left_out = {"spray-rest"};
    WorkRun run = runOf(order);
    const RunState fresh = stateOf(run);
    ASSERT_EQ(swabsIn(fresh.tasks).size(), 3u);
    run.events.push_back(said(Event::Kind::done, swabsIn(fresh.tasks).front()->id, 60));
    const RunState held = stateOf(run);
    EXPECT_EQ(swabsIn(held.tasks).size(), 1u) << "the one that was made";
    EXPECT_EQ(swabsOf(run).size(), 1u);
    run.events.push_back(said(Event::Kind::taken_back, swabsIn(fresh.tasks).front()->id, 61));
    EXPECT_EQ(swabsIn(stateOf(run).tasks).size(), 3u);
    EXPECT_TRUE(swabsOf(run).empty());
}

TEST(Swab, ofAnotherPrinterItIsAskedAllTheSame) {
    WorkOrder order = orderOf(PrinterKind::inkjet, 2);
    order.pieces[1].printer_name = "a friend's";
    WorkRun run = runOf(order);
    const RunState fresh = stateOf(run);
    run.events.push_back(said(Event::Kind::done, swabsIn(fresh.tasks).front()->id, 60));
    EXPECT_EQ(swabsIn(stateOf(run).tasks).size(), 2u);
}

TEST(Swab, theRecordKeepsWhatARunSaysLast) {
    const auto folder = std::filesystem::temp_directory_path() / "tympan-swabs";
    std::filesystem::remove_all(folder);
    const auto file = folder / "record.sqlite";
    {
        Swabs swabs(file);
        swabs.keep(test(Swabbed::trace, 1));
        SwabTest of_run = test(Swabbed::ran);
        of_run.id = "b";
        of_run.made = 8;
        swabs.keepOf("a-run", {of_run});
        swabs.keepOf("another", {});
    }
    Swabs swabs(file);
    ASSERT_EQ(swabs.all().size(), 2u);
    EXPECT_EQ(swabs.all()[0].id, "b") << "the latest first";
    EXPECT_EQ(swabs.all()[1], test(Swabbed::trace, 1));
    swabs.keepOf("a-run", {});
    EXPECT_EQ(swabs.all().size(), 1u) << "it was taken back";
    SQLite::Database(file.string(), SQLite::OPEN_READWRITE)
        .exec("INSERT INTO swabs (id, run, made, swab) VALUES ('c', '', 4, '{\"id\":')");
    EXPECT_EQ(swabs.all().size(), 1u) << "what cannot be read is left out";
    swabs.erase("a");
    EXPECT_TRUE(swabs.all().empty());
    std::filesystem::remove_all(folder);
}

}  // namespace
}  // namespace tympan
