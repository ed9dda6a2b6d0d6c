#include "core/base/data_folder.h"

#include <cstdlib>

#include <pwd.h>
#include <unistd.h>

#include "core/base/error.h"

namespace tympan {

std::filesystem::path dataFolder() {
    if (const char* set = std::getenv("TYMPAN_DATA")) return set;
    std::error_code none;
    const auto program = std::filesystem::read_symlink("/proc/self/exe", none);
    const auto installed = program.parent_path().parent_path() / "share" / "tympan";
    if (std::filesystem::exists(installed / "methods.json", none)) return installed;
    return TYMPAN_DATA_DIR;
}

std::filesystem::path recordFile() {
    const auto named = [](const char* variable) {
        const char* value = std::getenv(variable);
        return std::filesystem::path(value ? value : "");
    };
    std::filesystem::path data = named("XDG_DATA_HOME");
    if (!data.is_absolute()) {
        std::filesystem::path home = named("HOME");
        if (!home.is_absolute())
            if (const passwd* user = ::getpwuid(::getuid()); user && user->pw_dir) home = user->pw_dir;
        if (!home.is_absolute())
            throw Error(Error::Kind::output, "record.sqlite", Text("there is no home folder to keep it in"),
                        Text("set HOME or XDG_DATA_HOME to a folder that is yours"));
        data = home / ".local" / "share";
    }
    return data / "tympan" / "tympan" / "record.sqlite";
}

}  // namespace tympan
