#include "core/artwork/write_picture.h"

#include <vips/vips8>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

TEST(WritePicture, pixelsAndResolutionComeBack) {
    const ScratchFolder folder;
    for (const char* name : {"a.png", "a.tif", "b.TIFF"})
        for (int channels : {1, 3}) {
            const cv::Mat pixels = noise({61, 37}, CV_8UC(channels));
            writePicture(folder / name, pixels, 300);
            EXPECT_TRUE(same(load(folder / name), pixels)) << name;
            EXPECT_NEAR(vips::VImage::new_from_file((folder / name).c_str()).xres() * 25.4, 300, 0.02)
                << name;
        }
}

TEST(WritePicture, refusesOtherEndingsAndFoldersThatAreNot) {
    const ScratchFolder folder;
    const cv::Mat pixels = noise({8, 8}, CV_8UC1);
    try {
        writePicture(folder / "a.gif", pixels, 300);
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::usage);
    }
    try {
        writePicture(folder / "none" / "a.png", pixels, 300);
        FAIL();
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::output);
    }
    EXPECT_TRUE(folder.names().empty());
}

TEST(WritePicture, rowsAreAskedForInBandsFromTheTopAndComeBackWhole) {
    const ScratchFolder folder;
    const cv::Mat pixels = noise({5000, 7000}, CV_8UC1);  // more than two bands
    for (const char* name : {"a.png", "a.tif"}) {
        std::vector<std::pair<int, int>> asked;
        writePicture(folder / name, {pixels.cols, pixels.rows}, 300, [&](int first, int last) {
            asked.emplace_back(first, last);
            return pixels.rowRange(first, last);
        });
        EXPECT_TRUE(same(load(folder / name), pixels)) << name;
        ASSERT_GT(asked.size(), 2u);
        EXPECT_EQ(asked.front().first, 0);
        EXPECT_EQ(asked.back().second, pixels.rows);
        for (std::size_t i = 1; i < asked.size(); ++i) EXPECT_EQ(asked[i].first, asked[i - 1].second) << name;
    }
}

TEST(WritePicture, whatRowsThrowsComesThroughAndNoFileIsLeft) {
    const ScratchFolder folder;
    for (int band : {0, 2}) {
        int asked = 0;
        try {
            writePicture(folder / "a.png", {5000, 9000}, 300, [&](int first, int last) -> cv::Mat {
                if (asked++ == band) throw Error(Error::Kind::stopped, "", Text("stopped"), {});
                return cv::Mat::zeros(last - first, 5000, CV_8UC1);
            });
            ADD_FAILURE() << "stopped at band " << band;
        } catch (const Error& error) {
            EXPECT_EQ(error.kind(), Error::Kind::stopped);
        }
        EXPECT_TRUE(folder.names().empty());
    }
}
