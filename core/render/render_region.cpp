#include "core/render/render_region.h"

#include <opencv2/imgproc.hpp>

#include "core/artwork/edited.h"
#include "core/artwork/pixels.h"
#include "core/base/cache.h"
#include "core/base/parallel.h"
#include "core/enlarge/enlarged_picture.h"
#include "core/enlarge/redraw.h"
#include "core/enlarge/resample.h"
#include "core/render/bend.h"
#include "core/render/judged_tone.h"
#include "core/render/separated.h"
#include "core/render/source_rows.h"
#include "core/render/turned.h"
#include "core/tone/line_art.h"
#include "core/tone/local_contrast.h"
#include "core/tone/scatter.h"
#include "core/tone/solids.h"
#include "core/tone/vivid.h"

namespace tympan {

namespace {

constexpr std::uint32_t full = 65535;
constexpr double most_at_once = 16e6;  // pixels of an enlarged picture

/// The raster of the picture before it is bent.
SizePx uprightSize(const Print& print) {
    return print.bend ? print.bend->upright : print.turn ? print.turn->upright : print.size;
}

/// What is resampled: the picture as the network makes it; of a drawing, at the print's resolution.
PixelSource sourceOf(const Print& print, const Progress& progress) {
    const ArtworkPtr artwork = print.enlarged.engine == Engine::redraw
                                   ? redrawn(*print.artwork, print.enlarged.redrawing, {progress.stop, {}})
                                   : print.artwork;
    const SizePx size = uprightSize(print);
    const double scale = std::max(size.width / ((print.box.right - print.box.left) * artwork->size.width),
                                  size.height / ((print.box.bottom - print.box.top) * artwork->size.height));
    if (print.enlarged.doublings == 0) return pixelSource(artwork, scale, progress);
    const EnlargedPicture picture(
        pixelsFor(*artwork, scale, progress), keyOf("pixels", print.artwork),
        {.doublings = print.enlarged.doublings,
         .strength = print.enlarged.strength,
         .learned = print.enlarged.engine == Engine::drawing ? Learned::drawings : Learned::photographs});
    return {picture.size(),
            [picture](const RectPx& box, const Progress& inner) { return picture.box(box, inner); }};
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
    const PixelSource picture = sourceOf(print, progress);
    const int columns = picture.size.width, rows = picture.size.height;
    const double left = print.box.left * columns, right = print.box.right * columns;
    const double top = print.box.top * rows, bottom = print.box.bottom * rows;
    const bool shrinks = right - left > size.width || bottom - top > size.height;
    const LanczosAxis x = lanczosAxis(columns, left, right, size.width, box.x, box.width);
    const LanczosAxis y = lanczosAxis(rows, top, bottom, size.height, box.y, box.height);
    const RectPx read{x.first_source, y.first_source, x.last_source - x.first_source,
                      y.last_source - y.first_source};
    if (print.enlarged.doublings > 0 && static_cast<double>(read.area()) > most_at_once && box.height > 1) {
        // What the network makes is held for the part that is worked on alone.
        const int half = box.height / 2;
        cv::Mat both;
        cv::vconcat(uprightRegion(print, {box.x, box.y, box.width, half}, progress),
                    uprightRegion(print, {box.x, box.y + half, box.width, box.height - half}, progress),
                    both);
        return both;
    }
    const cv::Mat pixels = picture.box(read, {progress.stop, {}});
    const SourceRows source(pixels, print.ink,
                            shrinks ? SourceRows::Light::linear : SourceRows::Light::encoded,
                            weightsOf(*print.artwork, print.mix));
    cv::Mat region = resample(
        [&](int row, int first, int last, std::uint16_t* values) {
            source.read(row - read.y, first - read.x, last - read.x, values);
        },
        source.channels(), x, y, progress);
    if (shrinks)
        inTwoParts(region.rows, [&](int first, int last) {
            cv::Mat part = region.rowRange(first, last);
            encode(part, source.alpha());
        });
    return region;
}

/// Read at its angle from the picture itself.
cv::Mat turnedRegion(const Print& print, const RectPx& box, const Progress& progress) {
    const SizePx size = print.turn->upright;
    const PixelSource picture = sourceOf(print, progress);
    TurnedSource source;
    source.left = print.box.left * picture.size.width, source.right = print.box.right * picture.size.width;
    source.top = print.box.top * picture.size.height, source.bottom = print.box.bottom * picture.size.height;
    source.across = (source.right - source.left) / size.width;
    source.down = (source.bottom - source.top) / size.height;
    source.to_source =
        Affine{source.across, 0, 0, source.down, source.left, source.top}.after(print.turn->to_finished);
    const bool shrinks = source.across > 1 || source.down > 1;
    const GreyWeights mix = weightsOf(*print.artwork, print.mix);
    bool alpha = false;
    cv::Mat region = turnedRegion(
        source, box, picture,
        [&](const cv::Mat& pixels) {
            SourceRows rows(pixels, print.ink,
                            shrinks ? SourceRows::Light::linear : SourceRows::Light::encoded, mix);
            alpha = rows.alpha();
            return rows;
        },
        progress);
    if (shrinks)
        inTwoParts(region.rows, [&](int first, int last) {
            cv::Mat part = region.rowRange(first, last);
            encode(part, alpha);
        });
    return region;
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
    if (!print.bend && print.turn) return turnedRegion(print, box, progress);
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

/// A print's greys without its paper: what the curve is asked with; and as they are seen on paper, for what
/// looks at the neighbourhood.
struct Greys {
    cv::Mat own, seen;  // CV_16UC1
};

Greys greysOf(const cv::Mat& source, bool seen_too) {
    if (source.channels() == 1) return {source, source};
    Greys greys{cv::Mat(source.size(), CV_16UC1), {}};
    if (seen_too) greys.seen.create(source.size(), CV_16UC1);
    inTwoParts(source.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* p = source.ptr<std::uint16_t>(y);
            auto* own = greys.own.ptr<std::uint16_t>(y);
            auto* seen = seen_too ? greys.seen.ptr<std::uint16_t>(y) : nullptr;
            for (int x = 0; x < source.cols; ++x, p += 2) {
                const std::uint32_t a = p[1];
                own[x] = static_cast<std::uint16_t>(divided(p[0], a));
                if (seen) seen[x] = static_cast<std::uint16_t>(std::min(full, p[0] + (full - a)));
            }
        }
    });
    return greys;
}

/// A tone curve as bytes of ink, for what has no alpha.
std::vector<std::uint8_t> asBytes(const Table16& curve) {
    std::vector<std::uint8_t> bytes(curve.size());
    std::transform(curve.begin(), curve.end(), bytes.begin(), [](std::uint16_t v) { return toByte(v); });
    return bytes;
}

void layGreys(const Print& print, const cv::Mat& source, cv::Mat& ink) {
    const Tone& tone = print.tone;
    const LocalContrast local = localContrastOf(print);
    const bool line_art = tone.line_art.kind != LineArt::Kind::off;
    Greys greys = greysOf(source, local.amount > 0 || line_art);
    if (line_art) greys.own = greys.seen;
    ToneCurve curve = toneCurveOf(print);
    // What it shares its pixels with stays.
    if (local.amount > 0) greys.own = greys.own.clone();
    addLocalContrast(greys.own, greys.seen, local, print.grid);
    if (tone.line_art.kind == LineArt::Kind::local)
        greys.own = localBlackAndWhite(greys.seen, partingGreyOf(print), tone.line_art, print.grid);
    const std::vector<std::uint8_t> bytes = asBytes(*curve);
    inTwoParts(ink.rows, [&](int first, int last) {
        for (int y = first; y < last; ++y) {
            const auto* own = greys.own.ptr<std::uint16_t>(y);
            auto* out = ink.ptr<std::uint8_t>(y);
            if (source.channels() == 1) {
                for (int x = 0; x < ink.cols; ++x) out[x] = bytes[own[x]];
                continue;
            }
            const auto* p = source.ptr<std::uint16_t>(y);
            if (line_art)  // black or bare at the rims of a drawing, too
                for (int x = 0; x < ink.cols; ++x) out[x] = p[2 * x + 1] > full / 2 ? bytes[own[x]] : 255;
            else
                for (int x = 0; x < ink.cols; ++x) out[x] = onPaper((*curve)[own[x]], p[2 * x + 1]);
        }
    });
    mendLines(ink, tone.line_art, print.grid);
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
    cv::Mat ink(resampled.rows, resampled.cols, resampled.channels() >= 3 ? CV_8UC3 : CV_8UC1);
    if (grey)
        layGreys(print, resampled, ink);
    else
        inTwoParts(ink.rows, [&](int first, int last) {
            colourRows(resampled, print.tone.vividness, ink, first, last);
        });
    if (print.cloth) return separated(print, ink, resampled, box, rims);
    if (print.edge) trim(print, ink, box);
    if (grey) {
        breakUp(ink, print.tone.solids, print.solids, print.grid, box, rims);
        layScreen(ink, print.tone.screen, print.grid, box, rims);
    }
    return ink;
}

namespace {

/// How far about a pixel its ink depends on what is there, in pixels.
int reachOf(const Print& print) {
    const int layer = separationReach(print);
    if (print.ink != Ink::grey) return layer;
    return layer + reachOf(localContrastOf(print), print.grid) + reachOf(print.tone.line_art, print.grid) +
           reachOf(print.tone.solids, print.solids, print.grid);
}

/// The ink of a box, finished frame: computed on what it depends on, and cut out of that.
cv::Mat inkOf(const Print& print, const RectPx& box, const Progress& progress) {
    const int reach = reachOf(print);
    const RectPx needed =
        intersection({0, 0, print.size.width, print.size.height},
                     {box.x - reach, box.y - reach, box.width + 2 * reach, box.height + 2 * reach});
    const cv::Mat ink = inked(print, resampledRegion(print, needed, progress), needed);
    if (reach == 0) return ink;
    return ink(cv::Rect(box.x - needed.x, box.y - needed.y, box.width, box.height)).clone();
}

/// The whole print as scattered dots: made once, since every dot depends on those before it.
cv::Mat scatteredDots(const Print& print, const Progress& progress) {
    return *cache().getOnce(keyOf("scattered dots", print), progress.stop, [&] {
        return scattered(
            print.size,
            [&](int first, int last) {
                return inkOf(print, {0, first, print.size.width, last - first}, {progress.stop, {}});
            },
            {progress.stop, {}});
    });
}

}  // namespace

cv::Mat renderRegion(const Print& print, const RectPx& box, const Progress& progress) {
    const RectPx finished = flipped(box, print.size.width, print.mirrored);
    const bool dots =
        print.ink == Ink::grey && !print.cloth && print.tone.screen.kind == Screen::Kind::scatter;
    cv::Mat ink =
        dots ? unpacked(scatteredDots(print, progress), finished) : inkOf(print, finished, progress);
    if (print.mirrored == Mirrored::yes) cv::flip(ink, ink, 1);
    return ink;
}

cv::Mat renderWhole(const Print& print, const Progress& progress) {
    // In bands, which put together are the whole: sixteen bits a colour of all of a large print take more
    // memory than the print itself.
    const int band = std::max(64, static_cast<int>(most_at_once / print.size.width));
    cv::Mat all;
    for (int top = 0; top < print.size.height; top += band) {
        const int rows = std::min(band, print.size.height - top);
        const auto sink = [&](double part) { progress.at((top + part * rows) / print.size.height); };
        const cv::Mat ink = renderRegion(print, {0, top, print.size.width, rows}, {progress.stop, sink});
        if (rows == print.size.height) return ink;
        if (all.empty()) all.create(print.size.height, print.size.width, ink.type());
        ink.copyTo(all.rowRange(top, top + rows));
    }
    return all;
}

}  // namespace tympan
