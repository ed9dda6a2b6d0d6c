#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/printer/simulated.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string file, printer, out, onto;
};

int print(const Options& options) {
    constexpr std::string_view simulated = "simulated:";
    if (!options.printer.starts_with(simulated))
        failUsage("--printer " + options.printer + ": only a simulated printer prints from here",
                  "name one as simulated:PROFILE.json; print on a real one in the program, or with the "
                  "system's own");
    const SimulatedPrinter printer = readSimulated(options.printer.substr(simulated.size()));
    const int out = printInto(options.out, printer, options.file, options.onto, progressLine());
    if (printer.faults.tissue && out == 0)
        say("tissue that reaches beyond its sheet sticks: fold it back and fix it, or cut it");
    for (const int jammed : printer.faults.jams) say(fmt::format("sheet {} jammed", jammed));
    say(fmt::format("{} sheet{} in the tray", out, out == 1 ? "" : "s"));
    return 0;
}

}  // namespace

void addPrint(CommandLine& line) {
    Command command = line.add("print", "print a PDF on a simulated printer, and see what lies in its tray");
    auto options = std::make_shared<Options>();
    command.required("FILE", options->file, "a PDF that `sheets` wrote");
    command.required("--printer", options->printer, "simulated:PROFILE.json");
    command.required("-o,--output", options->out, "the folder for what comes out");
    command.option("--onto", options->onto,
                   "a tray whose sheets are fed again: the file is the white (see sheets --pass 2)");
    command.does([options] { return print(*options); });
}

}  // namespace tympan::cli
