#pragma once
#include "core/record/logbook.h"

namespace tympan {

/// Entries as {"schema":"tympan-log-1","entries":[…]}, written one after the other.
class LogWriter {
  public:
    enum class Form { json, csv };
    /// `write` is given what comes next. `zone`: in which times of a table are shown.
    LogWriter(Form form, TimeZone zone, std::function<void(const std::string&)> write);
    void add(const LogEntry& entry);
    void end();

  private:
    Form form_;
    TimeZone zone_;
    std::function<void(const std::string&)> write_;
    bool any_ = false;
};
std::string jsonOf(const std::vector<LogEntry>& entries);
/// Such a file. Throws Error (input).
std::vector<LogEntry> readLogFile(const std::filesystem::path& file);

/// Entries that are not here yet are added; of those that are, what nobody has said here is taken over (how
/// it went, next time, notes), what happened later is joined. Nothing that is here is overwritten. How many
/// were new.
int merge(Logbook& book, const std::vector<LogEntry>& entries);

/// One row a piece, with a head (RFC 4180); times as clocks there show them.
std::string csvOf(const std::vector<LogEntry>& entries, const TimeZone& zone);

}  // namespace tympan
