// tympan-cli as scripts see it: exit status, standard output, standard error, files.
#include <set>

#include "core/artwork/read_picture.h"
#include "core/job/job_file.h"
#include "tests/cli/cli_fixture.h"

using namespace tympan;
using namespace tympan::tests;
using nlohmann::json;
using testing::HasSubstr;
using testing::IsEmpty;
using testing::StartsWith;

namespace {

int lines(const std::string& text) { return static_cast<int>(std::count(text.begin(), text.end(), '\n')); }

}  // namespace

TEST_F(Cli, methodsAsJson) {
    const Ran ran = cli({"methods", "--json"});
    EXPECT_EQ(ran.status, 0);
    const json all = json::parse(ran.out);
    ASSERT_EQ(all["methods"].size(), 13u);
    for (const json& method : all["methods"]) {
        EXPECT_EQ(method["mirrored"].get<bool>(), method["turns"].get<int>() % 2 == 1);
        EXPECT_TRUE(method["laid_whole"].is_boolean() && method["printers"].is_array() &&
                    method["cautions"].is_array());
        EXPECT_EQ(method["sha256"].get<std::string>().size(), 64u);
        for (const json& step : method["steps"]) {
            EXPECT_FALSE(step["id"].get<std::string>().empty() || step["what"].get<std::string>().empty());
            EXPECT_TRUE(step["hands"].get<bool>() || step["typical_min"].get<double>() > 0) << step;
        }
    }
    const json& gel = all["methods"][0]["steps"];
    EXPECT_EQ(gel[1]["id"], "coat-print");
    EXPECT_TRUE(gel[1]["optional"].get<bool>()) << "a coat beforehand is the maker's choice";
    EXPECT_FALSE(gel[2]["optional"].get<bool>());
    EXPECT_THAT(cli({"methods"}).out, HasSubstr("gel-rub-off"));
}

TEST_F(Cli, enlargesByEveryWayToTheAskedPixels) {
    for (const char* engine : {"auto", "smooth", "photo", "drawing", "redraw"}) {
        const Ran ran =
            cli({"enlarge", picture(), "-o", file("l.png"), "--scale", "2.5", "--engine", engine});
        EXPECT_EQ(ran.status, 0) << ran.err;
        const cv::Mat large = load(folder / "l.png");
        EXPECT_EQ(large.size(), cv::Size(750, 500)) << engine;
        // The L-shaped mark is where it was.
        cv::Mat back;
        cv::resize(large, back, {300, 200}, 0, 0, cv::INTER_AREA);
        if (back.channels() == large.channels() && std::string(engine) != "redraw") {
            EXPECT_LT(cv::norm(back, load(picture()), cv::NORM_L1) /
                          static_cast<double>(back.total() * back.elemSize()),
                      12)
                << engine;
        }
    }
    EXPECT_THAT(cli({"enlarge", picture(), "-o", file("l.png"), "--scale", "8"}).err,
                HasSubstr("beyond 4 times"));
    ASSERT_EQ(cli({"enlarge", picture(), "-o", file("w.tif"), "--width", "10cm", "--ppi", "254"}).status, 0);
    EXPECT_EQ(load(folder / "w.tif").cols, 1000);
}

TEST_F(Cli, enlargeSaysWhatIsMissing) {
    for (const std::vector<std::string>& rest :
         {std::vector<std::string>{}, {"--width", "10cm"}, {"--scale", "2", "--width", "10cm"}}) {
        std::vector<std::string> words{"enlarge", picture(), "-o", file("l.png")};
        words.insert(words.end(), rest.begin(), rest.end());
        const Ran ran = cli(words);
        EXPECT_EQ(ran.status, 2);
        EXPECT_EQ(lines(ran.err), 1) << ran.err;
    }
}

TEST_F(Cli, anyPageOfAPdf) {
    std::ofstream(folder / "two.pdf") << twoPagePdf();
    const auto size = [&](const char* page) {
        const json report =
            json::parse(cli({"inspect", file("two.pdf"), "--width", "10cm", "--page", page, "--json"}).out);
        return std::pair(report["width_px"].get<int>(), report["height_px"].get<int>());
    };
    EXPECT_EQ(size("1"), std::pair(288, 144));
    EXPECT_EQ(size("2"), std::pair(500, 500));
    const Ran none = cli({"inspect", file("two.pdf"), "--width", "10cm", "--page", "3"});
    EXPECT_EQ(none.status, 3);
    EXPECT_THAT(none.err, HasSubstr("no page 3"));
}

TEST_F(Cli, inspectSaysWhatAPictureComesTo) {
    const Ran ran = cli({"inspect", picture(), "--width", "10cm", "--json"});
    EXPECT_EQ(ran.status, 0);
    const json report = json::parse(ran.out);
    EXPECT_EQ(report["width_px"], 300);
    EXPECT_EQ(report["height_px"], 200);
    EXPECT_NEAR(report["effective_ppi"].get<double>(), 76.2, 1e-6);
    EXPECT_NEAR(report["needed_scale"].get<double>(), 300 / 76.2, 1e-6);
    EXPECT_EQ(report["mirror"], true);
    EXPECT_EQ(report["turns"], 1);
    EXPECT_EQ(
        json::parse(cli({"inspect", picture(), "--width", "10cm", "--method", "tissue-overlay", "--json"})
                        .out)["mirror"],
        false);
}

TEST_F(Cli, inspectNamesBigBlackAreasAndHowMuchIsInked) {
    write(folder / "d.svg",
          R"(<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 100 50">)"
          R"(<rect x="10" y="20" width="30" height="20"/><rect x="60" y="5" width="2" height="40"/></svg>)");
    const json report = json::parse(cli({"inspect", file("d.svg"), "--width", "100mm", "--json"}).out);
    ASSERT_EQ(report["solid_areas"].size(), 1u);
    const json& solid = report["solid_areas"].at(0);
    EXPECT_NEAR(solid["x_mm"].get<double>(), 10, 0.5) << "as it is seen, though it is printed mirrored";
    EXPECT_NEAR(solid["y_mm"].get<double>(), 20, 0.5);
    EXPECT_NEAR(solid["area_cm2"].get<double>(), 6, 0.3);
    EXPECT_NEAR(report["ink_coverage"].get<double>(), (600 + 80) / 5000.0, 0.01);
    EXPECT_THAT(cli({"inspect", file("d.svg"), "--width", "100mm"}).out, HasSubstr("a big black area of "));
}

TEST_F(Cli, inspectReadsLetteringMeasuresLinesAndListsWhatIsWorthALook) {
    cv::Mat sign(400, 900, CV_8UC1, cv::Scalar(235));
    cv::putText(sign, "Brindle Moor", {60, 190}, cv::FONT_HERSHEY_DUPLEX, 3.6, 30, 9, cv::LINE_AA);
    cv::line(sign, {60, 300}, {840, 300}, 30, 1);
    for (const bool reversed : {false, true}) {
        save(folder / "sign.png", reversed ? flipped(sign) : sign);
        const Ran ran = cli({"inspect", file("sign.png"), "--width", "90mm", "--json"});
        EXPECT_EQ(ran.status, 0) << "nothing that blocks";
        const json report = json::parse(ran.out);
        EXPECT_TRUE(report["text"]["found"].get<bool>());
        EXPECT_EQ(report["text"]["reads"], reversed ? "reversed" : "normal");
        EXPECT_EQ(report["text"]["words"], (json{"Brindle", "Moor"}));
        EXPECT_NEAR(report["finest_line_mm"].get<double>(), 0.1, 0.05);
        EXPECT_TRUE(report["faces"].empty());
        std::set<std::string> found;
        for (const json& finding : report["findings"]) {
            found.insert(finding["id"]);
            EXPECT_FALSE(finding["message"].get<std::string>().empty());
        }
        EXPECT_EQ(found.contains("came-reversed"), reversed);
        EXPECT_TRUE(found.contains("thin-lines"));
    }
    EXPECT_THAT(cli({"inspect", file("sign.png"), "--width", "90mm"}).out, HasSubstr("reads backwards"));
}

TEST_F(Cli, aDrawingNeedsNoEnlarging) {
    write(
        folder / "d.svg",
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><rect width="9" height="9"/></svg>)");
    const json report = json::parse(cli({"inspect", file("d.svg"), "--width", "900", "--json"}).out);
    EXPECT_EQ(report["needed_scale"], 1.0);
    EXPECT_EQ(report["effective_ppi"], 300.0);
    EXPECT_THAT(cli({"inspect", file("d.svg"), "--width", "900"}).out, HasSubstr("sharp at any size"));
}

TEST_F(Cli, lineArtIsBlackAndWhiteAlone) {
    double before = 256;
    for (const char* limit : {"40", "auto", "250"}) {
        ASSERT_EQ(cli({"prepare", picture(), "-o", file("line.png"), "--width", "4in", "--ppi", "100",
                       "--line-art", limit})
                      .status,
                  0);
        const cv::Mat ink = load(file("line.png"));
        EXPECT_EQ(cv::countNonZero((ink != 0) & (ink != 255)), 0) << limit;
        EXPECT_LE(cv::mean(ink)[0], before) << "a higher limit makes more black";
        before = cv::mean(ink)[0];
    }
    const Ran coloured = cli({"prepare", picture(), "-o", file("c.png"), "--width", "4in", "--ppi", "100",
                              "--colour", "keep", "--line-art", "auto"});
    EXPECT_THAT(coloured.err, HasSubstr("--line-art is for grey"));
}

TEST_F(Cli, prepareWritesThePrintAsItWillBePrinted) {
    ASSERT_EQ(cli({"prepare", picture(), "-o", file("auto.png"), "--width", "4in", "--ppi", "100"}).status,
              0);
    ASSERT_EQ(cli({"prepare", picture(), "-o", file("off.png"), "--width", "4in", "--ppi", "100", "--mirror",
                   "off"})
                  .status,
              0);
    ASSERT_EQ(cli({"prepare", picture(), "-o", file("tissue.tif"), "--width", "4in", "--ppi", "100",
                   "--method", "tissue-overlay", "--colour", "gray"})
                  .status,
              0);
    const auto mirrored = load(file("auto.png"));
    EXPECT_EQ(mirrored.cols, 400);
    EXPECT_EQ(mirrored.rows, 267);
    EXPECT_EQ(mirrored.channels(), 1);
    EXPECT_TRUE(same(mirrored, flipped(load(file("off.png")))));
    EXPECT_TRUE(same(load(file("off.png")), load(file("tissue.tif"))));
    ASSERT_EQ(
        cli({"prepare", picture(), "-o", file("colour.png"), "--width", "4in", "--colour", "keep"}).status,
        0);
    EXPECT_EQ(load(file("colour.png")).channels(), 3);
}

TEST_F(Cli, forcedMirroringAndCroppingAreSaid) {
    const Ran forced = cli({"prepare", picture(), "-o", file("a.png"), "--width", "50", "--mirror", "off"});
    EXPECT_THAT(forced.err, HasSubstr("forced"));
    const Ran cropped = cli({"prepare", picture(), "-o", file("b.png"), "--width", "50", "--height", "50"});
    EXPECT_EQ(cropped.status, 0);
    EXPECT_THAT(cropped.err, HasSubstr("cropped about its centre"));
    EXPECT_EQ(load(file("b.png")).rows, load(file("b.png")).cols);
    EXPECT_THAT(cli({"prepare", picture(), "-o", file("c.png"), "--width", "60", "--height", "40"}).err,
                IsEmpty());
}

TEST_F(Cli, wrongUsageIsTwo) {
    for (const std::vector<std::string>& words :
         {std::vector<std::string>{},
          {"fly"},
          {"prepare"},
          {"prepare", picture()},
          {"prepare", picture(), "-o", "a.png", "--width", "wide"},
          {"prepare", picture(), "-o", "a.png", "--width", "-5"},
          {"prepare", picture(), "-o", "a.gif", "--width", "50"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--method", "magic"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--mirror", "maybe"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--contrast", "101"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--line-art", "256"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--line-art", "bold"},
          {"prepare", picture(), "-o", "a.png", "--width", "50", "--ppi", "0"},
          {"sheets", picture(), "-o", "a.pdf", "--width", "50", "--paper", "napkin"},
          {"sheets", picture(), "-o", "a.pdf", "--width", "50", "--band", "3mm"},
          {"sheets", picture(), "-o", "a.pdf", "--width", "50", "--joint", "glue"},
          {"methods", "--yaml"}}) {
        const Ran ran = cli(words);
        EXPECT_EQ(ran.status, 2) << (words.empty() ? "" : words.back());
        EXPECT_THAT(ran.err, StartsWith("tympan-cli: "));
        EXPECT_EQ(lines(ran.err), 1) << ran.err;
        EXPECT_THAT(ran.out, IsEmpty());
    }
}

TEST_F(Cli, unreadableInputIsThreeAndUnwritableOutputIsFour) {
    write(folder / "words.jpg", "words");
    const Ran broken = cli({"prepare", file("words.jpg"), "-o", file("a.png"), "--width", "50"});
    EXPECT_EQ(broken.status, 3);
    EXPECT_THAT(broken.err, StartsWith("tympan-cli: " + file("words.jpg") + ": "));
    EXPECT_EQ(lines(broken.err), 1);
    EXPECT_EQ(cli({"inspect", file("none.jpg"), "--width", "50"}).status, 3);
    EXPECT_EQ(cli({"prepare", picture(), "-o", file("none/a.png"), "--width", "50"}).status, 4);
    EXPECT_EQ(cli({"sheets", picture(), "-o", file("none/a.pdf"), "--width", "50"}).status, 4);
    EXPECT_EQ(cli({"sheets", picture(), "-o", file("a.pdf"), "--width", "50", "--margin", "120mm"}).status,
              3);
    EXPECT_THAT(folder.names(), testing::ElementsAre("picture.png", "words.jpg")) << "nothing half written";
}

TEST_F(Cli, helpAndVersionEverywhere) {
    for (const char* command : {"methods", "inspect", "prepare", "sheets"}) {
        const Ran help = cli({command, "--help"});
        EXPECT_EQ(help.status, 0);
        EXPECT_THAT(help.out, HasSubstr(command));
    }
    EXPECT_EQ(cli({"--help"}).status, 0);
    EXPECT_THAT(cli({"--version"}).out, HasSubstr("tympan-cli "));
}

TEST_F(Cli, checkSaysWhatIsWorthALookAndWhatBlocks) {
    Job job = jobOf(readPicture(std::filesystem::path(picture())), {60, 40});
    job = withObject(job, 2, objectOf("round", ShapeKind::circle, {90}));
    saveJobFile(folder / "fine.tympan", job, {});
    EXPECT_EQ(cli({"check", (folder / "fine.tympan").string()}).status, 0);
    job = withPlace(job, 2, {500, 0}, 0);
    saveJobFile(folder / "lost.tympan", job, {});
    const Ran ran = cli({"check", (folder / "lost.tympan").string(), "--json"});
    EXPECT_EQ(ran.status, 1);
    const json report = json::parse(ran.out);
    ASSERT_EQ(report["findings"].size(), 1u);
    EXPECT_EQ(report["findings"][0]["id"], "misses-object");
    EXPECT_EQ(report["findings"][0]["severity"], "blocker");
    EXPECT_EQ(cli({"check", picture()}).status, 3) << "a picture is no job";
    EXPECT_EQ(cli({"check", (folder / "none.tympan").string()}).status, 3);
}

TEST_F(Cli, piecesAreNestedAndTheirCutPathsWritten) {
    const std::string problem = (folder / "p.json").string(), out = (folder / "l.json").string(),
                      svg = (folder / "cut.svg").string();
    std::ofstream(problem) << R"({"container":{"outline":[[0,0],[100,0],[100,60],[0,60]]},"max_containers":1,
        "gap_mm":2,"edge_gap_mm":1,"rotations":"quarter","pieces":[
        {"id":"tag","outline":[[0,0],[30,0],[30,20],[0,20]],"copies":4},
        {"id":"bow","outline":[[0,0],[10,10],[10,0],[0,10]]},
        {"id":"plank","outline":[[0,0],[300,0],[300,20],[0,20]]}]})";
    const Ran ran = cli({"nest", problem, "-o", out, "--svg", svg, "--seconds", "2", "--seed", "7"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    EXPECT_THAT(ran.err, testing::AllOf(HasSubstr("bow"), HasSubstr("mended"), HasSubstr("1 of the pieces")));
    const json layout = json::parse(contentOf(out));
    ASSERT_EQ(layout["containers"].size(), 1u);
    EXPECT_EQ(layout["containers"][0]["placements"].size(), 5u);
    ASSERT_EQ(layout["unplaced"].size(), 1u);
    EXPECT_EQ(layout["unplaced"][0]["piece"], "plank");
    EXPECT_LT(layout["seconds"].get<double>(), 2.5);
    EXPECT_THAT(contentOf(svg), HasSubstr("id=\"cut\""));

    std::ofstream(problem) << R"({"container":{"outline":[[0,0],[1,0]]},"pieces":[]})";
    const Ran bad = cli({"nest", problem, "-o", (folder / "none.json").string()});
    EXPECT_EQ(bad.status, 3);
    EXPECT_THAT(bad.err, HasSubstr("container: an outline needs at least three points"));
    EXPECT_FALSE(std::filesystem::exists(folder / "none.json"));
    EXPECT_EQ(cli({"nest", problem, "-o", out, "--seconds", "-1"}).status, 2);
}
