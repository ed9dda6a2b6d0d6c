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

std::vector<Text> inWords(const Batch& batch, const Job& job) {
    const std::size_t count = batch.last - batch.first + 1;
    const Argument first("first", batch.first), size("size", job.sheets.paper.name),
        paper("paper", Text::catalogued(batch.paper));
    std::vector<Text> sentences{count == 1
                                    ? Text("Page {first}: 1 sheet of {size}, {paper}.", {first, size, paper})
                                    : Text("Pages {first} to {last}: {count} sheets of {size}, {paper}.",
                                           {first, {"last", batch.last}, {"count", count}, size, paper})};
    if (batch.toner) sentences.push_back(Text("Laser or other toner print; ink from a wide inkjet runs."));
    sentences.push_back(batch.mirrored == Mirrored::yes ? Text("Already mirrored.")
                                                        : Text("Not mirrored, and right so."));
    if (batch.passes > 1)
        sentences.push_back(
            batch.pass == 1 ? Text("Colour; the same sheets go through again, see below.")
                            : Text("White toner, onto the sheets that were printed in colour: fed again the "
                                   "same way up, the same edge first."));
    return sentences;
}

/// The same job with what one printer prints alone.
Job onlyFor(const Job& job, int printer) {
    if (printer == 0) return job;
    Job part = job;
    std::erase_if(part.pieces, [&](const Piece& piece) { return printerOf(job, piece).id != printer; });
    if (part.pieces.empty())
        throw Error(Error::Kind::input, job.name, Text("nothing is printed there"),
                    Text("choose another printer"));
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
std::vector<Text> rollsFor(const Job& job, const Progress& progress) {
    std::vector<Text> lines;
    for (const Piece& piece : job.pieces)
        if (piece.method->carrier.name != job.pieces.front().method->carrier.name) return lines;
    for (const double width : common_rolls_mm)
        if (const auto length = lengthOnRoll(job, width, {progress.stop, {}}))
            lines.push_back(Text("a roll of {width} mm ({inches} in): {length} m of it",
                                 {{"width", Rounded{width, 0}},
                                  {"inches", Rounded{width / mm_per_inch, 0}},
                                  {"length", Rounded{std::ceil(*length / 10) / 100, 2}}}));
    return lines;
}

void writeOrder(const Language& say, const std::filesystem::path& file, const std::string& sheets_name,
                const std::string& checksum, const Job& job, const Imposition& sheets,
                const Progress& progress) {
    PdfFile pdf(say, file, job.name, job.created);
    const SizeMm page = proofPaper(job).size;
    SetPages order(pdf, page);
    order.say(Text("For the person at the printer"), 7, true);
    order.say(Text("File: {name}", {{"name", sheets_name}}), 4.2);
    if (const std::string shops = shopsOf(job); !shops.empty())
        order.say(Text("For: {shops}", {{"shops", shops}}), 4.2);
    order.say(Text("{count, plural, one {# page} other {# pages}}, each printed once, one side only",
                   {{"count", sheets.sheets.size()}}),
              4.2);
    for (const Batch& batch : batchesOf(job, sheets)) order.say(Text::listed(inWords(batch, job), " "), 4.2);
    order.space(3);
    order.say(Text("print at 100 %"), 6, true);
    order.say(Text("do not fit to page"), 6, true);
    order.say(Text("do not mirror"), 6, true);
    const bool toner = std::any_of(job.pieces.begin(), job.pieces.end(),
                                   [](const Piece& piece) { return needsToner(*piece.method); });
    if (toner) order.say(Text("toner, not ink"), 6, true);
    order.space(3);
    order.say(Text("On every printed page the small words beside the picture must read normally "
                   "(\"{words}\"), and the bar must measure what it says.",
                   {{"words", tellTale()}}),
              4.2);
    order.say(Text("The next pages show each picture as it will be printed, reduced where it is larger than "
                   "they are, so that the result can be compared."),
              4.2);
    if (const auto rolls = rollsFor(job, progress); !rolls.empty()) {
        order.space(2);
        order.say(Text("If you would rather print from a roll, ask for the file again, laid for it:"), 4.2);
        for (const Text& line : rolls) order.say(line, 4.2);
    }
    order.space(2);
    order.say(Text("The file is as it should be when its SHA-256 begins with {begin} and ends with {end}.",
                   {{"begin", checksum.substr(0, 8)}, {"end", checksum.substr(checksum.size() - 8)}}),
              3.6);
    order.space(3);
    order.say(Text("Your answer, please:"), 4.2, true);
    for (const Text& question :
         {Text("printed with (laser, other toner, ink)"), Text("paper, and its weight"), Text("price"),
          Text("ready on"), Text("what could not be done as asked")})
        order.say(Text("{question}: ________________________________________", {{"question", question}}),
                  4.2);
    order.end();

    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(0.8 + 0.2 * static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        drawReducedProof(pdf, job, sheets, i, {progress.stop, {}});
    }
    pdf.commit();
}

}  // namespace

std::vector<std::filesystem::path> writeCopyShopSet(const Language& say, const std::filesystem::path& folder,
                                                    const Job& whole, int printer, const Progress& progress) {
    const Job job = onlyFor(whole, printer);
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed)
        throw Error(Error::Kind::output, folder.string(),
                    Text("the folder cannot be made ({reason})", {{"reason", failed.message()}}),
                    Text("choose another place"));
    const Imposition paper = impose(job, {}, {progress.stop, {}}), sheets = withPasses(paper);
    const std::string name = fileNameFor(job.name);
    const auto named = [&](const Text& what) { return fileNameFor(say(what)); };
    const std::string sheets_name = named(Text("{name} - print at 100 percent", {{"name", name}})) + ".pdf";
    std::vector<std::filesystem::path> files{
        folder / sheets_name, folder / (named(Text("{name} - read me first", {{"name", name}})) + ".pdf")};
    const auto part = [&](double fraction) {
        if (progress.sink) progress.sink(0.8 * fraction);
    };
    writeSheets(say, files[0], job, sheets, {progress.stop, part});
    std::vector<std::string> checksums{sha256OfFile(files[0])};
    writeOrder(say, files[1], sheets_name, checksums[0], job, sheets, progress);
    if (needsTestSheet(say, paper)) {
        files.push_back(folder /
                        (named(Text("{name} - test sheet for plain paper", {{"name", name}})) + ".pdf"));
        writeTestSheet(say, files.back(), job, paper);
    }
    std::string sums;
    for (std::size_t i = 0; i < files.size(); ++i) {
        if (i >= checksums.size()) checksums.push_back(sha256OfFile(files[i]));
        sums += checksums[i] + "  " + files[i].filename().string() + "\n";
    }
    files.push_back(folder / (named(Text("{name} - checksums", {{"name", name}})) + ".txt"));
    writeText(files.back(), sums);
    return files;
}

}  // namespace tympan
