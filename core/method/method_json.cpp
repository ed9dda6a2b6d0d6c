#include "core/method/method_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/base/sha256.h"
#include "core/method/catalogue.h"
#include "core/method/step_json.h"

namespace tympan {

namespace {

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

std::vector<Misfit> readMisfits(JsonReader& reader, const std::string& field) {
    std::vector<Misfit> misfits;
    if (!reader.has(field)) return misfits;
    for (JsonReader& entry : reader.objects(field)) {
        misfits.push_back({entry.id("what"), entry.text("why")});
        entry.finish();
    }
    return misfits;
}

std::set<std::string> idsOrNone(JsonReader& reader, const std::string& field) {
    if (!reader.has(field)) return {};
    const std::vector<std::string> ids = reader.texts(field);
    return {ids.begin(), ids.end()};
}

/// A variant, and whether what it names is there.
Variant readVariant(JsonReader& reader, const Method& method) {
    Variant variant{reader.id("id"), reader.text("about"), reader.text("name"), reader.note("suits"), {}, {}};
    for (const Variant& earlier : method.variants.all)
        if (earlier.id == variant.id) reader.fail("id", Text("must be there once"));
    variant.chosen = idsOrNone(reader, "chosen");
    variant.left_out = idsOrNone(reader, "left_out");
    for (const std::string& choice : variant.chosen)
        if (choice != sheet_by_sheet &&
            std::none_of(method.steps.begin(), method.steps.end(), [&](const Step& step) {
                return (step.optional && choiceOf(step) == choice) || step.unless == choice;
            }))
            reader.fail("chosen", Text("\"{id}\" is no choice of this method", {{"id", choice}}));
    for (const std::string& id : variant.left_out)
        if (std::none_of(method.steps.begin(), method.steps.end(),
                         [&](const Step& step) { return step.id == id; }))
            reader.fail("left_out", Text("\"{id}\" is no step of this method", {{"id", id}}));
    reader.finish();
    return variant;
}

std::vector<std::string> textsOrNone(JsonReader& reader, const std::string& field) {
    return reader.has(field) ? reader.texts(field) : std::vector<std::string>{};
}

}  // namespace

TransferCurve readTransferCurve(JsonReader& reader) {
    constexpr std::size_t most_points = 64;
    TransferCurve curve;
    curve.material = reader.note("material");
    curve.printed = reader.numbers("printed", 0, 1, most_points);
    curve.arrives = reader.numbers("arrives", 0, 1, most_points);
    const auto rises = [](const std::vector<double>& values) {
        return values.size() >= 2 && values.front() == 0 && std::is_sorted(values.begin(), values.end()) &&
               values.back() > 0;
    };
    if (curve.printed.size() != curve.arrives.size())
        reader.fail("arrives", Text("must go with \"printed\""));
    if (!rises(curve.printed) || curve.printed.back() != 1)
        reader.fail("printed", Text("must rise from 0 to 1"));
    if (!rises(curve.arrives)) reader.fail("arrives", Text("must rise from 0"));
    curve.basis = reader.flag("measured", false) ? Basis::measured : readBasis(reader);
    reader.finish();
    return curve;
}

SolidLimits readSolidLimits(JsonReader reader) {
    SolidLimits solids{reader.number("ink", 0.3, 1), reader.number("width_mm", 1, 100), readBasis(reader)};
    reader.finish();
    return solids;
}

nlohmann::json toJson(const TransferCurve& curve) {
    return {{"material", curve.material},
            {"printed", curve.printed},
            {"arrives", curve.arrives},
            {"basis", nameOf(curve.basis)}};
}

nlohmann::json toJson(const SolidLimits& solids) {
    return {{"ink", solids.ink}, {"width_mm", solids.width_mm}, {"basis", nameOf(solids.basis)}};
}

Method readMethod(JsonReader reader) {
    Method method;
    method.id = reader.text("id");
    const std::string_view bare = method.id.starts_with(user_prefix)
                                      ? std::string_view(method.id).substr(user_prefix.size())
                                      : method.id;
    if (bare.empty() ||
        bare.find_first_not_of("abcdefghijklmnopqrstuvwxyz0123456789-") != std::string_view::npos)
        reader.fail("id", Text("may hold only small letters, figures and hyphens"));
    method.revision = reader.integer("revision", 1, 100000);
    method.name = reader.text("name");
    method.summary = reader.text("summary");
    method.turns = reader.texts("turns");
    method.seen_through = reader.flag("seen_through", false);
    method.laid_whole = reader.flag("laid_whole", false);
    method.one_sheet = reader.flag("one_sheet", false);
    method.passes = reader.integer("passes", 1, 2, 1);
    // What stands under "overlaps" in older copies was true of nearly all, and read by nobody.
    reader.flag("overlaps", false);
    method.overlaps = reader.flag("sheets_overlap", false);
    method.printers = readPrinters(reader, "printers");
    method.not_printers = readMisfits(reader, "not_printers");
    method.suits = textsOrNone(reader, "suits");
    method.not_materials = readMisfits(reader, "not_materials");
    method.with_care = readMisfits(reader, "with_care");
    method.light_ground = reader.flag("light_ground", true);
    method.shows_black = reader.flag("shows_black", false);
    if (reader.has("solids")) method.solids = readSolidLimits(reader.object("solids"));
    readFigure(reader, "finest_line", "finest_line_mm", "mm", 0.02, 5, method.finest_line_mm,
               method.finest_line_basis);
    if (reader.has("transfer"))
        for (JsonReader& entry : reader.objects("transfer"))
            method.transfer.push_back(readTransferCurve(entry));
    readFigure(reader, "ink_limit", "most_ink", "share", 0.05, 1, method.most_ink, method.most_ink_basis);
    readFigure(reader, "white_veil", "veil", "share", 0, 1, method.veil, method.veil_basis);
    method.needs = textsOrNone(reader, "needs");
    method.carrier = readCarrier(reader.object("carrier"));
    method.medium = reader.note("medium");
    if (reader.has("coats"))
        for (JsonReader& entry : reader.objects("coats")) method.coats.push_back(readCoats(entry));
    if (reader.has("steps")) method.steps = readSteps(reader.objects("steps"));
    if (reader.has("variants"))
        for (JsonReader& entry : reader.objects("variants"))
            method.variants.all.push_back(readVariant(entry, method));
    method.variants.taken = textsOrNone(reader, "taken");
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
    for (const TransferCurve& curve : method.transfer) transfer.push_back(toJson(curve));
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
    nlohmann::json value{{"id", method.id},
                         {"revision", method.revision},
                         {"name", method.name},
                         {"summary", method.summary},
                         {"turns", method.turns},
                         {"seen_through", method.seen_through},
                         {"laid_whole", method.laid_whole},
                         {"one_sheet", method.one_sheet},
                         {"passes", method.passes},
                         {"sheets_overlap", method.overlaps},
                         {"printers", printers},
                         {"not_printers", toJson(method.not_printers)},
                         {"suits", method.suits},
                         {"not_materials", toJson(method.not_materials)},
                         {"light_ground", method.light_ground},
                         {"shows_black", method.shows_black},
                         {"with_care", toJson(method.with_care)},
                         {"solids", toJson(method.solids)},
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
    for (const Variant& each : method.variants.all) {
        nlohmann::json variant{{"id", each.id}, {"about", each.about}, {"name", each.name}};
        if (!each.suits.empty()) variant["suits"] = each.suits;
        if (!each.chosen.empty()) variant["chosen"] = each.chosen;
        if (!each.left_out.empty()) variant["left_out"] = each.left_out;
        value["variants"].push_back(std::move(variant));
    }
    if (!method.variants.taken.empty()) value["taken"] = method.variants.taken;
    return value;
}

std::string hashOf(const Method& method) {
    const std::string text = toJson(method).dump();
    return sha256({reinterpret_cast<const unsigned char*>(text.data()), text.size()});
}

}  // namespace tympan
