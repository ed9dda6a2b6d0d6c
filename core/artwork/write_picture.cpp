#include "core/artwork/write_picture.h"

#include <vips/vips8>

#include "core/artwork/vips_session.h"
#include "core/base/error.h"
#include "core/base/write_aside.h"
#include "core/measure/length.h"

namespace tympan {

namespace {

enum class Format { none, png, tiff };

Format formatOf(const std::filesystem::path& file) {
    std::string ending = file.extension().string();
    for (char& c : ending) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    if (ending == ".png") return Format::png;
    return ending == ".tif" || ending == ".tiff" ? Format::tiff : Format::none;
}

}  // namespace

bool isWritablePicture(const std::filesystem::path& file) { return formatOf(file) != Format::none; }

void writePicture(const std::filesystem::path& file, const cv::Mat& pixels, double ppi) {
    const Format format = formatOf(file);
    if (format == Format::none)
        throw Error(Error::Kind::usage, file.string(), "not a picture name that can be written",
                    "end it in .png or .tif");
    CV_Assert(pixels.depth() == CV_8U && pixels.isContinuous());
    startVips();
    WriteAside aside(file);
    VipsBlob* encoded = nullptr;
    try {
        const double px_mm = ppi / mm_per_inch;
        const bool grey = pixels.channels() == 1;
        const vips::VImage image =
            vips::VImage::new_from_memory(pixels.data, pixels.total() * pixels.elemSize(), pixels.cols,
                                          pixels.rows, pixels.channels(), VIPS_FORMAT_UCHAR)
                .copy(vips::VImage::option()
                          ->set("xres", px_mm)
                          ->set("yres", px_mm)
                          ->set("interpretation", grey ? VIPS_INTERPRETATION_B_W : VIPS_INTERPRETATION_sRGB));
        encoded = format == Format::png
                      ? image.pngsave_buffer()
                      : image.tiffsave_buffer(vips::VImage::option()
                                                  ->set("compression", VIPS_FOREIGN_TIFF_COMPRESSION_DEFLATE)
                                                  ->set("predictor", VIPS_FOREIGN_TIFF_PREDICTOR_HORIZONTAL)
                                                  ->set("resunit", VIPS_FOREIGN_TIFF_RESUNIT_INCH));
    } catch (const vips::VError&) {
        throw Error(Error::Kind::output, file.string(), "cannot be written (" + takeVipsError() + ")", "");
    }
    std::size_t size = 0;
    const void* data = vips_blob_get(encoded, &size);
    const std::unique_ptr<VipsBlob, void (*)(VipsBlob*)> held(
        encoded, [](VipsBlob* b) { vips_area_unref(VIPS_AREA(b)); });
    aside.append(data, size);
    aside.commit();
}

}  // namespace tympan
