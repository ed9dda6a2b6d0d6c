#include "core/object/shape.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <stdexcept>

#include "core/measure/range.h"
#include "core/object/shape_outlines.h"

namespace tympan {

namespace {

// What a thing on a kitchen table measures.
constexpr double least = 2, most = 20000;

struct Kind {
    std::string_view name;
    std::vector<Measure> measures;
};

const std::map<ShapeKind, Kind>& kinds() {
    const auto width = [](double usual) { return Measure{"width_mm", least, most, usual}; };
    const auto height = [](double usual) { return Measure{"height_mm", least, most, usual}; };
    static const std::map<ShapeKind, Kind> all{
        {ShapeKind::spot, {"spot", {}}},
        {ShapeKind::rectangle, {"rectangle", {width(200), height(250)}}},
        {ShapeKind::rounded_rectangle,
         {"rounded-rectangle", {width(200), height(150), {"corner_mm", 0.5, most / 2, 20}}}},
        {ShapeKind::circle, {"circle", {{"diameter_mm", least, most, 90}}}},
        {ShapeKind::oval, {"oval", {width(180), height(120)}}},
        {ShapeKind::polygon,
         {"polygon", {{"sides", 3, 24, 6, false}, {"across_flats_mm", least, most, 150}}}},
        {ShapeKind::triangle, {"triangle", {width(180), height(150), {"lean_mm", -most, most, 0}}}},
        {ShapeKind::heart, {"heart", {width(120), height(110)}}},
        {ShapeKind::tag,
         {"tag", {width(50), height(90), {"corner_mm", 0, most / 2, 12}, {"hole_mm", 0, most, 6}}}},
        {ShapeKind::arch, {"arch", {width(150), height(220), {"rise_mm", 1, most, 75}}}},
        {ShapeKind::crescent,
         {"crescent", {{"diameter_mm", least, most, 150}, {"thickness_mm", 1, most, 55}}}},
        {ShapeKind::plank, {"plank", {width(400), height(180)}}},
        {ShapeKind::wrapped_canvas, {"wrapped-canvas", {width(200), height(250), {"depth_mm", 1, 300, 18}}}},
        {ShapeKind::framed_board,
         {"framed-board",
          {width(240),
           height(300),
           {"opening_width_mm", least, most, 200},
           {"opening_height_mm", least, most, 260}}}},
        {ShapeKind::cylinder, {"cylinder", {{"girth_mm", 10, most, 240}, height(110)}}},
        {ShapeKind::tapered,
         {"tapered", {{"top_girth_mm", 10, most, 360}, {"bottom_girth_mm", 10, most, 270}, height(150)}}},
        {ShapeKind::drawn, {"drawn", {}}},
    };
    return all;
}

std::size_t indexOf(ShapeKind kind, std::string_view id) {
    const auto& list = measuresOf(kind);
    const auto found = std::find_if(list.begin(), list.end(), [&](const Measure& m) { return m.id == id; });
    if (found == list.end()) throw std::out_of_range("a shape without the measure " + std::string(id));
    return static_cast<std::size_t>(found - list.begin());
}

}  // namespace

std::string_view name(ShapeKind kind) { return kinds().at(kind).name; }

ShapeKind shapeKindNamed(std::string_view name) {
    for (const auto& [kind, about] : kinds())
        if (about.name == name) return kind;
    throw std::out_of_range("no shape is called " + std::string(name));
}

const std::vector<ShapeKind>& shapeKinds() {
    static const std::vector<ShapeKind> all = [] {
        std::vector<ShapeKind> list;
        for (const auto& entry : kinds()) list.push_back(entry.first);
        return list;
    }();
    return all;
}

const std::vector<Measure>& measuresOf(ShapeKind kind) { return kinds().at(kind).measures; }

Shape shapeOf(ShapeKind kind) { return shapeOf(kind, {}); }

Shape shapeOf(ShapeKind kind, std::vector<double> measures) {
    const auto& list = measuresOf(kind);
    for (std::size_t i = measures.size(); i < list.size(); ++i) measures.push_back(list[i].usual);
    measures.resize(list.size());
    for (std::size_t i = 0; i < list.size(); ++i)
        measures[i] = Range{list[i].least, list[i].most}.nearest(measures[i]);
    return {kind, std::move(measures), {}};
}

double measure(const Shape& shape, std::string_view id) { return shape.measures.at(indexOf(shape.kind, id)); }

Shape withMeasure(Shape shape, std::string_view id, double value) {
    const std::size_t at = indexOf(shape.kind, id);
    const Measure& range = measuresOf(shape.kind)[at];
    shape.measures.at(at) = Range{range.least, range.most}.nearest(value);
    return shape;
}

Shape resized(const Shape& shape, const SizeMm& wanted) {
    const RectMm now = bounds(outlineOf(shape));
    if (now.width <= 0 || now.height <= 0) return shape;
    const double across = wanted.width / now.width, down = wanted.height / now.height;
    Shape made = shape;
    made.outline = scaled(std::move(made.outline), across, down);
    const auto& list = measuresOf(shape.kind);
    const auto has = [&](std::string_view id) {
        return std::any_of(list.begin(), list.end(), [&](const Measure& m) { return m.id == id; });
    };
    if (has("width_mm") && has("height_mm") && shape.kind != ShapeKind::wrapped_canvas)
        return withMeasure(withMeasure(made, "width_mm", wanted.width), "height_mm", wanted.height);
    const double one = std::abs(std::log(across)) > std::abs(std::log(down)) ? across : down;
    for (const Measure& each : list)
        if (each.length) made = withMeasure(made, each.id, measure(shape, each.id) * one);
    return made;
}

Outline outlineOf(const Shape& shape) {
    const auto at = [&](std::string_view id) { return measure(shape, id); };
    switch (shape.kind) {
        case ShapeKind::spot:
            return {};
        case ShapeKind::rectangle:
        case ShapeKind::framed_board:
            return centredRectangle(at("width_mm"), at("height_mm"));
        case ShapeKind::rounded_rectangle:
            return roundedRectangle(at("width_mm"), at("height_mm"), at("corner_mm"));
        case ShapeKind::circle:
            return ellipseOutline({}, at("diameter_mm"), at("diameter_mm"));
        case ShapeKind::oval:
            return ellipseOutline({}, at("width_mm"), at("height_mm"));
        case ShapeKind::polygon:
            return regularPolygon(static_cast<int>(at("sides")), at("across_flats_mm"));
        case ShapeKind::triangle:
            return triangle(at("width_mm"), at("height_mm"), at("lean_mm"));
        case ShapeKind::heart:
            return heart(at("width_mm"), at("height_mm"));
        case ShapeKind::tag:
            return tag(at("width_mm"), at("height_mm"), at("corner_mm"), at("hole_mm"));
        case ShapeKind::arch:
            return arch(at("width_mm"), at("height_mm"), at("rise_mm"));
        case ShapeKind::crescent:
            return crescent(at("diameter_mm"), at("thickness_mm"));
        case ShapeKind::plank:
            return plank(at("width_mm"), at("height_mm"),
                         shape.outline.empty() ? Ring{} : shape.outline.rings.front());
        case ShapeKind::wrapped_canvas:
            return unfoldedCanvas(at("width_mm"), at("height_mm"), at("depth_mm"));
        case ShapeKind::cylinder:
            return centredRectangle(at("girth_mm"), at("height_mm"));
        case ShapeKind::tapered:
            return Unrolled(at("top_girth_mm"), at("bottom_girth_mm"), at("height_mm")).outline();
        case ShapeKind::drawn:
            return shape.outline;
    }
    return {};
}

}  // namespace tympan
