#include <charconv>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/base/data_folder.h"
#include "core/base/write_aside.h"
#include "core/record/log_files.h"
#include "core/record/mend_record.h"
#include "core/record/photographs.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string verb, what, out;
    bool json = false;
};

/// Entries are numbered from the first that was made: a number stays what it is while later ones come.
std::vector<LogEntry> oldestFirst(const Logbook& book) {
    int unread = 0;
    std::vector<LogEntry> entries = book.latest(1'000'000'000, &unread);
    if (unread > 0) say(fmt::format("the logbook: {} entries could not be read and are left out", unread));
    std::reverse(entries.begin(), entries.end());
    return entries;
}

std::string lineText(std::size_t number, const LogEntry& entry, const TimeZone& zone) {
    return fmt::format("{:>4}  {}  {}: {} on {}, {}\n", number, zone.text(entry.made).substr(0, 10),
                       entry.name, entry.method_name, entry.object,
                       entry.outcome == Outcome::unsaid ? "not said how it went" : name(entry.outcome));
}

int list(const Logbook& book, const Options& options) {
    const std::vector<LogEntry> entries = oldestFirst(book);
    if (options.json) {
        print(jsonOf(entries));
        return 0;
    }
    const TimeZone zone = zoneHere();
    for (std::size_t i = 0; i < entries.size(); ++i) print(lineText(i + 1, entries[i], zone));
    return 0;
}

int show(const Logbook& book, const Options& options) {
    const std::vector<LogEntry> entries = oldestFirst(book);
    std::size_t number = 0;
    const char* end = options.what.data() + options.what.size();
    const auto read = std::from_chars(options.what.data(), end, number);
    if (read.ec != std::errc() || read.ptr != end || number < 1 || number > entries.size())
        throw Error(Error::Kind::usage, "",
                    fmt::format("log show {}: there are {} entries", options.what, entries.size()),
                    "name one by its number in log list");
    const LogEntry& entry = entries[number - 1];
    if (options.json) {
        print(toJson(entry).dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n");
        return 0;
    }
    print(lineText(number, entry, zoneHere()));
    for (const DoneStep& step : entry.steps)
        print(fmt::format("      {}: {:.0f} min, planned {:.0f}{}\n", step.words, step.real_min,
                          step.planned_min, step.times > 1 ? fmt::format(", {} times", step.times) : ""));
    for (const std::string& wrong : entry.wrong) print("      went wrong: " + wrong + "\n");
    if (!entry.notes.empty()) print("      " + entry.notes + "\n");
    if (!entry.next.words.empty()) print("      next time: " + entry.next.words + "\n");
    return 0;
}

int exported(const Logbook& book, const Options& options) {
    if (options.out.empty())
        throw Error(Error::Kind::usage, "", "log export: no file is named",
                    "add -o FILE.json or -o FILE.csv");
    const std::vector<LogEntry> entries = oldestFirst(book);
    const bool table = options.out.ends_with(".csv");
    writeText(options.out, table ? csvOf(entries, zoneHere()) : jsonOf(entries));
    if (!table) Photographs(recordFile()).copyTo(Photographs::beside(options.out), entries);
    return 0;
}

/// A record that was damaged is kept beside, and said.
void mendFirst() {
    if (const auto mended = mendRecord(recordFile()))
        say(fmt::format(
            "the record was damaged: it is kept as {}; {} runs and {} entries of it could be read",
            mended->kept.string(), mended->runs, mended->entries));
}

int logbook(const Options& options) {
    // What is asked is looked at before a record is made.
    if (options.verb == "import") {
        const std::vector<LogEntry> entries = readLogFile(options.what);
        mendFirst();
        Logbook book(recordFile());
        const int fresh = merge(book, entries);
        Photographs(recordFile()).copyFrom(Photographs::beside(options.what), entries);
        print(fmt::format("{} entries, {} of them new\n", entries.size(), fresh));
        return 0;
    }
    const auto verbs = {std::pair{"list", &list}, {"show", &show}, {"export", &exported}};
    for (const auto& [verb, does] : verbs)
        if (options.verb == verb) {
            mendFirst();
            return does(Logbook(recordFile()), options);
        }
    throw Error(Error::Kind::usage, "", fmt::format("log {}: is not understood", options.verb),
                "write list, show N, export -o FILE or import FILE");
}

}  // namespace

void addLog(CommandLine& line) {
    Command command =
        line.add("log", "what was made and how it went: list, show N, export -o FILE, import FILE");
    auto options = std::make_shared<Options>();
    command.required("VERB", options->verb, "list, show, export or import");
    command.option("WHAT", options->what, "of show an entry's number, of import a file");
    command.option("-o,--output", options->out, "of export: FILE.json or FILE.csv");
    command.flag("--json", options->json, "JSON on standard output");
    command.does([options] { return logbook(*options); });
}

}  // namespace tympan::cli
