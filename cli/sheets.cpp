#include <algorithm>
#include <sstream>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/finding_words.h"
#include "cli/say.h"
#include "core/documents/assembly_guide.h"
#include "core/documents/cut_paths.h"
#include "core/documents/test_sheet.h"
#include "core/inspect/findings.h"
#include "core/job/edits.h"
#include "core/layout/nesting.h"
#include "core/layout/plan_json.h"
#include "core/marks/sheet_marks.h"
#include "core/pdf/sheets_pdf.h"
#include "core/printer/printer_json.h"
#include "core/render/as_printed.h"

namespace tympan::cli {

namespace {

struct Options {
    PieceOptions piece;
    PrintOptions print;
    std::optional<Command> command;
    std::string out, paper = "A4", margin = "5mm", band = "7mm", plan, guide;
    std::string printer;  ///< a profile, or the name of one that is kept
    std::string only, joint, overlap = "10mm", seams = "quiet";
    bool fewest = false, part = false;
    int more_sheets = 0, pass = 0;
    std::string cuts, cut_from = "printed-side", cut_beyond = "0mm", turning;
    bool cut_lines = false, corner_marks = false, spares = false;
    double nest_seconds = 0;
    int seed = 0;
};

void checkBand(const SheetRules& rules, const std::string& asked) {
    if (!limits::band_mm.holds(rules.band_mm) && rules.band_mm > least_band_mm)
        failUsage("--band " + asked + " is wider than a sheet can spare",
                  fmt::format("use up to {} mm", limits::band_mm.most));
    if (rules.band_mm < least_band_mm)
        failUsage("--band " + asked + " is too narrow for bleed and cut marks",
                  fmt::format("use {} mm or more", least_band_mm));
}

/// The rules with what was asked on the command line; a job keeps its own for the rest.
SheetRules rulesOf(const Options& options, SheetRules rules, bool of_job) {
    const auto asked = [&](const char* option) { return !of_job || options.command->given(option); };
    if (asked("--paper")) rules.paper = paperNamed(options.paper);
    if (asked("--band")) rules.band_mm = lengthOf("--band", options.band);
    if (asked("--ppi")) rules.ppi = options.print.ppi;
    if (asked("--seams")) rules.seams = *seamMannerNamed(options.seams);
    if (asked("--fewest")) rules.fewest = options.fewest;
    if (asked("--more-sheets")) rules.more_sheets = options.more_sheets;
    if (rules.seams == SeamManner::regular && (options.fewest || options.more_sheets > 0))
        failUsage("even seams take the sheets that they take",
                  "leave out --fewest and --more-sheets, or lay seams quietly (--seams quiet)");
    if (asked("--overlap")) {
        rules.overlap_mm = lengthOf("--overlap", options.overlap);
        if (!limits::overlap_mm.holds(rules.overlap_mm))
            failUsage("--overlap " + options.overlap + " is no overlap of sheets",
                      fmt::format("use {} to {} mm", limits::overlap_mm.least, limits::overlap_mm.most));
    }
    for (const Turning each : turnings)
        if (name(each) == options.turning) rules.turning = each;
    if (options.cut_lines) rules.cut_lines = true;
    if (options.corner_marks) rules.corner_marks = true;
    if (asked("--cut-beyond")) {
        rules.cut_beyond_mm = lengthOf("--cut-beyond", options.cut_beyond);
        if (!limits::cut_beyond_mm.holds(rules.cut_beyond_mm))
            failUsage("--cut-beyond " + options.cut_beyond + " is no border of a cut",
                      fmt::format("use 0 to {} mm", limits::cut_beyond_mm.most));
    }
    checkBand(rules, options.band);
    return rules;
}

/// Every piece joins as was asked.
Job withJoint(Job job, const Options& options) {
    if (options.joint.empty()) return job;
    for (Piece& piece : job.pieces) piece.joining.joint = jointNamed(options.joint);
    return job;
}

/// Every printer of the job leaves bare what was asked.
Job withMargin(Job job, const Options& options, bool of_job) {
    if (of_job && !options.command->given("--margin")) return job;
    const double mm = lengthOf("--margin", options.margin);
    if (!limits::margin_mm.holds(mm))
        failUsage("--margin " + options.margin + " is not a margin of a sheet",
                  fmt::format("use 0 to {} mm", limits::margin_mm.most));
    for (Printer& printer : job.printers) printer.margins = evenMargins(mm);
    return job;
}

/// A profile by its file, or one that is kept by its name.
Printer profileNamed(const std::string& named) {
    if (named.ends_with(".json")) return readProfile(named);
    if (auto kept = keptPrinter(keptPrinters(), named)) return *kept;
    failUsage(fmt::format("no printer \"{}\" is kept", named),
              "calibrate it with --keep, or name its profile's file");
}

/// What is known of a printer, in the place of what the job has of it.
Job withProfile(Job job, const Options& options, bool of_job) {
    if (options.printer.empty()) return job;
    Printer profile = profileNamed(options.printer);
    for (Printer& printer : job.printers)
        if (!of_job || printer.name == profile.name || job.printers.size() == 1) {
            profile.id = printer.id;
            printer = profile;
            return job;
        }
    failUsage(fmt::format("no printer of the job is called \"{}\"", profile.name),
              "give the profile the name that the job has for it");
}

OpenedJob jobOf(const Options& options) {
    // Wrong usage is said before a large file is read.
    const SheetRules asked = rulesOf(options, {}, false);
    withMargin({}, options, false);
    if (!isJobFile(options.piece.picture))
        return {
            withJoint(withMargin(withProfile(withSheets(options.print.applied(options.piece.job()), asked),
                                             options, false),
                                 options, !options.printer.empty()),
                      options),
            0};
    for (const char* option : {"--width", "--height", "--page", "--ground", "--method", "--colour",
                               "--contrast", "--line-art", "--enlarge"})
        if (options.command->given(option))
            failUsage(fmt::format("a job has its own {}", option + 2),
                      "leave it out, or change it in the job");
    OpenedJob opened = openJob(options.piece.picture);
    if (opened.job.pieces.empty())
        throw Error(Error::Kind::input, options.piece.picture, Text("there is no piece in it"),
                    Text("add a picture first"));
    const SheetRules rules = rulesOf(options, opened.job.sheets, true);
    opened.job = withJoint(
        withMargin(withProfile(withSheets(std::move(opened.job), rules), options, true), options, true),
        options);
    return opened;
}

/// The sheets with these labels, in the order in which they lie; all when none is asked.
Imposition onlyAsked(Imposition imposition, const std::string& labels) {
    if (labels.empty()) return imposition;
    std::vector<std::string> wanted;
    std::stringstream list(labels);
    for (std::string label; std::getline(list, label, ',');) wanted.push_back(label);
    const auto bears = [](const Sheet& sheet, const std::string& label) {
        return sheet.label == label ||
               std::any_of(sheet.regions.begin(), sheet.regions.end(),
                           [&](const PlacedRegion& part) { return part.label == label; });
    };
    for (const std::string& label : wanted)
        if (std::none_of(imposition.sheets.begin(), imposition.sheets.end(),
                         [&](const Sheet& sheet) { return bears(sheet, label); }))
            failUsage(fmt::format("--only {}: there is no sheet of that name", label),
                      fmt::format("the first is {}, the last {}", imposition.sheets.front().label,
                                  imposition.sheets.back().label));
    std::erase_if(imposition.sheets, [&](const Sheet& sheet) {
        return std::none_of(wanted.begin(), wanted.end(),
                            [&](const std::string& label) { return bears(sheet, label); });
    });
    return imposition;
}

/// The job with its small pieces laid close, if that was asked.
Job closer(const Options& options, const Job& job) {
    if (options.nest_seconds == 0) return job;
    NestingSearch search;
    search.seconds = options.nest_seconds;
    search.seed = options.seed > 0 ? options.seed : job.sheets.nest_seed;
    search.spares = options.spares;
    return nested(job, impose(job, options.print.forced()), search, {}, progressLine());
}

int sheets(const Options& options, const OpenedJob& opened) {
    const Job job = closer(options, asPrinted(opened.job));
    const Imposition whole = impose(job, options.print.forced());
    const Imposition asked = onlyAsked(whole, options.only);
    const Imposition imposition = options.pass > 0 ? onlyPass(asked, options.pass) : withPasses(asked);
    if (imposition.sheets.empty()) failUsage("--pass 2: no sheet is printed twice", "leave it out");
    if (!options.guide.empty() && !needsGuide(whole))
        failUsage("--guide: every picture fits one sheet, so nothing is put together", "leave it out");
    bool blocked = opened.left_out > 0;  // what could not be read is not on the sheets
    for (const Finding& finding : findings(opened.job)) {
        say(sentence(finding));
        blocked = blocked || finding.severity == Severity::blocker;
    }
    std::string bare;
    for (const SeamPlan& plan : whole.plans)
        for (const Tile& tile : plan.tiles)
            if (tile.bare) bare += (bare.empty() ? "" : ", ") + tile.label;
    if (!bare.empty()) say("nothing is printed on " + bare + ": no sheet");
    writeSheets(Language{}, options.out, job, imposition, progressLine());
    if (needsTestSheet(Language{}, imposition)) {
        const auto test = testSheetBeside(options.out);
        writeTestSheet(Language{}, test, job, imposition);
        say("test sheet for plain paper: " + test.string());
    }
    if (!options.plan.empty()) writePlan(options.plan, job, imposition);
    if (!options.cuts.empty())
        writeCutPaths(Language{}, options.cuts, job, imposition,
                      options.cut_from == "back" ? CutFrom::back : CutFrom::printed_side);
    if (!options.guide.empty()) writeGuide(Language{}, options.guide, job, whole, progressLine());
    return blocked ? 1 : 0;
}

}  // namespace

void addSheets(CommandLine& line) {
    auto options = std::make_shared<Options>();
    Command& command =
        options->command.emplace(line.add("sheets", "write true-size sheets as a PDF, cut and marked"));
    options->piece.addTo(command);
    command.required("-o,--output", options->out, "the PDF file");
    options->print.addTo(command);
    command.option("--paper", options->paper, "A4, A3, Letter, Legal, Tabloid, or a size such as 300x400");
    command.option("--printer", options->printer,
                   "a printer's profile (FILE.json), or one that is kept by its name");
    command.option("--margin", options->margin, "what the printer leaves bare at every edge");
    command.option("--band", options->band, "kept for marks along a seam");
    command.oneOf("--joint", options->joint, namesOf(joints), "how sheets meet (as the method asks)");
    command.option("--overlap", options->overlap, "how far sheets overlap that do");
    command.oneOf("--seams", options->seams, namesOf(seam_manners), "where seams are laid");
    command.flag("--part", options->part, "part a picture that is laid in one piece, though its joins show");
    command.flag("--fewest", options->fewest, "as few sheets as any way of laying them takes");
    command.whole("--more-sheets", options->more_sheets, 0, 50, "sheets more than it takes, to hide seams");
    command.whole("--pass", options->pass, 1, 2,
                  "of sheets that are printed twice, only the first or the second pass");
    command.option("--only", options->only, "print these sheets alone: B2,C1");
    command.option("--guide", options->guide, "also write how to put the sheets together, as a PDF");
    command.number("--nest", options->nest_seconds, 0, 86'400,
                   "lay small pieces close: seconds to look (0: in rows)");
    command.oneOf("--turning", options->turning, {"none", "quarter", "free"},
                  "how they may be turned (as the job says)");
    command.whole("--seed", options->seed, 1, 1'000'000, "another number, another way to lay them");
    command.flag("--fill", options->spares, "fill the room that is left with spare copies");
    command.option("--cuts", options->cuts, "also write cut paths of small pieces, SVG in mm, one a sheet");
    command.oneOf("--cut-from", options->cut_from, {"printed-side", "back"}, "the side that is cut from");
    command.option("--cut-beyond", options->cut_beyond, "how far outside of each piece they run");
    command.flag("--cut-lines", options->cut_lines, "print a line to cut along outside of each small piece");
    command.flag("--corner-marks", options->corner_marks, "print marks for a cutting machine");
    command.option("--plan", options->plan, "also write which region lies where, as JSON");
    command.does([options] {
        checkOutputs({options->out, options->plan, options->guide, options->cuts}, {options->piece.picture});
        OpenedJob opened = jobOf(*options);
        if (options->part)
            for (Piece& piece : opened.job.pieces) piece.joining.parted = true;
        if (isJobFile(options->piece.picture)) return sheets(*options, opened);
        return namingFile(options->piece.picture, opened.job, [&] { return sheets(*options, opened); });
    });
}

}  // namespace tympan::cli
