#include "core/time/free_hours.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/base/error.h"
#include "tests/support/texts.h"

using namespace tympan;

namespace {

const TimeZone home("Europe/Lisbon");

std::string freeText(const std::string& hours, const std::string& from, const std::string& to) {
    std::string text;
    for (const TimeSpan& each : freeBetween(readFreeHours(hours), home, home.read(from), home.read(to)))
        text += (text.empty() ? "" : ", ") + home.text(each.from).substr(0, 16) + " to " +
                home.text(each.to).substr(0, 16);
    return text;
}

}  // namespace

TEST(FreeHours, areThoseOfTheWeek) {
    // The first of December 2026 is a Tuesday.
    EXPECT_EQ(
        freeText("Mo-Fr 18:00-21:30; Sa,Su 10:00-12:00,13:00-19:00", "2026-12-04T19:00", "2026-12-05T14:00"),
        "2026-12-04T19:00 to 2026-12-04T21:30, 2026-12-05T10:00 to 2026-12-05T12:00, 2026-12-05T13:00 to "
        "2026-12-05T14:00");
    EXPECT_EQ(freeText("Fr-Mo 20:00-24:00", "2026-12-01T00:00", "2026-12-05T12:00"),
              "2026-12-04T20:00 to 2026-12-05T00:00");
}

TEST(FreeHours, dayAndNightAreOneStretch) {
    EXPECT_EQ(freeText("", "2026-12-01T10:00", "2026-12-04T10:00"), "2026-12-01T10:00 to 2026-12-04T10:00");
    EXPECT_EQ(freeText("Mo-Su 00:00-24:00", "2026-12-01T10:00", "2026-12-04T10:00"),
              "2026-12-01T10:00 to 2026-12-04T10:00");
}

TEST(FreeHours, aDateIsUnlikeItsWeekday) {
    const std::string hours = "Mo-Su 18:00-20:00; 2026-12-02 none; 2026-12-03 9:00-10:00";
    EXPECT_EQ(freeText(hours, "2026-12-01T00:00", "2026-12-04T00:00"),
              "2026-12-01T18:00 to 2026-12-01T20:00, 2026-12-03T09:00 to 2026-12-03T10:00");
    EXPECT_EQ(readFreeHours(hours).week_words, "Mo-Su 18:00-20:00");
}

TEST(FreeHours, whatIsNotUnderstoodIsNamed) {
    for (const std::string wrong : {"Mo", "Mo 18-20", "Mo 18:00", "Xx 18:00-20:00", "Mo 20:00-18:00",
                                    "Mo 18:00-25:00", "2026-13-01 none", "Mo none"})
        try {
            readFreeHours(wrong);
            ADD_FAILURE() << wrong;
        } catch (const Error& error) {
            EXPECT_EQ(error.kind(), Error::Kind::usage);
            EXPECT_THAT(error.wrong(), Says(testing::HasSubstr("free hours")));
        }
}

TEST(TimeZone, summerTimeIsTheClocksAndNotTheTimes) {
    // Clocks go on at one in the morning of 28 March 2027, and back at two on 25 October 2026.
    const auto hoursBetween = [](const char* a, const char* b) {
        return static_cast<double>((home.read(b) - home.read(a)).count()) / 3600;
    };
    EXPECT_EQ(hoursBetween("2027-03-27T22:00", "2027-03-28T08:00"), 9);
    EXPECT_EQ(hoursBetween("2026-10-24T22:00", "2026-10-25T08:00"), 11);
    EXPECT_EQ(home.text(home.read("2027-03-28T01:30")), "2027-03-28T02:00:00+01:00")
        << "there is no such time";
    EXPECT_EQ(home.text(home.read("2026-07-01T12:00:00Z")), "2026-07-01T13:00:00+01:00");
    EXPECT_EQ(home.read("2026-07-01T12:00:00+02:00"), home.read("2026-07-01T10:00:00Z"));
    EXPECT_THROW(home.read("tomorrow"), Error);
    EXPECT_THROW(home.read("2026-07-01T12:00 or so"), Error);
    EXPECT_THROW(TimeZone("Nowhere/Else"), Error);
}

TEST(TimeZone, secondsMayBeMissingAndWhatIsHalfATimeIsRefused) {
    for (const char* broken : {"", "2026-07-01", "2026-07-01T12", "2026-07-01T12:00:", "2026-07-01T12:00:3",
                               "2026-07-01T12:00:3x", "2026-07-01T12:00:30 or so", "2026-07-01 12:00:30",
                               "2026-19-39T12:00:30", "2026-07-01T12:xx:30", "2026-07-01T12:00:30+xx"})
        EXPECT_THROW(home.read(broken), Error) << broken;
    EXPECT_EQ(home.text(home.read("2026-07-01T12:00:30")), "2026-07-01T12:00:30+01:00");
    EXPECT_EQ(home.read("2026-07-01T12:00+02:00"), home.read("2026-07-01T10:00:00Z"));
}

RC_GTEST_PROP(TimeZone, aTimeThatIsWrittenIsReadAgain, ()) {
    const TimeZone zone(
        *rc::gen::element<std::string>("Europe/Lisbon", "Asia/Kathmandu", "America/St_Johns", "Etc/UTC"));
    const Moment moment{std::chrono::seconds{*rc::gen::inRange<std::int64_t>(1'600'000'000, 2'000'000'000)}};
    RC_ASSERT(zone.read(zone.text(moment)) == moment);
    const WallTime wall = zone.wall(moment);
    const auto off = zone.at(wall) - moment;  // of an hour that comes twice, the first
    RC_ASSERT(off == std::chrono::seconds{0} || zone.wall(zone.at(wall)) == wall);
}

TEST(FreeHours, theLongestStretchReachesOverMidnights) {
    EXPECT_EQ(longestStretch(readFreeHours("Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00")), 9 * 60);
    EXPECT_EQ(longestStretch(readFreeHours("Su 22:00-24:00; Mo 00:00-01:30")), 3.5 * 60);
    EXPECT_GT(longestStretch(readFreeHours("")), 300 * 24 * 60);
}

TEST(FreeHours, areSaidAsShortAsTheyGo) {
    for (const std::string words :
         {"Mo-Fr 18:00-21:30; Sa-Su 10:00-19:00", "Mo,We-Th 09:05-12:00,13:00-24:00; 2026-12-24 none",
          "2026-12-24 10:00-11:00", ""})
        EXPECT_EQ(wordsOf(readFreeHours(words)), words);
    EXPECT_EQ(wordsOf(readFreeHours("Sa,Su 10:00-19:00; Tu 10:00-12:00,12:00-19:00")),
              "Tu,Sa-Su 10:00-19:00");
}

RC_GTEST_PROP(FreeHours, timeThatIsGivenIsFreeAndTakenIsNot, ()) {
    FreeHours hours;
    const auto part = [] {
        const int from = *rc::gen::inRange(0, 1440), to = *rc::gen::inRange(from + 1, 1441);
        return FreeHours::Part{from, to};
    };
    std::array<std::array<bool, 1440>, 7> free{};
    for (int i = 0; i < 6; ++i) {
        const auto day = static_cast<std::size_t>(*rc::gen::inRange(0, 7));
        const FreeHours::Part span = part();
        const bool give = *rc::gen::arbitrary<bool>();
        hours.week[day] = give ? withTime(hours.week[day], span) : withoutTime(hours.week[day], span);
        for (int at = span.from_min; at < span.to_min; ++at) free[day][static_cast<std::size_t>(at)] = give;
    }
    const FreeHours read = readFreeHours(wordsOf(hours));
    RC_ASSERT(read.week == hours.week);
    for (std::size_t day = 0; day < 7; ++day) {
        std::array<bool, 1440> said{};
        for (const FreeHours::Part& each : read.week[day])
            for (int at = each.from_min; at < each.to_min; ++at) said[static_cast<std::size_t>(at)] = true;
        RC_ASSERT(said == free[day]);
    }
}

TEST(Meals, areTakenOutOfEveryDay) {
    const FreeHours evening = withoutEachDay(readFreeHours("Mo-Fr 18:00-21:30; 2026-12-24 10:00-20:00"),
                                             readStretches("18:30-19:15"));
    EXPECT_EQ(evening.week_words, "Mo-Fr 18:00-18:30,19:15-21:30");
    EXPECT_EQ(wordsOf(evening), "Mo-Fr 18:00-18:30,19:15-21:30; 2026-12-24 10:00-18:30,19:15-20:00");
    // Who is always free is free the rest of the day.
    const FreeHours always = withoutEachDay(readFreeHours(""), readStretches("12:00-13:00"));
    EXPECT_EQ(always.week_words, "Mo-Su 00:00-12:00,13:00-24:00");
    const TimeZone zone("Europe/Lisbon");
    EXPECT_EQ(freeBetween(always, zone, zone.read("2026-12-05T11:00"), zone.read("2026-12-05T14:00")).size(),
              2U);
    // A week that is eaten up has no free hour; it is not one that is free at any time.
    const FreeHours none = withoutEachDay(readFreeHours("Mo 12:00-13:00"), readStretches("11:00-14:00"));
    EXPECT_TRUE(
        freeBetween(none, zone, zone.read("2026-12-05T00:00"), zone.read("2026-12-20T00:00")).empty());
    EXPECT_EQ(longestStretch(none), 0);
}

TEST(Meals, thatCannotBeReadAreRefused) {
    EXPECT_TRUE(readStretches("").empty());
    EXPECT_TRUE(readStretches("  ").empty());
    for (const char* wrong : {"noon", "12:00", "13:00-12:00", "12:00-25:00", "Mo 12:00-13:00"})
        EXPECT_THROW(readStretches(wrong), Error) << wrong;
}
