#include "core/documents/swatch_sheet.h"

#include <gmock/gmock.h>

#include "core/base/error.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

bool apart(const RectMm& a, const RectMm& b) {
    return a.right() <= b.x || b.right() <= a.x || a.bottom() <= b.y || b.bottom() <= a.y;
}

}  // namespace

TEST(SwatchSheet, holdsBlacksTwoWaysGreysRedsAndSolidsSideBySide) {
    const SwatchSheet sheet = swatchSheet(Language{}, {}, {210, 297});
    int black_of_grey = 0, black_of_colours = 0, greys = 0, reds = 0;
    for (const Swatch& swatch : sheet.swatches) {
        const bool black = swatch.colour == Rgb8{0, 0, 0};
        black_of_grey += black && swatch.grey;
        black_of_colours += black && !swatch.grey;
        greys += swatch.grey && !black;
        reds += swatch.name.starts_with("red");
        EXPECT_LE(swatch.at.right(), 205) << swatch.name;
        for (const Swatch& other : sheet.swatches)
            EXPECT_TRUE(&other == &swatch || apart(swatch.at, other.at)) << swatch.name << other.name;
    }
    EXPECT_EQ(black_of_grey, 1);
    EXPECT_EQ(black_of_colours, 1);
    EXPECT_GE(greys, 6);
    EXPECT_GE(reds, 4);
    for (const Mark& mark : sheet.marks) {
        EXPECT_LE(extent(mark).right(), 205);
        EXPECT_LE(extent(mark).bottom(), 200) << "in the upper part of the page";
    }
}

TEST(SwatchSheet, sendsGreyAsGreyAndColourAsColour) {
    const ScratchFolder folder;
    writeSwatches(Language{}, folder / "s.pdf", {}, paperNamed("A4"), 0);
    const std::string images = run({"pdfimages", "-list", (folder / "s.pdf").string()}).out;
    EXPECT_THAT(images, HasSubstr("gray"));
    EXPECT_THAT(images, HasSubstr("rgb"));
    run({"pdftoppm", "-r", "100", "-png", (folder / "s.pdf").string(), (folder / "p").string()});
    const cv::Mat page = load(folder / "p-1.png");
    const double px = 100 / 25.4;
    for (const Swatch& swatch : swatchSheet(Language{}, {}, {210, 297}).swatches) {
        const cv::Vec3b seen =
            page.at<cv::Vec3b>(cvRound((swatch.at.y + 7) * px), cvRound((swatch.at.x + 7) * px));
        EXPECT_LE(std::abs(seen[0] - swatch.colour.red), 3) << swatch.name;
        EXPECT_LE(std::abs(seen[2] - swatch.colour.blue), 3) << swatch.name;
    }
    EXPECT_THROW(writeSwatches(Language{}, folder / "t.pdf", {}, paperNamed("100x150"), 0), Error);
}
