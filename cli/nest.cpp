#include "core/nest/nest.h"

#include <chrono>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/base/language.h"
#include "core/base/read_text.h"
#include "core/base/write_aside.h"
#include "core/nest/nest_json.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string problem, out, svg;
    double seconds = 30;
    int seed = 1;
};

int nestPieces(const Options& options) {
    const auto begun = std::chrono::steady_clock::now();
    const auto since = [&] {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
    };
    checkOutputs({options.out, options.svg}, {options.problem});
    const ReadNestProblem read = readNestProblem(options.problem, readText(options.problem));
    std::vector<std::string> notes;
    for (const Text& note : read.notes)
        notes.push_back(options.problem + ": " + inEnglish(note) + "; it was mended");
    sayFew(notes);
    NestLimits limits;
    limits.seconds = options.seconds;
    limits.seed = static_cast<std::uint64_t>(options.seed);
    const NestLayout layout = nest(read.problem, limits, {}, progressLine());
    writeText(options.out, nestLayoutJson(read.problem, layout, since()));
    if (!options.svg.empty()) writeText(options.svg, nestSvg(read.problem, layout));
    if (!layout.unplaced.empty())
        say(fmt::format("{}: {} of the pieces found no place", options.problem, layout.unplaced.size()));
    return 0;
}

}  // namespace

void addNest(CommandLine& line) {
    Command command = line.add("nest", "lay many pieces into as few sheets, or into a shape");
    auto options = std::make_shared<Options>();
    command.required("PROBLEM", options->problem, "a JSON file: the container, the gaps and the pieces");
    command.required("-o,--output", options->out, "where the layout goes, JSON");
    command.option("--svg", options->svg, "where cut paths go, SVG in mm");
    command.number("--seconds", options->seconds, 0.1, 86'400, "how long to look for better (30)");
    command.whole("--seed", options->seed, 0, 1'000'000'000, "another number, another layout (1)");
    command.does([options] { return nestPieces(*options); });
}

}  // namespace tympan::cli
