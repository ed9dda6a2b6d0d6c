#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>
#include <fmt/ranges.h>

#include "cli/arguments.h"
#include "cli/finding_words.h"
#include "cli/say.h"
#include "core/inspect/look.h"
#include "core/inspect/reading.h"
#include "core/job/turns.h"
#include "core/render/print.h"

namespace tympan::cli {

namespace {

constexpr double wanted_ppi = 300;

struct Options {
    PieceOptions piece;
    bool json = false;
};

int inspect(const Options& options, const Job& job) {
    const Piece& piece = job.pieces.front();
    // A drawing is rasterised at the print's own resolution: it needs no enlarging at any size.
    const bool drawing = piece.artwork->kind == Artwork::Kind::vector;
    const double ppi = drawing ? wanted_ppi : effectivePpi(piece);
    const std::vector<Turn> turned = turnsOf(job, piece);
    const bool mirror = mirroredBy(turned) == Mirrored::yes;
    const Look look = lookAt(job, piece);
    const Reading reading = readLettering(job, piece);
    std::vector<Finding> found = findings(job);
    found.insert(found.end(), look.findings.begin(), look.findings.end());
    for (const Finding& finding : findingsOf(reading, piece)) found.push_back(finding);
    const bool blocked = std::any_of(found.begin(), found.end(), [](const Finding& finding) {
        return finding.severity == Severity::blocker;
    });
    if (options.json) {
        nlohmann::ordered_json report{{"width_px", piece.artwork->size.width},
                                      {"height_px", piece.artwork->size.height},
                                      {"effective_ppi", ppi},
                                      {"needed_scale", wanted_ppi / ppi},
                                      {"mirror", mirror},
                                      {"turns", turned.size()}};
        report["text"] = {
            {"found", reading.found}, {"reads", std::string(name(reading.reads))}, {"words", reading.words}};
        report["solid_areas"] = nlohmann::ordered_json::array();
        for (const SolidArea& solid : look.solids)
            report["solid_areas"].push_back({{"x_mm", solid.box.x},
                                             {"y_mm", solid.box.y},
                                             {"w_mm", solid.box.width},
                                             {"h_mm", solid.box.height},
                                             {"area_cm2", solid.area_cm2}});
        if (look.finest_line_mm) report["finest_line_mm"] = *look.finest_line_mm;
        report["ink_coverage"] = look.ink_coverage;
        report["faces"] = nlohmann::ordered_json::array();
        for (const ArtworkParts& face : look.faces)
            report["faces"].push_back(
                {{"left", face.x}, {"top", face.y}, {"width", face.width}, {"height", face.height}});
        report["findings"] = nlohmann::ordered_json::array();
        for (const Finding& finding : found) report["findings"].push_back(asJson(job, finding));
        print(report.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n");
        return blocked ? 1 : 0;
    }
    std::string report;
    const SizePx size = piece.artwork->size;
    report +=
        (drawing ? fmt::format("a drawing of {} x {} pixels, sharp at any size\n", size.width, size.height)
                 : fmt::format("{} x {} pixels; {:.0f} for every inch of the print, {:.2f} times enlarged "
                               "to {:.0f}\n",
                               size.width, size.height, ppi, wanted_ppi / ppi, wanted_ppi));
    const auto turns = turned.size();
    report += fmt::format("{}, because the ink is turned over {} {}\n",
                          mirror ? "printed mirrored" : "printed as it reads", turns,
                          turns == 1 ? "time" : "times");
    if (reading.reads != Reads::unknown)
        report += fmt::format("\"{}\" will read {}\n", fmt::join(reading.words, " "),
                              reading.reads == Reads::normal ? "the right way" : "backwards");
    for (const SolidArea& solid : look.solids)
        report += fmt::format(
            "a big black area of {:.1f} cm2, {:.0f} mm from the left and {:.0f} mm from the top\n",
            solid.area_cm2, solid.box.x, solid.box.y);
    for (const Finding& finding : found)
        report += fmt::format("{}: {}\n", name(finding.severity), sentence(finding));
    print(report);
    return blocked ? 1 : 0;
}

}  // namespace

void addInspect(CommandLine& line) {
    Command command = line.add("inspect", "say what a picture comes to at a size, by a method");
    auto options = std::make_shared<Options>();
    options->piece.addTo(command);
    command.flag("--json", options->json, "one JSON object on standard output");
    command.does([options] {
        const Job job = options->piece.job();
        return namingFile(options->piece.picture, job, [&] { return inspect(*options, job); });
    });
}

}  // namespace tympan::cli
