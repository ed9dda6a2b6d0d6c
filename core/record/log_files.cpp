#include "core/record/log_files.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace tympan {

namespace {

using nlohmann::json;

constexpr const char* schema = "tympan-log-1";

std::string quoted(const std::string& text) {
    if (text.find_first_of(",\"\r\n") == std::string::npos) return text;
    std::string inner;
    for (const char c : text) inner += c == '"' ? "\"\"" : std::string(1, c);
    return fmt::format("\"{}\"", inner);
}

/// What the other says and this one does not.
LogEntry joined(LogEntry own, const LogEntry& other) {
    if (own.outcome == Outcome::unsaid) own.outcome = other.outcome;
    if (own.notes.empty()) own.notes = other.notes;
    if (own.next.words.empty()) own.next = other.next;
    if (own.faults.empty()) own.faults = other.faults;
    if (own.bought == 0) own.bought = other.bought;
    for (const Photograph& photograph : other.photographs)
        if (std::find(own.photographs.begin(), own.photographs.end(), photograph) == own.photographs.end())
            own.photographs.push_back(photograph);
    for (const LaterEvent& event : other.later)
        if (std::find(own.later.begin(), own.later.end(), event) == own.later.end())
            own.later.push_back(event);
    std::stable_sort(own.later.begin(), own.later.end(),
                     [](const LaterEvent& a, const LaterEvent& b) { return a.at < b.at; });
    return own;
}

}  // namespace

std::string jsonOf(const std::vector<LogEntry>& entries) {
    json list = json::array();
    for (const LogEntry& entry : entries) list.push_back(toJson(entry));
    return json{{"schema", schema}, {"entries", list}}.dump(1, ' ', false, json::error_handler_t::replace) +
           "\n";
}

std::vector<LogEntry> readLogFile(const std::filesystem::path& file) {
    const JsonText source = readJsonText(file);
    const json root = parseJson(source);
    JsonReader reader(source, root, schema);
    std::vector<LogEntry> entries;
    for (JsonReader& entry : reader.objects("entries")) entries.push_back(readLogEntry(entry));
    reader.finish();
    return entries;
}

int merge(Logbook& book, const std::vector<LogEntry>& entries) {
    int fresh = 0;
    for (const LogEntry& entry : entries) {
        const auto own = book.find(entry.id);
        if (!own) ++fresh;
        const LogEntry kept = own ? joined(*own, entry) : entry;
        if (!own || kept != *own) book.put(kept);
    }
    return fresh;
}

std::string csvOf(const std::vector<LogEntry>& entries, const TimeZone& zone) {
    std::string text =
        "made,job,piece,object,material,face,way,paper,printer,area_cm2,copies,spoiled,coats,rounds,minutes_"
        "of_hands,"
        "longest_wait_min,temperature_c,humidity_percent,outcome,wrong,notes,next_time\r\n";
    for (const LogEntry& entry : entries) {
        const LogLine line = lineOf(entry);
        const std::vector<std::string> fields{zone.text(entry.made),
                                              entry.job,
                                              entry.name,
                                              entry.object,
                                              entry.material,
                                              entry.face,
                                              entry.method_name,
                                              entry.carrier,
                                              entry.printer,
                                              fmt::format("{:.1f}", entry.area_cm2),
                                              fmt::format("{}", entry.copies),
                                              fmt::format("{}", entry.spoiled),
                                              fmt::format("{}", line.coats),
                                              fmt::format("{}", line.rounds),
                                              fmt::format("{:.0f}", handsMinutes(entry)),
                                              fmt::format("{:.0f}", line.wait_min),
                                              fmt::format("{:.0f}", entry.temperature_c),
                                              fmt::format("{:.0f}", entry.humidity_percent),
                                              std::string(name(entry.outcome)),
                                              fmt::format("{}", fmt::join(entry.wrong, "; ")),
                                              entry.notes,
                                              entry.next.words};
        for (std::size_t i = 0; i < fields.size(); ++i)
            text += fmt::format("{}{}", i > 0 ? "," : "", quoted(fields[i]));
        text += "\r\n";
    }
    return text;
}

}  // namespace tympan
