#pragma once
#include "core/artwork/artwork.h"
#include "core/base/nameless_file.h"
#include "core/base/progress.h"

namespace tympan {

/// A drawing larger than this is never held whole.
inline constexpr double most_drawn_at_once_px = 16e6;

/// A large drawing at some size. It is drawn once, in tiles that are kept packed, which makes little of most
/// drawings, and of which boxes can be asked: a box is the same whatever was asked before, to the bit.
class DrawnTiles {
  public:
    /// Kept for the next call. Throws Error (stopped, input).
    static std::shared_ptr<const DrawnTiles> of(const Artwork& vector, double scale,
                                                const Progress& progress = {});

    SizePx size() const { return size_; }
    cv::Mat box(const RectPx& box) const;

    friend std::size_t bytesOf(const DrawnTiles& tiles) { return tiles.packed_.size(); }

  private:
    DrawnTiles(NamelessFile packed, const std::string& words);
    cv::Mat tile(int column, int row) const;

    NamelessFile packed_;
    SizePx size_;
    int type_ = 0, columns_ = 0;
    std::vector<std::size_t> begins_;  // of each tile, and the end of the last
};

}  // namespace tympan
