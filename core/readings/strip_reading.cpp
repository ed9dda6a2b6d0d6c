#include "core/readings/strip_reading.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"

namespace tympan {

namespace {

constexpr double shade_rim_mm = 2;  // of a shade: left out for blur and a mark a little off
constexpr double solid_rim_mm = 0.8;
constexpr double segment_mm = 1, line_end_mm = 0.8;

/// The light that solid ink leaves missing, 0 to 1.
double darkOf(double k) {
    const double v = 1 - k;
    return 1 - (v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4));
}

RectMm shrunk(const RectMm& box, double by) {
    return {box.x + by, box.y + by, box.width - 2 * by, box.height - 2 * by};
}

/// How far a sharp edge is blurred, as the sigma of a Gaussian in mm: from how steep the side of the largest
/// solid is.
double blurOf(const StripFace& face) {
    const RectMm& solid = stripLayout().solids[3].at;
    constexpr double reach_mm = 1.2;
    const double p = face.px_per_mm;
    std::vector<double> profile;
    for (int i = 0; i < cvRound(2 * reach_mm * p); ++i)
        profile.push_back(
            meanIn(face.dark, {solid.x - reach_mm + i / p, solid.y + 5, 1 / p, solid.height - 10}, p));
    double steepest = 0;
    for (std::size_t i = 1; i < profile.size(); ++i)
        steepest = std::max(steepest, profile[i] - profile[i - 1]);
    const double height = profile.back() - profile.front();
    if (steepest <= 0 || height <= 0.02) return 0.15;
    return std::clamp(height / (steepest * p * std::sqrt(2 * M_PI)), 0.03, 0.5);
}

/// A line of width `w` blurred by `sigma`, at `x` from its middle.
double blurredLine(double x, double w, double sigma) {
    const double s = sigma * std::sqrt(2);
    return 0.5 * (std::erf((x + w / 2) / s) - std::erf((x - w / 2) / s));
}

/// How dark a line is, segment by segment: the best fit of a blurred line on even ground (least squares).
/// Where the line lies is given; it may be a little off, so the best of a few places counts for the whole.
std::vector<double> segmentsOf(const StripFace& face, const RectMm& line, bool upright, double sigma) {
    const double width = upright ? line.width : line.height, length = upright ? line.height : line.width;
    const double middle = upright ? line.x + width / 2 : line.y + width / 2,
                 start = (upright ? line.y : line.x) + line_end_mm;
    const double p = face.px_per_mm, reach = width / 2 + 0.7;
    const auto profile = [&](double from, double long_mm) {
        std::vector<std::pair<double, double>> found;
        const int first = cvFloor((middle - reach) * p), last = cvCeil((middle + reach) * p);
        for (int i = first; i < last; ++i) {
            const RectMm at =
                upright ? RectMm{i / p, from, 1 / p, long_mm} : RectMm{from, i / p, long_mm, 1 / p};
            found.emplace_back((i + 0.5) / p - middle, meanIn(face.dark, at, p));
        }
        return found;
    };
    const auto fit = [&](const std::vector<std::pair<double, double>>& values, double off,
                         double* left = nullptr) {
        double n = 0, s = 0, ss = 0, y = 0, sy = 0, yy = 0;
        for (const auto& [x, v] : values) {
            const double shape = blurredLine(x - off, width, sigma);
            n += 1, s += shape, ss += shape * shape, y += v, sy += shape * v, yy += v * v;
        }
        const double spread = ss - s * s / n;
        const double height = spread > 0 ? (sy - s * y / n) / spread : 0;
        if (left) *left = yy - y * y / n - height * (sy - s * y / n);
        return height;
    };
    const double whole = length - 2 * line_end_mm;
    const auto all = profile(start, whole);
    double best_off = 0, best_left = 1e9;
    for (double off = -0.15; off <= 0.151; off += 0.05) {
        double left = 0;
        if (fit(all, off, &left) > 0 && left < best_left) best_left = left, best_off = off;
    }
    std::vector<double> heights;
    for (double at = 0; at + segment_mm <= whole + 1e-9; at += segment_mm)
        heights.push_back(fit(profile(start + at, segment_mm), best_off));
    return heights;
}

struct There {
    double share = 0, doubt = 0;
};

There thereOf(const StripFace& face, const StripLines& lines, double sigma, double solid_dark) {
    std::vector<double> shares;
    for (const RectMm& line : lines.lines)
        for (const double height : segmentsOf(face, line, lines.upright, sigma))
            shares.push_back(height / solid_dark);
    std::sort(shares.begin(), shares.end());
    // A speck or a knot in one segment is not the line.
    const std::size_t cut = shares.size() / 10;
    double sum = 0, squares = 0;
    const double n = static_cast<double>(shares.size() - 2 * cut);
    for (std::size_t i = cut; i < shares.size() - cut; ++i)
        sum += shares[i], squares += shares[i] * shares[i];
    const double mean = sum / n;
    return {std::clamp(mean, 0.0, 1.0), std::sqrt(std::max(0.0, squares / n - mean * mean) / n)};
}

double bareIn(const StripFace& face, const StripSolid& solid) {
    const RectMm at = shrunk(solid.at, solid_rim_mm);
    const double p = face.px_per_mm;
    cv::Mat part =
        face.k(cv::Rect(cvRound(at.x * p), cvRound(at.y * p), cvRound(at.width * p), cvRound(at.height * p)));
    cv::Mat even;
    cv::blur(part, even, {3, 3});
    std::vector<float> values(even.begin<float>(), even.end<float>());
    const auto high = values.begin() + static_cast<std::ptrdiff_t>(values.size() * 3 / 4);
    std::nth_element(values.begin(), high, values.end());
    // What is dark is what most of it is; where half of that is missing there is a hole.
    const double half = std::max(0.5 * *high, 0.08);
    return static_cast<double>(
               std::count_if(values.begin(), values.end(), [&](float k) { return k < half; })) /
           static_cast<double>(values.size());
}

double around(const StripFace& face, const StripSpot& spot) {
    constexpr double near_mm = 0.6, far_mm = 2.2;
    const RectMm& at = spot.at;
    const double thick = far_mm - near_mm;
    const RectMm sides[] = {{at.x, at.y - far_mm, at.width, thick},
                            {at.x, at.bottom() + near_mm, at.width, thick},
                            {at.x - far_mm, at.y, thick, at.height},
                            {at.right() + near_mm, at.y, thick, at.height}};
    double most = 0;
    for (const RectMm& side : sides) most = std::max(most, meanIn(face.k, side, face.px_per_mm));
    return most;
}

}  // namespace

std::vector<double> neverFalling(std::vector<double> values) {
    struct Block {
        double sum;
        std::size_t count;
        double mean() const { return sum / static_cast<double>(count); }
    };
    std::vector<Block> blocks;
    for (const double value : values) {
        blocks.push_back({value, 1});
        while (blocks.size() > 1 && blocks[blocks.size() - 2].mean() > blocks.back().mean()) {
            blocks[blocks.size() - 2].sum += blocks.back().sum;
            blocks[blocks.size() - 2].count += blocks.back().count;
            blocks.pop_back();
        }
    }
    values.clear();
    for (const Block& block : blocks) values.insert(values.end(), block.count, block.mean());
    return values;
}

std::optional<double> StripReading::finestLine() const {
    std::optional<double> finest;
    for (auto line = lines.rbegin(); line != lines.rend() && line->there(); ++line) finest = line->width_mm;
    return finest;
}

SolidLimits StripReading::solidLimits() const {
    constexpr double smaller_than_all = 4, a_little_darker = 0.01;
    SolidLimits limits{1, smaller_than_all, Basis::measured};
    double largest = 0, darkest = 0, palest = 1;
    for (const SolidReading& solid : solids) {
        largest = std::max(largest, solid.side_mm);
        palest = std::min(palest, solid.printed);
    }
    bool all = true;
    for (const SolidReading& solid : solids) {
        if (solid.printed == 1) {
            all = all && solid.held();
            if (all) limits.width_mm = solid.side_mm;
        }
        if (solid.side_mm == largest && solid.held()) darkest = std::max(darkest, solid.printed);
    }
    if (all) return limits;
    limits.ink = std::min(0.99, (darkest > 0 ? darkest : palest) + a_little_darker);
    return limits;
}

double StripReading::inkLimit() const {
    for (const ShadeReading& shade : shades)
        if (shade.arrives >= shades.back().arrives - 0.02) return shade.printed;
    return 1;
}

TransferCurve StripReading::curve() const {
    TransferCurve curve;
    curve.basis = Basis::measured;
    if (shades.empty() || shades.back().arrives <= 0) return curve;
    for (const ShadeReading& shade : shades) {
        curve.printed.push_back(shade.printed);
        curve.arrives.push_back(shade.arrives);
    }
    return curve;
}

StripReading readingOf(const StripFace& face) {
    const StripLayout& strip = stripLayout();
    StripReading reading;
    reading.backwards = face.found.backwards;
    reading.px_per_mm = face.found.px_per_mm;
    reading.unevenness = face.unevenness;
    reading.ground = face.ground;
    reading.clipped = face.clipped;
    std::vector<double> measured;
    for (const StripShade& shade : strip.shades)
        measured.push_back(meanIn(face.k, shrunk(shade.at, shade_rim_mm), face.px_per_mm));
    // What is bare is bare: the ground's own unevenness is no ink.
    std::vector<double> rising = measured;
    rising.front() = 0;
    rising = neverFalling(std::move(rising));
    for (std::size_t i = 0; i < strip.shades.size(); ++i)
        reading.shades.push_back({strip.shades[i].printed, measured[i], std::clamp(rising[i], 0.0, 1.0)});
    reading.shades.front().arrives = 0;

    const double solid = std::max(0.02, darkOf(reading.shades.back().arrives)), sigma = blurOf(face);
    for (const StripLines& lines : strip.lines) {
        const There there = thereOf(face, lines, sigma, solid);
        const auto known =
            std::find_if(reading.lines.begin(), reading.lines.end(),
                         [&](const LineReading& line) { return line.width_mm == lines.width_mm; });
        LineReading& line = known == reading.lines.end()
                                ? reading.lines.emplace_back(LineReading{lines.width_mm, 0, 0})
                                : *known;
        (lines.upright ? line.upright : line.level) = there.share;
        line.sure = line.sure && there.doubt < 0.15;
    }
    for (const StripSolid& each : strip.solids)
        reading.solids.push_back({each.printed, each.side_mm, bareIn(face, each)});
    for (const StripSpot& spot : strip.spots) reading.spots.push_back({spot.name, around(face, spot)});
    return reading;
}

cv::Mat photographIn(const Artwork& artwork) {
    constexpr double page_ppi = 300, pdf_ppi = 72, svg_ppi = 96;
    const double scale =
        artwork.kind == Artwork::Kind::raster ? 1 : page_ppi / (artwork.format == "pdf" ? pdf_ppi : svg_ppi);
    const cv::Mat pixels = overWhite(pixelsFor(artwork, scale));
    if (pixels.channels() == 3) return pixels;
    cv::Mat rgb;
    cv::cvtColor(pixels, rgb, cv::COLOR_GRAY2RGB);
    return rgb;
}

StripReading readStrip(const cv::Mat& photo, const std::string& name) {
    return readingOf(faceOf(photo, name));
}

}  // namespace tympan
