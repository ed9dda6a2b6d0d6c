#include "core/base/read_text.h"

#include <fstream>
#include <sstream>

#include "core/base/error.h"

namespace tympan {

std::string readText(const std::filesystem::path& file) {
    std::ifstream stream(file, std::ios::binary);
    std::ostringstream text;
    text << stream.rdbuf();
    if (!stream)
        throw Error(Error::Kind::input, file.string(), Text("cannot be read"),
                    Text("check that the file is there"));
    return text.str();
}

}  // namespace tympan
