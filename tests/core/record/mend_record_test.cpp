#include "core/record/mend_record.h"

#include <csignal>
#include <fstream>

#include <gmock/gmock.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/random.h"
#include "core/record/database.h"
#include "core/record/logbook.h"
#include "core/record/proofs.h"
#include "core/record/run_store.h"
#include "core/record/strips.h"
#include "core/record/supplies.h"
#include "core/record/swabs.h"
#include "tests/support/plans.h"
#include "tests/support/tools.h"
#include "tests/support/year.h"

using namespace tympan;
using namespace tympan::tests;
namespace fs = std::filesystem;

namespace {

/// Strips, swabs, proofs and bottles in it.
constexpr int one_of_each = 60;

/// A record with a run and a year of pieces, all of it in its one file.
void makeRecord(const fs::path& file) {
    RunStore runs(file);
    runs.begin({"a", lisbon.read("2026-12-05T10:00"), workOrderOf(jobWith({"gel-rub-off"})), {}},
               {{2, std::string(5000, 'p')}});
    for (int i = 0; i < 50; ++i)
        runs.add("a", {.kind = Event::Kind::note, .at = {}, .words = std::string(200, 'n')});
    Logbook book(file);
    book.putOfRun(madeUpYear());
    Strips strips(file);
    Swabs swabs(file);
    Proofs proofs(file);
    Shelf shelf(file);
    for (int i = 0; i < one_of_each; ++i) {
        const std::string id = std::to_string(i);
        strips.keep({id,
                     "the laser printer",
                     "gel-rub-off",
                     "slate",
                     i,
                     {"slate", {0, 1}, {0, 0.7}, Basis::measured},
                     0.3,
                     {}},
                    std::string(900, 's'));
        swabs.keep({id, "the inkjet", "tissue", "tissue-overlay", i % 3, Swabbed::held, i});
        proofs.keep({id, "a job", i, "the copy shop", i, {}}, std::string(900, 'p'));
        shelf.keep({id, "matte gel medium", {}, 0, 0, {}, {}});
    }
}

/// Writes nonsense over a part of a file.
void damage(const fs::path& file, std::uintmax_t at, std::size_t bytes, std::uint64_t seed) {
    std::fstream out(file, std::ios::in | std::ios::out | std::ios::binary);
    out.seekp(static_cast<std::streamoff>(at));
    Random random(seed);
    for (std::size_t i = 0; i < bytes; ++i) out.put(static_cast<char>(random.below(256)));
}

}  // namespace

TEST(MendRecord, aSoundOneIsLeftAlone) {
    const ScratchFolder folder;
    EXPECT_FALSE(mendRecord(folder / "none.sqlite"));
    makeRecord(folder / "record.sqlite");
    EXPECT_FALSE(mendRecord(folder / "record.sqlite"));
    EXPECT_EQ(Logbook(folder / "record.sqlite").count(), 120);
}

TEST(MendRecord, whatCanBeReadIsReadAndTheDamagedOneKept) {
    const ScratchFolder whole;
    makeRecord(whole / "record.sqlite");
    std::map<std::string, LogEntry> year;
    for (const LogEntry& entry : madeUpYear()) year[entry.id] = entry;
    int read = 0, mended_times = 0;
    std::size_t beside = 0;
    for (std::uint64_t seed = 1; seed <= 12; ++seed) {
        const ScratchFolder folder;
        const fs::path file = folder / "record.sqlite";
        fs::copy_file(whole / "record.sqlite", file);
        const std::uintmax_t size = fs::file_size(file);
        // Any page but the first, which tells what the tables are.
        damage(file, 4096 + (size - 8192) * seed / 13, 3000, seed);
        const std::string damaged = contentOf(file);
        const auto mended = mendRecord(file);
        if (!mended) continue;  // nothing lay there
        ++mended_times;
        EXPECT_EQ(contentOf(mended->kept), damaged) << "as it was";
        Logbook book(file);
        EXPECT_EQ(book.count(), mended->entries);
        read += mended->entries;
        for (const LogEntry& entry : book.latest()) EXPECT_EQ(entry, year.at(entry.id));
        EXPECT_EQ(book.lines({.words = "slate"}).size(), book.lines({.material = "slate"}).size())
            << "and is found";
        RunStore runs(file);
        for (const std::string& id : runs.all()) EXPECT_EQ(runs.read(id).start.order.pieces.size(), 1U);
        book.put(fullEntry());
        const auto swabs = Swabs(file).all();
        for (const SwabTest& swab : swabs) EXPECT_EQ(swab.more_coats, std::stoi(swab.id) % 3);
        beside += swabs.size() + Strips(file).all().size() + Shelf(file).all().size();
        for (int i = 0; i < one_of_each; ++i)
            for (const ShopProof& proof : Proofs(file).of("a job", i)) {
                EXPECT_EQ(proof.id, std::to_string(i));
                ++beside;
            }
    }
    EXPECT_GE(mended_times, 4);
    EXPECT_GT(read, 40 * mended_times) << "most of it";
    EXPECT_GT(beside, static_cast<std::size_t>(3 * one_of_each * mended_times))
        << "of what lies beside the entries, too";
}

TEST(MendRecord, whatIsNoRecordIsKeptBesideANewOne) {
    const ScratchFolder folder;
    const std::string other = "somebody's letters, long enough to be looked at " + std::string(200, '.');
    write(folder / "record.sqlite", other);
    const auto mended = mendRecord(folder / "record.sqlite");
    ASSERT_TRUE(mended);
    EXPECT_EQ(contentOf(mended->kept), other);
    EXPECT_EQ(Logbook(folder / "record.sqlite").count(), 0);
    write(folder / "record.sqlite", other);
    const auto again = mendRecord(folder / "record.sqlite");
    ASSERT_TRUE(again);
    EXPECT_NE(again->kept, mended->kept) << "nothing is overwritten";
}

namespace {

/// A record with a hundred and twenty entries, and its bytes changed.
template <class Change>
void makeChanged(const fs::path& file, Change change) {
    makeRecord(file);
    std::string bytes = contentOf(file);
    change(bytes);
    write(file, bytes);
}

}  // namespace

TEST(MendRecord, aRecordThatWasCutShortIsReadAsIfZerosFollowed) {
    const ScratchFolder folder;
    const fs::path file = folder / "record.sqlite";
    makeChanged(file, [](std::string& bytes) { bytes.resize(bytes.size() - 4096); });
    const auto mended = mendRecord(file);
    ASSERT_TRUE(mended);
    EXPECT_GT(mended->entries, 100);
    EXPECT_EQ(Logbook(file).count(), mended->entries);
}

TEST(MendRecord, aDamagedIndexCostsNoEntry) {
    const ScratchFolder folder;
    const fs::path file = folder / "record.sqlite";
    makeRecord(file);
    std::int64_t page = 0;
    {
        SQLite::Database record(file.string(), SQLite::OPEN_READONLY);
        page = record.execAndGet("SELECT rootpage FROM sqlite_master WHERE name = 'entries_line'").getInt64();
    }
    damage(file, static_cast<std::uintmax_t>(page - 1) * 4096, 64, 5);
    const auto mended = mendRecord(file);
    ASSERT_TRUE(mended);
    EXPECT_EQ(mended->entries, 120);
    EXPECT_FALSE(mended->cut_short);
    EXPECT_EQ(folder.names().size(), 2U) << "the record and the damaged one, nothing else is left behind";
}

TEST(MendRecord, anEmptyFileWhereARecordWasIsSaid) {
    const ScratchFolder folder;
    write(folder / "record.sqlite", "");
    const auto mended = mendRecord(folder / "record.sqlite");
    ASSERT_TRUE(mended);
    EXPECT_TRUE(mended->cut_short);
    EXPECT_EQ(Logbook(folder / "record.sqlite").count(), 0);
}

TEST(MendRecord, aVersionThatIsNoneIsDamageAndLosesNothing) {
    const ScratchFolder folder;
    const fs::path file = folder / "record.sqlite";
    makeChanged(file, [](std::string& bytes) { bytes[60] = static_cast<char>(bytes[60] | 0x80); });
    EXPECT_THROW(openRecord(file), Error);
    const auto mended = mendRecord(file);
    ASSERT_TRUE(mended);
    EXPECT_EQ(mended->entries, 120);
    EXPECT_EQ(Logbook(file).count(), 120);
}

TEST(MendRecord, aProgramThatIsKilledMeanwhileLosesNothing) {
    const ScratchFolder whole;
    makeRecord(whole / "record.sqlite");
    std::string bytes = contentOf(whole / "record.sqlite");
    for (std::size_t i = 8192; i < 8400; ++i) bytes[i] = '\xff';
    for (int after_ms : {5, 15, 30, 60, 90, 140}) {
        const ScratchFolder folder;
        const fs::path file = folder / "record.sqlite";
        write(file, bytes);
        const ScratchFolder control;
        write(control / "record.sqlite", bytes);
        const int entries = mendRecord(control / "record.sqlite")->entries;
        const pid_t child = ::fork();
        if (child == 0) {
            mendRecord(file);
            ::_exit(0);
        }
        ::usleep(static_cast<useconds_t>(1000 * after_ms));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        mendRecord(file);
        EXPECT_EQ(Logbook(file).count(), entries) << "killed after " << after_ms << " ms";
        EXPECT_FALSE(mendRecord(file)) << "it is sound now";
    }
}

TEST(MendRecord, programsThatMendAtOnceTakeTurns) {
    const ScratchFolder folder;
    const fs::path file = folder / "record.sqlite";
    makeChanged(file, [](std::string& bytes) {
        for (std::size_t i = 8192; i < 8400; ++i) bytes[i] = '\xff';
    });
    const ScratchFolder control;
    fs::copy_file(file, control / "record.sqlite");
    const int entries = mendRecord(control / "record.sqlite")->entries;
    std::vector<pid_t> children;
    for (int i = 0; i < 4; ++i) {
        children.push_back(::fork());
        if (children.back() == 0) {
            mendRecord(file);
            ::_exit(0);
        }
    }
    for (const pid_t child : children) {
        int status = 0;
        ::waitpid(child, &status, 0);
        EXPECT_TRUE(WIFEXITED(status));
    }
    EXPECT_EQ(Logbook(file).count(), entries);
}

TEST(MendRecord, whereItCannotBeWrittenTheRecordStaysWhatItWas) {
    if (::geteuid() == 0) GTEST_SKIP() << "root may write anywhere";
    const ScratchFolder folder;
    const fs::path file = folder / "record.sqlite";
    makeChanged(file, [](std::string& bytes) {
        for (std::size_t i = 8192; i < 8400; ++i) bytes[i] = '\xff';
    });
    const std::string before = contentOf(file);
    fs::permissions(folder.path(), fs::perms::owner_read | fs::perms::owner_exec);
    EXPECT_THROW(mendRecord(file), Error);
    fs::permissions(folder.path(), fs::perms::owner_all);
    EXPECT_EQ(contentOf(file), before);
}
