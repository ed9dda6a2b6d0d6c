#include "core/record/logbook.h"

#include <csignal>
#include <filesystem>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/random.h"
#include "core/record/database.h"
#include "core/record/log_files.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;
namespace fs = std::filesystem;

TEST(LogbookTest, givesBackWhatItWasGiven) {
    const ScratchFolder folder;
    const LogEntry entry = fullEntry();
    {
        Logbook book(folder / "record.sqlite");
        book.put(entry);
        book.putPicture(entry.id, "finished", std::string("\0png", 4));
    }
    const Logbook book(folder / "record.sqlite");
    EXPECT_EQ(book.find(entry.id), entry);
    EXPECT_EQ(book.lines(), std::vector<LogLine>{lineOf(entry)});
    EXPECT_EQ(book.picture(entry.id, "finished"), std::string("\0png", 4));
    EXPECT_EQ(book.picture(entry.id, "print"), "");
    EXPECT_FALSE(book.find("nobody"));
}

TEST(LogbookTest, everyWordIsFoundHoweverFarItIsTyped) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    book.put(fullEntry());
    for (const char* words : {"cafe", "CAF\u00c9 tab", "glue back", "oak", "rim coats", "washed hand",
                              "cloud", "fri", "\"second\"", "in-parts"})
        EXPECT_EQ(book.lines({.words = words}).size(), 1U) << words;
    for (const char* words : {"slate", "cafe slate"})
        EXPECT_TRUE(book.lines({.words = words}).empty()) << words;
    for (const char* words : {"", "  ", "\"", "*", "()", "-", "NEAR(", "' OR 1=1"})
        EXPECT_LE(book.lines({.words = words}).size(), 1U) << "no fault, whatever is typed: " << words;
    // What was said before is not found any more once it is unsaid.
    LogEntry changed = fullEntry();
    changed.notes = "now of slate";
    book.put(changed);
    EXPECT_TRUE(book.lines({.words = "cafe"}).empty());
    EXPECT_EQ(book.lines({.words = "slate"}).size(), 1U);
    book.erase(changed.id);
    EXPECT_TRUE(book.lines({.words = "slate"}).empty());
    EXPECT_EQ(book.count(), 0);
}

TEST(LogbookTest, isAskedAsPeopleThink) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    book.putOfRun(madeUpYear());
    EXPECT_EQ(book.count(), 120);
    EXPECT_EQ(book.lines({.material = "slate"}).size(), 9U);
    EXPECT_EQ(book.lines({.printer = "ink printer", .outcome = Outcome::spoiled}).size(), 5U);
    EXPECT_EQ(book.lines({.words = "red ran"}).size(), 5U);
    EXPECT_EQ(book.lines({.since = madeUpYear().back().made}).size(), 1U);
    EXPECT_EQ(book.lines().front().name, "piece 119") << "the latest first";
    EXPECT_EQ(book.values("material"), (std::vector<std::string>{"skin", "tin", "pale-wood", "slate"}))
        << "by how often";
}

TEST(LogbookTest, aRunThatGoesOnLeavesWhatItsMakerSaid) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    LogEntry written = fullEntry();
    book.put(written);
    LogEntry of_run = written;
    of_run.outcome = Outcome::unsaid;
    of_run.faults.clear();
    of_run.later.clear();
    of_run.next.words.clear();
    of_run.notes.clear();
    of_run.made += std::chrono::hours{1};
    book.putOfRun({of_run});
    written.made = of_run.made;
    EXPECT_EQ(book.find(written.id), written);
}

TEST(LogbookTest, whatWasResolvedIsFoundForTheSameWayOnTheSameMaterial) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    int number = 0;
    for (const char* words : {"two coats", "", "less water", "two coats"}) {
        LogEntry entry = fullEntry();
        entry.id = std::to_string(number);
        entry.made += std::chrono::hours{++number};
        entry.next.words = words;
        entry.resolved.clear();
        book.put(entry);
    }
    const LogEntry like = fullEntry();
    const auto found = book.nextTimes(like.method, like.material);
    ASSERT_EQ(found.size(), 2U);
    EXPECT_EQ(found[0].next.words, "two coats");
    EXPECT_EQ(found[0].entry, "3") << "the latest";
    EXPECT_EQ(found[1].next.words, "less water");
    EXPECT_TRUE(book.nextTimes(like.method, "slate").empty());
}

TEST(LogbookTest, itIsCountedWhatWasResolvedAndWhetherItHelped) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    const auto put = [&](int number, const std::string& run, Outcome outcome, bool took) {
        LogEntry entry = fullEntry();
        entry.id = std::to_string(number);
        entry.run = run;
        entry.outcome = outcome;
        entry.resolved = took ? std::vector<std::string>{"less water", "two coats"}
                              : std::vector<std::string>{"two coats, perhaps"};
        entry.next = {number == 0 ? "two coats" : "", "seal", NextTime::Change::coats, 1};
        book.put(entry);
    };
    put(0, "monday", Outcome::spoiled, false);
    put(1, "monday", Outcome::held, false);
    put(2, "tuesday", Outcome::held, true);
    put(3, "tuesday", Outcome::held, true);
    put(4, "friday", Outcome::in_parts, true);
    put(5, "friday", Outcome::unsaid, true);
    const auto found = book.nextTimes(fullEntry().method, fullEntry().material);
    ASSERT_EQ(found.size(), 1U);
    EXPECT_EQ(found[0].next, (NextTime{"two coats", "seal", NextTime::Change::coats, 1}));
    EXPECT_EQ(found[0].taken, 2) << "evenings, not pieces";
    EXPECT_EQ(found[0].with.held, 2);
    EXPECT_EQ(found[0].with.said(), 3);
    EXPECT_EQ(found[0].with.unsaid, 1);
    EXPECT_EQ(found[0].without.held, 1);
    EXPECT_EQ(found[0].without.said(), 2);
}

TEST(LogbookTest, filesAreMergedAndOverwriteNothing) {
    const ScratchFolder folder;
    Logbook book(folder / "record.sqlite");
    LogEntry own = fullEntry();
    own.outcome = Outcome::held;
    own.next.words.clear();
    own.later.resize(1);
    book.put(own);
    write(folder / "log.json", jsonOf({fullEntry(), madeUpYear().back()}));
    EXPECT_EQ(merge(book, readLogFile(folder / "log.json")), 1);
    const LogEntry merged = book.find(own.id).value();
    EXPECT_EQ(merged.outcome, Outcome::held) << "said here";
    EXPECT_EQ(merged.next.words, fullEntry().next.words) << "not said here";
    EXPECT_EQ(merged.later, fullEntry().later);
    EXPECT_EQ(merge(book, readLogFile(folder / "log.json")), 0);
    EXPECT_EQ(book.count(), 2);
    EXPECT_EQ(readLogFile(folder / "log.json").size(), 2U);
    write(folder / "bad.json", R"({"schema":"tympan-log-1","entries":[{"id":"x","outcome":"splendid"}]})");
    EXPECT_THROW(readLogFile(folder / "bad.json"), Error);
}

TEST(LogbookTest, aRowAPieceForATable) {
    const std::string csv = csvOf({fullEntry(), madeUpYear().front()}, lisbon);
    EXPECT_EQ(std::count(csv.begin(), csv.end(), '\r'), 3) << "a head and two rows";
    EXPECT_THAT(csv, HasSubstr("\"Caf\u00e9 table, \"\"second\"\" try\nwith the thin paper\""));
    EXPECT_THAT(csv, HasSubstr(",in-parts,glue on the back,"));
}

TEST(LogbookTest, twoWindowsWriteAtOnceAndARecordFromBeforeIsBroughtUpToDate) {
    const ScratchFolder folder;
    Logbook one(folder / "record.sqlite"), other(folder / "record.sqlite");
    for (const LogEntry& entry : madeUpYear()) (entry.piece % 2 == 0 ? one : other).put(entry);
    EXPECT_EQ(one.count(), 120);
    EXPECT_EQ(other.lines().size(), 120U);
    {
        SQLite::Database old((folder / "old.sqlite").string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        old.exec(
            "CREATE TABLE runs (id TEXT PRIMARY KEY, job TEXT NOT NULL, name TEXT NOT NULL, begun INTEGER "
            "NOT NULL, "
            "start TEXT NOT NULL, ended INTEGER NOT NULL DEFAULT 0); INSERT INTO runs VALUES ('r', 'j', 'n', "
            "1, '{}', "
            "1); PRAGMA user_version = 1");
    }
    Logbook book(folder / "old.sqlite");
    book.put(fullEntry());
    EXPECT_EQ(book.count(), 1);
    SQLite::Database kept((folder / "old.sqlite").string());
    EXPECT_EQ(kept.execAndGet("SELECT COUNT(*) FROM runs").getInt(), 1);
}

TEST(LogbookTest, whereNothingCanBeWrittenIsSaid) {
    const ScratchFolder folder;
    write(folder / "record.sqlite",
          "no record at all, but something else that is long enough to be looked at");
    try {
        Logbook book(folder / "record.sqlite");
        FAIL();
    } catch (const Error& error) {
        EXPECT_THAT(error.what(), HasSubstr("record.sqlite"));
    }
    EXPECT_THAT(contentOf(folder / "record.sqlite"), HasSubstr("no record at all")) << "it is left as it is";
}

/// Kills a program that writes entries at a random moment: all that it had shown is there.
TEST(LogbookTest, whatWasShownIsThereAfterAKill) {
    const char* asked = std::getenv("TYMPAN_KILLS");
    const int kills = asked ? std::atoi(asked) : 10;
    const ScratchFolder folder;
    Random random(7);
    int shown = 0;
    for (int kill = 0; kill < kills; ++kill) {
        int pipe_ends[2];
        ASSERT_EQ(::pipe(pipe_ends), 0);
        const pid_t child = ::fork();
        if (child == 0) {
            Logbook book(folder / "record.sqlite");
            LogEntry entry = fullEntry();
            for (int number = shown;; ++number) {
                entry.id = std::to_string(number);
                book.put(entry);
                if (::write(pipe_ends[1], "x", 1) != 1) ::_exit(1);
            }
        }
        ::close(pipe_ends[1]);
        char buffer[4096];
        // Every other one is let show something first, however slow the machine is; the others may be killed
        // while they open the record.
        if (kill % 2 == 0) {
            ASSERT_EQ(::read(pipe_ends[0], buffer, 1), 1);
            ++shown;
        }
        ::usleep(static_cast<useconds_t>(2000 + random.below(20000)));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        for (ssize_t read = 0; (read = ::read(pipe_ends[0], buffer, sizeof buffer)) > 0;)
            shown += static_cast<int>(read);
        ::close(pipe_ends[0]);
        const Logbook book(folder / "record.sqlite");
        ASSERT_GE(book.count(), shown);
        ASSERT_EQ(book.lines({.words = "oak"}).size(), static_cast<std::size_t>(book.count()))
            << "words and entries agree";
        shown = book.count();
    }
    EXPECT_GT(shown, 0);
}
