#include "core/run/event.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/job/work_wishes_json.h"

namespace tympan {

namespace {

using nlohmann::json;

const std::vector<std::string> kinds{"begun",    "done",       "another", "not-yet",
                                     "left-out", "taken-back", "note",    "went-wrong",
                                     "again",    "wishes",     "told",    "ended"};  // as Event::Kind

}  // namespace

std::string textOf(const Event& event) {
    json value{{"kind", kinds[static_cast<std::size_t>(event.kind)]},
               {"at", event.at.time_since_epoch().count()}};
    if (!event.task.empty()) value["task"] = event.task;
    if (!event.words.empty()) value["words"] = event.words;
    if (event.minutes != 0) value["minutes"] = event.minutes;
    if (event.piece != 0) value["piece"] = event.piece;
    if (event.copy != 0) value["copy"] = event.copy;
    if (!event.wished.empty()) value["wishes"] = event.wished;
    if (!event.trouble.empty()) value["trouble"] = event.trouble;
    if (event.next) value["next"] = toJson(*event.next);
    if (!event.told.product.empty()) value["product"] = event.told.product;
    if (event.told.heat_c > 0) value["heat_c"] = event.told.heat_c;
    if (event.told.held_s > 0) value["held_s"] = event.told.held_s;
    if (!event.told.pressure.empty()) value["pressure"] = event.told.pressure;
    return value.dump(-1, ' ', false, json::error_handler_t::replace);
}

Event readEvent(const std::string& text) {
    const JsonText source{"run", text};
    const json root = parseJson(source);
    json rest;
    JsonReader reader = JsonReader::lenient(source, root, rest);
    Event event;
    const std::string kind = reader.oneOf("kind", kinds);
    event.kind = static_cast<Event::Kind>(std::find(kinds.begin(), kinds.end(), kind) - kinds.begin());
    event.at = Moment{std::chrono::seconds{static_cast<long long>(reader.number("at", -1e11, 1e12))}};
    event.task = reader.note("task");
    event.words = reader.note("words");
    event.minutes = reader.number("minutes", 0, 1e6, 0);
    event.piece = reader.integer("piece", 0, 1'000'000'000, 0);
    event.copy = reader.integer("copy", 0, 1'000'000, 0);
    event.wished = reader.note("wishes");
    event.trouble = reader.note("trouble");
    if (reader.has("next")) event.next = readNextTime(reader.object("next"));
    event.told.product = reader.note("product");
    event.told.heat_c = reader.number("heat_c", 0, hottest_c, 0);
    event.told.held_s = reader.number("held_s", 0, longest_held_s, 0);
    event.told.pressure = reader.note("pressure");
    reader.finish();
    return event;
}

std::string textOf(const WorkWishes& wishes) { return toJson(wishes).dump(); }

WorkWishes readWishes(const std::string& text) {
    const JsonText source{"run", text};
    try {
        const json root = parseJson(source);
        json rest;
        return readWorkWishes(JsonReader::lenient(source, root, rest), [](const Error&) {});
    } catch (const Error&) {
        return {};
    }
}

}  // namespace tympan
