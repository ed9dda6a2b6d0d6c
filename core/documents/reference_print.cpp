#include "core/documents/reference_print.h"

#include "core/documents/placement_template.h"
#include "core/job/landing.h"
#include "core/measure/length.h"
#include "core/pdf/pdf_file.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double reference_ppi = 200;
constexpr double reference_top_mm = 24, reference_side_mm = 14, caption_mm = 14;

struct Grid {
    int columns = 1, rows = 1;
    SizeMm cell;
};

Grid gridFor(std::size_t pieces, const SizeMm& page) {
    Grid grid;
    grid.columns = pieces > 1 ? 2 : 1;
    grid.rows = pieces > 2 ? 3 : pieces > 1 ? 2 : 1;
    grid.cell = {(page.width - 2 * reference_side_mm) / grid.columns,
                 (page.height - reference_top_mm - reference_side_mm) / grid.rows};
    return grid;
}

/// The finished picture, unmirrored, in a box; its caption below it.
void drawPiece(PdfFile& pdf, const Job& job, const Piece& piece, const RectMm& cell,
               const Progress& progress) {
    const SizeMm size = printSizeOf(job, piece);
    const double scale =
        std::min({1.0, (cell.width - 6) / size.width, (cell.height - caption_mm - 4) / size.height});
    // Reduced: the same print with fewer pixels, laid in a smaller box.
    Print print = printOf(job, piece, std::max(1.0, reference_ppi * scale));
    print.mirrored = Mirrored::no;
    pdf.pictureIn({cell.x, cell.y, size.width * scale, size.height * scale}, renderWhole(print, progress));
    const SizeMm seen = seenSizeOf(job, piece);
    const Language& say = pdf.language();
    const double y = cell.y + size.height * scale + 5;
    pdf.marks(
        {Words{piece.name, {cell.x, y}, 3.4, 0, true},
         Words{say(Text("{size} on the object", {{"size", formatSize(seen.width, seen.height, job.unit)}})),
               {cell.x, y + 4.4},
               3,
               0,
               false}});
    std::vector<Text> where;
    for (const SpotDistance& each : piece.placement.distances) where.push_back(distanceText(each, job.unit));
    if (!where.empty()) pdf.marks({Words{say(Text::listed(where)), {cell.x, y + 8.6}, 3, 0, false}});
}

}  // namespace

void writeReferencePrint(const Language& say, const std::filesystem::path& file, const Job& job,
                         const Progress& progress) {
    PdfFile pdf(say, file, job.name, job.created);
    const SizeMm page = job.sheets.paper.size;
    const Grid grid = gridFor(job.pieces.size(), page);
    const auto per_page = static_cast<std::size_t>(grid.columns * grid.rows);
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        if (i % per_page == 0) {
            if (i > 0) pdf.endPage();
            pdf.beginPage(page);
            pdf.marks(
                {Words{say(Text("Reference: how it will look when finished")),
                       {reference_side_mm, 14},
                       5,
                       0,
                       true},
                 Words{
                     say(Text("the right way round, reduced where the page is too small; not for transfer")),
                     {reference_side_mm, 19.5},
                     3.2,
                     0,
                     false}});
        }
        const auto at = static_cast<int>(i % per_page);
        const RectMm cell{reference_side_mm + (at % grid.columns) * grid.cell.width,
                          reference_top_mm + (at / grid.columns) * grid.cell.height, grid.cell.width,
                          grid.cell.height};
        progress.at(static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawPiece(pdf, job, job.pieces[i], cell, {progress.stop, {}});
    }
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
