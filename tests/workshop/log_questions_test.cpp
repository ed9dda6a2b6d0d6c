// The logbook is asked beside; the latest question counts.
#include "workshop/log_questions.h"

#include <gmock/gmock.h>

#include "core/base/error.h"
#include "tests/support/by_hand.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

class LogQuestionsTest : public testing::Test {
  protected:
    void SetUp() override { Logbook(file).putOfRun(madeUpYear()); }
    void ask(const Asked& asked) { questions->ask(asked, Text::verbatim("it")); }

    ScratchFolder folder;
    std::filesystem::path file = folder / "record.sqlite";
    ExecutorByHand executor;
    std::unique_ptr<workshop::LogQuestions> questions = std::make_unique<workshop::LogQuestions>(
        executor, [this] { return std::make_shared<const Logbook>(file); });
    int told = 0;
    std::shared_ptr<void> listens = questions->answered.join([this] { ++told; });
};

}  // namespace

TEST_F(LogQuestionsTest, theLastAnswerStandsUntilTheNextHasCome) {
    ask({});
    EXPECT_TRUE(questions->waiting());
    EXPECT_TRUE(questions->answer().lines.empty());
    executor.finishAll();
    const std::size_t all = questions->answer().lines.size();
    EXPECT_EQ(all, madeUpYear().size());
    EXPECT_EQ(questions->answer().count, static_cast<int>(all));
    ask({.material = "slate"});
    EXPECT_EQ(questions->answer().lines.size(), all);
    executor.finishAll();
    EXPECT_FALSE(questions->waiting());
    EXPECT_EQ(questions->answer().asked.material, "slate");
    for (const LogLine& line : questions->answer().lines) EXPECT_EQ(line.material, "slate");
    EXPECT_EQ(told, 2);
    EXPECT_EQ(questions->answer().changes, Logbook(file).changes());
}

TEST_F(LogQuestionsTest, anEarlierQuestionNeverAnswersALaterOne) {
    const int orders = inEveryOrder([this](ExecutorByHand& beside) {
        const auto asked = std::make_shared<workshop::LogQuestions>(
            beside, [this] { return std::make_shared<const Logbook>(file); });
        const auto askFor = [asked](const char* material) {
            return [asked, material] { asked->ask({.material = material}, Text::verbatim("it")); };
        };
        return Scenario{{askFor("slate"), askFor("tin")}, [asked] {
                            EXPECT_EQ(asked->answer().asked.material, "tin");
                            EXPECT_FALSE(asked->waiting());
                        }};
    });
    EXPECT_GT(orders, 2);
}

TEST_F(LogQuestionsTest, nothingComesToWhoHasGone) {
    ask({});
    questions.reset();
    executor.finishAll();
    EXPECT_EQ(told, 0);
}

TEST_F(LogQuestionsTest, whatCannotBeReadIsSaidAndTheLastAnswerStays) {
    ask({});
    executor.finishAll();
    std::vector<Text> failures;
    const auto listening = questions->failed.join([&](const Text& words) { failures.push_back(words); });
    write(file, "no record");
    std::filesystem::remove(file.string() + "-wal");
    std::filesystem::remove(file.string() + "-shm");
    ask({.material = "tin"});
    executor.finishAll();
    EXPECT_EQ(failures.size(), 1U);
    EXPECT_FALSE(questions->waiting());
    EXPECT_EQ(questions->answer().lines.size(), madeUpYear().size());
}

TEST_F(LogQuestionsTest, aCorrectedLineStaysWhereItIs) {
    ask({.material = "slate"});
    executor.finishAll();
    const std::string id = questions->answer().lines.back().id;
    LogEntry entry = *Logbook(file).find(id);
    entry.name = "another name";
    entry.material = "tin";
    entry.outcome = entry.outcome == Outcome::held ? Outcome::spoiled : Outcome::held;
    const Text before = questions->answer().words;
    questions->correct(entry);
    EXPECT_NE(questions->answer().words, before) << "how it went is counted";
    EXPECT_EQ(questions->answer().lines.back().id, id);
    EXPECT_EQ(questions->answer().lines.back().name, "another name");
}
