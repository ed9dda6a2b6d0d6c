// Printing without a window or a printer: what is sent, asked, answered and sent again, in every order.
#include "workshop/print_run.h"

#include <gmock/gmock.h>

#include "tests/support/by_hand.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using namespace std::chrono_literals;
using workshop::PrintProgress;
using workshop::Sent;
using State = workshop::PrintProgress::State;
using testing::ElementsAre;

namespace {

/// A job that was sent to a print service that answers what it is told to.
struct AtPrinter {
    explicit AtPrinter(ExecutorByHand& executor)
        : open(jobOf(picture(), {90, 60})),
          run(folder / "record.sqlite", open, executor, clock,
              {[this](const std::string&, int) { return says; },
               [this](const std::string&, int) {
                   ++cancelled;
                   says = {State::given_up, 1, {}};
               }}) {
        listening = run.again_wanted.join([this](const Sent& sent) { again.push_back(sent); });
    }
    /// Sheets S1, S2 … of the job as it is now, each printed so often.
    std::shared_ptr<const workshop::PrintOrder> order(int count, int passes = 1) const {
        auto made = std::make_shared<workshop::PrintOrder>();
        made->job = open.job();
        for (int i = 1; i <= count; ++i) {
            Sheet& sheet = made->sheets.sheets.emplace_back();
            sheet.label = "S" + std::to_string(i);
            sheet.passes = passes;
            sheet.regions.emplace_back().piece = open.job().pieces.front().id;
        }
        return made;
    }
    std::vector<Printing> kept() const { return Printings(folder / "record.sqlite").all(); }

    ScratchFolder folder;
    ClockByHand clock;
    workshop::OpenJob open;
    PrintProgress says{State::printing, 0, {}};
    int cancelled = 0;
    workshop::PrintRun run;
    std::vector<Sent> again;
    std::shared_ptr<void> listening;
};

}  // namespace

TEST(PrintRun, itIsAskedUntilItIsOverAndNoLonger) {
    ExecutorByHand executor;
    AtPrinter at(executor);
    at.run.begin({"the laser", 1, at.order(3), {0, 1, 2}, 1});
    executor.finishAll();
    EXPECT_FALSE(at.run.under()->over());
    at.says = {State::printing, 2, {}};
    at.clock.goOn(2s);
    executor.finishAll();
    EXPECT_EQ(at.run.under()->progress.sheets, 2);
    at.says = {State::done, 3, {}};
    at.clock.goOn(2s);
    executor.finishAll();
    EXPECT_TRUE(at.run.under()->over());
    at.clock.goOn(60s);
    EXPECT_EQ(executor.asked(), 0U) << "nobody is asked any more";
    at.run.allCameOut();
    ASSERT_EQ(at.kept().size(), 1U);
    EXPECT_EQ(at.kept().front().missing, std::vector<int>());
}

// Of a sheet that went through twice the white goes on exactly those that have their colour, whenever what is
// said of the printer comes back.
TEST(PrintRun, theWhiteIsOfTheSheetsThatHaveTheirColourInEveryOrder) {
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtPrinter>(executor);
        const auto order = at->order(3, 2);
        return Scenario{{[at, order] {
                             at->run.begin({"the laser", 1, order, {0, 1, 2}, 1});
                         },
                         [at] { at->run.areMissing(2, 2); },
                         [at, order] {
                             at->run.begin({"the laser", 2, order, {1}, 1});
                         },
                         [at] { at->run.allCameOut(); }, [at] { at->run.printWhite(); }},
                        [at] {
                            ASSERT_EQ(at->again.size(), 2U);
                            EXPECT_THAT(at->again[0].places, ElementsAre(1));
                            EXPECT_EQ(at->again[0].pass, 1);
                            EXPECT_THAT(at->again[1].places, ElementsAre(0, 1, 2));
                            EXPECT_EQ(at->again[1].pass, 2);
                        }};
    });
}

TEST(PrintRun, whatIsMissingIsOfTheJobThatItWasMadeFrom) {
    ExecutorByHand executor;
    AtPrinter at(executor);
    const Job was = at.open.job();
    at.run.begin({"the laser", 1, at.order(4), {0, 1, 2, 3}, 1});
    at.open.edit("width", [](Job job) { return withWidth(std::move(job), 2, 40, Proportions::keep); });
    at.run.areMissing(3, 4);
    ASSERT_EQ(at.again.size(), 1U);
    EXPECT_EQ(at.again.front().of->job, was);
    EXPECT_THAT(at.again.front().places, ElementsAre(2, 3));
    executor.finishAll();
}

TEST(PrintRun, twoOrdersOfOneMomentAreTwo) {
    ExecutorByHand executor;
    AtPrinter at(executor);
    for (int number = 1; number <= 3; ++number) {
        at.run.begin({"the laser", number, at.order(2), {0, 1}, 1});
        at.run.allCameOut();
    }
    EXPECT_EQ(at.kept().size(), 3U) << "the clock stood still";
    executor.finishAll();
}

TEST(PrintRun, theWhiteOfAnotherJobIsNotOffered) {
    ExecutorByHand executor;
    AtPrinter at(executor);
    at.run.begin({"the laser", 1, at.order(2, 2), {0, 1}, 1});
    at.run.allCameOut();
    ASSERT_NE(at.run.whiteNext(), nullptr);
    Job other = jobOf(picture(), {50, 40});
    other.uuid = "another";
    at.open.open(other);
    EXPECT_EQ(at.run.whiteNext(), nullptr);
    executor.finishAll();
}

TEST(PrintRun, stoppedAtAnyMomentItEndsAsTheServiceSays) {
    inEveryOrder([](ExecutorByHand& executor) {
        auto at = std::make_shared<AtPrinter>(executor);
        return Scenario{{[at] {
                             at->run.begin({"the laser", 1, at->order(3), {0, 1, 2}, 1});
                         },
                         [at] { at->run.stop(); }},
                        [at, &executor] {
                            at->clock.goOn(2s);
                            executor.finishAll();
                            EXPECT_EQ(at->cancelled, 1);
                            EXPECT_EQ(at->run.under()->progress.state, State::given_up);
                        }};
    });
}
