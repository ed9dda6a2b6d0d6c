#include "core/render/preview.h"

#include "core/render/render_region.h"

namespace tympan {

cv::Mat previewInk(const Print& print, PixelCache& cache, const Progress& progress) {
    const RectPx whole{0, 0, print.size.width, print.size.height};
    const PixelBuffer resampled = cache.get(sourceKeyOf(print), [&] {
        PixelBuffer made;
        made.view = resampledRegion(print, whole, progress);
        return made;
    });
    return inked(print, resampled.view, whole, Rims::smooth);
}

}  // namespace tympan
