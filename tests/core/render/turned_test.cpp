#include "core/render/turned.h"

#include <numbers>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/layout/placed_region.h"
#include "core/render/render_region.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A hill and a slope: smooth, so that any exact reading of it gives the same.
double smooth(double x, double y) {
    return 128 + 60 * std::sin(x * 0.21) * std::cos(y * 0.17) + 40 * std::sin(0.05 * (x + 2 * y));
}

cv::Mat smoothGreys(SizePx size) {
    cv::Mat pixels(size.height, size.width, CV_16UC1);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x)
            pixels.at<std::uint16_t>(y, x) =
                static_cast<std::uint16_t>(std::lround(257 * smooth(x + 0.5, y + 0.5)));
    return pixels;
}

/// A print turned about its middle into the box that holds it.
Print laid(const Print& print, double degrees) {
    PlacedRegion part;
    part.region = part.inked = {0, 0, print.size.width, print.size.height};
    part.layAt({0, 0}, degrees);
    Affine to_box = part.toPage();
    to_box.e -= part.placed.x, to_box.f -= part.placed.y;
    return turnedPrint(print, to_box, {part.placed.width, part.placed.height});
}

}  // namespace

RC_GTEST_PROP(TurnedPrint, showsThePictureWhereItLies, ()) {
    const SizePx size{90, 60};
    // 1 px of the artwork to 1, 2/3 and 1.5 px of the print.
    const double scale = *rc::gen::element(1.0, 1.5, 2.0 / 3);
    Job job = jobOf(artworkOf(smoothGreys(size)),
                    {size.width * 25.4 / 100 * scale, size.height * 25.4 / 100 * scale});
    job = withTone(job, job.pieces.front().id, {.contrast = {Contrast::Kind::none, 0}});
    Print print = printOf(job, job.pieces.front(), 100);
    print.mirrored = *rc::gen::element(Mirrored::no, Mirrored::yes);
    const double degrees = *rc::gen::inRange(-3600, 3600) / 10.0;
    const Print turned = laid(print, degrees);
    const cv::Mat ink = renderWhole(turned);
    double worst = 0;
    int inside = 0, bare = 0;
    for (int y = 0; y < ink.rows; ++y)
        for (int x = 0; x < ink.cols; ++x) {
            const PointMm at = turned.turn->to_finished({x + 0.5, y + 0.5});
            const double margin = 3;
            const double w = print.size.width, h = print.size.height;
            if (at.x > margin && at.y > margin && at.x < w - margin && at.y < h - margin) {
                ++inside;
                const double wanted = smooth(at.x * size.width / w, at.y * size.height / h);
                worst = std::max(worst, std::abs(wanted - ink.at<std::uint8_t>(y, x)));
            } else if (at.x < -1 || at.y < -1 || at.x > w + 1 || at.y > h + 1) {
                ++bare;
                RC_ASSERT(ink.at<std::uint8_t>(y, x) == 255);
            }
        }
    RC_ASSERT(inside > 0.7 * print.size.width * print.size.height);
    // One grey is rounding; the kernel's own error at these waves is below another.
    RC_ASSERT(worst < 2.5);
}

TEST(TurnedPrint, showsAPictureOfManyMorePixelsToo) {
    // Nine of its pixels to one, and waves that are long beside that.
    cv::Mat pixels(540, 810, CV_8UC1);
    const auto wave = [](double x, double y) { return 128 + 70 * std::sin(x / 60) * std::cos(y / 70); };
    for (int y = 0; y < pixels.rows; ++y)
        for (int x = 0; x < pixels.cols; ++x)
            pixels.at<std::uint8_t>(y, x) = static_cast<std::uint8_t>(std::lround(wave(x + 0.5, y + 0.5)));
    Job job = jobOf(artworkOf(pixels), {90 * 25.4 / 100, 60 * 25.4 / 100});
    job = withTone(job, job.pieces.front().id, {.contrast = {Contrast::Kind::none, 0}});
    const Print turned = laid(printOf(job, job.pieces.front(), 100), 33);
    const cv::Mat ink = renderWhole(turned);
    double worst = 0;
    for (int y = 0; y < ink.rows; ++y)
        for (int x = 0; x < ink.cols; ++x) {
            const PointMm at = turned.turn->to_finished({x + 0.5, y + 0.5});
            if (at.x < 4 || at.y < 4 || at.x > 86 || at.y > 56) continue;
            worst = std::max(worst, std::abs(wave(at.x * 9, at.y * 9) - ink.at<std::uint8_t>(y, x)));
        }
    EXPECT_LT(worst, 3);
    EXPECT_TRUE(same(renderRegion(turned, {30, 20, 25, 31}), ink(cv::Rect(30, 20, 25, 31)).clone()));
}

RC_GTEST_PROP(TurnedPrint, partsPutTogetherAreTheWhole, ()) {
    const int channels = *rc::gen::element(1, 3, 4);
    Job job = jobOf(artworkOf(noise({240, 170}, CV_8UC(channels))), {60, 40});
    Tone tone;
    tone.ink = *rc::gen::element(Tone::InkChoice::grey, Tone::InkChoice::colour);
    tone.screen.kind = *rc::gen::element(Screen::Kind::none, Screen::Kind::scatter);
    job = withTone(job, job.pieces.front().id, tone);
    const Print turned = laid(printOf(job, job.pieces.front(), 200), *rc::gen::inRange(1, 359) + 0.37);
    const cv::Mat whole = renderWhole(turned);
    const int x = *rc::gen::inRange(0, whole.cols - 20), y = *rc::gen::inRange(0, whole.rows - 20);
    const int width = *rc::gen::inRange(1, whole.cols - x), height = *rc::gen::inRange(1, whole.rows - y);
    RC_ASSERT(
        same(renderRegion(turned, {x, y, width, height}), whole(cv::Rect(x, y, width, height)).clone()));
}

TEST(TurnedPrint, bareStaysBareAndSolidSolid) {
    cv::Mat pixels(80, 80, CV_8UC1, cv::Scalar(255));
    pixels(cv::Rect(20, 20, 40, 40)).setTo(0);
    Job job = jobOf(artworkOf(pixels), {20.32, 20.32});
    job = withTone(job, job.pieces.front().id, {.contrast = {Contrast::Kind::none, 0}});
    const cv::Mat ink = renderWhole(laid(printOf(job, job.pieces.front(), 300), 33));
    const auto middle = ink(cv::Rect(ink.cols / 2 - 40, ink.rows / 2 - 40, 80, 80));
    EXPECT_EQ(cv::countNonZero(middle), 0) << "no ripple in what is black";
    // Ripples beyond an edge would be greys between bare and black far from it.
    EXPECT_EQ(cv::countNonZero(ink != 255) + cv::countNonZero(ink == 255), static_cast<int>(ink.total()));
    EXPECT_EQ(ink.at<std::uint8_t>(0, 0), 255);
}

TEST(TurnedPrint, aTornRimIsTheSameTearWhereverThePieceLies) {
    Job job = jobOf(artworkOf(cv::Mat(200, 300, CV_8UC1, cv::Scalar(60))), {60, 40});
    job = withEdge(job, job.pieces.front().id, {.rim = Rim::torn, .rim_mm = 4});
    const Print print = printOf(job, job.pieces.front(), 150);
    const Print turned = laid(print, 41);
    const cv::Mat upright = renderWhole(print), ink = renderWhole(turned);
    int alike = 0, all = 0;
    for (int y = 0; y < ink.rows; ++y)
        for (int x = 0; x < ink.cols; ++x) {
            PointMm at = turned.turn->to_finished({x + 0.5, y + 0.5});
            if (print.mirrored == Mirrored::yes) at.x = print.size.width - at.x;
            if (at.x < 0 || at.y < 0 || at.x >= upright.cols || at.y >= upright.rows) continue;
            ++all;
            alike += std::abs(upright.at<std::uint8_t>(static_cast<int>(at.y), static_cast<int>(at.x)) -
                              ink.at<std::uint8_t>(y, x)) < 128;
        }
    EXPECT_GT(alike, 0.97 * all);
}
