#include "core/output/copy_shop.h"

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/file_name.h"
#include "core/output/pdf_file.h"
#include "core/output/reduced_proof.h"
#include "core/output/sheet_marks.h"
#include "core/output/sheets_pdf.h"
#include "core/output/test_sheet.h"
#include "core/output/text_column.h"

namespace tympan {

namespace {

constexpr double side_mm = 16;

std::string mirroring(Mirrored mirrored) {
    return mirrored == Mirrored::yes ? "already mirrored" : "not mirrored, and right so";
}

/// "already mirrored", "not mirrored, and right so", or both when the pieces differ.
std::string mirroringOfAll(const Imposition& imposition) {
    bool yes = false, no = false;
    for (const PrintGeometry& print : imposition.prints) (print.mirrored == Mirrored::yes ? yes : no) = true;
    if (yes && no) return "some pages are already mirrored, some are not, and right so";
    return mirroring(yes ? Mirrored::yes : Mirrored::no);
}

void writeInstructions(const std::filesystem::path& file, const std::string& sheets_name, const Job& job,
                       const Imposition& imposition, const Progress& progress) {
    PdfFile pdf(file, job.name, job.created);
    const SizeMm page = job.sheets.paper.size;
    pdf.beginPage(page);
    TextColumn column({side_mm, 18}, page.width - 2 * side_mm);
    column.say("For the person at the printer", 7, true);
    column.say(fmt::format("File: {}", sheets_name), 4.2);
    column.say(fmt::format("{} {} of {}, one side only", imposition.sheets.size(),
                           imposition.sheets.size() == 1 ? "page" : "pages", job.sheets.paper.name),
               4.2);
    column.space(4);
    column.say(mirroringOfAll(imposition), 6, true);
    column.say("print at 100 %", 6, true);
    column.say("do not fit to page", 6, true);
    column.say("do not mirror", 6, true);
    column.space(4);
    column.say(
        std::string("On every printed page the small words beside the picture must read normally (\"") +
            tell_tale + "\"), and the bar must measure what it says.",
        4.2);
    column.say(
        "The next pages show each picture reduced to one sheet, as it will be printed, so that the result "
        "can be compared.",
        4.2);
    pdf.marks(column.marks());
    pdf.endPage();

    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(0.8 + 0.2 * static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawReducedProof(pdf, job, imposition, i, {progress.stop, {}});
    }
    pdf.commit();
}

}  // namespace

std::vector<std::filesystem::path> writeCopyShopSet(const std::filesystem::path& folder, const Job& job,
                                                    const Progress& progress) {
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed)
        throw Error(Error::Kind::output, folder.string(),
                    "the folder cannot be made (" + failed.message() + ")", "choose another place");
    const Imposition imposition = impose(job);
    const std::string name = fileNameFor(job.name);
    const std::string sheets_name = name + " - print at 100 percent.pdf";
    std::vector<std::filesystem::path> files{folder / sheets_name, folder / (name + " - read me first.pdf")};
    const auto part = [&](double fraction) {
        if (progress.sink) progress.sink(0.8 * fraction);
    };
    writeSheets(files[0], job, imposition, {progress.stop, part});
    writeInstructions(files[1], sheets_name, job, imposition, progress);
    if (needsTestSheet(imposition)) {
        files.push_back(folder / (name + " - test sheet for plain paper.pdf"));
        writeTestSheet(files.back(), job, imposition);
    }
    return files;
}

}  // namespace tympan
