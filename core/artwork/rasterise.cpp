#include "core/artwork/rasterise.h"

#include <cmath>
#include <cstdio>
#include <cstring>
#include <optional>
#include <pugixml.hpp>
#include <sstream>

#include <fmt/format.h>

#include "core/artwork/load_image.h"
#include "core/artwork/svg_size.h"
#include "core/artwork/vips_session.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

namespace {

constexpr int strip_rows = 256;

/// Profiles that only restate sRGB are by far the most common; converting through them would cost a second
/// for nothing.
bool statesSrgb(const vips::VImage& image) {
    std::size_t length = 0;
    const char* profile = static_cast<const char*>(image.get_blob(VIPS_META_ICC_NAME, &length));
    static constexpr std::string_view name = "sRGB IEC61966-2.1";
    return std::string_view(profile, length).find(name) != std::string_view::npos;
}

/// The image library takes a CSS pixel of an SVG for a 72nd of an inch when the root states its size in
/// pixels, and for a 96th (as CSS says) when it states mm or inches. Packed drawings (.svgz) are not looked
/// into.
double pixelCorrection(const Artwork& vector) {
    constexpr std::size_t look = 65536;
    const auto& bytes = *vector.bytes;
    const std::string_view text(reinterpret_cast<const char*>(bytes.data()), std::min(look, bytes.size()));
    return vector.format == "svg" && text.find("<svg") != std::string_view::npos && statesPixels(text)
               ? 72.0 / 96
               : 1.0;
}

vips::VImage openVector(const Artwork& vector, double scale) {
    auto options = vips::VImage::option()
                       ->set("access", VIPS_ACCESS_SEQUENTIAL)
                       ->set("scale", scale * pixelCorrection(vector))
                       ->set("dpi", vector.format == "svg" ? 96.0 : 72.0);
    if (vector.format == "pdf") options->set("page", vector.edit.page - 1);
    return vips::VImage::new_from_buffer(vector.bytes->data(), vector.bytes->size(), "", options);
}

}  // namespace

std::string loaderFor(const std::vector<unsigned char>& bytes) {
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

cv::Mat pullPixels(const vips::VImage& image, const Progress& progress) {
    const int depth = image.format() == VIPS_FORMAT_USHORT ? CV_16U : CV_8U;
    cv::Mat pixels = newPixels({image.width(), image.height()}, CV_MAKETYPE(depth, image.bands()));
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
    return pixels;
}

SizePx naturalPixels(const Artwork& vector) {
    const vips::VImage image = openVector(vector, 1);
    const double width = image.width(), height = image.height();
    // A size too large for the library's own arithmetic comes out as 1; a hundredth of it does not.
    const vips::VImage hundredth = openVector(vector, 0.01);
    const bool overflown = hundredth.width() > 0.01 * width + 2 || hundredth.height() > 0.01 * height + 2;
    if (overflown || width * height > most_pixels)
        throw Error(Error::Kind::input, vector.name, "its stated size is more than can be handled",
                    "make the drawing's page smaller first");
    return {image.width(), image.height()};
}

int pagesOf(const Artwork& vector) {
    const vips::VImage image = openVector(vector, 1);
    return image.get_typeof("n-pages") != 0 ? std::max(1, image.get_int("n-pages")) : 1;
}

namespace {

/// Draws what `part` takes of the whole; that must not be more than can be handled.
template <class Part>
cv::Mat drawn(const Artwork& vector, double scale, double pixels, Part part, const Progress& progress) {
    if (pixels > most_pixels)
        throw Error(Error::Kind::input, vector.name,
                    "more than 1000 million pixels at this size and resolution",
                    "print it smaller, or with fewer pixels an inch");
    try {
        return pullPixels(toStandardColour(part(openVector(vector, scale))), progress);
    } catch (const vips::VError&) {
        throw Error(Error::Kind::input, vector.name, "damaged (" + takeVipsError() + ")",
                    "fetch or save it again");
    }
}

}  // namespace

cv::Mat rasterise(const Artwork& vector, double scale, const Progress& progress) {
    return drawn(
        vector, scale, vector.size.width * scale * (vector.size.height * scale),
        [](vips::VImage image) { return image; }, progress);
}

namespace {

/// A drawing of a part of an SVG alone: its view box narrowed. The image library draws rows over the full
/// width, which for a small part of a large drawing is nearly all for nothing. Nothing when the view box does
/// not say plainly where the part is.
std::optional<Artwork> partOf(const Artwork& vector, const SizePx& whole, const RectPx& box) {
    if (vector.format != "svg" || 2.0 * box.width > whole.width) return {};
    pugi::xml_document document;
    if (!document.load_buffer(vector.bytes->data(), vector.bytes->size(), pugi::parse_full)) return {};
    pugi::xml_node svg = document.child("svg");
    double x = 0, y = 0, width = 0, height = 0;
    if (!svg || std::sscanf(svg.attribute("viewBox").value(), "%lf%*[ ,]%lf%*[ ,]%lf%*[ ,]%lf", &x, &y,
                            &width, &height) != 4)
        return {};
    const double aspect = 1.0 * vector.size.width / vector.size.height;
    if (width <= 0 || height <= 0 || std::abs(width / height / aspect - 1) > 0.01) return {};
    const double across = width / whole.width, down = height / whole.height;
    const auto set = [&](const char* name, const std::string& value) {
        svg.remove_attribute(name);
        svg.append_attribute(name) = value.c_str();
    };
    set("viewBox", fmt::format("{:.9g} {:.9g} {:.9g} {:.9g}", x + box.x * across, y + box.y * down,
                               box.width * across, box.height * down));
    set("width", fmt::format("{}px", box.width));
    set("height", fmt::format("{}px", box.height));
    set("preserveAspectRatio", "none");
    std::ostringstream text;
    document.save(text, "", pugi::format_raw);
    const std::string bytes = text.str();
    Artwork part = vector;
    part.bytes = std::make_shared<const std::vector<unsigned char>>(bytes.begin(), bytes.end());
    part.size = {box.width, box.height};
    return part;
}

}  // namespace

cv::Mat rasterise(const Artwork& vector, const SizePx& whole, const RectPx& box, const Progress& progress) {
    if (const auto part = partOf(vector, whole, box)) {
        cv::Mat pixels = rasterise(*part, 1, progress);
        if (pixels.cols == box.width && pixels.rows == box.height) return pixels;
    }
    const double scale =
        std::max(1.0 * whole.width / vector.size.width, 1.0 * whole.height / vector.size.height);
    return drawn(
        vector, scale, static_cast<double>(box.area()),
        [&](const vips::VImage& image) {
            // The library rounds its size its own way: the box is moved to lie in it, and what it is short of
            // by then is its last row or column again.
            const int width = std::min(box.width, image.width()),
                      height = std::min(box.height, image.height());
            const int left = std::min(box.x, image.width() - width),
                      top = std::min(box.y, image.height() - height);
            vips::VImage part = image.extract_area(left, top, width, height);
            if (width == box.width && height == box.height) return part;
            return part.embed(0, 0, box.width, box.height,
                              vips::VImage::option()->set("extend", VIPS_EXTEND_COPY));
        },
        progress);
}

}  // namespace tympan
