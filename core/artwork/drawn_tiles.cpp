#include "core/artwork/drawn_tiles.h"

#include <sstream>

#include "core/artwork/drawing.h"
#include "core/artwork/rasterise.h"
#include "core/base/cache.h"
#include "core/base/deflate.h"

namespace tympan {

namespace {

constexpr int side_px = drawn_square_px;

}  // namespace

DrawnTiles::DrawnTiles(NamelessFile packed, const std::string& words) : packed_(std::move(packed)) {
    std::istringstream facts(words);
    facts >> size_.width >> size_.height >> type_;
    columns_ = (size_.width + side_px - 1) / side_px;
    begins_.push_back(0);
    for (std::size_t length; facts >> length;) begins_.push_back(begins_.back() + length);
}

std::shared_ptr<const DrawnTiles> DrawnTiles::of(const Artwork& vector, double scale,
                                                 const Progress& progress) {
    const Key key = keyOf("drawn tiles", vector.sha256, vector.edit.page, scale);
    return cache().getOnce(key, progress.stop, [&] {
        HelperAnswer answer = drawnInTiles(vector, scale, progress);
        return DrawnTiles(std::move(answer.result), answer.words);
    });
}

cv::Mat DrawnTiles::tile(int column, int row) const {
    cv::Mat pixels(std::min(side_px, size_.height - row * side_px),
                   std::min(side_px, size_.width - column * side_px), type_);
    const auto number = static_cast<std::size_t>(row * columns_ + column);
    inflate(packed_.part(begins_[number], begins_[number + 1] - begins_[number]), pixels.data,
            pixels.total() * pixels.elemSize());
    return pixels;
}

cv::Mat DrawnTiles::box(const RectPx& box) const {
    cv::Mat made(box.height, box.width, type_);
    for (int row = box.y / side_px; row * side_px < box.bottom(); ++row)
        for (int column = box.x / side_px; column * side_px < box.right(); ++column) {
            const cv::Mat drawn = tile(column, row);
            const int x = column * side_px, y = row * side_px;
            const RectPx shown = intersection({x, y, drawn.cols, drawn.rows}, box);
            drawn(cv::Rect(shown.x - x, shown.y - y, shown.width, shown.height))
                .copyTo(made(cv::Rect(shown.x - box.x, shown.y - box.y, shown.width, shown.height)));
        }
    return made;
}

}  // namespace tympan
