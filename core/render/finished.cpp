#include "core/render/finished.h"

#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "core/artwork/pixels.h"
#include "core/base/cache.h"
#include "core/job/landing.h"
#include "core/job/two_passes.h"
#include "core/job/under_picture.h"
#include "core/measure/outline_operations.h"
#include "core/render/preview.h"
#include "core/tone/dark_cloth.h"

namespace tympan {

cv::Mat onGround(const cv::Mat& ink, const Rgb8& ground) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const std::uint32_t grounds[3] = {linear[ground.red * 257u], linear[ground.green * 257u],
                                      linear[ground.blue * 257u]};
    std::uint8_t shade[3][256];
    for (std::uint32_t v = 0; v < 256; ++v)
        for (int c = 0; c < 3; ++c)
            shade[c][v] =
                static_cast<std::uint8_t>((encoded[linear[v * 257] * grounds[c] / 65535] + 128) / 257);

    cv::Mat face(ink.rows, ink.cols, CV_8UC3);
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        const std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        std::uint8_t* out = face.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += channels, out += 3)
            for (int c = 0; c < 3; ++c) out[c] = shade[c][p[channels == 3 ? c : 0]];
    }
    return face;
}

cv::Mat onGround(const cv::Mat& ink, const cv::Mat& ground) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    std::uint32_t light[256];
    for (std::uint32_t v = 0; v < 256; ++v) light[v] = linear[v * 257];
    cv::Mat face(ink.rows, ink.cols, CV_8UC3);
    const int channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        const std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        const std::uint8_t* g = ground.ptr<std::uint8_t>(y);
        std::uint8_t* out = face.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += channels, g += 3, out += 3)
            for (int c = 0; c < 3; ++c)
                out[c] = static_cast<std::uint8_t>(
                    (encoded[light[p[channels == 3 ? c : 0]] * light[g[c]] / 65535] + 128) / 257);
    }
    return face;
}

namespace {

constexpr double ground_pixels = 4e5;  // a texture is soft: what is sharper is enlarged from this
const Rgb8 paper_white{250, 249, 245};

/// The bare object, drawn once for as long as there is room to keep it. Not to be written into.
cv::Mat keptGround(const Object& object, const FaceWindow& window) {
    return *remembered(
        "ground", [](const Object& bare, const FaceWindow& seen) { return groundOf(bare, seen); }, object,
        window);
}

/// A ground seen through a white layer: light is mixed.
cv::Mat veiled(const cv::Mat& ground, double veil) {
    const Table16& linear = linearOfEncoded();
    const Table16& encoded = encodedOfLinear();
    const std::uint8_t paper[3] = {paper_white.red, paper_white.green, paper_white.blue};
    cv::Mat tables(1, 256, CV_8UC3), result;
    for (std::uint32_t v = 0; v < 256; ++v)
        for (int c = 0; c < 3; ++c) {
            const double light = std::lerp(1.0 * linear[v * 257], 1.0 * linear[paper[c] * 257u], veil);
            tables.at<cv::Vec3b>(static_cast<int>(v))[c] =
                static_cast<std::uint8_t>((encoded[static_cast<std::size_t>(light)] + 128) / 257);
        }
    cv::LUT(ground, tables, result);
    return result;
}

/// Whether what the paper or sheet brings along is the white of the picture, all over.
bool bringsWhite(const Piece& piece) { return !piece.method->light_ground && !hasWhite(piece); }

/// Whether its ground is painted pale before the picture is laid.
bool isPainted(const Job& job, const Piece& piece) {
    return !bringsWhite(piece) && underPicture(job, piece) == UnderPicture::painted;
}

/// The white of a print where it lies when the second pass misses the first by so much, aslant; as ink.
cv::Mat whiteBeside(const Print& print, double mm) {
    Print white = print;
    white.layer = PrintLayer::white;
    cv::Mat laid = previewInk(white);
    if (mm == 0) return laid;
    const double px = mm / print.grid.pixel_mm() / std::numbers::sqrt2;
    cv::Mat moved;
    cv::warpAffine(laid, moved, cv::Matx23d(1, 0, px, 0, 1, px), laid.size(), cv::INTER_LINEAR,
                   cv::BORDER_CONSTANT, cv::Scalar::all(255));
    return moved;
}

}  // namespace

cv::Mat finishedPrint(const Job& job, const Piece& piece, const Print& print, const cv::Mat& ink,
                      const Likeness& likeness) {
    const cv::Mat stays = wornInk(arrivedInk(ink, print), print, likeness.wear);
    const cv::Mat ground = groundUnder(job, piece, print);
    const cv::Mat face = print.cloth ? onCloth(stays, whiteBeside(print, likeness.white_beside_mm), ground)
                                     : onGround(stays, ground);
    return hazed(face, print, likeness.haze);
}

Rgb8 whiteOf(const Job& job, const Piece& piece) {
    if (!piece.method->light_ground) return paper_white;
    const Object& object = objectOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    const bool painted = isPainted(job, piece);
    Rgb8 white = painted ? pale_paint : object.ground;
    if (!painted)
        for (const Zone& zone : object.zones)
            if (zone.kind == ZoneKind::painted && area(shared(ink, outlineOf(zone))) > area(ink) / 2)
                white = zone.colour;
    if (piece.method->veil > 0) {
        const cv::Vec3b seen =
            veiled(cv::Mat(1, 1, CV_8UC3, cv::Scalar(white.red, white.green, white.blue)), piece.method->veil)
                .at<cv::Vec3b>(0);
        white = {seen[0], seen[1], seen[2]};
    }
    return white;
}

cv::Mat groundUnder(const Job& job, const Piece& piece, const Print& print) {
    const SizePx size = print.size;
    if (bringsWhite(piece))
        return cv::Mat(size.height, size.width, CV_8UC3,
                       cv::Scalar(paper_white.red, paper_white.green, paper_white.blue));
    const Object& object = objectOf(job, piece);
    const Landing landing = landingOf(object, piece);
    const double shrink = std::min(1.0, std::sqrt(ground_pixels / (1.0 * size.width * size.height)));
    FaceWindow window{landing.toObject(PointMm{landing.box.x, landing.box.y}),
                      landing.rotation_deg,
                      {print.grid.ppi * shrink},
                      {std::max(1, static_cast<int>(std::lround(size.width * shrink))),
                       std::max(1, static_cast<int>(std::lround(size.height * shrink)))}};
    cv::Mat ground = keptGround(object, window);
    if (isPainted(job, piece))
        ground =
            cv::Mat(ground.size(), CV_8UC3, cv::Scalar(pale_paint.red, pale_paint.green, pale_paint.blue));
    if (piece.method->veil > 0) ground = veiled(ground, piece.method->veil);
    if (shrink < 1) cv::resize(ground, ground, cv::Size(size.width, size.height), 0, 0, cv::INTER_LINEAR);
    return ground;
}

cv::Mat finishedFace(const Job& job, const Object& object, const FaceWindow& window,
                     std::optional<int> without_piece, const Progress& progress) {
    cv::Mat face = keptGround(object, window);
    const double p = window.grid.pixel_mm();
    for (const Piece& piece : job.pieces) {
        if (piece.placement.object != object.id || piece.id == without_piece) continue;
        const Print print = printOf(job, piece, window.grid.ppi);
        const cv::Mat ink = arrivedInk(previewInk(print, progress), print);
        const Landing landing = landingOf(object, piece);
        // From the window's pixels to the print's: both rasters are affine to the object.
        const auto toPrint = [&](double column, double row) {
            const PointMm t = rotated(PointMm{column * p, row * p}, window.rotation_deg);
            const PointMm in = landing.fromObject(PointMm{window.corner.x + t.x, window.corner.y + t.y});
            return PointMm{(in.x - landing.box.x) / p, (in.y - landing.box.y) / p};
        };
        // OpenCV counts from pixel centres.
        const PointMm o = toPrint(0.5, 0.5), right = toPrint(1.5, 0.5), below = toPrint(0.5, 1.5);
        const cv::Matx23d map(right.x - o.x, below.x - o.x, o.x - 0.5, right.y - o.y, below.y - o.y,
                              o.y - 0.5);
        cv::Mat laid;
        cv::warpAffine(ink, laid, map, face.size(), cv::INTER_LINEAR | cv::WARP_INVERSE_MAP,
                       cv::BORDER_CONSTANT, cv::Scalar::all(255));
        if (print.cloth) {
            cv::Mat white;
            cv::warpAffine(whiteBeside(print, 0), white, map, face.size(),
                           cv::INTER_LINEAR | cv::WARP_INVERSE_MAP, cv::BORDER_CONSTANT,
                           cv::Scalar::all(255));
            face = onCloth(laid, white, face);
            continue;
        }
        const bool opaque = bringsWhite(piece), painted = isPainted(job, piece);
        if (!opaque && !painted && piece.method->veil == 0) {
            face = onGround(laid, face);
            continue;
        }
        // A layer lies over the ground where the sheet lay: the paper itself, pale paint under it, or a veil.
        cv::Mat covered;
        cv::warpAffine(
            print.edge ? edgeCoverage(*print.edge, print.grid, {0, 0, print.size.width, print.size.height})
                       : cv::Mat(ink.rows, ink.cols, CV_8UC1, cv::Scalar(255)),
            covered, map, face.size(), cv::INTER_LINEAR | cv::WARP_INVERSE_MAP);
        const cv::Mat under = painted ? cv::Mat(face.size(), CV_8UC3,
                                                cv::Scalar(pale_paint.red, pale_paint.green, pale_paint.blue))
                                      : face;
        face = face.clone();
        (opaque ? onGround(laid, paper_white) : onGround(laid, veiled(under, piece.method->veil)))
            .copyTo(face, covered > 127);
    }
    cv::Mat result;
    const cv::Mat plate = plateCoverage(object, window);
    cv::cvtColor(face, result, cv::COLOR_RGB2RGBA);
    cv::insertChannel(plate, result, 3);
    return result;
}

FaceWindow windowOn(const Job& job, const Object& object, double most, double ppi) {
    RectMm box = bounds(outlineOf(object.shape));
    if (object.spot()) {
        // All that lies on it and a part of what is around.
        Outline all;
        for (const Piece& piece : job.pieces)
            if (piece.placement.object == object.id) all = united(all, inkOnObject(job, piece));
        box = bounds(all);
        box = grown(box, 0.08 * std::max(box.width, box.height));
    }
    const double square_inches = std::max(1e-6, box.width * box.height / (mm_per_inch * mm_per_inch));
    const PixelGrid grid{std::min(ppi, std::sqrt(most / square_inches))};
    return {{box.x, box.y}, 0, grid, grid.printPixels(SizeMm{box.width, box.height})};
}

}  // namespace tympan
