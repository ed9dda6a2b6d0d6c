#include "core/readings/strip_reading.h"

#include <numeric>

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/read_picture.h"
#include "tests/support/photographed.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

StripShot plainShot() {
    StripShot shot;
    for (int i = 0; i <= 10; ++i) shot.arrives.push_back(0.085 * i);
    return shot;
}

/// As a phone's file is read: through a JPEG.
StripReading readBack(const StripShot& shot) {
    const ScratchFolder folder;
    const auto file = folder / "strip.jpg";
    save(file, photographed(shot));
    return readStrip(readPicture(file)->pixels, "strip.jpg");
}

std::size_t rankOf(double width_mm) {
    std::size_t rank = 0;
    for (const StripLines& lines : stripLayout().lines)
        if (lines.upright && lines.width_mm < width_mm - 1e-9) ++rank;
    return rank;
}

}  // namespace

TEST(StripReading, photographsAreReadWithinWhatWasAsked) {
    // TYMPAN_STRIPS=60 reads the whole set; scripts/soak does.
    const char* asked = std::getenv("TYMPAN_STRIPS");
    const unsigned count = asked ? static_cast<unsigned>(std::atoi(asked)) : 4;
    double sum = 0, worst = 0;
    unsigned missed = 0, shades = 0, within_a_step = 0, solids_right = 0, runs_right = 0;
    for (unsigned n = 0; n < count; ++n) {
        const StripShot shot = strippedShot(n);
        try {
            const StripReading reading = readBack(shot);
            double most = 0;
            for (std::size_t i = 1; i < 11; ++i) {
                const double off = std::abs(reading.shades[i].arrives - shot.arrives[i]);
                sum += off, ++shades, most = std::max(most, off);
            }
            worst = std::max(worst, most);
            const auto finest = reading.finestLine();
            const long steps = finest ? std::labs(static_cast<long>(rankOf(*finest)) -
                                                  static_cast<long>(rankOf(shot.finest_line_mm)))
                                      : 9;
            within_a_step += steps <= 1;
            const SolidLimits limits = reading.solidLimits();
            const bool right =
                shot.widest_solid_mm >= 40 ? limits.ink == 1 : limits.width_mm == shot.widest_solid_mm;
            solids_right += right;
            runs_right += (reading.spots[0].ran() == SpotReading::Ran::yes) == shot.red_ran;
            if (asked)
                std::printf(
                    "%2u %-12s px/mm %4.1f tilt %4.1f worst %.3f  finest %.2f read %.2f  solid "
                    "%s uneven %.2f\n",
                    n, shot.material.c_str(), reading.px_per_mm, shot.tilt_deg, most, shot.finest_line_mm,
                    finest.value_or(9), right ? "right" : "WRONG", reading.unevenness);
        } catch (const Error& error) {
            ++missed;
            if (asked) std::printf("%2u %s: %s\n", n, shot.material.c_str(), error.what());
        }
    }
    if (asked)
        std::printf("mean %.4f worst %.4f within a step %u solids %u runs %u missed %u of %u\n",
                    sum / std::max(1U, shades), worst, within_a_step, solids_right, runs_right, missed,
                    count);
    EXPECT_LE(missed, count / 50);
    EXPECT_LT(sum / std::max(1U, shades), 0.03);
    EXPECT_LT(worst, 0.06);
    EXPECT_GE(within_a_step, (count - missed) * 95 / 100);
    EXPECT_GE(solids_right, (count - missed) * 95 / 100);
}

TEST(StripReading, whatLiesUpsideDownOrBackwardsIsReadAndSaid) {
    StripShot shot = plainShot();
    shot.turn_deg = 180;
    shot.finest_line_mm = 0.3;
    shot.width_px = 2000;
    StripReading reading = readBack(shot);
    EXPECT_FALSE(reading.backwards);
    EXPECT_EQ(reading.finestLine(), 0.3);
    shot.backwards = true;
    reading = readBack(shot);
    EXPECT_TRUE(reading.backwards);
    EXPECT_NEAR(reading.shades.back().arrives, 0.85, 0.03);
    EXPECT_EQ(reading.finestLine(), 0.3);
}

TEST(StripReading, aWornMarkIsFoundAndAMissingOneIsSaid) {
    StripShot shot = plainShot();
    shot.marks_worn = 2;
    EXPECT_NEAR(readBack(shot).shades[5].arrives, 0.425, 0.03);
    cv::Mat without = photographed(plainShot());
    without.rowRange(0, without.rows / 3).setTo(cv::Scalar(180, 170, 150));
    try {
        readStrip(without, "half.png");
        FAIL() << "half a strip was read";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_THAT(error.wrong(), Says(testing::HasSubstr("corner marks")));
    }
}

TEST(StripReading, anyOtherPictureIsRefused) {
    EXPECT_THROW(readStrip(noise({900, 700}, CV_8UC3), "noise.png"), Error);
    EXPECT_THROW(readStrip(cv::Mat(500, 500, CV_8UC3, cv::Scalar::all(230)), "grey.png"), Error);
    EXPECT_THROW(readStrip(cv::Mat(3, 3, CV_8UC3, cv::Scalar::all(230)), "tiny.png"), Error);
}

TEST(StripReading, aPhotographThatIsTooBrightIsSaid) {
    cv::Mat bright = photographed(plainShot());
    EXPECT_FALSE(readStrip(bright, "fine.png").tooBright());
    bright *= 1.6;
    EXPECT_TRUE(readStrip(bright, "bright.png").tooBright());
}

TEST(StripReading, aPhotographThatIsTooDarkIsSaid) {
    cv::Mat dark = photographed(plainShot());
    EXPECT_FALSE(readStrip(dark, "fine.png").tooDark());
    dark *= 0.1;
    EXPECT_TRUE(readStrip(dark, "dark.png").tooDark());
}

TEST(StripReading, ofTwoStripsInOnePictureNoneIsTakenForTheOther) {
    StripShot faint = plainShot(), shot = plainShot();
    for (double& shade : faint.arrives) shade *= 0.6;
    cv::Mat both;
    cv::vconcat(photographed(shot), photographed(faint), both);
    try {
        readStrip(both, "both.png");
        FAIL() << "one of two was read";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_THAT(error.wrong(), Says(testing::HasSubstr("more than one test strip")));
    }
}

TEST(StripReading, runsAndBigDarkAreasAreJudged) {
    StripShot shot = plainShot();
    shot.red_ran = true;
    shot.holds_from = 0.85;
    shot.widest_solid_mm = 10;
    const StripReading reading = readBack(shot);
    EXPECT_EQ(reading.spots[0].ran(), SpotReading::Ran::yes);
    EXPECT_EQ(reading.spots[1].ran(), SpotReading::Ran::no);
    const SolidLimits limits = reading.solidLimits();
    EXPECT_EQ(limits.width_mm, 10);
    EXPECT_NEAR(limits.ink, 0.71, 1e-9) << "the palest of the large fields held, the next did not";
    EXPECT_EQ(limits.basis, Basis::measured);
}

RC_GTEST_PROP(StripReading, madeToRiseItIsTheNearestThatDoes, (const std::vector<std::uint8_t>& raw)) {
    std::vector<double> values(raw.begin(), raw.end());
    const std::vector<double> rising = neverFalling(values);
    RC_ASSERT(rising.size() == values.size());
    RC_ASSERT(std::is_sorted(rising.begin(), rising.end()));
    // Sums stay, what rises already stays, and twice is once.
    RC_ASSERT(std::abs(std::accumulate(values.begin(), values.end(), 0.0) -
                       std::accumulate(rising.begin(), rising.end(), 0.0)) < 1e-6);
    const std::vector<double> again = neverFalling(rising);
    for (std::size_t i = 0; i < again.size(); ++i) RC_ASSERT(std::abs(again[i] - rising[i]) < 1e-9);
    std::sort(values.begin(), values.end());
    RC_ASSERT(neverFalling(values) == values);
}
