// tympan-cli sheets and what belongs to it.
#include "core/artwork/read_picture.h"
#include "core/job/job_file.h"
#include "tests/cli/cli_fixture.h"

using namespace tympan;
using namespace tympan::tests;
using nlohmann::json;
using testing::HasSubstr;

TEST_F(Cli, theGuideIsWrittenForSheetsThatArePutTogether) {
    const std::vector<std::string> small{"sheets",  picture(), "-o",      file("s.pdf"),
                                         "--width", "60mm",    "--guide", file("g.pdf")};
    Ran ran = cli(small);
    EXPECT_EQ(ran.status, 2);
    EXPECT_THAT(ran.err, HasSubstr("--guide: every picture fits one sheet"));
    EXPECT_FALSE(std::filesystem::exists(file("g.pdf")));
    ran = cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "450mm", "--ppi", "72", "--only", "A1",
               "--guide", file("g.pdf")});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const std::string guide = run({"pdftotext", file("g.pdf"), "-"}).out;
    EXPECT_THAT(guide, HasSubstr("B2")) << "of all sheets, whichever are printed";
    EXPECT_EQ(
        cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "450mm", "--guide", file("s.pdf")}).status,
        2);
}

TEST_F(Cli, sheetsWritesPdfAndPlan) {
    const Ran ran = cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "600", "--paper", "A4", "--ppi",
                         "100", "--plan", file("p.json")});
    ASSERT_EQ(ran.status, 0) << ran.err;
    const json plan = json::parse(contentOf(file("p.json")));
    EXPECT_EQ(plan["print_px"], json({2362, 1575}));
    EXPECT_EQ(plan["asked_mm"], json({600.0, 400.0}));
    EXPECT_EQ(plan["mirrored"], true);
    EXPECT_EQ(plan["ppi"], 100);
    long area = 0;
    int page = 0;
    for (const json& sheet : plan["sheets"]) {
        EXPECT_EQ(sheet["page"], ++page);
        EXPECT_EQ(sheet["rotation_deg"], 0);
        const auto region = sheet["region_px"].get<std::vector<long>>(),
                   placed = sheet["placed_px"].get<std::vector<long>>();
        area += region[2] * region[3];
        EXPECT_EQ(region[2], placed[2]);
        EXPECT_NEAR(sheet["placed_mm"][0].get<double>(), static_cast<double>(placed[0]) * 0.254, 1e-6);
        EXPECT_GE(sheet["placed_mm"][0].get<double>(), 5);
    }
    EXPECT_EQ(area, 2362L * 1575);
    EXPECT_THAT(run({"pdfinfo", file("s.pdf")}).out, HasSubstr("Pages:           " + std::to_string(page)));
}

TEST_F(Cli, aNearMissIsSaidWithTheSizeThatFits) {
    const Ran ran = cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "289"});
    EXPECT_EQ(ran.status, 0);
    EXPECT_THAT(ran.err, HasSubstr("margin that is not printed; 286.8 mm wide would fit"));
    EXPECT_THAT(cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "286.8mm"}).err,
                testing::Not(HasSubstr("margin that is not printed")));
}

TEST_F(Cli, sheetsLaidWholeBringATestSheet) {
    ASSERT_EQ(
        cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "120", "--method", "release-sheet-press"})
            .status,
        0);
    EXPECT_THAT(run({"pdftotext", file("s-test-sheet.pdf"), "-"}).out, HasSubstr("Test sheet"));
}

TEST_F(Cli, sheetsAreLaidInTheMannerThatIsAsked) {
    const auto plan = [&](const std::vector<std::string>& more) {
        std::vector<std::string> words{"sheets", picture(), "-o", file("s.pdf"), "--width",
                                       "500",    "--ppi",   "72", "--plan",      file("p.json")};
        words.insert(words.end(), more.begin(), more.end());
        const Ran ran = cli(words);
        EXPECT_LE(ran.status, 1) << ran.err;
        std::ifstream stream(file("p.json"));
        return nlohmann::json::parse(stream);
    };
    const auto regular = plan({"--seams", "regular"}), wandering = plan({"--seams", "wandering"});
    EXPECT_EQ(regular["sheets"].size(), wandering["sheets"].size());
    EXPECT_FALSE(regular["sheets"][0].contains("cut_mm"));
    EXPECT_EQ(plan({"--more-sheets", "1"})["sheets"].size(), regular["sheets"].size() + 1);
    EXPECT_FALSE(regular["sheets"][0].contains("ink_px")) << "edge to edge, since it is laid face down";
    const auto lapped = plan({"--joint", "lap", "--overlap", "12mm"});
    int under = 0;
    for (const auto& sheet : lapped["sheets"])
        if (sheet.contains("ink_px") && sheet["region_px"][0].get<int>() > 0)
            under +=
                sheet["region_px"][0].get<int>() - sheet["ink_px"][0].get<int>() == 34;  // 12 mm at 72 ppi
    EXPECT_GT(under, 0);
    const auto only = plan({"--only", "A2"});
    ASSERT_EQ(only["sheets"].size(), 1u);
    EXPECT_EQ(only["sheets"][0]["label"], "A2");
    EXPECT_EQ(cli({"sheets", picture(), "-o", file("s.pdf"), "--width", "500", "--only", "Z9"}).status, 2);
}

TEST_F(Cli, theSameCallMakesTheSameBytes) {
    for (const char* name : {"a.pdf", "b.pdf"})
        ASSERT_EQ(cli({"sheets", picture(), "-o", file(name), "--width", "300"}).status, 0);
    EXPECT_EQ(contentOf(file("a.pdf")), contentOf(file("b.pdf")));
}

TEST_F(Cli, sheetsOfAJobAreThoseOfTheJob) {
    Job job = jobOf(readPicture(std::filesystem::path(picture())), {120, 80});
    job = withObject(job, 2, objectOf("round", ShapeKind::circle, {90}));
    job = withFit(job, 2, Fit::fill, 0);
    job.sheets.paper = paperNamed("148x210");
    saveJobFile(folder / "j.tympan", job, {});
    const std::string file = (folder / "j.tympan").string();
    const Ran ran =
        cli({"sheets", file, "-o", (folder / "j.pdf").string(), "--plan", (folder / "plan.json").string()});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const json plan = json::parse(contentOf(folder / "plan.json"));
    EXPECT_NEAR(plan["page_mm"][0].get<double>(), 148, 0.1);
    EXPECT_NEAR(plan["asked_mm"][0].get<double>(), 90, 0.1) << "cut to the round";
    EXPECT_EQ(cli({"sheets", file, "-o", (folder / "k.pdf").string(), "--width", "5cm"}).status, 2)
        << "a job has its own sizes";
    EXPECT_EQ(cli({"sheets", file, "-o", (folder / "k.pdf").string(), "--paper", "A4", "--plan",
                   (folder / "plan.json").string()})
                  .status,
              0);
    EXPECT_NEAR(json::parse(contentOf(folder / "plan.json"))["page_mm"][0].get<double>(), 210, 0.1);
}

TEST_F(Cli, smallPiecesAreLaidCloseAndCutPathsWritten) {
    // Seven rounds of 80 mm: two sheets in rows, one when they are laid close.
    std::ofstream(file("list.json"))
        << R"({"schema":"tympan-recipe-1","name":"Rounds","paper":"A4","created":1,
        "pieces":[{"name":"Round","picture":")"
        << picture() << R"(","width_mm":80,"height_mm":80,"copies":7,
        "method":"gel-rub-off","edge":{"cut":"object","rim":"sharp"},
        "object":{"name":"rounds","material":"pale-wood","shape":{"kind":"circle","diameter_mm":80}}}]})";
    const Ran made = cli({"job", file("list.json"), "-o", file("r.tympan")});
    ASSERT_EQ(made.status, 0) << made.err;
    const auto sheets = [&](std::vector<std::string> more) {
        std::vector<std::string> all{"sheets", file("r.tympan"), "-o",          file("r.pdf"), "--ppi",
                                     "72",     "--plan",         file("r.json")};
        all.insert(all.end(), more.begin(), more.end());
        return cli(all);
    };
    ASSERT_EQ(sheets({}).status, 0);
    const auto pages = [&] {
        int most = 0;
        const json plan = json::parse(contentOf(file("r.json")));
        for (const json& part : plan["sheets"]) most = std::max(most, part["page"].get<int>());
        return most;
    };
    EXPECT_EQ(pages(), 2);
    const Ran closer = sheets({"--nest", "4", "--turning", "free", "--cuts", file("cut.svg"), "--cut-lines",
                               "--corner-marks", "--cut-beyond", "1mm"});
    EXPECT_EQ(closer.status, 0) << closer.err;
    EXPECT_LE(pages(), 2);
    const json plan = json::parse(contentOf(file("r.json")));
    for (const json& part : plan["sheets"])
        if (std::fmod(part["rotation_deg"].get<double>(), 90) != 0) {
            EXPECT_EQ(part["placed_outline_mm"].size(), 4u);
        }
    if (pages() == 1) {
        EXPECT_THAT(contentOf(file("cut.svg")), HasSubstr("<g id=\"cut\""));
    }
    EXPECT_EQ(sheets({"--nest", "-1"}).status, 2);
    EXPECT_EQ(sheets({"--turning", "sideways"}).status, 2);
    EXPECT_EQ(sheets({"--cut-beyond", "1km"}).status, 2);
}

TEST_F(Cli, picturesOfAnObjectThatIsPrintedAsOneAreTiledTogether) {
    Job job = jobOf(readPicture(folder / "picture.png"), {300, 200});
    const int first = job.pieces.front().id;
    job = withObject(job, first, objectOf("board", ShapeKind::rectangle, {400, 300}));
    job = withPlace(withAnother(job, first, job.pieces.front().artwork, {80, 60}), first, {-50, -40}, 0);
    job = withOnePrint(withPlace(job, job.pieces.back().id, {150, 110}, 0), first, true);
    job.sheets.ppi = 72;
    saveJobFile(folder / "board.tympan", job, {});
    const Ran ran =
        cli({"sheets", file("board.tympan"), "-o", file("s.pdf"), "--plan", file("p.json"), "--ppi", "72"});
    ASSERT_EQ(ran.status, 0) << ran.err;
    const json plan = json::parse(contentOf(file("p.json")));
    EXPECT_NEAR(plan["asked_mm"][0].get<double>(), 390, 0.1) << "from the one's left to the other's right";
    for (const json& sheet : plan["sheets"]) EXPECT_EQ(sheet["label"].get<std::string>().size(), 2U);
}
