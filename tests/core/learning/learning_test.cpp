#include "core/learning/learning.h"

#include <cmath>
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/method/catalogue.h"
#include "core/record/log_of_run.h"
#include "core/run/now.h"
#include "tests/support/plans.h"
#include "tests/support/worked.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using std::chrono::minutes;
using std::chrono::seconds;

namespace {

const Minutes overnight{480, 720, 1440, Basis::makers};

/// A run of one piece that was worked as planned; its first long wait looked at once too early, then found
/// dry.
WorkRun workedRun(double looked_min, double dry_min) {
    bool looked = false;
    return workedThrough(
        {"run", lisbon.read("2026-12-05T10:00"), workOrderOf(jobWith({"gel-rub-off"})), {}}, lisbon,
        [&](const RunState& state, const Task& task, Moment& now, const Happens& happens) {
            if (looked || task.work != Work::dry || task.usual_min <= 100) return false;
            looked = true;
            const Moment from = waitsUnderWay(state).at(task.id);
            now = from + seconds{static_cast<long>(looked_min * 60)};
            happens({.kind = Event::Kind::not_yet, .at = now, .task = task.id, .minutes = 3});
            now = from + seconds{static_cast<long>(dry_min * 60)};
            happens({.kind = Event::Kind::done, .at = now, .task = task.id});
            return true;
        });
}

}  // namespace

TEST(Learning, beginsWithWhatMakersGave) {
    const LearnedTime learned = learnedFrom(overnight, {});
    EXPECT_EQ(learned.evenings, 0);
    EXPECT_EQ(learned.minutes, overnight);
}

TEST(Learning, aLateLookSaysOnlyThatItWasDryByThen) {
    EXPECT_EQ(learnedFrom(overnight, {{0, 2880}}).evenings, 0) << "two days later";
    EXPECT_EQ(learnedFrom(overnight, {{0, 1}}).evenings, 0) << "nobody waited";
    EXPECT_EQ(learnedFrom(overnight, {{0, 360}}).evenings, 1) << "sooner than was thought";
    EXPECT_LT(learnedFrom(overnight, {{0, 360}}).minutes.usual, overnight.usual);
    EXPECT_EQ(learnedFrom(overnight, {{1500, 1600}}).evenings, 1) << "it was wet at 25 hours";
    EXPECT_GT(learnedFrom(overnight, {{1500, 1600}}).minutes.usual, overnight.usual);
}

TEST(Learning, theMakersFigureCountsAsThreeEvenings) {
    // Three evenings at a half: the geometric mean of it and the prior.
    const LearnedTime learned = learnedFrom(overnight, {{359, 361}, {359, 361}, {359, 361}});
    EXPECT_EQ(learned.evenings, 3);
    EXPECT_NEAR(learned.minutes.usual, std::sqrt(720.0 * 360), 1);
    EXPECT_EQ(learned.minutes.basis, Basis::measured);
}

RC_GTEST_PROP(Learning, goesToWhatIsSeen, ()) {
    const double real = *rc::gen::inRange(130, 3000);
    std::vector<Seen> seen;
    double last = std::abs(std::log(overnight.usual / real));
    for (int i = 0; i < 40; ++i) {
        seen.push_back({0.99 * real, 1.01 * real});
        const LearnedTime learned = learnedFrom(overnight, seen);
        const double off = std::abs(std::log(learned.minutes.usual / real));
        RC_ASSERT(off <= last + 1e-3);
        RC_ASSERT(learned.minutes.least <= learned.minutes.usual &&
                  learned.minutes.usual <= learned.minutes.most);
        last = off;
    }
    RC_ASSERT(last < 0.25);
}

TEST(Learning, aRunWritesItsEntriesAndTheNextPlanFollows) {
    const WorkRun run = workedRun(200, 220);
    const auto entries = entriesOf(run);
    ASSERT_EQ(entries.size(), 1U);
    const LogEntry& entry = entries.front();
    EXPECT_EQ(entry.method, "gel-rub-off");
    EXPECT_EQ(entry.material, "pale-wood");
    EXPECT_EQ(entry.carrier, findMethod(shippedMethods(), "gel-rub-off").carrier.name);
    EXPECT_NEAR(entry.area_cm2, 48, 0.1);
    EXPECT_GT(timesOf(entry, Work::rub), 0);
    EXPECT_GT(handsMinutes(entry), 5);
    EXPECT_EQ(entriesOf(run).front().id, entry.id) << "the same run writes the same entries";
    const auto learned = learnedWaits(entries, catalogueWaits());
    ASSERT_TRUE(learned.contains("gel-rub-off/dry"));
    EXPECT_EQ(learned.at("gel-rub-off/dry").evenings, 1);

    const auto waitOf = [](const Plan& plan) {
        for (const Task& task : plan.tasks)
            if (task.step == "dry" && !task.hands) return task;
        throw std::logic_error("nothing dries");
    };
    const Job job = jobWith({"gel-rub-off"});
    const Conditions before = conditionsOf({}, lisbon, lisbon.read("2026-12-05T10:00"));
    Conditions after = before;
    after.waits.measured = measuredWaits(learned, after.waits.weather);
    EXPECT_LT(waitOf(planned(job, after)).usual_min, waitOf(planned(job, before)).usual_min);
    EXPECT_EQ(waitOf(planned(job, after)).basis, Basis::measured);
}

TEST(Learning, weatherIsTakenOutAndPutInAgain) {
    LogEntry damp = fullEntry();
    damp.steps = {damp.steps.back()};
    damp.steps.front().key = "gel-rub-off/dry";
    damp.steps.front().not_before_min = 990;
    damp.steps.front().real_min = 1010;
    damp.steps.front().weather = 2;
    const auto learned = learnedWaits({damp}, {{"gel-rub-off/dry", {400, 500, 600, Basis::makers}}});
    EXPECT_NEAR(learned.at("gel-rub-off/dry").minutes.usual, 500, 1) << "in usual air as long as makers say";
    const Weather warm{30, 40, Air::still};
    EXPECT_NEAR(measuredWaits(learned, warm).at("gel-rub-off/dry").usual, 500 * dryingFactor(warm), 1);
}

namespace {

LogEntry rubbed(double planned_min, double real_min, int rounds, double pace = 1) {
    static int evening = 0;
    LogEntry entry = fullEntry();
    entry.run = "evening " + std::to_string(++evening);
    entry.method = "gel-rub-off";
    entry.outcome = Outcome::held;
    entry.steps = {entry.steps.front()};
    DoneStep& rub = entry.steps.front();
    rub.key = "gel-rub-off/rub";
    rub.planned_min = planned_min;
    rub.real_min = real_min;
    rub.pace = pace;
    rub.times = rounds;
    return entry;
}

}  // namespace

TEST(LearnedPace, movesFromTheCatalogueToTheMakersOwn) {
    std::vector<LogEntry> entries;
    double before = 1;
    for (int evening = 1; evening <= 30; ++evening) {
        entries.push_back(rubbed(20, 40, 4));
        const LearnedPace own = learnedPaces(entries).at("gel-rub-off/rub");
        EXPECT_GT(own.pace, before) << "every evening counts";
        EXPECT_LT(own.pace, 2);
        EXPECT_EQ(own.evenings, evening);
        before = own.pace;
    }
    EXPECT_NEAR(std::exp(std::log(2) * 3 / 6),
                learnedPaces({entries.begin(), entries.begin() + 3}).at("gel-rub-off/rub").pace, 1e-9)
        << "the catalogue counts as three";
}

TEST(LearnedPace, isTakenOutOfPlansThatHadIt) {
    // Planned at twice the catalogue's minutes and done so: still twice, not four times, nor once.
    std::vector<LogEntry> entries;
    for (int evening = 0; evening < 200; ++evening) entries.push_back(rubbed(40, 40, 4, 2));
    EXPECT_NEAR(learnedPaces(entries).at("gel-rub-off/rub").pace, 2, 0.05);
}

TEST(LearnedPace, aNightBetweenBegunAndDoneTeachesNothing) {
    EXPECT_TRUE(learnedPaces({rubbed(20, 600, 4), rubbed(20, 1, 4), rubbed(0.1, 3, 4)}).empty());
}

TEST(LearnedRounds, areThoseOfTheStepThatEndsARound) {
    const std::map<std::string, Rounds> usual{{"gel-rub-off/rub", {"soak", 2, 4, 10}}};
    const auto own = learnedRounds(std::vector<LogEntry>(40, rubbed(20, 20, 8)), usual);
    EXPECT_NEAR(own.at("gel-rub-off/rub").rounds, 8, 0.5);
    LogEntry spoiled = rubbed(20, 20, 1);
    spoiled.outcome = Outcome::spoiled;
    EXPECT_TRUE(learnedRounds({spoiled}, usual).empty());
    EXPECT_FALSE(catalogueRounds().empty());
}

TEST(LearnedPace, aPlanTakesItAndARunRemembersIt) {
    const WorkOrder order = workOrderOf(jobWith({"gel-rub-off"}));
    OwnTimes learned;
    learned.paces["gel-rub-off/coat"] = {3, 6};
    for (const auto& [key, rounds] : catalogueRounds()) learned.rounds[key] = {rounds.most + 5.0, 6};
    const WorkOrder own = paced(order, learned);
    const auto handsOn = [](const WorkOrder& of) {
        double coat = 0;
        int rounds = 0;
        for (const Task& task : tasksOf(of, {})) {
            if (task.step == "coat" && task.hands) coat += task.usual_min;
            rounds = std::max(rounds, task.round.value_or(0));
        }
        return std::pair{coat, rounds};
    };
    EXPECT_NEAR(handsOn(own).first, 3 * handsOn(order).first, 1e-6);
    EXPECT_GT(handsOn(own).second, handsOn(order).second) << "as many as there can be, no more";
    EXPECT_EQ(own.pace.at("gel-rub-off/coat"), 3);
    const JsonText source{"order", toJson(own).dump()};
    nlohmann::json rest;
    const nlohmann::json root = parseJson(source);
    EXPECT_EQ(readWorkOrder(JsonReader::lenient(source, root, rest)), own);
}

TEST(Learning, aWaitThatPiecesShareIsSeenOnce) {
    std::vector<LogEntry> shared;
    for (int piece = 1; piece <= 6; ++piece) {
        LogEntry entry;
        entry.id = std::to_string(piece);
        entry.run = "one evening";
        entry.piece = piece;
        DoneStep dry;
        dry.key = "gel-rub-off/dry";
        dry.work = Work::dry;
        dry.real_min = 500;
        dry.planned_min = 720;
        DoneStep rub = dry;
        rub.key = "gel-rub-off/rub";
        rub.hands = true;
        rub.real_min = 30;
        rub.planned_min = 20;
        entry.steps = {dry, rub};
        shared.push_back(entry);
    }
    EXPECT_EQ(learnedWaits(shared, {{"gel-rub-off/dry", overnight}}).at("gel-rub-off/dry").evenings, 1);
    EXPECT_EQ(learnedPaces(shared).at("gel-rub-off/rub").evenings, 1);
    for (LogEntry& entry : shared) entry.run = entry.id;
    EXPECT_EQ(learnedWaits(shared, {{"gel-rub-off/dry", overnight}}).at("gel-rub-off/dry").evenings, 6);
}
