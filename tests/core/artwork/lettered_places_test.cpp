#include "core/artwork/lettered_places.h"

#include <opencv2/imgproc.hpp>

#include <gtest/gtest.h>

#include "core/base/error.h"

using namespace tympan;

namespace {

constexpr double tallest_px = 120;

/// A word with strokes as letters have; where it stands.
cv::Rect write(cv::Mat& grey, const std::string& word, cv::Point at, double scale, int ink) {
    const int pen = std::max(1, cvRound(2.6 * scale));
    cv::putText(grey, word, at, cv::FONT_HERSHEY_SIMPLEX, scale, ink, pen, cv::LINE_AA);
    int below = 0;
    const cv::Size size = cv::getTextSize(word, cv::FONT_HERSHEY_SIMPLEX, scale, pen, &below);
    return {at.x, at.y - size.height, size.width, size.height};
}

/// How much of a box lies in what was found.
double found(const std::vector<LetteredPlace>& places, const cv::Rect& box) {
    cv::Mat in(box.size(), CV_8UC1, cv::Scalar(0));
    for (const LetteredPlace& place : places) {
        const cv::Rect part = place.box & box;
        if (!part.empty()) in(part - box.tl()).setTo(1);
    }
    return 1.0 * cv::countNonZero(in) / static_cast<double>(in.total());
}

double partFound(const std::vector<LetteredPlace>& places, const cv::Mat& grey) {
    return found(places, {0, 0, grey.cols, grey.rows});
}

}  // namespace

TEST(LetteredPlaces, areFoundSmallAndLargeDarkAndLight) {
    for (const bool light : {false, true}) {
        cv::Mat grey(700, 900, CV_8UC1, cv::Scalar(light ? 40 : 230));
        const int ink = light ? 240 : 10;
        const cv::Rect words[] = {
            write(grey, "HERON", {60, 60}, 0.6, ink), write(grey, "Kettle", {400, 160}, 1.2, ink),
            write(grey, "ORCHARD", {60, 330}, 3, ink), write(grey, "MILL", {200, 600}, 5, ink)};
        const auto places = letteredPlaces(grey, 200);
        for (const cv::Rect& word : words) EXPECT_GT(found(places, word), 0.85) << word << light;
        EXPECT_LT(partFound(places, grey), 0.35) << "and not much else";
        EXPECT_LE(places.size(), 8u) << "each once, or in parts";
    }
}

TEST(LetteredPlaces, areFoundWhereLinesRunThroughThem) {
    cv::Mat grey(400, 700, CV_8UC1, cv::Scalar(255));
    const cv::Rect word = write(grey, "LANTERN", {150, 230}, 2, 0);
    const cv::Mat without = grey.clone();
    for (int x = 60; x < 700; x += 110) cv::circle(grey, {x, 210}, 90, 90, 2, cv::LINE_AA);
    EXPECT_GT(found(letteredPlaces(grey, tallest_px), word), 0.85);
    EXPECT_GT(found(letteredPlaces(without, tallest_px), word), 0.85);
}

TEST(LetteredPlaces, areFoundOnALivelyGround) {
    cv::Mat grey(400, 700, CV_8UC1), noise(100, 175, CV_8UC1);
    cv::RNG random(3);
    random.fill(noise, cv::RNG::NORMAL, 150, 25);
    cv::resize(noise, grey, grey.size(), 0, 0, cv::INTER_CUBIC);
    const double of_ground = partFound(letteredPlaces(grey, tallest_px), grey);
    EXPECT_LT(of_ground, 0.03) << "a ground is no lettering";
    const cv::Rect word = write(grey, "CANDLE", {180, 230}, 2, 5);
    EXPECT_GT(found(letteredPlaces(grey, tallest_px), word), 0.85);
}

TEST(LetteredPlaces, aPairThatMatchesIsAWordAndLooseShapesAreNot) {
    cv::Mat grey(400, 700, CV_8UC1, cv::Scalar(255));
    const cv::Rect pair = write(grey, "IV", {100, 150}, 2, 0);
    const cv::Rect shapes(300, 100, 300, 250);
    cv::circle(grey, {350, 150}, 30, 0, -1);
    cv::rectangle(grey, {450, 240}, {540, 330}, 0, 3);
    cv::line(grey, {320, 300}, {420, 340}, 0, 3);
    const auto places = letteredPlaces(grey, tallest_px);
    EXPECT_GT(found(places, pair), 0.85);
    EXPECT_LT(found(places, shapes), 0.01);
}

TEST(LetteredPlaces, areLookedForUntilAskedToStop) {
    std::stop_source stop;
    stop.request_stop();
    const cv::Mat grey(400, 700, CV_8UC1, cv::Scalar(255));
    EXPECT_THROW(letteredPlaces(grey, tallest_px, {stop.get_token(), {}}), Error);
    EXPECT_TRUE(letteredPlaces(cv::Mat(3, 5, CV_8UC1, cv::Scalar(9)), tallest_px).empty());
}
