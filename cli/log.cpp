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
std::vector<LogLine> oldestFirst(const Logbook& book) {
    std::vector<LogLine> lines = book.lines();
    std::reverse(lines.begin(), lines.end());
    return lines;
}

/// All entries, to wherever `write` puts them.
void writeAll(const Logbook& book, LogWriter::Form form, const std::function<void(const std::string&)>& write,
              const std::function<void(const LogEntry&)>& also = {}) {
    LogWriter writer(form, zoneHere(), write);
    const int unread = book.each([&](const LogEntry& entry) {
        writer.add(entry);
        if (also) also(entry);
    });
    writer.end();
    if (unread > 0) say(fmt::format("the logbook: {} entries could not be read and are left out", unread));
}

std::string lineText(std::size_t number, const LogLine& entry, const TimeZone& zone) {
    return withoutControls(
               fmt::format("{:>4}  {}  {}: {} on {}, {}", number, zone.text(entry.made).substr(0, 10),
                           entry.name, entry.method_name, entry.object,
                           entry.outcome == Outcome::unsaid ? "not said how it went" : name(entry.outcome))) +
           "\n";
}

int list(const Logbook& book, const Options& options) {
    if (options.json) {
        writeAll(book, LogWriter::Form::json, [](const std::string& text) { print(text); });
        return 0;
    }
    const std::vector<LogLine> entries = oldestFirst(book);
    const TimeZone zone = zoneHere();
    for (std::size_t i = 0; i < entries.size(); ++i) print(lineText(i + 1, entries[i], zone));
    return 0;
}

int show(const Logbook& book, const Options& options) {
    const std::vector<LogLine> entries = oldestFirst(book);
    std::size_t number = 0;
    const char* end = options.what.data() + options.what.size();
    const auto read = std::from_chars(options.what.data(), end, number);
    if (read.ec != std::errc() || read.ptr != end || number < 1 || number > entries.size())
        failUsage(fmt::format("log show {}: there are {} entries", options.what, entries.size()),
                  "name one by its number in log list");
    const std::optional<LogEntry> found = book.find(entries[number - 1].id);
    if (!found)
        throw Error(Error::Kind::input, "the logbook", Text("the entry is no longer there"),
                    Text("list it again"));
    const LogEntry& entry = *found;
    if (options.json) {
        print(toJson(entry).dump(2, ' ', false, nlohmann::json::error_handler_t::replace) + "\n");
        return 0;
    }
    print(lineText(number, lineOf(entry), zoneHere()));
    for (const DoneStep& step : entry.steps)
        print(withoutControls(fmt::format("      {}: {:.0f} min, planned {:.0f}{}", step.words, step.real_min,
                                          step.planned_min,
                                          step.times > 1 ? fmt::format(", {} times", step.times) : "")) +
              "\n");
    for (const std::string& wrong : entry.wrong) print(withoutControls("      went wrong: " + wrong) + "\n");
    if (!entry.notes.empty()) print(withoutControls("      " + entry.notes) + "\n");
    if (!entry.next.words.empty()) print(withoutControls("      next time: " + entry.next.words) + "\n");
    return 0;
}

int exported(const Logbook& book, const Options& options) {
    if (options.out.empty()) failUsage("log export: no file is named", "add -o FILE.json or -o FILE.csv");
    const std::string record = recordFile().string();
    checkOutputs({options.out}, {record, record + "-wal", record + "-shm"});
    const bool table = options.out.ends_with(".csv");
    WriteAside out(options.out);
    const Photographs photographs(recordFile());
    writeAll(
        book, table ? LogWriter::Form::csv : LogWriter::Form::json,
        [&](const std::string& text) { out.append(text); },
        [&](const LogEntry& entry) {
            if (!table && !entry.photographs.empty())
                photographs.copyTo(Photographs::beside(options.out), {entry});
        });
    out.commit();
    return 0;
}

/// A record that was damaged is kept beside, and said.
void mendFirst() {
    if (const auto mended = mendRecord(recordFile())) {
        say(fmt::format(
            "the record was damaged: it is kept as {}; {} runs and {} entries of it could be read",
            mended->kept.string(), mended->runs, mended->entries));
        if (mended->unread > 0) say(fmt::format("{} of it could not be read", mended->unread));
        if (mended->cut_short) say("parts of it could not be reached: more may be lost");
    }
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
    failUsage(fmt::format("log {}: is not understood", options.verb),
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
