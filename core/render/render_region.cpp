#include "core/render/render_region.h"

#include <map>
#include <mutex>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "core/artwork/rasterise.h"
#include "core/base/parallel.h"
#include "core/enlarge/resample.h"
#include "core/render/bend.h"
#include "core/render/pixel_cache.h"
#include "core/render/source_rows.h"
#include "core/tone/vivid.h"

namespace tympan {

namespace {

constexpr std::size_t vector_budget = std::size_t{512} << 20;
constexpr std::uint32_t full = 65535;

/// The raster of the picture before it is bent.
SizePx uprightSize(const Print& print) { return print.bend ? print.bend->upright : print.size; }

/// The pixels to resample from: the artwork's own, or a vector's at the print's resolution.
PixelBuffer sourcePixels(const Print& print, const Progress& progress) {
    const Artwork& artwork = *print.artwork;
    if (artwork.kind == Artwork::Kind::raster) return artwork.pixels;
    static PixelCache rasterised(vector_budget);
    const SizePx size = uprightSize(print);
    const double scale = std::max(size.width / ((print.box.right - print.box.left) * artwork.size.width),
                                  size.height / ((print.box.bottom - print.box.top) * artwork.size.height));
    return rasterised.get(fmt::format("{}@{:.9g}", artwork.sha256, scale), [&] {
        return rasterise(artwork, scale, {progress.stop, {}});
    });
}

/// Linear back to encoded. Alpha, the last channel when there is one, stays; colours are divided by it and
/// multiplied again.
void encode(cv::Mat& region, bool alpha) {
    const Table16& encoded = encodedOfLinear();
    const int channels = region.channels(), colours = channels - (alpha ? 1 : 0);
    for (int y = 0; y < region.rows; ++y) {
        auto* p = region.ptr<std::uint16_t>(y);
        for (int x = 0; x < region.cols; ++x, p += channels) {
            const std::uint32_t a = alpha ? p[colours] : full;
            for (int c = 0; c < colours; ++c) {
                if (a == full)
                    p[c] = encoded[p[c]];
                else if (a > 0)
                    p[c] = static_cast<std::uint16_t>(encoded[std::min(full, (p[c] * full + a / 2) / a)] * a /
                                                      full);
            }
        }
    }
}

std::uint8_t toByte(std::uint32_t value) {
    return static_cast<std::uint8_t>((value * 255u + 32767u) / 65535u);
}

cv::Mat uprightRegion(const Print& print, const RectPx& box, const Progress& progress) {
    const SizePx size = uprightSize(print);
    const PixelBuffer pixels = sourcePixels(print, progress);
    const int columns = pixels.view.cols, rows = pixels.view.rows;
    const double left = print.box.left * columns, right = print.box.right * columns;
    const double top = print.box.top * rows, bottom = print.box.bottom * rows;
    const bool shrinks = right - left > size.width || bottom - top > size.height;
    const SourceRows source(pixels, print.ink,
                            shrinks ? SourceRows::Light::linear : SourceRows::Light::encoded);
    const LanczosAxis x = lanczosAxis(columns, left, right, size.width, box.x, box.width);
    const LanczosAxis y = lanczosAxis(rows, top, bottom, size.height, box.y, box.height);
    cv::Mat region = resample(
        [&](int row, int first, int last, std::uint16_t* values) { source.read(row, first, last, values); },
        source.channels(), x, y, progress);
    if (shrinks)
        inTwoParts(region.rows, [&](int first, int last) {
            cv::Mat part = region.rowRange(first, last);
            encode(part, source.alpha());
        });
    return region;
}

/// What of a tone makes another curve.
std::string toneKey(const Tone& tone) {
    return fmt::format("{} {} {} {} {} {} {}", static_cast<int>(tone.contrast.kind), tone.contrast.strength,
                       fmt::join(tone.shades.lift, ","), tone.inverted, tone.steps,
                       static_cast<int>(tone.line_art.kind), tone.line_art.limit);
}

/// Takes ink away where the rim says so.
void trim(const Print& print, cv::Mat& ink, const RectPx& box) {
    const cv::Mat stays = edgeCoverage(*print.edge, print.grid, box);
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        const std::uint8_t* s = stays.ptr<std::uint8_t>(y);
        std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x)
            for (int c = 0; c < channels; ++c, ++p)
                *p = static_cast<std::uint8_t>(255 - ((255 - *p) * s[x] + 127) / 255);
    }
}

}  // namespace

cv::Mat resampledRegion(const Print& print, const RectPx& box, const Progress& progress) {
    if (!print.bend) return uprightRegion(print, box, progress);
    return bentRegion(print, box,
                      [&](const RectPx& upright) { return uprightRegion(print, upright, progress); });
}

namespace {

/// A premultiplied value divided by its alpha; and multiplied again, over bare paper.
std::uint32_t divided(std::uint32_t value, std::uint32_t a) {
    return a == full ? value : a > 0 ? std::min(full, (value * full + a / 2) / a) : 0;
}
std::uint8_t onPaper(std::uint32_t value, std::uint32_t a) {
    return toByte(std::min(full, value * a / full + (full - a)));
}

void greyRows(const cv::Mat& source, const Table16& curve, cv::Mat& ink, int first, int last) {
    const bool alpha = source.channels() == 2;
    for (int y = first; y < last; ++y) {
        const auto* p = source.ptr<std::uint16_t>(y);
        auto* out = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += source.channels()) {
            const std::uint32_t a = alpha ? p[1] : full;
            out[x] = onPaper(curve[divided(p[0], a)], a);
        }
    }
}

void colourRows(const cv::Mat& source, const Vividness& vividness, cv::Mat& ink, int first, int last) {
    const bool alpha = source.channels() % 2 == 0, vivid = !vividness.untouched();
    const int colours = ink.channels();
    for (int y = first; y < last; ++y) {
        const auto* p = source.ptr<std::uint16_t>(y);
        auto* out = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += source.channels(), out += colours) {
            const std::uint32_t a = alpha ? p[colours] : full;
            if (!vivid || colours < 3) {
                for (int c = 0; c < colours; ++c) out[c] = toByte(std::min(full, p[c] + (full - a)));
                continue;
            }
            std::uint16_t rgb[3];
            for (int c = 0; c < 3; ++c) rgb[c] = static_cast<std::uint16_t>(divided(p[c], a));
            makeVivid(rgb, vividness);
            for (int c = 0; c < 3; ++c) out[c] = onPaper(rgb[c], a);
        }
    }
}

}  // namespace

cv::Mat inked(const Print& print, const cv::Mat& resampled, const RectPx& box, Rims rims) {
    const bool grey = print.ink == Ink::grey;
    const ToneCurve curve = grey ? toneCurveOf(print) : nullptr;
    const cv::Mat source = resampled;
    cv::Mat ink(resampled.rows, resampled.cols, resampled.channels() >= 3 ? CV_8UC3 : CV_8UC1);
    inTwoParts(ink.rows, [&](int first, int last) {
        if (grey)
            greyRows(source, *curve, ink, first, last);
        else
            colourRows(source, print.tone.vividness, ink, first, last);
    });
    if (print.edge) trim(print, ink, box);
    if (grey) layScreen(ink, print.tone.screen, print.grid, box, rims);
    return ink;
}

cv::Mat renderRegion(const Print& print, const RectPx& box, const Progress& progress) {
    const RectPx finished = turnOver(box, print.size.width, print.mirrored);
    cv::Mat ink = inked(print, resampledRegion(print, finished, progress), finished);
    if (print.mirrored == Mirrored::yes) cv::flip(ink, ink, 1);
    return ink;
}

cv::Mat renderWhole(const Print& print, const Progress& progress) {
    return renderRegion(print, {0, 0, print.size.width, print.size.height}, progress);
}

ToneCurve toneCurveOf(const Print& print) {
    static std::mutex lock;
    static std::map<std::string, ToneCurve> curves;
    const std::string key =
        fmt::format("{} {} {} {} {} {}", print.artwork->sha256, print.box.left, print.box.top,
                    print.box.right, print.box.bottom, toneKey(print.tone));
    const std::lock_guard hold(lock);
    ToneCurve& curve = curves[key];
    if (!curve) {
        const cv::Mat& all = print.artwork->reduced;
        const int left = static_cast<int>(print.box.left * all.cols),
                  top = static_cast<int>(print.box.top * all.rows);
        const int right = std::max(left + 1, static_cast<int>(print.box.right * all.cols));
        const int bottom = std::max(top + 1, static_cast<int>(print.box.bottom * all.rows));
        curve = toneCurve(greyHistogram(all(cv::Rect(left, top, right - left, bottom - top))), print.tone);
    }
    ToneCurve result = curve;
    if (curves.size() > 64) curves.clear();  // sliders make many; any of them is quickly made again
    return result;
}

}  // namespace tympan
