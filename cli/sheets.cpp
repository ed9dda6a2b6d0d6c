#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/finding_words.h"
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
    CLI::App* command = nullptr;
    std::string out, paper = "A4", margin = "5mm", band = "7mm", plan;
};

void checkBand(const SheetRules& rules, const std::string& asked) {
    if (rules.band_mm < least_band_mm)
        throw Error(Error::Kind::usage, "", "--band " + asked + " is too narrow for bleed and cut marks",
                    fmt::format("use {} mm or more", least_band_mm));
}

/// The rules with what was asked on the command line; a job keeps its own for the rest.
SheetRules rulesOf(const Options& options, SheetRules rules, bool of_job) {
    const auto asked = [&](const char* option) { return !of_job || options.command->count(option) > 0; };
    if (asked("--paper")) rules.paper = paperNamed(options.paper);
    if (asked("--margin")) rules.margin_mm = lengthOf("--margin", options.margin);
    if (asked("--band")) rules.band_mm = lengthOf("--band", options.band);
    if (asked("--ppi")) rules.ppi = options.print.ppi;
    checkBand(rules, options.band);
    return rules;
}

Job jobOf(const Options& options) {
    const SheetRules asked = rulesOf(options, {}, false);  // wrong usage is said before a large file is read
    if (!isJobFile(options.piece.picture))
        return withSheets(options.print.applied(options.piece.job()), asked);
    for (const char* option :
         {"--width", "--height", "--page", "--method", "--colour", "--contrast", "--line-art", "--enlarge"})
        if (options.command->count(option) > 0)
            throw Error(Error::Kind::usage, "", fmt::format("a job has its own {}", option + 2),
                        "leave it out, or change it in the job");
    Job job = openJob(options.piece.picture);
    if (job.pieces.empty())
        throw Error(Error::Kind::input, options.piece.picture, "there is no piece in it",
                    "add a picture first");
    const SheetRules rules = rulesOf(options, job.sheets, true);
    return withSheets(std::move(job), rules);
}

int sheets(const Options& options) {
    const Job job = jobOf(options);
    const Imposition imposition = impose(job, options.print.forced());
    bool blocked = false;
    for (const Finding& finding : findings(job)) {
        say(sentence(finding));
        blocked = blocked || finding.severity == Severity::blocker;
    }
    writeSheets(options.out, job, imposition, progressLine());
    if (needsTestSheet(imposition)) {
        const auto test = testSheetBeside(options.out);
        writeTestSheet(test, job, imposition);
        say("test sheet for plain paper: " + test.string());
    }
    if (!options.plan.empty()) writePlan(options.plan, imposition);
    return blocked ? 1 : 0;
}

}  // namespace

void addSheets(CLI::App& app, Work& work) {
    CLI::App* command = app.add_subcommand("sheets", "write true-size sheets as a PDF, cut and marked");
    auto options = std::make_shared<Options>();
    options->command = command;
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
