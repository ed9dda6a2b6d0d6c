#pragma once
#include <filesystem>
#include <memory>
#include <optional>

#include "core/run/run.h"

namespace tympan {

/// Runs on the disk: each event is there before `add` returns, whatever happens next. Several programs may
/// have it open. Throws Error (output) when it cannot be written.
class RunStore {
  public:
    explicit RunStore(const std::filesystem::path& file);
    ~RunStore();

    /// `pictures`: of pieces, as people will see them, PNG.
    void begin(const RunStart& start, const std::map<int, std::string>& pictures = {});
    /// The event's number in its run, from 1. `after`: the number of the last event that is known here; where
    /// another program has added one since, nothing is written and nothing is returned.
    std::optional<int> add(const std::string& run, const Event& event, std::optional<int> after = {});
    void addPicture(const std::string& run, int piece, const std::string& picture);

    /// Those that nobody has ended, the latest first.
    std::vector<std::string> open() const;
    /// The same, with the number of each one's last event (0: none): what tells whether something happened.
    std::vector<std::pair<std::string, int>> standing() const;
    /// All that ever began, the latest first.
    std::vector<std::string> all() const;
    /// Wishes and events that cannot be read are left out and named in the run. Throws Error (input) for a
    /// run that is not there, or whose order cannot be read.
    WorkRun read(const std::string& run) const;
    std::string picture(const std::string& run, int piece) const;

  private:
    struct Data;
    std::unique_ptr<Data> data_;
};

}  // namespace tympan
