#include "core/artwork/letter_groups.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>
#include <opencv2/imgproc.hpp>

namespace tympan {

namespace {

constexpr double steepest_deg = 20;
constexpr std::size_t least_letters = 3;
constexpr float word_gap = 0.6F;  // between words, of the letters' height

/// Each part's group, by parts that stand beside each other.
std::vector<int> groupsOf(std::vector<LetterPart>& parts) {
    std::sort(parts.begin(), parts.end(),
              [](const LetterPart& a, const LetterPart& b) { return a.box.x < b.box.x; });
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
std::vector<cv::Rect> wordsOf(const std::vector<LetterPart>& parts, float tall) {
    std::vector<cv::Rect> words;
    for (const LetterPart& part : parts) {
        if (!words.empty() && static_cast<float>(part.box.x - words.back().br().x) <= word_gap * tall)
            words.back() |= part.box;
        else
            words.push_back(part.box);
    }
    return words;
}

}  // namespace

std::optional<TextLine> lineOf(const std::vector<LetterPart>& parts, bool light) {
    if (parts.size() < least_letters) return {};
    std::vector<float> heights;
    std::vector<cv::Point2f> middles;
    for (const LetterPart& part : parts) heights.push_back(static_cast<float>(part.box.height));
    const auto at = static_cast<std::ptrdiff_t>(0.7 * static_cast<double>(heights.size() - 1));
    std::nth_element(heights.begin(), heights.begin() + at, heights.end());
    const float tall = heights[static_cast<std::size_t>(at)];
    for (const LetterPart& part : parts) middles.push_back(part.middle());
    cv::Vec4f fit;
    cv::fitLine(middles, fit, cv::DIST_HUBER, 0, 0.01, 0.01);
    double angle = std::atan2(fit[1], fit[0]);
    if (angle > std::numbers::pi / 2) angle -= std::numbers::pi;
    if (angle < -std::numbers::pi / 2) angle += std::numbers::pi;
    const double deg = angle * 180 / std::numbers::pi;
    if (std::abs(deg) > steepest_deg) return {};
    const double c = std::cos(angle), s = std::sin(angle);
    double left = 1e9, right = -1e9, top = 1e9, bottom = -1e9, off = 0;
    for (const LetterPart& part : parts) {
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

std::vector<std::vector<LetterPart>> standingBeside(std::vector<LetterPart> parts) {
    const std::vector<int> groups = groupsOf(parts);
    std::vector<std::vector<LetterPart>> grouped(parts.size());
    for (std::size_t i = 0; i < parts.size(); ++i)
        grouped[static_cast<std::size_t>(groups[i])].push_back(parts[i]);
    std::erase_if(grouped, [](const auto& group) { return group.empty(); });
    return grouped;
}

}  // namespace tympan
