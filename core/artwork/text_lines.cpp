#include "core/artwork/text_lines.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>
#include <opencv2/imgproc.hpp>
#include <optional>

namespace tympan {

namespace {

constexpr int least_px = 7, most_parts = 6000, differs = 14;
constexpr double steepest_deg = 20;
constexpr std::size_t least_letters = 3;
constexpr float word_gap = 0.6F;  // between words, of the letters' height

struct Part {
    cv::Rect box;
    cv::Point2f middle() const {
        return {static_cast<float>(box.x) + static_cast<float>(box.width) / 2,
                static_cast<float>(box.y) + static_cast<float>(box.height) / 2};
    }
};

/// Parts that may be letters: what differs from the mean about it.
std::vector<Part> partsOf(const cv::Mat& grey, int window, bool light) {
    cv::Mat marks;
    cv::adaptiveThreshold(grey, marks, 255, cv::ADAPTIVE_THRESH_MEAN_C,
                          light ? cv::THRESH_BINARY : cv::THRESH_BINARY_INV, window,
                          light ? -differs : differs);
    cv::Mat labels, stats, middles;
    const int count = cv::connectedComponentsWithStats(marks, labels, stats, middles, 8, CV_32S);
    std::vector<Part> parts;
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        const int w = at(cv::CC_STAT_WIDTH), h = at(cv::CC_STAT_HEIGHT);
        // A letter fits the window that found it, is no long stroke, and is neither full nor nearly empty.
        if (h < least_px || h > 1.3 * window || w > 4 * h || h > 12 * w) continue;
        const double full = 1.0 * at(cv::CC_STAT_AREA) / (w * h);
        if (full < 0.12 || (full > 0.92 && w > 0.4 * h)) continue;
        parts.push_back({{at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), w, h}});
        if (parts.size() > most_parts) return {};  // a busy ground, not letters
    }
    return parts;
}

/// Each part's group, by parts that stand beside each other.
std::vector<int> groupsOf(std::vector<Part>& parts) {
    std::sort(parts.begin(), parts.end(), [](const Part& a, const Part& b) { return a.box.x < b.box.x; });
    std::vector<int> group(parts.size());
    std::iota(group.begin(), group.end(), 0);
    const auto root = [&](int i) {
        while (group[static_cast<std::size_t>(i)] != i) i = group[static_cast<std::size_t>(i)];
        return i;
    };
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const cv::Rect& a = parts[i].box;
        for (std::size_t j = i + 1; j < parts.size(); ++j) {
            const cv::Rect& b = parts[j].box;
            const int tall = std::max(a.height, b.height);
            if (b.x > a.x + a.width + 1.6 * tall && b.x > a.x + 4 * a.height) break;
            if (std::min(a.height, b.height) < 0.45 * tall) continue;
            const double apart = b.x - (a.x + a.width);
            const cv::Point2f off = parts[j].middle() - parts[i].middle();
            // Steeper than twenty degrees is another line.
            if (apart > 1.6 * tall || apart < -0.5 * tall) continue;
            if (std::abs(off.y) > 0.36 * std::abs(off.x) + 0.25 * tall) continue;
            group[static_cast<std::size_t>(root(static_cast<int>(j)))] = root(static_cast<int>(i));
        }
    }
    for (std::size_t i = 0; i < group.size(); ++i) group[i] = root(static_cast<int>(i));
    return group;
}

/// The boxes of parts, from left to right, that stand no further apart than letters do.
std::vector<cv::Rect> wordsOf(const std::vector<Part>& parts, float tall) {
    std::vector<cv::Rect> words;
    for (const Part& part : parts) {
        if (!words.empty() && static_cast<float>(part.box.x - words.back().br().x) <= word_gap * tall)
            words.back() |= part.box;
        else
            words.push_back(part.box);
    }
    return words;
}

/// A group as a line, when its parts lie straight.
std::optional<TextLine> lineOf(const std::vector<Part>& parts, bool light) {
    if (parts.size() < least_letters) return {};
    std::vector<float> heights;
    std::vector<cv::Point2f> middles;
    for (const Part& part : parts) heights.push_back(static_cast<float>(part.box.height));
    const auto at = static_cast<std::ptrdiff_t>(0.7 * static_cast<double>(heights.size() - 1));
    std::nth_element(heights.begin(), heights.begin() + at, heights.end());
    const float tall = heights[static_cast<std::size_t>(at)];
    for (const Part& part : parts) middles.push_back(part.middle());
    cv::Vec4f fit;
    cv::fitLine(middles, fit, cv::DIST_HUBER, 0, 0.01, 0.01);
    double angle = std::atan2(fit[1], fit[0]);
    if (angle > std::numbers::pi / 2) angle -= std::numbers::pi;
    if (angle < -std::numbers::pi / 2) angle += std::numbers::pi;
    const double deg = angle * 180 / std::numbers::pi;
    if (std::abs(deg) > steepest_deg) return {};
    const double c = std::cos(angle), s = std::sin(angle);
    double left = 1e9, right = -1e9, top = 1e9, bottom = -1e9, off = 0;
    for (const Part& part : parts) {
        const cv::Point2f m = part.middle();
        const double along = c * m.x + s * m.y, across = -s * m.x + c * m.y;
        // A turned letter's box is larger than the letter.
        const double h = part.box.height * c, w = part.box.width * c;
        left = std::min(left, along - w / 2), right = std::max(right, along + w / 2);
        top = std::min(top, across - h / 2), bottom = std::max(bottom, across + h / 2);
        const double from_line = -s * (m.x - fit[2]) + c * (m.y - fit[3]);
        off += from_line * from_line;
    }
    if (std::sqrt(off / static_cast<double>(parts.size())) > 0.4 * tall) return {};
    if (bottom - top > 3.2 * tall) return {};
    const double rim = 0.35 * tall, along = (left + right) / 2, across = (top + bottom) / 2;
    return TextLine{{static_cast<float>(c * along - s * across), static_cast<float>(s * along + c * across)},
                    static_cast<float>(right - left + 2 * rim),
                    static_cast<float>(bottom - top + 2 * rim),
                    static_cast<float>(deg),
                    tall,
                    light,
                    static_cast<int>(parts.size()),
                    wordsOf(parts, tall)};
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
            std::vector<Part> parts = partsOf(calm, window, light);
            const std::vector<int> groups = groupsOf(parts);
            std::vector<std::vector<Part>> grouped(parts.size());
            for (std::size_t i = 0; i < parts.size(); ++i)
                grouped[static_cast<std::size_t>(groups[i])].push_back(parts[i]);
            for (const std::vector<Part>& group : grouped)
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
