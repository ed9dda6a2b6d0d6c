#include "core/job/piece_json.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include "core/artwork/edited.h"
#include "core/job/limits.h"
#include "core/job/picture_json.h"
#include "core/job/sheets_json.h"
#include "core/method/method_json.h"
#include "core/object/object_json.h"

namespace tympan {

using nlohmann::json;

namespace {

Placement readPlacement(JsonReader reader) {
    Placement placement;
    placement.object = reader.integer("object", limits::id);
    placement.from_centre = {reader.number("x_mm", limits::place_mm, 0),
                             reader.number("y_mm", limits::place_mm, 0)};
    placement.rotation_deg = reader.number("turn_deg", limits::rotation_deg, 0);
    const std::string fit =
        reader.has("fit") ? reader.oneOf("fit", {"by-hand", "inside", "fill"}) : "by-hand";
    placement.fit = fit == "inside" ? Fit::inside : fit == "fill" ? Fit::fill : Fit::by_hand;
    placement.margin_mm = reader.number("margin_mm", limits::bare_mm, 0);
    placement.locked = reader.flag("locked", false);
    placement.share = reader.number("share", limits::share, 1);
    if (reader.has("distances"))
        for (JsonReader& each : reader.objects("distances")) {
            placement.distances.push_back({each.note("from"), each.number("mm", limits::bare_mm)});
            each.finish();
        }
    if (placement.distances.size() > limits::most_distances)
        reader.fail("distances", Text("can be two at most"));
    reader.finish();
    return placement;
}

Screen readScreen(JsonReader reader) {
    Screen screen;
    const std::vector<std::string> names(screenNames().begin(), screenNames().end());
    const auto found = std::find(names.begin(), names.end(), reader.oneOf("kind", names));
    screen.kind = static_cast<Screen::Kind>(found - names.begin());
    screen.per_cm = reader.number("per_cm", limits::screen_per_cm);
    screen.angle_deg = reader.number("angle_deg", limits::rotation_deg);
    reader.finish();
    return screen;
}

DarkCloth readDarkCloth(JsonReader reader) {
    DarkCloth cloth;
    cloth.limit = reader.integer("limit", limits::percent, cloth.limit);
    cloth.soft = reader.integer("soft", limits::percent, cloth.soft);
    cloth.white = reader.integer("white", limits::percent, cloth.white);
    if (reader.has("choke_mm")) cloth.choke_mm = reader.number("choke_mm", limits::choke_mm);
    reader.finish();
    return cloth;
}

std::array<int, 3> readParts(JsonReader& reader, const std::string& field) {
    const std::vector<double> read = reader.numbers(field, limits::percent.least, limits::percent.most, 3);
    if (read.size() != 3) reader.fail(field, Text("must be three numbers: of red, green and blue"));
    std::array<int, 3> parts{};
    std::transform(read.begin(), read.end(), parts.begin(),
                   [](double part) { return static_cast<int>(std::lround(part)); });
    return parts;
}

GreyMix readMix(JsonReader& reader) {
    if (!reader.isText("mix")) return {GreyMix::Kind::by_hand, readParts(reader, "mix")};
    reader.oneOf("mix", {"auto"});
    return {GreyMix::Kind::automatic};
}

Tone readTone(JsonReader reader) {
    Tone tone;
    const std::string ink = reader.oneOf("ink", {"as-method-says", "grey", "colour"});
    tone.ink = ink == "grey"     ? Tone::InkChoice::grey
               : ink == "colour" ? Tone::InkChoice::colour
                                 : Tone::InkChoice::as_method_says;
    if (reader.isText("contrast")) {
        const bool none = reader.oneOf("contrast", {"auto", "none"}) == "none";
        tone.contrast.kind = none ? Contrast::Kind::none : Contrast::Kind::automatic;
    } else {
        tone.contrast = {Contrast::Kind::strength, reader.integer("contrast", limits::percent)};
    }
    // What a maker has set and does not use just now is there again when it is switched back to.
    if (reader.has("contrast_strength"))
        tone.contrast.strength = reader.integer("contrast_strength", limits::percent);
    if (reader.has("shades")) {
        const std::vector<double> lift = reader.numbers("shades", -100, 100, tone.shades.lift.size());
        if (lift.size() != tone.shades.lift.size()) reader.fail("shades", Text("must be eleven numbers"));
        std::transform(lift.begin(), lift.end(), tone.shades.lift.begin(),
                       [](double each) { return static_cast<int>(std::lround(each)); });
    }
    tone.inverted = reader.flag("inverted", false);
    tone.steps = reader.integer("steps", limits::steps, 0);
    if (reader.isText("line_art")) {
        const bool local = reader.oneOf("line_art", {"auto", "local"}) == "local";
        tone.line_art.kind = local ? LineArt::Kind::local : LineArt::Kind::automatic;
    } else if (reader.has("line_art")) {
        tone.line_art.kind = LineArt::Kind::limit;
        tone.line_art.limit = reader.integer("line_art", limits::grey);
    }
    tone.line_art.limit = reader.integer("line_art_limit", limits::grey, tone.line_art.limit);
    tone.line_art.around_mm = reader.number("around_mm", limits::limit_around_mm, tone.line_art.around_mm);
    tone.line_art.specks_mm = reader.number("specks_mm", limits::repair_mm, 0);
    tone.line_art.gaps_mm = reader.number("gaps_mm", limits::repair_mm, 0);
    if (reader.has("mix")) tone.mix = readMix(reader);
    if (reader.has("mix_parts")) tone.mix.parts = readParts(reader, "mix_parts");
    tone.local.amount = reader.integer("local_contrast", limits::percent, 0);
    tone.local.radius_mm = reader.number("local_radius_mm", limits::local_mm, tone.local.radius_mm);
    if (reader.has("solids")) {
        const std::string solids = reader.oneOf("solids", {"lightened", "hatched", "dotted"});
        tone.solids.kind = solids == "lightened" ? Solids::Kind::lightened
                           : solids == "hatched" ? Solids::Kind::hatched
                                                 : Solids::Kind::dotted;
    }
    tone.solids.ink = reader.integer("solids_ink", limits::percent, tone.solids.ink);
    tone.compensated = reader.flag("compensated", false);
    if (reader.has("screen")) tone.screen = readScreen(reader.object("screen"));
    tone.vividness = {reader.integer("vivid_pale", limits::around, 0),
                      reader.integer("vivid_all", limits::around, 0)};
    if (reader.has("dark_cloth")) tone.dark_cloth = readDarkCloth(reader.object("dark_cloth"));
    reader.finish();
    return tone;
}

CareZone readCareZone(JsonReader& reader) {
    CareZone zone{reader.note("name"),
                  {reader.number("left", limits::part), reader.number("top", limits::part),
                   reader.number("width", limits::part), reader.number("height", limits::part)}};
    reader.finish();
    return zone;
}

}  // namespace

json toJson(const Placement& placement) {
    json value{{"object", placement.object},      {"x_mm", placement.from_centre.x},
               {"y_mm", placement.from_centre.y}, {"turn_deg", placement.rotation_deg},
               {"fit", name(placement.fit)},      {"margin_mm", placement.margin_mm}};
    if (placement.locked) value["locked"] = true;
    if (placement.share != 1) value["share"] = placement.share;
    for (const SpotDistance& each : placement.distances)
        value["distances"].push_back({{"from", each.from}, {"mm", each.mm}});
    return value;
}

json toJson(const Edge& edge) {
    json value{{"cut", name(edge.cut)}, {"stop_mm", edge.stop_mm}, {"rim", name(edge.rim)},
               {"rim_mm", edge.rim_mm}, {"seed", edge.seed},       {"tab", edge.tab}};
    if (!edge.cell.empty()) value["cell"] = toJson(edge.cell);
    return value;
}

json toJson(const Tone& tone) {
    json value{{"ink", tone.ink == Tone::InkChoice::grey     ? "grey"
                       : tone.ink == Tone::InkChoice::colour ? "colour"
                                                             : "as-method-says"}};
    if (tone.contrast.kind == Contrast::Kind::strength)
        value["contrast"] = tone.contrast.strength;
    else
        value["contrast"] = tone.contrast.kind == Contrast::Kind::none ? "none" : "auto";
    const Tone usual;
    if (tone.contrast.kind != Contrast::Kind::strength && tone.contrast.strength != usual.contrast.strength)
        value["contrast_strength"] = tone.contrast.strength;
    if (!tone.shades.untouched()) value["shades"] = tone.shades.lift;
    if (tone.inverted) value["inverted"] = true;
    if (tone.steps > 0) value["steps"] = tone.steps;
    if (tone.mix.kind == GreyMix::Kind::automatic) value["mix"] = "auto";
    if (tone.mix.kind == GreyMix::Kind::by_hand)
        value["mix"] = tone.mix.parts;
    else if (tone.mix.parts != usual.mix.parts)
        value["mix_parts"] = tone.mix.parts;
    if (tone.local.amount > 0) value["local_contrast"] = tone.local.amount;
    if (tone.local.radius_mm != usual.local.radius_mm) value["local_radius_mm"] = tone.local.radius_mm;
    if (tone.solids.kind != Solids::Kind::as_they_are)
        value["solids"] = tone.solids.kind == Solids::Kind::lightened ? "lightened"
                          : tone.solids.kind == Solids::Kind::hatched ? "hatched"
                                                                      : "dotted";
    if (tone.solids.ink != usual.solids.ink) value["solids_ink"] = tone.solids.ink;
    if (tone.compensated) value["compensated"] = true;
    if (tone.line_art.around_mm != usual.line_art.around_mm) value["around_mm"] = tone.line_art.around_mm;
    if (tone.line_art.specks_mm > 0) value["specks_mm"] = tone.line_art.specks_mm;
    if (tone.line_art.gaps_mm > 0) value["gaps_mm"] = tone.line_art.gaps_mm;
    if (tone.line_art.kind == LineArt::Kind::local) value["line_art"] = "local";
    if (tone.line_art.kind == LineArt::Kind::automatic) value["line_art"] = "auto";
    if (tone.line_art.kind == LineArt::Kind::limit)
        value["line_art"] = tone.line_art.limit;
    else if (tone.line_art.limit != usual.line_art.limit)
        value["line_art_limit"] = tone.line_art.limit;
    if (tone.screen != usual.screen)
        value["screen"] = {{"kind", name(tone.screen.kind)},
                           {"per_cm", tone.screen.per_cm},
                           {"angle_deg", tone.screen.angle_deg}};
    if (tone.vividness.pale != 0) value["vivid_pale"] = tone.vividness.pale;
    if (tone.vividness.all != 0) value["vivid_all"] = tone.vividness.all;
    if (const DarkCloth& cloth = tone.dark_cloth; cloth != usual.dark_cloth) {
        value["dark_cloth"] = {{"limit", cloth.limit}, {"soft", cloth.soft}, {"white", cloth.white}};
        if (cloth.choke_mm) value["dark_cloth"]["choke_mm"] = *cloth.choke_mm;
    }
    return value;
}

Edge readEdge(JsonReader reader) {
    Edge edge;
    const std::string cut = reader.oneOf("cut", {"none", "object", "silhouette", "cell"});
    for (const Cut each : {Cut::object, Cut::silhouette, Cut::cell})
        if (name(each) == cut) edge.cut = each;
    if (reader.has("cell")) edge.cell = readOutline(reader, "cell", true);
    if (edge.cut == Cut::cell && edge.cell.empty()) reader.fail("cell", Text("is missing"));
    edge.stop_mm = reader.number("stop_mm", limits::stop_mm, 0);
    const std::string rim = reader.oneOf("rim", {"sharp", "feathered", "torn", "worn"});
    edge.rim = rim == "feathered" ? Rim::feathered
               : rim == "torn"    ? Rim::torn
               : rim == "worn"    ? Rim::worn
                                  : Rim::sharp;
    edge.rim_mm = reader.number("rim_mm", limits::rim_mm, 3);
    edge.seed = reader.integer("seed", limits::seed, 1);
    edge.tab = reader.flag("tab", false);
    reader.finish();
    return edge;
}

json toJson(const Enlarging& enlarging) {
    json value{{"engine", name(enlarging.engine)}};
    if (enlarging.seen_from_mm > 0) value["seen_from_mm"] = enlarging.seen_from_mm;
    if (enlarging.quality) value["quality"] = *enlarging.quality;
    if (enlarging.engine == Engine::redraw)
        value["corners"] = enlarging.corners, value["speck_mm"] = enlarging.speck_mm;
    return value;
}

Enlarging readEnlarging(JsonReader reader) {
    Enlarging enlarging;
    enlarging.engine = *engineNamed(reader.oneOf("engine", {"auto", "smooth", "photo", "drawing", "redraw"}));
    if (reader.has("seen_from_mm"))
        enlarging.seen_from_mm = reader.number("seen_from_mm", limits::seen_from_mm);
    if (reader.has("quality")) enlarging.quality = reader.integer("quality", limits::quality);
    enlarging.corners = reader.integer("corners", limits::percent, enlarging.corners);
    enlarging.speck_mm = reader.number("speck_mm", limits::speck_mm, enlarging.speck_mm);
    reader.finish();
    return enlarging;
}

json toJson(const Piece& piece) {
    json value{{"id", piece.id},
               {"name", piece.name},
               {"artwork", entryOf(*piece.artwork)},
               {"artwork_name", piece.artwork->name},
               {"method", toJson(piece.method)},
               {"printer", piece.printer},
               {"placement", toJson(piece.placement)},
               {"width_mm", piece.size.width},
               {"height_mm", piece.size.height},
               {"tone", toJson(piece.tone)},
               {"enlarge", toJson(piece.enlarging)},
               {"edge", toJson(piece.edge)},
               {"already_reversed", piece.already_reversed},
               {"copies", piece.copies},
               {"spares", piece.spares}};
    // Whether it came reversed is told by the piece.
    PictureEdit edit = piece.artwork->edit;
    edit.reversed = false;
    if (!edit.untouched()) value["picture"] = toJson(edit);
    for (const CareZone& zone : piece.care)
        value["care"].push_back({{"name", zone.name},
                                 {"left", zone.parts.x},
                                 {"top", zone.parts.y},
                                 {"width", zone.parts.width},
                                 {"height", zone.parts.height}});
    if (piece.joining != Joining{}) value["joining"] = toJson(piece.joining);
    if (!piece.notes.empty()) value["notes"] = piece.notes;
    if (!piece.rights.empty()) value["rights"] = piece.rights;
    if (!piece.shop.empty()) value["shop"] = piece.shop;
    if (piece.measured) value["measured"] = toJson(*piece.measured);
    for (const Answer& answer : piece.answers) value["answers"].push_back(toJson(answer));
    return value;
}

Piece readPiece(JsonReader reader, const ArtworkSource& artworks) {
    Piece piece;
    piece.id = reader.integer("id", limits::id);
    piece.name = reader.note("name");
    piece.method = readMethod(reader.object("method"));
    piece.rights = reader.note("rights");
    piece.shop = reader.note("shop");
    if (reader.has("measured")) {
        JsonReader measured = reader.object("measured");
        piece.measured = readMeasured(measured);
    }
    if (reader.has("answers"))
        for (JsonReader& answer : reader.objects("answers")) piece.answers.push_back(readAnswer(answer));
    if (reader.has("printer")) piece.printer = reader.integer("printer", limits::id);
    piece.placement = readPlacement(reader.object("placement"));
    piece.size = {reader.number("width_mm", limits::side_mm), reader.number("height_mm", limits::side_mm)};
    piece.tone = readTone(reader.object("tone"));
    // Jobs from before there was a choice were resampled, and stay so.
    piece.enlarging =
        reader.has("enlarge") ? readEnlarging(reader.object("enlarge")) : Enlarging{Engine::smooth};
    if (reader.has("edge")) piece.edge = readEdge(reader.object("edge"));
    if (reader.has("care"))
        for (JsonReader& zone : reader.objects("care")) piece.care.push_back(readCareZone(zone));
    if (reader.has("joining")) piece.joining = readJoining(reader.object("joining"));
    piece.already_reversed = reader.flag("already_reversed", false);
    piece.copies = reader.integer("copies", limits::copies);
    piece.spares = reader.integer("spares", limits::spares, 0);
    piece.notes = reader.note("notes");
    const std::string entry = reader.text("artwork");
    piece.artwork = artworks(entry, reader.note("artwork_name"));
    PictureEdit edit;
    if (reader.has("picture")) edit = readPictureEdit(reader.object("picture"));
    edit.reversed = piece.already_reversed;
    piece.artwork = edited(piece.artwork, edit);
    reader.finish();
    return piece;
}

}  // namespace tympan
