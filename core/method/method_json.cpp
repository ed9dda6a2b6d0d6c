#include "core/method/method_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/sha256.h"
#include "core/method/catalogue.h"

namespace tympan {

namespace {

const std::vector<std::pair<PrinterKind, std::string>> printer_ids{{PrinterKind::laser, "laser"},
                                                                   {PrinterKind::inkjet, "inkjet"},
                                                                   {PrinterKind::sublimation, "sublimation"},
                                                                   {PrinterKind::white_toner, "white-toner"}};

const std::vector<std::string> wait_names{"not-before", "not-after", "hold-for"};  // as Wait::Kind

std::vector<PrinterKind> readPrinters(JsonReader& reader) {
    std::vector<PrinterKind> kinds;
    for (const std::string& name : reader.texts("printers")) {
        const auto found =
            std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.second == name; });
        if (found == printer_ids.end()) reader.fail("printers", "\"" + name + "\" is not a kind of printer");
        kinds.push_back(found->first);
    }
    if (kinds.empty()) reader.fail("printers", "must name at least one kind");
    return kinds;
}

Carrier readCarrier(JsonReader reader) {
    Carrier carrier;
    carrier.name = reader.text("name");
    carrier.face = reader.note("face");
    carrier.usable_inset_mm = reader.number("usable_inset_mm", 0, 50, 0);
    carrier.leading_edge_mm = reader.number("leading_edge_mm", 0, 80, 0);
    reader.finish();
    return carrier;
}

Wait readWait(JsonReader reader) {
    constexpr double month_min = 60 * 24 * 31;
    Wait wait;
    const std::string kind = reader.oneOf("kind", wait_names);
    wait.kind =
        static_cast<Wait::Kind>(std::find(wait_names.begin(), wait_names.end(), kind) - wait_names.begin());
    wait.least_min = reader.number("least_min", 0, month_min);
    wait.typical_min = reader.number("typical_min", wait.least_min, month_min);
    wait.most_min = reader.number("most_min", wait.typical_min, month_min);
    reader.finish();
    return wait;
}

Heat readHeat(JsonReader reader) {
    Heat heat;
    heat.least_c = reader.number("least_c", 20, 260);
    heat.most_c = reader.number("most_c", heat.least_c, 260);
    heat.note = reader.text("note");
    reader.finish();
    return heat;
}

/// `number`, from 1, names a step that was kept before steps had ids.
Step readStep(JsonReader& reader, std::size_t number) {
    Step step;
    step.id = reader.has("id") ? reader.id("id") : fmt::format("step-{}", number);
    if (reader.has("kind")) {
        const std::vector<std::string>& names = workNames();
        const std::string kind = reader.oneOf("kind", names);
        step.work = static_cast<Work>(std::find(names.begin(), names.end(), kind) - names.begin());
    }
    step.words = reader.text("do");
    step.work_min = reader.number("work_min", 0, 24 * 60, 0);
    if (reader.has("wait")) step.wait = readWait(reader.object("wait"));
    if (reader.has("heat")) step.heat = readHeat(reader.object("heat"));
    step.caution = reader.note("caution");
    reader.finish();
    return step;
}

Coats readCoats(JsonReader& reader) {
    Coats coats;
    coats.face = reader.text("face");
    coats.of = reader.text("of");
    coats.least = reader.integer("least", 1, 20);
    coats.most = reader.integer("most", coats.least, 20);
    reader.finish();
    return coats;
}

TransferCurve readTransfer(JsonReader& reader) {
    constexpr std::size_t most_points = 64;
    TransferCurve curve;
    curve.material = reader.note("material");
    curve.printed = reader.numbers("printed", 0, 1, most_points);
    curve.arrives = reader.numbers("arrives", 0, 1, most_points);
    const auto rises = [](const std::vector<double>& values) {
        return values.size() >= 2 && values.front() == 0 && std::is_sorted(values.begin(), values.end()) &&
               values.back() > 0;
    };
    if (curve.printed.size() != curve.arrives.size()) reader.fail("arrives", "must go with \"printed\"");
    if (!rises(curve.printed) || curve.printed.back() != 1) reader.fail("printed", "must rise from 0 to 1");
    if (!rises(curve.arrives)) reader.fail("arrives", "must rise from 0");
    curve.measured = reader.flag("measured", false);
    reader.finish();
    return curve;
}

std::vector<Misfit> readMisfits(JsonReader& reader, const std::string& field) {
    std::vector<Misfit> misfits;
    if (!reader.has(field)) return misfits;
    for (JsonReader& entry : reader.objects(field)) {
        misfits.push_back({entry.id("what"), entry.text("why")});
        entry.finish();
    }
    return misfits;
}

std::vector<std::string> textsOrNone(JsonReader& reader, const std::string& field) {
    return reader.has(field) ? reader.texts(field) : std::vector<std::string>{};
}

}  // namespace

Method readMethod(JsonReader reader) {
    Method method;
    method.id = reader.text("id");
    const std::string_view bare = method.id.starts_with(user_prefix)
                                      ? std::string_view(method.id).substr(user_prefix.size())
                                      : method.id;
    if (bare.empty() ||
        bare.find_first_not_of("abcdefghijklmnopqrstuvwxyz0123456789-") != std::string_view::npos)
        reader.fail("id", "may hold only small letters, figures and hyphens");
    method.revision = reader.integer("revision", 1, 100000);
    method.name = reader.text("name");
    method.summary = reader.text("summary");
    method.turns = reader.texts("turns");
    method.laid_whole = reader.flag("laid_whole", false);
    method.passes = reader.integer("passes", 1, 4, 1);
    method.overlaps = reader.flag("overlaps", true);
    method.printers = readPrinters(reader);
    method.not_printers = readMisfits(reader, "not_printers");
    method.suits = textsOrNone(reader, "suits");
    method.not_materials = readMisfits(reader, "not_materials");
    method.light_ground = reader.flag("light_ground", true);
    if (reader.has("solids")) {
        JsonReader solids = reader.object("solids");
        method.solids = {solids.number("ink", 0.3, 1), solids.number("width_mm", 1, 100)};
        solids.finish();
    }
    method.finest_line_mm = reader.number("finest_line_mm", 0.02, 5, method.finest_line_mm);
    if (reader.has("transfer"))
        for (JsonReader& entry : reader.objects("transfer")) method.transfer.push_back(readTransfer(entry));
    method.most_ink = reader.number("most_ink", 0.05, 1, 1);
    method.veil = reader.number("veil", 0, 1, 0);
    method.needs = textsOrNone(reader, "needs");
    method.carrier = readCarrier(reader.object("carrier"));
    method.medium = reader.note("medium");
    if (reader.has("coats"))
        for (JsonReader& entry : reader.objects("coats")) method.coats.push_back(readCoats(entry));
    if (reader.has("steps"))
        for (JsonReader& entry : reader.objects("steps")) {
            Step step = readStep(entry, method.steps.size() + 1);
            for (const Step& earlier : method.steps)
                if (earlier.id == step.id) entry.fail("id", "must be there once");
            method.steps.push_back(std::move(step));
        }
    method.release = reader.note("release");
    method.finish = reader.note("finish");
    method.look = reader.note("look");
    const std::string rubbing =
        reader.has("rubbing") ? reader.oneOf("rubbing", {"none", "some", "much"}) : "none";
    method.rubbing = rubbing == "much" ? Rubbing::much : rubbing == "some" ? Rubbing::some : Rubbing::none;
    method.spare = reader.flag("spare", false);
    method.advice = reader.oneOf("tone", {"grey", "colour"}) == "grey" ? InkAdvice::grey : InkAdvice::colour;
    method.tone_note = reader.note("tone_note");
    method.media_type = reader.text("media_type");
    method.before_printing = reader.texts("before_printing");
    method.after_printing = reader.texts("after_printing");
    method.cautions = reader.texts("cautions");
    reader.finish();
    return method;
}

namespace {

nlohmann::json toJson(const Step& step) {
    nlohmann::json value{{"id", step.id}, {"do", step.words}, {"work_min", step.work_min}};
    if (step.work != Work::unsaid) value["kind"] = workNames()[static_cast<std::size_t>(step.work)];
    if (step.wait)
        value["wait"] = {{"kind", wait_names[static_cast<std::size_t>(step.wait->kind)]},
                         {"least_min", step.wait->least_min},
                         {"typical_min", step.wait->typical_min},
                         {"most_min", step.wait->most_min}};
    if (step.heat)
        value["heat"] = {
            {"least_c", step.heat->least_c}, {"most_c", step.heat->most_c}, {"note", step.heat->note}};
    if (!step.caution.empty()) value["caution"] = step.caution;
    return value;
}

nlohmann::json toJson(const std::vector<Misfit>& misfits) {
    nlohmann::json list = nlohmann::json::array();
    for (const Misfit& each : misfits) list.push_back({{"what", each.what}, {"why", each.why}});
    return list;
}

}  // namespace

nlohmann::json toJson(const Method& method) {
    nlohmann::json printers = nlohmann::json::array(), coats = nlohmann::json::array(),
                   steps = nlohmann::json::array();
    for (PrinterKind kind : method.printers) printers.push_back(id(kind));
    for (const Coats& each : method.coats)
        coats.push_back({{"face", each.face}, {"of", each.of}, {"least", each.least}, {"most", each.most}});
    for (const Step& step : method.steps) steps.push_back(toJson(step));
    nlohmann::json transfer = nlohmann::json::array();
    for (const TransferCurve& curve : method.transfer)
        transfer.push_back({{"material", curve.material},
                            {"printed", curve.printed},
                            {"arrives", curve.arrives},
                            {"measured", curve.measured}});
    return {{"id", method.id},
            {"revision", method.revision},
            {"name", method.name},
            {"summary", method.summary},
            {"turns", method.turns},
            {"laid_whole", method.laid_whole},
            {"passes", method.passes},
            {"overlaps", method.overlaps},
            {"printers", printers},
            {"not_printers", toJson(method.not_printers)},
            {"suits", method.suits},
            {"not_materials", toJson(method.not_materials)},
            {"light_ground", method.light_ground},
            {"solids", {{"ink", method.solids.ink}, {"width_mm", method.solids.width_mm}}},
            {"finest_line_mm", method.finest_line_mm},
            {"transfer", transfer},
            {"most_ink", method.most_ink},
            {"veil", method.veil},
            {"needs", method.needs},
            {"carrier",
             {{"name", method.carrier.name},
              {"face", method.carrier.face},
              {"usable_inset_mm", method.carrier.usable_inset_mm},
              {"leading_edge_mm", method.carrier.leading_edge_mm}}},
            {"medium", method.medium},
            {"coats", coats},
            {"steps", steps},
            {"release", method.release},
            {"finish", method.finish},
            {"look", method.look},
            {"rubbing", method.rubbing == Rubbing::much   ? "much"
                        : method.rubbing == Rubbing::some ? "some"
                                                          : "none"},
            {"spare", method.spare},
            {"tone", method.advice == InkAdvice::grey ? "grey" : "colour"},
            {"tone_note", method.tone_note},
            {"media_type", method.media_type},
            {"before_printing", method.before_printing},
            {"after_printing", method.after_printing},
            {"cautions", method.cautions}};
}

std::string hashOf(const Method& method) {
    const std::string text = toJson(method).dump();
    return sha256({reinterpret_cast<const unsigned char*>(text.data()), text.size()});
}

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

}  // namespace tympan
