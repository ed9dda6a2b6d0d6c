#pragma once
#include <cstddef>
#include <filesystem>
#include <string_view>

namespace tympan {

/// A new file written beside its target and put in its place only when it is whole: `append` the content,
/// then `commit` (flush to disk, rename). Without a commit the target stays as it was and the side file is
/// removed. Throws Error (output) naming the target.
class WriteAside {
  public:
    explicit WriteAside(std::filesystem::path target);
    ~WriteAside();
    WriteAside(const WriteAside&) = delete;
    WriteAside& operator=(const WriteAside&) = delete;

    void append(const void* bytes, std::size_t size);
    void append(std::string_view text) { append(text.data(), text.size()); }
    void commit();

  private:
    std::filesystem::path target_, aside_;
    int file_ = -1;
};

}  // namespace tympan
