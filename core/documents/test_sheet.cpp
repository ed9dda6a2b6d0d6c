#include "core/documents/test_sheet.h"

#include <fstream>

#include <fmt/format.h>

#include "core/marks/sheet_marks.h"
#include "core/pdf/pdf_file.h"

namespace tympan {

namespace {

/// Corner ticks 4 mm long, wholly outside a box.
void corners(const RectMm& box_mm, Marks& marks) {
    constexpr double gap = 1, length = 4, line = 0.2;
    for (double x : {box_mm.x - line, box_mm.right()})
        for (double y : {box_mm.y - gap - length, box_mm.bottom() + gap})
            marks.push_back(box({x, y, line, length}));
    for (double y : {box_mm.y - line, box_mm.bottom()})
        for (double x : {box_mm.x - gap - length, box_mm.right() + gap})
            marks.push_back(box({x, y, length, line}));
}

}  // namespace

Marks testSheetMarks(const Language& say, const Imposition& imposition) {
    const Sheet& first = imposition.sheets.front();
    const double left = imposition.grid.mm(first.printable.x) + 8,
                 top = imposition.grid.mm(first.printable.y) + 12;
    const double width = std::max(40.0, first.page.width - 2 * left);
    Marks marks;
    double y = top;
    const auto line_up = [&](const Text& text, double size, bool strong) {
        for (const std::string& line : brokenInto(width, say(text), size, strong)) {
            marks.push_back(Words{line, {left, y}, size, 0, strong});
            y += size * 1.4;
        }
    };
    line_up(Text("Test sheet: print this one on plain paper first"), 5, true);
    y += 1;
    line_up(tellTale(), 4, false);
    y += 2;
    line_up(Text("X marks the face that is printed, and the arrow the edge at the top. Lay the real sheets "
                 "in the printer the same way."),
            3.4, false);
    marks.push_back(Words{"X", {left, y + 9}, 14, 0, true});
    marks.push_back(upArrow({left + 16, y}, 6, 9));
    y += 22;
    const bool room_for_100 = width >= 4 * mm_per_inch;
    for (Mark& mark :
         placed(checkBar(say, room_for_100 ? BarKind::tall_100 : BarKind::tall_50), {left, y}, 0))
        marks.push_back(std::move(mark));
    y += 9;
    line_up(Text("If the bar is not true, choose 100 % in the printer's dialog, and nothing that says fit or "
                 "shrink."),
            3.4, false);
    if (first.laid_whole) {
        line_up(Text("The corner lines show where the picture will lie on the real sheet, which carries "
                     "nothing else."),
                3.4, false);
        corners(imposition.grid.mm(first.regions.front().placed), marks);
    }
    return marks;
}

namespace {

// Of the title, the same in every language, so that such a file is known again.
constexpr const char* title_begins = "Test sheet for plain paper: ";

/// Whether a file is a test sheet that we wrote: by its title, which stands in plain letters near its
/// beginning, or, in those of earlier versions, near its end.
bool isOurs(const std::filesystem::path& file) {
    constexpr std::streamoff looked_at = 4096;
    std::ifstream stream(file, std::ios::binary);
    stream.seekg(0, std::ios::end);
    const std::streamoff size = stream.tellg();
    for (const std::streamoff from : {std::streamoff{0}, std::max<std::streamoff>(0, size - looked_at)}) {
        std::string part(static_cast<std::size_t>(std::clamp<std::streamoff>(size - from, 0, looked_at)),
                         ' ');
        stream.seekg(from);
        stream.read(part.data(), static_cast<std::streamsize>(part.size()));
        if (part.find(title_begins) != std::string::npos) return true;
    }
    return false;
}

}  // namespace

void writeTestSheet(const Language& say, const std::filesystem::path& file, const Job& job,
                    const Imposition& imposition) {
    PdfFile pdf(say, file, title_begins + job.name, job.created);
    const Sheet& first = imposition.sheets.front();
    if (const Piece* piece = findPiece(job, first.regions.front().piece))
        pdf.printedBy(printerOf(job, *piece));
    pdf.beginPage(first.page);
    pdf.marks(testSheetMarks(say, imposition));
    pdf.endPage();
    pdf.commit();
}

std::filesystem::path testSheetBeside(const std::filesystem::path& sheets) {
    constexpr int most = 1000;
    std::error_code none;
    std::filesystem::path file;
    for (int i = 1; i < most; ++i) {
        std::filesystem::path name = sheets.stem();
        name += i == 1 ? std::string("-test-sheet.pdf") : fmt::format("-test-sheet-{}.pdf", i);
        file = sheets.parent_path() / name;
        if (!std::filesystem::exists(file, none) || isOurs(file)) break;
    }
    return file;
}

}  // namespace tympan
