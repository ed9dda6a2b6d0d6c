#include "core/object/svg_outline.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>
#include <pugixml.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/read_text.h"
#include "core/measure/length.h"
#include "core/measure/outline_operations.h"
#include "core/object/path_data.h"

namespace tympan {

namespace {

constexpr double px_mm = mm_per_inch / 96;
constexpr int deepest = 200;
constexpr std::size_t most_bytes = std::size_t{64} << 20;

std::string_view localName(const pugi::xml_node& node) {
    const std::string_view full = node.name();
    const std::size_t colon = full.find(':');
    return colon == std::string_view::npos ? full : full.substr(colon + 1);
}

[[noreturn]] void fail(const Text& wrong) {
    throw Error(Error::Kind::input, "", wrong, Text("save it as a plain SVG drawing in millimetres"));
}

/// A length with its unit, in px.
double lengthPx(std::string_view text, double hundred_percent) {
    const std::vector<std::pair<std::string_view, double>> units{
        {"mm", 1 / px_mm}, {"cm", 10 / px_mm}, {"in", 96}, {"pt", 96.0 / 72}, {"pc", 16}, {"px", 1}, {"", 1}};
    double value = 0;
    while (!text.empty() && text.front() <= ' ') text.remove_prefix(1);
    while (!text.empty() && text.back() <= ' ') text.remove_suffix(1);
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (fault != std::errc{} || !std::isfinite(value))
        fail(Text("\"{text}\" is not a length", {{"text", text}}));
    const std::string_view unit = text.substr(static_cast<std::size_t>(end - text.data()));
    if (unit == "%") return value / 100 * hundred_percent;
    for (const auto& [sign, px] : units)
        if (unit == sign) return value * px;
    fail(Text("\"{text}\" is not a length", {{"text", text}}));
}

double lengthOf(const pugi::xml_node& node, const char* attribute, double otherwise = 0, double hundred = 0) {
    const pugi::xml_attribute found = node.attribute(attribute);
    return found ? lengthPx(found.value(), hundred) : otherwise;
}

Affine oneTransform(std::string_view name, const std::vector<double>& v) {
    const auto count = [&](std::size_t least, std::size_t most) {
        if (v.size() < least || v.size() > most)
            fail(Text("{name}() has {count} numbers", {{"name", name}, {"count", v.size()}}));
    };
    const auto radians = [](double degrees) { return degrees * std::numbers::pi / 180; };
    if (name == "matrix") return count(6, 6), Affine{v[0], v[1], v[2], v[3], v[4], v[5]};
    if (name == "translate") return count(1, 2), Affine{1, 0, 0, 1, v[0], v.size() > 1 ? v[1] : 0};
    if (name == "scale") return count(1, 2), Affine{v[0], 0, 0, v.size() > 1 ? v[1] : v[0], 0, 0};
    if (name == "skewX") return count(1, 1), Affine{1, 0, std::tan(radians(v[0])), 1, 0, 0};
    if (name == "skewY") return count(1, 1), Affine{1, std::tan(radians(v[0])), 0, 1, 0, 0};
    if (name == "rotate") {
        count(1, 3);
        const double c = std::cos(radians(v[0])), s = std::sin(radians(v[0]));
        const Affine turn{c, s, -s, c, 0, 0};
        if (v.size() < 3) return turn;
        return Affine{1, 0, 0, 1, v[1], v[2]}.after(turn).after(Affine{1, 0, 0, 1, -v[1], -v[2]});
    }
    fail(Text("\"{name}\" is not a transform", {{"name", name}}));
}

Affine transformOf(const pugi::xml_node& node) {
    std::string_view text = node.attribute("transform").value();
    Affine all;
    while (true) {
        while (!text.empty() && (text.front() <= ' ' || text.front() == ',')) text.remove_prefix(1);
        if (text.empty()) return all;
        const std::size_t open = text.find('('), close = text.find(')');
        if (open == std::string_view::npos || close == std::string_view::npos || close < open)
            fail(Text("\"{text}\" is not a transform", {{"text", text}}));
        std::string_view name = text.substr(0, open);
        while (!name.empty() && name.back() <= ' ') name.remove_suffix(1);
        all = all.after(oneTransform(name, numbersIn(text.substr(open + 1, close - open - 1))));
        text.remove_prefix(close + 1);
    }
}

/// How the root maps its own units to mm.
Affine rootTransform(const pugi::xml_node& root) {
    const std::vector<double> box = numbersIn(root.attribute("viewBox").value());
    if (!box.empty() && (box.size() != 4 || !(box[2] > 0) || !(box[3] > 0)))
        fail(Text("its viewBox is not four numbers"));
    const double box_width = box.empty() ? 0 : box[2], box_height = box.empty() ? 0 : box[3];
    const double width = lengthOf(root, "width", box_width, box_width);
    const double height =
        lengthOf(root, "height", box.empty() ? 0 : width * box_height / box_width, box_height);
    if (box.empty()) return {px_mm, 0, 0, px_mm, 0, 0};
    if (!(width > 0) || !(height > 0)) fail(Text("its width and height must be more than nothing"));
    // preserveAspectRatio: the drawing is shown whole and in the middle unless it says "none".
    double across = width / box[2], down = height / box[3];
    if (std::string_view(root.attribute("preserveAspectRatio").value()) != "none")
        across = down = std::min(across, down);
    return {px_mm * across, 0, 0, px_mm * down, -box[0] * px_mm * across, -box[1] * px_mm * down};
}

class Reader {
  public:
    explicit Reader(std::string_view text) : text_(text) {}

    void children(const pugi::xml_node& parent, const Affine& to_mm, bool keep_out, int depth) {
        if (depth > deepest) fail(Text("its groups are nested too deeply"));
        for (const pugi::xml_node& node : parent.children())
            if (node.type() == pugi::node_element) element(node, to_mm, keep_out, depth);
    }

    std::vector<Ring> plate;
    std::vector<std::vector<Ring>> keep_outs;
    std::vector<Text> left_out;

  private:
    void element(const pugi::xml_node& node, const Affine& outer, bool keep_out, int depth) {
        const std::string_view name = localName(node);
        static const std::vector<std::string_view> silent{"defs",     "title", "desc",
                                                          "metadata", "style", "namedview"};
        if (std::find(silent.begin(), silent.end(), name) != silent.end()) return;
        try {
            const Affine to_mm = outer.after(transformOf(node));
            keep_out = keep_out || std::string_view(node.attribute("data-role").value()) == "keep-out";
            if (name == "g" || name == "a") {
                children(node, to_mm, keep_out, depth + 1);
                return;
            }
            std::vector<Ring> rings = ringsOf(node, name, to_mm);
            if (rings.empty()) return;
            if (keep_out)
                keep_outs.push_back(std::move(rings));
            else
                plate.insert(plate.end(), rings.begin(), rings.end());
        } catch (const Error& error) {
            leaveOut(node, error.wrong());
        }
    }

    std::vector<Ring> ringsOf(const pugi::xml_node& node, std::string_view name, const Affine& to_mm) {
        Outline outline;
        if (name == "path") {
            std::vector<Ring> rings = ringsOfPath(node.attribute("d").value(), to_mm);
            std::erase_if(rings, [](const Ring& ring) { return ring.size() < 3; });
            return rings;
        }
        if (name == "polygon" || name == "polyline") {
            const std::vector<double> v = numbersIn(node.attribute("points").value());
            if (v.size() % 2 != 0 || v.size() < 6)
                fail(Text("its points are not at least three pairs of numbers"));
            Ring ring;
            for (std::size_t i = 0; i < v.size(); i += 2) ring.push_back(to_mm({v[i], v[i + 1]}));
            return {ring};
        }
        if (name == "rect") return ringsOfPath(rectPath(node), to_mm);
        if (name == "circle" || name == "ellipse") {
            const double r = lengthOf(node, "r"), rx = name == "circle" ? r : lengthOf(node, "rx", r),
                         ry = name == "circle" ? r : lengthOf(node, "ry", r);
            const double cx = lengthOf(node, "cx"), cy = lengthOf(node, "cy");
            if (!(rx > 0) || !(ry > 0)) fail(Text("its radius must be more than nothing"));
            return ringsOfPath(fmt::format("M{} {}a{} {} 0 1 0 {} 0a{} {} 0 1 0 {} 0Z", cx - rx, cy, rx, ry,
                                           2 * rx, rx, ry, -2 * rx),
                               to_mm);
        }
        leaveOut(node, name == "line" ? Text("has no inside") : Text("is not an outline"));
        return {};
    }

    static std::string rectPath(const pugi::xml_node& node) {
        const double x = lengthOf(node, "x"), y = lengthOf(node, "y");
        const double w = lengthOf(node, "width"), h = lengthOf(node, "height");
        if (!(w > 0) || !(h > 0)) fail(Text("its width and height must be more than nothing"));
        double rx = lengthOf(node, "rx", -1), ry = lengthOf(node, "ry", -1);
        if (rx < 0) rx = std::max(ry, 0.0);
        if (ry < 0) ry = rx;
        rx = std::min(rx, w / 2), ry = std::min(ry, h / 2);
        if (rx == 0 || ry == 0) return fmt::format("M{} {}h{}v{}h{}Z", x, y, w, h, -w);
        return fmt::format(
            "M{} {}h{}a{} {} 0 0 1 {} {}v{}a{} {} 0 0 1 {} {}h{}a{} {} 0 0 1 {} {}v{}a{} {} 0 0 1 {} {}Z",
            x + rx, y, w - 2 * rx, rx, ry, rx, ry, h - 2 * ry, rx, ry, -rx, ry, -(w - 2 * rx), rx, ry, -rx,
            -ry, -(h - 2 * ry), rx, ry, rx, -ry);
    }

    void leaveOut(const pugi::xml_node& node, const Text& why) {
        if (left_out.size() > 20) return;
        const auto at = static_cast<std::size_t>(std::max<std::ptrdiff_t>(node.offset_debug(), 0));
        const auto line =
            1 + std::count(text_.begin(), text_.begin() + static_cast<std::ptrdiff_t>(at), '\n');
        left_out.push_back(Text("<{element}> (line {line}): {why}",
                                {{"element", std::string(node.name())}, {"line", line}, {"why", why}}));
    }

    std::string_view text_;
};

/// Of a shape that is traced several times over, the first pass may leave rings that lie on one another; the
/// second takes them out.
Outline tidiedTwice(const std::vector<Ring>& rings) { return tidied(tidied(rings).rings); }

/// What is left of an outline without specks, and with no more corners than can be handled.
Outline bounded(Outline outline) {
    constexpr double speck_mm2 = 0.01;
    std::erase_if(outline.rings, [](const Ring& ring) { return std::abs(area(ring)) < speck_mm2; });
    const auto corners = [&] {
        std::size_t all = 0;
        for (const Ring& ring : outline.rings) all += ring.size();
        return all;
    };
    for (double by_mm : {0.01, 0.02, 0.05})
        if (corners() > most_corners) outline = simplified(outline, by_mm);
    if (corners() > most_corners)
        throw Error(Error::Kind::input, "",
                    Text("it has {corners} corners; at most {most} can be handled",
                         {{"corners", corners()}, {"most", most_corners}}),
                    Text("make it simpler in a drawing program"));
    return outline;
}

SvgOutline readNamed(std::string_view svg) {
    if (svg.size() > most_bytes) fail(Text("it is larger than 64 MB"));
    pugi::xml_document document;
    const pugi::xml_parse_result parsed = document.load_buffer(svg.data(), svg.size());
    const pugi::xml_node root = document.document_element();
    if (!parsed) {
        const auto at = static_cast<std::ptrdiff_t>(
            std::clamp<std::ptrdiff_t>(parsed.offset, 0, static_cast<std::ptrdiff_t>(svg.size())));
        fail(Text("line {line}: not well-formed ({description})",
                  {{"line", 1 + std::count(svg.begin(), svg.begin() + at, '\n')},
                   {"description", std::string(parsed.description())}}));
    }
    if (localName(root) != "svg") fail(Text("it is not an SVG drawing"));
    Reader reader(svg);
    reader.children(root, rootTransform(root), false, 0);
    SvgOutline read;
    read.left_out = std::move(reader.left_out);
    read.outline = bounded(tidiedTwice(reader.plate));
    if (read.outline.empty())
        fail(read.left_out.empty()
                 ? Text("there is no outline in it")
                 : Text("no outline in it can be used: {reason}", {{"reason", read.left_out[0]}}));
    const PointMm at = middle(bounds(read.outline));
    read.outline = moved(std::move(read.outline), {-at.x, -at.y});
    for (const auto& rings : reader.keep_outs)
        read.keep_outs.push_back(moved(bounded(tidiedTwice(rings)), {-at.x, -at.y}));
    std::erase_if(read.keep_outs, [](const Outline& outline) { return outline.empty(); });
    return read;
}

}  // namespace

SvgOutline readSvgOutline(std::string_view svg, const std::string& name) {
    try {
        return readNamed(svg);
    } catch (const Error& error) {
        throw Error(error.kind(), name, error.wrong(), error.remedy());
    }
}

std::string svgOf(const Outline& outline) {
    const RectMm box = bounds(outline);
    std::string data;
    for (const Ring& ring : outline.rings) {
        for (std::size_t i = 0; i < ring.size(); ++i)
            data += fmt::format("{}{:.3f} {:.3f}", i == 0 ? "M" : "L", ring[i].x - box.x, ring[i].y - box.y);
        data += "Z";
    }
    return fmt::format(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" "
        "viewBox=\"0 0 {0:.3f} {1:.3f}\"><path fill-rule=\"evenodd\" d=\"{2}\"/></svg>\n",
        box.width, box.height, data);
}

}  // namespace tympan
