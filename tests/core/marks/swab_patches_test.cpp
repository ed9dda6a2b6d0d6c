#include "core/marks/swab_patches.h"

#include <gtest/gtest.h>

#include "core/marks/sheet_marks.h"
#include "tests/support/pictures.h"

namespace tympan {
namespace {

/// Bare paper with a dark and a red spot of so many millimetres, 100 x 70 mm.
Job spotted(double dark_mm, double red_mm) {
    cv::Mat picture(700, 1000, CV_8UC3, cv::Scalar::all(250));
    const auto spot = [&](cv::Point at, double mm, const cv::Scalar& colour) {
        const int half = static_cast<int>(5 * mm);
        if (half > 0) picture(cv::Rect(at.x - half, at.y - half, 2 * half, 2 * half)) = colour;
    };
    spot({200, 200}, dark_mm, {20, 20, 30});
    spot({700, 400}, red_mm, {200, 20, 30});
    Job job = tests::jobOf(tests::artworkOf(picture), {100, 70}, "tissue-overlay");
    job.printers.front().kind = PrinterKind::inkjet;
    Tone tone;
    tone.ink = Tone::InkChoice::colour;
    return withTone(job, job.pieces.front().id, tone);
}

std::size_t patches(const RunningInks& inks) {
    std::size_t count = 0;
    for (const Mark& mark : swabPatches(Language{}, inks))
        if (const auto* shape = std::get_if<FilledShape>(&mark)) count += shape->colour ? 1 : 0;
    return count;
}

TEST(SwabPatches, areTheDarkestAndTheReddestOfThePrint) {
    const Job job = spotted(8, 8);
    const RunningInks inks = runningInks(job, job.pieces.front());
    EXPECT_LT(inks.darkest.green, 60);
    EXPECT_LT(inks.darkest.red, 60);
    ASSERT_TRUE(inks.reddest);
    EXPECT_GT(inks.reddest->red, 150);
    EXPECT_LT(inks.reddest->green, 90);
    EXPECT_EQ(patches(inks), 2u);
}

TEST(SwabPatches, whatHasNoRedHasOne) {
    const Job job = spotted(8, 0);
    EXPECT_EQ(patches(runningInks(job, job.pieces.front())), 1u);
    Job grey = spotted(8, 8);
    grey.pieces.front().tone.ink = Tone::InkChoice::grey;
    EXPECT_EQ(patches(runningInks(grey, grey.pieces.front())), 1u);
}

TEST(SwabPatches, aSpeckIsNoSpot) {
    const Job speck = spotted(8, 0.2);
    EXPECT_FALSE(runningInks(speck, speck.pieces.front()).reddest);
}

TEST(SwabPatches, lieInTheWasteClearOfTheInk) {
    const Job job = spotted(8, 8);
    EXPECT_TRUE(isSwabbed(job, job.pieces.front()));
    const Imposition imposition = impose(job);
    const Sheet& sheet = imposition.sheets.front();
    const Marks patch = swabPatches(Language{}, runningInks(job, job.pieces.front()));
    const auto with = sheetMarks(Language{}, imposition, sheet, "x", {}, {}, {patch}).marks;
    const auto without = sheetMarks(Language{}, imposition, sheet, "x").marks;
    ASSERT_EQ(with.size(), without.size() + patch.size());
    const RectMm area = imposition.grid.mm(sheet.printable);
    for (std::size_t i = without.size(); i < with.size(); ++i) {
        const RectMm box = extent(with[i]);
        EXPECT_GE(box.x, area.x);
        EXPECT_LE(box.right(), area.right());
        for (const PlacedRegion& part : sheet.regions) {
            const RectMm ink = imposition.grid.mm(part.inkedOnPage());
            EXPECT_TRUE(box.x >= ink.right() || box.right() <= ink.x || box.y >= ink.bottom() ||
                        box.bottom() <= ink.y);
        }
    }
}

TEST(SwabPatches, aLaserPrintHasNone) {
    Job job = spotted(8, 8);
    job.printers.front().kind = PrinterKind::laser;
    EXPECT_FALSE(isSwabbed(job, job.pieces.front()));
}

}  // namespace
}  // namespace tympan
