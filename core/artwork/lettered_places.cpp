#include "core/artwork/lettered_places.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/artwork/letter_groups.h"
#include "core/base/parallel.h"

namespace tympan {

namespace {

constexpr int most_px = 26, window_px = 41;
constexpr int joined_strokes = 5;
constexpr double stands_out = 1.1;

/// What stands out from the mean about it: darker, or lighter.
cv::Mat standingOut(const cv::Mat& level, bool light) {
    cv::Mat mean, out;
    cv::blur(level, mean, {window_px, window_px}, {-1, -1}, cv::BORDER_REPLICATE);
    if (light)
        cv::subtract(level, mean, out);
    else
        cv::subtract(mean, level, out);
    return out;
}

/// Whether a place is livelier than what is round it: letters are, parts of a busy ground are not.
bool standsOut(const cv::Mat& grey, const cv::Rect2d& place, double letter_px) {
    const cv::Rect all(0, 0, grey.cols, grey.rows);
    const auto spread = [&](const cv::Rect2d& box) {
        cv::Scalar mean, deviation;
        const cv::Rect inside = cv::Rect(box) & all;
        if (inside.area() < 4) return std::pair(0.0, 0.0);
        cv::meanStdDev(grey(inside), mean, deviation);
        return std::pair(1.0 * inside.area(), deviation[0] * deviation[0]);
    };
    const double rim = 0.8 * letter_px;
    const auto [inner, variance] = spread(place);
    const auto [outer, of_all] =
        spread({place.x - rim, place.y - rim, place.width + 2 * rim, place.height + 2 * rim});
    if (outer <= inner) return true;
    const double around = std::max(0.0, (of_all * outer - variance * inner) / (outer - inner));
    return variance > stands_out * stands_out * around;
}

/// How often ink begins along a row of a part, at three of its rows; the middle number.
int strokesAlong(const cv::Mat& part) {
    int counts[3] = {};
    for (int i = 0; i < 3; ++i) {
        const std::uint8_t* row = part.ptr<std::uint8_t>(part.rows * (i + 1) / 4);
        for (int x = 0; x < part.cols; ++x) counts[i] += row[x] && (x == 0 || !row[x - 1]);
    }
    std::sort(counts, counts + 3);
    return counts[1];
}

struct Parts {
    std::vector<LetterPart> letters;
    std::vector<cv::Rect> words;  ///< letters that are joined
};

/// Parts that may be letters.
Parts partsOf(const cv::Mat& marks) {
    cv::Mat labels, stats, middles, part, depth;
    const int count = cv::connectedComponentsWithStats(marks, labels, stats, middles, 8, CV_32S);
    Parts parts;
    for (int i = 1; i < count; ++i) {
        const auto at = [&](int what) { return stats.at<int>(i, what); };
        const cv::Rect box(at(cv::CC_STAT_LEFT), at(cv::CC_STAT_TOP), at(cv::CC_STAT_WIDTH),
                           at(cv::CC_STAT_HEIGHT));
        const int w = box.width, h = box.height;
        // A letter is no long stroke, and neither full nor nearly empty.
        if (h < least_letter_px || h > most_px || w > 12 * h || h > 12 * w) continue;
        const double full = 1.0 * at(cv::CC_STAT_AREA) / (w * h);
        if (full < 0.15 || (full > 0.92 && w > 0.4 * h)) continue;
        // It is made of strokes that are narrower than it is tall; a grain of a ground is not.
        cv::copyMakeBorder(labels(box) == i, part, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
        cv::distanceTransform(part, depth, cv::DIST_L2, cv::DIST_MASK_3);
        double deepest = 0;
        cv::minMaxLoc(depth, nullptr, &deepest);
        const float stroke = static_cast<float>(2 * deepest - 1);
        if (stroke > 0.33F * static_cast<float>(h) + 1.5F) continue;
        if (w > 2 * h && strokesAlong(part) >= joined_strokes) parts.words.push_back(box);
        if (w <= 3 * h) parts.letters.push_back({box, stroke});
        if (parts.letters.size() > most_letter_parts) return {};  // a busy ground, not letters
    }
    return parts;
}

/// Whether parts are written with one pen.
bool ofOnePen(const std::vector<LetterPart>& parts) {
    float mean = 0, off = 0;
    const float count = static_cast<float>(parts.size());
    for (const LetterPart& part : parts) mean += part.stroke_px / count;
    for (const LetterPart& part : parts) off += std::abs(part.stroke_px - mean) / count;
    return off <= 0.15F * mean + 0.4F;
}

/// Two letters alone make a word when they match closely.
bool pair(const std::vector<LetterPart>& parts) {
    if (parts.size() != 2) return false;
    const cv::Rect &a = parts[0].box, &b = parts[1].box;
    const int tall = std::max(a.height, b.height), off = std::max(1, tall / 12);
    return tall >= 12 && std::abs(a.y - b.y) <= off && std::abs(a.br().y - b.br().y) <= off &&
           b.x - a.br().x <= 0.4 * tall;
}

void addWords(const cv::Mat& marks, bool light, double scale, std::vector<LetteredPlace>& places) {
    const auto add = [&](const cv::Rect& word, double tall) {
        places.push_back(
            {{static_cast<int>(word.x * scale), static_cast<int>(word.y * scale),
              static_cast<int>(word.width * scale + 1), static_cast<int>(word.height * scale + 1)},
             static_cast<float>(tall * scale)});
    };
    const Parts parts = partsOf(marks);
    for (const cv::Rect& word : parts.words) add(word, word.height);
    for (const auto& group : standingBeside(parts.letters)) {
        if (!ofOnePen(group)) continue;
        if (pair(group)) add(group[0].box | group[1].box, group[0].box.height);
        if (const auto line = lineOf(group, light))
            for (const cv::Rect& word : line->words) add(word, line->letter_px);
    }
}

/// Of all sizes, darker or lighter than what is about them.
void addPlaces(const cv::Mat& calm, bool light, double tallest_px, std::vector<LetteredPlace>& places,
               const Progress& progress) {
    const cv::Mat dot = cv::getStructuringElement(cv::MORPH_RECT, {3, 3}),
                  about = cv::getStructuringElement(cv::MORPH_RECT, {window_px, window_px});
    cv::Mat level = calm;
    for (double scale = 1; scale * least_letter_px < tallest_px; scale *= 2) {
        if (scale > 1) cv::resize(level, level, {}, 0.5, 0.5, cv::INTER_AREA);
        if (std::min(level.cols, level.rows) < most_px) break;
        progress.at(0);
        const cv::Mat out = standingOut(level, light);
        addWords(out > ink_differs, light, scale, places);
        cv::Mat most;
        cv::dilate(out, most, about);
        const auto strong = [&](double part) {
            cv::Mat threshold;
            most.convertTo(threshold, CV_8U, part);
            cv::max(threshold, ink_differs, threshold);
            return cv::Mat(out > threshold);
        };
        // What runs through letters is thinner than they are, or paler.
        cv::Mat crossed = strong(0.5);
        cv::morphologyEx(crossed, crossed, cv::MORPH_OPEN, dot);
        addWords(crossed, light, scale, places);
        // The smallest letters run into each other, so less is taken off of them.
        addWords(strong(scale > 1 ? 0.7 : 0.5), light, scale, places);
    }
}

/// Joins what was found of the same words at several sizes or in several ways.
std::vector<LetteredPlace> joined(const std::vector<LetteredPlace>& places) {
    std::vector<LetteredPlace> whole;
    const auto same = [](const LetteredPlace& a, const LetteredPlace& b) {
        const int both = (a.box & b.box).area();
        return 2 * both > std::min(a.box.area(), b.box.area()) &&
               std::max(a.letter_px, b.letter_px) < 1.6F * std::min(a.letter_px, b.letter_px);
    };
    for (LetteredPlace place : places)
        // A place that has grown may come to lie over others.
        for (;;) {
            const auto other = std::find_if(whole.begin(), whole.end(),
                                            [&](const LetteredPlace& known) { return same(known, place); });
            if (other == whole.end()) {
                whole.push_back(place);
                break;
            }
            place = {other->box | place.box, std::max(other->letter_px, place.letter_px)};
            whole.erase(other);
        }
    return whole;
}

}  // namespace

std::vector<LetteredPlace> letteredPlaces(const cv::Mat& grey, double tallest_px, const Progress& progress) {
    cv::Mat calm;
    cv::GaussianBlur(grey, calm, {}, 0.8);
    std::vector<LetteredPlace> dark, light;
    inTwoParts(2, [&](int first, int last) {
        for (int side = first; side < last; ++side)
            addPlaces(calm, side == 1, tallest_px, side == 1 ? light : dark, {progress.stop, {}});
    });
    dark.insert(dark.end(), light.begin(), light.end());
    std::erase_if(dark,
                  [&](const LetteredPlace& place) { return !standsOut(grey, place.box, place.letter_px); });
    return joined(dark);
}

}  // namespace tympan
