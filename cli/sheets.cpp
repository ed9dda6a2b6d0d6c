#include <fmt/format.h>

#include "cli/arguments.h"
#include "core/inspect/findings.h"
#include "core/job/edits.h"
#include "core/output/plan_json.h"
#include "core/output/sheet_marks.h"
#include "core/output/sheets_pdf.h"
#include "core/output/test_sheet.h"

namespace tympan::cli {

namespace {

struct Options {
    PieceOptions piece;
    PrintOptions print;
    std::string out, paper = "A4", margin = "5mm", band = "7mm", plan;
};

SheetRules rulesOf(const Options& options, SheetRules rules) {
    rules.paper = paperNamed(options.paper);
    rules.margin_mm = lengthOf("--margin", options.margin);
    rules.band_mm = lengthOf("--band", options.band);
    if (rules.band_mm < least_band_mm)
        throw Error(Error::Kind::usage, "",
                    "--band " + options.band + " is too narrow for bleed and cut marks",
                    fmt::format("use {} mm or more", least_band_mm));
    return rules;
}

void sayFindings(const Job& job) {
    for (const Finding& finding : findings(job)) {
        if (finding.id == Finding::Id::misses_one_sheet)
            say(fmt::format("the picture misses one sheet by {}; --width {}mm would fit",
                            formatLength(finding.mm, Unit::mm),
                            formatNumber(finding.remedy->width, Unit::mm)));
        if (finding.id == Finding::Id::whole_sheets_join)
            say(fmt::format("this method lays sheets whole; {:.0f} sheets must be joined by eye",
                            finding.number));
    }
}

int sheets(const Options& options) {
    SheetRules rules = rulesOf(options, {});  // wrong usage is said before a large picture is read
    Job job = options.print.applied(options.piece.job());
    rules.ppi = job.sheets.ppi;
    job = withSheets(job, rules);
    const Imposition imposition = impose(job, options.print.forced());
    sayFindings(job);
    writeSheets(options.out, job, imposition, progressLine());
    if (needsTestSheet(imposition)) {
        const auto test = testSheetBeside(options.out);
        writeTestSheet(test, job, imposition);
        say("test sheet for plain paper: " + test.string());
    }
    if (!options.plan.empty()) writePlan(options.plan, imposition);
    return 0;
}

}  // namespace

void addSheets(CLI::App& app, Work& work) {
    CLI::App* command = app.add_subcommand("sheets", "write true-size sheets as a PDF, cut and marked");
    auto options = std::make_shared<Options>();
    options->piece.addTo(*command);
    command->add_option("-o,--output", options->out, "the PDF file")->required();
    options->print.addTo(*command);
    command
        ->add_option("--paper", options->paper, "A4, A3, Letter, Legal, Tabloid, or a size such as 300x400")
        ->capture_default_str();
    command->add_option("--margin", options->margin, "what the printer leaves bare at every edge")
        ->capture_default_str();
    command->add_option("--band", options->band, "kept for marks along a seam")->capture_default_str();
    command->add_option("--plan", options->plan, "also write which region lies where, as JSON");
    command->callback([&work, options] { work = [options] { return sheets(*options); }; });
}

}  // namespace tympan::cli
