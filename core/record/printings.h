#pragma once
#include <filesystem>
#include <memory>
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
    std::vector<std::string> sheets;  ///< their labels in English, in the order in which they come out
    std::optional<std::vector<int>> missing;  ///< which of them did not, from 1; none: nobody has said
    bool operator==(const Printing&) const = default;
};

/// What was printed, in the record; several programs may have it open. What earlier versions kept in
/// `printings.json` beside it is taken over once and put aside.
class Printings {
  public:
    /// No file: kept for as long as this lives. The record is opened when it is first asked.
    explicit Printings(std::filesystem::path record);
    ~Printings();

    /// The latest last. Throws Error where the record cannot be read.
    std::vector<Printing> all() const;
    /// Of one job, the latest first. Throws Error likewise.
    std::vector<Printing> of(const std::string& job) const;
    /// In place of an earlier one of that job and moment. On the disk when it returns. Throws Error (output).
    void keep(const Printing& printing);

  private:
    struct Data;
    Data& data() const;

    std::filesystem::path file_;
    mutable std::unique_ptr<Data> data_;
};

}  // namespace tympan
