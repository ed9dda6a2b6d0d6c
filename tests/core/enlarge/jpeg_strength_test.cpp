#include "core/enlarge/jpeg_strength.h"

#include <fstream>
#include <vips/vips8>

#include <gtest/gtest.h>

#include "core/artwork/vips_session.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

std::vector<unsigned char> jpegOf(const cv::Mat& pixels, int quality) {
    startVips();
    const vips::VImage image =
        vips::VImage::new_from_memory(pixels.data, pixels.total() * pixels.elemSize(), pixels.cols,
                                      pixels.rows, pixels.channels(), VIPS_FORMAT_UCHAR);
    void* bytes = nullptr;
    std::size_t length = 0;
    image.write_to_buffer(".jpg", &bytes, &length, vips::VImage::option()->set("Q", quality));
    const std::vector<unsigned char> file(static_cast<unsigned char*>(bytes),
                                          static_cast<unsigned char*>(bytes) + length);
    g_free(bytes);
    return file;
}

}  // namespace

TEST(JpegStrength, isReadFromTheFilesOwnTable) {
    for (const int quality : {20, 40, 50, 60, 75, 85, 95, 100})
        for (const int type : {CV_8UC1, CV_8UC3})
            EXPECT_EQ(jpegQuality(jpegOf(noise({40, 30}, type), quality)), quality) << type;
    EXPECT_DOUBLE_EQ(strengthOf(60), 0.4);
    EXPECT_DOUBLE_EQ(strengthOf({}), 0);
}

TEST(JpegStrength, ofWhatIsNoJpegIsNothing) {
    EXPECT_FALSE(jpegQuality({}));
    const std::string words = "this is no picture";
    EXPECT_FALSE(jpegQuality(std::vector<unsigned char>(words.begin(), words.end())));
    std::vector<unsigned char> file = jpegOf(noise({40, 30}, CV_8UC3), 60);
    for (std::size_t cut = 0; cut < 400 && cut < file.size(); cut += 7) {
        const std::vector<unsigned char> part(file.begin(), file.begin() + static_cast<std::ptrdiff_t>(cut));
        if (const auto quality = jpegQuality(part)) {
            EXPECT_EQ(*quality, 60) << cut;
        }
    }
}
