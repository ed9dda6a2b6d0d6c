#include "core/artwork/lettering.h"

#include <opencv2/core.hpp>

#include <gtest/gtest.h>

#include "core/artwork/edited.h"
#include "core/measure/pixel_grid.h"

using namespace tympan;

namespace {

/// The box of the ink in mm.
RectMm inkOf(const ArtworkPtr& artwork, double scale) {
    cv::Mat alpha, places;
    const cv::Mat pixels = pixelsFor(*artwork, scale);
    cv::extractChannel(pixels, alpha, pixels.channels() - 1);
    cv::findNonZero(alpha > 127, places);
    int left = pixels.cols, top = pixels.rows, right = 0, bottom = 0;
    for (int i = 0; i < static_cast<int>(places.total()); ++i) {
        const auto p = places.at<cv::Point>(i);
        left = std::min(left, p.x), right = std::max(right, p.x + 1);
        top = std::min(top, p.y), bottom = std::max(bottom, p.y + 1);
    }
    const double p = mm_per_inch / 96 / scale;
    return {left * p, top * p, (right - left) * p, (bottom - top) * p};
}

}  // namespace

TEST(Lettering, capitalsAreAsTallAsAskedInEveryFace) {
    for (const std::string& face : letteringFaces())
        for (double cap : {8.0, 25.0}) {
            const RectMm ink = inkOf(letteringPicture({"HIT", face, cap}), 4);
            EXPECT_NEAR(ink.height, cap, 0.03 * cap + 0.1) << face;
        }
}

TEST(Lettering, rememberWhatTheyWereMadeFrom) {
    const Lettering lettering{"Brindle & <Moor>", "Cabin", 18};
    const ArtworkPtr made = letteringPicture(lettering);
    EXPECT_EQ(letteringOf(*made), lettering);
    PictureEdit edit;
    edit.quarters = 1;
    EXPECT_EQ(letteringOf(*edited(made, edit)), lettering) << "turned or not";
    EXPECT_EQ(made->kind, Artwork::Kind::vector) << "sharp at any size";
}

TEST(Lettering, pairsOfLettersAreSetAsTheTypefaceSays) {
    // Kerned, AV is narrower than A and V beside each other.
    const auto width = [](const std::string& words) {
        return inkOf(letteringPicture({words, "Cabin", 20}), 4).width;
    };
    EXPECT_LT(width("AV"), width("A") + width("V") - 0.3);
    EXPECT_GT(width("AV"), 0.8 * (width("A") + width("V"))) << "but beside each other";
    EXPECT_GT(width("MMMM"), 3.9 * width("M"));
}

TEST(Lettering, whatCannotBeDrawnIsSaid) {
    EXPECT_THROW(letteringPicture({"", "Cabin", 20}), Error);
    EXPECT_THROW(letteringPicture({"   ", "Cabin", 20}), Error);
    EXPECT_THROW(letteringPicture({"\xe6\xbc\xa2", "Cabin", 20}), Error) << "no such letter in it";
    EXPECT_THROW(letteringPicture({"A", "Nowhere", 20}), Error);
    EXPECT_THROW(letteringPicture({std::string(2000, 'A'), "Cabin", 20}), Error);
    EXPECT_FALSE(letteringOf(Artwork{}));
}
