#include "core/render/as_printed.h"

#include <algorithm>
#include <numbers>
#include <opencv2/imgproc.hpp>

#include "core/artwork/colourful.h"
#include "core/artwork/edited.h"
#include "core/base/cache.h"
#include "core/base/sha256.h"
#include "core/job/limits.h"
#include "core/job/one_print.h"
#include "core/measure/outline_operations.h"
#include "core/render/render_region.h"
#include "core/render/turned.h"

namespace tympan {

namespace {

/// Pictures on one object, and the box of it that their prints cover.
struct Together {
    Job job;
    std::vector<std::size_t> pieces;
    RectMm box;
    Ink ink = Ink::grey;
};

/// One of the prints, as it lies in the raster of all.
struct Part {
    Print print;
    RectPx covers;
};

/// From a print's raster, finished frame, to that of all, in pixels.
Affine placeOf(const Landing& landing, const RectMm& all, const PixelGrid& grid) {
    const double turn = landing.rotation_deg * std::numbers::pi / 180, c = std::cos(turn), s = std::sin(turn);
    const PointMm corner = landing.toObject({landing.box.x, landing.box.y});
    const double px = grid.pixel_mm();
    return {c, s, -s, c, (corner.x - all.x) / px, (corner.y - all.y) / px};
}

std::vector<Part> partsOf(const Together& all, double ppi) {
    const PixelGrid grid{ppi};
    const SizePx size = grid.printPixels({all.box.width, all.box.height});
    std::vector<Part> parts;
    for (const std::size_t i : all.pieces) {
        const Piece& piece = all.job.pieces[i];
        Print print = printOf(all.job, piece, ppi);
        print.mirrored = Mirrored::no;
        const Affine to_all = placeOf(landingOf(all.job, piece), all.box, grid);
        double left = size.width, top = size.height, right = 0, bottom = 0;
        for (const PointMm& corner : {PointMm{0, 0},
                                      {1.0 * print.size.width, 0},
                                      {0, 1.0 * print.size.height},
                                      {1.0 * print.size.width, 1.0 * print.size.height}}) {
            const PointMm at = to_all(corner);
            left = std::min(left, at.x), right = std::max(right, at.x);
            top = std::min(top, at.y), bottom = std::max(bottom, at.y);
        }
        const int x = static_cast<int>(std::floor(left)) - 1, y = static_cast<int>(std::floor(top)) - 1;
        parts.push_back({turnedPrint(print, to_all, size),
                         {x, y, static_cast<int>(std::ceil(right)) + 1 - x,
                          static_cast<int>(std::ceil(bottom)) + 1 - y}});
    }
    return parts;
}

cv::Mat inkOf(const std::vector<Part>& parts, Ink ink, const RectPx& box, const Progress& progress) {
    cv::Mat all(box.height, box.width, ink == Ink::colour ? CV_8UC3 : CV_8UC1, cv::Scalar::all(255));
    double done = 0;
    for (const Part& part : parts) {
        progress.at(done++ / static_cast<double>(parts.size()));
        const RectPx here = intersection(box, part.covers);
        if (here.width <= 0 || here.height <= 0) continue;
        cv::Mat print = renderRegion(part.print, here, {progress.stop, {}});
        if (print.channels() < all.channels()) cv::cvtColor(print, print, cv::COLOR_GRAY2RGB);
        cv::Mat under = all(cv::Rect(here.x - box.x, here.y - box.y, here.width, here.height));
        cv::subtract(under, cv::Scalar::all(255) - print, under);
    }
    return all;
}

ArtworkPtr artworkOf(const std::shared_ptr<const Together>& all, const std::string& name,
                     const Progress& progress) {
    const double ppi = all->job.sheets.ppi;
    const SizeMm size{all->box.width, all->box.height};
    Artwork made;
    made.name = name;
    made.format = "prints";
    made.kind = Artwork::Kind::vector;  // drawn at the resolution that is asked for
    made.size = PixelGrid{ppi}.printPixels(size);
    made.drawn = [all, size, ppi](double scale) {
        const PixelGrid grid{ppi * scale};
        const auto parts = std::make_shared<const std::vector<Part>>(partsOf(*all, grid.ppi));
        return PixelSource{grid.printPixels(size),
                           [parts, ink = all->ink](const RectPx& box, const Progress& inner) {
                               return inkOf(*parts, ink, box, inner);
                           }};
    };
    KeyBytes depends;
    depends.add(size);
    for (const Part& part : partsOf(*all, ppi)) depends.add(part.print);
    const Key key = depends.key();
    made.sha256 = sha256({reinterpret_cast<const unsigned char*>(key.digest.data()), key.digest.size()});
    made.reduced = *cache().getOnce(keyOf("reduced prints", key), progress.stop, [&] {
        const PixelSource small =
            made.drawn(std::min(1.0, 1.0 * reduced_side_px / std::max(made.size.width, made.size.height)));
        return small.box({0, 0, small.size.width, small.size.height}, progress);
    });
    made.colourful = isColourful(made.reduced);
    return std::make_shared<const Artwork>(std::move(made));
}

/// Where a part of a picture lies in the box of all, in parts of that.
ArtworkParts inAll(const Job& job, const Piece& piece, const ArtworkParts& parts, const RectMm& all) {
    const RectMm there = bounds(landingOf(job, piece).toObject(rectangleOutline(inPicture(piece, parts))));
    const double left = std::clamp((there.x - all.x) / all.width, 0.0, 1.0),
                 top = std::clamp((there.y - all.y) / all.height, 0.0, 1.0);
    return {left, top, std::clamp((there.right() - all.x) / all.width, 0.0, 1.0) - left,
            std::clamp((there.bottom() - all.y) / all.height, 0.0, 1.0) - top};
}

Piece pieceFor(const Job& job, const std::vector<std::size_t>& group, const Progress& progress) {
    const Piece& first = job.pieces[group.front()];
    const Object& object = objectOf(job, first);
    auto all = std::make_shared<Together>(Together{job, group, {}, Ink::grey});
    Outline ink;
    for (const std::size_t i : group) {
        ink = united(ink, inkOnObject(job, job.pieces[i]));
        if (inkOf(job.pieces[i]) == Ink::colour) all->ink = Ink::colour;
    }
    all->box = bounds(ink);

    Piece piece;
    piece.id = first.id;
    piece.name = object.name.empty() ? first.name : object.name;
    piece.artwork = artworkOf(all, piece.name, progress);
    piece.method = first.method;
    piece.printer = first.printer;
    piece.placement.object = object.id;
    piece.placement.from_centre = middle(all->box);
    piece.size = {all->box.width, all->box.height};
    piece.tone.ink = all->ink == Ink::colour ? Tone::InkChoice::colour : Tone::InkChoice::grey;
    piece.tone.contrast.kind = Contrast::Kind::none;
    piece.enlarging.seen_from_mm = first.enlarging.seen_from_mm;
    piece.edge.cut = Cut::cell;
    piece.edge.cell = std::move(ink);
    piece.joining = first.joining;
    piece.copies = first.copies;
    piece.spares = first.spares;
    for (const std::size_t i : group)
        for (const CareZone& zone : job.pieces[i].care)
            piece.care.push_back({zone.name, inAll(job, job.pieces[i], zone.parts, all->box)});
    return piece;
}

}  // namespace

Job asPrinted(const Job& job, const Progress& progress) {
    const auto groups = printedAsOne(job);
    if (groups.empty()) return job;
    Job printed = job;
    for (const auto& group : groups) {
        Piece piece = pieceFor(job, group, progress);
        for (const std::size_t i : group) printed.printed_for.push_back({job.pieces[i], piece.id});
        *std::find_if(printed.pieces.begin(), printed.pieces.end(),
                      [&](const Piece& each) { return each.id == piece.id; }) = std::move(piece);
    }
    std::erase_if(printed.pieces, [&](const Piece& piece) {
        const Piece* by = printedFor(printed, piece.id);
        return by && by->id != piece.id;
    });
    return printed;
}

}  // namespace tympan
