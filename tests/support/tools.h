#pragma once
#include <filesystem>
#include <string>
#include <vector>

namespace tympan::tests {

/// A folder of its own for one test, gone when the test ends.
class ScratchFolder {
  public:
    ScratchFolder();
    ~ScratchFolder();
    ScratchFolder(const ScratchFolder&) = delete;
    ScratchFolder& operator=(const ScratchFolder&) = delete;
    std::filesystem::path operator/(const std::string& name) const { return path_ / name; }
    const std::filesystem::path& path() const { return path_; }
    /// Names of what lies in it, sorted.
    std::vector<std::string> names() const;

  private:
    std::filesystem::path path_;
};

struct Ran {
    int status = -1;
    std::string out, err;
};

/// Runs a program and waits for it.
Ran run(const std::vector<std::string>& command);

/// The words of a PDF, laid out as on its pages.
std::string wordsOf(const std::filesystem::path& pdf);
std::string contentOf(const std::filesystem::path& file);
void write(const std::filesystem::path& file, const std::string& content);

}  // namespace tympan::tests
