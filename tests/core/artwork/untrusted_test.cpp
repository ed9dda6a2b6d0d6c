// Drawings and pictures that nobody vouches for: read as what they are, ended where they go on and on.
#include <algorithm>
#include <array>
#include <opencv2/imgproc.hpp>
#include <thread>
#include <vips/vips8>

#include <gtest/gtest.h>

#include "core/artwork/drawn_tiles.h"
#include "core/artwork/edited.h"
#include "core/artwork/rasterise.h"
#include "core/artwork/read_picture.h"
#include "core/base/helper.h"
#include "core/inspect/look.h"
#include "core/job/edits.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"

using namespace tympan;
using namespace tympan::tests;

namespace {

ArtworkPtr drawn(const std::string& text, const std::string& name = "drawing.svg") {
    return readPicture(std::vector<unsigned char>(text.begin(), text.end()), name);
}

std::string svg(const std::string& inside, const std::string& more = "") {
    return R"(<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="80mm" )"
           R"(height="60mm" viewBox="0 0 800 600" )" +
           more + ">" + inside + "</svg>";
}

/// How far a cropped drawing is from the same part of the whole, of 255.
double errorOfCrop(const std::string& text) {
    const ArtworkPtr whole = drawn(text);
    PictureEdit edit;
    edit.crop = {0.5, 0.4, 0.5, 0.6};
    const cv::Mat part = pixelsFor(*edited(whole, edit), 4), all = pixelsFor(*whole, 4);
    const cv::Rect same(all.cols - part.cols, all.rows - part.rows, part.cols, part.rows);
    const auto onWhite = [](const cv::Mat& pixels) {
        cv::Mat grey(pixels.size(), CV_8UC1);
        for (int y = 0; y < pixels.rows; ++y)
            for (int x = 0; x < pixels.cols; ++x) {
                const auto& p = pixels.at<cv::Vec4b>(y, x);
                grey.at<uchar>(y, x) = static_cast<uchar>((p[1] * p[3] + 255 * (255 - p[3])) / 255);
            }
        return grey;
    };
    return cv::norm(onWhite(part), onWhite(all(same)), cv::NORM_L1) / static_cast<double>(part.total());
}

cv::Scalar meanOf(const std::filesystem::path& file) { return cv::mean(readPicture(file)->reduced); }

}  // namespace

TEST(Untrusted, anEditedDrawingAsLargeAsAFileKeepsItsPixels) {
    const std::string pdf = twoPagePdf();
    const ArtworkPtr second =
        edited(readPicture(std::vector<unsigned char>(pdf.begin(), pdf.end()), "two.pdf"), {.page = 2});
    const cv::Mat pixels = pixelsFor(*second, 16.5);
    ASSERT_GT(pixels.total(), 64'000'000u);
    EXPECT_LT(pixels.at<cv::Vec4b>(pixels.rows / 2, pixels.cols / 4)[0], 10) << "its left half is black";
}

TEST(Untrusted, aLargeDrawingIsDrawnInPartsThatAreTheWhole) {
    const ArtworkPtr chart = drawn(svg(
        R"(<path d="M10 10L790 590" stroke="black" stroke-width="3"/><circle cx="400" cy="300" r="211.3"/>)"));
    constexpr double scale = 20;
    PictureEdit edit;
    edit.crop = {0.0625, 0.125, 0.875, 0.75};
    const cv::Mat all = pixelsFor(*chart, scale), kept = pixelsFor(*edited(chart, edit), scale);
    for (const auto& [artwork, whole] : {std::pair(chart, all), std::pair(edited(chart, edit), kept)}) {
        const PixelSource source = pixelSource(artwork, scale);
        ASSERT_GT(static_cast<double>(whole.total()), most_drawn_at_once_px);
        ASSERT_EQ(source.size, (SizePx{whole.cols, whole.rows}));
        const RectPx box{1999, 1500, 700, 901};  // over where four tiles meet
        const cv::Mat part = source.box(box, {});
        EXPECT_LT(cv::norm(part, whole(cv::Rect(box.x, box.y, box.width, box.height)), cv::NORM_INF), 3);
        const cv::Mat again = source.box({2040, 2040, 50, 50}, {});
        EXPECT_TRUE(same(again, part(cv::Rect(41, 540, 50, 50)))) << "whatever was asked";
    }
}

TEST(Untrusted, aLargeDrawingWhoseEngineIsForPhotographsIsLookedAt) {
    Job job = jobOf(drawn(svg(R"(<path d="M10 10L790 590" stroke="black" stroke-width="3"/>)")), {300, 225});
    job = withEnlarging(job, job.pieces.front().id, {.engine = Engine::photo});
    EXPECT_NO_THROW(lookAt(job, job.pieces.front()));
}

TEST(Untrusted, aCroppedDrawingIsThatPartOfTheWhole) {
    EXPECT_LT(errorOfCrop(svg(
                  R"(<rect width="100%" height="100%" fill="#b08040"/><circle cx="75%" cy="75%" r="12%"/>)")),
              3)
        << "per cent";
    EXPECT_LT(errorOfCrop(svg(R"(<symbol id="s" viewBox="0 0 10 10"><path d="M0 0h10v5h-10z"/></symbol>)"
                              R"(<use xlink:href="#s" x="300" y="200" width="400" height="350"/>)")),
              3)
        << "symbols";
    EXPECT_LT(
        errorOfCrop(svg(
            R"(<svg x="50%" y="30%" width="45%" height="60%" viewBox="0 0 4 4"><circle cx="2" cy="2" r="2"/></svg>)")),
        3)
        << "a drawing within";
    EXPECT_LT(errorOfCrop(svg(
                  R"(<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="800" y2="0">)"
                  R"(<stop offset="0"/><stop offset="1" stop-color="white"/></linearGradient>)"
                  R"(<rect width="800" height="600" fill='url(#g)'/>)")),
              3)
        << "gradients in the drawing's own measure";
    EXPECT_LT(errorOfCrop(svg(R"(<filter id="b"><feGaussianBlur stdDeviation="20"/></filter>)"
                              R"(<rect x="300" y="250" width="300" height="250" filter='url(#b)'/>)")),
              3)
        << "blurs";
}

TEST(Untrusted, drawingsInAnyEncodingAndUnderAnyPrefix) {
    const std::string prefixed =
        R"(<x:svg xmlns:x="http://www.w3.org/2000/svg" width="40mm" height="20mm"><x:rect width="100%" height="100%"/></x:svg>)";
    EXPECT_EQ(drawn(prefixed)->size,
              drawn(R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm"/>)")->size);
    const std::string entities =
        R"(<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg"><!ENTITY ink "#102030">]>)"
        R"(<svg xmlns="&ns;" width="40mm" height="20mm"><rect width="200" height="100" fill="&ink;"/></svg>)";
    EXPECT_LT(drawn(entities)->reduced.at<cv::Vec4b>(5, 5)[0], 60);
    const std::string plain = R"(<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm"/>)";
    std::string wide = "\xff\xfe";
    for (char c : plain) wide += c, wide += '\0';
    EXPECT_EQ(drawn(wide)->size, drawn(plain)->size);
    EXPECT_THROW(drawn(R"(<svg xmlns="http://www.w3.org/2000/svg" width="1e30mm" height="20mm"/>)"), Error);
}

TEST(Untrusted, whatGoesOnAndOnIsEnded) {
    // A cloud of noise within noise: minutes for a small picture.
    std::string filters;
    for (int i = 0; i < 60; ++i) filters += R"(<feTurbulence baseFrequency="0.9" numOctaves="200"/>)";
    filters = R"(<filter id="f" x="0" y="0" width="100%" height="100%">)" + filters + "</filter>";
    const std::string text = svg(filters + "<rect width='800' height='600' filter='url(#f)'/>");
    const std::span<const unsigned char> bytes{reinterpret_cast<const unsigned char*>(text.data()),
                                               text.size()};
    const std::vector<std::string> task{"draw", "svg", "1", "4", "0", "0", "0", "0"};
    HelperLimits short_of_time;
    short_of_time.silent_seconds = 1;
    try {
        runHelper(task, bytes, NamelessFile::make(), "cloud", short_of_time, {});
        ADD_FAILURE() << "it was drawn in a second";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_EQ(error.file(), "cloud");
    }
    std::stop_source stop;
    std::jthread later([&] {
        std::this_thread::sleep_for(std::chrono::milliseconds(200));
        stop.request_stop();
    });
    const auto began = std::chrono::steady_clock::now();
    try {
        runHelper(task, bytes, NamelessFile::make(), "cloud", {}, {stop.get_token(), {}});
        ADD_FAILURE() << "it was drawn in no time";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::stopped);
    }
    EXPECT_LT(std::chrono::steady_clock::now() - began, std::chrono::seconds(5));
}

TEST(Untrusted, samplesOfTiffsAreWhatTheyAreSaidToBe) {
    const ScratchFolder folder;
    const cv::Mat grey = noise({60, 40}, CV_8UC1);
    const double wanted = cv::mean(grey)[0];
    const vips::VImage image =
        vips::VImage::new_from_memory(grey.data, grey.total(), grey.cols, grey.rows, 1, VIPS_FORMAT_UCHAR)
            .copy(vips::VImage::option()->set("interpretation", VIPS_INTERPRETATION_B_W));
    image.linear(1 / 255.0, 0).cast(VIPS_FORMAT_FLOAT).tiffsave((folder / "float.tif").c_str());
    image.linear(16843009.0, 0).cast(VIPS_FORMAT_UINT).tiffsave((folder / "uint.tif").c_str());
    EXPECT_NEAR(meanOf(folder / "float.tif")[0], wanted, 1);
    EXPECT_NEAR(meanOf(folder / "uint.tif")[0], wanted, 1);
}

TEST(Untrusted, aTiffOfYCbCrAndOneOfUnnamedSamples) {
    // Written by hand: a few tags and four by two pixels, strips of plain bytes.
    const auto tiff = [](int photometric, int samples, const std::vector<std::array<int, 2>>& more,
                         const std::vector<unsigned char>& pixel) {
        std::string bytes("II*\0\x08\0\0\0", 8);
        const auto number = [&](unsigned value, int width) {
            for (int i = 0; i < width; ++i) bytes += static_cast<char>(value >> (8 * i) & 255);
        };
        std::vector<std::array<unsigned, 4>> tags{{256, 3, 1, 4}, {257, 3, 1, 2}, {259, 3, 1, 1}};
        const auto put = [&](unsigned tag, unsigned value) { tags.push_back({tag, 3, 1, value}); };
        put(262, static_cast<unsigned>(photometric));
        const unsigned at = 8 + 2 + 12 * static_cast<unsigned>(10 + more.size()) + 4;
        tags.push_back({258, 3, static_cast<unsigned>(samples), at});
        tags.push_back({273, 4, 1, at + 16});
        put(277, static_cast<unsigned>(samples)), put(278, 2);
        tags.push_back({279, 4, 1, static_cast<unsigned>(8 * samples)});
        put(284, 1);
        for (const auto& [tag, value] : more)
            tags.push_back(
                {static_cast<unsigned>(tag), 3, tag == 530 ? 2u : 1u, static_cast<unsigned>(value)});
        std::sort(tags.begin(), tags.end());
        number(static_cast<unsigned>(tags.size()), 2);
        for (const auto& [tag, type, count, value] : tags)
            number(tag, 2), number(type, 2), number(count, 4), number(value, 4);
        number(0, 4);
        while (bytes.size() < at) bytes += '\0';
        for (int i = 0; i < 8; ++i) number(8, 2);
        for (int i = 0; i < 8; ++i) bytes.append(pixel.begin(), pixel.end());
        return std::vector<unsigned char>(bytes.begin(), bytes.end());
    };
    // 1 x 1 in both halves of the tag's value: no colour is shared.
    const ArtworkPtr video = readPicture(tiff(6, 3, {{530, 1 | 1 << 16}}, {81, 90, 240}), "video.tif");
    const cv::Vec3b red = video->pixels.at<cv::Vec3b>(0, 0);
    EXPECT_NEAR(red[0], 238, 3);
    EXPECT_NEAR(red[1], 14, 3);
    EXPECT_NEAR(red[2], 14, 3);
    const ArtworkPtr unnamed = readPicture(tiff(2, 4, {{338, 0}}, {200, 100, 50, 0}), "unnamed.tif");
    EXPECT_FALSE(unnamed->has_alpha) << "nobody said that it is one";
    const ArtworkPtr clear = readPicture(tiff(2, 4, {{338, 2}}, {200, 100, 50, 0}), "clear.tif");
    EXPECT_TRUE(clear->has_alpha);
}
