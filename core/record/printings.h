#pragma once
#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace tympan {

/// Sheets that were handed to a printer once, and which of them came out.
struct Printing {
    std::string job;  ///< its identity
    std::string title, printer;
    long long begun = 0;  ///< seconds since 1970
    int pass = 1;
    std::vector<std::string> sheets;          ///< their labels, in the order in which they come out
    std::optional<std::vector<int>> missing;  ///< which of them did not, from 1; none: nobody has said
    bool operator==(const Printing&) const = default;
};

/// What was printed, in a file of its own beside the record; the latest last.
class Printings {
  public:
    /// What cannot be read is put aside under another name, and nothing of it is lost: see `aside`. No file:
    /// kept for as long as this lives.
    explicit Printings(std::filesystem::path file);

    const std::vector<Printing>& all() const { return all_; }
    /// Of one job, the latest first.
    std::vector<Printing> of(const std::string& job) const;
    /// In place of an earlier one of that job and moment. On the disk before it is among `all`. Throws Error
    /// (output).
    void keep(const Printing& printing);
    /// Where a damaged file was put; empty: there was none.
    const std::filesystem::path& aside() const { return aside_; }

  private:
    std::filesystem::path file_, aside_;
    std::vector<Printing> all_;
};

}  // namespace tympan
