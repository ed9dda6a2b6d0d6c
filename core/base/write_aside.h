#pragma once
#include <cstddef>
#include <filesystem>
#include <string_view>
#include <vector>

namespace tympan {

/// A new file written beside its target and put in its place only when it is whole: `append` the content,
/// then `commit` (flush to disk, rename). Without a commit the target stays as it was and the side file is
/// removed. A link is followed: what it points to is replaced; a file keeps its permissions; a device or a
/// pipe is written to, once all is there. Side files of programs that were killed are cleared away later.
/// Throws Error (output) naming the target.
class WriteAside {
  public:
    explicit WriteAside(std::filesystem::path target);
    ~WriteAside();
    WriteAside(const WriteAside&) = delete;
    WriteAside& operator=(const WriteAside&) = delete;

    void append(const void* bytes, std::size_t size);
    void append(std::string_view text) { append(text.data(), text.size()); }
    void commit();

    /// The open side file, for a library that writes to a file handle. It is always a regular file, in which
    /// one can seek.
    int descriptor() const { return file_; }
    /// Where it is gathered, for a library that writes a file by name; then `commitRewritten`
    /// instead of `commit`, since the library may have put another file in its place.
    const std::filesystem::path& path() const { return aside_; }
    void commitRewritten();
    /// Throws Error (output) that names the target, for a reason as in errno.
    [[noreturn]] void fail(int reason) const;

  private:
    void passOn();

    std::filesystem::path named_, target_, aside_;
    int file_ = -1;
    int slot_ = -1;             // among those that a signal clears away
    unsigned permissions_ = 0;  // of the target, when it is there
    bool passed_on_ = false;    // to a device or a pipe
};

/// Notes every file that is put in place on this thread, for as long as it lives: what is there of a set
/// whose writing was stopped. Not one within another.
class NotedFiles {
  public:
    explicit NotedFiles(std::vector<std::filesystem::path>& files);
    ~NotedFiles();
    NotedFiles(const NotedFiles&) = delete;
    NotedFiles& operator=(const NotedFiles&) = delete;
};

/// A whole file of text, in that way. Throws Error (output) naming it.
void writeText(const std::filesystem::path& target, std::string_view text);

/// What was written to a file is on the disk before it returns. Throws Error (output).
void syncFile(const std::filesystem::path& file);

/// Side files that are being written are removed when the program is ended by SIGTERM, SIGINT or SIGHUP.
/// Called once, first.
void removeAsideOnSignals();

}  // namespace tympan
