#include "core/documents/placement_template.h"

#include <cmath>

#include <fmt/format.h>

#include "core/documents/corner_template.h"
#include "core/documents/true_size_pages.h"
#include "core/job/landing.h"
#include "core/measure/outline_operations.h"
#include "core/printer/registration.h"

namespace tympan {

namespace {

constexpr double template_line_mm = 0.25, clear_mm = 3, tick_mm = 10, border_mm = 16;
constexpr double template_words_mm = 3, lead_mm = 4.2;

void add(Marks& marks, Marks more) {
    for (Mark& mark : more) marks.push_back(std::move(mark));
}

/// Two short lines at every corner of the picture, in line with its sides, from 3 mm outside it: medium never
/// reaches them.
Marks cornerTicks(const Landing& landing, const RectMm& box) {
    Marks marks;
    const auto tick = [&](const PointMm& from, const PointMm& to) {
        const PointMm a = landing.toObject(from), b = landing.toObject(to);
        add(marks, lineOf({{{a, b}}}, template_line_mm));
    };
    for (double x : {box.x, box.right()})
        for (double y : {box.y, box.bottom()}) {
            const double out_x = x == box.x ? -1 : 1, out_y = y == box.y ? -1 : 1;
            tick({x + out_x * clear_mm, y}, {x + out_x * (clear_mm + tick_mm), y});
            tick({x, y + out_y * clear_mm}, {x, y + out_y * (clear_mm + tick_mm)});
        }
    return marks;
}

/// A cross over the middle, as long as the window is wide.
Marks crossAt(const Landing& landing, double half_mm) {
    const PointMm at = middle(landing.box);
    Marks marks;
    for (const PointMm& to : {PointMm{half_mm, 0}, PointMm{0, half_mm}})
        add(marks, lineOf({{{landing.toObject({at.x - to.x, at.y - to.y}),
                             landing.toObject({at.x + to.x, at.y + to.y})}}},
                          template_line_mm));
    return marks;
}

/// A page for each corner and one for the middle: each says which it is and how to check where it lies.
void drawCorners(PdfFile& pdf, const Job& job, const Piece& piece) {
    const double side = cornerWindowMm(job, piece);
    const Language& say = pdf.language();
    const Landing landing = landingOf(job, piece);
    Marks marks = templateMarks(pdf.language(), job, piece, TemplateKind::corners);
    add(marks, crossAt(landing, side / 3));
    const PointMm centre = landing.toObject(middle(landing.box));
    const std::vector<CornerPlace> places = cornerPlaces(job, piece);
    for (std::size_t i = 0; i < places.size(); ++i) {
        const CornerPlace& place = places[i];
        const RectMm window{place.at.x - side / 2, place.at.y - side / 2, side, side};
        Marks shown;
        for (const Mark& mark : marks)
            if (overlaps(extent(mark), window)) shown.push_back(mark);
        // Words stand on the picture's side of the corner, clear of the lines: that paper is cut away.
        const bool left = place.at.x <= centre.x, above = place.at.y <= centre.y;
        const double room = side / 2 - 2 * clear_mm;
        std::vector<std::string> lines = brokenInto(room, say(place.where), template_words_mm);
        lines.insert(lines.begin(), say(place.name));
        double y = above ? place.at.y + 2 * clear_mm + template_words_mm
                         : place.at.y - 2 * clear_mm - static_cast<double>(lines.size() - 1) * lead_mm;
        for (const std::string& line : lines) {
            const double x = left ? place.at.x + clear_mm : place.at.x - clear_mm - room;
            shown.push_back(Words{line, {x, y}, template_words_mm, 0, &line == &lines.front()});
            y += lead_mm;
        }
        shown.push_back(upArrow({left ? window.right() - 8 : window.x + 4, window.y + 6}, 4, 6));
        drawTrueSize(pdf, job.sheets.paper, bareEdges(printerOf(job, piece), job.sheets.paper.size), window,
                     shown,
                     say(Text("{number} of {count} · {piece} · lay this way up",
                              {{"number", i + 1}, {"count", places.size()}, {"piece", piece.name}})));
    }
}

}  // namespace

Marks templateMarks(const Language& say, const Job& job, const Piece& piece, TemplateKind kind) {
    const Object& object = objectOf(job, piece);
    const Landing landing = landingOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    Marks marks;
    if (kind == TemplateKind::mask_outside || kind == TemplateKind::mask_inside) {
        // What is cut away is hatched; the line is where the knife goes.
        const Outline around = offset(ink, border_mm, Corners::sharp);
        add(marks, hatchOf(kind == TemplateKind::mask_outside ? ink : without(around, ink), 5, 0.15, 0.75));
        add(marks, lineOf(ink, template_line_mm));
        return marks;
    }
    add(marks, lineOf(outlineOf(object.shape), template_line_mm));
    for (const Zone& zone : object.zones) {
        add(marks, dashesOf(outlineOf(zone), template_line_mm, 0.35));
        marks.push_back(
            Words{zone.name, {zone.at.x - widthOf(zone.name, 2.6) / 2, zone.at.y + 1}, 2.6, 0, false});
    }
    add(marks, dashesOf(ink, template_line_mm));
    add(marks, cornerTicks(landing, landing.box));
    if (kind == TemplateKind::corners) return marks;
    const PointMm middle_at = middle(bounds(ink));
    const std::string up = say(Text("top"));
    marks.push_back(upArrow({middle_at.x - 2, middle_at.y - 14}, 4, 6));
    marks.push_back(Words{up, {middle_at.x - widthOf(up, 3) / 2, middle_at.y - 4}, 3, 0, true});
    double y = middle_at.y + 2;
    std::vector<std::string> lines{
        piece.name, formatSize(seenSizeOf(job, piece).width, seenSizeOf(job, piece).height, job.unit)};
    for (const SpotDistance& each : piece.placement.distances)
        lines.push_back(say(distanceText(each, job.unit)));
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

void writeTemplate(const Language& say, const std::filesystem::path& file, const Job& job, const Piece& piece,
                   TemplateKind kind) {
    PdfFile pdf(say, file, job.name, job.created);
    pdf.printedBy(printerOf(job, piece));
    if (kind == TemplateKind::corners) {
        drawCorners(pdf, job, piece);
        pdf.commit();
        return;
    }
    const Text what = kind == TemplateKind::placement
                          ? Text("placement: lay this way up, cut the dashed picture out")
                      : kind == TemplateKind::mask_outside
                          ? Text("mask: cut the hatched picture out, keep what is round it")
                          : Text("mask: cut along the line, keep the inside");
    drawTrueSize(pdf, job.sheets.paper, bareEdges(printerOf(job, piece), job.sheets.paper.size),
                 templateArea(job, piece, kind), templateMarks(pdf.language(), job, piece, kind),
                 piece.name + " · " + say(what));
    pdf.commit();
}

Text distanceText(const SpotDistance& distance, Unit unit) {
    const Argument length("length", formatLength(distance.mm, unit));
    return distance.from.empty() ? Text("{length} from the edge", {length})
                                 : Text("{length} from {place}", {length, {"place", distance.from}});
}

}  // namespace tympan
