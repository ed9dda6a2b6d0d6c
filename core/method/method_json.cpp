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

std::vector<PrinterKind> readPrinters(JsonReader& reader, const std::string& field) {
    std::vector<PrinterKind> kinds;
    for (const std::string& name : reader.texts(field)) {
        const auto found =
            std::find_if(printer_ids.begin(), printer_ids.end(), [&](auto& p) { return p.second == name; });
        if (found == printer_ids.end()) reader.fail(field, "\"" + name + "\" is not a kind of printer");
        kinds.push_back(found->first);
    }
    if (kinds.empty()) reader.fail(field, "must name at least one kind");
    return kinds;
}

/// A number that was kept before numbers had a basis is a guess.
Basis readBasis(JsonReader& reader) {
    if (!reader.has("basis")) return Basis::guess;
    const std::string name = reader.oneOf("basis", basisNames());
    return static_cast<Basis>(std::find(basisNames().begin(), basisNames().end(), name) -
                              basisNames().begin());
}

const std::string& nameOf(Basis basis) { return basisNames()[static_cast<std::size_t>(basis)]; }

/// A number with its basis, as {"mm": 0.25, "basis": "guess"}; or bare, in the field `bare`, from before.
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

Mount readMount(JsonReader& reader) {
    Mount mount{reader.id("id"), reader.text("name"), reader.number("inset_mm", 0, 50), readBasis(reader)};
    reader.finish();
    return mount;
}

Carrier readCarrier(JsonReader reader) {
    Carrier carrier;
    carrier.name = reader.text("name");
    carrier.face = reader.note("face");
    carrier.usable_inset_mm = reader.number("usable_inset_mm", 0, 50, 0);
    carrier.leading_edge_mm = reader.number("leading_edge_mm", 0, 80, 0);
    carrier.basis = readBasis(reader);
    if (reader.has("mounts"))
        for (JsonReader& entry : reader.objects("mounts")) carrier.mounts.push_back(readMount(entry));
    carrier.mount = reader.note("mount");
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
    wait.basis = readBasis(reader);
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
    readFigure(reader, "work", "work_min", "min", 0, 24 * 60, step.work_min, step.work_basis);
    step.optional = reader.flag("optional", false);
    if (reader.has("only")) step.only = readPrinters(reader, "only");
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
    coats.basis = readBasis(reader);
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
    curve.basis = reader.flag("measured", false) ? Basis::measured : readBasis(reader);
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
    method.seen_through = reader.flag("seen_through", false);
    method.laid_whole = reader.flag("laid_whole", false);
    method.passes = reader.integer("passes", 1, 4, 1);
    // What stands under "overlaps" in older copies was true of nearly all, and read by nobody.
    reader.flag("overlaps", false);
    method.overlaps = reader.flag("sheets_overlap", false);
    method.printers = readPrinters(reader, "printers");
    method.not_printers = readMisfits(reader, "not_printers");
    method.suits = textsOrNone(reader, "suits");
    method.not_materials = readMisfits(reader, "not_materials");
    method.with_care = readMisfits(reader, "with_care");
    method.light_ground = reader.flag("light_ground", true);
    if (reader.has("solids")) {
        JsonReader solids = reader.object("solids");
        method.solids = {solids.number("ink", 0.3, 1), solids.number("width_mm", 1, 100), readBasis(solids)};
        solids.finish();
    }
    readFigure(reader, "finest_line", "finest_line_mm", "mm", 0.02, 5, method.finest_line_mm,
               method.finest_line_basis);
    if (reader.has("transfer"))
        for (JsonReader& entry : reader.objects("transfer")) method.transfer.push_back(readTransfer(entry));
    readFigure(reader, "ink_limit", "most_ink", "share", 0.05, 1, method.most_ink, method.most_ink_basis);
    readFigure(reader, "white_veil", "veil", "share", 0, 1, method.veil, method.veil_basis);
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
    const std::string tone = reader.oneOf("tone", {"grey", "colour", "picture"});
    method.advice = tone == "grey"     ? InkAdvice::grey
                    : tone == "colour" ? InkAdvice::colour
                                       : InkAdvice::picture;
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
    nlohmann::json value{{"id", step.id}, {"do", step.words}};
    if (step.work_min > 0) value["work"] = figureJson("min", step.work_min, step.work_basis);
    if (step.optional) value["optional"] = true;
    for (PrinterKind kind : step.only) value["only"].push_back(id(kind));
    if (step.work != Work::unsaid) value["kind"] = workNames()[static_cast<std::size_t>(step.work)];
    if (step.wait)
        value["wait"] = {{"kind", wait_names[static_cast<std::size_t>(step.wait->kind)]},
                         {"least_min", step.wait->least_min},
                         {"typical_min", step.wait->typical_min},
                         {"most_min", step.wait->most_min},
                         {"basis", nameOf(step.wait->basis)}};
    if (step.heat)
        value["heat"] = {{"least_c", step.heat->least_c},
                         {"most_c", step.heat->most_c},
                         {"note", step.heat->note},
                         {"basis", nameOf(step.heat->basis)}};
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
        coats.push_back({{"face", each.face},
                         {"of", each.of},
                         {"least", each.least},
                         {"most", each.most},
                         {"basis", nameOf(each.basis)}});
    for (const Step& step : method.steps) steps.push_back(toJson(step));
    nlohmann::json transfer = nlohmann::json::array();
    for (const TransferCurve& curve : method.transfer)
        transfer.push_back({{"material", curve.material},
                            {"printed", curve.printed},
                            {"arrives", curve.arrives},
                            {"basis", nameOf(curve.basis)}});
    nlohmann::json carrier{{"name", method.carrier.name},
                           {"face", method.carrier.face},
                           {"usable_inset_mm", method.carrier.usable_inset_mm},
                           {"leading_edge_mm", method.carrier.leading_edge_mm},
                           {"basis", nameOf(method.carrier.basis)}};
    for (const Mount& mount : method.carrier.mounts)
        carrier["mounts"].push_back({{"id", mount.id},
                                     {"name", mount.name},
                                     {"inset_mm", mount.inset_mm},
                                     {"basis", nameOf(mount.basis)}});
    if (!method.carrier.mount.empty()) carrier["mount"] = method.carrier.mount;
    return {{"id", method.id},
            {"revision", method.revision},
            {"name", method.name},
            {"summary", method.summary},
            {"turns", method.turns},
            {"seen_through", method.seen_through},
            {"laid_whole", method.laid_whole},
            {"passes", method.passes},
            {"sheets_overlap", method.overlaps},
            {"printers", printers},
            {"not_printers", toJson(method.not_printers)},
            {"suits", method.suits},
            {"not_materials", toJson(method.not_materials)},
            {"light_ground", method.light_ground},
            {"with_care", toJson(method.with_care)},
            {"solids",
             {{"ink", method.solids.ink},
              {"width_mm", method.solids.width_mm},
              {"basis", nameOf(method.solids.basis)}}},
            {"finest_line", figureJson("mm", method.finest_line_mm, method.finest_line_basis)},
            {"transfer", transfer},
            {"ink_limit", figureJson("share", method.most_ink, method.most_ink_basis)},
            {"white_veil", figureJson("share", method.veil, method.veil_basis)},
            {"needs", method.needs},
            {"carrier", std::move(carrier)},
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
            {"tone", method.advice == InkAdvice::grey     ? "grey"
                     : method.advice == InkAdvice::colour ? "colour"
                                                          : "picture"},
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
