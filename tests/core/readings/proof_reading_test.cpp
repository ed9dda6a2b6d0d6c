#include "core/readings/proof_reading.h"

#include <opencv2/imgproc.hpp>

#include <gmock/gmock.h>

#include "tests/support/camera.h"
#include "tests/support/lettered.h"
#include "tests/support/pictures.h"
#include "tests/support/texts.h"

namespace tympan {
namespace {

using testing::HasSubstr;

constexpr double px_per_mm = 7;

/// What a shop does to colours: encoded values towards their grey, towards paper; and how far its ink
/// spreads.
struct Shop {
    double vivid = 0.9, black = 0.12, blur_mm = 0.06;
    cv::Vec3d tint{1, 1, 1};
};

/// Soft colours and fine lines.
cv::Mat colourfulPicture() {
    cv::Mat picture(1200, 900, CV_8UC3);
    for (int y = 0; y < picture.rows; ++y)
        for (int x = 0; x < picture.cols; ++x)
            picture.at<cv::Vec3b>(y, x) = {
                cv::saturate_cast<std::uint8_t>(128 + 100 * std::sin(x / 130.0)),
                cv::saturate_cast<std::uint8_t>(128 + 90 * std::sin(y / 170.0)),
                cv::saturate_cast<std::uint8_t>(128 + 90 * std::cos((x + y) / 150.0))};
    for (int i = 0; i < 60; ++i)
        cv::line(picture, {20 + 14 * i, 40}, {860 - 9 * i, 1150}, cv::Scalar::all(i % 2 ? 30 : 225), 2,
                 cv::LINE_AA);
    return picture;
}

Job jobOfProof() {
    Job job = tests::jobOf(tests::artworkOf(colourfulPicture()), {300, 400}, "tissue-overlay");
    Tone tone;
    tone.ink = Tone::InkChoice::colour;
    return withTone(job, job.pieces.front().id, tone);
}

cv::Mat asShopPrints(cv::Mat page, const Shop& shop) {
    cv::GaussianBlur(page, page, {0, 0}, std::max(0.3, shop.blur_mm * px_per_mm));
    for (int y = 0; y < page.rows; ++y)
        for (int x = 0; x < page.cols; ++x) {
            auto& pixel = page.at<cv::Vec3b>(y, x);
            const double grey = 0.3 * pixel[0] + 0.59 * pixel[1] + 0.11 * pixel[2];
            for (int c = 0; c < 3; ++c) {
                const double v = grey + shop.vivid * (pixel[c] - grey);
                pixel[c] = cv::saturate_cast<std::uint8_t>((255 * shop.black + (0.96 - shop.black) * v) *
                                                           shop.tint[c]);
            }
        }
    return page;
}

cv::Mat proofPage(const Job& job) {
    const Piece& piece = job.pieces.front();
    const ProofLayout layout = proofLayout(job, piece);
    cv::Mat page = drawn(proofMarks(layout), layout.page, px_per_mm);
    cv::Mat picture = proofPicture(job, piece, px_per_mm);
    if (picture.channels() == 1) cv::cvtColor(picture, picture, cv::COLOR_GRAY2RGB);
    const cv::Rect at(cvRound(layout.picture.x * px_per_mm), cvRound(layout.picture.y * px_per_mm),
                      cvRound(layout.picture.width * px_per_mm), cvRound(layout.picture.height * px_per_mm));
    cv::resize(picture, picture, at.size(), 0, 0, cv::INTER_AREA);
    picture.copyTo(page(at));
    return page;
}

/// The page on a table, a grey card at its side unless there is none.
cv::Mat photographed(const Job& job, const Shop& shop, tests::Camera camera, bool card = true) {
    const SizeMm page = proofLayout(job, job.pieces.front()).page;
    const SizeMm all{page.width + 160, page.height + 60};
    cv::Mat table(cvRound(all.height * px_per_mm), cvRound(all.width * px_per_mm), CV_8UC3,
                  cv::Scalar(118, 104, 88));
    const cv::Mat print = asShopPrints(proofPage(job), shop);
    print.copyTo(table(cv::Rect(cvRound(20 * px_per_mm), cvRound(30 * px_per_mm), print.cols, print.rows)));
    // 18 % of light.
    if (card)
        table(cv::Rect(cvRound((page.width + 45) * px_per_mm), cvRound(90 * px_per_mm), 630, 910)) =
            cv::Scalar::all(std::round(255 * std::pow(0.18, 1 / 2.2)));
    camera.wide_mm = all.width;
    camera.away_mm = 700;
    camera.fill = 0.62;
    camera.width_px = 3400;
    return tests::photographOf(table, all, camera);
}

tests::Camera shotOf(unsigned n) {
    tests::Camera camera;
    camera.seed = n + 1;
    camera.tilt_deg = 2.5 * (n % 5);
    camera.tilt_towards_deg = 70.0 * n;
    camera.turn_deg = (n % 4) * 90 + 3.0 * (n % 3) - 3;
    camera.uneven = 0.06 * (n % 4);
    camera.exposure = 0.55 + 0.08 * (n % 5);
    camera.cast = {1 + 0.05 * (n % 3), 1, 1 - 0.07 * (n % 4)};
    return camera;
}

LabColour labOf(const cv::Vec3b& rgb) {
    cv::Mat pixel(1, 1, CV_32FC3, cv::Scalar(rgb[0] / 255.0, rgb[1] / 255.0, rgb[2] / 255.0));
    cv::cvtColor(pixel, pixel, cv::COLOR_RGB2Lab);
    const auto& lab = pixel.at<cv::Vec3f>(0, 0);
    return {lab[0], lab[1], lab[2]};
}

ProofReading readingOf(const Job& job, const Shop& shop, unsigned n) {
    return readProof(photographed(job, shop, shotOf(n)), "proof.jpg", job, job.pieces.front()).reading;
}

TEST(ProofReadingTest, coloursAreThoseOfThePrintWhateverTheLight) {
    const Job job = jobOfProof();
    const Shop shop{0.85, 0.14, 0.05, {1, 0.99, 0.96}};
    const ProofLayout layout = proofLayout(job, job.pieces.front());
    cv::Mat known(1, static_cast<int>(layout.patches.size()), CV_8UC3);
    for (std::size_t i = 0; i < layout.patches.size(); ++i) {
        const Rgb8& colour = layout.patches[i].colour;
        known.at<cv::Vec3b>(0, static_cast<int>(i)) = {colour.red, colour.green, colour.blue};
    }
    Shop sharp = shop;
    sharp.blur_mm = 0;
    // Of patches as they are after the shop, without its blur over so few pixels.
    cv::Mat large;
    cv::resize(known, large, {}, 40, 40, cv::INTER_NEAREST);
    const cv::Mat printed = asShopPrints(large, sharp);
    double sum = 0, worst = 0;
    int count = 0;
    for (unsigned n = 0; n < 3; ++n) {
        const ProofReading reading = readingOf(job, shop, n);
        ASSERT_EQ(reading.patches.size(), layout.patches.size());
        for (std::size_t i = 0; i < layout.patches.size(); ++i) {
            const double off =
                apart(reading.patches[i], labOf(printed.at<cv::Vec3b>(20, static_cast<int>(40 * i + 20))));
            sum += off, worst = std::max(worst, off), ++count;
        }
    }
    RecordProperty("mean", std::to_string(sum / count));
    RecordProperty("worst", std::to_string(worst));
    EXPECT_LT(sum / count, 3) << "just seen side by side";
    EXPECT_LT(worst, 8);
}

TEST(ProofReadingTest, ofTwoShopsItIsToldWhichIsWhich) {
    const Job job = jobOfProof();
    const auto patches = proofLayout(job, job.pieces.front()).patches;
    const Shop dull{0.7, 0.2, 0.25, {1, 1, 1}}, vivid{0.95, 0.1, 0.05, {1, 1, 1}};
    for (unsigned n = 0; n < 2; ++n) {
        const ProofReading one = readingOf(job, dull, n), other = readingOf(job, vivid, n + 2);
        EXPECT_GT(other.vivid, 1.15 * one.vivid) << n;
        EXPECT_GT(other.contrast(), one.contrast() + 5) << n;
        EXPECT_GT(other.sharp, 1.15 * one.sharp) << n;
        const std::string said = inEnglish(comparedIn("Quay", one, "Hill", other, patches));
        EXPECT_THAT(said, HasSubstr("More vivid: Hill ("));
        EXPECT_THAT(said, HasSubstr("More contrast: Hill ("));
        EXPECT_THAT(said, HasSubstr("Sharper: Hill ("));
        EXPECT_THAT(said, HasSubstr("Most different: "));
    }
}

TEST(ProofReadingTest, twoPhotographsOfOneProofAreAlike) {
    const Job job = jobOfProof();
    const ProofReading one = readingOf(job, {}, 1), other = readingOf(job, {}, 4);
    const std::string said =
        inEnglish(comparedIn("Quay", one, "Hill", other, proofLayout(job, job.pieces.front()).patches));
    EXPECT_EQ(
        said,
        "They are equally vivid. Their contrast is alike. They are equally sharp. No colour differs much.");
}

TEST(ProofReadingTest, withoutAGreyCardNothingIsSaidOfColours) {
    const Job job = jobOfProof();
    try {
        readProof(photographed(job, {}, shotOf(1), false), "proof.jpg", job, job.pieces.front());
        FAIL() << "there is no card";
    } catch (const Error& error) {
        EXPECT_EQ(error.kind(), Error::Kind::input);
        EXPECT_THAT(error.what(), HasSubstr("no grey card"));
    }
}

TEST(ProofReadingTest, whatIsNoProofIsSaid) {
    const Job job = jobOfProof();
    EXPECT_THROW(readProof(colourfulPicture(), "holiday.jpg", job, job.pieces.front()), Error);
}

TEST(ProofLayoutTest, allLiesOnThePageAndNothingOverAnything) {
    for (const char* paper : {"A4", "A3", "letter", "150x200"}) {
        Job job = jobOfProof();
        job.sheets.paper = paperNamed(paper);
        const ProofLayout layout = proofLayout(job, job.pieces.front());
        std::vector<RectMm> all{layout.picture};
        for (const ProofPatch& patch : layout.patches) all.push_back(patch.at);
        for (const PointMm& corner : layout.corners) all.push_back({corner.x - 4.5, corner.y - 4.5, 9, 9});
        for (std::size_t i = 0; i < all.size(); ++i) {
            EXPECT_GE(all[i].x, 5) << paper;
            EXPECT_LE(all[i].right(), layout.page.width - 5) << paper;
            EXPECT_LE(all[i].bottom(), layout.page.height - 5) << paper;
            for (std::size_t k = 0; k < i; ++k)
                EXPECT_TRUE(all[i].x >= all[k].right() || all[k].x >= all[i].right() ||
                            all[i].y >= all[k].bottom() || all[k].y >= all[i].bottom())
                    << paper << " " << i << " " << k;
        }
    }
}

}  // namespace
}  // namespace tympan
