#pragma once
#include <CLI/CLI.hpp>
#include <optional>
#include <string>

#include "core/base/progress.h"
#include "core/job/job.h"

namespace tympan::cli {

// One file a subcommand; each adds itself to the command line with its options and the work to do when it is
// chosen. The work returns the exit status.

using Work = std::function<int()>;

void addMethods(CLI::App& app, Work& work);
void addPrepare(CLI::App& app, Work& work);
void addEnlarge(CLI::App& app, Work& work);
void addSheets(CLI::App& app, Work& work);
void addInspect(CLI::App& app, Work& work);
void addCheck(CLI::App& app, Work& work);

/// Options that several subcommands share, as typed; empty means not given.
struct PieceOptions {
    std::string picture, width, height, method = "gel-rub-off", ground;
    int page = 1;

    void addTo(CLI::App& command);
    /// A job of one piece. Says on standard error when the asked shape crops the picture. Throws Error.
    Job job() const;
};

struct PrintOptions {
    std::string mirror = "auto", colour = "auto", contrast = "auto", line_art = "", enlarge = "auto";
    double ppi = 300;

    void addTo(CLI::App& command);
    /// The job with these options. Throws Error (usage).
    Job applied(Job job) const;
    /// What --mirror forces on this one output; says so on standard error.
    std::optional<Mirrored> forced() const;
};

/// True for a name that ends in .tympan.
bool isJobFile(const std::string& name);
/// A job from its file; what of it could not be read is said on standard error. Throws Error.
Job openJob(const std::string& file);

/// Millimetres of an option's value. Throws Error (usage) that names the option.
double lengthOf(const std::string& option, const std::string& text);

/// One line on standard error.
void say(const std::string& sentence);

/// A progress line on a terminal; nothing in a pipe.
Progress progressLine();

}  // namespace tympan::cli
