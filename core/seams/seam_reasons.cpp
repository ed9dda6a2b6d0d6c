#include "core/seams/seam_reasons.h"

#include <algorithm>
#include <cmath>

namespace tympan {

namespace {

/// A straight seam: where across it lies, and from where to where along.
struct Stretched {
    bool down = false;
    double at = 0, from = 0, to = 0;
};

Stretched stretchOf(const SeamCosts& costs, const Bands& bands, const LineOf& line) {
    const SeamLine& of = lineIn(bands, line);
    const double length = bands.upright ? costs.print.height : costs.print.width,
                 depth = bands.upright ? costs.print.width : costs.print.height;
    const double middle = (of.corners.front().x + of.corners.back().x) / 2.0;
    Stretched stretch{line.band.has_value() != bands.upright, of.at(middle), 0, length};
    if (line.band) {
        const std::size_t band = *line.band;
        stretch.from = band == 0 ? 0 : bands.edges[band - 1].at(stretch.at);
        stretch.to = band < bands.edges.size() ? bands.edges[band].at(stretch.at) : depth;
    }
    return stretch;
}

/// All places of even lines that run that way.
std::vector<double> placesOf(const Bands& even, bool down) {
    std::vector<double> places;
    if (even.upright == down)
        for (const SeamLine& edge : even.edges) places.push_back(edge.at(0));
    else
        for (const std::vector<SeamLine>& cuts : even.cuts)
            for (const SeamLine& cut : cuts) places.push_back(cut.at(0));
    return places;
}

bool runsThrough(const Stretched& seam, const RectPx& box) {
    return seam.down
               ? seam.at > box.x && seam.at < box.right() && seam.to > box.y && seam.from < box.bottom()
               : seam.at > box.y && seam.at < box.bottom() && seam.to > box.x && seam.from < box.right();
}

double costOf(const SeamCosts& costs, const Stretched& seam) {
    const cv::Mat& of = seam.down ? costs.down : costs.across;
    const int most_across = seam.down ? of.cols : of.rows, most_along = seam.down ? of.rows : of.cols;
    const int across = std::clamp(static_cast<int>(seam.at / costs.cell), 0, most_across - 1),
              from = std::clamp(static_cast<int>(seam.from / costs.cell), 0, most_along - 1),
              to = std::clamp(static_cast<int>(seam.to / costs.cell), from + 1, most_along);
    return cv::mean(seam.down ? of.col(across).rowRange(from, to) : of.row(across).colRange(from, to))[0];
}

}  // namespace

SeamReason reasonOf(const SeamCosts& costs, const Bands& bands, const LineOf& line, const Bands& even) {
    const Stretched here = stretchOf(costs, bands, line);
    std::vector<double> places = placesOf(even, here.down);
    SeamReason reason;
    if (places.empty()) return reason;
    Stretched there = here;
    there.at = *std::min_element(places.begin(), places.end(), [&](double a, double b) {
        return std::abs(a - here.at) < std::abs(b - here.at);
    });
    reason.moved_mm = std::abs(there.at - here.at) * costs.cell_mm / costs.cell;
    for (const Avoided& avoided : costs.avoided) {
        if (!runsThrough(there, avoided.box) || runsThrough(here, avoided.box)) continue;
        // Parts to keep whole before faces, and those before lettering.
        if (reason.off && *reason.off <= avoided.kind) continue;
        reason.off = avoided.kind;
        reason.name = avoided.name;
    }
    reason.quieter = costOf(costs, there) > costOf(costs, here);
    return reason;
}

}  // namespace tympan
