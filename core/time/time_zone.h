#pragma once
#include <chrono>
#include <string>

namespace tympan {

/// A moment, wherever one is.
using Moment = std::chrono::sys_seconds;

/// What a clock on the wall shows: a date, and how far into that day.
struct WallTime {
    std::chrono::sys_days date;
    std::chrono::seconds into_day{0};
    bool operator==(const WallTime&) const = default;
};

/// Where clocks are read: a zone of the IANA database, with its summer times.
class TimeZone {
  public:
    /// By name ("Europe/Lisbon"); empty: this computer's. Throws Error (input) for an unknown one.
    explicit TimeZone(const std::string& name = {});

    const std::string& name() const { return name_; }
    /// When the clock shows that: in spring, when it is skipped, the moment at which clocks go on; in autumn,
    /// when it comes twice, the first of the two.
    Moment at(const WallTime& wall) const;
    WallTime wall(Moment moment) const;
    /// ISO 8601 with the offset: "2026-12-01T18:00:00+01:00".
    std::string text(Moment moment) const;
    /// Such a time; without an offset, as the clock there shows it; the seconds may be left out. From 1970 to
    /// 2100. Throws Error (usage).
    Moment read(const std::string& text) const;

  private:
    std::string name_;
};

}  // namespace tympan
