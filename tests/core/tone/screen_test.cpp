#include "core/tone/screen.h"

#include <opencv2/imgproc.hpp>
#include <set>

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "core/tone/blue_noise.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

const Screen::Kind kinds[] = {Screen::Kind::line,  Screen::Kind::round, Screen::Kind::ellipse,
                              Screen::Kind::cross, Screen::Kind::hatch, Screen::Kind::grain};

cv::Mat screened(const Screen& screen, const PixelGrid& grid, cv::Mat ink, const RectPx& box) {
    layScreen(ink, screen, grid, box);
    return ink;
}

double coverage(const cv::Mat& ink) { return 1 - cv::mean(ink)[0] / 255; }

}  // namespace

// Over all shades, at every angle, and also where cells are a whole number of pixels.
TEST(Screen, coversJustThePartThatTheToneAsks) {
    constexpr int side = 700;
    for (Screen::Kind kind : kinds)
        for (const auto& [ppi, per_cm, angle] :
             {std::tuple{300.0, 10.0, 45.0}, {254.0, 10.0, 0.0}, {300.0, 24.0, 52.5}, {600.0, 30.0, 90.0}})
            for (int grey = 0; grey <= 255; grey += 15) {
                const cv::Mat ink =
                    screened({kind, per_cm, angle}, {ppi}, cv::Mat(side, side, CV_8UC1, cv::Scalar(grey)),
                             {0, 0, side, side});
                EXPECT_NEAR(coverage(ink), 1 - grey / 255.0, 0.01)
                    << name(kind) << " " << ppi << " " << angle << " grey " << grey;
            }
}

TEST(Screen, lightAndDarkEndsAreBareAndSolid) {
    for (Screen::Kind kind : kinds)
        for (int grey : {0, 255}) {
            const cv::Mat ink = screened({kind, 12, 30}, {300}, cv::Mat(200, 200, CV_8UC1, cv::Scalar(grey)),
                                         {0, 0, 200, 200});
            EXPECT_EQ(cv::countNonZero(ink != grey), 0) << name(kind);
        }
}

RC_GTEST_PROP(Screen, aRegionIsThatPartOfTheWhole, ()) {
    const Screen screen{*rc::gen::elementOf(std::vector<Screen::Kind>(std::begin(kinds), std::end(kinds))),
                        *rc::gen::inRange(4, 40) * 1.0, *rc::gen::inRange(-90, 90) * 1.0};
    const PixelGrid grid{*rc::gen::element(150.0, 203.0, 300.0)};
    const cv::Mat tone = noise({240, 180}, CV_8UC1, 3);
    const cv::Mat whole = screened(screen, grid, tone.clone(), {0, 0, 240, 180});
    const int x = *rc::gen::inRange(0, 239), y = *rc::gen::inRange(0, 179);
    const RectPx box{x, y, *rc::gen::inRange(1, 240 - x), *rc::gen::inRange(1, 180 - y)};
    const cv::Rect at(box.x, box.y, box.width, box.height);
    RC_ASSERT(same(screened(screen, grid, tone(at).clone(), box), whole(at)));
}

// On a coarse raster the smooth rims cover as much as the solid ones.
TEST(Screen, smoothRimsAreForLookingAtAndCoverAsMuch) {
    cv::Mat smooth(300, 300, CV_8UC1, cv::Scalar(100));
    layScreen(smooth, {Screen::Kind::round, 10, 30}, {90}, {0, 0, 300, 300}, Rims::smooth);
    EXPECT_NEAR(coverage(smooth), 1 - 100 / 255.0, 0.01);
    EXPECT_GT(cv::countNonZero((smooth > 0) & (smooth < 255)), 1000);
}

// Ten lines to the centimetre are ten lines, whatever the resolution.
TEST(Screen, itsLinesAreAsManyAsAsked) {
    for (double ppi : {254.0, 300.0, 600.0}) {
        const PixelGrid grid{ppi};
        const int side = grid.nearest(30);
        const cv::Mat ink = screened({Screen::Kind::line, 10, 0}, grid,
                                     cv::Mat(side, 60, CV_8UC1, cv::Scalar(128)), {0, 0, 60, side});
        cv::Mat rows;
        cv::reduce(ink, rows, 1, cv::REDUCE_AVG, CV_32F);
        int lines = 0;
        for (int y = 1; y < rows.rows; ++y) lines += rows.at<float>(y - 1) >= 128 && rows.at<float>(y) < 128;
        EXPECT_NEAR(lines, 30, 1) << ppi;
    }
}

TEST(Screen, oneTooFineForThePixelsLeavesTheTone) {
    const cv::Mat tone = noise({60, 60}, CV_8UC1);
    EXPECT_TRUE(same(screened({Screen::Kind::round, 40, 45}, {150}, tone.clone(), {0, 0, 60, 60}), tone));
    EXPECT_TRUE(same(screened({Screen::Kind::none, 40, 45}, {150}, tone.clone(), {0, 0, 60, 60}), tone));
    EXPECT_NEAR(cellPixels({Screen::Kind::line, 10, 0}, {254}), 10, 1e-9);
}

TEST(BlueNoise, holdsEveryNumberOnceAndItsCellsKeepTheirDistance) {
    const std::vector<std::uint16_t>& noise = blueNoise();
    std::set<std::uint16_t> all(noise.begin(), noise.end());
    EXPECT_EQ(all.size(), noise.size());
    EXPECT_EQ(*all.rbegin(), blue_noise_side * blue_noise_side - 1);
    // A sixteenth of the cells: four cells apart if they stood in a square lattice; blue noise comes near.
    const int few = blue_noise_side * blue_noise_side / 16;
    std::vector<cv::Point> points;
    for (int i = 0; i < static_cast<int>(noise.size()); ++i)
        if (noise[static_cast<std::size_t>(i)] < few)
            points.push_back({i % blue_noise_side, i / blue_noise_side});
    double sum = 0;
    for (const cv::Point& p : points) {
        double nearest = 1e9;
        for (const cv::Point& q : points) {
            if (p == q) continue;
            const auto apart = [](int a, int b) {
                const int d = std::abs(a - b);
                return std::min(d, blue_noise_side - d);
            };
            nearest = std::min(nearest, std::hypot(apart(p.x, q.x), apart(p.y, q.y)));
        }
        EXPECT_GE(nearest, 2) << "no two touch";
        sum += nearest;
    }
    EXPECT_GT(sum / static_cast<double>(points.size()), 3.0) << "at random it would be 2";
}
