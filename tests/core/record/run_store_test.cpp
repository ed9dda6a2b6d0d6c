#include "core/record/run_store.h"

#include <csignal>
#include <cstdlib>
#include <filesystem>

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/random.h"
#include "core/record/database.h"
#include "tests/support/plans.h"

using namespace tympan;
using namespace tympan::tests;
namespace fs = std::filesystem;

namespace {

class RunStoreTest : public testing::Test {
  protected:
    void SetUp() override {
        folder = fs::temp_directory_path() / ("tympan-record-" + std::to_string(::getpid()));
        fs::remove_all(folder);
    }
    void TearDown() override { fs::remove_all(folder); }
    fs::path file() const { return folder / "record.sqlite"; }
    RunStart start(const std::string& id = "a") const {
        return {
            id, lisbon.read("2026-12-05T10:00"), workOrderOf(jobWith({"gel-rub-off", "skin-sheet"}, 2)), {}};
    }
    fs::path folder;
};

Event eventOf(int number) {
    return {.kind = Event::Kind::note,
            .at = Moment{std::chrono::seconds{1000 + number}},
            .words = std::to_string(number)};
}

}  // namespace

TEST_F(RunStoreTest, givesBackWhatItWasGiven) {
    RunStart begun = start();
    begun.wishes.hours = evenings;
    begun.measured["gel-rub-off/dry"] = {200, 300, 400, Basis::measured};
    {
        RunStore store(file());
        store.begin(begun, {{2, std::string("\0png", 4)}});
        store.add("a", eventOf(1));
        store.add("a", {.kind = Event::Kind::done, .at = begun.at, .task = "2.print"});
    }
    RunStore store(file());
    EXPECT_EQ(store.open(), std::vector<std::string>{"a"});
    const WorkRun run = store.read("a");
    EXPECT_EQ(run.start, begun);
    ASSERT_EQ(run.events.size(), 2U);
    EXPECT_EQ(run.events[0], eventOf(1));
    EXPECT_EQ(store.picture("a", 2), std::string("\0png", 4));
    EXPECT_EQ(store.picture("a", 3), "");
    store.add("a", {.kind = Event::Kind::ended, .at = begun.at});
    EXPECT_TRUE(store.open().empty());
    EXPECT_EQ(store.all(), std::vector<std::string>{"a"});
    EXPECT_THROW(store.read("b"), Error);
}

TEST_F(RunStoreTest, twoProgramsWriteTheSameRun) {
    RunStore one(file()), two(file());
    one.begin(start());
    for (int k = 0; k < 20; ++k) (k % 2 == 0 ? one : two).add("a", eventOf(k));
    const WorkRun run = one.read("a");
    ASSERT_EQ(run.events.size(), 20U);
    for (int k = 0; k < 20; ++k) EXPECT_EQ(run.events[static_cast<std::size_t>(k)], eventOf(k));
}

TEST_F(RunStoreTest, aRecordOfALaterProgramIsLeftAlone) {
    { RunStore store(file()); }
    {
        SQLite::Database record(file().string(), SQLite::OPEN_READWRITE);
        record.exec("PRAGMA user_version = 99");
    }
    try {
        RunStore store(file());
        FAIL();
    } catch (const Error& error) {
        EXPECT_THAT(error.what(), testing::HasSubstr("later version"));
    }
}

TEST_F(RunStoreTest, aFileThatIsNoRecordIsSaid) {
    fs::create_directories(folder);
    std::FILE* bad = std::fopen(file().c_str(), "w");
    for (int k = 0; k < 1000; ++k) std::fputs("this is no record\n", bad);
    std::fclose(bad);
    EXPECT_THROW(RunStore store(file()), Error);
    EXPECT_EQ(fs::file_size(file()), 18000U) << "and is left as it is";
}

/// A child writes events and says after each that the screen may show it; it is killed at any moment, and
/// nothing that was shown may be missing. TYMPAN_KILLS says how often; the long soak asks for a thousand.
TEST_F(RunStoreTest, whatTheScreenHasShownSurvivesEveryKill) {
    const char* asked = std::getenv("TYMPAN_KILLS");
    const int kills = asked ? std::atoi(asked) : 20;
    RunStore(file()).begin(start());
    Random random(1);
    int known = 0;
    for (int kill = 0; kill < kills; ++kill) {
        int shown[2];
        ASSERT_EQ(::pipe(shown), 0);
        const pid_t child = ::fork();
        ASSERT_GE(child, 0);
        if (child == 0) {
            RunStore store(file());
            for (int k = known;; ++k) {
                store.add("a", eventOf(k));
                const char one = 1;
                if (::write(shown[1], &one, 1) != 1) ::_exit(1);
            }
        }
        ::close(shown[1]);
        ::usleep(static_cast<useconds_t>(1000 + random.below(30'000)));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        char bytes[4096];
        int said = 0;
        for (ssize_t got; (got = ::read(shown[0], bytes, sizeof bytes)) > 0;) said += static_cast<int>(got);
        ::close(shown[0]);
        const WorkRun run = RunStore(file()).read("a");
        const int kept = static_cast<int>(run.events.size());
        ASSERT_GE(kept, known + said) << "kill " << kill;
        ASSERT_LE(kept, known + said + 1) << "one may be there that was not shown yet";
        for (int k = known; k < kept; ++k) ASSERT_EQ(run.events[static_cast<std::size_t>(k)], eventOf(k));
        known = kept;
        // What has been read would grow with every kill: begin another now and then.
        if (known > 400) {
            fs::remove_all(folder);
            RunStore(file()).begin(start());
            known = 0;
        }
    }
}

TEST_F(RunStoreTest, wishesAndEventsThatCannotBeReadAreLeftOutAndNamed) {
    RunStart begun = start();
    begun.wishes.hours = evenings;
    begun.wishes.humidity_percent = 40;
    {
        RunStore store(file());
        store.begin(begun);
        store.add("a", eventOf(1));
    }
    {
        // As an earlier version took them.
        SQLite::Database record = openRecord(file());
        SQLite::Statement spoil(record, "UPDATE runs SET start = replace(start, ?, 'evenings')");
        spoil.bind(1, evenings);
        EXPECT_EQ(spoil.exec(), 1);
        record.exec("INSERT INTO events (run, number, event) VALUES ('a', 2, '{\"kind\":\"nonsense\"}')");
    }
    const WorkRun run = RunStore(file()).read("a");
    EXPECT_EQ(run.start.wishes.hours, "") << "as if nothing had been wished";
    EXPECT_EQ(run.start.wishes.humidity_percent, 40) << "the other wishes stay";
    EXPECT_EQ(run.events, std::vector<Event>{eventOf(1)});
    EXPECT_EQ(run.left_out.size(), 2U);
    EXPECT_NO_THROW(planFrom(stateOf(run), lisbon, begun.at));
}

TEST(Wishes, ofEventsThatCannotBeReadChangeNothing) {
    const WorkWishes wishes = readWishes(R"({"hours":"evenings","start":"soon","humidity_percent":35})");
    EXPECT_EQ(wishes.hours, "");
    EXPECT_EQ(wishes.start, "");
    EXPECT_EQ(wishes.humidity_percent, 35);
}
