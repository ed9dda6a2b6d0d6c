#include "core/method/step_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/json_named.h"

namespace tympan {

namespace {

const std::vector<std::pair<PrinterKind, std::string>> printer_ids{{PrinterKind::laser, "laser"},
                                                                   {PrinterKind::inkjet, "inkjet"},
                                                                   {PrinterKind::sublimation, "sublimation"},
                                                                   {PrinterKind::white_toner, "white-toner"}};

const std::vector<std::string> wait_names{"not-before", "not-after", "hold-for"};  // as Wait::Kind

}  // namespace

PrinterKind printerKindNamed(std::string_view name) {
    for (const auto& [kind, known] : printer_ids)
        if (known == name) return kind;
    throw std::out_of_range("printer kind");
}

std::vector<std::string> printerKindNames() {
    std::vector<std::string> names;
    for (const auto& [kind, name] : printer_ids) names.push_back(name);
    return names;
}

std::string_view id(PrinterKind kind) {
    return std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.first == kind; })
        ->second;
}

std::vector<PrinterKind> readPrinters(JsonReader& reader, const std::string& field) {
    std::vector<PrinterKind> kinds;
    for (const std::string& name : reader.texts(field)) {
        const auto found =
            std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.second == name; });
        if (found == printer_ids.end())
            reader.fail(field, Text("\"{name}\" is not a kind of printer", {{"name", name}}));
        kinds.push_back(found->first);
    }
    if (kinds.empty()) reader.fail(field, Text("must name at least one kind"));
    return kinds;
}

Basis readBasis(JsonReader& reader) {
    if (!reader.has("basis")) return Basis::guess;
    const std::string name = reader.oneOf("basis", basisNames());
    return static_cast<Basis>(std::find(basisNames().begin(), basisNames().end(), name) -
                              basisNames().begin());
}

const std::string& nameOf(Basis basis) { return basisNames()[static_cast<std::size_t>(basis)]; }

void readFigure(JsonReader& reader, const std::string& field, const std::string& bare,
                const std::string& unit, double least, double most, double& value, Basis& basis) {
    if (reader.has(bare)) value = reader.number(bare, least, most);
    if (!reader.has(field)) return;
    JsonReader figure = reader.object(field);
    value = figure.number(unit, least, most);
    basis = readBasis(figure);
    figure.finish();
}

nlohmann::json figureJson(const std::string& unit, double value, Basis basis) {
    return {{unit, value}, {"basis", nameOf(basis)}};
}

namespace {

Wait readWait(JsonReader reader) {
    constexpr double month_min = 60 * 24 * 31;
    Wait wait;
    const std::string kind = reader.oneOf("kind", wait_names);
    wait.kind =
        static_cast<Wait::Kind>(std::find(wait_names.begin(), wait_names.end(), kind) - wait_names.begin());
    wait.least_min = reader.number("least_min", 0, month_min);
    wait.typical_min = reader.number("typical_min", wait.least_min, month_min);
    wait.most_min = reader.number("most_min", wait.typical_min, month_min);
    wait.basis = readBasis(reader);
    if (reader.has("no_later")) {
        JsonReader figure = reader.object("no_later");
        wait.no_later_min = figure.number("min", 0, month_min);
        wait.no_later_basis = readBasis(figure);
        figure.finish();
    }
    if (reader.has("large")) {
        JsonReader large = reader.object("large");
        wait.large.emplace();
        wait.large->from_cm2 = large.number("from_cm2", 1, 1e7);
        wait.large->least_min = large.number("least_min", 0, month_min);
        wait.large->typical_min = large.number("typical_min", wait.large->least_min, month_min);
        wait.large->most_min = large.number("most_min", wait.large->typical_min, month_min);
        wait.large->basis = readBasis(large);
        large.finish();
    }
    reader.finish();
    return wait;
}

Heat readHeat(JsonReader reader) {
    Heat heat;
    heat.least_c = reader.number("least_c", 20, 260);
    heat.most_c = reader.number("most_c", heat.least_c, 260);
    heat.note = reader.text("note");
    heat.basis = readBasis(reader);
    reader.finish();
    return heat;
}

Rounds readRounds(JsonReader reader) {
    Rounds rounds;
    rounds.from = reader.id("from");
    if (reader.has("first")) rounds.first = reader.id("first");
    rounds.least = reader.integer("least", 1, 50);
    rounds.usual = reader.integer("usual", rounds.least, 50);
    rounds.most = reader.integer("most", rounds.usual, 50);
    rounds.basis = readBasis(reader);
    readFigure(reader, "later", "later_part", "part", 0, 1, rounds.later, rounds.later_basis);
    reader.finish();
    return rounds;
}

/// {"min": 5, "basis": "guess"}, the usual ones, with "least" and "most" where they are known.
Minutes readMinutes(JsonReader reader) {
    constexpr double day_min = 24 * 60;
    Minutes minutes = guessedMinutes(reader.number("min", 0, day_min));
    minutes.basis = readBasis(reader);
    if (minutes.basis != Basis::guess) minutes.least = minutes.most = minutes.usual;
    minutes.least = reader.number("least", 0, minutes.usual, minutes.least);
    minutes.most = reader.number("most", minutes.usual, day_min, minutes.most);
    reader.finish();
    return minutes;
}

/// Minutes for each part of it; or, from before, for each copy alone.
Effort readEffort(JsonReader& step) {
    Effort effort;
    if (step.has("work_min")) effort.each = guessedMinutes(step.number("work_min", 0, 24 * 60));
    if (!step.has("work")) return effort;
    JsonReader reader = step.object("work");
    if (reader.has("min")) {
        effort.each = readMinutes(std::move(reader));
        return effort;
    }
    if (reader.has("setup")) effort.setup = readMinutes(reader.object("setup"));
    if (reader.has("each")) effort.each = readMinutes(reader.object("each"));
    if (reader.has("per_100_cm2")) effort.per_100_cm2 = readMinutes(reader.object("per_100_cm2"));
    reader.finish();
    return effort;
}

nlohmann::json minutesJson(const Minutes& minutes) {
    nlohmann::json value = figureJson("min", minutes.usual, minutes.basis);
    const Minutes plain = minutes.basis == Basis::guess
                              ? guessedMinutes(minutes.usual)
                              : Minutes{minutes.usual, minutes.usual, minutes.usual, minutes.basis};
    if (minutes.least != plain.least) value["least"] = minutes.least;
    if (minutes.most != plain.most) value["most"] = minutes.most;
    return value;
}

nlohmann::json effortJson(const Effort& effort) {
    nlohmann::json value = nlohmann::json::object();
    if (effort.setup.usual > 0) value["setup"] = minutesJson(effort.setup);
    if (effort.each.usual > 0) value["each"] = minutesJson(effort.each);
    if (effort.per_100_cm2.usual > 0) value["per_100_cm2"] = minutesJson(effort.per_100_cm2);
    return value;
}

Spread readSpread(JsonReader reader) {
    Spread spread{reader.id("what"), Spread::On::object};
    if (reader.has("on")) spread.on = readNamed(reader, "on", spread_places);
    reader.finish();
    return spread;
}

/// Whether the last step names only steps that stand before it.
void checkNames(JsonReader& reader, const std::vector<Step>& steps) {
    const Step& last = steps.back();
    const auto known = [&](const std::string& id, bool itself) {
        return id == "print" || std::any_of(steps.begin(), steps.end() - (itself ? 0 : 1),
                                            [&](const Step& step) { return step.id == id; });
    };
    for (const std::string& id : last.after.value_or(std::vector<std::string>{})) {
        if (!known(id, false)) reader.fail("after", Text("\"{id}\" is no step before it", {{"id", id}}));
        if (last.of_sheet && std::any_of(steps.begin(), steps.end() - 1,
                                         [&](const Step& step) { return step.id == id && !step.of_sheet; }))
            reader.fail("after",
                        Text("\"{id}\" is done to pieces, after they left their sheet", {{"id", id}}));
    }
    if (last.rounds && !known(last.rounds->from, true))
        reader.fail("rounds", Text("\"{id}\" is no step before it", {{"id", last.rounds->from}}));
    if (last.rounds && !last.rounds->first.empty()) {
        const auto at = [&](const std::string& id) {
            return std::find_if(steps.begin(), steps.end(), [&](const Step& step) { return step.id == id; });
        };
        if (at(last.rounds->first) == steps.end() || at(last.rounds->first) < at(last.rounds->from))
            reader.fail("rounds", Text("\"{id}\" is no step of the round", {{"id", last.rounds->first}}));
    }
}

}  // namespace

Step readStep(JsonReader& reader, std::size_t number) {
    Step step;
    step.id = reader.has("id") ? reader.id("id") : fmt::format("step-{}", number);
    if (reader.has("kind")) {
        const std::vector<std::string>& names = workNames();
        const std::string kind = reader.oneOf("kind", names);
        step.work = static_cast<Work>(std::find(names.begin(), names.end(), kind) - names.begin());
    }
    step.words = reader.text("do");
    step.name = reader.note("name");
    step.effort = readEffort(reader);
    step.optional = reader.flag("optional", false);
    step.choice = reader.note("choice");
    step.unless = reader.note("unless");
    if (reader.has("only")) step.only = readPrinters(reader, "only");
    if (reader.has("on")) step.on = reader.texts("on");
    if (reader.has("not_on")) step.not_on = reader.texts("not_on");
    if (reader.has("wait")) step.wait = readWait(reader.object("wait"));
    if (reader.has("heat")) step.heat = readHeat(reader.object("heat"));
    if (reader.has("place")) {
        const std::string place = reader.oneOf("place", placeNames());
        step.place = static_cast<Place>(std::find(placeNames().begin(), placeNames().end(), place) -
                                        placeNames().begin());
    }
    if (reader.has("after")) step.after = reader.texts("after");
    if (reader.has("rounds")) step.rounds = readRounds(reader.object("rounds"));
    if (reader.has("faces"))
        for (JsonReader& face : reader.objects("faces")) {
            step.faces.push_back({face.text("face"), face.integer("coats", 1, 20, 1), readBasis(face)});
            face.finish();
        }
    if (reader.has("needs")) step.needs = reader.texts("needs");
    if (reader.has("spreads")) step.spreads = readSpread(reader.object("spreads"));
    step.pressure = reader.note("pressure");
    step.good = reader.note("good");
    step.gate = reader.flag("gate", false);
    if (reader.has("of")) step.of_sheet = reader.oneOf("of", {"piece", "sheet"}) == "sheet";
    step.drawing = reader.note("drawing");
    step.caution = reader.note("caution");
    step.noted = reader.note("noted");
    reader.finish();
    return step;
}

std::vector<Step> readSteps(std::vector<JsonReader> entries) {
    std::vector<Step> steps;
    for (JsonReader& entry : entries) {
        Step step = readStep(entry, steps.size() + 1);
        for (const Step& earlier : steps)
            if (earlier.id == step.id) entry.fail("id", Text("must be there once"));
        steps.push_back(std::move(step));
        checkNames(entry, steps);
    }
    return steps;
}

nlohmann::json toJson(const Step& step) {
    nlohmann::json value{{"id", step.id}, {"do", step.words}};
    if (!step.name.empty()) value["name"] = step.name;
    if (needsHands(step)) value["work"] = effortJson(step.effort);
    if (step.optional) value["optional"] = true;
    if (!step.choice.empty()) value["choice"] = step.choice;
    if (!step.unless.empty()) value["unless"] = step.unless;
    for (PrinterKind kind : step.only) value["only"].push_back(id(kind));
    if (!step.on.empty()) value["on"] = step.on;
    if (!step.not_on.empty()) value["not_on"] = step.not_on;
    if (step.work != Work::unsaid) value["kind"] = workNames()[static_cast<std::size_t>(step.work)];
    if (step.wait) {
        value["wait"] = {{"kind", wait_names[static_cast<std::size_t>(step.wait->kind)]},
                         {"least_min", step.wait->least_min},
                         {"typical_min", step.wait->typical_min},
                         {"most_min", step.wait->most_min},
                         {"basis", nameOf(step.wait->basis)}};
        if (step.wait->no_later_min)
            value["wait"]["no_later"] =
                figureJson("min", *step.wait->no_later_min, step.wait->no_later_basis);
    }
    if (step.wait && step.wait->large)
        value["wait"]["large"] = {{"from_cm2", step.wait->large->from_cm2},
                                  {"least_min", step.wait->large->least_min},
                                  {"typical_min", step.wait->large->typical_min},
                                  {"most_min", step.wait->large->most_min},
                                  {"basis", nameOf(step.wait->large->basis)}};
    if (step.heat)
        value["heat"] = {{"least_c", step.heat->least_c},
                         {"most_c", step.heat->most_c},
                         {"note", step.heat->note},
                         {"basis", nameOf(step.heat->basis)}};
    if (step.place) value["place"] = placeNames()[static_cast<std::size_t>(*step.place)];
    if (step.after) value["after"] = *step.after;
    if (step.rounds) {
        const Rounds& rounds = *step.rounds;
        value["rounds"] = {
            {"from", rounds.from},           {"least", rounds.least},
            {"usual", rounds.usual},         {"most", rounds.most},
            {"basis", nameOf(rounds.basis)}, {"later", figureJson("part", rounds.later, rounds.later_basis)}};
        if (!rounds.first.empty()) value["rounds"]["first"] = rounds.first;
    }
    for (const StepFace& face : step.faces)
        value["faces"].push_back({{"face", face.name}, {"coats", face.times}, {"basis", nameOf(face.basis)}});
    if (!step.needs.empty()) value["needs"] = step.needs;
    if (!step.pressure.empty()) value["pressure"] = step.pressure;
    if (step.spreads) {
        value["spreads"] = {{"what", step.spreads->what}};
        if (step.spreads->on != Spread::On::object) value["spreads"]["on"] = name(step.spreads->on);
    }
    if (!step.good.empty()) value["good"] = step.good;
    if (step.gate) value["gate"] = true;
    if (step.of_sheet) value["of"] = "sheet";
    if (!step.drawing.empty()) value["drawing"] = step.drawing;
    if (!step.caution.empty()) value["caution"] = step.caution;
    if (!step.noted.empty()) value["noted"] = step.noted;
    return value;
}

}  // namespace tympan
