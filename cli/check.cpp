#include <algorithm>
#include <iostream>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/finding_words.h"
#include "core/inspect/look.h"

namespace tympan::cli {

namespace {

int check(const std::string& file, bool json) {
    const Job job = openJob(file);
    const std::vector<Finding> found = everyFinding(job);
    if (json) {
        nlohmann::ordered_json report{{"findings", nlohmann::ordered_json::array()}};
        for (const Finding& finding : found) report["findings"].push_back(asJson(job, finding));
        std::cout << report.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) << '\n';
    } else {
        for (const Finding& finding : found) {
            const Piece* piece = findPiece(job, finding.piece);
            std::cout << fmt::format("{}: {}: {}\n", name(finding.severity), piece ? piece->name : "",
                                     sentence(finding));
        }
        if (found.empty()) std::cout << "nothing that would spoil the print\n";
    }
    return std::any_of(found.begin(), found.end(),
                       [](const Finding& finding) { return finding.severity == Severity::blocker; })
               ? 1
               : 0;
}

}  // namespace

void addCheck(CLI::App& app, Work& work) {
    CLI::App* command = app.add_subcommand("check", "say what of a job is worth a look before it is printed");
    auto file = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    command->add_option("JOB", *file, "a .tympan file")->required();
    command->add_flag("--json", *json, "one JSON object on standard output");
    command->callback([&work, file, json] { work = [file, json] { return check(*file, *json); }; });
}

}  // namespace tympan::cli
