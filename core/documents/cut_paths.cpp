#include "core/documents/cut_paths.h"

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/write_aside.h"
#include "core/layout/cut_outline.h"
#include "core/marks/cut_marks.h"
#include "core/measure/svg_path.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan {

std::string cutPathsSvg(const Language& say, const Job& job, const Imposition& imposition, std::size_t number,
                        CutFrom from) {
    const Sheet& sheet = imposition.sheets.at(number);
    const double width = sheet.page.width, height = sheet.page.height;
    const auto seen = [&](Outline outline) {
        return from == CutFrom::back ? moved(flipped(std::move(outline)), {width, 0}) : outline;
    };
    const auto path = [&](const Outline& outline) {
        return fmt::format("    <path d=\"{}\"/>\n", svgPath(seen(outline)));
    };
    std::string cut, keep, marks, labels;
    keep += path(rectangleOutline({0, 0, width, height}));
    keep += path(rectangleOutline(imposition.grid.mm(sheet.printable)));
    const std::vector<Outline> cuts = cutOutlines(job, imposition, sheet);
    for (std::size_t i = 0; i < cuts.size(); ++i) {
        cut += path(cuts[i]);
        const Piece* piece = findPiece(job, sheet.regions[i].piece);
        const PointMm at = middle(bounds(seen(cuts[i])));
        if (piece)
            labels += fmt::format("    <text x=\"{:.3f}\" y=\"{:.3f}\">{} {}</text>\n", at.x, at.y,
                                  escapedXml(piece->name), sheet.regions[i].copy + 1);
    }
    for (const Mark& mark : drawn(cornerMarks(job, imposition, sheet)))
        marks += path(Outline{{std::get<FilledShape>(mark).corners}});
    return fmt::format(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" "
        "viewBox=\"0 0 {0:.3f} {1:.3f}\">\n"
        "  <title>{2} {3}</title>\n"
        "  <g id=\"keep\" fill=\"none\" stroke=\"#888888\" stroke-width=\"0.2\">\n{4}  </g>\n"
        "  <g id=\"marks\" fill=\"#000000\">\n{5}  </g>\n"
        "  <g id=\"cut\" fill=\"none\" stroke=\"#d01010\" stroke-width=\"0.1\">\n{6}  </g>\n"
        "  <g id=\"labels\" font-family=\"sans-serif\" font-size=\"3\" text-anchor=\"middle\">\n{7}  </g>\n"
        "</svg>\n",
        width, height, escapedXml(say(sheetName(job, sheet))), escapedXml(sheet.label), keep, marks, cut,
        labels);
}

std::vector<std::size_t> sheetsToCut(const Imposition& imposition) {
    std::vector<std::size_t> sheets;
    for (std::size_t i = 0; i < imposition.sheets.size(); ++i)
        if (!imposition.sheets[i].laid_whole && !imposition.sheets[i].regions.front().tile)
            sheets.push_back(i);
    return sheets;
}

std::vector<std::filesystem::path> writeCutPaths(const Language& say, const std::filesystem::path& file,
                                                 const Job& job, const Imposition& imposition, CutFrom from) {
    const std::vector<std::size_t> sheets = sheetsToCut(imposition);
    if (sheets.empty())
        throw Error(Error::Kind::input, job.name, Text("no sheet of it carries pieces to cut out"),
                    Text("pieces that are larger than a sheet are cut along their seams"));
    std::vector<std::filesystem::path> written;
    for (const std::size_t number : sheets) {
        std::filesystem::path each = file;
        if (sheets.size() > 1)
            each.replace_filename(
                fmt::format("{}-{}{}", file.stem().string(), number + 1, file.extension().string()));
        writeText(each, cutPathsSvg(say, job, imposition, number, from));
        written.push_back(each);
    }
    return written;
}

}  // namespace tympan
