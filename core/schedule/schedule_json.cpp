#include "core/schedule/schedule_json.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>

#include "core/base/language.h"
#include "core/method/tools.h"
#include "core/schedule/ready.h"

namespace tympan {

namespace {

using nlohmann::ordered_json;

double tenth(double minutes) { return std::round(minutes * 100) / 100; }

ordered_json orNull(std::string_view text) {
    return text.empty() ? ordered_json(nullptr) : ordered_json(std::string(text));
}

/// A flat place to lie and one with moving air are a table to those who read plans.
ordered_json placeJson(Place place) {
    const bool other = place == Place::flat || place == Place::ventilated;
    return placeNames()[static_cast<std::size_t>(other ? Place::table : place)];
}

bool holdsOneLoad(Place place) {
    return place == Place::oven || place == Place::press || place == Place::printer;
}

int firstPieceOf(const Task& task) { return task.units.empty() ? task.piece : task.units.front().piece; }

ordered_json tieJson(const Plan& plan, const Tie& tie) {
    return {{"id", plan.tasks[tie.task].id},
            {"from", tie.from_begin ? "begin" : "end"},
            {"least_min", tie.least_min},
            {"most_min", tie.most_min ? ordered_json(*tie.most_min) : ordered_json(nullptr)}};
}

/// Which time it is: of rounds and coats, and of a sheet that is printed more than once, from 1.
ordered_json passJson(const Task& task, const OrderedPiece* piece) {
    if (task.round) return *task.round;
    if (task.work != Work::print || !piece) return nullptr;
    int prints = 0, here = 0;
    for (const Step& step : piece->steps) {
        if (step.work != Work::print) continue;
        ++prints;
        if (step.id == task.step) here = prints;
    }
    return prints > 1 && here > 0 ? ordered_json(here) : ordered_json(nullptr);
}

ordered_json stepJson(const Plan& plan, std::size_t i, const WorkOrder& order, const TimeZone& zone) {
    const Task& task = plan.tasks[i];
    const OrderedPiece* piece = findPiece(order, firstPieceOf(task));
    const OrderedObject* object = findObject(order, task.object);
    ordered_json after = ordered_json::array(), pieces = ordered_json::array();
    for (const Tie& tie : task.after) after.push_back(tieJson(plan, tie));
    for (const WorkUnit& unit : task.units)
        if (unit.piece != 0 && std::find(pieces.begin(), pieces.end(), unit.piece) == pieces.end())
            pieces.push_back(unit.piece);
    ordered_json step{
        {"id", task.id},
        {"piece", piece ? ordered_json(piece->id) : ordered_json(nullptr)},
        {"piece_name", piece ? ordered_json(inEnglish(nameOf(task, order))) : ordered_json(nullptr)},
        {"method", piece ? ordered_json(piece->method) : ordered_json(nullptr)},
        {"step", task.step},
        {"copies", copiesOf(task)},
        {"object", object ? object->name : ""},
        {"face", task.face},
        {"what", workNames()[static_cast<std::size_t>(task.work)]},
        {"words", task.details->words},
        {"hands", task.hands},
        {"place", placeJson(task.place)},
        {"load", holdsOneLoad(task.place) ? ordered_json(task.load) : ordered_json(nullptr)},
        {"begin", zone.text(plan.times[i].from)},
        {"end", zone.text(plan.times[i].to)},
        {"after", after},
        {"range_min", {tenth(task.least_min), tenth(task.usual_min), tenth(task.most_min)}},
        {"basis", basisNames()[static_cast<std::size_t>(task.basis)]},
        {"pass", passJson(task, piece)},
        {"caution", orNull(inEnglish(Text::listed(cautionsOf(task), "\n")))}};
    if (pieces.size() > 1) step["pieces"] = pieces;
    if (task.units.size() == 1 && task.units.front().parts > 1)
        step["part"] = {task.units.front().part, task.units.front().parts};
    if (!task.sheets.empty()) step["sheets"] = task.sheets;
    if (task.gate) step["gate"] = true;
    if (!task.details->good.empty()) step["good"] = task.details->good;
    if (const std::vector<std::string> needs = toolsOf(task.details); task.hands && !needs.empty())
        step["needs"] = needs;
    return step;
}

/// What is done once for several pieces stands under the first of them. So that each has all its steps, the
/// others get the same one "with" it, which takes no hands.
std::vector<ordered_json> withOthers(const ordered_json& step, const Task& task, const WorkOrder& order) {
    std::vector<ordered_json> all;
    std::set<int> said{firstPieceOf(task)};
    for (const WorkUnit& unit : task.units) {
        if (unit.piece == 0 || !said.insert(unit.piece).second) continue;
        const OrderedPiece& piece = *findPiece(order, unit.piece);
        ordered_json other = step;
        other["id"] = fmt::format("{}/{}", task.id, piece.id);
        other["with"] = task.id;
        other["piece"] = piece.id;
        other["piece_name"] = piece.name;
        other["method"] = piece.method;
        other["hands"] = false;
        other["after"] = ordered_json::array();
        all.push_back(std::move(other));
    }
    return all;
}

ordered_json objectsJson(const Plan& plan, const WorkOrder& order, const TimeZone& zone) {
    ordered_json objects = ordered_json::array();
    for (const Ready& ready : readyOf(plan, order)) {
        ordered_json when = ordered_json::object(), why = ordered_json::object();
        const auto add = [&](const char* what, const std::optional<Ready::When>& from) {
            if (!from) return;
            when[what] = zone.text(from->from);
            why[what] = inEnglish(from->why);
        };
        add("handle", ready.handle);
        add("hang", ready.hang);
        add("wash", ready.wash);
        add("send", ready.send);
        objects.push_back({{"object", findObject(order, ready.object)->name}, {"ready", when}, {"why", why}});
    }
    return objects;
}

ordered_json coatsJson(const Plan& plan, const WorkOrder& order) {
    ordered_json coats = ordered_json::array();
    for (const CoatArea& each : coatAreas(plan, order)) {
        const OrderedObject* object = each.of_sheet ? nullptr : findObject(order, each.object);
        coats.push_back({{"object", object ? ordered_json(object->name) : ordered_json(nullptr)},
                         {"step", each.what},
                         {"face", each.face},
                         {"coats", each.coats},
                         {"area_cm2", tenth(each.cm2)}});
    }
    return coats;
}

}  // namespace

std::string jsonOf(const Plan& plan, const WorkOrder& order, const Conditions& conditions) {
    const TimeZone& zone = conditions.zone;
    ordered_json steps = ordered_json::array(), cannot = ordered_json::array();
    std::vector<std::size_t> by_time(plan.tasks.size());
    for (std::size_t i = 0; i < by_time.size(); ++i) by_time[i] = i;
    std::stable_sort(by_time.begin(), by_time.end(), [&](std::size_t a, std::size_t b) {
        // What takes no time stands before what begins at that moment.
        return std::pair{plan.times[a].from, plan.times[a].to} <
               std::pair{plan.times[b].from, plan.times[b].to};
    });
    for (const std::size_t i : by_time) {
        steps.push_back(stepJson(plan, i, order, zone));
        for (ordered_json& other : withOthers(steps.back(), plan.tasks[i], order))
            steps.push_back(std::move(other));
    }
    ordered_json notes = ordered_json::array();
    for (const Text& note : plan.notes) notes.push_back(inEnglish(note));
    for (const Text& why : plan.cannot) cannot.push_back({{"why", inEnglish(why)}});
    return ordered_json{{"start", zone.text(conditions.start)},
                        {"end", zone.text(plan.end)},
                        {"timezone", zone.name()},
                        {"assumes",
                         {{"temperature_c", conditions.waits.weather.temperature_c},
                          {"humidity_percent", conditions.waits.weather.humidity_percent},
                          {"air", std::string(name(conditions.waits.weather.air))},
                          {"hours", conditions.hours.week_words}}},
                        {"steps", steps},
                        {"objects", objectsJson(plan, order, zone)},
                        {"coats", coatsJson(plan, order)},
                        {"to_spare_min",
                         plan.to_spare ? ordered_json(plan.to_spare->count() / 60) : ordered_json(nullptr)},
                        {"notes", notes},
                        {"cannot", cannot}}
               .dump(2, ' ', false, ordered_json::error_handler_t::replace) +
           "\n";
}

}  // namespace tympan
