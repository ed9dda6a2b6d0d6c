// Times as people type them.
#include "core/time/typed_time.h"

#include <gtest/gtest.h>

#include "core/base/error.h"

using namespace tympan;

namespace {

const TimeZone lisbon("Europe/Lisbon");

/// At a quarter past ten on Tuesday, the first of December 2026; a day alone means nine.
std::string typed(const std::string& words, bool month_first = false) {
    return readTypedTime(words, lisbon, lisbon.read("2026-12-01T10:15"), 9 * 60, {month_first});
}

}  // namespace

TEST(TypedTime, aTimeAloneIsTheNextSuchMoment) {
    EXPECT_EQ(typed("18:00"), "2026-12-01T18:00");
    EXPECT_EQ(typed("9:30"), "2026-12-02T09:30");
    EXPECT_EQ(typed("6 pm"), "2026-12-01T18:00");
    EXPECT_EQ(typed("6pm"), "2026-12-01T18:00");
    EXPECT_EQ(typed("12 am"), "2026-12-02T00:00");
    EXPECT_EQ(typed("18h"), "2026-12-01T18:00");
    EXPECT_EQ(typed("noon"), "2026-12-01T12:00");
}

TEST(TypedTime, daysAreNamed) {
    EXPECT_EQ(typed("tonight 20:30"), "2026-12-01T20:30");
    EXPECT_EQ(typed("20:30 tonight"), "2026-12-01T20:30");
    EXPECT_EQ(typed("tonight"), "2026-12-01T18:00");
    EXPECT_EQ(typed("tomorrow"), "2026-12-02T09:00");
    EXPECT_EQ(typed("tomorrow at 7:00"), "2026-12-02T07:00");
    EXPECT_EQ(typed("Fri"), "2026-12-04T09:00");
    EXPECT_EQ(typed("fri 18:00"), "2026-12-04T18:00");
    EXPECT_EQ(typed("Tuesday"), "2026-12-08T09:00") << "nine is over today";
    EXPECT_EQ(typed("Tue 18:00"), "2026-12-01T18:00");
}

TEST(TypedTime, datesAreWrittenInManyWays) {
    EXPECT_EQ(typed("1.12.2026 18:00"), "2026-12-01T18:00");
    EXPECT_EQ(typed("24.12."), "2026-12-24T09:00");
    EXPECT_EQ(typed("24.12. 18:00"), "2026-12-24T18:00");
    EXPECT_EQ(typed("5/6/2027"), "2027-06-05T09:00");
    EXPECT_EQ(typed("5/6/2027", true), "2027-05-06T09:00");
    EXPECT_EQ(typed("12/24", true), "2026-12-24T09:00");
    EXPECT_EQ(typed("2026-12-03 18:00"), "2026-12-03T18:00");
    EXPECT_EQ(typed("2026-12-03T18:00"), "2026-12-03T18:00");
    EXPECT_EQ(typed("3 Dec"), "2026-12-03T09:00");
    EXPECT_EQ(typed("Dec 3rd, 6 pm"), "2026-12-03T18:00");
    EXPECT_EQ(typed("3 January"), "2027-01-03T09:00") << "this year's is over";
    EXPECT_EQ(typed("3 January 2028"), "2028-01-03T09:00");
}

TEST(TypedTime, nowAndNothingAreNow) {
    EXPECT_EQ(typed("now"), "");
    EXPECT_EQ(typed("  "), "");
}

TEST(TypedTime, whatIsNoTimeIsSaid) {
    for (const char* words :
         {"soon", "25:00", "13 pm", "31.2.2026", "Dec", "18", "2026-13-40", "tomorrow night"}) {
        try {
            typed(words);
            ADD_FAILURE() << words;
        } catch (const Error& error) {
            EXPECT_EQ(error.kind(), Error::Kind::usage);
            EXPECT_NE(std::string(error.what()).find(words), std::string::npos) << error.what();
        }
    }
}
