// tympan-cli print and calibrate: the loop from a fresh printer to one that is known.
#include <nlohmann/json.hpp>
#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class CliPrinter : public testing::Test {
  protected:
    CliPrinter() {
        write(folder / "fresh.json",
              R"({"schema": "tympan-printer-1", "name": "fresh", "kind": "laser", "margins_mm": [4, 5, 6, 8],
                  "scale": [0.985, 1.01], "skew_deg": 0.4, "offset_mm": [1.2, -0.8], "faults": {}})");
    }
    Ran cli(std::vector<std::string> arguments) const {
        arguments.insert(arguments.begin(), {"env", "XDG_DATA_HOME=" + folder.path().string(), TYMPAN_CLI});
        return run(arguments);
    }
    std::string file(const char* name) const { return (folder / name).string(); }
    /// What lies in the tray, on the dark lid of a scanner.
    void scan(const char* name) const {
        cv::Mat sheet = load(folder / "tray" / "sheet-01.png"), laid;
        cv::copyMakeBorder(sheet, laid, 200, 200, 200, 200, cv::BORDER_CONSTANT, cv::Scalar::all(45));
        save(folder / name, laid);
    }
    ScratchFolder folder;
};

}  // namespace

TEST_F(CliPrinter, calibratesAndPrintsTrue) {
    const std::string simulated = "simulated:" + file("fresh.json");
    ASSERT_EQ(cli({"calibrate", "--printer", "mine", "--sheet", file("c.pdf")}).status, 0);
    const Ran printed = cli({"print", file("c.pdf"), "--printer", simulated, "-o", file("tray")});
    ASSERT_EQ(printed.status, 0) << printed.err;
    EXPECT_THAT(printed.err, HasSubstr("1 sheet in the tray"));
    scan("scan.png");
    const Ran read = cli({"calibrate", file("scan.png"), "--printer", "mine", "--json", "--keep"});
    ASSERT_EQ(read.status, 0) << read.err;
    const auto profile = nlohmann::json::parse(read.out);
    EXPECT_EQ(profile["schema"], "tympan-printer-1");
    EXPECT_NEAR(profile["scale"][0].get<double>(), 0.985, 0.0002);
    EXPECT_NEAR(profile["scale"][1].get<double>(), 1.01, 0.0002);
    EXPECT_NEAR(profile["skew_deg"].get<double>(), 0.4, 0.02);
    EXPECT_NEAR(profile["margins_mm"][3].get<double>(), 8, 0.2);
    ASSERT_EQ(profile["curve"].size(), 11U) << "bare paper and ten greys";
    EXPECT_NEAR(profile["curve"][5][1].get<double>(), 0.5, 0.02);

    // The same sheets by the kept printer: its bar of 100 mm is 100 mm in the tray.
    save(file("art.png"), marked({600, 900}, 3));
    const auto sheets = [&](std::vector<std::string> more) {
        std::vector<std::string> all{"sheets", file("art.png"), "-o", file("s.pdf"), "--width", "150mm"};
        all.insert(all.end(), more.begin(), more.end());
        return cli(all);
    };
    EXPECT_EQ(sheets({"--printer", "mine"}).status, 0);
    const Ran missing = sheets({"--printer", "another"});
    EXPECT_EQ(missing.status, 2);
    EXPECT_THAT(missing.err, HasSubstr("no printer \"another\" is kept"));
    EXPECT_EQ(sheets({"--printer", file("fresh.json")}).status, 0) << "a profile by its file";
    EXPECT_EQ(sheets({"--printer", file("none.json")}).status, 3);
}

TEST_F(CliPrinter, rulersCountToo) {
    write(folder / "m.json",
          R"({"schema": "tympan-measures-1", "across_mm": 148, "down_mm": 232.5, "left_at_top_mm": 30.5,
              "left_at_bottom_mm": 29, "top_mm": 29.5})");
    const Ran read = cli({"calibrate", file("m.json"), "--printer", "mine", "-o", file("p.json")});
    ASSERT_EQ(read.status, 0) << read.err;
    EXPECT_THAT(read.out, HasSubstr("scale across 0.9867"));
    const auto profile = nlohmann::json::parse(contentOf(folder / "p.json"));
    EXPECT_NEAR(profile["skew_deg"].get<double>(), 0.37, 0.01);
    EXPECT_FALSE(std::filesystem::exists(folder / "tympan")) << "looking keeps nothing";
    write(folder / "m.json",
          R"({"schema": "tympan-measures-1", "across_mm": 15, "down_mm": 232.5, "left_at_top_mm": 30.5,
              "left_at_bottom_mm": 29, "top_mm": 29.5})");
    const Ran wrong = cli({"calibrate", file("m.json"), "--printer", "mine"});
    EXPECT_EQ(wrong.status, 3);
    EXPECT_THAT(wrong.err, HasSubstr("m.json: the ruler that runs across cannot be that long"));
}

TEST_F(CliPrinter, whatIsMissingIsSaid) {
    EXPECT_EQ(cli({"calibrate", "--printer", "mine"}).status, 2);
    EXPECT_EQ(
        cli({"print", file("none.pdf"), "--printer", "simulated:" + file("fresh.json"), "-o", file("t")})
            .status,
        3);
    const Ran real = cli({"print", file("c.pdf"), "--printer", "office", "-o", file("t")});
    EXPECT_EQ(real.status, 2);
    EXPECT_THAT(real.err, HasSubstr("only a simulated printer prints from here"));
    save(file("small.png"), marked({60, 90}, 3));
    const Ran small = cli({"calibrate", file("small.png"), "--printer", "mine"});
    EXPECT_EQ(small.status, 3);
    EXPECT_THAT(small.err, HasSubstr("is only 60 x 90 pixels"));
    save(file("art.png"), marked({900, 1200}, 3));
    const Ran none = cli({"calibrate", file("art.png"), "--printer", "mine"});
    EXPECT_EQ(none.status, 3);
    EXPECT_THAT(none.err, HasSubstr("measuring page's four round corner marks"));
}

TEST_F(CliPrinter, aJobsPrinterTakesTheProfileOfItsName) {
    save(file("art.png"), marked({60, 90}, 3));
    write(folder / "r.json",
          R"({"schema": "tympan-recipe-1", "name": "two", "paper": "A4", "created": 0,
              "printers": [{"name": "fresh", "kind": "laser"}, {"name": "the copy shop", "kind": "laser"}],
              "pieces": [{"name": "one", "picture": "art.png", "width_mm": 60, "method": "gel-rub-off",
                          "object": {"name": "board", "material": "pale-wood", "shape": {"kind": "spot"}}},
                         {"name": "two", "picture": "art.png", "width_mm": 60, "method": "gel-rub-off",
                          "printer": "the copy shop",
                          "object": {"name": "plate", "material": "pale-wood", "shape": {"kind": "spot"}}}]})");
    ASSERT_EQ(cli({"job", file("r.json"), "-o", file("j.tympan")}).status, 0);
    ASSERT_EQ(cli({"sheets", file("j.tympan"), "-o", file("plain.pdf")}).status, 0);
    ASSERT_EQ(
        cli({"sheets", file("j.tympan"), "-o", file("known.pdf"), "--printer", file("fresh.json")}).status,
        0);
    const auto inkOf = [&](const char* pdf, int page) {
        const std::string number = std::to_string(page);
        EXPECT_EQ(run({"pdftoppm", "-r", "100", "-f", number, "-l", number, "-png", "-singlefile", file(pdf),
                       file("page")})
                      .status,
                  0);
        return load(folder / "page.png");
    };
    EXPECT_GT(cv::norm(inkOf("plain.pdf", 1), inkOf("known.pdf", 1), cv::NORM_INF), 60)
        << "its sheet is sent otherwise";
    EXPECT_EQ(cv::norm(inkOf("plain.pdf", 2), inkOf("known.pdf", 2), cv::NORM_INF), 0) << "the shop's is not";
    write(folder / "other.json", R"({"schema": "tympan-printer-1", "name": "another", "kind": "laser"})");
    const Ran other = cli({"sheets", file("j.tympan"), "-o", file("s.pdf"), "--printer", file("other.json")});
    EXPECT_EQ(other.status, 2);
    EXPECT_THAT(other.err, HasSubstr("no printer of the job is called \"another\""));
}

TEST_F(CliPrinter, bothPassesLieInATrayOnTheSameSheets) {
    write(folder / "white.json", R"({"schema":"tympan-printer-1","name":"white","kind":"white-toner",
        "faults":{"shrink_after_first":[0.993,0.993]}})");
    write(folder / "known.json", R"({"schema":"tympan-printer-1","name":"white","kind":"white-toner",
        "shrink_after_first":[0.993,0.993]})");
    save(folder / "art.png", marked({300, 200}, 3));
    const auto sheets = [&](const char* pass, const char* out) {
        return cli({"sheets", file("art.png"), "-o", file(out), "--width", "6cm", "--method",
                    "two-part-dark-cloth", "--ground", "#101014", "--printer", file("known.json"), "--pass",
                    pass, "--plan", file("plan.json")});
    };
    EXPECT_EQ(sheets("1", "colour.pdf").status, 0);
    EXPECT_EQ(sheets("2", "white.pdf").status, 0);
    EXPECT_EQ(nlohmann::json::parse(contentOf(file("plan.json")))["sheets"][0]["pass"], 2);
    const std::string printer = "simulated:" + file("white.json");
    EXPECT_EQ(cli({"print", file("colour.pdf"), "--printer", printer, "-o", file("tray")}).status, 0);
    const Ran ran =
        cli({"print", file("white.pdf"), "--printer", printer, "-o", file("both"), "--onto", file("tray")});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const nlohmann::json tray = nlohmann::json::parse(contentOf(folder / "both" / "tray.json"));
    EXPECT_EQ(tray["sheets"][0]["white"], "sheet-01-white.png");
    const cv::Mat colour = load(folder / "both" / "sheet-01.png"),
                  white = load(folder / "both" / "sheet-01-white.png");
    EXPECT_EQ(colour.size(), white.size());
    EXPECT_NEAR(white.cols, 210 * 0.993 / 25.4 * 600, 2) << "the sheet has shrunk";
    EXPECT_EQ(cli({"print", file("white.pdf"), "--printer", printer, "-o", file("x"), "--onto", file("none")})
                  .status,
              3);
    EXPECT_EQ(cli({"sheets", file("art.png"), "-o", file("p.pdf"), "--width", "6cm", "--pass", "2"}).status,
              2)
        << "nothing is printed twice";
}
