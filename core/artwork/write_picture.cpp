#include "core/artwork/write_picture.h"

#include <cstring>
#include <exception>
#include <mutex>
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

namespace {

constexpr double most_at_once = 16e6;  // pixels

/// The band of rows that is written at present, for vips to fetch boxes from.
class Band {
  public:
    Band(const SizePx& size, const RowsOf& rows)
        : size_(size), rows_(rows), height_(std::max(16, static_cast<int>(most_at_once / size.width))) {
        moveTo(0);
    }
    int channels() const { return pixels_.channels(); }
    std::exception_ptr failed;  ///< what `rows` threw: vips cannot carry it

    /// Called by vips, perhaps from a thread of its own.
    static int generate(VipsRegion* out, void*, void* self, void*, gboolean*) {
        auto* band = static_cast<Band*>(self);
        const std::lock_guard lock(band->mutex_);
        if (band->failed) return -1;
        try {
            band->copyTo(out);
            return 0;
        } catch (...) {
            band->failed = std::current_exception();
            return -1;
        }
    }

  private:
    void moveTo(int row) {
        const int last = std::min(size_.height, row + height_);
        pixels_ = rows_(row, last);
        first_ = row;
        CV_Assert(pixels_.depth() == CV_8U && pixels_.rows == last - row && pixels_.cols == size_.width);
    }
    void copyTo(VipsRegion* out) {
        const VipsRect& box = out->valid;
        for (int y = box.top; y < box.top + box.height; ++y) {
            if (y < first_ || y >= first_ + pixels_.rows) moveTo(y);
            std::memcpy(VIPS_REGION_ADDR(out, box.left, y), pixels_.ptr(y - first_, box.left),
                        static_cast<std::size_t>(box.width) * pixels_.elemSize());
        }
    }

    SizePx size_;
    const RowsOf& rows_;
    int height_, first_ = 0;
    cv::Mat pixels_;
    std::mutex mutex_;
};

vips::VImage imageOf(Band& band, const SizePx& size, double ppi) {
    const double px_mm = ppi / mm_per_inch;
    VipsImage* image = vips_image_new();
    vips_image_init_fields(
        image, size.width, size.height, band.channels(), VIPS_FORMAT_UCHAR, VIPS_CODING_NONE,
        band.channels() == 1 ? VIPS_INTERPRETATION_B_W : VIPS_INTERPRETATION_sRGB, px_mm, px_mm);
    const vips::VImage held(image);
    if (vips_image_pipelinev(image, VIPS_DEMAND_STYLE_THINSTRIP, nullptr) != 0 ||
        vips_image_generate(image, nullptr, &Band::generate, nullptr, &band, nullptr) != 0)
        throw vips::VError();
    return held;
}

}  // namespace

void writePicture(const std::filesystem::path& file, const SizePx& size, double ppi, const RowsOf& rows) {
    const Format format = formatOf(file);
    if (format == Format::none)
        throw Error(Error::Kind::usage, file.string(), Text("not a picture name that can be written"),
                    Text("end it in .png or .tif"));
    startVips();
    WriteAside aside(file);
    Band band(size, rows);
    try {
        const vips::VImage image = imageOf(band, size, ppi);
        const vips::VTarget target = vips::VTarget::new_to_descriptor(aside.descriptor());
        if (format == Format::png)
            image.pngsave_target(target);
        else
            image.tiffsave_target(target, vips::VImage::option()
                                              ->set("compression", VIPS_FOREIGN_TIFF_COMPRESSION_DEFLATE)
                                              ->set("predictor", VIPS_FOREIGN_TIFF_PREDICTOR_HORIZONTAL)
                                              ->set("resunit", VIPS_FOREIGN_TIFF_RESUNIT_INCH));
    } catch (const vips::VError&) {
        const std::string reason = takeVipsError();
        if (band.failed) std::rethrow_exception(band.failed);
        throw Error(Error::Kind::output, file.string(),
                    Text("cannot be written ({reason})", {{"reason", reason}}),
                    Text("make room on the disk, or choose another place for it"));
    }
    aside.commit();
}

void writePicture(const std::filesystem::path& file, const cv::Mat& pixels, double ppi) {
    writePicture(file, {pixels.cols, pixels.rows}, ppi,
                 [&](int first, int last) { return pixels.rowRange(first, last); });
}

std::string jpegOf(const cv::Mat& pixels, int quality) {
    startVips();
    const cv::Mat whole = pixels.isContinuous() ? pixels : pixels.clone();
    try {
        const vips::VImage image =
            vips::VImage::new_from_memory(whole.data, whole.total() * whole.elemSize(), whole.cols,
                                          whole.rows, whole.channels(), VIPS_FORMAT_UCHAR);
        VipsBlob* blob = image
                             .copy(vips::VImage::option()->set(
                                 "interpretation",
                                 whole.channels() == 1 ? VIPS_INTERPRETATION_B_W : VIPS_INTERPRETATION_sRGB))
                             .jpegsave_buffer(vips::VImage::option()->set("Q", quality)->set("strip", true));
        std::size_t size = 0;
        const auto* bytes = static_cast<const char*>(vips_blob_get(blob, &size));
        std::string jpeg(bytes, size);
        vips_area_unref(VIPS_AREA(blob));
        return jpeg;
    } catch (const vips::VError&) {
        throw Error(Error::Kind::output, "",
                    Text("a photograph cannot be packed ({reason})", {{"reason", takeVipsError()}}),
                    Text("try another picture"));
    }
}

}  // namespace tympan
