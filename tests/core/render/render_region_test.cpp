#include "core/render/render_region.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/render/finished.h"
#include "core/render/preview.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

Print printOfPicture(const ArtworkPtr& artwork, const SizeMm& size, double ppi, Tone tone = {},
                     const std::string& method = "gel-rub-off") {
    const Job job = jobOf(artwork, size, method);
    const Job toned = withTone(job, job.pieces.front().id, tone);
    return printOf(toned, toned.pieces.front(), ppi);
}

const Tone colour{Tone::InkChoice::colour, {}}, grey{Tone::InkChoice::grey, {}},
    plain{.ink = Tone::InkChoice::grey, .contrast = {Contrast::Kind::none, 0}};

/// Every stage of grey at work.
Tone everyStage() {
    Tone tone = grey;
    tone.shades.lift[3] = 40;
    tone.inverted = true;
    tone.steps = 9;
    tone.screen = {Screen::Kind::hatch, 8, 33};
    return tone;
}

Tone vivid() {
    Tone tone = colour;
    tone.vividness = {60, 20};
    return tone;
}

cv::Mat part(const cv::Mat& whole, const RectPx& box) {
    return whole(cv::Rect(box.x, box.y, box.width, box.height)).clone();
}

/// Every kind of source: grey, colour, with alpha, deep.
std::vector<ArtworkPtr> sources() {
    std::vector<ArtworkPtr> all;
    for (int type : {CV_8UC1, CV_8UC2, CV_8UC3, CV_8UC4, CV_16UC3, CV_16UC4})
        all.push_back(artworkOf(noise({83, 59}, type)));
    return all;
}

}  // namespace

TEST(RenderRegion, sheetsStitchedAreTheWholeBitForBit) {
    for (const ArtworkPtr& artwork : sources())
        for (const Tone& tone : {grey, colour, everyStage(), vivid()})
            for (double ppi : {40.0, 120.0}) {
                const Print print = printOfPicture(artwork, {40, 28}, ppi, tone);
                const cv::Mat whole = renderWhole(print);
                const int x = print.size.width / 3, y = print.size.height / 2;
                for (const RectPx& box : {RectPx{0, 0, x, y}, RectPx{x, 0, print.size.width - x, y},
                                          RectPx{0, y, x, print.size.height - y},
                                          RectPx{x, y, print.size.width - x, print.size.height - y}})
                    EXPECT_TRUE(same(renderRegion(print, box), part(whole, box)));
            }
}

TEST(RenderRegion, theMirroredPrintIsTheExactFlip) {
    for (const ArtworkPtr& artwork : sources())
        for (const Tone& tone : {grey, colour, everyStage(), vivid()}) {
            Print print = printOfPicture(artwork, {40, 28}, 100, tone);
            print.mirrored = Mirrored::no;
            const cv::Mat reads = renderWhole(print);
            print.mirrored = Mirrored::yes;
            EXPECT_TRUE(same(renderWhole(print), flipped(reads)));
        }
}

TEST(RenderRegion, aReversedSourcePrintsReversed) {
    const cv::Mat pixels = noise({83, 59}, CV_8UC3);
    Print a = printOfPicture(artworkOf(pixels), {40, 28}, 100, plain),
          b = printOfPicture(artworkOf(flipped(pixels)), {40, 28}, 100, plain);
    a.enlarged = b.enlarged = {};  // what was learned has a left and a right
    EXPECT_TRUE(same(renderWhole(b), flipped(renderWhole(a))));
}

TEST(RenderRegion, mirroringFollowsTheMethod) {
    const ArtworkPtr artwork = artworkOf(marked({80, 60}, 3));
    EXPECT_EQ(printOfPicture(artwork, {80, 60}, 50, {}, "gel-rub-off").mirrored, Mirrored::yes);
    EXPECT_EQ(printOfPicture(artwork, {80, 60}, 50, {}, "tissue-overlay").mirrored, Mirrored::no);
    const cv::Mat printed = renderWhole(printOfPicture(artwork, {80, 60}, 50, plain, "gel-rub-off"));
    const double left = cv::mean(printed.colRange(0, printed.cols / 2))[0],
                 right = cv::mean(printed.colRange(printed.cols / 2, printed.cols))[0];
    EXPECT_LT(right, left) << "the mark of the upper left lies at the right of the print";
}

TEST(RenderRegion, whatIsSeeThroughIsBarePaper) {
    cv::Mat pixels(40, 40, CV_8UC4, cv::Scalar(0, 0, 0, 0));  // black, but not there
    pixels(cv::Rect(20, 0, 20, 40)).setTo(cv::Scalar(10, 20, 30, 255));
    for (const Tone& tone : {plain, colour}) {
        Print print = printOfPicture(artworkOf(pixels), {40, 40}, 100, tone);
        print.mirrored = Mirrored::no;
        const cv::Mat ink = renderWhole(print).reshape(1);
        EXPECT_EQ(ink.at<uchar>(80, 10), 255);
        EXPECT_LT(ink.at<uchar>(80, ink.cols - 10), 40);
        double least = 0;
        cv::minMaxLoc(ink.colRange(0, ink.cols / 2 - 12 * ink.cols / 158), &least, nullptr);
        EXPECT_EQ(least, 255) << "no dark fringe of invisible black";
    }
}

TEST(RenderRegion, greyIsTheLuminanceOfTheColour) {
    const Print print =
        printOfPicture(artworkOf(cv::Mat(20, 20, CV_8UC3, cv::Scalar(255, 0, 0))), {20, 20}, 50, plain);
    EXPECT_NEAR(renderWhole(print).at<uchar>(10, 10), 127, 1);
}

TEST(RenderRegion, shrinkingHappensInLinearLight) {
    cv::Mat board(64, 64, CV_8UC1);
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 64; ++x) board.at<uchar>(y, x) = (x + y) % 2 ? 255 : 0;
    const Print print = printOfPicture(artworkOf(board), {20, 20}, 10.16, plain);  // 8 x 8 px
    EXPECT_NEAR(renderWhole(print).at<uchar>(4, 4), 188, 3) << "half the light is encoded as 188, not 128";
}

TEST(RenderRegion, colourRunsThroughUnchanged) {
    const cv::Mat pixels = noise({40, 30}, CV_8UC3);
    Print print = printOfPicture(artworkOf(pixels), {40 * 25.4 / 100, 30 * 25.4 / 100}, 100, colour);
    print.mirrored = Mirrored::no;
    EXPECT_TRUE(same(renderWhole(print), pixels));
}

TEST(RenderRegion, aDrawingIsRasterisedAtThePrintsResolution) {
    const ScratchFolder folder;
    write(
        folder / "a.svg",
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10"><rect x="5" y="2" width="10" height="6"/></svg>)");
    const Print print = printOfPicture(readPicture(folder / "a.svg"), {200, 100}, 300, plain);
    const cv::Mat row = renderWhole(print).row(print.size.height / 2);
    int between = 0;
    for (int x = 0; x < row.cols; ++x) between += row.at<uchar>(0, x) > 8 && row.at<uchar>(0, x) < 247;
    EXPECT_LE(between, 6) << "edges are a pixel or two wide at ten times its size";
}

TEST(RenderRegion, lineArtOfADrawingOnNothingIsBlackOrBareAlone) {
    const ArtworkPtr drawing = [] {
        const std::string svg =
            R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm" viewBox="0 0 40 30">)"
            R"(<circle cx="15" cy="12" r="9.3" fill="none" stroke="black" stroke-width="1.1"/></svg>)";
        return readPicture(std::vector<unsigned char>(svg.begin(), svg.end()), "d.svg");
    }();
    for (const auto kind : {LineArt::Kind::automatic, LineArt::Kind::limit, LineArt::Kind::local}) {
        Tone tone = grey;
        tone.line_art.kind = kind;
        const cv::Mat ink = renderWhole(printOfPicture(drawing, {40, 30}, 150, tone));
        const int black = cv::countNonZero(ink == 0);
        EXPECT_EQ(black + cv::countNonZero(ink == 255), ink.rows * ink.cols);
        const double ring_mm2 = 3.14159 * 2 * 9.3 * 1.1;
        EXPECT_NEAR(black, ring_mm2 * 150 * 150 / 25.4 / 25.4, 0.03 * black);
    }
}

TEST(RenderRegion, anAbsurdPrintIsRefused) {
    EXPECT_THROW(printOfPicture(artworkOf(marked({80, 60}, 1)), {20000, 15000}, 2400), Error);
}

TEST(PreviewInk, isTheRenderersOwnPicture) {
    Print print = printOfPicture(artworkOf(noise({83, 59}, CV_8UC3)), {40, 28}, 60, grey);
    print.mirrored = Mirrored::no;
    EXPECT_TRUE(same(previewInk(print), renderWhole(print)));
    print.tone.contrast = {Contrast::Kind::strength, 90};
    EXPECT_TRUE(same(previewInk(print), renderWhole(print))) << "also when the resampled picture was kept";
}

TEST(OnGround, bareInkShowsTheGroundAndBlackStaysBlack) {
    const Rgb8 oak{217, 185, 138};
    const cv::Mat ink = (cv::Mat_<uchar>(1, 3) << 255, 128, 0);
    const cv::Mat face = onGround(ink, oak);
    EXPECT_EQ(face.at<cv::Vec3b>(0, 0), cv::Vec3b(217, 185, 138));
    EXPECT_EQ(face.at<cv::Vec3b>(0, 2), cv::Vec3b(0, 0, 0));
    EXPECT_LT(face.at<cv::Vec3b>(0, 1)[0], 217);
    EXPECT_GT(face.at<cv::Vec3b>(0, 1)[0], face.at<cv::Vec3b>(0, 1)[2]) << "grey ink on oak looks brown";
}
