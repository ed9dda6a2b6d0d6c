#include "core/layout/imposition.h"

#include "core/job/landing.h"
#include "core/layout/tiles.h"
#include "core/layout/whole_pieces.h"

namespace tympan {

namespace {

/// The pieces that share sheets with the one at `first`, itself among them; it alone where sheets are laid
/// whole.
std::vector<std::size_t> sharingWith(std::size_t first, const Job& job, const Imposition& imposition) {
    const Piece& piece = job.pieces[first];
    std::vector<std::size_t> together{first};
    if (piece.method->laid_whole) return together;
    for (std::size_t other = first + 1; other < job.pieces.size(); ++other)
        if (job.pieces[other].method == piece.method && job.pieces[other].printer == piece.printer &&
            imposition.plans[other].tiles.empty())
            together.push_back(other);
    return together;
}

void addSharedSheets(Imposition& imposition, const Job& job, const std::vector<std::size_t>& together) {
    std::vector<PlacedRegion> parts;
    for (std::size_t print : together)
        for (PlacedRegion& part : wholePieces(imposition, job, print)) parts.push_back(std::move(part));
    std::vector<Sheet> sheets;
    if (job.pieces[together.front()].method->laid_whole)
        for (const PlacedRegion& part : parts)
            for (Sheet& sheet : sharedSheets(imposition, job, {part})) sheets.push_back(std::move(sheet));
    else
        sheets = sharedSheets(imposition, job, std::move(parts));
    for (Sheet& sheet : sheets) imposition.sheets.push_back(std::move(sheet));
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
    Imposition imposition{{job.sheets.ppi}, {}, {}, {}};
    for (const Piece& piece : job.pieces) {
        progress.at(static_cast<double>(imposition.prints.size()) / static_cast<double>(job.pieces.size()));
        PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
        if (forced) print.mirrored = *forced;
        imposition.plans.push_back(fitsOneSheet(job, piece, print.size)
                                       ? SeamPlan{print.size, {}, {}}
                                       : planSeams(job, piece, print, {progress.stop, {}}));
        imposition.prints.push_back(print);
    }
    std::vector<bool> done(job.pieces.size(), false);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        if (done[i]) continue;
        if (!imposition.plans[i].tiles.empty()) {
            const std::size_t copies = static_cast<std::size_t>(printed(job.pieces[i]));
            if (imposition.plans[i].tiles.size() * copies > most_sheets)
                failTooManySheets(job.pieces[i].name);
            for (Sheet& sheet : tileSheets(imposition, job, i)) imposition.sheets.push_back(std::move(sheet));
            continue;
        }
        const std::vector<std::size_t> together = sharingWith(i, job, imposition);
        for (std::size_t print : together) done[print] = true;
        addSharedSheets(imposition, job, together);
    }
    int shared = 0;
    for (Sheet& sheet : imposition.sheets) {
        if (sheet.regions.size() > 1)
            sheet.label = std::to_string(++shared);
        else if (sheet.label.empty())
            sheet.label = sheet.regions.front().label;
    }
    return imposition;
}

}  // namespace tympan
