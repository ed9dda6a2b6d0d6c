#include <opencv2/imgproc.hpp>

#include <fmt/format.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/render/render_region.h"
#include "core/tone/box_mean.h"
#include "core/tone/line_art.h"
#include "core/tone/local_contrast.h"
#include "core/tone/scatter.h"
#include "core/tone/solids.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// For what a test says when it fails.
std::string toneWords(const Tone& tone) {
    return fmt::format("local {} art {} {} {} solids {}", tone.local.amount,
                       static_cast<int>(tone.line_art.kind), tone.line_art.specks_mm, tone.line_art.gaps_mm,
                       static_cast<int>(tone.solids.kind));
}

const PixelGrid grid{254};  // a tenth of a millimetre

Print printWith(const Tone& tone, const ArtworkPtr& artwork, const SizeMm& size, double ppi) {
    Job job = jobOf(artwork, size);
    job = withTone(job, job.pieces.front().id, tone);
    return printOf(job, job.pieces.front(), ppi);
}

Tone greyTone() {
    Tone tone;
    tone.ink = Tone::InkChoice::grey;
    return tone;
}

/// Tones whose every pixel depends on what is about it.
std::vector<Tone> lookingAround() {
    std::vector<Tone> tones(6, greyTone());
    tones[0].local = {80, 2};
    tones[1].line_art.kind = LineArt::Kind::local;
    tones[1].line_art.around_mm = 3;
    tones[2].line_art = {LineArt::Kind::automatic, 128, 5, 0.6, 0.8};
    tones[3].solids.kind = Solids::Kind::hatched;
    tones[4].screen.kind = Screen::Kind::scatter;
    tones[5].local = {50, 3};
    tones[5].line_art = {LineArt::Kind::local, 128, 4, 0.5, 0.5};
    tones[5].solids = {Solids::Kind::dotted, 50};
    tones[5].screen = {Screen::Kind::line, 10, 20};
    return tones;
}

/// Blots of every size, so that there are solids, specks and gaps.
cv::Mat blots(int channels) {
    cv::Mat pixels = noise({160, 120}, CV_8UC(channels), 7);
    cv::GaussianBlur(pixels, pixels, {}, 2.5);
    cv::Mat wide = (pixels - cv::Scalar::all(118)) * 30;
    wide(cv::Rect(20, 20, 60, 70)).setTo(cv::Scalar(0, 0, 0, 255));
    if (channels % 2 == 0) wide(cv::Rect(90, 10, 30, 40)).setTo(cv::Scalar::all(0));
    return wide;
}

}  // namespace

TEST(Neighbourhood, regionsAreTheWholeBitForBitWhateverLooksAround) {
    for (int channels : {1, 3, 4}) {
        const ArtworkPtr artwork = artworkOf(blots(channels));
        for (const Tone& tone : lookingAround()) {
            const Print print = printWith(tone, artwork, {80, 60}, 150);
            const cv::Mat whole = renderWhole(print);
            for (const RectPx& box :
                 {RectPx{0, 0, 100, 90}, RectPx{131, 77, 60, 101}, RectPx{print.size.width - 70, 40, 70, 50}})
                EXPECT_TRUE(same(renderRegion(print, box),
                                 whole(cv::Rect(box.x, box.y, box.width, box.height)).clone()))
                    << toneWords(tone) << " channels " << channels << " at " << box.x;
        }
    }
}

TEST(Neighbourhood, theMirroredPrintIsTheFlipOfTheOther) {
    const ArtworkPtr artwork = artworkOf(blots(3));
    for (const Tone& tone : lookingAround()) {
        Print print = printWith(tone, artwork, {40, 30}, 150);
        print.mirrored = Mirrored::no;
        const cv::Mat straight = renderWhole(print);
        print.mirrored = Mirrored::yes;
        EXPECT_TRUE(same(renderWhole(print), flipped(straight))) << toneWords(tone);
    }
}

RC_GTEST_PROP(SquareRows, areThoseOfTheSquare, ()) {
    const cv::Mat values = noise({31, 23}, CV_16UC1, *rc::gen::inRange(1u, 500u));
    const int radius = *rc::gen::inRange(0, 40);
    const int x = *rc::gen::inRange(0, 31), y = *rc::gen::inRange(0, 23);
    double sum = -1, squares = -1, pixels = -1;
    eachSquareRow(values, radius, true, [&](int row, const SquareRow& sums) {
        if (row != y) return;
        const auto at = static_cast<std::size_t>(x);
        sum = sums.sum[at], squares = sums.squares[at], pixels = 1 / sums.part[at];
    });
    const cv::Rect square =
        cv::Rect(x - radius, y - radius, 2 * radius + 1, 2 * radius + 1) & cv::Rect(0, 0, 31, 23);
    cv::Mat part;
    values(square).convertTo(part, CV_64F);
    RC_ASSERT(std::abs(pixels - square.area()) < 1e-9);
    RC_ASSERT(sum == cv::sum(part)[0]);
    RC_ASSERT(std::abs(squares - part.dot(part)) < 1e-3 * part.dot(part) + 1);
}

TEST(LocalContrast, detailGrowsAndEvenPlacesAndStrongEdgesStay) {
    cv::Mat grey(200, 300, CV_16UC1, cv::Scalar(20000));
    grey(cv::Rect(150, 0, 150, 200)).setTo(52000);
    for (int y = 60; y < 140; ++y)
        for (int x = 20; x < 100; ++x) grey.at<std::uint16_t>(y, x) = x / 3 % 2 != 0 ? 21500 : 18500;
    cv::Mat done = grey.clone();
    addLocalContrast(done, grey, {100, 4}, grid);
    const auto at = [](const cv::Mat& m, int x, int y) {
        return static_cast<int>(m.at<std::uint16_t>(y, x));
    };
    EXPECT_GT(at(done, 61, 100) - at(done, 64, 100) < 0 ? at(done, 64, 100) - at(done, 61, 100)
                                                        : at(done, 61, 100) - at(done, 64, 100),
              2 * 3000 - 600)
        << "three times as much at most, twice at least";
    EXPECT_NEAR(at(done, 110, 20), 20000, 60);
    EXPECT_NEAR(at(done, 149, 20), 20000, 3500) << "no halo along an edge";
    EXPECT_NEAR(at(done, 150, 20), 52000, 3500);
}

TEST(LocalLimit, linesAreFoundWhereTheLightFallsOff) {
    cv::Mat seen(300, 400, CV_16UC1);
    for (int x = 0; x < 400; ++x) seen.col(x).setTo(60000 - 110 * x);
    cv::Mat truth(300, 400, CV_8UC1, cv::Scalar(255));
    for (int i = 0; i < 12; ++i) cv::line(truth, {10 + 32 * i, 20}, {24 + 32 * i, 280}, 0, 3);
    for (int y = 0; y < 300; ++y)
        for (int x = 0; x < 400; ++x)
            if (truth.at<uchar>(y, x) == 0)
                seen.at<std::uint16_t>(y, x) =
                    static_cast<std::uint16_t>(seen.at<std::uint16_t>(y, x) * 0.45);
    LineArt art;
    art.kind = LineArt::Kind::local;
    cv::Mat found;
    localBlackAndWhite(seen, 20, art, grid).convertTo(found, CV_8U, 1 / 257.0);
    cv::Mat wrong;
    cv::absdiff(found, truth, wrong);
    EXPECT_LT(cv::countNonZero(wrong), 0.01 * 300 * 400);
}

TEST(MendLines, specksGoBreaksCloseAndHatchingStaysOpen) {
    cv::Mat ink(200, 300, CV_8UC1, cv::Scalar(255));
    cv::line(ink, {10, 40}, {140, 40}, 0, 3);
    cv::line(ink, {146, 40}, {290, 40}, 0, 3);  // a break of 5 px
    for (int i = 0; i < 20; ++i) cv::line(ink, {20 + 8 * i, 80}, {60 + 8 * i, 180}, 0, 3);
    const cv::Mat lines = ink.clone();
    cv::circle(ink, {250, 120}, 2, 0, -1);
    cv::circle(ink, {265, 170}, 9, 0, -1);
    LineArt art;
    art.specks_mm = 0.6;
    art.gaps_mm = 0.7;
    mendLines(ink, art, grid);
    EXPECT_EQ(ink.at<uchar>(120, 250), 255) << "the speck is gone";
    EXPECT_EQ(ink.at<uchar>(170, 265), 0) << "the dot is no speck";
    EXPECT_EQ(ink.at<uchar>(40, 143), 0) << "the break is closed";
    cv::Mat hatching_before = lines(cv::Rect(0, 70, 240, 120)), off;
    cv::absdiff(ink(cv::Rect(0, 70, 240, 120)), hatching_before, off);
    EXPECT_LT(cv::countNonZero(off), 60) << "what runs side by side is not joined";
}

TEST(BreakUp, insideIsLighterEdgesAreCrispAndSmallPartsStay) {
    cv::Mat ink(400, 600, CV_8UC1, cv::Scalar(255));
    cv::rectangle(ink, {40, 40, 200, 300}, 10, cv::FILLED);  // 20 mm wide
    cv::rectangle(ink, {300, 40, 60, 300}, 10, cv::FILLED);  // 6 mm: below the limit
    const cv::Mat before = ink.clone();
    for (const auto kind : {Solids::Kind::lightened, Solids::Kind::hatched, Solids::Kind::dotted}) {
        cv::Mat broken = before.clone();
        breakUp(broken, {kind, 60}, {}, grid, {0, 0, 600, 400}, Rims::solid);
        const cv::Mat inside = broken(cv::Rect(60, 60, 160, 260));
        EXPECT_NEAR(1 - cv::mean(inside)[0] / 255, 0.6, 0.03) << static_cast<int>(kind);
        EXPECT_TRUE(
            same(broken(cv::Rect(290, 0, 310, 400)).clone(), before(cv::Rect(290, 0, 310, 400)).clone()));
        EXPECT_EQ(cv::countNonZero(broken(cv::Rect(40, 40, 7, 300)) != 10), 0) << "its rim stays black";
    }
}

RC_GTEST_PROP(Scatter, coversAsMuchAsTheGreysSay, ()) {
    const int grey = *rc::gen::inRange(0, 256);
    const SizePx size{*rc::gen::inRange(200, 300), *rc::gen::inRange(200, 300)};
    const cv::Mat dots = scattered(size, [&](int first, int last) {
        return cv::Mat(last - first, size.width, CV_8UC1, cv::Scalar(grey));
    });
    const double k = 1 - cv::mean(unpacked(dots, {0, 0, size.width, size.height}))[0] / 255;
    RC_ASSERT(std::abs(k - (1 - grey / 255.0)) < 0.01);
}
