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
