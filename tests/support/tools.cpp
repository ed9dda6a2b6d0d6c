#include "tests/support/tools.h"

#include <algorithm>
#include <cstdlib>
#include <fstream>
#include <sstream>

#include <sys/wait.h>

namespace tympan::tests {

ScratchFolder::ScratchFolder() {
    std::string pattern = (std::filesystem::temp_directory_path() / "tympan-test-XXXXXX").string();
    path_ = ::mkdtemp(pattern.data());
}

ScratchFolder::~ScratchFolder() {
    std::error_code none;
    std::filesystem::remove_all(path_, none);
}

std::vector<std::string> ScratchFolder::names() const {
    std::vector<std::string> all;
    for (const auto& entry : std::filesystem::directory_iterator(path_))
        all.push_back(entry.path().filename().string());
    std::sort(all.begin(), all.end());
    return all;
}

Ran run(const std::vector<std::string>& command) {
    const ScratchFolder said;
    std::string line;
    for (const std::string& word : command) {
        line += '\'';
        for (char c : word) line += c == '\'' ? std::string("'\\''") : std::string(1, c);
        line += "' ";
    }
    line += "> '" + (said / "out").string() + "' 2> '" + (said / "err").string() + "'";
    const int status = std::system(line.c_str());
    return {WIFEXITED(status) ? WEXITSTATUS(status) : -1, contentOf(said / "out"), contentOf(said / "err")};
}

std::string wordsOf(const std::filesystem::path& pdf) {
    return run({"pdftotext", "-layout", pdf.string(), "-"}).out;
}

std::string contentOf(const std::filesystem::path& file) {
    std::ifstream stream(file, std::ios::binary);
    std::ostringstream text;
    text << stream.rdbuf();
    return text.str();
}

void write(const std::filesystem::path& file, const std::string& content) {
    std::ofstream(file, std::ios::binary) << content;
}

}  // namespace tympan::tests
