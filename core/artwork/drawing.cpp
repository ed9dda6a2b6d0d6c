#include "core/artwork/drawing.h"

#include <charconv>

#include <fmt/format.h>

#include "core/artwork/load_image.h"
#include "core/artwork/svg_size.h"
#include "core/artwork/vips_session.h"
#include "core/base/deflate.h"
#include "core/base/error.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

namespace {

/// As the arguments of both tasks begin.
struct Drawing {
    std::span<const unsigned char> bytes;
    bool svg = true;
    int page = 1;
};

Drawing drawingOf(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes) {
    return {bytes, arguments.at(0) == "svg", std::stoi(arguments.at(1))};
}

[[noreturn]] void failDamaged() {
    throw Error(Error::Kind::input, "", Text("damaged ({reason})", {{"reason", takeVipsError()}}),
                Text("fetch or save it again"));
}

/// The image library takes a CSS pixel of an SVG for a 72nd of an inch when the root states its size in
/// pixels, and for a 96th (as CSS says) when it states mm or inches. Packed drawings (.svgz) are not looked
/// into.
double pixelCorrection(const Drawing& drawing) {
    return drawing.svg && isSvg(drawing.bytes) && statesPixels(drawing.bytes) ? 72.0 / 96 : 1.0;
}

/// `access`: random for a part, of which only the tiles that hold it are then drawn.
vips::VImage opened(const Drawing& drawing, double scale, VipsAccess access = VIPS_ACCESS_SEQUENTIAL) {
    startVips();
    auto options =
        vips::VImage::option()->set("access", access)->set("scale", scale * pixelCorrection(drawing));
    VipsBlob* blob = vips_blob_new(nullptr, drawing.bytes.data(), drawing.bytes.size());
    vips::VImage image;
    try {
        image = drawing.svg ? vips::VImage::svgload_buffer(blob, options->set("dpi", 96.0))
                            : vips::VImage::pdfload_buffer(
                                  blob, options->set("dpi", 72.0)->set("page", drawing.page - 1));
    } catch (...) {
        vips_area_unref(VIPS_AREA(blob));
        throw;
    }
    vips_area_unref(VIPS_AREA(blob));
    return image;
}

/// A box of a drawing. Where one lies over its edge, it is moved to lie inside, and if it is still too large,
/// the last row or column is repeated.
vips::VImage cut(const vips::VImage& image, const RectPx& box) {
    const int width = std::min(box.width, image.width()), height = std::min(box.height, image.height());
    const int left = std::clamp(box.x, 0, image.width() - width),
              top = std::clamp(box.y, 0, image.height() - height);
    vips::VImage part = image.extract_area(left, top, width, height);
    if (width == box.width && height == box.height) return part;
    return part.embed(0, 0, box.width, box.height, vips::VImage::option()->set("extend", VIPS_EXTEND_COPY));
}

}  // namespace

std::string describeDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes,
                            int, const Progress&) {
    const Drawing drawing = drawingOf(arguments, bytes);
    const auto tooLarge = [] {
        throw Error(Error::Kind::input, "", Text("its stated size is more than can be handled"),
                    Text("make the drawing's page smaller first"));
    };
    if (drawing.svg && statesTooMuch(bytes)) tooLarge();
    try {
        const vips::VImage image = opened(drawing, 1);
        const double width = image.width(), height = image.height();
        // A size too large for the library's own arithmetic comes out as 1; a hundredth of it does not.
        const vips::VImage hundredth = opened(drawing, 0.01);
        const bool overflown = hundredth.width() > 0.01 * width + 2 || hundredth.height() > 0.01 * height + 2;
        if (overflown || width * height > most_pixels) tooLarge();
        const int pages = image.get_typeof("n-pages") != 0 ? std::max(1, image.get_int("n-pages")) : 1;
        std::string words = fmt::format("{} {} {}", image.width(), image.height(), pages);
        if (drawing.svg)
            for (const std::string& name : linkedPictures(bytes)) words += "\n" + name;
        return words;
    } catch (const vips::VError&) {
        failDamaged();
    }
}

std::string measureDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes,
                           int, const Progress&) {
    try {
        const vips::VImage image = opened(drawingOf(arguments, bytes), std::stod(arguments.at(2)));
        return fmt::format("{} {}", image.width(), image.height());
    } catch (const vips::VError&) {
        failDamaged();
    }
}

std::string drawTiles(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes,
                      int result, const Progress& progress) {
    // The library keeps what it drew last, many squares of a wide drawing; opened anew, it begins with none.
    constexpr int most_kept = 6, effort = 1, side = drawn_square_px;
    const Drawing drawing = drawingOf(arguments, bytes);
    const double scale = std::stod(arguments.at(2));
    NamelessFile packed(::dup(result));
    try {
        vips::VImage image = toStandardColour(opened(drawing, scale, VIPS_ACCESS_RANDOM));
        const SizePx size{image.width(), image.height()};
        const int type = CV_MAKETYPE(CV_8U, image.bands());
        std::string words = fmt::format("{} {} {}", size.width, size.height, type);
        int drawn = 0;
        for (int y = 0; y < size.height; y += side)
            for (int x = 0; x < size.width; x += side) {
                progress.at(1.0 * y / size.height);
                if (drawn++ == most_kept) {
                    image = toStandardColour(opened(drawing, scale, VIPS_ACCESS_RANDOM));
                    drawn = 1;
                }
                const RectPx square{x, y, std::min(side, size.width - x), std::min(side, size.height - y)};
                cv::Mat pixels(square.height, square.width, type);
                pullPixels(cut(image, square), pixels, {progress.stop, {}});
                const std::string bytes_of_it = deflated(
                    {reinterpret_cast<const char*>(pixels.data), pixels.total() * pixels.elemSize()}, effort);
                packed.append(bytes_of_it);
                words += fmt::format(" {}", bytes_of_it.size());
            }
        return words;
    } catch (const vips::VError&) {
        failDamaged();
    }
}

std::string drawDrawing(const std::vector<std::string>& arguments, std::span<const unsigned char> bytes,
                        int result, const Progress& progress) {
    const Drawing drawing = drawingOf(arguments, bytes);
    const double scale = std::stod(arguments.at(2));
    const RectPx box{std::stoi(arguments.at(3)), std::stoi(arguments.at(4)), std::stoi(arguments.at(5)),
                     std::stoi(arguments.at(6))};
    try {
        const bool all = box.width == 0;
        vips::VImage image = opened(drawing, scale, all ? VIPS_ACCESS_SEQUENTIAL : VIPS_ACCESS_RANDOM);
        image = toStandardColour(all ? image : cut(image, box));
        const int type = CV_MAKETYPE(CV_8U, image.bands());
        const NamelessFile file(::dup(result));
        const SizePx size{image.width(), image.height()};
        makeRoom(file, size, type);
        cv::Mat pixels = pixelsIn(file, size, type);
        pullPixels(image, pixels, progress);
        return fmt::format("{} {} {}", size.width, size.height, type);
    } catch (const vips::VError&) {
        failDamaged();
    }
}

}  // namespace tympan
