#pragma once
#include <cstddef>
#include <filesystem>
#include <string_view>

namespace tympan {

/// What stands between a target's name and the rest of its side file's.
inline constexpr const char* aside_mark = ".part-";

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

    /// Where the new content is gathered, for a library that writes a file by name; then `commitRewritten`
    /// instead of `commit`, since the library may have put another file in its place.
    const std::filesystem::path& path() const { return aside_; }
    void commitRewritten();
    /// Throws Error (output) that names the target, for a reason as in errno.
    [[noreturn]] void fail(int reason) const;

  private:
    std::filesystem::path target_, aside_;
    int file_ = -1;
};

}  // namespace tympan
