#include "core/documents/proof_strip.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/documents/box_about.h"
#include "core/pdf/pdf_file.h"
#include "core/printer/registration.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"
#include "core/seams/tiling.h"

namespace tympan {

namespace {

constexpr double field_gap_mm = 4, field_head_mm = 9, field_words_mm = 3.2, least_mm = 20;

Text words(Engine engine, const Enlarged& made) {
    const Text name_of = Text::catalogued(std::string(name(made.engine)));
    const Text by =
        engine == Engine::automatic ? Text("by itself: {engine}", {{"engine", name_of}}) : name_of;
    return made.doublings > 0
               ? Text("{engine}, {times} times", {{"engine", by}, {"times", 1 << made.doublings}})
               : by;
}

}  // namespace

void writeProofStrip(const Language& say, const std::filesystem::path& file, const Job& job,
                     const Piece& piece, const PointMm& spot, const std::vector<Engine>& engines,
                     const Progress& progress) {
    const PixelGrid grid{job.sheets.ppi};
    const SheetRules& rules = job.sheets;
    const PageMargins margins = atLeast(bareEdges(printerOf(job, piece), job.sheets.paper.size), 3);
    const Orientation lying = Orientation::landscape;
    const RectPx area = printableArea(rules, lying, margins, {});
    const auto count = static_cast<int>(engines.size());
    const int gap = grid.firstAfter(field_gap_mm), head = grid.firstAfter(field_head_mm);
    const SizePx most{std::min(grid.firstAfter(proof_mm.width), (area.width - (count - 1) * gap) / count),
                      std::min(grid.firstAfter(proof_mm.height), area.height - 2 * head)};
    if (grid.mm(most.width) < least_mm || grid.mm(most.height) < least_mm)
        throw Error(Error::Kind::input, piece.name, Text("the paper is too small for a proof"),
                    Text("choose a larger paper, or fewer ways to compare"));
    PdfFile pdf(say, file, job.name, job.created);
    pdf.printedBy(printerOf(job, piece));
    const SizeMm page = rules.paper.size;
    pdf.beginPage({std::max(page.width, page.height), std::min(page.width, page.height)});
    pdf.marks({Words{say(Text("{piece}: a proof at true size, to be looked at; not for transfer",
                              {{"piece", piece.name}})),
                     {grid.mm(area.x), grid.mm(area.y) + 4},
                     field_words_mm,
                     0,
                     true}});
    for (int i = 0; i < count; ++i) {
        Piece as = piece;
        as.enlarging.engine = engines[static_cast<std::size_t>(i)];
        Print print = printOf(job, as, job.sheets.ppi);
        print.mirrored = Mirrored::no;
        const RectPx box = boxAbout(print.size, spot, most);
        const int x = area.x + i * (most.width + gap), y = area.y + 2 * head;
        pdf.picture(sent(renderRegion(print, box, {progress.stop, {}}), sentLevels(job, as, print)), x, y,
                    grid);
        pdf.marks({Words{say(words(as.enlarging.engine, print.enlarged)),
                         {grid.mm(x), grid.mm(y) - 2},
                         field_words_mm,
                         0,
                         false}});
        progress.at((i + 1.0) / count);
    }
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
