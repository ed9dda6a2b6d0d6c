#include "core/artwork/drawn_tiles.h"

#include "core/artwork/rasterise.h"
#include "core/base/cache.h"
#include "core/base/deflate.h"

namespace tympan {

namespace {

constexpr int tile_px = 2048, effort = 1;

struct PackedTile {
    SizePx size;
    int type = 0;
    std::string bytes;
};
std::size_t bytesOf(const PackedTile& tile) { return tile.bytes.size(); }

PackedTile packedTile(const cv::Mat& pixels) {
    const cv::Mat whole = pixels.isContinuous() ? pixels : pixels.clone();
    return {{whole.cols, whole.rows},
            whole.type(),
            deflated({reinterpret_cast<const char*>(whole.data), whole.total() * whole.elemSize()}, effort)};
}

cv::Mat unpackedTile(const PackedTile& tile) {
    cv::Mat pixels(tile.size.height, tile.size.width, tile.type);
    inflate(tile.bytes, pixels.data, pixels.total() * pixels.elemSize());
    return pixels;
}

}  // namespace

cv::Mat drawnBox(const Artwork& vector, double scale, const SizePx& whole, const RectPx& box,
                 const Progress& progress) {
    cv::Mat made;
    for (int y = box.y / tile_px * tile_px; y < box.bottom(); y += tile_px)
        for (int x = box.x / tile_px * tile_px; x < box.right(); x += tile_px) {
            const RectPx tile = intersection({0, 0, whole.width, whole.height}, {x, y, tile_px, tile_px});
            const Key key = keyOf("drawn", vector.sha256, vector.edit.page, scale, tile);
            const cv::Mat drawn = unpackedTile(*cache().getOnce(key, progress.stop, [&] {
                return packedTile(rasterise(vector, scale, tile, {progress.stop, {}}));
            }));
            if (made.empty()) made.create(box.height, box.width, drawn.type());
            const RectPx shown = intersection(tile, box);
            drawn(cv::Rect(shown.x - tile.x, shown.y - tile.y, shown.width, shown.height))
                .copyTo(made(cv::Rect(shown.x - box.x, shown.y - box.y, shown.width, shown.height)));
        }
    return made;
}

}  // namespace tympan
