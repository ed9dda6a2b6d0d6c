#pragma once
#include <filesystem>
#include <functional>
#include <memory>

#include "core/record/log_entry.h"
#include "core/record/tally.h"

namespace tympan {

/// What people ask by; empty and nothing ask for all.
struct Asked {
    std::string words = {};     ///< full text: in names, notes, materials, ways, what went wrong
    std::string material = {};  ///< id
    std::string method = {};    ///< id
    std::string printer = {};   ///< its name
    std::optional<Outcome> outcome = {};
    std::optional<Moment> since = {};
    bool operator==(const Asked&) const = default;
};

/// What a maker resolved to do next time, and where it stands.
struct Resolved {
    std::string entry;
    NextTime next;
    Moment made;
    int taken = 0;        ///< in how many runs it was
    Tally with, without;  ///< how pieces of that way on that material went that took it, and the others
};

/// The logbook on the disk, in the maker's record: what was written is there before the call returns. Several
/// programs may have it open; an object of this class is for one thread at a time. Throws Error (output) when
/// it cannot be read or written.
class Logbook {
  public:
    explicit Logbook(const std::filesystem::path& file);
    ~Logbook();

    /// A new entry, or the same one as it is now.
    void put(const LogEntry& entry);
    /// Many at once: all of them, or none.
    void putAll(const std::vector<LogEntry>& entries);
    /// Entries that a run writes by itself, again each time it goes on: what their maker has said of them
    /// (how they went, faults, later, notes, next time) stays.
    void putOfRun(const std::vector<LogEntry>& entries);
    /// With its photographs, but for those that another entry has, too.
    void erase(const std::string& id);

    std::optional<LogEntry> find(const std::string& id) const;
    /// The latest first.
    std::vector<LogLine> lines(const Asked& asked = {}) const;
    /// All, the first that was made first, one at a time: a logbook may be long. How many could not be read.
    int each(const std::function<void(const LogEntry&)>& take) const;
    /// So many at most, the latest first; those that cannot be read are left out and counted.
    std::vector<LogEntry> latest(int most = 1'000'000'000, int* unread = nullptr) const;
    /// Whether a run has written its entries.
    bool hasRun(const std::string& run) const;
    int count() const;
    /// Counts up whenever anything is written to the logbook or the shelf, by this or another program.
    long long changes() const;
    /// For the same way on the same material, the latest first; what was said twice once.
    std::vector<Resolved> nextTimes(const std::string& method, const std::string& material,
                                    std::size_t most = 2) const;
    /// What there is to choose from, by how often: "material", "method" or "printer".
    std::vector<std::string> values(const std::string& field) const;

    void putPicture(const std::string& entry, const std::string& what, const std::string& png);
    /// "print", "finished"; empty where there is none.
    std::string picture(const std::string& entry, const std::string& what) const;

  private:
    class Again;
    struct Data;
    std::unique_ptr<Data> data_;
};

}  // namespace tympan
