#include "core/job/work_wishes_json.h"

#include <nlohmann/json.hpp>

namespace tympan {

using nlohmann::json;

namespace {

json listOf(const std::map<int, std::set<std::string>>& sets) {
    json list = json::array();
    for (const auto& [id, steps] : sets)
        if (!steps.empty()) list.push_back({{"of", id}, {"steps", steps}});
    return list;
}

std::map<int, std::set<std::string>> readList(JsonReader& reader, const std::string& field) {
    std::map<int, std::set<std::string>> sets;
    if (!reader.has(field)) return sets;
    for (JsonReader& entry : reader.objects(field)) {
        const int id = entry.integer("of", 1, 1'000'000'000);
        for (const std::string& step : entry.texts("steps")) sets[id].insert(step);
        entry.finish();
    }
    return sets;
}

}  // namespace

json toJson(const WorkWishes& wishes) {
    json value{{"temperature_c", wishes.temperature_c},
               {"humidity_percent", wishes.humidity_percent},
               {"air", wishes.air},
               {"chosen", listOf(wishes.chosen)},
               {"left_out", listOf(wishes.left_out)}};
    for (const auto& [field, text] :
         {std::pair{"start", &wishes.start}, {"due", &wishes.due}, {"hours", &wishes.hours}})
        if (!text->empty()) value[field] = *text;
    for (const auto& [place, room] : wishes.places)
        value["places"].push_back({{"place", place}, {"room", room}});
    for (const auto& [step, ml] : wishes.coverage)
        value["coverage"].push_back({{"step", step}, {"ml_per_100_cm2", ml}});
    for (const auto& [task, time] : wishes.not_before)
        value["not_before"].push_back({{"task", task}, {"time", time}});
    return value;
}

WorkWishes readWorkWishes(JsonReader reader) {
    WorkWishes wishes;
    wishes.start = reader.note("start");
    wishes.due = reader.note("due");
    wishes.hours = reader.note("hours");
    wishes.temperature_c = reader.number("temperature_c", -30, 60, 21);
    wishes.humidity_percent = reader.number("humidity_percent", 0, 100, 50);
    if (reader.has("air")) wishes.air = reader.oneOf("air", {"still", "moving", "sun"});
    if (reader.has("places"))
        for (JsonReader& entry : reader.objects("places")) {
            wishes.places[entry.id("place")] = entry.integer("room", 0, 1000);
            entry.finish();
        }
    wishes.chosen = readList(reader, "chosen");
    wishes.left_out = readList(reader, "left_out");
    if (reader.has("coverage"))
        for (JsonReader& entry : reader.objects("coverage")) {
            const std::string step = entry.text("step");
            wishes.coverage[step] = entry.number("ml_per_100_cm2", 0.01, most_ml_per_100_cm2);
            entry.finish();
        }
    if (reader.has("not_before"))
        for (JsonReader& entry : reader.objects("not_before")) {
            wishes.not_before[entry.text("task")] = entry.text("time");
            entry.finish();
        }
    reader.finish();
    return wishes;
}

}  // namespace tympan
