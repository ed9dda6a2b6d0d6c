#include "core/documents/copy_shop.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/file_name.h"
#include "core/base/sha256.h"
#include "core/base/write_aside.h"
#include "core/documents/reduced_proof.h"
#include "core/documents/test_sheet.h"
#include "core/layout/roll_length.h"
#include "core/marks/sheet_marks.h"
#include "core/pdf/pdf_file.h"
#include "core/pdf/set_pages.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan {

namespace {

constexpr double common_rolls_mm[] = {610, 914, 1067};  // 24, 36 and 42 inches

/// Pages that follow each other and want the same paper, turned the same way.
struct Batch {
    std::size_t first = 0, last = 0;  ///< pages of the file, from 1
    std::string paper;
    Mirrored mirrored = Mirrored::no;
    int pass = 1, passes = 1;
    bool toner = false;  ///< ink would run: nobody has made the method work with it
};

bool needsToner(const Method& method) {
    return !misfit(method, PrinterKind::inkjet).empty() && misfit(method, PrinterKind::laser).empty();
}

std::vector<Batch> batchesOf(const Job& job, const Imposition& sheets) {
    std::vector<Batch> batches;
    for (std::size_t i = 0; i < sheets.sheets.size(); ++i) {
        const Sheet& sheet = sheets.sheets[i];
        const std::size_t print = sheet.regions.front().print;
        const Batch page{
            i + 1,      i + 1,        job.pieces[print].method->carrier.name, sheets.prints[print].mirrored,
            sheet.pass, sheet.passes, needsToner(*job.pieces[print].method)};
        const bool goes_on = !batches.empty() && batches.back().paper == page.paper &&
                             batches.back().mirrored == page.mirrored && batches.back().pass == page.pass &&
                             batches.back().passes == page.passes && batches.back().toner == page.toner;
        if (goes_on)
            batches.back().last = page.last;
        else
            batches.push_back(page);
    }
    return batches;
}

std::string inWords(const Batch& batch, const Job& job) {
    const std::size_t count = batch.last - batch.first + 1;
    const std::string pages = count == 1 ? fmt::format("Page {}", batch.first)
                                         : fmt::format("Pages {} to {}", batch.first, batch.last);
    std::string words = fmt::format("{}: {} sheet{} of {}, {}. ", pages, count, count == 1 ? "" : "s",
                                    job.sheets.paper.name, batch.paper);
    if (batch.toner) words += "Laser or other toner print; ink from a wide inkjet runs. ";
    words += batch.mirrored == Mirrored::yes ? "Already mirrored." : "Not mirrored, and right so.";
    if (batch.passes > 1)
        words += batch.pass == 1
                     ? " Colour; the same sheets go through again, see below."
                     : " White toner, onto the sheets that were printed in colour: fed again the same way "
                       "up, the same edge first.";
    return words;
}

/// The same job with what one printer prints alone.
Job onlyFor(const Job& job, int printer) {
    if (printer == 0) return job;
    Job part = job;
    std::erase_if(part.pieces, [&](const Piece& piece) { return printerOf(job, piece).id != printer; });
    if (part.pieces.empty())
        throw Error(Error::Kind::input, job.name, "nothing is printed there", "choose another printer");
    return part;
}

/// Who was chosen by a proof, each once.
std::string shopsOf(const Job& job) {
    std::vector<std::string> shops;
    for (const Piece& piece : job.pieces)
        if (!piece.shop.empty() && std::find(shops.begin(), shops.end(), piece.shop) == shops.end())
            shops.push_back(piece.shop);
    return fmt::format("{}", fmt::join(shops, ", "));
}

/// How much of a roll is needed, of each width that is common; nothing where several kinds of paper are.
std::vector<std::string> rollsFor(const Job& job, const Progress& progress) {
    std::vector<std::string> lines;
    for (const Piece& piece : job.pieces)
        if (piece.method->carrier.name != job.pieces.front().method->carrier.name) return lines;
    for (const double width : common_rolls_mm)
        if (const auto length = lengthOnRoll(job, width, {progress.stop, {}}))
            lines.push_back(fmt::format("a roll of {:.0f} mm ({:.0f} in): {:.2f} m of it", width,
                                        width / mm_per_inch, std::ceil(*length / 10) / 100));
    return lines;
}

void writeOrder(const std::filesystem::path& file, const std::string& sheets_name,
                const std::string& checksum, const Job& job, const Imposition& sheets,
                const Progress& progress) {
    PdfFile pdf(file, job.name, job.created);
    const SizeMm page = proofPaper(job).size;
    SetPages order(pdf, page);
    order.say("For the person at the printer", 7, true);
    order.say(fmt::format("File: {}", sheets_name), 4.2);
    if (const std::string shops = shopsOf(job); !shops.empty()) order.say("For: " + shops, 4.2);
    order.say(fmt::format("{} page{}, each printed once, one side only", sheets.sheets.size(),
                          sheets.sheets.size() == 1 ? "" : "s"),
              4.2);
    for (const Batch& batch : batchesOf(job, sheets)) order.say(inWords(batch, job), 4.2);
    order.space(3);
    order.say("print at 100 %", 6, true);
    order.say("do not fit to page", 6, true);
    order.say("do not mirror", 6, true);
    const bool toner = std::any_of(job.pieces.begin(), job.pieces.end(),
                                   [](const Piece& piece) { return needsToner(*piece.method); });
    if (toner) order.say("toner, not ink", 6, true);
    order.space(3);
    order.say(std::string("On every printed page the small words beside the picture must read normally (\"") +
                  tell_tale + "\"), and the bar must measure what it says.",
              4.2);
    order.say(
        "The next pages show each picture as it will be printed, reduced where it is larger than they are, "
        "so "
        "that the result can be compared.",
        4.2);
    if (const auto rolls = rollsFor(job, progress); !rolls.empty()) {
        order.space(2);
        order.say("If you would rather print from a roll, ask for the file again, laid for it:", 4.2);
        for (const std::string& line : rolls) order.say(line, 4.2);
    }
    order.space(2);
    order.say("The file is as it should be when its SHA-256 begins with " + checksum.substr(0, 8) +
                  " and ends with " + checksum.substr(checksum.size() - 8) + ".",
              3.6);
    order.space(3);
    order.say("Your answer, please:", 4.2, true);
    for (const char* const question : {"printed with (laser, other toner, ink)", "paper, and its weight",
                                       "price", "ready on", "what could not be done as asked"})
        order.say(std::string(question) + ": ________________________________________", 4.2);
    order.end();

    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(0.8 + 0.2 * static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawReducedProof(pdf, job, sheets, i, {progress.stop, {}});
    }
    pdf.commit();
}

}  // namespace

std::vector<std::filesystem::path> writeCopyShopSet(const std::filesystem::path& folder, const Job& whole,
                                                    int printer, const Progress& progress) {
    const Job job = onlyFor(whole, printer);
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed)
        throw Error(Error::Kind::output, folder.string(),
                    "the folder cannot be made (" + failed.message() + ")", "choose another place");
    const Imposition paper = impose(job, {}, {progress.stop, {}}), sheets = withPasses(paper);
    const std::string name = fileNameFor(job.name);
    const std::string sheets_name = name + " - print at 100 percent.pdf";
    std::vector<std::filesystem::path> files{folder / sheets_name, folder / (name + " - read me first.pdf")};
    const auto part = [&](double fraction) {
        if (progress.sink) progress.sink(0.8 * fraction);
    };
    writeSheets(files[0], job, sheets, {progress.stop, part});
    std::vector<std::string> checksums{sha256OfFile(files[0])};
    writeOrder(files[1], sheets_name, checksums[0], job, sheets, progress);
    if (needsTestSheet(paper)) {
        files.push_back(folder / (name + " - test sheet for plain paper.pdf"));
        writeTestSheet(files.back(), job, paper);
    }
    std::string sums;
    for (std::size_t i = 0; i < files.size(); ++i) {
        if (i >= checksums.size()) checksums.push_back(sha256OfFile(files[i]));
        sums += checksums[i] + "  " + files[i].filename().string() + "\n";
    }
    files.push_back(folder / (name + " - checksums.txt"));
    writeText(files.back(), sums);
    return files;
}

}  // namespace tympan
