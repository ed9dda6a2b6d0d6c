#include "core/documents/patch_print.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/documents/box_about.h"
#include "core/marks/sheet_marks.h"
#include "core/marks/text_column.h"
#include "core/measure/length.h"
#include "core/pdf/pdf_file.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"
#include "core/seams/seam_planning.h"

namespace tympan {

namespace {

constexpr double around_mm = 15, faint = 0.2;  // of the ink
constexpr double line_mm = 0.2, tick_from_mm = 1, tick_to_mm = 6;
constexpr double head_mm = 24, words_mm = 3.2;

/// Ink that is left faint but for the patch itself.
void fadeAround(cv::Mat& ink, const cv::Rect& patch) {
    cv::Mat pale;
    ink.convertTo(pale, -1, faint, 255 * (1 - faint));
    ink(patch).copyTo(pale(patch));
    ink = pale;
}

/// Lines in line with the sides, outside the corners.
Marks cutTicks(const RectMm& r) {
    Marks marks;
    for (const double x : {r.x - line_mm, r.right()})
        for (const double y : {r.y - tick_to_mm, r.bottom() + tick_from_mm})
            marks.push_back(box({x, y, line_mm, tick_to_mm - tick_from_mm}));
    for (const double y : {r.y - line_mm, r.bottom()})
        for (const double x : {r.x - tick_to_mm, r.right() + tick_from_mm})
            marks.push_back(box({x, y, tick_to_mm - tick_from_mm, line_mm}));
    return marks;
}

}  // namespace

RectPx patchBox(const PrintGeometry& print, const PointMm& spot, double side_mm) {
    const int side = std::max(1, print.grid.nearest(std::clamp(side_mm, least_patch_mm, most_patch_mm)));
    return boxAbout(print.size, spot, {side, side});
}

void writePatch(const Language& say, const std::filesystem::path& file, const Job& job,
                const Imposition& imposition, std::size_t number, const PointMm& spot, double side_mm,
                const Progress& progress) {
    const Piece& piece = job.pieces[number];
    const PixelGrid& grid = imposition.grid;
    const PrintGeometry& geometry = imposition.prints[number];
    const Print print = printIn(imposition, job, number, grid.ppi);
    const RectPx finished = patchBox(geometry, spot, side_mm);
    const RectPx patch = flipped(finished, print.size.width, print.mirrored);
    const int around = grid.nearest(around_mm);
    const RectPx shown = intersection(
        {0, 0, print.size.width, print.size.height},
        {patch.x - around, patch.y - around, patch.width + 2 * around, patch.height + 2 * around});
    const RectPx area = areaFor(job, piece, Orientation::portrait);
    if (shown.width > area.width || shown.height + grid.firstAfter(head_mm) > area.height)
        throw Error(Error::Kind::input, piece.name, Text("the paper is too small for a patch of this size"),
                    Text("choose a smaller patch or a larger paper"));
    cv::Mat ink = sent(renderRegion(print, shown, progress), sentLevels(job, piece, print));
    fadeAround(ink, cv::Rect(patch.x - shown.x, patch.y - shown.y, patch.width, patch.height));

    const int x = area.x + std::max(0, (area.width - shown.width) / 2), y = area.y + grid.firstAfter(head_mm);
    PdfFile pdf(say, file, job.name, job.created);
    pdf.printedBy(printerOf(job, piece));
    pdf.beginPage(pageOf(job.sheets.paper, Orientation::portrait));
    pdf.picture(ink, x, y, grid);
    pdf.marks(
        cutTicks(grid.mm(RectPx{x + patch.x - shown.x, y + patch.y - shown.y, patch.width, patch.height})));
    const RectMm at = grid.mm(finished), page_area = grid.mm(area);
    TextColumn column(say, {page_area.x, page_area.y}, page_area.width);
    column.say(Text("A patch for {piece}: {size}, from {x} from its left edge and {y} from its top, as it "
                    "looks when finished",
                    {{"piece", piece.name},
                     {"size", formatSize(at.width, at.height, job.unit)},
                     {"x", formatLength(at.x, job.unit)},
                     {"y", formatLength(at.y, job.unit)}}),
               words_mm, true);
    column.say(Text::listed({inkSideUp(), tellTale()}, " · "), words_mm * 0.9);
    column.say(Text("Line it up by its pale surroundings, then cut or tear it out between the short lines."),
               words_mm * 0.9);
    pdf.marks(column.marks());
    pdf.endPage();
    pdf.commit(progress);
}

}  // namespace tympan
