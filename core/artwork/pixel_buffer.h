#pragma once
#include <memory>
#include <opencv2/core.hpp>

#include "core/measure/geometry.h"

namespace tympan {

/// Pixels that we own. Up to 64 Mpx they are in memory; above that in a memory-mapped file without a name, so
/// that a very large picture does not have to fit. Copying shares them; once made they are only read.
struct PixelBuffer {
    cv::Mat view;

    /// Uninitialised pixels of an OpenCV type such as CV_8UC3. Throws Error (output) when there is no room.
    static PixelBuffer make(SizePx size, int type);

    /// A box of it, sharing its pixels.
    PixelBuffer part(const RectPx& box) const {
        PixelBuffer shared = *this;
        shared.view = view(cv::Rect(box.x, box.y, box.width, box.height));
        return shared;
    }

    std::size_t bytes() const { return view.total() * view.elemSize(); }
    bool empty() const { return view.empty(); }

  private:
    std::shared_ptr<void> owner_;
};

}  // namespace tympan
