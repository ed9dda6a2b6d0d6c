#include <opencv2/imgproc.hpp>

#include "core/artwork/clean_up.h"

namespace tympan {

namespace {

constexpr int stands_out = 22;  // of 255: less is grain
constexpr int even_within = 60;

/// Whether what is round a box is all alike: else it is the rim or the end of something.
bool evenAround(const cv::Mat& grey, const cv::Rect& box) {
    const cv::Rect all(0, 0, grey.cols, grey.rows);
    const cv::Rect outer = cv::Rect(box.x - 3, box.y - 3, box.width + 6, box.height + 6) & all;
    const cv::Rect inner = cv::Rect(box.x - 2, box.y - 2, box.width + 4, box.height + 4) & all;
    cv::Mat ring(outer.size(), CV_8UC1, cv::Scalar(255));
    ring(inner - outer.tl()).setTo(0);
    double least = 0, most = 0;
    cv::minMaxLoc(grey(outer), &least, &most, nullptr, nullptr, ring);
    return most - least < even_within;
}

/// Specks of one kind: what a top hat leaves that is small and alone.
void markAlone(const cv::Mat& grey, const cv::Mat& hat, int size_px, cv::Mat& specks) {
    const cv::Mat candidates = hat > stands_out;
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(candidates, labels, stats, middles, 8, CV_32S);
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        const cv::Rect box(at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), at(cv::CC_STAT_WIDTH),
                           at(cv::CC_STAT_HEIGHT));
        if (box.width > size_px || box.height > size_px) continue;
        // Alone: nothing else stands out within as much again as it is large, and a little more.
        const int around = std::max(3, size_px);
        const cv::Rect room =
            cv::Rect(box.x - around, box.y - around, box.width + 2 * around, box.height + 2 * around) &
            cv::Rect(0, 0, hat.cols, hat.rows);
        if (cv::countNonZero(candidates(room)) != at(cv::CC_STAT_AREA)) continue;
        if (!evenAround(grey, box)) continue;
        specks(box).setTo(255, labels(box) == i);
    }
}

}  // namespace

cv::Mat specksOf(const cv::Mat& grey, int size_px) {
    cv::Mat specks(grey.size(), CV_8UC1, cv::Scalar(0));
    if (size_px < 1) return specks;
    // Squares: quick at any size. A border that goes on keeps the rim from counting as a speck.
    const cv::Mat square = cv::getStructuringElement(cv::MORPH_RECT, cv::Size(size_px + 2, size_px + 2));
    cv::Mat hat;
    for (int kind : {cv::MORPH_BLACKHAT, cv::MORPH_TOPHAT}) {
        cv::morphologyEx(grey, hat, kind, square, cv::Point(-1, -1), 1, cv::BORDER_REPLICATE);
        markAlone(grey, hat, size_px, specks);
    }
    return specks;
}

}  // namespace tympan
