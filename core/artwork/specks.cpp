#include <opencv2/imgproc.hpp>

#include "core/artwork/clean_up.h"

namespace tympan {

namespace {

constexpr int above_grain = 22;  // of 255: less is grain
constexpr int even_within = 60;
constexpr int band_rows = 1024;  // worked on at once: labels take four bytes a pixel

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
    const cv::Mat candidates = hat > above_grain;
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

/// Calls work for bands of rows, each with as much more about it as a speck and what is judged by it take.
template <class Work>
void inBands(int rows, int size_px, const Work& work) {
    const int more = 4 * size_px + 16;
    for (int from = 0; from < rows; from += band_rows) {
        const int to = std::min(rows, from + band_rows);
        work(from, to, cv::Range(std::max(0, from - more), std::min(rows, to + more)));
    }
}

}  // namespace

cv::Mat specksOf(const cv::Mat& grey, int size_px) {
    cv::Mat specks(grey.size(), CV_8UC1, cv::Scalar(0));
    if (size_px < 1) return specks;
    // Squares: quick at any size. A border that goes on keeps the rim from counting as a speck.
    const cv::Mat square = cv::getStructuringElement(cv::MORPH_RECT, cv::Size(size_px + 2, size_px + 2));
    inBands(grey.rows, size_px, [&](int from, int to, const cv::Range& grown) {
        const cv::Mat part = grey.rowRange(grown);
        cv::Mat hat, found(part.size(), CV_8UC1, cv::Scalar(0));
        for (int kind : {cv::MORPH_BLACKHAT, cv::MORPH_TOPHAT}) {
            cv::morphologyEx(part, hat, kind, square, cv::Point(-1, -1), 1, cv::BORDER_REPLICATE);
            markAlone(part, hat, size_px, found);
        }
        found.rowRange(from - grown.start, to - grown.start).copyTo(specks.rowRange(from, to));
    });
    return specks;
}

void takeSpecksOut(cv::Mat& pixels, const cv::Mat& specks, int size_px) {
    inBands(pixels.rows, size_px, [&](int from, int to, const cv::Range& grown) {
        cv::Mat labels, stats, middles, soft, band = pixels.rowRange(grown);
        // Their rims are half speck.
        cv::dilate(specks.rowRange(grown), soft, cv::getStructuringElement(cv::MORPH_RECT, {3, 3}));
        const int count = cv::connectedComponentsWithStats(soft, labels, stats, middles, 8, CV_32S);
        for (int i = 1; i < count; ++i) {
            const auto at = [&](int what) { return stats.at<int>(i, what); };
            // Each is taken out once: in the band that its top lies in.
            const int top = at(cv::CC_STAT_TOP) + grown.start;
            if (top < from || top >= to) continue;
            const cv::Rect room = cv::Rect(at(cv::CC_STAT_LEFT) - 2, at(cv::CC_STAT_TOP) - 2,
                                           at(cv::CC_STAT_WIDTH) + 4, at(cv::CC_STAT_HEIGHT) + 4) &
                                  cv::Rect(0, 0, band.cols, band.rows);
            const cv::Mat here = labels(room) == i, around = soft(room) == 0;
            if (cv::countNonZero(around) == 0) continue;
            cv::Mat part = band(room);
            part.setTo(cv::mean(part, around), here);
        }
    });
}

}  // namespace tympan
