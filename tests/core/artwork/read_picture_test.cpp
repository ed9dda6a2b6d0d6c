#include "core/artwork/read_picture.h"

#include <vips/vips8>

#include <gmock/gmock.h>

#include "core/artwork/edited.h"
#include "core/artwork/rasterise.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;
using testing::HasSubstr;

namespace {

const char* const drawing_svg =
    R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm" viewBox="0 0 40 20">
<rect x="4" y="4" width="10" height="6" fill="#202020"/></svg>)";

Error faultOf(const std::filesystem::path& file) {
    try {
        readPicture(file);
    } catch (const Error& error) {
        return error;
    }
    ADD_FAILURE() << file << " was read";
    return {Error::Kind::usage, "", {}, {}};
}

}  // namespace

TEST(ReadPicture, everyRasterFormat) {
    const ScratchFolder folder;
    const cv::Mat pixels = marked({64, 48}, 3);
    for (const char* name : {"a.png", "a.tif", "a.jpg", "a.webp", "a.heic"}) {
        try {
            save(folder / name, pixels);
        } catch (const vips::VError&) {
            GTEST_LOG_(INFO) << "this machine's libraries cannot write " << name
                             << "; reading it is not shown here";
            continue;
        }
        const ArtworkPtr artwork = readPicture(folder / name);
        EXPECT_EQ(artwork->size, (SizePx{64, 48})) << name;
        EXPECT_EQ(artwork->name, "a");
        EXPECT_FALSE(artwork->has_alpha) << name;
        EXPECT_LT(cv::norm(artwork->pixels, pixels, cv::NORM_L1) / static_cast<double>(pixels.total() * 3), 6)
            << name;
    }
}

TEST(ReadPicture, keepsSixteenBitsAndAlpha) {
    const ScratchFolder folder;
    const cv::Mat deep = noise({30, 20}, CV_16UC3), clear = noise({30, 20}, CV_8UC4),
                  grey_clear = noise({30, 20}, CV_8UC2);
    save(folder / "deep.tif", deep);
    save(folder / "clear.png", clear);
    save(folder / "grey-clear.png", grey_clear);
    EXPECT_TRUE(same(readPicture(folder / "deep.tif")->pixels, deep));
    EXPECT_TRUE(same(readPicture(folder / "clear.png")->pixels, clear));
    EXPECT_TRUE(readPicture(folder / "clear.png")->has_alpha);
    EXPECT_TRUE(same(readPicture(folder / "grey-clear.png")->pixels, grey_clear));
}

TEST(ReadPicture, turnsEveryOrientationUpright) {
    const ScratchFolder folder;
    const cv::Mat upright = marked({64, 48}, 1);
    // How a camera held each way stores the upright picture (EXIF 2.3, 4.6.4).
    const auto stored = [&](int orientation) {
        cv::Mat p = upright.clone();
        switch (orientation) {
            case 2:
                cv::flip(p, p, 1);
                break;
            case 3:
                cv::flip(p, p, -1);
                break;
            case 4:
                cv::flip(p, p, 0);
                break;
            case 5:
                cv::transpose(p, p);
                break;
            case 6:
                cv::transpose(p, p);
                cv::flip(p, p, 0);
                break;
            case 7:
                cv::transpose(p, p);
                cv::flip(p, p, -1);
                break;
            case 8:
                cv::transpose(p, p);
                cv::flip(p, p, 1);
                break;
            default:
                break;
        }
        return p;
    };
    for (int orientation = 1; orientation <= 8; ++orientation) {
        save(folder / "turned.tif", stored(orientation), 0, orientation);
        EXPECT_TRUE(same(readPicture(folder / "turned.tif")->pixels, upright))
            << "orientation " << orientation;
    }
}

TEST(ReadPicture, convertsAnEmbeddedProfile) {
    const ScratchFolder folder;
    // The same numbers in a much wider space (Display P3's kin shipped with libvips as "p3") mean more vivid
    // colours.
    const cv::Mat pixels(16, 16, CV_8UC3, cv::Scalar(200, 60, 60));
    const auto plain =
        vips::VImage::new_from_memory(pixels.data, pixels.total() * 3, 16, 16, 3, VIPS_FORMAT_UCHAR)
            .copy(vips::VImage::option()->set("interpretation", VIPS_INTERPRETATION_sRGB));
    plain.icc_transform("p3", vips::VImage::option()->set("input_profile", "srgb"))
        .pngsave((folder / "wide.png").c_str());
    const cv::Mat stored = load(folder / "wide.png");
    ASSERT_GT(cv::norm(stored, pixels, cv::NORM_INF), 5) << "the file's numbers differ from sRGB's";
    EXPECT_LE(cv::norm(readPicture(folder / "wide.png")->pixels, pixels, cv::NORM_INF), 2);
}

TEST(ReadPicture, readsStoredResolution) {
    const ScratchFolder folder;
    save(folder / "scan.jpg", marked({300, 150}, 3), 300);
    save(folder / "plain.png", marked({300, 150}, 3));
    EXPECT_NEAR(*readPicture(folder / "scan.jpg")->stored_ppi, 300, 0.5);
    EXPECT_NEAR(readPicture(folder / "scan.jpg")->naturalSize()->width, 25.4, 0.05);
    EXPECT_FALSE(readPicture(folder / "plain.png")->naturalSize()) << "nothing stored is not 25.4 ppi";
}

TEST(ReadPicture, drawingsKeepTheirSizeAndAreSharpAtAny) {
    const ScratchFolder folder;
    write(folder / "a.svg", drawing_svg);
    const ArtworkPtr svg = readPicture(folder / "a.svg");
    EXPECT_EQ(svg->kind, Artwork::Kind::vector);
    EXPECT_DOUBLE_EQ(svg->naturalSize()->width, 40) << "whatever the rounding of its pixels";
    EXPECT_DOUBLE_EQ(svg->naturalSize()->height, 20);
    const cv::Mat large = rasterise(*svg, 10, {});
    EXPECT_NEAR(large.cols, 1512, 11);
    const auto alpha_at = [&](double x_mm, double y_mm) {
        return large.at<cv::Vec4b>(static_cast<int>(y_mm / 20 * large.rows),
                                   static_cast<int>(x_mm / 40 * large.cols))[3];
    };
    EXPECT_EQ(alpha_at(4.1, 4.1), 255) << "the corner of the shape is sharp";
    EXPECT_EQ(alpha_at(3.9, 4.1), 0);
}

TEST(ReadPicture, aDrawingIsAsLargeAsItSaysInAnyUnit) {
    const ScratchFolder folder;
    for (const char* size : {"384", "384px", " 384 ", "4in", "101.6mm", "10.16cm", "288pt", "24pc"}) {
        write(
            folder / "a.svg",
            std::string(R"(<?xml version="1.0"?><!-- <svg width="9mm"> --><svg stroke-width="3mm" width=")") +
                size + "\" height='" + size +
                R"(' viewBox="0 0 10 10" xmlns="http://www.w3.org/2000/svg"><rect width="5" height="5"/></svg>)");
        const ArtworkPtr drawing = readPicture(folder / "a.svg");
        EXPECT_NEAR(drawing->naturalSize()->width, 101.6, 0.3) << size;
        EXPECT_NEAR(rasterise(*drawing, 2, {}).cols, 768, 2) << size;
    }
}

TEST(ReadPicture, ofAPdfTheFirstPage) {
    const ScratchFolder folder;
    write(folder / "a.pdf", twoPagePdf());
    const ArtworkPtr pdf = readPicture(folder / "a.pdf");
    EXPECT_EQ(pdf->format, "pdf");
    EXPECT_EQ(pdf->kind, Artwork::Kind::vector);
    EXPECT_NEAR(pdf->naturalSize()->width, 101.6, 0.2);
    EXPECT_NEAR(pdf->naturalSize()->height, 50.8, 0.2);
    const cv::Mat page = rasterise(*pdf, 3, {});
    EXPECT_NEAR(page.cols, 864, 3);
    EXPECT_LT(page.at<cv::Vec4b>(page.rows - 100, 100)[0], 10) << "y goes up on a PDF page";
    EXPECT_GT(page.at<cv::Vec4b>(100, 100)[0], 245);
    write(folder / "cut.pdf", twoPagePdf().substr(0, 150));
    EXPECT_EQ(faultOf(folder / "cut.pdf").kind(), Error::Kind::input);
}

TEST(ReadPicture, ofAPdfAnyPageIsAnEditOfItAndTheFileStaysOne) {
    const ScratchFolder folder;
    write(folder / "a.pdf", twoPagePdf());
    const ArtworkPtr first = readPicture(folder / "a.pdf");
    EXPECT_EQ(first->pages, 2);
    const ArtworkPtr second = edited(first, {.page = 2});
    EXPECT_NEAR(second->naturalSize()->width, 176.4, 0.2);
    EXPECT_NEAR(second->naturalSize()->height, 176.4, 0.2);
    EXPECT_EQ(asItCame(*second).sha256, first->sha256);
    const cv::Mat page = pixelsFor(*second, 1);
    EXPECT_LT(page.at<cv::Vec4b>(250, 60)[0], 10) << "its left half is black";
    EXPECT_GT(page.at<cv::Vec4b>(250, 440)[0], 245);
    // Parts are parts of the page, not of the first one.
    const ArtworkPtr right = edited(second, {.page = 2, .crop = {0.5, 0, 0.5, 1}});
    EXPECT_EQ(right->size, (SizePx{250, 500}));
    EXPECT_GT(cv::mean(right->reduced)[0], 245);
    EXPECT_EQ(edited(right, {}), first);
    EXPECT_THROW(edited(first, {.page = 3}), Error);
    EXPECT_THROW(edited(picture(), {.page = 2}), Error);
}

TEST(ReadPicture, whatIsWrongIsNamedAndNothingComesHalf) {
    const ScratchFolder folder;
    write(folder / "empty.jpg", "");
    write(folder / "words.png", "this is not a picture at all, whatever its name says");
    save(folder / "whole.jpg", noise({400, 300}, CV_8UC3));
    save(folder / "whole.png", noise({400, 300}, CV_8UC3));
    save(folder / "whole.tif", noise({400, 300}, CV_8UC3));
    for (const char* name : {"whole.jpg", "whole.png", "whole.tif"}) {
        const std::string bytes = contentOf(folder / name);
        const std::string cut = std::string("cut-") + name;
        write(folder / cut, bytes.substr(0, bytes.size() / 2));
        EXPECT_THAT(faultOf(folder / cut).what(), HasSubstr(cut));
        EXPECT_EQ(faultOf(folder / cut).kind(), Error::Kind::input) << name;
    }
    write(folder / "cut.svg", std::string(drawing_svg).substr(0, 120));
    for (const char* name : {"empty.jpg", "words.png", "cut.svg", "none.png", "."}) {
        const Error fault = faultOf(folder / name);
        EXPECT_EQ(fault.kind(), Error::Kind::input) << name;
        EXPECT_THAT(fault.file(), HasSubstr(name));
        EXPECT_FALSE(fault.wrong().empty());
        EXPECT_FALSE(fault.remedy().empty()) << name;
    }
}

TEST(ReadPicture, anAbsurdSizeIsRefusedBeforeAnyPixel) {
    const ScratchFolder folder;
    // A PNG that only claims 60000 x 60000.
    save(folder / "small.png", noise({4, 4}, CV_8UC1));
    std::string bytes = contentOf(folder / "small.png");
    for (std::size_t at : {16u, 20u}) bytes.replace(at, 4, std::string("\x00\x00\xea\x60", 4));
    write(folder / "huge.png", bytes);
    EXPECT_EQ(faultOf(folder / "huge.png").kind(), Error::Kind::input);
    write(folder / "huge.svg",
          R"(<svg xmlns="http://www.w3.org/2000/svg" width="9000000" height="9000000"/>)");
    EXPECT_EQ(faultOf(folder / "huge.svg").kind(), Error::Kind::input);
}

TEST(ReadPicture, otherLoadersStayShut) {
    const ScratchFolder folder;
    write(folder / "a.ppm", "P6 2 2 255\n0123456789ab");
    write(folder / "a.csv", "1,2\n3,4\n");
    EXPECT_THAT(faultOf(folder / "a.ppm").what(), HasSubstr("not a picture that can be read"));
    EXPECT_THAT(faultOf(folder / "a.csv").what(), HasSubstr("not a picture that can be read"));
}

TEST(ReadPicture, canBeStopped) {
    const ScratchFolder folder;
    save(folder / "a.png", noise({200, 2000}, CV_8UC3));
    std::stop_source stop;
    stop.request_stop();
    EXPECT_THROW(readPicture(folder / "a.png", {stop.get_token(), {}}), Error);
}
