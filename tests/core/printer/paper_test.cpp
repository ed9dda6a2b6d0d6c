#include "core/printer/paper.h"

#include <gmock/gmock.h>

#include "core/base/error.h"

using namespace tympan;
using testing::StartsWith;

namespace {

void expectSize(const Paper& paper, double width, double height) {
    EXPECT_NEAR(paper.size.width, width, 1e-9) << paper.name;
    EXPECT_NEAR(paper.size.height, height, 1e-9) << paper.name;
}

}  // namespace

TEST(Paper, shippedSizesAreTheStandards) {
    expectSize(paperNamed("A4"), 210, 297);  // ISO 216
    expectSize(paperNamed("a3"), 297, 420);
    expectSize(paperNamed("LETTER"), 8.5 * 25.4, 11 * 25.4);  // ANSI Y14.1
    expectSize(paperNamed("Legal"), 8.5 * 25.4, 14 * 25.4);
    expectSize(paperNamed("Tabloid"), 11 * 25.4, 17 * 25.4);
    EXPECT_THAT(paperNamed("Letter").media, StartsWith("na_letter_"));
}

TEST(Paper, anyOtherSizeIsTypedAndLiesUpright) {
    for (const char* text : {"300x400", "400 x 300", "30cm x 40cm", "300mm×400mm"}) {
        const Paper paper = paperNamed(text);
        EXPECT_EQ(paper.size, (SizeMm{300, 400})) << text;
        EXPECT_EQ(paper.media, "Custom.300x400mm") << text;
    }
    expectSize(paperNamed("12in x 18in"), 304.8, 457.2);
}

TEST(Paper, whatIsNoPaperIsRefused) {
    for (const char* text :
         {"", "napkin", "x", "300x", "300", "40x300", "300x6000", "300x400x500", "-300x400"})
        EXPECT_THROW(paperNamed(text), Error) << text;
}
