#include "core/render/preview.h"

#include <fmt/format.h>

#include "core/render/render_region.h"

namespace tympan {

cv::Mat previewInk(const Print& print, PixelCache& cache, const Progress& progress) {
    const std::string key = fmt::format("{} {}x{} of {} {} {} {} ink {}", print.artwork->sha256,
                                        print.size.width, print.size.height, print.box.left, print.box.top,
                                        print.box.right, print.box.bottom, static_cast<int>(print.ink));
    const PixelBuffer resampled = cache.get(key, [&] {
        PixelBuffer made;
        made.view = resampledRegion(print, {0, 0, print.size.width, print.size.height}, progress);
        return made;
    });
    return inked(print, resampled.view);
}

}  // namespace tympan
