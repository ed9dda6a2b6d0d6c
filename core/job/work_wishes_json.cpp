#include "core/job/work_wishes_json.h"

#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/time/free_hours.h"

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

/// A time as a clock on the wall shows it ("start", "due", "time"), free hours ("hours") or meals, or
/// nothing.
std::string wordsThatCanBeRead(JsonReader& reader, const std::string& field) {
    std::string words = reader.note(field);
    if (words.empty()) return words;
    try {
        if (field == "hours")
            readFreeHours(words);
        else if (field == "meals")
            readStretches(words);
        else
            TimeZone("Etc/UTC").read(words);
    } catch (const Error& error) {
        reader.fail(field, Text::listed({error.wrong(), error.remedy()}, "; "));
    }
    return words;
}

}  // namespace

json toJson(const WorkWishes& wishes) {
    json value{{"temperature_c", wishes.temperature_c},
               {"humidity_percent", wishes.humidity_percent},
               {"air", wishes.air},
               {"chosen", listOf(wishes.chosen)},
               {"left_out", listOf(wishes.left_out)}};
    for (const auto& [field, text] : {std::pair{"start", &wishes.start},
                                      {"due", &wishes.due},
                                      {"hours", &wishes.hours},
                                      {"meals", &wishes.meals}})
        if (!text->empty()) value[field] = *text;
    if (wishes.late) value["late"] = true;
    if (wishes.rest_min != WorkWishes{}.rest_min) value["rest_min_per_hour"] = wishes.rest_min;
    for (const auto& [place, room] : wishes.places)
        value["places"].push_back({{"place", place}, {"room", room}});
    for (const auto& [step, ml] : wishes.coverage)
        value["coverage"].push_back({{"step", step}, {"ml_per_100_cm2", ml}});
    for (const auto& [task, time] : wishes.not_before)
        value["not_before"].push_back({{"task", task}, {"time", time}});
    return value;
}

FreeHours freeHoursOf(const WorkWishes& wishes) {
    return withoutEachDay(readFreeHours(wishes.hours.empty() ? "Mo-Su 08:00-22:00" : wishes.hours),
                          readStretches(wishes.meals));
}

WorkWishes readWorkWishes(JsonReader reader, const std::function<void(const Error&)>& left_out) {
    const auto orLeftOut = [&](const auto& reading) {
        try {
            reading();
        } catch (const Error& error) {
            if (!left_out) throw;
            left_out(error);
        }
    };
    WorkWishes wishes;
    for (const auto& [field, text] : {std::pair{"start", &wishes.start},
                                      {"due", &wishes.due},
                                      {"hours", &wishes.hours},
                                      {"meals", &wishes.meals}})
        orLeftOut([&, field = field, text = text] { *text = wordsThatCanBeRead(reader, field); });
    orLeftOut([&] { wishes.late = reader.flag("late", false); });
    orLeftOut([&] { wishes.rest_min = reader.number("rest_min_per_hour", 0, 60, wishes.rest_min); });
    orLeftOut([&] { wishes.temperature_c = reader.number("temperature_c", -30, 60, 21); });
    orLeftOut([&] { wishes.humidity_percent = reader.number("humidity_percent", 0, 100, 50); });
    if (reader.has("air")) orLeftOut([&] { wishes.air = reader.oneOf("air", {"still", "moving", "sun"}); });
    if (reader.has("places"))
        for (JsonReader& entry : reader.objects("places"))
            orLeftOut([&] {
                const std::string place = entry.id("place");
                wishes.places[place] = entry.integer("room", 0, 1000);
                entry.finish();
            });
    orLeftOut([&] { wishes.chosen = readList(reader, "chosen"); });
    orLeftOut([&] { wishes.left_out = readList(reader, "left_out"); });
    if (reader.has("coverage"))
        for (JsonReader& entry : reader.objects("coverage"))
            orLeftOut([&] {
                const std::string step = entry.text("step");
                wishes.coverage[step] = entry.number("ml_per_100_cm2", 0.01, most_ml_per_100_cm2);
                entry.finish();
            });
    if (reader.has("not_before"))
        for (JsonReader& entry : reader.objects("not_before"))
            orLeftOut([&] {
                const std::string task = entry.text("task"), time = wordsThatCanBeRead(entry, "time");
                if (!time.empty()) wishes.not_before[task] = time;
                entry.finish();
            });
    reader.finish();
    return wishes;
}

}  // namespace tympan
