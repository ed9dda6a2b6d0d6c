#include <cstdlib>
#include <iostream>
#include <opencv2/core/utility.hpp>

#include "cli/arguments.h"

// tympan-cli: what the desktop program does, for scripts. Exit status: 0 done; 1 done, but a finding blocks
// printing; 2 wrong usage; 3 an input cannot be read or is invalid; 4 an output cannot be written; 5
// internal.

namespace {

int statusOf(tympan::Error::Kind kind) {
    switch (kind) {
        case tympan::Error::Kind::usage:
            return 2;
        case tympan::Error::Kind::input:
            return 3;
        case tympan::Error::Kind::output:
            return 4;
        case tympan::Error::Kind::stopped:
            return 5;
    }
    return 5;
}

std::string firstLine(const std::string& text) { return text.substr(0, text.find('\n')); }

}  // namespace

int main(int argc, char** argv) {
    setenv("OMP_THREAD_LIMIT", "1", 1);
    cv::setNumThreads(1);  // we share work out ourselves
    CLI::App app(
        "Prepares pictures for transfer by hand: true-size prints, mirrored when the method turns them over.",
        "tympan-cli");
    app.set_version_flag("--version", "tympan-cli " TYMPAN_VERSION);
    app.require_subcommand(1);
    tympan::cli::Work work;
    tympan::cli::addMethods(app, work);
    tympan::cli::addInspect(app, work);
    tympan::cli::addPrepare(app, work);
    tympan::cli::addEnlarge(app, work);
    tympan::cli::addSheets(app, work);
    tympan::cli::addCheck(app, work);
    try {
        app.parse(argc, argv);
        return work();
    } catch (const CLI::Success& asked) {
        return app.exit(asked);  // --help, --version
    } catch (const CLI::ParseError& error) {
        tympan::cli::say(firstLine(error.what()) + "; see tympan-cli --help");
        return 2;
    } catch (const tympan::Error& error) {
        tympan::cli::say(firstLine(error.what()));
        return statusOf(error.kind());
    } catch (const std::bad_alloc&) {
        tympan::cli::say(
            "the machine's memory is not enough for this; make it smaller, or ask for fewer pixels an inch");
        return 5;
    } catch (const std::exception& error) {
        tympan::cli::say(std::string("a fault of the program (") + firstLine(error.what()) +
                         "); please report it");
        return 5;
    }
}
