#include "core/artwork/load_image.h"

#include <cstring>
#include <memory>

#include "core/artwork/svg_size.h"
#include "core/artwork/vips_session.h"
#include "core/base/cache.h"
#include "core/base/error.h"

namespace tympan {

namespace {

constexpr int strip_rows = 256;

/// A few colours from all over the cube.
vips::VImage someColours() {
    std::vector<std::uint8_t> values;
    for (int r = 0; r < 256; r += 51)
        for (int g = 0; g < 256; g += 51)
            for (int b = 0; b < 256; b += 51)
                for (int c : {r, g, b}) values.push_back(static_cast<std::uint8_t>(c));
    const int count = static_cast<int>(values.size() / 3);
    return vips::VImage::new_from_memory(values.data(), values.size(), count, 1, 3, VIPS_FORMAT_UCHAR)
        .copy_memory()
        .copy(vips::VImage::option()->set("interpretation", VIPS_INTERPRETATION_sRGB));
}

/// Profiles that only restate sRGB are by far the most common; converting through them would cost a second
/// for nothing. Whether one does is told by what it makes of a few colours, not by what it calls itself.
bool statesSrgb(const vips::VImage& image) {
    std::size_t length = 0;
    const void* profile = image.get_blob(VIPS_META_ICC_NAME, &length);
    return *remembered(
        "states sRGB",
        [](const std::string& bytes) {
            constexpr double hardly = 2;  // of 255
            try {
                vips::VImage before = someColours();
                before.set(VIPS_META_ICC_NAME, nullptr, const_cast<char*>(bytes.data()), bytes.size());
                const vips::VImage after = before.icc_transform(
                    "srgb",
                    vips::VImage::option()->set("embedded", true)->set("intent", VIPS_INTENT_RELATIVE));
                return (after - before).abs().max() <= hardly;
            } catch (const vips::VError&) {
                takeVipsError();
                return true;  // an unusable one: the numbers are taken as sRGB
            }
        },
        std::string(static_cast<const char*>(profile), length));
}

}  // namespace

std::string loaderFor(const std::vector<unsigned char>& bytes) {
    // The library knows a drawing by its first letters alone, in one encoding and without a prefix.
    if (isSvg(bytes)) return "svgload_buffer";
    const char* loader = vips_foreign_find_load_buffer(bytes.data(), bytes.size());
    if (!loader) {
        takeVipsError();
        return {};
    }
    // The type's name is VipsForeignLoadJpegBuffer; its nickname is jpegload_buffer. Blocked loaders are
    // found too.
    const std::string name = vips_nickname_find(g_type_from_name(loader));
    for (const char* ours : {"jpegload", "pngload", "tiffload", "webpload", "heifload", "svgload", "pdfload"})
        if (name.starts_with(ours)) return name;
    return {};
}

vips::VImage toStandardColour(vips::VImage image) {
    const bool deep = image.format() == VIPS_FORMAT_USHORT ||
                      image.interpretation() == VIPS_INTERPRETATION_RGB16 ||
                      image.interpretation() == VIPS_INTERPRETATION_GREY16;
    const bool grey = image.interpretation() == VIPS_INTERPRETATION_B_W ||
                      image.interpretation() == VIPS_INTERPRETATION_GREY16;
    const bool profiled = image.get_typeof(VIPS_META_ICC_NAME) != 0;
    bool converted = false;
    if (profiled && !statesSrgb(image)) {
        try {
            image = image.icc_transform("srgb", vips::VImage::option()
                                                    ->set("embedded", true)
                                                    ->set("intent", VIPS_INTENT_RELATIVE)
                                                    ->set("black_point_compensation", true)
                                                    ->set("depth", deep ? 16 : 8));
            converted = true;
        } catch (const vips::VError&) {
            takeVipsError();  // an unusable profile: take the numbers as sRGB, as everything else does
        }
    }
    if (!converted) {
        if (image.interpretation() == VIPS_INTERPRETATION_MULTIBAND && image.bands() <= 2)
            image = image.copy(vips::VImage::option()->set("interpretation", VIPS_INTERPRETATION_B_W));
        else if (!grey && image.interpretation() != VIPS_INTERPRETATION_sRGB &&
                 image.interpretation() != VIPS_INTERPRETATION_RGB16 &&
                 image.interpretation() != VIPS_INTERPRETATION_RGB)
            image = image.colourspace(deep ? VIPS_INTERPRETATION_RGB16 : VIPS_INTERPRETATION_sRGB);
    }
    if (image.bands() > 4) image = image.extract_band(0, vips::VImage::option()->set("n", 3));
    const VipsBandFormat wanted = deep ? VIPS_FORMAT_USHORT : VIPS_FORMAT_UCHAR;
    return image.format() == wanted ? image : image.cast(wanted);
}

vips::VImage asStandardTiff(vips::VImage image, const TiffFacts& facts, const std::string& name) {
    constexpr int y_cb_cr = 6, old_jpeg = 6, jpeg = 7;
    if (facts.photometric == y_cb_cr && facts.compression != old_jpeg && facts.compression != jpeg) {
        if (facts.sub != std::array{1, 1} || image.bands() < 3 || image.format() != VIPS_FORMAT_UCHAR)
            throw Error(Error::Kind::input, name,
                        Text("a TIFF whose colours are stored as in video (Y, Cb, Cr)"),
                        Text("save it again as RGB"));
        // ITU-R BT.601, full range: what TIFF 6.0 (section 21) says where the file does not.
        const vips::VImage matrix =
            vips::VImage::new_matrixv(3, 3, 1.0, 0.0, 1.402, 1.0, -0.344136, -0.714136, 1.0, 1.772, 0.0);
        image = image.extract_band(0, vips::VImage::option()->set("n", 3))
                    .linear({1, 1, 1}, {0, -128, -128})
                    .recomb(matrix)
                    .rint()
                    .cast(VIPS_FORMAT_UCHAR)
                    .copy(vips::VImage::option()->set("interpretation", VIPS_INTERPRETATION_sRGB));
    }
    // Samples of which nothing is said are no alpha.
    const int colours = coloursOf(facts);
    if (image.bands() > colours && !facts.extra.empty() && facts.extra.front() == 0)
        image = image.extract_band(0, vips::VImage::option()->set("n", colours));
    const VipsBandFormat format = image.format();
    if (format == VIPS_FORMAT_UCHAR || format == VIPS_FORMAT_USHORT) return image;
    // Whole numbers of 32 bits fill their range; broken ones go to 1, or to as much as a byte or two hold.
    double full = 4294967295.0;
    if (format != VIPS_FORMAT_UINT) {
        const double most = image.max();
        full = most <= 1.0 + 1e-6 ? 1 : most <= 255 ? 255 : most <= 65535 ? 65535 : most;
    }
    const bool grey = image.bands() < 3;
    return image.linear(65535 / full, 0)
        .rint()
        .cast(VIPS_FORMAT_USHORT)
        .copy(vips::VImage::option()->set("interpretation",
                                          grey ? VIPS_INTERPRETATION_GREY16 : VIPS_INTERPRETATION_RGB16));
}

void pullPixels(const vips::VImage& image, cv::Mat& pixels, const Progress& progress) {
    const std::size_t row_bytes = pixels.elemSize() * static_cast<std::size_t>(image.width());
    const std::unique_ptr<VipsRegion, decltype(&g_object_unref)> region(vips_region_new(image.get_image()),
                                                                        &g_object_unref);
    for (int top = 0; top < image.height(); top += strip_rows) {
        progress.at(1.0 * top / image.height());
        const VipsRect strip{0, top, image.width(), std::min(strip_rows, image.height() - top)};
        if (vips_region_prepare(region.get(), &strip) != 0) throw vips::VError();
        for (int y = top; y < top + strip.height; ++y)
            std::memcpy(pixels.ptr(y), VIPS_REGION_ADDR(region.get(), 0, y), row_bytes);
    }
}

cv::Mat pulledPixels(const vips::VImage& image, const Progress& progress) {
    const int depth = image.format() == VIPS_FORMAT_USHORT ? CV_16U : CV_8U;
    cv::Mat pixels = newPixels({image.width(), image.height()}, CV_MAKETYPE(depth, image.bands()));
    pullPixels(image, pixels, progress);
    return pixels;
}

}  // namespace tympan
