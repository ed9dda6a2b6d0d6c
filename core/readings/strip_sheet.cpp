#include "core/readings/strip_sheet.h"

#include <fmt/format.h>

#include "core/marks/sheet_marks.h"
#include "core/pdf/pdf_file.h"
#include "core/printer/registration.h"
#include "core/readings/strip_layout.h"

namespace tympan {

namespace {

constexpr double cut_mm = 2;  // from the strip to the line it is cut along

/// Lines of words, the first of them strong.
Marks column(const Language& say, PointMm at, double width, const std::vector<Text>& texts) {
    Marks marks;
    for (std::size_t i = 0; i < texts.size(); ++i) {
        const double size = i == 0 ? 4 : 3.2;
        for (const std::string& line : brokenInto(width, say(texts[i]), size, i == 0)) {
            at.y += size * 1.35;
            marks.push_back(Words{line, at, size, 0, i == 0});
        }
        at.y += 1.2;
    }
    return marks;
}

std::vector<Text> whatToDo(const StripPrint& print, bool mirrored) {
    return {
        Text("Test strip: {method}, {material}", {{"method", Text::catalogued(print.method.name)},
                                                  {"material", Text::catalogued(print.material)}}),
        Text("Printed on {carrier} by {printer}. {mirrored}",
             {{"carrier", Text::catalogued(print.method.carrier.name)},
              {"printer", print.printer.name},
              {"mirrored",
               mirrored ? Text("It is printed mirrored and will read the right way once it is transferred.")
                        : Text("It is printed as it will be seen.")}}),
        Text("1. Cut it out along the thin line. 2. Transfer it as you would a picture, onto a piece of the "
             "same material with a finger's width of it left bare all round. 3. Finish it as you do, and let "
             "it dry."),
        Text("4. Photograph it in even light, without flash, all of it and some of the bare material, the "
             "sharper the better; or scan it. 5. Read the photograph under Logbook, strips. Nothing has to "
             "be typed."),
        Text("Keep to the instructions of the makers of what you use.")};
}

}  // namespace

void writeStrip(const Language& say, const std::filesystem::path& file, const StripPrint& print) {
    const StripLayout& strip = stripLayout();
    const PageMargins margins =
        atLeast(bareEdges(print.printer, print.paper.size), print.method.carrier.usable_inset_mm);
    const SizeMm paper = print.paper.size;
    const double top = std::max(margins.top, print.method.carrier.leading_edge_mm) + cut_mm;
    const double room_across = paper.width - margins.left - margins.right,
                 room_down = paper.height - top - margins.bottom;
    if (room_across < strip.size.width + 2 * cut_mm || room_down < strip.size.height + cut_mm)
        throw Error(Error::Kind::input, file.string(),
                    Text("a strip of {width} x {height} mm has no room on {paper} with its margins",
                         {{"width", Rounded{strip.size.width, 0}},
                          {"height", Rounded{strip.size.height, 0}},
                          {"paper", print.paper.name}}),
                    Text("take a larger paper, for instance A4"));
    const bool mirrored = (turnCount(print.method) + (print.printer.mirrors ? 1 : 0)) % 2 != 0;
    const double x = margins.left + (room_across - strip.size.width) / 2;
    const RectMm at{x, top, strip.size.width, strip.size.height};

    PdfFile pdf(say, file, say(Text("Test strip")), print.created);
    pdf.printedBy(print.printer);
    pdf.beginPage(paper);
    const std::string title =
        fmt::format("{} · {} · {}", print.printer.name, print.method.name, print.material);
    const Marks on_page = placed(stripMarks(title), {at.x, at.y}, 0);
    if (mirrored)
        pdf.marksFlipped(on_page, at.x + at.width / 2);
    else
        pdf.marks(on_page);
    const auto words = whatToDo(print, mirrored);
    const double words_left = std::max(margins.left, 10.0);
    const auto column_at = [&](double y) {
        return column(say, {words_left, y}, paper.width - words_left - std::max(margins.right, 10.0), words);
    };
    if (print.method.laid_whole) {
        pdf.endPage();
        pdf.beginPage(paper);
        pdf.marks(column_at(15));
    } else {
        pdf.marks(
            frame({at.x - cut_mm, at.y - cut_mm, at.width + 2 * cut_mm, at.height + 2 * cut_mm}, 0.15, 0.45));
        const double below = at.bottom() + cut_mm + 8;
        pdf.marks(placed(checkBar(say, BarKind::tall_100), {words_left, below}, 0));
        pdf.marks(column_at(below + 12));
    }
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
