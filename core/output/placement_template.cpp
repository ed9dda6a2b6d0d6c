#include "core/output/placement_template.h"

#include <cmath>

#include <fmt/format.h>

#include "core/job/landing.h"
#include "core/measure/outline_operations.h"
#include "core/output/true_size_pages.h"

namespace tympan {

namespace {

constexpr double line_mm = 0.25, clear_mm = 3, tick_mm = 10, border_mm = 16;

void add(Marks& marks, Marks more) {
    for (Mark& mark : more) marks.push_back(std::move(mark));
}

/// Two short lines at every corner of the picture, in line with its sides, from 3 mm outside it: medium never
/// reaches them.
Marks cornerTicks(const Landing& landing, const RectMm& box) {
    Marks marks;
    const auto tick = [&](const PointMm& from, const PointMm& to) {
        const PointMm a = landing.toObject(from), b = landing.toObject(to);
        add(marks, lineOf({{{a, b}}}, line_mm));
    };
    for (double x : {box.x, box.right()})
        for (double y : {box.y, box.bottom()}) {
            const double out_x = x == box.x ? -1 : 1, out_y = y == box.y ? -1 : 1;
            tick({x + out_x * clear_mm, y}, {x + out_x * (clear_mm + tick_mm), y});
            tick({x, y + out_y * clear_mm}, {x, y + out_y * (clear_mm + tick_mm)});
        }
    return marks;
}

}  // namespace

Marks templateMarks(const Job& job, const Piece& piece, TemplateKind kind) {
    const Object& object = objectOf(job, piece);
    const Landing landing = landingOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    Marks marks;
    if (kind != TemplateKind::placement) {
        // What is cut away is hatched; the line is where the knife goes.
        const Outline around = offset(ink, border_mm, Corners::sharp);
        add(marks, hatchOf(kind == TemplateKind::mask_outside ? ink : without(around, ink), 5, 0.15, 0.75));
        add(marks, lineOf(ink, line_mm));
        return marks;
    }
    add(marks, lineOf(outlineOf(object.shape), line_mm));
    for (const Zone& zone : object.zones) {
        add(marks, dashesOf(outlineOf(zone), line_mm, 0.35));
        marks.push_back(
            Words{zone.name, {zone.at.x - widthOf(zone.name, 2.6) / 2, zone.at.y + 1}, 2.6, 0, false});
    }
    add(marks, dashesOf(ink, line_mm));
    add(marks, cornerTicks(landing, landing.box));
    const PointMm middle_at = middle(bounds(ink));
    const std::string up = "top";
    marks.push_back(upArrow({middle_at.x - 2, middle_at.y - 14}, 4, 6));
    marks.push_back(Words{up, {middle_at.x - widthOf(up, 3) / 2, middle_at.y - 4}, 3, 0, true});
    double y = middle_at.y + 2;
    std::vector<std::string> lines{piece.name, formatNumber(piece.size.width, job.unit) + " x " +
                                                   formatLength(piece.size.height, job.unit)};
    for (const SpotDistance& each : piece.placement.distances)
        lines.push_back(formatLength(each.mm, job.unit) + " from " +
                        (each.from.empty() ? "the edge" : each.from));
    for (const std::string& line : lines) {
        marks.push_back(Words{line, {middle_at.x - widthOf(line, 3.2) / 2, y}, 3.2, 0, false});
        y += 4.6;
    }
    return marks;
}

RectMm templateArea(const Job& job, const Piece& piece, TemplateKind kind) {
    Outline all = inkOnObject(job, piece);
    if (kind == TemplateKind::placement) all = united(all, outlineOf(objectOf(job, piece).shape));
    return grown(bounds(all), kind == TemplateKind::placement ? 2 : border_mm);
}

void writeTemplate(const std::filesystem::path& file, const Job& job, const Piece& piece, TemplateKind kind) {
    PdfFile pdf(file, job.name, job.created);
    const char* what =
        kind == TemplateKind::placement      ? "placement: lay this way up, cut the dashed picture out"
        : kind == TemplateKind::mask_outside ? "mask: cut the hatched picture out, keep what is round it"
                                             : "mask: cut along the line, keep the inside";
    drawTrueSize(pdf, job.sheets.paper, printerOf(job, piece).margins, templateArea(job, piece, kind),
                 templateMarks(job, piece, kind), fmt::format("{} · {}", piece.name, what));
    pdf.commit();
}

}  // namespace tympan
