#include "core/tone/levels.h"

#include <algorithm>
#include <cmath>

#include "core/artwork/colour.h"

namespace tympan {

namespace {

constexpr double outer_share = 0.005;
constexpr double least_range = 0.05;  // a flatter picture has no black and white of its own
constexpr double paper_half_band = 0.08;
constexpr double paper_share = 0.5;
// How far below the paper's commonest grey ink may begin: two and a half times the paper's own unevenness (a
// scan has noise and darker corners), within these bounds.
constexpr double uneven_reach = 2.5, least_reach = 0.02, most_reach = 0.05;
constexpr double darkest_paper = 0.6;
constexpr double even_share = 0.6, lighter_than_paper = 0.04, most_lighter = 0.04;

// A dark that fills this much of the picture, and several times what evenly spread greys would, is a flat
// area; black then begins a tenth of the range below it.
constexpr double flat_band = 0.02, flat_share = 0.03, flat_excess = 3, below_flat = 0.1;

/// The share of the picture whose greys lie within a band, and how far they are spread there.
struct Band {
    double share = 0, spread = 0;
};

Band bandAround(const GreyHistogram& histogram, double middle, double half) {
    Band band;
    double mean = 0, square = 0;
    const int from = std::max(0, static_cast<int>(std::ceil((middle - half) * 255)));
    const int to = std::min(255, static_cast<int>((middle + half) * 255));
    for (int i = from; i <= to; ++i) {
        const double share = histogram[static_cast<std::size_t>(i)], grey = i / 255.0;
        band.share += share;
        mean += share * grey;
        square += share * grey * grey;
    }
    if (band.share <= 0) return band;
    mean /= band.share;
    band.spread = std::sqrt(std::max(0.0, square / band.share - mean * mean));
    return band;
}

/// Whether the darkest greys are one flat area rather than the end of a scale.
bool beginsFlat(const GreyHistogram& histogram, const Levels& levels) {
    const double share = bandAround(histogram, levels.black + flat_band / 2, flat_band / 2).share;
    return share > std::max(flat_share, flat_excess * flat_band / (levels.white - levels.black));
}

}  // namespace

GreyHistogram greyHistogram(const cv::Mat& analysis, const GreyWeights& weights, SeeThrough see_through) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const int channels = analysis.channels();
    const bool alpha = channels % 2 == 0;
    GreyHistogram histogram{};
    double total = 0;
    for (int y = 0; y < analysis.rows; ++y) {
        const uchar* p = analysis.ptr<uchar>(y);
        for (int x = 0; x < analysis.cols; ++x, p += channels) {
            const int a = alpha ? p[channels - 1] : 255;
            int grey = p[0];
            if (channels >= 3) {
                const std::uint16_t y16 =
                    mixed(weights, linear[p[0] * 257u], linear[p[1] * 257u], linear[p[2] * 257u]);
                grey = encoded[y16] / 257;
            }
            const bool on_paper = see_through == SeeThrough::paper;
            const double weight = on_paper ? 1 : a / 255.0;
            if (on_paper) grey = (grey * a + 255 * (255 - a) + 127) / 255;
            histogram[static_cast<std::size_t>(grey)] += weight;
            total += weight;
        }
    }
    if (total > 0)
        for (double& share : histogram) share /= total;
    return histogram;
}

double quantile(const GreyHistogram& histogram, double share) {
    double sum = 0;
    for (std::size_t i = 0; i < histogram.size(); ++i) {
        sum += histogram[i];
        if (sum >= share) return static_cast<double>(i) / 255;
    }
    return 1;
}

namespace {

/// The paper of a picture that is mostly bare.
struct BarePaper {
    double grey = 1;
    Band around;
    bool even = false;  ///< most of that lies in half of the band, and next to nothing is lighter
    bool most() const { return grey >= darkest_paper && around.share >= paper_share && even; }
};

BarePaper barePaper(const GreyHistogram& histogram) {
    const auto commonest = std::max_element(histogram.begin(), histogram.end());
    const double grey = static_cast<double>(commonest - histogram.begin()) / 255;
    // A pale wall or sky in a photograph goes on into lighter greys; paper is the lightest that there is.
    double lighter = 0;
    for (int i = static_cast<int>((grey + lighter_than_paper) * 255) + 1; i < 256; ++i)
        lighter += histogram[static_cast<std::size_t>(i)];
    const bool even =
        bandAround(histogram, grey, paper_half_band / 2).share >= even_share && lighter <= most_lighter;
    return {grey, bandAround(histogram, grey, paper_half_band), even};
}

}  // namespace

bool mostlyPaper(const GreyHistogram& histogram) { return barePaper(histogram).most(); }

Levels automaticLevels(const GreyHistogram& histogram) {
    Levels levels{quantile(histogram, outer_share), quantile(histogram, 1 - outer_share), 0};
    if (const BarePaper paper = barePaper(histogram); paper.most())
        levels.white = std::min(levels.white, paper.grey - std::clamp(uneven_reach * paper.around.spread,
                                                                      least_reach, most_reach));
    if (levels.white - levels.black < least_range) return {0, 1, 0.29};
    if (beginsFlat(histogram, levels))
        levels.black = std::max(0.0, levels.black - below_flat * (levels.white - levels.black));
    double mean = 0, square = 0;
    for (std::size_t i = 0; i < histogram.size(); ++i) {
        const double v = std::clamp(
            (static_cast<double>(i) / 255 - levels.black) / (levels.white - levels.black), 0.0, 1.0);
        mean += histogram[i] * v;
        square += histogram[i] * v * v;
    }
    levels.spread = std::sqrt(std::max(0.0, square - mean * mean));
    return levels;
}

}  // namespace tympan
