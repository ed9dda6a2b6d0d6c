#include "core/render/preview.h"

#include "core/artwork/pixels.h"
#include "core/base/cache.h"
#include "core/render/render_region.h"

namespace tympan {

cv::Mat previewInk(const Print& print, const Progress& progress) {
    const RectPx whole{0, 0, print.size.width, print.size.height};
    const Print before_tone = beforeTone(print);
    const auto resampled = cache().get(keyOf("resampled", before_tone),
                                       [&] { return resampledRegion(before_tone, whole, progress); });
    return inked(print, *resampled, whole, Rims::smooth);
}

}  // namespace tympan
