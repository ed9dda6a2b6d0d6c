#include "core/pdf/packed_ink.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/artwork/read_picture.h"
#include "core/base/data_folder.h"
#include "core/base/deflate.h"
#include "core/pdf/pdf_file.h"
#include "core/render/render_region.h"
#include "core/tone/screen.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

/// Ink as a viewer sees it, one pixel a point of the page.
cv::Mat seen(const cv::Mat& ink) {
    const ScratchFolder folder;
    const PixelGrid grid{72};
    PdfFile pdf(Language{}, folder / "i.pdf", "ink", 0);
    pdf.beginPage({grid.mm(ink.cols), grid.mm(ink.rows)});
    pdf.picture(ink, 0, 0, grid);
    pdf.endPage();
    pdf.commit();
    EXPECT_EQ(run({"pdftoppm", "-r", "72", "-tiff", "-tiffcompression", "none", (folder / "i.pdf").string(),
                   (folder / "p").string()})
                  .status,
              0);
    cv::Mat page = load(folder / "p-1.tif");
    if (ink.channels() == 1 && page.channels() == 3) cv::cvtColor(page, page, cv::COLOR_RGB2GRAY);
    if (ink.channels() == 3 && page.channels() == 1) cv::cvtColor(page, page, cv::COLOR_GRAY2RGB);
    return page;
}

/// Black shapes on paper.
cv::Mat lineArt(const SizePx& size) {
    cv::Mat ink(size.height, size.width, CV_8UC1, cv::Scalar(255));
    for (int i = 1; i < 12; ++i)
        cv::circle(ink, {size.width / 2, size.height / 2}, i * size.height / 26, cv::Scalar(0), 3);
    cv::line(ink, {5, 9}, {size.width - 7, size.height - 30}, cv::Scalar(0), 5);
    return ink;
}

cv::Mat screened(Screen::Kind kind) {
    cv::Mat grey(900, 1003, CV_8UC1);
    for (int y = 0; y < grey.rows; ++y)
        for (int x = 0; x < grey.cols; ++x) grey.at<uchar>(y, x) = static_cast<uchar>((x + y) * 255 / 1903);
    layScreen(grey, {kind, 40, 30}, {300}, {0, 0, grey.cols, grey.rows}, Rims::solid);
    return grey;
}

std::size_t bitsRoom(const cv::Mat& ink) {
    return (static_cast<std::size_t>(ink.cols) + 7) / 8 * static_cast<std::size_t>(ink.rows);
}

}  // namespace

TEST(PackedInk, whateverItIsAViewerSeesTheSamePixels) {
    cv::Mat grey_in_colour = noise({121, 97}, CV_8UC3);
    grey_in_colour.colRange(0, 60).setTo(cv::Scalar::all(90));
    for (const cv::Mat& ink :
         {noise({301, 207}, CV_8UC1), noise({301, 207}, CV_8UC3), grey_in_colour, lineArt({403, 301}),
          screened(Screen::Kind::round), cv::Mat(noise({333, 111}, CV_8UC1) > 127),
          cv::Mat(40, 50, CV_8UC1, cv::Scalar(255)), cv::Mat(40, 51, CV_8UC1, cv::Scalar(0)),
          cv::Mat(1, 1, CV_8UC1, cv::Scalar(0))})
        EXPECT_TRUE(same(seen(ink), ink)) << ink.cols << " x " << ink.rows << " x " << ink.channels();
}

TEST(PackedInk, partsOfALargePictureMeetWithoutALine) {
    const cv::Mat ink = noise({2100, 3000}, CV_8UC1);
    ASSERT_GT(partsOf({0, 0, ink.cols, ink.rows}).size(), 1u);
    EXPECT_TRUE(same(seen(ink), ink));
}

TEST(PackedInk, blackOnPaperTakesABitAPixelAtMost) {
    for (const auto kind : {Screen::Kind::round, Screen::Kind::line})
        for (const cv::Mat& ink : {screened(kind), cv::Mat(noise({999, 800}, CV_8UC1) > 127)}) {
            const PackedInk made = packed(ink);
            EXPECT_EQ(made.samples, PackedInk::Samples::bits);
            EXPECT_LE(made.bytes.size(), bitsRoom(ink));
        }
}

TEST(PackedInk, lineArtTakesLessThanATenthOfWhatTheSamePictureInGreyTakes) {
    Job job = jobOf(readPicture(dataFolder() / "demo" / "orrery.jpg"), {300, 400});
    const int id = job.pieces.front().id;
    const auto drawn = [&](const Tone& tone) {
        const Job toned = withTone(job, id, tone);
        return renderRegion(printOf(toned, toned.pieces.front(), 300), {500, 700, 2200, 2400});
    };
    const cv::Mat grey = drawn({.ink = Tone::InkChoice::grey});
    const PackedInk bits =
        packed(drawn({.ink = Tone::InkChoice::grey, .line_art = {LineArt::Kind::automatic}}));
    EXPECT_EQ(bits.packing, PackedInk::Packing::fax);
    EXPECT_LT(10 * bits.bytes.size(),
              deflated({reinterpret_cast<const char*>(grey.data), grey.total()}, 6).size());
}

TEST(PackedInk, colourStaysColourThoughItIsGreyAllOver) {
    EXPECT_EQ(packed(cv::Mat(9, 9, CV_8UC3, cv::Scalar::all(255))).samples, PackedInk::Samples::colours);
}

TEST(PartsOf, partABoxAndNoneIsWiderThanViewersCanRead) {
    for (const RectPx& box : {RectPx{0, 0, 1, 1}, RectPx{7, 9, 40'000, 300}, RectPx{0, 5, 2400, 3400}}) {
        long area = 0;
        for (const RectPx& part : partsOf(box)) {
            EXPECT_EQ(intersection(part, box), part);
            EXPECT_LT(part.width, 32'767);
            area += part.area();
        }
        EXPECT_EQ(area, box.area());
    }
}

TEST(Deflate, givesBackWhatWasPacked) {
    const std::string text = "paper and ink, ink and paper, and paper again";
    std::string back(text.size(), ' ');
    inflate(deflated(text, 1), back.data(), back.size());
    EXPECT_EQ(back, text);
    EXPECT_THROW(inflate("no such thing", back.data(), back.size()), std::logic_error);
}
