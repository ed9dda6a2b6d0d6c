#include "core/record/database.h"

#include <thread>

#include <gmock/gmock.h>
#include <sqlite3.h>

#include "core/record/strips.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

std::string said(int code) {
    try {
        keeping("record.sqlite", [&]() { throw SQLite::Exception("it says something", code); });
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::output);
        return error.what();
    }
    return {};
}

}  // namespace

TEST(Record, whatIsWrongIsSaidWithWhatToDo) {
    EXPECT_THAT(said(SQLITE_BUSY),
                HasSubstr("another window or program is writing to it); try again in a moment"));
    EXPECT_THAT(said(SQLITE_FULL), HasSubstr("the disk is full); make room"));
    EXPECT_THAT(said(SQLITE_READONLY), HasSubstr("it may not be written to"));
    EXPECT_THAT(said(SQLITE_IOERR), HasSubstr("it says something"));
    for (const int code : {SQLITE_BUSY, SQLITE_FULL, SQLITE_READONLY, SQLITE_IOERR})
        EXPECT_THAT(said(code), HasSubstr("what was there before is still there"));
}

TEST(Record, whatAnotherWindowHoldsIsKeptAsSoonAsItLetsGo) {
    const ScratchFolder folder;
    const auto file = folder / "record.sqlite";
    Strips strips(file);
    MeasuredTransfer strip;
    strip.id = "one";
    strip.method = "gel-rub-off";
    strip.material = "slate";
    SQLite::Database other = openRecord(file);
    other.exec("BEGIN IMMEDIATE");
    std::jthread lets_go([&] {
        std::this_thread::sleep_for(std::chrono::milliseconds{300});
        other.exec("COMMIT");
    });
    strips.keep(strip);
    EXPECT_EQ(strips.all().size(), 1u);
}
