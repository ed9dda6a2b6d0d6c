#include "core/seams/seam_lines.h"

#include <algorithm>

namespace tympan {

double SeamLine::at(double along) const {
    if (along <= corners.front().x) return corners.front().y;
    if (along >= corners.back().x) return corners.back().y;
    const auto next = std::upper_bound(corners.begin(), corners.end(), along,
                                       [](double x, const PointPx& corner) { return x < corner.x; });
    const PointPx &a = *std::prev(next), &b = *next;
    return a.y + (along - a.x) * (b.y - a.y) / (b.x - a.x);
}

bool SeamLine::straight() const { return least() == most(); }

int SeamLine::least() const {
    return std::min_element(corners.begin(), corners.end(),
                            [](const PointPx& a, const PointPx& b) { return a.y < b.y; })
        ->y;
}

int SeamLine::most() const {
    return std::max_element(corners.begin(), corners.end(),
                            [](const PointPx& a, const PointPx& b) { return a.y < b.y; })
        ->y;
}

SeamLine straightLine(int across, int length) { return {{{0, across}, {length, across}}}; }

Bands straightBands(bool upright, const std::vector<int>& edges, const std::vector<std::vector<int>>& cuts,
                    const std::vector<Orientation>& pages) {
    Bands bands{upright, {}, {}, pages};
    for (std::size_t i = 1; i + 1 < edges.size(); ++i)
        bands.edges.push_back(straightLine(edges[i], cuts.front().back()));
    for (const std::vector<int>& of_band : cuts) {
        bands.cuts.emplace_back();
        for (std::size_t i = 1; i + 1 < of_band.size(); ++i)
            bands.cuts.back().push_back(straightLine(of_band[i], edges.back()));
    }
    return bands;
}

namespace {

/// With along and across counted from the other end.
SeamLine alongFlipped(SeamLine line, int length) {
    std::reverse(line.corners.begin(), line.corners.end());
    for (PointPx& corner : line.corners) corner.x = length - corner.x;
    return line;
}
SeamLine acrossFlipped(SeamLine line, int length) {
    for (PointPx& corner : line.corners) corner.y = length - corner.y;
    return line;
}

}  // namespace

Bands flipped(const Bands& bands, int width_px, Mirrored mirrored) {
    if (mirrored == Mirrored::no) return bands;
    Bands other = bands;
    for (SeamLine& edge : other.edges)
        edge = bands.upright ? acrossFlipped(edge, width_px) : alongFlipped(edge, width_px);
    for (std::vector<SeamLine>& cuts : other.cuts) {
        for (SeamLine& cut : cuts)
            cut = bands.upright ? alongFlipped(cut, width_px) : acrossFlipped(cut, width_px);
        if (!bands.upright) std::reverse(cuts.begin(), cuts.end());
    }
    if (bands.upright) {
        std::reverse(other.edges.begin(), other.edges.end());
        std::reverse(other.cuts.begin(), other.cuts.end());
        std::reverse(other.pages.begin(), other.pages.end());
    }
    return other;
}

}  // namespace tympan
