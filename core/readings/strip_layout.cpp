#include "core/readings/strip_layout.h"

#include <fmt/format.h>

#include "core/marks/round_mark.h"

namespace tympan {

namespace {

constexpr double widths_mm[] = {0.1, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.8, 1.0};
constexpr double line_gap_mm = 1.5, line_length_mm = 10, cell_mm = 8.4, lines_left = 8, upright_top = 35,
                 level_top = 48;
constexpr double solids_top = 68, left = 8;

StripLines linesOf(double width, bool upright, PointMm corner) {
    StripLines lines{width, upright, {}};
    for (std::size_t i = 0; i < lines.lines.size(); ++i) {
        const double off = static_cast<double>(i) * (width + line_gap_mm);
        lines.lines[i] = upright ? RectMm{corner.x + off, corner.y, width, line_length_mm}
                                 : RectMm{corner.x, corner.y + off, cell_mm - 1.8, width};
    }
    return lines;
}

StripLayout made() {
    StripLayout strip;
    strip.size = {180, 128};
    strip.corners = {{{7, 7}, {173, 7}, {173, 121}, {7, 121}}};
    for (int i = 0; i <= 10; ++i) strip.shades.push_back({i / 10.0, {left + 15.1 * i, 15, 13, 14}});
    for (const bool upright : {true, false}) {
        double x = lines_left;
        for (const double width : widths_mm) {
            strip.lines.push_back(linesOf(width, upright, {x, upright ? upright_top : level_top}));
            x += cell_mm;
        }
    }
    double x = left;
    strip.solids = {
        {1, 5, {left + 57, solids_top + 25, 5, 5}},  {1, 10, {left + 43, solids_top + 25, 10, 10}},
        {1, 20, {left + 43, solids_top, 20, 20}},    {1, 40, {x, solids_top, 40, 40}},
        {0.85, 40, {left + 68, solids_top, 40, 40}}, {0.7, 40, {left + 112, solids_top, 40, 40}}};
    strip.spots = {{"red", {205, 25, 30}, {145, 35, 8, 8}},
                   {"purple-red", {165, 10, 95}, {161, 35, 8, 8}},
                   {"black", {0, 0, 0}, {145, 51, 8, 8}},
                   {"black of colours", {22, 10, 18}, {161, 51, 8, 8}}};
    return strip;
}

}  // namespace

const StripLayout& stripLayout() {
    static const StripLayout strip = made();
    return strip;
}

Marks stripMarks(const std::string& title) { return stripMarks(stripLayout(), title); }

Marks stripMarks(const StripLayout& strip, const std::string& title) {
    Marks marks;
    for (const PointMm& corner : strip.corners) {
        for (Mark& mark : roundMark(corner)) marks.push_back(std::move(mark));
    }
    marks.push_back(Words{title, {15, 7}, 2.8});
    marks.push_back(Words{"what stays of it is what this way of transfer holds", {15, 10.6}, 2.4});
    for (const StripShade& shade : strip.shades)
        if (shade.printed > 0) marks.push_back(box(shade.at, 1 - shade.printed));
    for (const StripLines& group : strip.lines) {
        for (const RectMm& line : group.lines) marks.push_back(box(line));
        if (!group.upright)
            marks.push_back(Words{fmt::format("{:.2g}", group.width_mm), {group.lines[0].x, 61.5}, 2.2});
    }
    double y = 37;
    for (const double size : {1.4, 1.8, 2.2, 2.8, 3.5}) {
        marks.push_back(
            Words{size > 2.5 ? "the moor by night" : "a lamp on the moor by night", {96, y}, size});
        y += size + 2.2;
    }
    for (const StripSolid& solid : strip.solids) marks.push_back(box(solid.at, 1 - solid.printed));
    for (const StripSpot& spot : strip.spots) {
        FilledShape shape = box(spot.at);
        // Black alone is black ink; the other is mixed of colours.
        if (spot.colour != Rgb8{0, 0, 0}) shape.colour = spot.colour;
        marks.push_back(shape);
    }
    return marks;
}

}  // namespace tympan
