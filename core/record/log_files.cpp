#include "core/record/log_files.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace tympan {

namespace {

using nlohmann::json;

constexpr const char* log_schema = "tympan-log-1";

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

const char* const table_head =
    "made,job,piece,object,material,face,way,paper,printer,area_cm2,copies,spoiled,coats,rounds,minutes_"
    "of_hands,"
    "longest_wait_min,temperature_c,humidity_percent,outcome,wrong,notes,next_time\r\n";

std::string rowOf(const LogEntry& entry, const TimeZone& zone) {
    std::string text;
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
    return text + "\r\n";
}

template <class Entries>
std::string written(LogWriter::Form form, const TimeZone& zone, const Entries& entries) {
    std::string text;
    LogWriter writer(form, zone, [&](const std::string& more) { text += more; });
    for (const LogEntry& entry : entries) writer.add(entry);
    writer.end();
    return text;
}

}  // namespace

LogWriter::LogWriter(Form form, TimeZone zone, std::function<void(const std::string&)> write)
    : form_(form), zone_(std::move(zone)), write_(std::move(write)) {
    if (form_ == Form::csv)
        write_(table_head);
    else
        write_("{\n \"schema\": \"" + std::string(log_schema) + "\",\n \"entries\": [");
}

void LogWriter::add(const LogEntry& entry) {
    if (form_ == Form::csv) return write_(rowOf(entry, zone_));
    write_(any_ ? ",\n" : "\n");
    any_ = true;
    write_(toJson(entry).dump(1, ' ', false, json::error_handler_t::replace));
}

void LogWriter::end() {
    if (form_ == Form::json) write_(any_ ? "\n ]\n}\n" : "]\n}\n");
}

std::string jsonOf(const std::vector<LogEntry>& entries) {
    return written(LogWriter::Form::json, TimeZone(), entries);
}

std::vector<LogEntry> readLogFile(const std::filesystem::path& file) {
    const JsonText source = readJsonText(file);
    const json root = parseJson(source);
    JsonReader reader(source, root, log_schema);
    std::vector<LogEntry> entries;
    for (JsonReader& entry : reader.objects("entries")) entries.push_back(readLogEntry(entry));
    reader.finish();
    return entries;
}

int merge(Logbook& book, const std::vector<LogEntry>& entries) {
    int fresh = 0;
    // An entry may be in the file twice; the second is joined to the first.
    std::map<std::string, LogEntry> changed;
    for (const LogEntry& entry : entries) {
        const auto met = changed.find(entry.id);
        const auto own = met != changed.end() ? std::optional(met->second) : book.find(entry.id);
        if (!own) ++fresh;
        LogEntry kept = own ? joined(*own, entry) : entry;
        if (!own || kept != *own) changed[entry.id] = std::move(kept);
    }
    std::vector<LogEntry> all;
    for (auto& [id, entry] : changed) all.push_back(std::move(entry));
    book.putAll(all);
    return fresh;
}

std::string csvOf(const std::vector<LogEntry>& entries, const TimeZone& zone) {
    return written(LogWriter::Form::csv, zone, entries);
}

}  // namespace tympan
