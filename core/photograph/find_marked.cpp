#include "core/photograph/find_marked.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <optional>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/marks/round_mark.h"

namespace tympan {

namespace {

constexpr int looked_at_px = 1400, mark_px = 24, least_px = 150;
constexpr double smallest_mark_px = 17, largest_mark_px = 150, next_size = 1.15;
constexpr double template_around = 1.35;  // of a mark's radius: the template's half side
constexpr double weakest_peak = 0.38;
constexpr std::size_t most_peaks = 22;
// Of what lies between the marks, and of each mark: found ones have 0.85 and 0.95 and more, worn ones of the
// latter 0.6; three marks and a speck come to 0.5 and 0.3.
constexpr double least_likeness = 0.4, least_alike = 0.45;

struct Peak {
    cv::Point2d at;
    double diameter, score;
};
using Quad = std::array<cv::Point2d, 4>;

/// The mark, dark on light, `px` across.
cv::Mat markTemplate(double px_per_mm) {
    const double half = round_mark.ring_mm * template_around;
    cv::Mat grey;
    cv::cvtColor(drawn(roundMark({half, half}), {2 * half, 2 * half}, px_per_mm), grey, cv::COLOR_RGB2GRAY);
    cv::GaussianBlur(grey, grey, {0, 0}, 0.6);
    return grey;
}

/// Local maxima of the correlation with the mark at one size, in pixels of `grey`.
void addPeaks(const cv::Mat& grey, double diameter, const cv::Mat& mark, std::vector<Peak>& peaks) {
    const double scale = mark_px / diameter;
    cv::Mat sized, score, highest;
    cv::resize(grey, sized, {}, scale, scale, scale < 1 ? cv::INTER_AREA : cv::INTER_LINEAR);
    if (sized.cols <= mark.cols || sized.rows <= mark.rows) return;
    cv::matchTemplate(sized, mark, score, cv::TM_CCOEFF_NORMED);
    cv::dilate(score, highest, cv::Mat::ones(9, 9, CV_8U));
    for (int y = 0; y < score.rows; ++y)
        for (int x = 0; x < score.cols; ++x) {
            const float s = score.at<float>(y, x);
            if (s < weakest_peak || s < highest.at<float>(y, x)) continue;
            peaks.push_back({{(x + mark.cols / 2.0) / scale, (y + mark.rows / 2.0) / scale}, diameter, s});
        }
}

std::vector<Peak> peaksIn(const cv::Mat& grey) {
    const cv::Mat mark = markTemplate(mark_px / (2 * round_mark.ring_mm));
    std::vector<Peak> peaks, kept;
    for (double d = smallest_mark_px; d <= largest_mark_px; d *= next_size) addPeaks(grey, d, mark, peaks);
    std::sort(peaks.begin(), peaks.end(), [](const Peak& a, const Peak& b) { return a.score > b.score; });
    for (const Peak& peak : peaks) {
        const bool is_new = std::none_of(kept.begin(), kept.end(), [&](const Peak& other) {
            return cv::norm(peak.at - other.at) < 0.6 * std::max(peak.diameter, other.diameter);
        });
        if (is_new) kept.push_back(peak);
        if (kept.size() == most_peaks) break;
    }
    return kept;
}

double turnAt(const Quad& q, std::size_t i) {
    const cv::Point2d a = q[(i + 1) % 4] - q[i], b = q[(i + 2) % 4] - q[(i + 1) % 4];
    return a.x * b.y - a.y * b.x;
}

/// Four peaks clockwise, when they can be the sheet's: convex, marks as large as the sides between them say.
std::optional<Quad> quadOf(const std::array<const Peak*, 4>& four, const MarkedSheet& sheet) {
    cv::Point2d middle;
    double least = four[0]->diameter, most = least, diameters = 0;
    for (const Peak* peak : four) {
        middle += peak->at / 4.0;
        least = std::min(least, peak->diameter);
        most = std::max(most, peak->diameter);
        diameters += peak->diameter / 4;
    }
    if (most > 2.1 * least) return {};
    Quad quad{four[0]->at, four[1]->at, four[2]->at, four[3]->at};
    std::sort(quad.begin(), quad.end(), [&](const cv::Point2d& a, const cv::Point2d& b) {
        return std::atan2(a.y - middle.y, a.x - middle.x) < std::atan2(b.y - middle.y, b.x - middle.x);
    });
    for (std::size_t i = 0; i < 4; ++i)
        if (turnAt(quad, i) <= 0) return {};
    double round = 0;
    for (std::size_t i = 0; i < 4; ++i) round += cv::norm(quad[(i + 1) % 4] - quad[i]);
    const double wanted =
        2 * (sheet.corners[1].x - sheet.corners[0].x + sheet.corners[3].y - sheet.corners[0].y) /
        (2 * round_mark.ring_mm);
    if (round < 0.7 * wanted * diameters || round > 1.35 * wanted * diameters) return {};
    return quad;
}

cv::Matx33d fromCorners(const Quad& photo, const MarkedSheet& sheet) {
    std::array<cv::Point2f, 4> from, to;
    for (std::size_t i = 0; i < 4; ++i) {
        from[i] = {static_cast<float>(sheet.corners[i].x), static_cast<float>(sheet.corners[i].y)};
        to[i] = photo[i];
    }
    return cv::getPerspectiveTransform(from.data(), to.data());
}

/// A pixel's middle lies half a pixel in.
cv::Matx33d scaled(double px_per_mm) {
    return {1 / px_per_mm, 0, 0.5 / px_per_mm, 0, 1 / px_per_mm, 0.5 / px_per_mm, 0, 0, 1};
}
const cv::Matx33d to_index{1, 0, -0.5, 0, 1, -0.5, 0, 0, 1};

}  // namespace

cv::Mat squared(const cv::Mat& photo, const cv::Matx33d& to_photo, const RectMm& box, double px_per_mm) {
    const cv::Matx33d move{1, 0, box.x, 0, 1, box.y, 0, 0, 1};
    cv::Mat result;
    cv::warpPerspective(photo, result, to_index * to_photo * move * scaled(px_per_mm),
                        {cvRound(box.width * px_per_mm), cvRound(box.height * px_per_mm)},
                        cv::INTER_LINEAR | cv::WARP_INVERSE_MAP, cv::BORDER_REPLICATE);
    return result;
}

namespace {

/// How like the sheet what lies between four corners is: normalised correlation at a millimetre or so.
double likeness(const cv::Mat& grey, const cv::Matx33d& to_photo, const MarkedSheet& sheet) {
    cv::Mat seen = squared(grey, to_photo, {0, 0, sheet.size.width, sheet.size.height}, ideal_px_per_mm);
    if (seen.size() != sheet.ideal.size()) cv::resize(seen, seen, sheet.ideal.size());
    // Of two pictures of one size, without the detour by Fourier's transform.
    cv::Scalar mean_seen, mean_ideal, deviation_seen, deviation_ideal;
    cv::meanStdDev(seen, mean_seen, deviation_seen);
    cv::meanStdDev(sheet.ideal, mean_ideal, deviation_ideal);
    const double deviations = deviation_seen[0] * deviation_ideal[0];
    if (deviations < 1e-9) return -1;
    return (seen.dot(sheet.ideal) / static_cast<double>(seen.total()) - mean_seen[0] * mean_ideal[0]) /
           deviations;
}

/// Four corners in one of the sheet's eight ways to lie, and how like it they look at a glance.
struct Candidate {
    double glance = -1;
    Quad quad;
    bool backwards = false;
};

/// Looks at the means of some hundred cells instead of all pixels: thousands of candidates in the time that a
/// dozen take otherwise.
class Glance {
  public:
    Glance(const cv::Mat& grey, const MarkedSheet& sheet) : sheet_(sheet) {
        cv::integral(grey, sums_, CV_64F);
        constexpr double cells = 32;  // along the longer side
        const double cell_mm = std::max(sheet.size.width, sheet.size.height) / cells;
        const cv::Size size(std::max(1, cvRound(sheet.size.width / cell_mm)),
                            std::max(1, cvRound(sheet.size.height / cell_mm)));
        cv::resize(sheet.ideal, ideal_, size, 0, 0, cv::INTER_AREA);
        ideal_.convertTo(ideal_, CV_32F);
    }

    /// Normalised correlation of the cells' means, -1 to 1.
    double likeness(const Quad& quad) const {
        const cv::Matx33d to_photo = fromCorners(quad, sheet_);
        const double density = cv::norm(quad[1] - quad[0]) / (sheet_.corners[1].x - sheet_.corners[0].x);
        const double wide = sheet_.size.width / ideal_.cols, high = sheet_.size.height / ideal_.rows;
        const int half = std::max(1, cvRound(density * std::min(wide, high) / 2));
        double sum = 0, squares = 0, ideal_sum = 0, ideal_squares = 0, product = 0;
        for (int row = 0; row < ideal_.rows; ++row)
            for (int column = 0; column < ideal_.cols; ++column) {
                const cv::Vec3d p = to_photo * cv::Vec3d((column + 0.5) * wide, (row + 0.5) * high, 1);
                const double seen = mean(cvRound(p[0] / p[2]), cvRound(p[1] / p[2]), half);
                const double ideal = ideal_.at<float>(row, column);
                sum += seen, squares += seen * seen, product += seen * ideal;
                ideal_sum += ideal, ideal_squares += ideal * ideal;
            }
        const double n = static_cast<double>(ideal_.total());
        const double spread = (squares - sum * sum / n) * (ideal_squares - ideal_sum * ideal_sum / n);
        return spread < 1e-9 ? -1 : (product - sum * ideal_sum / n) / std::sqrt(spread);
    }

  private:
    double mean(int x, int y, int half) const {
        const int left = std::clamp(x - half, 0, sums_.cols - 2),
                  top = std::clamp(y - half, 0, sums_.rows - 2);
        const int right = std::clamp(x + half, left + 1, sums_.cols - 1),
                  bottom = std::clamp(y + half, top + 1, sums_.rows - 1);
        return (sums_.at<double>(bottom, right) - sums_.at<double>(bottom, left) -
                sums_.at<double>(top, right) + sums_.at<double>(top, left)) /
               (static_cast<double>(right - left) * (bottom - top));
    }

    const MarkedSheet& sheet_;
    cv::Mat sums_, ideal_;
};

/// Whether the sides are as long beside each other as the sheet's, as far as a slant leaves that.
bool hasItsShape(const Quad& quad, const MarkedSheet& sheet) {
    constexpr double slanted = 1.6;
    const double across = cv::norm(quad[1] - quad[0]) + cv::norm(quad[2] - quad[3]),
                 down = cv::norm(quad[3] - quad[0]) + cv::norm(quad[2] - quad[1]);
    const double as_it_is =
        (sheet.corners[1].x - sheet.corners[0].x) / (sheet.corners[3].y - sheet.corners[0].y);
    const double ratio = across / down / as_it_is;
    return ratio < slanted && ratio > 1 / slanted;
}

/// The same four corners as each of the sheet's eight ways to lie.
void addWays(const Glance& glance, const Quad& clockwise, const MarkedSheet& sheet,
             std::vector<Candidate>& candidates) {
    for (const bool backwards : {false, true})
        for (std::size_t first = 0; first < 4; ++first) {
            Quad quad;
            for (std::size_t i = 0; i < 4; ++i) quad[i] = clockwise[(first + (backwards ? 4 - i : i)) % 4];
            if (hasItsShape(quad, sheet)) candidates.push_back({glance.likeness(quad), quad, backwards});
        }
}

struct Best {
    double likeness = -1;
    Quad quad;
    bool backwards = false;
};

Best bestOf(const cv::Mat& grey, const std::vector<Peak>& peaks, const MarkedSheet& sheet) {
    constexpr std::ptrdiff_t looked_at = 200;
    const Glance glance(grey, sheet);
    std::vector<Candidate> candidates;
    const std::size_t n = peaks.size();
    for (std::size_t last = 3; last < n; ++last)
        for (std::size_t a = 0; a < last; ++a)
            for (std::size_t b = a + 1; b < last; ++b)
                for (std::size_t c = b + 1; c < last; ++c)
                    if (const auto quad = quadOf({&peaks[a], &peaks[b], &peaks[c], &peaks[last]}, sheet))
                        addWays(glance, *quad, sheet, candidates);
    const auto most =
        candidates.begin() + std::min(looked_at, static_cast<std::ptrdiff_t>(candidates.size()));
    std::partial_sort(candidates.begin(), most, candidates.end(),
                      [](const Candidate& a, const Candidate& b) { return a.glance > b.glance; });
    Best best;
    for (auto each = candidates.begin(); each != most; ++each)
        if (const double like = likeness(grey, fromCorners(each->quad, sheet), sheet); like > best.likeness)
            best = {like, each->quad, each->backwards};
    return best;
}

/// Whether a second sheet of the kind lies beside the one that was found.
bool hasAnother(const cv::Mat& grey, std::vector<Peak> peaks, const Quad& found, const MarkedSheet& sheet) {
    const std::vector<cv::Point2f> outline(found.begin(), found.end());
    std::erase_if(peaks, [&](const Peak& peak) {
        return cv::pointPolygonTest(outline, cv::Point2f(peak.at), true) > -peak.diameter;
    });
    return bestOf(grey, peaks, sheet).likeness >= least_likeness;
}

/// Each corner to a fraction of a pixel: the correlation's peak about it in the squared picture. How like a
/// mark each is.
std::array<double, 4> refine(const cv::Mat& grey, Quad& quad, const MarkedSheet& sheet) {
    const cv::Matx33d to_photo = fromCorners(quad, sheet);
    const double density = cv::norm(quad[1] - quad[0]) / (sheet.corners[1].x - sheet.corners[0].x);
    const double px_per_mm = std::clamp(density, 3.0, 12.0);
    const cv::Mat mark = markTemplate(px_per_mm);
    const double half = round_mark.ring_mm * template_around, search_mm = 1.5;
    std::array<double, 4> alike{};
    for (std::size_t i = 0; i < 4; ++i) {
        const double side = half + search_mm;
        const RectMm box{sheet.corners[i].x - side, sheet.corners[i].y - side, 2 * side, 2 * side};
        cv::Mat score;
        cv::matchTemplate(squared(grey, to_photo, box, px_per_mm), mark, score, cv::TM_CCOEFF_NORMED);
        cv::Point peak;
        cv::minMaxLoc(score, nullptr, &alike[i], nullptr, &peak);
        const auto between = [](double before, double at, double after) {
            const double bend = before - 2 * at + after;
            return bend < 0 ? std::clamp(0.5 * (before - after) / bend, -0.5, 0.5) : 0.0;
        };
        cv::Point2d at = peak;
        if (peak.x > 0 && peak.x + 1 < score.cols)
            at.x += between(score.at<float>(peak.y, peak.x - 1), score.at<float>(peak.y, peak.x),
                            score.at<float>(peak.y, peak.x + 1));
        if (peak.y > 0 && peak.y + 1 < score.rows)
            at.y += between(score.at<float>(peak.y - 1, peak.x), score.at<float>(peak.y, peak.x),
                            score.at<float>(peak.y + 1, peak.x));
        const cv::Vec3d mm{box.x + (at.x + mark.cols / 2.0) / px_per_mm,
                           box.y + (at.y + mark.rows / 2.0) / px_per_mm, 1};
        const cv::Vec3d px = to_photo * mm;
        quad[i] = {px[0] / px[2], px[1] / px[2]};
    }
    return alike;
}

/// How many pixels of the photograph there are to a millimetre about a place, the fewer of both ways.
double densityAt(const cv::Matx33d& to_photo, const PointMm& at) {
    const auto mapped = [&](double x, double y) {
        const cv::Vec3d p = to_photo * cv::Vec3d(x, y, 1);
        return cv::Point2d(p[0] / p[2], p[1] / p[2]);
    };
    return std::min(cv::norm(mapped(at.x + 0.5, at.y) - mapped(at.x - 0.5, at.y)),
                    cv::norm(mapped(at.x, at.y + 0.5) - mapped(at.x, at.y - 0.5)));
}

}  // namespace

FoundSheet findMarked(const cv::Mat& grey, const std::string& name, const MarkedSheet& sheet) {
    const auto otherwise = [&](const Text& remedy) {
        return sheet.else_do.empty() ? remedy : Text::listed({remedy, sheet.else_do}, "; ");
    };
    if (std::min(grey.cols, grey.rows) < least_px)
        throw Error(Error::Kind::input, name,
                    Text("is only {cols} x {rows} pixels: no {sheet} can be read in it",
                         {{"cols", grey.cols}, {"rows", grey.rows}, {"sheet", sheet.called}}),
                    otherwise(Text("photograph or scan all of the {sheet}", {{"sheet", sheet.called}})));
    const double shrink = std::min(1.0, 1.0 * looked_at_px / std::max(grey.cols, grey.rows));
    cv::Mat small;
    cv::resize(grey, small, {}, shrink, shrink, cv::INTER_AREA);
    const std::vector<Peak> peaks = peaksIn(small);
    Best best = bestOf(small, peaks, sheet);
    const auto notAll = [&] {
        const auto strong =
            std::count_if(peaks.begin(), peaks.end(), [](const Peak& p) { return p.score > 0.7; });
        return Error(
            Error::Kind::input, name,
            strong >= 4 ? Text("what lies between the round marks does not look like a {sheet}",
                               {{"sheet", sheet.called}})
                        : Text("the {sheet}'s four round corner marks are not all to be seen",
                               {{"sheet", sheet.called}}),
            otherwise(Text("photograph all of the {sheet} from above in even light, larger and sharper",
                           {{"sheet", sheet.called}})));
    };
    if (best.likeness < least_likeness) throw notAll();
    if (hasAnother(small, peaks, best.quad, sheet))
        throw Error(Error::Kind::input, name, Text("shows more than one {sheet}", {{"sheet", sheet.called}}),
                    Text("photograph each {sheet} by itself, or cut the picture", {{"sheet", sheet.called}}));
    for (cv::Point2d& corner : best.quad) corner /= shrink;
    std::array<double, 4> alike{};
    for (int i = 0; i < 2; ++i) alike = refine(grey, best.quad, sheet);
    if (*std::min_element(alike.begin(), alike.end()) < least_alike) throw notAll();
    FoundSheet found;
    found.to_photo = fromCorners(best.quad, sheet);
    found.backwards = best.backwards;
    found.likeness = best.likeness;
    double least = 1e9, most = 0;
    for (const PointMm& corner : sheet.corners) {
        const double density = densityAt(found.to_photo, corner);
        least = std::min(least, density);
        most = std::max(most, density);
    }
    found.px_per_mm = least;
    return found;
}

}  // namespace tympan
