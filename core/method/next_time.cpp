#include "core/method/next_time.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/base/json_named.h"

namespace tympan {

namespace {

using Change = NextTime::Change;
constexpr Change all_changes[] = {Change::said, Change::coats, Change::wait, Change::also, Change::without};
constexpr double most_value = 60 * 24 * 366;  // minutes of a year

bool isCoat(const Step& step) {
    // A coat that is laid into while it is wet is one coat.
    const bool wet = step.wait && step.wait->kind == Wait::Kind::not_after;
    return needsHands(step) && !wet && !step.rounds &&
           (step.work == Work::coat || step.work == Work::seal || step.work == Work::finish ||
            step.work == Work::fix);
}

bool isTheTransfer(const Step& step) {
    return step.work == Work::print || step.work == Work::lay || step.work == Work::press ||
           step.work == Work::soak || step.work == Work::rub || step.rounds.has_value();
}

Step* stepOf(Method& method, const std::string& id) {
    const auto step = std::find_if(method.steps.begin(), method.steps.end(),
                                   [&](const Step& each) { return each.id == id; });
    return step == method.steps.end() ? nullptr : &*step;
}

}  // namespace

std::string_view name(Change change) {
    constexpr std::string_view names[] = {"said", "coats", "wait", "also", "without"};
    return names[static_cast<std::size_t>(change)];
}

std::vector<Change> changesOf(const Step& step) {
    std::vector<Change> changes{Change::said};
    if (isCoat(step)) changes.push_back(Change::coats);
    if (step.wait && step.wait->kind == Wait::Kind::not_before) changes.push_back(Change::wait);
    if (step.optional)
        changes.push_back(Change::also);
    else if (!isTheTransfer(step))
        changes.push_back(Change::without);
    return changes;
}

bool canTake(const Method& method, const NextTime& next) {
    return std::any_of(method.steps.begin(), method.steps.end(), [&](const Step& step) {
        const std::vector<Change> changes = changesOf(step);
        return step.id == next.step &&
               std::find(changes.begin(), changes.end(), next.change) != changes.end();
    });
}

Method withNextTime(Method method, const NextTime& next) {
    if (!canTake(method, next)) return method;
    Step& step = *stepOf(method, next.step);
    step.noted = next.words + (step.noted.empty() ? "" : "\n" + step.noted);
    switch (next.change) {
        case Change::said:
            break;
        case Change::coats:
            if (step.faces.empty()) step.faces.push_back({"front", 1, Basis::guess});
            step.faces.front().times += static_cast<int>(next.value);
            step.faces.front().basis = Basis::yours;
            break;
        case Change::wait:
            step.wait->typical_min = next.value;
            step.wait->least_min = std::min(step.wait->least_min, next.value);
            step.wait->most_min = std::max(step.wait->most_min, next.value);
            step.wait->basis = Basis::yours;
            break;
        case Change::also: {
            const std::string choice = choiceOf(step);
            for (Step& each : method.steps)
                if (each.optional && choiceOf(each) == choice) each.optional = false;
            // What is done instead of it is not done any more.
            for (Step& each : method.steps)
                if (each.unless == choice) each.optional = true;
            break;
        }
        case Change::without:
            step.optional = true;
            break;
    }
    return method;
}

nlohmann::json toJson(const NextTime& next) {
    return {{"words", next.words}, {"step", next.step}, {"change", name(next.change)}, {"value", next.value}};
}

NextTime readNextTime(JsonReader reader) {
    NextTime next;
    next.words = reader.note("words");
    next.step = reader.note("step");
    next.change = readNamed(reader, "change", all_changes);
    next.value = reader.number("value", 0, most_value, 0);
    reader.finish();
    return next;
}

nlohmann::json toJson(const Answer& answer) { return {{"words", answer.words}, {"taken", answer.taken}}; }

Answer readAnswer(JsonReader& reader) {
    Answer answer{reader.text("words"), reader.flag("taken", false)};
    reader.finish();
    return answer;
}

}  // namespace tympan
