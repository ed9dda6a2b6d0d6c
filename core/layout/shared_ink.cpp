#include "core/layout/shared_ink.h"

#include <cmath>

#include "core/render/noise.h"

namespace tympan {

namespace {

constexpr int dots_seed = 2961;

/// An overlap across one axis, in pixels of the ink's raster.
struct Fade {
    bool upright = false;  ///< the seam runs down: shares change from left to right
    bool earlier = false;  ///< the tile lies before the seam
    double from = 0, to = 0;
};

/// The share of the earlier tile where the middle of pixel `at` lies.
double shareAt(const Fade& fade, int at) {
    return std::clamp((fade.to - at - 0.5) / (fade.to - fade.from), 0.0, 1.0);
}

void apply(cv::Mat& ink, const RectPx& box, const Fade& fade, InkKind kind) {
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        if (!fade.upright && (box.y + y + 1 <= fade.from || box.y + y >= fade.to)) continue;
        std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        const int begin = fade.upright ? std::max(0, static_cast<int>(std::floor(fade.from)) - box.x) : 0,
                  end = fade.upright ? std::min(ink.cols, static_cast<int>(std::ceil(fade.to)) - box.x)
                                     : ink.cols;
        for (int x = begin; x < end; ++x) {
            const double share = shareAt(fade, fade.upright ? box.x + x : box.y + y);
            const bool whole =
                kind == InkKind::dots && hashNoise(box.x + x, box.y + y, dots_seed + fade.upright) < share;
            for (int c = 0; c < channels; ++c) {
                std::uint8_t& value = p[x * channels + c];
                const int k = 255 - value;
                const int first =
                    kind == InkKind::dots ? (whole ? k : 0) : static_cast<int>(std::lround(share * k));
                value = static_cast<std::uint8_t>(255 - (fade.earlier ? first : k - first));
            }
        }
    }
}

}  // namespace

void shareInk(cv::Mat& ink, const SeamPlan& plan, std::size_t tile, const RectPx& box, InkKind kind,
              double scale) {
    std::vector<Fade> edges, cuts;
    for (const Seam& seam : plan.seams) {
        if (seam.joint != Joint::two_goes || (seam.before != tile && seam.after != tile)) continue;
        const bool upright = seam.path.front().x == seam.path.back().x;
        const double at = upright ? seam.path.front().x : seam.path.front().y;
        const Fade fade{upright, seam.before == tile, (at - seam.overlap_px / 2) * scale,
                        (at + (seam.overlap_px + 1) / 2) * scale};
        // A side of a tile may be several seams on one line: it fades once.
        std::vector<Fade>& fades = upright == plan.bands.upright ? edges : cuts;
        if (std::none_of(fades.begin(), fades.end(),
                         [&](const Fade& other) { return other.from == fade.from; }))
            fades.push_back(fade);
    }
    for (const std::vector<Fade>& fades : {edges, cuts})
        for (const Fade& fade : fades) apply(ink, box, fade, kind);
}

}  // namespace tympan
