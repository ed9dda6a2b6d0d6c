#include "core/artwork/read_picture.h"

#include <cerrno>
#include <cmath>
#include <cstring>
#include <fstream>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/artwork/colourful.h"
#include "core/artwork/load_image.h"
#include "core/artwork/orientation.h"
#include "core/artwork/rasterise.h"
#include "core/artwork/vips_session.h"
#include "core/base/file_name.h"
#include "core/base/sha256.h"
#include "core/measure/length.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

namespace {

constexpr std::uintmax_t largest_file = std::uintmax_t{2} << 30;

Text openAPicture() { return Text("open a JPEG, PNG, TIFF, WebP, HEIC, SVG or PDF file"); }

[[noreturn]] void fail(const std::string& file, const Text& wrong, const Text& remedy) {
    throw Error(Error::Kind::input, file, wrong, remedy);
}

std::vector<unsigned char> readBytes(const std::filesystem::path& file) {
    std::error_code failed;
    const auto status = std::filesystem::status(file, failed);
    if (!std::filesystem::exists(status))
        fail(file.string(), Text("there is no such file"), Text("check the name"));
    if (!std::filesystem::is_regular_file(status))
        fail(file.string(), Text("not a picture file"), openAPicture());
    const auto size = std::filesystem::file_size(file, failed);
    if (!failed && size > largest_file)
        fail(file.string(), Text("larger than 2 GB"), Text("save it smaller first"));
    std::ifstream stream(file, std::ios::binary);
    std::vector<unsigned char> bytes(failed ? 0 : size);
    stream.read(reinterpret_cast<char*>(bytes.data()), static_cast<std::streamsize>(bytes.size()));
    if (!stream)
        fail(file.string(),
             Text("cannot be read ({reason})", {{"reason", std::string(std::strerror(errno))}}),
             Text("check that you may open it"));
    return bytes;
}

std::string formatOf(const std::string& loader) { return loader.substr(0, loader.find("load")); }

void checkSize(const vips::VImage& image, const std::string& name) {
    const double pages = image.get_typeof("n-pages") != 0 ? std::max(1, image.get_int("n-pages")) : 1;
    if (1.0 * image.width() * image.height() * pages > most_pixels)
        fail(name,
             Text("{width} x {height} pixels is more than can be handled",
                  {{"width", image.width()}, {"height", image.height()}}),
             Text("make the picture smaller first; 1000 million pixels is the most"));
}

/// What the file states, not what the library assumes: 1 px/mm is its way to say "nothing stored".
std::optional<double> storedPpi(const vips::VImage& image) {
    const double px_mm = image.xres();
    if (px_mm <= 0 || std::abs(px_mm - 1) < 1e-6) return {};
    return px_mm * mm_per_inch;
}

cv::Mat reducedCopy(const cv::Mat& pixels) {
    const double scale = std::min(1.0, 1.0 * reduced_side_px / std::max(pixels.cols, pixels.rows));
    const cv::Size size(std::max(1, cvRound(pixels.cols * scale)), std::max(1, cvRound(pixels.rows * scale)));
    cv::Mat small;
    cv::resize(pixels, small, size, 0, 0, cv::INTER_AREA);
    if (small.depth() == CV_16U) small.convertTo(small, CV_8U, 1 / 257.0);
    return small;
}

/// Broken numbers have no range of their own: all of them are looked at first, and rows come one after the
/// other only once.
bool needsAllFirst(const vips::VImage& image) {
    return image.format() == VIPS_FORMAT_FLOAT || image.format() == VIPS_FORMAT_DOUBLE;
}

Artwork readRaster(Artwork artwork, const Progress& progress) {
    auto options =
        vips::VImage::option()->set("access", VIPS_ACCESS_SEQUENTIAL)->set("fail_on", VIPS_FAIL_ON_TRUNCATED);
    vips::VImage image =
        vips::VImage::new_from_buffer(artwork.bytes->data(), artwork.bytes->size(), "", options);
    checkSize(image, artwork.name);
    artwork.stored_ppi = storedPpi(image);
    if (artwork.format == "tiff") {
        // Its samples may have to be looked at twice, for their range.
        const std::optional<TiffFacts> facts = tiffFactsOf(*artwork.bytes);
        if (facts && needsAllFirst(image)) image = image.copy_memory();
        if (facts) image = asStandardTiff(image, *facts, artwork.name);
    }
    // HEIC is turned upright by its loader; the others only say how the camera was held.
    const int orientation = artwork.format != "heif" && image.get_typeof(VIPS_META_ORIENTATION) != 0
                                ? image.get_int(VIPS_META_ORIENTATION)
                                : 1;
    artwork.pixels = upright(pulledPixels(toStandardColour(image), progress), orientation);
    artwork.size = {artwork.pixels.cols, artwork.pixels.rows};
    artwork.has_alpha = artwork.pixels.channels() % 2 == 0;
    artwork.reduced = reducedCopy(artwork.pixels);
    artwork.colourful = isColourful(artwork.reduced);
    return artwork;
}

Artwork readVector(Artwork artwork, const Progress& progress) {
    artwork.kind = Artwork::Kind::vector;
    artwork.stored_ppi = artwork.format == "svg" ? 96 : 72;
    const DrawingFacts facts = factsOf(artwork, progress);
    artwork.size = facts.size;
    artwork.pages = facts.pages;
    artwork.linked = facts.linked;
    // Rasterising it small once also finds what is damaged inside.
    const double scale = 1.0 * reduced_side_px / std::max(artwork.size.width, artwork.size.height);
    artwork.reduced = reducedCopy(rasterise(artwork, scale, progress));
    artwork.colourful = isColourful(artwork.reduced);
    artwork.has_alpha = artwork.reduced.channels() % 2 == 0;
    return artwork;
}

}  // namespace

std::optional<SizeMm> Artwork::naturalSize() const {
    if (!stored_ppi) return {};
    const auto length = [&](int px) {
        const double pixel = mm_per_inch / *stored_ppi, mm = px * pixel;
        // A drawing's size was rounded to pixels; a whole millimetre within that is what it was.
        return kind == Kind::vector && std::abs(mm - std::round(mm)) <= pixel / 2 ? std::round(mm) : mm;
    };
    return SizeMm{length(size.width), length(size.height)};
}

ArtworkPtr readPicture(std::vector<unsigned char> bytes, const std::string& name, const Progress& progress) {
    startVips();
    if (bytes.empty()) fail(name, Text("the file is empty"), Text("fetch or save it again"));
    const std::string loader = loaderFor(bytes);
    if (loader.empty()) fail(name, Text("not a picture that can be read"), openAPicture());

    Artwork artwork;
    artwork.name = name;  // the whole name while errors may still need it
    artwork.format = formatOf(loader);
    artwork.sha256 = sha256(bytes);
    artwork.bytes = std::make_shared<const std::vector<unsigned char>>(std::move(bytes));
    try {
        const bool vector = artwork.format == "svg" || artwork.format == "pdf";
        artwork =
            vector ? readVector(std::move(artwork), progress) : readRaster(std::move(artwork), progress);
    } catch (const vips::VError&) {
        fail(name, Text("damaged or cut short ({reason})", {{"reason", takeVipsError()}}),
             Text("fetch or save it again"));
    } catch (const cv::Exception&) {
        fail(name, Text("too large for this machine's memory"), Text("make the picture smaller first"));
    } catch (const std::bad_alloc&) {
        fail(name, Text("too large for this machine's memory"), Text("make the picture smaller first"));
    }
    artwork.name = validUtf8(std::filesystem::path(name).stem().string());
    return std::make_shared<const Artwork>(std::move(artwork));
}

ArtworkPtr readPicture(const std::filesystem::path& file, const Progress& progress) {
    return readPicture(readBytes(file), file.string(), progress);
}

}  // namespace tympan
