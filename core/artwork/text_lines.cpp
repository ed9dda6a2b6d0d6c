#include "core/artwork/text_lines.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "core/artwork/letter_groups.h"

namespace tympan {

namespace {

/// Parts that may be letters: what differs from the mean about it.
std::vector<LetterPart> partsOf(const cv::Mat& grey, int window, bool light) {
    cv::Mat marks;
    cv::adaptiveThreshold(grey, marks, 255, cv::ADAPTIVE_THRESH_MEAN_C,
                          light ? cv::THRESH_BINARY : cv::THRESH_BINARY_INV, window,
                          light ? -ink_differs : ink_differs);
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(marks, labels, stats, middles, 8, CV_32S);
    std::vector<LetterPart> parts;
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        const int w = at(cv::CC_STAT_WIDTH), h = at(cv::CC_STAT_HEIGHT);
        // A letter fits the window that found it, is no long stroke, and is neither full nor nearly empty.
        if (h < least_letter_px || h > 1.3 * window || w > 4 * h || h > 12 * w) continue;
        const double full = 1.0 * at(cv::CC_STAT_AREA) / (w * h);
        if (full < 0.12 || (full > 0.92 && w > 0.4 * h)) continue;
        parts.push_back({{at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), w, h}, 0});
        if (parts.size() > most_letter_parts) return {};  // a busy ground, not letters
    }
    return parts;
}

/// Whether two lines are the same one, found twice.
bool alike(const TextLine& a, const TextLine& b) {
    const cv::Point2f off = a.middle - b.middle;
    const float longer = std::max(a.width, b.width), taller = std::max(a.height, b.height);
    return std::abs(off.x) < 0.35f * longer && std::abs(off.y) < 0.5f * taller;
}

}  // namespace

std::vector<TextLine> textLines(const cv::Mat& grey, int most, const Progress& progress) {
    std::vector<TextLine> lines;
    cv::Mat calm;
    cv::GaussianBlur(grey, calm, {}, 0.8);
    for (const int window : {25, 71, 201, 401}) {
        if (window > 2 * std::max(grey.cols, grey.rows)) break;
        for (const bool light : {false, true}) {
            progress.at(0);
            for (const auto& group : standingBeside(partsOf(calm, window, light)))
                if (const auto line = lineOf(group, light)) lines.push_back(*line);
        }
    }
    // Many tall letters first: they are seen first, and read best.
    const auto weight = [](const TextLine& line) {
        return line.letter_px * static_cast<float>(std::min(line.letters, 12));
    };
    std::stable_sort(lines.begin(), lines.end(),
                     [&](const TextLine& a, const TextLine& b) { return weight(a) > weight(b); });
    std::vector<TextLine> kept;
    for (const TextLine& line : lines) {
        if (static_cast<int>(kept.size()) >= most) break;
        if (std::none_of(kept.begin(), kept.end(), [&](const TextLine& other) { return alike(line, other); }))
            kept.push_back(line);
    }
    return kept;
}

cv::Mat cutLine(const cv::Mat& grey, const TextLine& line, int letter_px) {
    const double scale = letter_px / static_cast<double>(line.letter_px);
    const int w = std::max(8, cvRound(line.width * scale)), h = std::max(8, cvRound(line.height * scale));
    const double angle = line.angle_deg * std::numbers::pi / 180, c = std::cos(angle) / scale,
                 s = std::sin(angle) / scale;
    const cv::Matx23d map(c, -s, line.middle.x - c * w / 2 + s * h / 2, s, c,
                          line.middle.y - s * w / 2 - c * h / 2);
    cv::Mat source = grey, cut;
    // Much smaller is read from what was blurred first.
    if (scale < 0.6) cv::GaussianBlur(grey, source, {}, 0.35 / scale);
    cv::warpAffine(source, cut, map, {w, h}, cv::INTER_CUBIC | cv::WARP_INVERSE_MAP, cv::BORDER_REPLICATE);
    if (line.light) cut = ~cut;
    cv::normalize(cut, cut, 0, 255, cv::NORM_MINMAX);
    cv::copyMakeBorder(cut, cut, letter_px / 4, letter_px / 4, letter_px / 4, letter_px / 4,
                       cv::BORDER_REPLICATE);
    return cut;
}

}  // namespace tympan
