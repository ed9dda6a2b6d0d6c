#include "core/record/log_entry.h"

#include <algorithm>
#include <array>
#include <nlohmann/json.hpp>
#include <sstream>

#include "core/base/json_named.h"
#include "core/run/event.h"

namespace tympan {

namespace {

using nlohmann::json;

constexpr double century_s = 3.2e9 * 2;  // moments that a record may hold, either way of 1970
constexpr double most_min = 10 * 365.0 * 24 * 60;

template <class Value, std::size_t count>
std::string_view named(const std::array<std::string_view, count>& names, Value value) {
    return names.at(static_cast<std::size_t>(value));
}

json toJson(Moment at) { return at.time_since_epoch().count(); }

Moment readMoment(JsonReader& reader, const std::string& field) {
    return Moment{std::chrono::seconds{static_cast<long long>(reader.number(field, -century_s, century_s))}};
}

json toJson(const DoneStep& step) {
    json value{{"key", step.key},
               {"words", step.words},
               {"work", step.work == Work::unsaid ? "" : workNames()[static_cast<std::size_t>(step.work)]},
               {"face", step.face},
               {"hands", step.hands},
               {"times", step.times},
               {"planned_min", step.planned_min},
               {"real_min", step.real_min},
               {"area_cm2", step.area_cm2},
               {"not_before_min", step.not_before_min},
               {"weather", step.weather},
               {"ml", step.ml},
               {"pace", step.pace}};
    if (!step.product.empty()) value["product"] = step.product;
    if (step.heat_c > 0) value["heat_c"] = step.heat_c;
    if (step.held_s > 0) value["held_s"] = step.held_s;
    if (!step.pressure.empty()) value["pressure"] = step.pressure;
    return value;
}

DoneStep readDoneStep(JsonReader& reader) {
    DoneStep step;
    step.key = reader.text("key");
    step.words = reader.note("words");
    const std::string work = reader.note("work");
    const auto& names = workNames();
    if (const auto found = std::find(names.begin(), names.end(), work); found != names.end())
        step.work = static_cast<Work>(found - names.begin());
    step.face = reader.note("face");
    step.hands = reader.flag("hands", false);
    step.times = reader.integer("times", 1, 1000, 1);
    step.planned_min = reader.number("planned_min", 0, most_min, 0);
    step.real_min = reader.number("real_min", 0, most_min, 0);
    step.area_cm2 = reader.number("area_cm2", 0, 1e9, 0);
    step.not_before_min = reader.number("not_before_min", 0, most_min, 0);
    step.ml = reader.number("ml", 0, 1e6, 0);
    step.product = reader.note("product");
    step.heat_c = reader.number("heat_c", 0, hottest_c, 0);
    step.held_s = reader.number("held_s", 0, longest_held_s, 0);
    step.pressure = reader.note("pressure");
    step.pace = reader.number("pace", 0.001, 1000, 1);
    step.weather = reader.number("weather", 0.001, 1000, 1);
    reader.finish();
    return step;
}

json toJson(const DrawnFault& fault) {
    json ring = json::array();
    for (const PointMm& point : fault.ring) ring.push_back({{"x_mm", point.x}, {"y_mm", point.y}});
    return {{"fault", name(fault.fault)}, {"ring", ring}};
}

DrawnFault readFault(JsonReader& reader) {
    DrawnFault fault{readNamed(reader, "fault", faults), {}};
    for (JsonReader& point : reader.objects("ring")) {
        fault.ring.push_back({point.number("x_mm", -1e5, 1e5), point.number("y_mm", -1e5, 1e5)});
        point.finish();
    }
    reader.finish();
    return fault;
}

Photograph readPhotograph(JsonReader& reader) {
    Photograph photograph{readNamed(reader, "of", photograph_kinds), reader.text("sha256")};
    // It becomes the name of a file.
    if (photograph.sha256.size() != 64 ||
        photograph.sha256.find_first_not_of("0123456789abcdef") != std::string::npos)
        reader.fail("sha256", Text("must be 64 digits from 0 to f"));
    reader.finish();
    return photograph;
}

json toJson(const LaterEvent& event) {
    return {
        {"what", name(event.what)}, {"at", toJson(event.at)}, {"words", event.words}, {"grams", event.grams}};
}

LaterEvent readLater(JsonReader& reader) {
    LaterEvent event;
    event.what = readNamed(reader, "what", laters);
    event.at = readMoment(reader, "at");
    event.words = reader.note("words");
    event.grams = reader.number("grams", 0, 1e6, 0);
    reader.finish();
    return event;
}

}  // namespace

std::string_view name(Outcome outcome) {
    static constexpr std::array<std::string_view, 4> names{"unsaid", "held", "in-parts", "spoiled"};
    return named(names, outcome);
}

std::string_view name(Fault fault) {
    static constexpr std::array<std::string_view, 14> names{"hole", "cloud",  "smear", "ghost", "ridge",
                                                            "seam", "edge",   "ran",   "faded", "wrinkle",
                                                            "bled", "yellow", "torn",  "cast"};
    return named(names, fault);
}

std::string_view name(Later later) {
    static constexpr std::array<std::string_view, 5> names{"washed", "on-the-wall", "given", "sent", "note"};
    return named(names, later);
}

std::string_view name(Photograph::Of of) { return of == Photograph::Of::before ? "before" : "after"; }

LogEntry withSaid(LogEntry anew, const LogEntry& before) {
    anew.outcome = before.outcome;
    anew.faults = before.faults;
    anew.later = before.later;
    // What was said at the table stands until the maker says otherwise.
    if (!before.next.words.empty()) anew.next = before.next;
    anew.photographs = before.photographs;
    anew.bought = before.bought;
    // What the run has added since stands below what was there, which the maker may have changed.
    std::string notes = before.notes;
    std::istringstream added(anew.notes);
    for (std::string line; std::getline(added, line);)
        if (notes.find(line) == std::string::npos) notes += (notes.empty() ? "" : "\n") + line;
    anew.notes = std::move(notes);
    return anew;
}

double areaOf(const DrawnFault& fault) {
    return fault.ring.size() < 3 ? 0 : std::abs(area(fault.ring)) / 100;
}

int timesOf(const LogEntry& entry, Work work) {
    int times = 0;
    for (const DoneStep& step : entry.steps)
        if (step.work == work && step.hands) times += step.times;
    return times;
}

LogLine lineOf(const LogEntry& entry) {
    LogLine line{entry.id,       entry.job,          entry.name,    entry.made,
                 entry.method,   entry.method_name,  entry.printer, entry.object,
                 entry.material, entry.printer_kind, entry.copies,  entry.spoiled};
    line.coats = timesOf(entry, Work::seal) + timesOf(entry, Work::finish);
    line.rounds = timesOf(entry, Work::rub);
    line.humidity_percent = entry.humidity_percent;
    line.outcome = entry.outcome;
    for (const DoneStep& step : entry.steps) {
        if (line.medium.empty() && (step.work == Work::coat || step.work == Work::lay))
            line.medium = step.product;
        if (!step.hands && step.work == Work::dry) line.wait_min = std::max(line.wait_min, step.real_min);
    }
    return line;
}

double handsMinutes(const LogEntry& entry) {
    double sum = 0;
    for (const DoneStep& step : entry.steps)
        if (step.hands) sum += step.real_min;
    return sum;
}

json toJson(const LogEntry& entry) {
    json value{{"id", entry.id},
               {"run", entry.run},
               {"piece", entry.piece},
               {"job", entry.job},
               {"name", entry.name},
               {"begun", toJson(entry.begun)},
               {"made", toJson(entry.made)},
               {"method", entry.method},
               {"method_name", entry.method_name},
               {"revision", entry.revision},
               {"variants", entry.variants},
               {"carrier", entry.carrier},
               {"printer", entry.printer},
               {"printer_kind", id(entry.printer_kind)},
               {"object", entry.object},
               {"material", entry.material},
               {"face", entry.face},
               {"area_cm2", entry.area_cm2},
               {"copies", entry.copies},
               {"spoiled", entry.spoiled},
               {"temperature_c", entry.temperature_c},
               {"humidity_percent", entry.humidity_percent},
               {"steps", json::array()},
               {"left_out", entry.left_out},
               {"wrong", entry.wrong},
               {"troubles", entry.troubles},
               {"outcome", name(entry.outcome)},
               {"faults", json::array()},
               {"later", json::array()},
               {"notes", entry.notes},
               {"next_time", entry.next.words}};
    for (const DoneStep& step : entry.steps) value["steps"].push_back(toJson(step));
    for (const DrawnFault& fault : entry.faults) value["faults"].push_back(toJson(fault));
    for (const LaterEvent& event : entry.later) value["later"].push_back(toJson(event));
    if (entry.size != SizeMm{0, 0})
        value["width_mm"] = entry.size.width, value["height_mm"] = entry.size.height;
    if (entry.wash_from) value["wash_from"] = toJson(*entry.wash_from);
    if (!entry.rights.empty()) value["rights"] = entry.rights;
    if (!entry.next.step.empty()) value["next_change"] = toJson(entry.next);
    if (!entry.shop.empty()) value["shop"] = entry.shop;
    if (!entry.resolved.empty()) value["resolved"] = entry.resolved;
    if (entry.bought > 0) value["bought"] = entry.bought;
    for (const Photograph& photograph : entry.photographs)
        value["photographs"].push_back({{"of", name(photograph.of)}, {"sha256", photograph.sha256}});
    return value;
}

LogEntry readLogEntry(JsonReader reader) {
    LogEntry entry;
    entry.id = reader.text("id");
    entry.run = reader.note("run");
    entry.piece = reader.integer("piece", 0, 1'000'000'000, 0);
    entry.job = reader.note("job");
    entry.name = reader.note("name");
    entry.begun = readMoment(reader, "begun");
    entry.made = readMoment(reader, "made");
    entry.method = reader.note("method");
    entry.method_name = reader.note("method_name");
    entry.revision = reader.integer("revision", 0, 1'000'000, 0);
    if (reader.has("variants")) entry.variants = reader.texts("variants");
    entry.carrier = reader.note("carrier");
    entry.printer = reader.note("printer");
    entry.printer_kind = printerKindNamed(reader.oneOf("printer_kind", printerKindNames()));
    entry.object = reader.note("object");
    entry.material = reader.note("material");
    entry.face = reader.note("face");
    entry.area_cm2 = reader.number("area_cm2", 0, 1e9, 0);
    entry.copies = reader.integer("copies", 1, 1'000'000, 1);
    entry.spoiled = reader.integer("spoiled", 0, 1'000'000, 0);
    entry.temperature_c = reader.number("temperature_c", -100, 200, 0);
    entry.humidity_percent = reader.number("humidity_percent", 0, 100, 0);
    for (JsonReader& step : reader.objects("steps")) entry.steps.push_back(readDoneStep(step));
    entry.left_out = reader.texts("left_out");
    entry.wrong = reader.texts("wrong");
    if (reader.has("troubles")) entry.troubles = reader.texts("troubles");
    entry.outcome = readNamed(reader, "outcome", outcomes);
    for (JsonReader& fault : reader.objects("faults")) entry.faults.push_back(readFault(fault));
    for (JsonReader& event : reader.objects("later")) entry.later.push_back(readLater(event));
    entry.notes = reader.note("notes");
    if (reader.has("next_change")) entry.next = readNextTime(reader.object("next_change"));
    entry.next.words = reader.note("next_time");
    if (reader.has("resolved")) entry.resolved = reader.texts("resolved");
    entry.size = {reader.number("width_mm", 0, 1e5, 0), reader.number("height_mm", 0, 1e5, 0)};
    if (reader.has("wash_from")) entry.wash_from = readMoment(reader, "wash_from");
    entry.rights = reader.note("rights");
    entry.shop = reader.note("shop");
    entry.bought = reader.number("bought", 0, 1e9, 0);
    if (reader.has("photographs"))
        for (JsonReader& photograph : reader.objects("photographs"))
            entry.photographs.push_back(readPhotograph(photograph));
    reader.finish();
    return entry;
}

}  // namespace tympan
