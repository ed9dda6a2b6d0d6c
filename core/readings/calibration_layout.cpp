#include "core/readings/calibration_layout.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/marks/round_mark.h"

namespace tympan {

namespace {

constexpr double corner_mm = 18;                       // a corner mark's middle, from both edges
constexpr double zero_mm = 30;                         // where the rulers begin
constexpr double ladder_mm = 14, ladder_from_bar = 1;  // steps beside a bar, to be read by eye
constexpr double line_mm = 0.15;
constexpr SizeMm least{140, 200}, card{85.6, 53.98};

FilledShape boxAt(const SizeMm& page, PageSide side, double from, double to, double along, double wide) {
    const PointMm a = onPage(page, side, from, along - wide / 2),
                  b = onPage(page, side, to, along + wide / 2);
    return box({std::min(a.x, b.x), std::min(a.y, b.y), std::abs(a.x - b.x), std::abs(a.y - b.y)});
}

/// A bar, and beside it a step for each millimetre from the edge: the first that is seen tells the margin.
void addBar(Marks& marks, const SizeMm& page, const EdgeBar& bar) {
    marks.push_back(boxAt(page, bar.side, 0, bar_long_mm, bar.along_mm, bar_wide_mm));
    const double beside = bar.along_mm + bar_wide_mm / 2 + ladder_from_bar;
    for (int step = 0; step <= ladder_mm; ++step) {
        const double wide = step % 5 == 0 ? 4 : step % 2 == 0 ? 2.5 : 1.8;
        marks.push_back(boxAt(page, bar.side, step, step + line_mm, beside + wide / 2, wide));
        if (step % 2 != 0 || step == 0) continue;
        const PointMm at = onPage(page, bar.side, step, beside + 4.6);
        const std::string figure = std::to_string(step);
        marks.push_back(Words{figure, {at.x - widthOf(figure, 1.8) / 2, at.y + 0.65}, 1.8, 0, false});
    }
}

void addRuler(Marks& marks, const PointMm& zero, double length, bool across) {
    const auto line = [&](double at, double long_mm, double wide) {
        return across ? box({zero.x + at - wide / 2, zero.y, wide, long_mm})
                      : box({zero.x, zero.y + at - wide / 2, long_mm, wide});
    };
    marks.push_back(across ? box({zero.x, zero.y - line_mm / 2, length, line_mm})
                           : box({zero.x - line_mm / 2, zero.y, line_mm, length}));
    for (int mm = 0; mm <= length; ++mm) {
        const double tick = mm == 0 || mm == length ? 8 : mm % 10 == 0 ? 5 : mm % 5 == 0 ? 3.5 : 2;
        marks.push_back(line(mm, tick, line_mm));
        if (mm % 10 != 0 || mm == 0) continue;
        const std::string figure = std::to_string(mm / 10);
        const PointMm at = across ? PointMm{zero.x + mm - widthOf(figure, 3) / 2, zero.y + 9}
                                  : PointMm{zero.x + 6.5, zero.y + mm + 1.1};
        if (mm != length) marks.push_back(Words{figure, at, 3, 0, false});
    }
}

constexpr double greys_left_mm = 50, greys_right_mm = 24, widest_grey_mm = 12, grey_high_mm = 8;
constexpr double greys_bottom_mm = 28, between_rows_mm = 4;  // from the lower edge: clear of the bars there

std::vector<GreyPatch> greysOn(const SizeMm& page) {
    const double wide = std::min(widest_grey_mm, (page.width - greys_left_mm - greys_right_mm) / grey_steps);
    const double bare = between_rows_mm - 1;  // half a millimetre from what is printed
    std::vector<GreyPatch> greys;
    for (const bool lower : {false, true})
        for (int step = 1; step <= grey_steps; ++step) {
            const double x = greys_left_mm + wide * (lower ? grey_steps - step : step - 1);
            const double y =
                page.height - greys_bottom_mm - grey_high_mm - (lower ? 0 : grey_high_mm + between_rows_mm);
            greys.push_back({1.0 * step / grey_steps,
                             {x, y, wide, grey_high_mm},
                             {x, y - 0.5 - bare, wide, bare},
                             {x, y + grey_high_mm + 0.5, wide, bare}});
        }
    return greys;
}

}  // namespace

PointMm onPage(const SizeMm& page, PageSide side, double inwards, double along) {
    switch (side) {
        case PageSide::left:
            return {inwards, along};
        case PageSide::top:
            return {along, inwards};
        case PageSide::right:
            return {page.width - inwards, along};
        case PageSide::bottom:
            return {along, page.height - inwards};
    }
    return {};
}

CalibrationLayout calibrationLayout(const SizeMm& paper) {
    if (paper.width < least.width || paper.height < least.height)
        throw Error(Error::Kind::input, "",
                    Text("a measuring page has no room on {width} x {height} mm",
                         {{"width", Rounded{paper.width, 0}}, {"height", Rounded{paper.height, 0}}}),
                    Text("take a paper of {width} x {height} mm or larger",
                         {{"width", Rounded{least.width, 0}}, {"height", Rounded{least.height, 0}}}));
    const double w = paper.width, h = paper.height;
    CalibrationLayout layout;
    layout.page = paper;
    layout.corners = {PointMm{corner_mm, corner_mm}, PointMm{w - corner_mm, corner_mm},
                      PointMm{w - corner_mm, h - corner_mm}, PointMm{corner_mm, h - corner_mm}};
    for (const double part : {0.2, 0.5, 0.8}) {
        const double x = corner_mm + part * (w - 2 * corner_mm), y = corner_mm + part * (h - 2 * corner_mm);
        layout.spots.insert(layout.spots.end(), {PointMm{x, corner_mm}, PointMm{x, h - corner_mm},
                                                 PointMm{corner_mm, y}, PointMm{w - corner_mm, y}});
    }
    for (const PageSide side : page_sides)
        for (const double part : {1 / 3.0, 2 / 3.0})
            layout.bars.push_back({side, part * (side == PageSide::left || side == PageSide::right ? h : w)});
    layout.zero = {zero_mm, zero_mm};
    layout.across_mm = std::floor((w - 2 * zero_mm) / 10) * 10;
    layout.down_mm = std::floor((h - 2 * zero_mm) / 10) * 10;
    layout.card = {zero_mm + 20, zero_mm + 22, card.width, card.height};
    layout.greys = greysOn(paper);
    return layout;
}

Marks calibrationMarks(const Language& say, const CalibrationLayout& layout) {
    Marks marks;
    for (const PointMm& corner : layout.corners)
        for (Mark& mark : roundMark(corner)) marks.push_back(std::move(mark));
    for (const PointMm& spot : layout.spots) marks.push_back(disc(spot, spot_radius_mm));
    for (const EdgeBar& bar : layout.bars) addBar(marks, layout.page, bar);
    addRuler(marks, layout.zero, layout.across_mm, true);
    addRuler(marks, layout.zero, layout.down_mm, false);
    for (const GreyPatch& grey : layout.greys) marks.push_back(box(grey.at, 1 - grey.printed));
    for (Mark& mark : frame(layout.card, line_mm)) marks.push_back(std::move(mark));
    marks.push_back(Words{say(Text("a bank card fits in here exactly when the size is right")),
                          {layout.card.x + 3, layout.card.y + 6},
                          2.6,
                          0,
                          false});
    // Only one way round has it here.
    marks.push_back(upArrow({layout.card.right() - 14, layout.card.y + 14}, 8, 12));
    return marks;
}

}  // namespace tympan
