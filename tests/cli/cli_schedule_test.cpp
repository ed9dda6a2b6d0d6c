// tympan-cli schedule.
#include <algorithm>
#include <set>
#include <sstream>

#include "core/job/edits.h"
#include "core/job/job_file.h"
#include "core/method/catalogue.h"
#include "tests/cli/cli_fixture.h"

using namespace tympan;
using namespace tympan::tests;
using nlohmann::json;
using testing::HasSubstr;

namespace {

class Schedule : public Cli {
  protected:
    void SetUp() override {
        Cli::SetUp();
        Job job = jobOf(tests::picture(), {120, 80});
        job.pieces.front().name = "Orrery; for the hall, left";
        job.pieces.front().copies = 2;
        saveJobFile(folder / "j.tympan", job, {});
    }
    Ran planned(std::vector<std::string> more) const {
        std::vector<std::string> words{
            "env", "TZ=Europe/Lisbon", TYMPAN_CLI, "schedule",        file("j.tympan"),
            "-o",  file("plan.json"),  "--start",  "2026-12-03T18:00"};
        words.insert(words.end(), more.begin(), more.end());
        return run(words);
    }
    json plan() const { return json::parse(contentOf(file("plan.json"))); }
};

}  // namespace

TEST_F(Schedule, plansAJobWithinTheHours) {
    const Ran ran = planned({"--hours", "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00; 2026-12-04 none"});
    ASSERT_EQ(ran.status, 0) << ran.err;
    EXPECT_EQ(ran.err, "");
    const json all = plan();
    EXPECT_EQ(all["start"], "2026-12-03T18:00:00+00:00");
    EXPECT_EQ(all["assumes"]["hours"], "Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00");
    for (const json& step : all["steps"])
        EXPECT_FALSE(step["hands"] == true && step["begin"].get<std::string>().substr(0, 10) == "2026-12-04");
}

TEST_F(Schedule, whatCannotBeIsSaidAndTheNearestIsWritten) {
    const Ran ran = planned({"--due", "2026-12-03T20:00", "--humidity", "90%"});
    EXPECT_EQ(ran.status, 1);
    EXPECT_THAT(ran.err, HasSubstr("after it is due"));
    EXPECT_THAT(ran.err, HasSubstr("85 %"));
    EXPECT_EQ(plan()["cannot"].size(), 2u);
    EXPECT_FALSE(plan()["steps"].empty());
}

TEST_F(Schedule, refusesWhatItDoesNotUnderstand) {
    for (const auto& [option, value] :
         std::vector<std::pair<std::string, std::string>>{{"--hours", "whenever"},
                                                          {"--due", "soon"},
                                                          {"--due", "2026-12-01T18:00"},
                                                          {"--temperature", "70"},
                                                          {"--temperature", "400F"},
                                                          {"--humidity", "120%"},
                                                          {"--humidity", "nan"},
                                                          {"--temperature", "nanC"},
                                                          {"--air", "stormy"}}) {
        const Ran ran = planned({option, value});
        EXPECT_EQ(ran.status, 2) << option << ' ' << value;
        EXPECT_EQ(std::count(ran.err.begin(), ran.err.end(), '\n'), 1) << ran.err;
    }
    EXPECT_FALSE(std::filesystem::exists(file("plan.json")));
}

TEST_F(Schedule, anotherProgramReadsTheCalendar) {
    ASSERT_EQ(planned({"--hours", "Mo-Su 18:00-21:30", "--ics", file("plan.ics")}).status, 0);
    const Ran read = run({"/usr/bin/python3", "-c",
                          "import icalendar, sys\n"
                          "c = icalendar.Calendar.from_ical(open(sys.argv[1]).read())\n"
                          "for e in c.walk('VEVENT'):\n"
                          "    print(e['UID'], '|', e['SUMMARY'], '|', e['DTSTART'].dt.isoformat(), '|',\n"
                          "          e['DTEND'].dt.isoformat(), '|', len(e.walk('VALARM')), '|',\n"
                          "          e.walk('VALARM')[0]['TRIGGER'].dt.total_seconds())\n",
                          file("plan.ics")});
    ASSERT_EQ(read.status, 0) << read.err;
    EXPECT_THAT(read.out, HasSubstr("Orrery; for the hall, left"));
    EXPECT_THAT(read.out, HasSubstr("| 2026-12-03T18:00:00+00:00 |"));
    EXPECT_THAT(read.out, HasSubstr("| 1 | -600.0"));
    // The hours of work are those of the plan.
    std::set<std::string> begins;
    const json all = plan();
    for (const json& step : all["steps"])
        if (step["hands"] == true) begins.insert(step["begin"].get<std::string>().substr(0, 16));
    std::istringstream lines(read.out);
    int events = 0;
    for (std::string line; std::getline(lines, line); ++events) {
        const auto at = line.find("| 2026-");
        EXPECT_TRUE(begins.contains(line.substr(at + 2, 16))) << line;
    }
    EXPECT_GE(events, 2) << "an evening to lay, another to rub";
}

TEST_F(Schedule, whatFitsNoSheetIsPlannedAllTheSameAndSaid) {
    saveJobFile(folder / "j.tympan", jobOf(tests::picture(), {400, 300}, "skin-sheet"), {});
    const Ran ran = planned({});
    EXPECT_EQ(ran.status, 0) << ran.err;
    EXPECT_THAT(ran.err, HasSubstr("j.tympan"));
    EXPECT_FALSE(plan()["steps"].empty());
}

TEST_F(Schedule, isDoneEarlyUnlessItIsWishedLate) {
    ASSERT_EQ(planned({"--due", "2026-12-20T18:00"}).status, 0);
    const json early = plan();
    EXPECT_GT(early["to_spare_min"], 24 * 60);
    ASSERT_EQ(planned({"--due", "2026-12-20T18:00", "--late"}).status, 0);
    EXPECT_GT(plan()["end"], early["end"]);
}

TEST_F(Schedule, eachPieceHasAllItsStepsThoughTheyAreDoneOnceForAll) {
    Job job;
    job.sheets.paper = paperNamed("A4");
    for (int i = 0; i < 3; ++i)
        job = withPiece(std::move(job), {.artwork = tests::picture(),
                                         .object = objectOf("arm", ShapeKind::rectangle, {60, 60}),
                                         .method = findMethod(shippedMethods(), "skin-sheet"),
                                         .size = {40, 40}});
    saveJobFile(folder / "j.tympan", job, {});
    const Ran ran = planned({});
    ASSERT_EQ(ran.status, 0) << ran.err;
    const json all = plan();
    std::map<int, std::set<std::string>> of_piece;
    int films = 0;
    for (const json& step : all["steps"]) {
        if (!step["piece"].is_null()) of_piece[step["piece"]].insert(step["step"].get<std::string>());
        films += step["step"] == "film" && step["hands"] == true ? 1 : 0;
    }
    EXPECT_EQ(films, 1);
    ASSERT_EQ(of_piece.size(), 3U);
    for (const auto& [piece, steps] : of_piece) {
        EXPECT_TRUE(steps.contains("film")) << piece;
        EXPECT_TRUE(steps.contains("slide")) << piece;
    }
}
