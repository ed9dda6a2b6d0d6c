#include "core/output/whole_print.h"

#include "core/artwork/write_picture.h"
#include "core/render/render_region.h"

namespace tympan {

void writeWholePrint(const std::filesystem::path& file, const Print& print, const Progress& progress) {
    if (!isWritablePicture(file)) {
        writePicture(file, {}, print.grid.ppi);  // says what endings there are, before minutes of rendering
        return;
    }
    const cv::Mat ink = renderWhole(print, progress);
    progress.at(0.9);
    writePicture(file, ink, print.grid.ppi);
}

}  // namespace tympan
