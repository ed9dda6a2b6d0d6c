#pragma once
#include <optional>
#include <string>

#include "cli/command.h"
#include "core/base/error.h"
#include "core/job/job.h"
#include "core/time/time_zone.h"

namespace tympan::cli {

// One file a subcommand; each adds itself to the command line with its options and the work to do when it is
// chosen.

void addMethods(CommandLine& line);
void addPrepare(CommandLine& line);
void addEnlarge(CommandLine& line);
void addSheets(CommandLine& line);
void addInspect(CommandLine& line);
void addJob(CommandLine& line);
void addNest(CommandLine& line);
void addSchedule(CommandLine& line);
void addLog(CommandLine& line);
void addStrip(CommandLine& line);
void addPrint(CommandLine& line);
void addCalibrate(CommandLine& line);
void addCheck(CommandLine& line);

/// What was typed cannot be meant: says what is wrong and what to do. Throws Error (usage).
[[noreturn]] void failUsage(const std::string& wrong, const std::string& remedy);

/// Options that several subcommands share, as typed; empty means not given.
struct PieceOptions {
    std::string picture, width, height, method = "gel-rub-off", ground;
    int page = 1;

    void addTo(Command& command);
    /// A job of one piece. Says on standard error when the asked shape crops the picture. Throws Error.
    Job job() const;
};

struct PrintOptions {
    std::string mirror = "auto", colour = "auto", contrast = "auto", line_art = "", enlarge = "auto";
    double ppi = 300;

    void addTo(Command& command);
    /// The job with these options. Throws Error (usage).
    Job applied(Job job) const;
    /// What --mirror forces on this one output; says so on standard error.
    std::optional<Mirrored> forced() const;
};

/// Does the work; what is wrong with the only piece is said of the picture's file, as it was typed.
template <class Work>
auto namingFile(const std::string& file, const Job& job, Work work) {
    try {
        return work();
    } catch (const Error& error) {
        if (error.file() != job.pieces.front().name && error.file() != job.pieces.front().artwork->name)
            throw;
        throw Error(error.kind(), file, error.wrong(), error.remedy());
    }
}

/// True for a name that ends in .tympan.
bool isJobFile(const std::string& name);
/// A job from its file; what of it could not be read is said on standard error, and counted. Throws Error.
struct OpenedJob {
    Job job;
    std::size_t left_out = 0;
};
OpenedJob openJob(const std::string& file);

/// Called before any work. Throws Error (usage) when two of the files that a command reads and writes are the
/// same one, and Error (output) when one cannot be written where it is asked for; empty names are none.
void checkOutputs(const std::vector<std::string>& written, const std::vector<std::string>& read);

/// The zone that the caller set ($TZ), or this computer's.
TimeZone zoneHere();

/// Millimetres of an option's value. Throws Error (usage) that names the option.
double lengthOf(const std::string& option, const std::string& text);

}  // namespace tympan::cli
