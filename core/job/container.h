#pragma once
#include <filesystem>
#include <functional>
#include <map>
#include <memory>
#include <span>
#include <string>
#include <vector>

#include "core/base/progress.h"

namespace tympan {

using Bytes = std::vector<unsigned char>;

/// The ZIP file that holds a job, for reading. A file that is cut off or whose directory is damaged is read
/// from the entries themselves, as far as they go (`damaged`). Throws Error (input) for what is no ZIP, for
/// entries with unsafe names, for more than 10,000 entries or 4 GiB unpacked.
class Container {
  public:
    explicit Container(const std::filesystem::path& file);
    ~Container();
    Container(Container&&) noexcept;

    bool damaged() const;
    bool holds(const std::string& name) const;
    /// Throws Error (input) when it is not there or its check sum is wrong.
    Bytes read(const std::string& name) const;

  private:
    struct State;
    std::unique_ptr<State> state_;
};

/// What goes into a new container: names in this order, with bytes that must outlive the writing.
using Entries = std::vector<std::pair<std::string, std::span<const unsigned char>>>;

/// Writes a container in the place of `file` once it is whole and on the disk (written aside, synced,
/// renamed). Nothing is packed: pictures are already, and what is not can be read without a directory.
/// `when`: the entries' date, seconds since 1970. Throws Error (output, stopped); the file is then as it was.
void writeContainer(const std::filesystem::path& file, const Entries& entries, long long when,
                    const Progress& progress = {});

}  // namespace tympan
