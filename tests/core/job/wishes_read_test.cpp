// What a maker wishes is read when it is taken, so that whoever uses it later can.
#include <nlohmann/json.hpp>

#include <gtest/gtest.h>
#include <sys/mman.h>

#include "core/base/error.h"
#include "core/base/json_lines.h"
#include "core/base/number.h"
#include "core/job/container.h"
#include "core/job/job_json.h"
#include "core/job/work_wishes_json.h"
#include "core/printer/paper.h"
#include "core/time/time_zone.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

WorkWishes readStrictly(const std::string& text) {
    const JsonText source{"w.json", text};
    const nlohmann::json root = parseJson(source);
    nlohmann::json rest;
    return readWorkWishes(JsonReader::lenient(source, root, rest));
}

}  // namespace

TEST(WishesRead, whatCannotBeReadIsRefusedByName) {
    for (const char* text :
         {R"({"hours":"evenings"})", R"({"start":"soon"})", R"({"due":"2026-13-40T10:00"})",
          R"({"start":"9999-12-31T10:00"})", R"({"start":"2026-12-01T18:00+99:99"})",
          R"({"not_before":[{"task":"2.lay","time":"later"}]})"}) {
        EXPECT_THROW(readStrictly(text), Error) << text;
    }
    EXPECT_EQ(readStrictly(R"({"hours":"Mo-Fr 18:00-21:30","start":"2026-12-01T18:00"})").hours,
              "Mo-Fr 18:00-21:30");
}

TEST(WishesRead, inAJobTheOthersStay) {
    Job job;
    job.name = "j";
    job.sheets.paper = paperNamed("A4");
    job.work.hours = "Mo-Fr 18:00-21:30";
    job.work.humidity_percent = 33;
    std::string text = jsonOf(job);
    const auto at = text.find("Mo-Fr 18:00-21:30");
    ASSERT_NE(at, std::string::npos);
    text.replace(at, 17, "evenings");
    const auto read =
        readJob({"j", text}, [](const std::string&, const std::string&) -> ArtworkPtr { return nullptr; });
    EXPECT_EQ(read.job.work.hours, "");
    EXPECT_EQ(read.job.work.humidity_percent, 33);
    EXPECT_EQ(read.faults.size(), 1U);
}

TEST(TimeZone, timesThatNobodyMeansAreRefused) {
    const TimeZone zone("Europe/Lisbon");
    EXPECT_NO_THROW(zone.read("2026-12-01T18:00+14:00"));
    for (const char* text :
         {"9999-12-31T10:00", "0001-01-01T00:00Z", "2026-12-01T18:00+99:99", "2101-01-01T00:00"})
        EXPECT_THROW(zone.read(text), Error) << text;
}

TEST(Container, whateverIsSavedCanBeOpened) {
    const ScratchFolder folder;
    // Half a gigabyte that takes no memory, nine times: more than is read again.
    constexpr std::size_t half = std::size_t{1} << 29;
    void* const bytes = ::mmap(nullptr, half, PROT_READ, MAP_PRIVATE | MAP_ANONYMOUS | MAP_NORESERVE, -1, 0);
    ASSERT_NE(bytes, MAP_FAILED);
    Entries entries;
    for (int i = 0; i < 9; ++i)
        entries.emplace_back("artwork/" + std::to_string(i),
                             std::span(static_cast<unsigned char*>(bytes), half));
    EXPECT_THROW(writeContainer(folder / "large.tympan", entries, 0, {}), Error);
    EXPECT_TRUE(folder.names().empty()) << "said before anything is written";
    ::munmap(bytes, half);
}

TEST(Numbers, haveAPointWhateverTheLocale) {
    std::string_view rest;
    EXPECT_EQ(numberAtStart("12.5mm", &rest), 12.5);
    EXPECT_EQ(rest, "mm");
    EXPECT_EQ(numberAtStart("+3e2"), 300);
    EXPECT_FALSE(numberAtStart("mm"));
}

TEST(Json, bracketsWithoutEndAreRefusedAtOnce) {
    const std::string deep(60'000, '[');
    try {
        parseJson({"d.json", deep});
        FAIL();
    } catch (const Error& error) {
        EXPECT_NE(std::string(error.what()).find("line 1"), std::string::npos);
    }
    EXPECT_EQ(JsonLines::lineAt("a\nb\nc", 4), 3);
}
