#include "tests/support/lettered.h"

#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/edited.h"
#include "core/artwork/lettering.h"

namespace tympan::tests {

namespace {

constexpr double px_mm = 200 / 25.4;

const std::array<const char*, 10> words{"ORRERY",       "Brindle Moor",  "Open Night",    "The Long Wall",
                                        "Star Chart",   "Moon Phases",   "Lantern House", "Northern Sky",
                                        "Welcome Home", "spring evening"};

/// Ink of the words as coverage, 0 to 255, with letters so tall.
cv::Mat inkOf(const std::string& text, int face, double letter_px) {
    const auto& shipped = letteringFaces();
    if (face < static_cast<int>(shipped.size())) {
        const ArtworkPtr picture = letteringPicture({text, shipped[static_cast<std::size_t>(face)], 20});
        const double scale = letter_px / (20 * 96 / 25.4);
        cv::Mat alpha;
        const cv::Mat pixels = pixelsFor(*picture, scale);
        cv::extractChannel(pixels, alpha, pixels.channels() - 1);
        return alpha;
    }
    constexpr int drawn[] = {cv::FONT_HERSHEY_DUPLEX, cv::FONT_HERSHEY_COMPLEX, cv::FONT_HERSHEY_TRIPLEX};
    const int font = drawn[(face - 3) % 3];
    // Drawn large and reduced, so that strokes are smooth at every size.
    const double large = 120;
    int base = 0;
    const double scale = cv::getFontScaleFromHeight(font, static_cast<int>(large), 10);
    const cv::Size size = cv::getTextSize(text, font, scale, 10, &base);
    cv::Mat ink(size.height + base + 60, size.width + 60, CV_8UC1, cv::Scalar(0)), small;
    cv::putText(ink, text, {30, size.height + 30}, font, scale, 255, 10, cv::LINE_AA);
    cv::resize(ink, small, {}, letter_px / large, letter_px / large, cv::INTER_AREA);
    return small;
}

/// Blotches, lines and grain, as of a photograph or a pattern.
cv::Mat busyGround(cv::Size size, cv::RNG& rng, double light) {
    cv::Mat ground(size, CV_8UC1);
    rng.fill(ground, cv::RNG::NORMAL, light, 40);
    cv::GaussianBlur(ground, ground, {}, 6);
    ground.convertTo(ground, -1, 3, -2 * light);
    for (int i = 0; i < 14; ++i)
        cv::circle(ground, {rng.uniform(0, size.width), rng.uniform(0, size.height)}, rng.uniform(10, 90),
                   cv::Scalar(light + rng.uniform(-28, 28)), rng.uniform(0, 2) != 0 ? 2 : -1, cv::LINE_AA);
    cv::Mat grain(size, CV_8UC1);
    rng.fill(grain, cv::RNG::NORMAL, 128, 7);
    cv::addWeighted(ground, 1, grain, 1, -128, ground);
    return ground;
}

}  // namespace

std::vector<Lettered> letteredPictures(int every) {
    std::vector<Lettered> pictures;
    const std::array<const char*, 6> faces{"Cabin", "Cabin SemiBold", "B612", "duplex", "complex", "triplex"};
    for (int i = 0; i < 60; i += every) {
        cv::RNG rng(static_cast<std::uint64_t>(1000 + i));
        Lettered picture;
        const int face = i % 6;
        picture.face = faces[static_cast<std::size_t>(face)];
        picture.words = words[static_cast<std::size_t>((i / 6) % 10)];
        picture.letter_mm = 4 * std::pow(10.0, (i * 7 % 60) / 59.0);
        picture.rotation_deg = i % 3 == 0 ? 0 : rng.uniform(-15.0, 15.0);
        picture.busy = i % 2 != 0;
        const bool light_on_dark = i % 5 == 4;
        const cv::Mat ink = inkOf(picture.words, face, picture.letter_mm * px_mm);
        const double diagonal = std::hypot(ink.cols, ink.rows);
        const cv::Size size(static_cast<int>(diagonal * 1.15) + 160,
                            static_cast<int>(ink.rows + 0.3 * ink.cols) + 240);
        const double ground = light_on_dark ? 70 : 205;
        picture.grey =
            picture.busy ? busyGround(size, rng, ground) : cv::Mat(size, CV_8UC1, cv::Scalar(ground));
        cv::Mat turn = cv::getRotationMatrix2D(
            {static_cast<float>(ink.cols) / 2, static_cast<float>(ink.rows) / 2}, -picture.rotation_deg, 1);
        turn.at<double>(0, 2) += (size.width - ink.cols) / 2.0;
        turn.at<double>(1, 2) += (size.height - ink.rows) / 2.0;
        cv::Mat laid;
        cv::warpAffine(ink, laid, turn, size, cv::INTER_CUBIC);
        const double colour = light_on_dark ? 225 : 35;
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x) {
                auto& p = picture.grey.at<uchar>(y, x);
                p = cv::saturate_cast<uchar>(p + (colour - p) * laid.at<uchar>(y, x) / 255.0);
            }
        pictures.push_back(std::move(picture));
    }
    return pictures;
}

namespace {

const std::array<const char*, 20> other_words{
    "HARBOUR", "Bakery",   "Quiet Please",   "GARDEN",     "Two Rivers", "Kitchen",    "Workshop",
    "HONEY",   "Lavender", "Family",         "COFFEE",     "Old Mill",   "Market Day", "Paradise",
    "SUMMER",  "Bookshop", "Happy Birthday", "FRESH EGGS", "Mountain",   "Thank You"};

/// Letters over a ground, turned about the middle.
void layOver(cv::Mat& ground, const cv::Mat& ink, double turn_deg, cv::Point2d at, double colour) {
    cv::Mat turn = cv::getRotationMatrix2D(
        {static_cast<float>(ink.cols) / 2, static_cast<float>(ink.rows) / 2}, -turn_deg, 1);
    turn.at<double>(0, 2) += at.x - ink.cols / 2.0;
    turn.at<double>(1, 2) += at.y - ink.rows / 2.0;
    cv::Mat laid;
    cv::warpAffine(ink, laid, turn, ground.size(), cv::INTER_CUBIC);
    for (int y = 0; y < ground.rows; ++y)
        for (int x = 0; x < ground.cols; ++x) {
            auto& p = ground.at<uchar>(y, x);
            p = cv::saturate_cast<uchar>(p + (colour - p) * laid.at<uchar>(y, x) / 255.0);
        }
}

}  // namespace

std::vector<Lettered> crossedPictures(int count, int seed) {
    const std::array<const char*, 4> faces{"Cabin", "Cabin SemiBold", "B612", "duplex"};
    std::vector<Lettered> pictures;
    for (int i = 0; i < count; ++i) {
        cv::RNG rng(static_cast<std::uint64_t>(9000 + 101 * seed + i));
        Lettered picture;
        const int face = i % 4;
        picture.face = faces[static_cast<std::size_t>(face)];
        picture.words = other_words[static_cast<std::size_t>((i * 7 + seed) % 20)];
        picture.rotation_deg = rng.uniform(-9.0, 9.0);
        picture.busy = true;
        const cv::Size size(1400, 1000);
        picture.grey = cv::Mat(size, CV_8UC1, cv::Scalar(rng.uniform(210, 245)));
        cv::Mat ink = inkOf(picture.words, face, rng.uniform(50.0, 130.0));
        if (ink.cols > 1100) cv::resize(ink, ink, {}, 1100.0 / ink.cols, 1100.0 / ink.cols, cv::INTER_AREA);
        picture.letter_mm = ink.rows / px_mm;
        layOver(picture.grey, ink, picture.rotation_deg, {size.width / 2.0, size.height / 2.0},
                rng.uniform(20, 60));
        const auto point = [&] { return cv::Point(rng.uniform(0, size.width), rng.uniform(0, size.height)); };
        for (int k = 0; k < 90; ++k)
            cv::line(picture.grey, point(), point(), cv::Scalar(rng.uniform(20, 120)), 2, cv::LINE_AA);
        pictures.push_back(std::move(picture));
    }
    return pictures;
}

cv::Mat woodGrain(cv::Size size, int seed) {
    cv::RNG rng(static_cast<std::uint64_t>(seed));
    cv::Mat grey(size, CV_8UC1), fibres(size, CV_8UC1);
    const double knot_x = rng.uniform(0.2, 0.8) * size.width, knot_y = rng.uniform(0.2, 0.8) * size.height;
    const double pitch = rng.uniform(14.0, 40.0), bend = rng.uniform(0.2, 1.2);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const double dx = (x - knot_x) / 90, dy = (y - knot_y) / 40;
            const double around = 60 * std::exp(-(dx * dx + dy * dy) / 2) * (dy > 0 ? 1 : -1);
            const double at = y + around + bend * 30 * std::sin(x / 310.0 + seed);
            grey.at<uchar>(y, x) = cv::saturate_cast<uchar>(178 + 34 * std::sin(at / pitch) +
                                                            16 * std::sin(at / (pitch * 0.31) + x / 900.0));
        }
    rng.fill(fibres, cv::RNG::NORMAL, 128, 40);
    cv::blur(fibres, fibres, {41, 1});
    cv::addWeighted(grey, 1, fibres, 2.2, -2.2 * 128, grey);
    return grey;
}

}  // namespace tympan::tests
