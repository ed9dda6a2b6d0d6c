// tympan-cli strip: printed, transferred (as well as a machine can), photographed, read.
#include <nlohmann/json.hpp>

#include <gmock/gmock.h>

#include "core/record/strips.h"
#include "tests/support/photographed.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

class CliStrip : public testing::Test {
  protected:
    Ran strip(std::vector<std::string> arguments) const {
        std::vector<std::string> command{"env", "XDG_DATA_HOME=" + folder.path().string(), TYMPAN_CLI,
                                         "strip"};
        command.insert(command.end(), arguments.begin(), arguments.end());
        command.insert(command.end(),
                       {"--printer", "the laser printer", "--method", "gel-rub-off", "--material", "slate"});
        return run(command);
    }
    std::string file(const char* name) const { return (folder / name).string(); }
    ScratchFolder folder;
};

}  // namespace

TEST_F(CliStrip, whatItPrintsItReadsOnceItIsTurnedOver) {
    ASSERT_EQ(strip({"--sheet", file("strip.pdf")}).status, 0);
    ASSERT_EQ(run({"pdftoppm", "-r", "300", "-png", "-singlefile", file("strip.pdf"), file("page")}).status,
              0);
    const Ran printed = strip({file("page.png")});
    EXPECT_EQ(printed.status, 0) << printed.err;
    EXPECT_THAT(printed.err, HasSubstr("backwards")) << "it is printed mirrored, and lies on the paper still";
    save(file("laid.png"), flipped(load(file("page.png"))));
    const Ran laid = strip({file("laid.png"), "--json"});
    ASSERT_EQ(laid.status, 0) << laid.err;
    const nlohmann::json json = nlohmann::json::parse(laid.out);
    EXPECT_EQ(json["backwards"], false);
    for (const auto& shade : json["shades"])
        EXPECT_NEAR(shade["arrives"].get<double>(), shade["printed"].get<double>(), 0.01);
    EXPECT_LE(json["finest_line_mm"].get<double>(), 0.15);
    EXPECT_EQ(json["solid_limit"]["held"], "all");
    for (const auto& spot : json["spots"]) EXPECT_EQ(spot["ink"], "held");
}

TEST_F(CliStrip, isKeptOnWish) {
    StripShot shot = strippedShot(1);
    save(file("strip.jpg"), photographed(shot));
    EXPECT_EQ(strip({file("strip.jpg")}).status, 0);
    const auto record = folder.path() / "tympan" / "tympan" / "record.sqlite";
    EXPECT_FALSE(std::filesystem::exists(record)) << "looking keeps nothing";
    EXPECT_EQ(strip({file("strip.jpg"), "--keep"}).status, 0);
    const auto all = Strips(record).all();
    ASSERT_EQ(all.size(), 1u);
    EXPECT_EQ(all.front().material, "slate");
    EXPECT_NEAR(all.front().curve.arrives.back(), shot.arrives.back(), 0.03);
}

TEST_F(CliStrip, saysWhatItCannotRead) {
    save(file("other.png"), noise({400, 300}, CV_8UC3));
    const Ran other = strip({file("other.png")});
    EXPECT_EQ(other.status, 3);
    EXPECT_THAT(other.err, HasSubstr("corner marks"));
    EXPECT_EQ(strip({}).status, 2);
    EXPECT_EQ(strip({file("missing.png")}).status, 3);
    EXPECT_EQ(strip({"--sheet", file("s.pdf"), "--paper", "100x150"}).status, 3);
}
