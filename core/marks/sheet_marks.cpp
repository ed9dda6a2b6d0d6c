#include "core/marks/sheet_marks.h"

#include <algorithm>
#include <optional>

#include <fmt/format.h>

#include "core/layout/cut_outline.h"
#include "core/layout/free_room.h"
#include "core/marks/seam_marks.h"
#include "core/measure/outline_operations.h"

namespace tympan {

Text inkSideUp() { return Text("ink side, this way up"); }

Text tellTale() { return Text("backwards here? the printer mirrored: stop"); }

namespace {

constexpr double mark_line_mm = 0.2;
constexpr double clear_of_bleed_mm = 0.4, clear_of_picture_mm = 1.5, clear_of_tick_mm = 0.4,
                 clear_of_others_mm = 1.2;
constexpr double between_blocks_mm = 3;
constexpr double words_mm = 2.6, leading_mm = 3.5;

/// A block of marks about the origin, whose extent begins there.
struct Block {
    Marks marks;
    SizeMm size;
};

Block settled(Marks marks) {
    RectMm all = extent(marks.front());
    for (const Mark& mark : marks) {
        const RectMm e = extent(mark);
        const double right = std::max(all.right(), e.right()), bottom = std::max(all.bottom(), e.bottom());
        all = {std::min(all.x, e.x), std::min(all.y, e.y), 0, 0};
        all.width = right - all.x;
        all.height = bottom - all.y;
    }
    return {placed(marks, {-all.x, -all.y}, 0), {all.width, all.height}};
}

/// Label, arrow, words and tell-tale over `lines` lines.
Block wordsBlock(const Language& say, const std::string& label, const std::string& name,
                 const std::string& glue, int lines) {
    const double arrow_width = 2.2, arrow_height = 3,
                 after_label = widthOf(label + "  ", words_mm * 1.25, true);
    std::vector<std::string> texts{say(inkSideUp()) + (glue.empty() ? "" : " · " + glue), say(tellTale()),
                                   name};
    if (lines == 2) texts = {texts[0] + " · " + texts[2], texts[1]};
    if (lines == 1) texts = {texts[0] + " · " + texts[1]};
    Marks marks{Words{label, {0, 0}, words_mm * 1.25, 0, true},
                upArrow({after_label, -2.5}, arrow_width, arrow_height)};
    for (std::size_t i = 0; i < texts.size(); ++i) {
        const double x = i == 0 || lines == 1 ? after_label + arrow_width + 1.5 : 0;
        marks.push_back(Words{texts[i], {x, static_cast<double>(i) * leading_mm}, words_mm, 0, false});
    }
    return settled(std::move(marks));
}

/// The same block a quarter turn anticlockwise, as in a band beside an upright seam; its arrow still points
/// up the page.
Block uprightBlock(const Block& block) {
    Marks marks = placed(block.marks, {0, block.size.width}, 270);
    for (Mark& mark : marks)
        if (auto* shape = std::get_if<FilledShape>(&mark); shape && shape->arrow) {
            const RectMm e = extent(*shape);
            *shape =
                upArrow({e.x + (e.width - e.height) / 2, e.y + (e.height - e.width) / 2}, e.height, e.width);
        }
    return {marks, {block.size.height, block.size.width}};
}

/// Puts the first of the blocks that has room, lying or standing, onto the sheet.
bool put(const std::vector<Block>& blocks, const RectMm& area, std::vector<RectMm>& taken, Marks& marks) {
    for (const Block& block : blocks)
        for (const Block& way : {block, uprightBlock(block)})
            if (const auto at = findRoom(area, taken, way.size)) {
                for (Mark& mark : placed(way.marks, *at, 0)) marks.push_back(std::move(mark));
                taken.push_back(grown({at->x, at->y, way.size.width, way.size.height}, between_blocks_mm));
                return true;
            }
    return false;
}

/// The outermost part of a tab, upright about the middle of its foot: its rim and what it says.
Marks tabMarks(const Language& say, const Tab& tab) {
    const double half = tab.width_mm / 2, high = tab_outside_mm;
    Marks marks{box({-half, -high, mark_line_mm, high}),
                box({half - mark_line_mm, -high, mark_line_mm, high}),
                box({-half, -high, tab.width_mm, mark_line_mm})};
    const Text side = tab.side == Tab::Side::glued  ? Text("glue this side")
                      : tab.side == Tab::Side::down ? Text("this side down")
                                                    : Text("this side up");
    double baseline = -high + 2 + words_mm;
    for (const std::string& line : {say(Text("top")), say(side)}) {
        const double room = tab.width_mm - 2;
        const double size = std::min(words_mm, words_mm * room / widthOf(line, words_mm, true));
        marks.push_back(Words{line, {-widthOf(line, size, true) / 2, baseline}, size, 0, true});
        baseline += leading_mm + 0.5;
    }
    return marks;
}

/// On the page: above the print's middle, as the print lies.
Marks tabMarks(const Language& say, const PlacedRegion& part, const PixelGrid& grid) {
    const RectPx all = part.regionWithTab();
    const double px = grid.pixel_mm();
    const PointMm foot = part.toPage()({all.x + all.width / 2.0, all.y + tab_outside_mm / px});
    return placed(tabMarks(say, part.tab), {foot.x * px, foot.y * px}, part.rotation_deg);
}

/// An outline as boxes that hold it, of so many millimetres down.
std::vector<RectMm> boxesAbout(const Outline& outline, double air) {
    std::vector<RectMm> boxes;
    const RectMm all = bounds(outline);
    if (area(outline) > all.width * all.height * 0.999) return {grown(all, air)};
    const double high = std::max(2.0, all.height / 16);
    for (double y = all.y; y < all.bottom(); y += high) {
        const Outline strip = shared(outline, rectangleOutline({all.x, y, all.width, high}));
        for (const Ring& ring : strip.rings)
            if (area(ring) > 0) boxes.push_back(grown(bounds(Outline{{ring}}), air));
    }
    return boxes;
}

/// What words must stay clear of around a region: its ink with a little air.
std::vector<RectMm> keptClear(const Imposition& imposition, const PlacedRegion& part) {
    const PixelGrid& grid = imposition.grid;
    if (!part.tile && !imposition.cuts[part.print].empty())
        return boxesAbout(onPage(imposition.cuts[part.print], part, grid), clear_of_picture_mm);
    const RectMm inked = grid.mm(part.inkedOnPage()), kept = grid.mm(part.withTab());
    const auto air = [](bool seam) { return seam ? clear_of_bleed_mm : clear_of_picture_mm; };
    // Only untiled pieces are turned, and they have no seams: the sides need no turning here.
    const double left = std::min(inked.x, kept.x) - air(part.seams.left),
                 top = std::min(inked.y, kept.y) - air(part.seams.top);
    return {{left, top, std::max(inked.right(), kept.right()) + air(part.seams.right) - left,
             inked.bottom() + air(part.seams.bottom) - top}};
}

/// What each part is, as near to it as there is room.
void putLabels(const Imposition& imposition, const Sheet& sheet, const std::vector<std::string>& labels,
               const RectMm& area, std::vector<RectMm>& taken, Marks& marks) {
    constexpr double label_mm = 2.2, near_mm = 7;
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const Block lying = settled({Words{labels[i], {0, 0}, label_mm, 0, false}});
        const Outline cut =
            onPage(imposition.cuts[sheet.regions[i].print], sheet.regions[i], imposition.grid);
        const RectMm about = grown(bounds(cut), near_mm);
        const double left = std::max(area.x, about.x), top = std::max(area.y, about.y);
        put({lying},
            {left, top, std::min(area.right(), about.right()) - left,
             std::min(area.bottom(), about.bottom()) - top},
            taken, marks);
    }
}

}  // namespace

Marks checkBar(const Language& say, BarKind kind) {
    const bool large = kind == BarKind::tall_100 || kind == BarKind::low_100;
    const bool tall = kind == BarKind::tall_100 || kind == BarKind::tall_50;
    const int mm = large ? 100 : 50, inches = large ? 4 : 2;
    const double long_mm = 1.6, short_mm = 0.9;
    Marks marks{box({0, 0, inches * mm_per_inch, mark_line_mm})};
    for (int at = 0; at <= mm; at += 10) {
        const double high = at % 50 == 0 ? long_mm : short_mm;
        // The outer edges of the end ticks are the measure.
        marks.push_back(
            box({at == mm ? at - mark_line_mm : static_cast<double>(at), -high, mark_line_mm, high}));
    }
    for (int at = 0; at <= inches; ++at)
        marks.push_back(box({at == inches ? at * mm_per_inch - mark_line_mm : at * mm_per_inch, mark_line_mm,
                             mark_line_mm, long_mm}));
    const std::string above = fmt::format("{} mm", mm), below = fmt::format("{} in", inches);
    const double size = 2.4;
    if (tall) {
        marks.push_back(Words{above, {mm - widthOf(above, size), -long_mm - 0.6}, size, 0, false});
        marks.push_back(
            Words{below, {inches * mm_per_inch - widthOf(below, size), long_mm + 2.2}, size, 0, false});
        marks.push_back(Words{
            say(Text("measure this line: is the print true to size?")), {0, -long_mm - 0.6}, size, 0, false});
    } else {
        marks.push_back(Words{say(Text("{above} above, {below} below", {{"above", above}, {"below", below}})),
                              {inches * mm_per_inch + 1.5, 0.9},
                              size,
                              0,
                              false});
    }
    return marks;
}

SheetMarks sheetMarks(const Language& say, const Imposition& imposition, const Sheet& sheet,
                      const std::string& name, const std::vector<std::string>& labels, const Marks& others,
                      const std::vector<Marks>& patches) {
    SheetMarks result;
    if (sheet.laid_whole) return result;
    const RectMm area = imposition.grid.mm(sheet.printable);
    std::vector<RectMm> taken;
    for (const Mark& mark : others) {
        result.marks.push_back(mark);
        taken.push_back(grown(extent(mark), clear_of_others_mm));
    }
    bool gauges = false;
    for (const PlacedRegion& part : sheet.regions) {
        for (const RectMm& box : keptClear(imposition, part)) taken.push_back(box);
        SeamMarks seams = seamMarks(imposition, part, area);
        gauges = gauges || seams.gauges;
        for (const RectMm& mark : seams.taken) taken.push_back(grown(mark, clear_of_tick_mm));
        for (Mark& mark : seams.marks) result.marks.push_back(std::move(mark));
        if (part.tab_px > 0)
            for (Mark& mark : tabMarks(say, part, imposition.grid)) result.marks.push_back(std::move(mark));
    }
    std::vector<Block> words, bars;
    const std::string glue = sheet.printed_side == Tab::Side::glued ? say(Text("glue this side")) : "";
    for (int lines : {3, 2, 1}) words.push_back(wordsBlock(say, sheet.label, name, glue, lines));
    if (!glue.empty())  // a narrow band has no room for that, too
        for (int lines : {3, 2, 1}) words.push_back(wordsBlock(say, sheet.label, name, "", lines));
    for (BarKind kind : {BarKind::tall_100, BarKind::low_100, BarKind::tall_50, BarKind::low_50})
        bars.push_back(settled(checkBar(say, kind)));
    result.words = put(words, area, taken, result.marks);
    result.check_bar = put(bars, area, taken, result.marks);
    putLabels(imposition, sheet, labels, area, taken, result.marks);
    for (const Marks& patch : patches) put({settled(patch)}, area, taken, result.marks);
    if (gauges)
        put({settled(
                {Words{say(Text("no room for marks at the seam's ends: cut 2.5 mm in from the short lines")),
                       {0, 0},
                       words_mm,
                       0,
                       false}})},
            area, taken, result.marks);
    return result;
}

bool needsTestSheet(const Language& say, const Imposition& imposition) {
    return std::any_of(imposition.sheets.begin(), imposition.sheets.end(), [&](const Sheet& sheet) {
        const SheetMarks marks = sheetMarks(say, imposition, sheet, "");
        return !marks.words || !marks.check_bar;
    });
}

}  // namespace tympan
