#include "cli/command.h"

#include <CLI/CLI.hpp>
#include <cmath>

#include "core/base/error.h"

namespace tympan::cli {

void Command::required(const std::string& name, std::string& value, const std::string& help) {
    app_->add_option(name, value, help)->required();
}

void Command::option(const std::string& name, std::string& value, const std::string& help) {
    CLI::Option* added = app_->add_option(name, value, help);
    if (!value.empty()) added->capture_default_str();
}

void Command::oneOf(const std::string& name, std::string& value, const std::vector<std::string>& allowed,
                    const std::string& help) {
    app_->add_option(name, value, help)->check(CLI::IsMember(allowed))->capture_default_str();
}

void Command::whole(const std::string& name, int& value, int least, int most, const std::string& help) {
    app_->add_option(name, value, help)->check(CLI::Range(least, most))->capture_default_str();
}

void Command::number(const std::string& name, double& value, double least, double most,
                     const std::string& help) {
    // A range alone lets what is no number through: no comparison with it is true.
    const CLI::Validator finite(
        [](const std::string& text) {
            double number = 0;
            return CLI::detail::lexical_cast(text, number) && std::isfinite(number) ? std::string()
                                                                                    : text + " is no number";
        },
        "");
    CLI::Option* added = app_->add_option(name, value, help)->check(finite)->check(CLI::Range(least, most));
    if (value > 0) added->capture_default_str();
}

void Command::flag(const std::string& name, bool& value, const std::string& help) {
    app_->add_flag(name, value, help);
}

bool Command::given(const std::string& name) const { return app_->count(name) > 0; }

void Command::does(Work work) {
    app_->callback([chosen = chosen_, work = std::move(work)] { *chosen = work; });
}

CommandLine::CommandLine()
    : app_(std::make_unique<CLI::App>(
          "Prepares pictures for transfer by hand: true-size prints, mirrored when "
          "the method turns them over.",
          "tympan-cli")) {
    app_->set_version_flag("--version", "tympan-cli " TYMPAN_VERSION);
    app_->require_subcommand(1);
}

CommandLine::~CommandLine() = default;

Command CommandLine::add(const std::string& name, const std::string& help) {
    return {*app_->add_subcommand(name, help), chosen_};
}

int CommandLine::run(int argc, char** argv) {
    try {
        app_->parse(argc, argv);
    } catch (const CLI::Success& asked) {
        return app_->exit(asked);
    } catch (const CLI::ParseError& error) {
        throw Error(Error::Kind::usage, "", Text::verbatim(error.what()), Text("see tympan-cli --help"));
    }
    return chosen_();
}

}  // namespace tympan::cli
