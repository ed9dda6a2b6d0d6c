#include "core/enlarge/enlarged_picture.h"

#include <atomic>
#include <opencv2/imgproc.hpp>
#include <vector>

#include "core/base/cache.h"
#include "core/base/parallel.h"
#include "core/enlarge/doubled.h"

namespace tympan {

namespace {

constexpr int tile_px = 160;  // in pixels of the picture before it is doubled
constexpr double hardly = 1.1;
constexpr int reach = Network::reach;

/// Compression and the network leave a trace of grey on paper, which would print as specks.
void cleanEnds(cv::Mat& pixels) {
    constexpr int near = 4;  // of 255
    const int one = pixels.depth() == CV_8U ? 255 : 65535, close = one * near / 255;
    cv::Mat flat = pixels.reshape(1);
    flat.setTo(one, flat >= one - close);
    flat.setTo(0, flat <= close);
}

cv::Rect rectOf(const RectPx& box) { return {box.x, box.y, box.width, box.height}; }

}  // namespace

int doublingsFor(double scale) {
    return scale <= hardly ? 0 : scale <= 2 * hardly ? 1 : EnlargedPicture::most_doublings;
}

EnlargedPicture::EnlargedPicture(cv::Mat pixels, Key key, const How& how)
    : pixels_(std::move(pixels)), key_(std::move(key)), how_(how) {}

SizePx EnlargedPicture::sizeAt(int level) const { return {pixels_.cols << level, pixels_.rows << level}; }

Key EnlargedPicture::keyAt(int level, const RectPx& tile) const {
    How how = how_;
    how.doublings = 0;  // twice is half way to four times
    return keyOf("enlarged", key_, how, level, tile);
}

cv::Mat EnlargedPicture::box(const RectPx& box, const Progress& progress) const {
    return boxAt(how_.doublings, box, progress);
}

cv::Mat EnlargedPicture::around(int level, const RectPx& box, const Progress& progress) const {
    const SizePx size = sizeAt(level);
    const RectPx there = intersection({0, 0, size.width, size.height}, box);
    cv::Mat grown;
    cv::copyMakeBorder(boxAt(level, there, progress), grown, there.y - box.y, box.bottom() - there.bottom(),
                       there.x - box.x, box.right() - there.right(), cv::BORDER_REPLICATE);
    return grown;
}

cv::Mat EnlargedPicture::boxAt(int level, const RectPx& box, const Progress& progress) const {
    if (level == 0) return pixels_(rectOf(box));
    cv::Mat made(box.height, box.width, type());
    const auto lay = [&](const RectPx& tile, const cv::Mat& large) {
        const RectPx place{2 * tile.x, 2 * tile.y, 2 * tile.width, 2 * tile.height};
        const RectPx shown = intersection(place, box);
        large(rectOf({shown.x - place.x, shown.y - place.y, shown.width, shown.height}))
            .copyTo(made(rectOf({shown.x - box.x, shown.y - box.y, shown.width, shown.height})));
    };
    // Tiles in pixels of the level below.
    const SizePx below = sizeAt(level - 1);
    std::vector<RectPx> missing;
    for (int y = box.y / 2 / tile_px * tile_px; 2 * y < box.bottom(); y += tile_px)
        for (int x = box.x / 2 / tile_px * tile_px; 2 * x < box.right(); x += tile_px) {
            const RectPx tile = intersection({0, 0, below.width, below.height}, {x, y, tile_px, tile_px});
            if (const auto kept = cache().find<cv::Mat>(keyAt(level, tile)))
                lay(tile, *kept);
            else
                missing.push_back(tile);
        }
    if (missing.empty()) return made;
    // What lies below is made before the tiles are shared out, so that no two threads make the same of it.
    cv::Rect about;
    for (const RectPx& tile : missing) about |= rectOf(tile);
    const RectPx all{about.x - reach, about.y - reach, about.width + 2 * reach, about.height + 2 * reach};
    const cv::Mat source = around(level - 1, all, progress);
    std::atomic<int> done = 0;
    inTwoParts(static_cast<int>(missing.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i) {
            const RectPx& tile = missing[static_cast<std::size_t>(i)];
            const auto large = cache().get(keyAt(level, tile), [&] {
                cv::Mat pixels = doubled(source(rectOf({tile.x - reach - all.x, tile.y - reach - all.y,
                                                        tile.width + 2 * reach, tile.height + 2 * reach})),
                                         level == 1 ? how_.strength : Network::again, how_.learned);
                if (how_.learned == Learned::drawings) cleanEnds(pixels);
                return pixels;
            });
            lay(tile, *large);
            progress.at(1.0 * ++done / static_cast<double>(missing.size()));
        }
    });
    return made;
}

}  // namespace tympan
