#include "core/layout/imposition.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/job/landing.h"
#include "core/job/two_passes.h"
#include "core/layout/cut_outline.h"
#include "core/layout/kept_places.h"
#include "core/layout/remainders.h"
#include "core/layout/tiles.h"
#include "core/layout/whole_pieces.h"
#include "core/method/variants.h"

namespace tympan {

namespace {

/// Of a picture that may not be parted.
[[noreturn]] void failToFit(const Job& job, const Piece& piece) {
    const std::optional<SizeMm> fits = largestOnOneSheet(job, piece);
    throw Error(Error::Kind::input, piece.name,
                Text("is laid in one piece ({method}), and does not fit one sheet of {paper}",
                     {{"method", piece.method->name}, {"paper", job.sheets.paper.name}}),
                fits ? Text("make it {width} wide, take larger paper, or part it on purpose",
                            {{"width", formatLength(fits->width, job.unit)}})
                     : Text("take larger paper, or part it on purpose"));
}

/// The pieces that share sheets with the one at `first`, itself among them; it alone where sheets are laid
/// whole.
std::vector<std::size_t> sharingWith(std::size_t first, const Job& job, const Imposition& imposition) {
    const Piece& piece = job.pieces[first];
    std::vector<std::size_t> together{first};
    if (piece.method->laid_whole) return together;
    for (std::size_t other = first + 1; other < job.pieces.size(); ++other)
        if (maySharePaper(piece, job.pieces[other]) && imposition.plans[other].tiles.empty() &&
            imposition.prints[other].mirrored == imposition.prints[first].mirrored)
            together.push_back(other);
    return together;
}

/// The sheets of pieces that share them. Where that takes fewer sheets, some lie in what `tiled` sheets of
/// the same method and printer leave free.
std::vector<Sheet> sheetsOf(const Imposition& imposition, const Job& job,
                            const std::vector<std::size_t>& together,
                            std::vector<std::vector<Sheet>>& tiled) {
    const Piece& first = job.pieces[together.front()];
    std::vector<PlacedRegion> parts;
    for (std::size_t print : together)
        for (PlacedRegion& part : wholePieces(imposition, job, print)) parts.push_back(std::move(part));
    std::vector<Sheet> sheets;
    if (first.method->laid_whole) {
        for (const PlacedRegion& part : parts)
            for (Sheet& sheet : sharedSheets(imposition, job, {part})) sheets.push_back(std::move(sheet));
        return sheets;
    }
    sheets = sharedSheets(imposition, job, parts);
    std::vector<std::vector<Sheet>> filled = tiled;
    std::vector<Sheet*> with_room;
    for (std::size_t print = 0; print < filled.size(); ++print)
        if (printAlike(job.pieces[print].method, first.method) && job.pieces[print].printer == first.printer)
            for (Sheet& sheet : filled[print]) with_room.push_back(&sheet);
    if (with_room.empty()) return sheets;
    // What the job keeps a place for stays there.
    const auto free = std::stable_partition(
        parts.begin(), parts.end(), [&](const PlacedRegion& part) { return keepsPlaceFor(job, part); });
    std::vector<PlacedRegion> rest = laidIntoRemainders(job, imposition.grid, {free, parts.end()}, with_room);
    rest.insert(rest.begin(), parts.begin(), free);
    std::vector<Sheet> fewer = sharedSheets(imposition, job, std::move(rest));
    if (fewer.size() >= sheets.size()) return sheets;
    tiled = std::move(filled);
    return fewer;
}

}  // namespace

std::optional<Tab> tabOnPaper(const Job& job, const Piece& piece) {
    const std::optional<Tab> tab = tabOf(job, piece);
    if (!tab) return {};
    const PixelGrid grid{job.sheets.ppi};
    SizePx size = grid.printPixels(printSizeOf(job, piece));
    size.height += grid.firstAfter(tab->reach_mm);
    if (!fitsOneSheet(job, piece, size)) return {};
    return tab;
}

Imposition impose(const Job& job, std::optional<Mirrored> forced, const Progress& progress) {
    Imposition imposition{{job.sheets.ppi}, {}, {}, {}, {}};
    for (const Piece& piece : job.pieces) {
        progress.at(static_cast<double>(imposition.prints.size()) / static_cast<double>(job.pieces.size()));
        PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
        if (forced) print.mirrored = *forced;
        const bool on_one = fitsOneSheet(job, piece, print.size);
        if (!on_one && !mayBeParted(piece)) failToFit(job, piece);
        imposition.plans.push_back(on_one ? SeamPlan{print.size, {}, {}}
                                          : planSeams(job, piece, print, {progress.stop, {}}));
        imposition.cuts.push_back(imposition.plans.back().tiles.empty() ? cutOutline(job, piece, print)
                                                                        : Outline{});
        imposition.prints.push_back(print);
    }
    std::vector<std::vector<Sheet>> of(
        job.pieces.size());  // a piece's own; of pieces that share, the first's
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        const std::size_t copies = static_cast<std::size_t>(printed(job.pieces[i]));
        if (imposition.plans[i].tiles.size() * copies > most_sheets) failTooManySheets(job.pieces[i].name);
        of[i] = tileSheets(imposition, job, i);
    }
    std::vector<bool> done(job.pieces.size(), false);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        if (done[i] || !imposition.plans[i].tiles.empty()) continue;
        const std::vector<std::size_t> together = sharingWith(i, job, imposition);
        for (std::size_t print : together) done[print] = true;
        std::vector<Sheet> sheets = sheetsOf(imposition, job, together, of);
        of[i] = std::move(sheets);
    }
    for (std::vector<Sheet>& sheets : of)
        for (Sheet& sheet : sheets) imposition.sheets.push_back(std::move(sheet));
    int shared = 0;
    for (Sheet& sheet : imposition.sheets) {
        sheet.passes = passesOf(job, job.pieces[sheet.regions.front().print]);
        if (sheet.regions.size() > 1 && !sheet.regions.front().tile)
            sheet.label = std::to_string(++shared);
        else if (sheet.label.empty())
            sheet.label = sheet.regions.front().label;
    }
    return imposition;
}

Imposition withPasses(Imposition imposition) {
    std::vector<Sheet> again;
    for (const Sheet& sheet : imposition.sheets)
        for (int pass = 2; pass <= sheet.passes; ++pass) {
            again.push_back(sheet);
            again.back().pass = pass;
        }
    std::stable_sort(again.begin(), again.end(),
                     [](const Sheet& a, const Sheet& b) { return a.pass < b.pass; });
    for (Sheet& sheet : again) imposition.sheets.push_back(std::move(sheet));
    return imposition;
}

Imposition onlyPass(Imposition imposition, int pass) {
    imposition = withPasses(std::move(imposition));
    std::erase_if(imposition.sheets, [&](const Sheet& sheet) { return sheet.pass != pass; });
    return imposition;
}

Imposition onlyPrintedBy(Imposition imposition, const Job& job, int printer) {
    std::erase_if(imposition.sheets, [&](const Sheet& sheet) {
        return printerOf(job, job.pieces[sheet.regions.front().print]).id != printer;
    });
    return imposition;
}

}  // namespace tympan
