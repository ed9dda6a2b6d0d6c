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

cv::Mat inked(const Print& print, const cv::Mat& resampled, const RectPx& box, Rims rims) {
    const int channels = resampled.channels();
    const bool alpha = channels % 2 == 0;
    const int colours = channels - (alpha ? 1 : 0);
    const ToneCurve curve = print.ink == Ink::grey ? toneCurveOf(print) : nullptr;
    const cv::Mat source = resampled;
    cv::Mat ink(resampled.rows, resampled.cols, colours == 3 ? CV_8UC3 : CV_8UC1);
    std::array<std::uint8_t, 65536> grey_byte;
    if (curve)
        for (std::size_t i = 0; i < grey_byte.size(); ++i) grey_byte[i] = toByte((*curve)[i]);
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* p = source.ptr<std::uint16_t>(y);
            auto* out = ink.ptr<std::uint8_t>(y);
            if (curve && !alpha) {
                for (int x = 0; x < ink.cols; ++x) out[x] = grey_byte[p[x]];
                continue;
            }
            for (int x = 0; x < ink.cols; ++x, p += channels, out += colours) {
                const std::uint32_t a = alpha ? p[colours] : full;
                for (int c = 0; c < colours; ++c) {
                    std::uint32_t value = p[c];
                    if (curve && a > 0)
                        value = (*curve)[std::min(full, (value * full + a / 2) / a)] * a / full;
                    out[c] = toByte(std::min(full, value + (full - a)));
                }
            }
        }
    });
    if (print.edge) trim(print, ink, box);
    if (print.ink == Ink::grey) layScreen(ink, print.tone.screen, print.grid, box, rims);
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
