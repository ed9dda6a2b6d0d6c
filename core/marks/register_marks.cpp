#include "core/marks/register_marks.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/layout/cut_outline.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double half_mm = 4, ring_mm = 2.5, cross_line_mm = 0.2, clear_mm = 1.5;
constexpr double from_corner_mm = 7;  // clear of a cutting machine's marks

/// What is inked of a part, on its page.
Outline inkOf(const Imposition& imposition, const PlacedRegion& part) {
    if (!part.tile && !imposition.cuts[part.print].empty())
        return onPage(imposition.cuts[part.print], part, imposition.grid);
    return rectangleOutline(imposition.grid.mm(part.inkedOnPage()));
}

}  // namespace

RegisterMarks registerMarks(const Imposition& imposition, const Sheet& sheet) {
    RegisterMarks marks;
    if (sheet.passes < 2 || sheet.laid_whole) return marks;
    const RectMm area = imposition.grid.mm(sheet.printable);
    std::vector<Outline> inked;
    for (const PlacedRegion& part : sheet.regions) inked.push_back(inkOf(imposition, part));
    const double in = from_corner_mm + half_mm;
    const double xs[] = {area.x + in, area.right() - in}, ys[] = {area.y + in, area.bottom() - in};
    bool there[2][2];
    for (int row = 0; row < 2; ++row)
        for (int column = 0; column < 2; ++column) {
            const PointMm at{xs[column], ys[row]};
            const double room = half_mm + clear_mm;
            const Outline about = rectangleOutline({at.x - room, at.y - room, 2 * room, 2 * room});
            there[row][column] = std::all_of(inked.begin(), inked.end(),
                                             [&](const Outline& ink) { return shared(ink, about).empty(); });
            if (there[row][column]) marks.at.push_back(at);
        }
    for (int i = 0; i < 2; ++i) {
        if (there[i][0] && there[i][1]) marks.across = xs[1] - xs[0];
        if (there[0][i] && there[1][i]) marks.down = ys[1] - ys[0];
    }
    return marks;
}

Marks drawn(const RegisterMarks& marks) {
    Marks all;
    for (const PointMm& at : marks.at) {
        all.push_back(box({at.x - half_mm, at.y - cross_line_mm / 2, 2 * half_mm, cross_line_mm}));
        all.push_back(box({at.x - cross_line_mm / 2, at.y - half_mm, cross_line_mm, 2 * half_mm}));
        constexpr int sides = 48;
        PointMm before{at.x + ring_mm, at.y};
        for (int i = 1; i <= sides; ++i) {
            const PointMm turned = rotated(PointMm{ring_mm, 0}, 360.0 * i / sides);
            const PointMm next{at.x + turned.x, at.y + turned.y};
            all.push_back(stroke(before, next, cross_line_mm));
            before = next;
        }
    }
    return all;
}

Marks wordsFor(const Language& say, const RegisterMarks& marks) {
    constexpr double size_mm = 2.4, leading_mm = 3.3;
    std::vector<Text> lines{
        Text("colour first; then the same sheet again, this way up and this edge first, with white")};
    if (marks.across && marks.down)
        lines.push_back(Text("from cross to cross as sent: {across} mm across, {down} mm down",
                             {{"across", Rounded{*marks.across, 1}}, {"down", Rounded{*marks.down, 1}}}));
    else if (marks.across || marks.down)
        lines.push_back(marks.across ? Text("from cross to cross as sent: {across} mm across",
                                            {{"across", Rounded{*marks.across, 1}}})
                                     : Text("from cross to cross as sent: {down} mm down",
                                            {{"down", Rounded{*marks.down, 1}}}));
    Marks words;
    double baseline = 0;
    for (const Text& line : lines) {
        words.push_back(Words{say(line), {0, baseline}, size_mm, 0, false});
        baseline += leading_mm;
    }
    return words;
}

}  // namespace tympan
