#pragma once
#include "core/base/text.h"
#include "core/record/log_entry.h"
#include "core/record/tally.h"

namespace tympan {

/// Between what and what a share lies, by what was seen of it: the interval of E. B. Wilson (1927) at 90 %.
struct Share {
    int of = 0, all = 0;
    double least = 0, most = 1;
};
Share shareOf(int of, int all);
/// Fewer say nothing about the next one.
inline constexpr int too_few = 5;

/// How these pieces went.
Tally tallyOf(const std::vector<LogLine>& lines);

/// By what pieces may differ.
enum class By { way, material, printer, printer_kind, medium, coats, rounds, wait, humidity };
std::string_view name(By by);
inline constexpr By all_bys[] = {By::way,   By::material, By::printer, By::printer_kind, By::medium,
                                 By::coats, By::rounds,   By::wait,    By::humidity};
/// What an entry is under it: "two coats", "damp air"; empty: not known.
Text groupOf(const LogLine& line, By by);

struct Group {
    Text value;
    Tally tally;
};
/// The groups of some entries, the largest first.
std::vector<Group> groupsOf(const std::vector<LogLine>& lines, By by);

/// The answer, its count first: "gel on slate: 7 of 9 held; all 4 with two coats". `about`: what was asked,
/// in words. Never a claim of cause: what is said is what was counted.
Text answerOf(const std::vector<LogLine>& lines, const Text& about);

/// What differs between two entries: the line's name, and how it was in each.
struct Difference {
    Text what, one, other;
};
std::vector<Difference> differences(const LogEntry& one, const LogEntry& other);

}  // namespace tympan
