#include "core/documents/whole_print.h"

#include <opencv2/imgproc.hpp>

#include "core/artwork/write_picture.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

/// Colour where it is printed, clear where it is not: the white goes under what is not clear. CV_8UC4.
cv::Mat overWhite(const Print& print, const RectPx& box, const Progress& progress) {
    Print layer = print;
    const cv::Mat colour = renderRegion(layer, box, progress);
    layer.layer = PrintLayer::white;
    cv::Mat opaque, result;
    cv::bitwise_not(renderRegion(layer, box, {progress.stop, {}}), opaque);
    cv::cvtColor(colour, result, cv::COLOR_RGB2RGBA);
    cv::insertChannel(opaque, result, 3);
    return result;
}

}  // namespace

void writeWholePrint(const std::filesystem::path& file, const Print& print, const Progress& progress,
                     const std::optional<GreyLevels>& levels) {
    // Its bands put together are the whole: never more than one of them is held.
    writePicture(file, print.size, print.grid.ppi, [&](int first, int last) {
        const auto part = [&](double done) {
            progress.at((first + done * (last - first)) / print.size.height);
        };
        const RectPx band{0, first, print.size.width, last - first};
        return print.cloth ? overWhite(print, band, {progress.stop, part})
                           : sent(renderRegion(print, band, {progress.stop, part}), levels);
    });
}

}  // namespace tympan
