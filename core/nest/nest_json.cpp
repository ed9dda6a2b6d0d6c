#include "core/nest/nest_json.h"

#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/json_reader.h"
#include "core/measure/outline_operations.h"
#include "core/measure/svg_path.h"

namespace tympan {

namespace {

using nlohmann::json;

constexpr double most_mm = 20'000, least_area_mm2 = 1e-4;
constexpr int most_copies = 10'000, most_spares = 1'000;
// Points are read, then those within a micrometre of a straight line dropped; what is left are corners.
constexpr std::size_t most_points = 200'000, most_corners = 5'000;
constexpr double straight_mm = 0.001;
// Each crossing is a corner of the mended outline.
constexpr int most_crossings = 20'000;

/// How often the edges of a ring cross each other, counted up to most_crossings + 1.
int crossings(const Ring& ring) {
    const auto side = [](const PointMm& a, const PointMm& b, const PointMm& p) {
        return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
    };
    int count = 0;
    for (std::size_t i = 0; i < ring.size(); ++i)
        for (std::size_t j = i + 2; j < ring.size(); ++j) {
            const PointMm &a = ring[i], &b = ring[i + 1], &c = ring[j], &d = ring[(j + 1) % ring.size()];
            if (side(a, b, c) == side(a, b, d) || side(c, d, a) == side(c, d, b)) continue;
            if (++count > most_crossings) return count;
        }
    return count;
}

/// A field of the file, as it is written there.
Text key(const char* name) { return Text::verbatim(name); }

/// Reads one problem; remembers where it is, so that a fault can be named.
class Reader {
  public:
    explicit Reader(std::string file) : file_(std::move(file)) {}

    [[noreturn]] void fail(const Text& where, const Text& wrong,
                           const Text& remedy = Text("correct the file")) const {
        throw Error(Error::Kind::input, file_, Text::listed({where, wrong}, ": "), remedy);
    }
    const json& field(const json& in, const char* name, const Text& where) const {
        const auto found = in.find(name);
        if (found == in.end()) fail(where, Text("\"{name}\" is missing", {{"name", std::string(name)}}));
        return *found;
    }
    double length(const json& in, const char* name, const Text& where) const {
        const auto found = in.find(name);
        if (found == in.end() || found->is_null()) return 0;
        if (!found->is_number() || !(found->get<double>() >= 0) || found->get<double>() > most_mm)
            fail(where, Text("\"{name}\" must be a length from 0 to {most} mm",
                             {{"name", std::string(name)}, {"most", most_mm}}));
        return found->get<double>();
    }
    Ring ring(const json& in, const Text& where) const {
        if (!in.is_array() || in.size() < 3) fail(where, Text("an outline needs at least three points"));
        if (in.size() > most_points)
            fail(where, Text("more than {most} points", {{"most", most_points}}), Text("draw it with fewer"));
        Ring ring;
        ring.reserve(in.size());
        for (const json& point : in) {
            const bool two =
                point.is_array() && point.size() == 2 && point[0].is_number() && point[1].is_number();
            const PointMm at = two ? PointMm{point[0].get<double>(), point[1].get<double>()} : PointMm{};
            if (!two || !(std::abs(at.x) <= most_mm) || !(std::abs(at.y) <= most_mm))
                fail(where, Text("point {number} is not a pair of numbers up to {most} mm",
                                 {{"number", ring.size() + 1}, {"most", most_mm}}));
            ring.push_back(at);
        }
        if (ring.size() > 1'000) ring = withoutStraight(ring, straight_mm);
        if (ring.size() > most_corners)
            fail(where, Text("it has more than {most} corners", {{"most", most_corners}}),
                 Text("draw it with fewer"));
        if (crossings(ring) > most_crossings)
            fail(where, Text("its outline crosses itself more than {most} times", {{"most", most_crossings}}),
                 Text("draw it again, as one line round it"));
        return ring;
    }
    /// A shape with holes; what is wrong with how it was drawn is mended and noted.
    Outline outline(const json& in, const Text& where) {
        const Ring outer = ring(field(in, "outline", where), where);
        Outline shape = tidied({outer}, FillRule::non_zero);
        const double drawn = std::abs(area(outer)), kept = area(shape);
        if (shape.rings.size() != 1 || std::abs(drawn - kept) > 1e-3 * kept + 0.01)
            notes.push_back(Text::listed({where, Text("its outline crossed itself")}, ": "));
        if (const auto holes = in.find("holes"); holes != in.end() && !holes->is_null()) {
            if (!holes->is_array()) fail(where, Text("\"holes\" must be a list of outlines"));
            std::vector<Ring> rings;
            for (const json& hole : *holes)
                for (Ring& part :
                     tidied({ring(hole, Text::listed({where, Text("a hole")}))}, FillRule::non_zero).rings)
                    rings.push_back(std::move(part));
            const Outline all = tidied(rings, FillRule::non_zero);
            if (area(shared(shape, all)) < area(all) - 0.01)
                notes.push_back(Text::listed({where, Text("a hole reached beyond it")}, ": "));
            shape = without(shape, all);
        }
        std::size_t corners = 0;
        for (const Ring& part : shape.rings) corners += part.size();
        if (corners > most_corners)
            fail(where, Text("with its holes it has more than {most} corners", {{"most", most_corners}}),
                 Text("draw it with fewer"));
        if (area(shape) < least_area_mm2)
            fail(where, Text("its outline encloses no area"), Text("take it out, or draw it again"));
        return shape;
    }

    std::vector<Text> notes;

  private:
    std::string file_;
};

Turning turningOf(const Reader& reader, const json& root) {
    const auto found = root.find("rotations");
    const std::string name = found != root.end() && found->is_string() ? found->get<std::string>() : "none";
    if (name == "none" && (found == root.end() || found->is_string())) return Turning::none;
    if (name == "quarter") return Turning::quarter;
    if (name == "free") return Turning::free;
    reader.fail(key("rotations"), Text("must be \"none\", \"quarter\" or \"free\""));
}

/// "locked": a list of containers, each a list of places as a layout has them.
void readLocked(const Reader& reader, const json& root, NestProblem& problem) {
    const auto locked = root.find("locked");
    if (locked == root.end() || locked->is_null()) return;
    if (!locked->is_array() || locked->size() > most_nest_items)
        reader.fail(key("locked"), Text("must be a list of lists"));
    std::set<std::pair<std::size_t, int>> met;
    for (const json& container : *locked) {
        if (!container.is_array()) reader.fail(key("locked"), Text("must be a list of lists"));
        problem.locked.emplace_back();
        for (const json& each : container) {
            const Text where = Text("locked piece {number}", {{"number", met.size() + 1}});
            if (!each.is_object()) reader.fail(where, Text("must be an object"));
            NestPlace place;
            const json& id = reader.field(each, "piece", where);
            while (place.piece < problem.pieces.size() && problem.pieces[place.piece].id != id) ++place.piece;
            if (place.piece == problem.pieces.size()) reader.fail(where, Text("names no piece"));
            const json& copy = reader.field(each, "copy", where);
            if (!copy.is_number_integer() || copy.get<long>() < 0 ||
                copy.get<long>() >= problem.pieces[place.piece].copies)
                reader.fail(where, Text("\"copy\" must be one of the piece's copies, from 0"));
            place.copy = copy.get<int>();
            const auto number = [&](const char* name) {
                const json& value = reader.field(each, name, where);
                if (!value.is_number() || !(std::abs(value.get<double>()) <= most_mm))
                    reader.fail(where, Text("\"{name}\" must be a number up to {most}",
                                            {{"name", std::string(name)}, {"most", most_mm}}));
                return value.get<double>();
            };
            place.rotation_deg = number("rotation_deg");
            place.at = {number("x_mm"), number("y_mm")};
            if (!met.insert({place.piece, place.copy}).second) reader.fail(where, Text("is locked twice"));
            const Outline there =
                moved(rotated(problem.pieces[place.piece].outline, place.rotation_deg), place.at);
            if (area(without(there, problem.container)) > 0.01)
                reader.fail(where,
                            Text("\"{piece}\" reaches out of the container there",
                                 {{"piece", problem.pieces[place.piece].id}}),
                            Text("lock it elsewhere, or leave it free"));
            problem.locked.back().push_back(place);
        }
    }
}

}  // namespace

ReadNestProblem readNestProblem(const std::string& file, const std::string& text) {
    Reader reader(file);
    const json root = parseJson({file, text});
    if (!root.is_object()) reader.fail(Text("the file"), Text("is not a JSON object"));
    ReadNestProblem read;
    NestProblem& problem = read.problem;
    const json& container = reader.field(root, "container", Text("the file"));
    if (!container.is_object()) reader.fail(key("container"), Text("must be an object"));
    problem.container = reader.outline(container, key("container"));
    if (const auto most = root.find("max_containers"); most != root.end() && !most->is_null()) {
        if (!most->is_number_integer() || most->get<long>() < 1 || most->get<long>() > most_copies)
            reader.fail(key("max_containers"),
                        Text("must be a whole number from 1 to {most}, or null", {{"most", most_copies}}));
        problem.most_containers = most->get<int>();
    }
    problem.gap_mm = reader.length(root, "gap_mm", Text("the file"));
    problem.edge_gap_mm = reader.length(root, "edge_gap_mm", Text("the file"));
    problem.turning = turningOf(reader, root);
    const json& pieces = reader.field(root, "pieces", Text("the file"));
    if (!pieces.is_array()) reader.fail(key("pieces"), Text("must be a list"));
    std::set<std::string> ids;
    std::size_t items = 0;
    for (const json& each : pieces) {
        const Text number = Text("piece {number}", {{"number", problem.pieces.size() + 1}});
        if (!each.is_object()) reader.fail(number, Text("must be an object"));
        NestPiece piece;
        const json& id = reader.field(each, "id", number);
        if (!id.is_string()) reader.fail(number, Text("\"id\" must be words"));
        piece.id = id.get<std::string>();
        const Text where = Text("piece \"{piece}\"", {{"piece", piece.id}});
        if (!ids.insert(piece.id).second)
            reader.fail(where, Text("is there twice"), Text("give each piece an id of its own"));
        piece.outline = reader.outline(each, where);
        if (const auto copies = each.find("copies"); copies != each.end()) {
            if (!copies->is_number_integer() || copies->get<long>() < 0 || copies->get<long>() > most_copies)
                reader.fail(where, Text("\"copies\" must be a whole number from 0 to {most}",
                                        {{"most", most_copies}}));
            piece.copies = copies->get<int>();
        }
        if (const auto first = each.find("first"); first != each.end()) {
            if (!first->is_boolean()) reader.fail(where, Text("\"first\" must be true or false"));
            piece.first = first->get<bool>();
        }
        if (const auto spares = each.find("spares"); spares != each.end()) {
            if (!spares->is_number_integer() || spares->get<long>() < 0 || spares->get<long>() > most_spares)
                reader.fail(where, Text("\"spares\" must be a whole number from 0 to {most}",
                                        {{"most", most_spares}}));
            piece.spares = spares->get<int>();
        }
        items += static_cast<std::size_t>(piece.copies + piece.spares);
        if (items > most_nest_items)
            reader.fail(where, Text("more than {most} pieces in all", {{"most", most_nest_items}}),
                        Text("nest them in several files"));
        problem.pieces.push_back(std::move(piece));
    }
    readLocked(reader, root, problem);
    read.notes = std::move(reader.notes);
    return read;
}

std::string nestLayoutJson(const NestProblem& problem, const NestLayout& layout, double seconds) {
    nlohmann::ordered_json root;
    root["containers"] = nlohmann::ordered_json::array();
    const auto rounded = [](double value) { return std::round(value * 1e7) / 1e7; };
    for (const auto& container : layout.containers) {
        nlohmann::ordered_json places = nlohmann::ordered_json::array();
        for (const NestPlace& place : container)
            places.push_back({{"piece", problem.pieces[place.piece].id},
                              {"copy", place.copy},
                              {"rotation_deg", rounded(place.rotation_deg)},
                              {"x_mm", rounded(place.at.x)},
                              {"y_mm", rounded(place.at.y)}});
        root["containers"].push_back({{"placements", places}});
    }
    root["unplaced"] = nlohmann::ordered_json::array();
    for (const NestPlace& place : layout.unplaced)
        root["unplaced"].push_back({{"piece", problem.pieces[place.piece].id}, {"copy", place.copy}});
    root["density"] = std::round(layout.density * 1e5) / 1e5;
    root["seconds"] = std::round(seconds * 1e3) / 1e3;
    return root.dump(2) + "\n";
}

std::string nestSvg(const NestProblem& problem, const NestLayout& layout) {
    constexpr double apart_mm = 10, words_mm = 4;
    const RectMm box = bounds(problem.container);
    const auto count = static_cast<double>(std::max<std::size_t>(1, layout.containers.size()));
    const double width = count * box.width + (count - 1) * apart_mm;
    std::string keep, cut, labels;
    for (std::size_t i = 0; i < layout.containers.size(); ++i) {
        const PointMm by{static_cast<double>(i) * (box.width + apart_mm) - box.x, -box.y};
        keep += fmt::format("    <path d=\"{}\"/>\n", svgPath(moved(problem.container, by)));
        for (const NestPlace& place : layout.containers[i]) {
            const NestPiece& piece = problem.pieces[place.piece];
            const Outline at =
                moved(rotated(piece.outline, place.rotation_deg), {place.at.x + by.x, place.at.y + by.y});
            const PointMm middle = centroid(at);
            cut += fmt::format("    <path d=\"{}\"/>\n", svgPath(at));
            labels += fmt::format("    <text x=\"{:.3f}\" y=\"{:.3f}\">{}</text>\n", middle.x, middle.y,
                                  escapedXml(piece.id));
        }
    }
    return fmt::format(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" viewBox=\"0 0 "
        "{0:.3f} "
        "{1:.3f}\">\n  <g id=\"keep\" fill=\"none\" stroke=\"#888888\" stroke-width=\"0.2\">\n{2}  </g>\n  "
        "<g id=\"cut\" "
        "fill=\"none\" stroke=\"#d01010\" stroke-width=\"0.1\">\n{3}  </g>\n  <g id=\"labels\" "
        "font-family=\"sans-serif\" "
        "font-size=\"{5}\" text-anchor=\"middle\">\n{4}  </g>\n</svg>\n",
        width, box.height, keep, cut, labels, words_mm);
}

}  // namespace tympan
