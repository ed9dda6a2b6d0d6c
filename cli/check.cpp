#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/finding_words.h"
#include "cli/say.h"
#include "core/inspect/look.h"

namespace tympan::cli {

namespace {

int check(const std::string& file, bool json) {
    const OpenedJob opened = openJob(file);
    const Job& job = opened.job;
    const std::vector<Finding> found = everyFinding(job, progressLine());
    if (json) {
        nlohmann::ordered_json report{{"left_out", opened.left_out},
                                      {"findings", nlohmann::ordered_json::array()}};
        for (const Finding& finding : found) report["findings"].push_back(asJson(job, finding));
        print(report.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n");
    } else {
        std::string report;
        for (const Finding& finding : found) {
            const Piece* piece = findPiece(job, finding.piece);
            report += fmt::format("{}: {}: {}\n", name(finding.severity), piece ? piece->name : "",
                                  sentence(finding));
        }
        // What could not be read was not looked at, and is not called fine.
        if (opened.left_out > 0)
            report +=
                fmt::format("blocker: {} of the job's parts could not be read and would not be printed\n",
                            opened.left_out);
        else if (job.pieces.empty())
            report += "there is no piece in it\n";
        else if (found.empty())
            report += "nothing that would spoil the print\n";
        print(report);
    }
    const bool blocked = std::any_of(found.begin(), found.end(), [](const Finding& finding) {
        return finding.severity == Severity::blocker;
    });
    return blocked || opened.left_out > 0 ? 1 : 0;
}

}  // namespace

void addCheck(CommandLine& line) {
    Command command = line.add("check", "say what of a job is worth a look before it is printed");
    auto file = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    command.required("JOB", *file, "a .tympan file");
    command.flag("--json", *json, "one JSON object on standard output");
    command.does([file, json] { return check(*file, *json); });
}

}  // namespace tympan::cli
