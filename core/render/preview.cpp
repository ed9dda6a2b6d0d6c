#include "core/render/preview.h"

#include <fmt/format.h>

#include "core/render/render_region.h"

namespace tympan {

cv::Mat previewInk(const Print& print, PixelCache& cache, const Progress& progress) {
    std::string key = fmt::format("{} {}x{} of {} {} {} {} ink {}", print.artwork->sha256, print.size.width,
                                  print.size.height, print.box.left, print.box.top, print.box.right,
                                  print.box.bottom, static_cast<int>(print.ink));
    if (const auto& bent = print.bend)
        key += fmt::format(" bent {} {} {} {} {} {} {} {} {}", bent->bend.side.girthAt(0),
                           bent->bend.side.girthAt(1), bent->bend.side.slope_mm(), bent->bend.around,
                           bent->bend.down, bent->bend.turn_deg, bent->at.x, bent->at.y, bent->turn_deg);
    const RectPx whole{0, 0, print.size.width, print.size.height};
    const PixelBuffer resampled = cache.get(key, [&] {
        PixelBuffer made;
        made.view = resampledRegion(print, whole, progress);
        return made;
    });
    return inked(print, resampled.view, whole, Rims::smooth);
}

}  // namespace tympan
