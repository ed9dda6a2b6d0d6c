#include "core/documents/size_ladder.h"

#include <cmath>

#include "core/base/error.h"
#include "core/job/edits.h"
#include "core/layout/rows.h"
#include "core/pdf/pdf_file.h"
#include "core/printer/registration.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"
#include "core/seams/tiling.h"

namespace tympan {

namespace {

constexpr double ladder_caption_mm = 7, gap_mm = 8, rung_words_mm = 3.2, ladder_head_mm = 10;

}  // namespace

std::vector<double> ladder(double smallest_mm, double largest_mm, int count) {
    std::vector<double> widths;
    for (int i = 0; i < count; ++i) {
        const double part = count > 1 ? static_cast<double>(i) / (count - 1) : 0;
        const double width = smallest_mm * std::pow(largest_mm / smallest_mm, part);
        widths.push_back(std::round(width * 2) / 2);  // half a millimetre is read off a rule
    }
    return widths;
}

void writeSizeLadder(const Language& say, const std::filesystem::path& file, const Job& job,
                     const Piece& piece, const std::vector<double>& widths_mm, const Progress& progress) {
    const PixelGrid grid{job.sheets.ppi};
    const SheetRules& rules = job.sheets;
    const PageMargins margins = atLeast(bareEdges(printerOf(job, piece), job.sheets.paper.size), 3);
    RectPx area = printableArea(rules, Orientation::portrait, margins, {});
    const int head = grid.firstAfter(ladder_head_mm), caption = grid.firstAfter(ladder_caption_mm);
    area = {area.x, area.y + head, area.width, area.height - head};
    std::vector<Print> prints;
    std::vector<RowItem> items;
    for (double width : widths_mm) {
        // On nothing: the size alone matters, and a silhouette stays one.
        Job sized = withWidth(job, piece.id, width, Proportions::keep);
        Object spot;
        sized = withObject(sized, piece.id, spot);
        prints.push_back(printOf(sized, *findPiece(sized, piece.id), job.sheets.ppi));
        prints.back().mirrored = Mirrored::no;
        items.push_back({static_cast<int>(items.size()),
                         {prints.back().size.width, prints.back().size.height + caption}});
    }
    const auto places = layInRows(items, area, grid.firstAfter(gap_mm));
    if (!places || std::any_of(places->begin(), places->end(), [](const RowPlace& p) { return p.turned; }))
        throw Error(Error::Kind::input, piece.name, Text("the largest size does not fit a page"),
                    Text("choose smaller sizes or a larger paper"));
    PdfFile pdf(say, file, job.name, job.created);
    pdf.printedBy(printerOf(job, piece));
    for (int sheet = 0; sheet <= places->back().sheet; ++sheet) {
        pdf.beginPage(rules.paper.size);
        pdf.marks({Words{say(Text("{piece}: hold these against the object and choose; not for transfer",
                                  {{"piece", piece.name}})),
                         {grid.mm(area.x), grid.mm(area.y) - 4},
                         rung_words_mm,
                         0,
                         true}});
        for (const RowPlace& place : *places) {
            if (place.sheet != sheet) continue;
            const Print& print = prints[static_cast<std::size_t>(place.key)];
            pdf.picture(sent(renderWhole(print, {progress.stop, {}}), sentLevels(job, piece, print)),
                        place.box.x, place.box.y, grid);
            pdf.marks({Words{formatLength(widths_mm[static_cast<std::size_t>(place.key)], job.unit),
                             {grid.mm(place.box.x), grid.mm(place.box.bottom()) - 2.5},
                             rung_words_mm,
                             0,
                             false}});
        }
        pdf.endPage();
        progress.at((sheet + 1.0) / (places->back().sheet + 1));
    }
    pdf.commit();
}

}  // namespace tympan
