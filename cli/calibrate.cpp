#include <ctime>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/artwork/read_picture.h"
#include "core/printer/paper.h"
#include "core/printer/printer_json.h"
#include "core/readings/calibration_reading.h"
#include "core/readings/calibration_sheet.h"
#include "core/readings/strip_reading.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string from, printer, sheet, out, paper = "A4";
    bool keep = false, json = false;
};

/// What is known of it already; a new one of that name.
Printer knownOrNew(const std::string& name) {
    if (auto kept = keptPrinter(keptPrinters(), name)) return *kept;
    Printer printer;
    printer.name = name;
    return printer;
}

Calibration found(const Options& options, const SizeMm& paper) {
    if (!options.from.ends_with(".json")) {
        const ArtworkPtr photo = readPicture(options.from);
        return readCalibration(photographIn(*photo), options.from, paper);
    }
    try {
        return calibrationBy(readMeasures(readJsonText(options.from)), paper);
    } catch (const Error& error) {
        if (!error.file().empty()) throw;
        throw Error(error.kind(), options.from, error.wrong(), error.remedy());
    }
}

void tell(const Printer& printer, const Calibration& calibration) {
    const Registration& r = printer.registration;
    print(fmt::format("scale across {:.4f}, down {:.4f}\n", r.scale_x, r.scale_y));
    print(fmt::format("fed crooked by {:.2f} degrees; offset {:.2f} mm across, {:.2f} mm down\n", r.skew_deg,
                      r.offset.x, r.offset.y));
    if (const PageMargins& m = printer.margins; calibration.margins_known)
        print(fmt::format("bare edges: left {:.1f}, top {:.1f}, right {:.1f}, bottom {:.1f} mm\n", m.left,
                          m.top, m.right, m.bottom));
    if (!calibration.curve.empty())
        print(fmt::format("greys: a half comes out as {:.2f}, solid as {:.2f} of black\n",
                          laidFor(calibration.curve, 0.5), laidFor(calibration.curve, 1)));
    if (printer.mirrors) say("the sheet came out mirrored: the driver mirrors, and that is reckoned with");
    if (calibration.left_over_mm > 0.15)
        say(fmt::format(
            "marks lie {:.2f} mm beside where this puts them: paper that is not flat, or a lens that "
            "bends lines; a scan tells more",
            calibration.left_over_mm));
}

int calibrate(const Options& options) {
    checkOutputs({options.out, options.sheet}, {options.from});
    const Paper paper = paperNamed(options.paper);
    if (!options.sheet.empty()) {
        writeCalibration(Language{}, options.sheet, options.printer, paper, std::time(nullptr));
        return 0;
    }
    if (options.from.empty())
        failUsage("calibrate: no scan and no measures are named",
                  "name one, or print the sheet with --sheet FILE.pdf");
    const Calibration calibration = found(options, paper.size);
    const Printer printer = calibrated(knownOrNew(options.printer), calibration);
    if (options.json) {
        nlohmann::json value = profileOf(printer);
        value["left_over_mm"] = calibration.left_over_mm;
        print(value.dump(2) + "\n");
    } else {
        tell(printer, calibration);
    }
    if (!options.out.empty()) writeProfile(options.out, printer);
    if (options.keep) keepPrinter(keptPrinters(), printer);
    return 0;
}

}  // namespace

void addCalibrate(CommandLine& line) {
    Command command =
        line.add("calibrate", "find out how a printer lays what it is sent, or print the sheet for it");
    auto options = std::make_shared<Options>();
    command.option("SCAN", options->from,
                   "a scan or photograph of the calibration sheet, or measures in JSON");
    command.required("--printer", options->printer, "what printed it, by the name you give it");
    command.option("--sheet", options->sheet, "print one: FILE.pdf");
    command.option("--paper", options->paper, "what it is printed on");
    command.option("-o,--output", options->out, "also write the printer's profile: FILE.json");
    command.flag("--keep", options->keep, "keep it: `sheets --printer NAME` goes by it");
    command.flag("--json", options->json, "the profile on standard output");
    command.does([options] { return calibrate(*options); });
}

}  // namespace tympan::cli
