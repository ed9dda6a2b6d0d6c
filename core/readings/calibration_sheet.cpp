#include "core/readings/calibration_sheet.h"

#include <fmt/format.h>

#include "core/marks/sheet_marks.h"
#include "core/marks/text_column.h"
#include "core/pdf/pdf_file.h"
#include "core/readings/calibration_layout.h"

namespace tympan {

void writeCalibration(const Language& say, const std::filesystem::path& file, const std::string& printer,
                      const Paper& paper, long long created) {
    const CalibrationLayout layout = calibrationLayout(paper.size);
    PdfFile pdf(say, file, say(Text("Measuring page")), created);
    pdf.beginPage(paper.size);
    pdf.marks(calibrationMarks(say, layout));
    constexpr double words_mm = 3;
    TextColumn column(say, {layout.card.x, layout.card.bottom() + 10},
                      layout.zero.x + layout.across_mm - layout.card.x);
    column.say(printer.empty() ? Text("Measuring page for a printer, {paper}", {{"paper", paper.name}})
                               : Text("Measuring page for {printer}, {paper}",
                                      {{"printer", printer}, {"paper", paper.name}}),
               4.4, true);
    column.say(Text("1. Print it on plain paper at 100 %, nothing that says fit or shrink, mirroring off."),
               words_mm);
    column.say(Text("2. Scan it, or photograph all of it from above, on something dark: all four edges of "
                    "the paper must be seen."),
               words_mm);
    column.say(Text("3. Or measure with a steel ruler: how long both rulers are, and how far the line of the "
                    "one that runs down is from the paper's left edge, at its upper and at its lower end; "
                    "and that of the one that runs across from the upper edge, at its left end."),
               words_mm);
    column.say(
        Text("4. Which face: draw an X on a sheet, lay it in the tray X up, and print this on it. X beside "
             "these words: the tray prints the face that lies up. X on the back: the one that lies down."),
        words_mm);
    column.say(tellTale(), words_mm, true);
    pdf.marks(column.marks());
    pdf.endPage();
    pdf.commit();
}

}  // namespace tympan
