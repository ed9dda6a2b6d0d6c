#include "core/method/step.h"

#include <algorithm>

namespace tympan {

const std::vector<std::string>& workNames() {
    static const std::vector<std::string> names{"prepare", "print",  "fix",  "coat", "lay",  "press", "tape",
                                                "wipe",    "dry",    "soak", "rub",  "look", "peel",  "cool",
                                                "seal",    "finish", "cure", "swab", "cut",  "join"};
    return names;
}

const std::vector<std::string>& basisNames() {
    static const std::vector<std::string> names{"guess",    "makers",   "physics",
                                                "standard", "measured", "yours"};
    return names;
}

std::string_view name(Spread::On on) {
    constexpr std::string_view names[] = {"object", "print", "both"};
    return names[static_cast<std::size_t>(on)];
}

std::string shortName(const Step& step) {
    if (!step.name.empty()) return step.name;
    const std::string_view words = step.words;
    std::size_t end = words.ends_with('.') ? words.size() - 1 : words.size();
    for (const std::string_view pause : {". ", ": ", "; "})
        if (const auto at = words.find(pause); at != std::string_view::npos && at > 0)
            end = std::min(end, at);
    return std::string(words.substr(0, end));
}

Wait waitFor(Wait wait, double area_cm2) {
    if (!wait.large || area_cm2 < wait.large->from_cm2) return wait;
    wait.least_min = wait.large->least_min;
    wait.typical_min = wait.large->typical_min;
    wait.most_min = wait.large->most_min;
    wait.basis = wait.large->basis;
    return wait;
}

const std::string& choiceOf(const Step& step) { return step.choice.empty() ? step.id : step.choice; }

bool isNeeded(const Step& step, const StepUse& use) {
    const auto among = [](const auto& list, const auto& one) {
        return std::find(list.begin(), list.end(), one) != list.end();
    };
    if (use.left_out.contains(step.id)) return false;
    if (step.optional && !use.chosen.contains(choiceOf(step))) return false;
    if (!step.unless.empty() && use.chosen.contains(step.unless)) return false;
    if (!use.material.empty() &&
        ((!step.on.empty() && !among(step.on, use.material)) || among(step.not_on, use.material)))
        return false;
    return step.only.empty() || among(step.only, use.printer);
}

const std::vector<std::string>& placeNames() {
    static const std::vector<std::string> names{"table", "flat",    "hung",    "oven",
                                                "press", "outside", "printer", "ventilated"};
    return names;
}

Minutes minutesOf(const Effort& effort, int copies, double area_cm2, bool with_setup) {
    Minutes sum{0, 0, 0, Basis::yours};
    const auto add = [&](const Minutes& part, double times) {
        if (part.usual <= 0 || times <= 0) return;
        sum.least += times * part.least;
        sum.usual += times * part.usual;
        sum.most += times * part.most;
        // The least sure of them: a guess is the first of all.
        sum.basis = std::min(sum.basis, part.basis);
    };
    if (with_setup) add(effort.setup, 1);
    add(effort.each, copies);
    add(effort.per_100_cm2, copies * area_cm2 / 100);
    return sum;
}

}  // namespace tympan
