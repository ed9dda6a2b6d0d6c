#include "core/enlarge/redraw.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/grey.h"
#include "core/artwork/rasterise.h"
#include "core/base/error.h"
#include "tests/support/pictures.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// A ring and a bar at eight times the size that the picture has.
cv::Mat large() {
    cv::Mat page(800, 1200, CV_8UC1, cv::Scalar(255));
    cv::circle(page, {400, 400}, 240, cv::Scalar(0), 70, cv::LINE_AA);
    const std::vector<cv::Point> bar{{760, 120}, {900, 160}, {1080, 640}, {940, 690}};
    cv::fillConvexPoly(page, bar, cv::Scalar(0), cv::LINE_AA);
    return page;
}

cv::Mat shrunk(const cv::Mat& page, double by) {
    cv::Mat small;
    cv::resize(page, small, {}, 1 / by, 1 / by, cv::INTER_AREA);
    return small;
}

cv::Mat drawnAt(const ArtworkPtr& drawing, double scale) { return greyOf(rasterise(*drawing, scale, {})); }

}  // namespace

TEST(Redraw, isSharpAtEightTimesTheSize) {
    const ArtworkPtr small = artworkOf(shrunk(large(), 8));
    const ArtworkPtr drawing = redrawn(*small, {});
    EXPECT_EQ(drawing->kind, Artwork::Kind::vector);
    EXPECT_EQ(drawing->size, small->size);
    const cv::Mat made = drawnAt(drawing, 8);
    ASSERT_EQ(made.size(), large().size());
    // Where the two differ is a thin seam along the outlines: a hundredth of the page.
    cv::Mat off;
    cv::absdiff(made, large(), off);
    EXPECT_LT(cv::countNonZero(off > 128), 0.01 * static_cast<double>(off.total()));
    const cv::Mat between = (made > 40) & (made < 215);
    EXPECT_LT(cv::countNonZero(between), 0.01 * static_cast<double>(made.total())) << "no grey rims";
}

TEST(Redraw, leavesSpecksOutAndKeepsTheInksColour) {
    cv::Mat page(100, 150, CV_8UC3, cv::Scalar(255, 255, 255));
    cv::rectangle(page, {30, 20, 60, 50}, cv::Scalar(160, 30, 40), -1);
    page.at<cv::Vec3b>(85, 120) = {0, 0, 0};
    page.at<cv::Vec3b>(85, 121) = {0, 0, 0};
    const ArtworkPtr picture = artworkOf(page);
    const auto inkAt = [&](double speck_px) {
        const cv::Mat drawn = drawnAt(redrawn(*picture, {75, speck_px}), 4);
        return cv::countNonZero(drawn(cv::Rect(460, 320, 60, 60)) < 200);
    };
    EXPECT_GT(inkAt(0), 0);
    EXPECT_EQ(inkAt(4), 0);
    const cv::Mat seen = rasterise(*redrawn(*picture, {}), 4, {});
    const cv::Vec4b ink = seen.at<cv::Vec4b>(180, 240);
    EXPECT_NEAR(ink[0], 160, 12);
    EXPECT_NEAR(ink[1], 30, 12);
    EXPECT_EQ(seen.at<cv::Vec4b>(20, 560)[3], 0) << "paper is see-through";
}

TEST(Redraw, aBlankPageIsABlankDrawing) {
    const ArtworkPtr blank = artworkOf(cv::Mat(60, 80, CV_8UC1, cv::Scalar(255)));
    EXPECT_EQ(cv::countNonZero(drawnAt(redrawn(*blank, {}), 2) < 255), 0);
}

TEST(Redraw, tooManyOutlinesAreSaid) {
    cv::Mat dots(500, 500, CV_8UC1, cv::Scalar(255));
    for (int y = 0; y < dots.rows; y += 2)
        for (int x = 0; x < dots.cols; x += 2) dots.at<std::uint8_t>(y, x) = 0;
    const ArtworkPtr grain = artworkOf(dots);
    try {
        redrawn(*grain, {75, 0});
        FAIL() << "grain has more outlines than a drawing";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_NE(std::string(error.what()).find("too many outlines"), std::string::npos) << error.what();
    }
    EXPECT_NO_THROW(redrawn(*grain, {75, 6})) << "with larger specks left out it can be drawn";
}

TEST(Redraw, lineArtIsToldFromPhotographs) {
    EXPECT_TRUE(isLineArt(shrunk(large(), 4)));
    EXPECT_FALSE(isLineArt(noise({200, 200}, CV_8UC3)));
    EXPECT_FALSE(isLineArt(cv::Mat(100, 100, CV_8UC1, cv::Scalar(200))));
    cv::Mat graded(200, 300, CV_8UC1);
    for (int x = 0; x < graded.cols; ++x) graded.col(x).setTo(x * 255 / graded.cols);
    EXPECT_FALSE(isLineArt(graded));
}
