#include "core/output/whole_print.h"

#include "core/artwork/write_picture.h"
#include "core/render/render_region.h"

namespace tympan {

void writeWholePrint(const std::filesystem::path& file, const Print& print, const Progress& progress) {
    // Its bands put together are the whole: never more than one of them is held.
    writePicture(file, print.size, print.grid.ppi, [&](int first, int last) {
        const auto part = [&](double done) {
            progress.at((first + done * (last - first)) / print.size.height);
        };
        return renderRegion(print, {0, first, print.size.width, last - first}, {progress.stop, part});
    });
}

}  // namespace tympan
