#include <cstdlib>
#include <opencv2/core/utility.hpp>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/artwork/vips_session.h"
#include "core/base/write_aside.h"

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

int runCommands(int argc, char** argv) {
    tympan::cli::CommandLine line;
    tympan::cli::addMethods(line);
    tympan::cli::addInspect(line);
    tympan::cli::addPrepare(line);
    tympan::cli::addEnlarge(line);
    tympan::cli::addSheets(line);
    tympan::cli::addJob(line);
    tympan::cli::addNest(line);
    tympan::cli::addSchedule(line);
    tympan::cli::addLog(line);
    tympan::cli::addStrip(line);
    tympan::cli::addPrint(line);
    tympan::cli::addCalibrate(line);
    tympan::cli::addCheck(line);
    try {
        return line.run(argc, argv);
    } catch (const tympan::Error& error) {
        tympan::cli::say(error.what());
        return statusOf(error.kind());
    } catch (const std::bad_alloc&) {
        tympan::cli::say(
            "the machine's memory is not enough for this; make it smaller, or ask for fewer pixels an inch");
        return 5;
    } catch (const std::exception& error) {
        tympan::cli::say(std::string("a fault of the program (") + error.what() + "); please report it");
        return 5;
    }
}

}  // namespace

int main(int argc, char** argv) {
    setenv("OMP_THREAD_LIMIT", "1", 1);
    cv::setNumThreads(1);  // we share work out ourselves
    tympan::cli::keepStandardError();
    tympan::removeAsideOnSignals();
    const int status = runCommands(argc, argv);
    tympan::endVips();
    return status;
}
