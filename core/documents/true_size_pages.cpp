#include "core/documents/true_size_pages.h"

#include <algorithm>
#include <cmath>

#include "core/seams/tiling.h"

namespace tympan {

namespace {

constexpr double overlap_mm = 10, pages_title_mm = 3.2, pages_head_mm = 6;

/// The orientation that needs fewer pages.
Orientation fewerPages(const Paper& paper, const PageMargins& margins, const RectMm& area) {
    const auto pages = [&](Orientation way) {
        const RectMm room = trueSizeRoom(pageOf(paper, way), margins);
        return std::ceil(std::max(1.0, (area.width - overlap_mm) / (room.width - overlap_mm))) *
               std::ceil(std::max(1.0, (area.height - overlap_mm) / (room.height - overlap_mm)));
    };
    return pages(Orientation::landscape) < pages(Orientation::portrait) ? Orientation::landscape
                                                                        : Orientation::portrait;
}

}  // namespace

RectMm trueSizeRoom(const SizeMm& page, const PageMargins& margins) {
    // A head of words is kept free; no nearer to the edge than 3 mm.
    const double bare = std::max({3.0, margins.left, margins.top, margins.right, margins.bottom});
    return {bare, bare + pages_head_mm, page.width - 2 * bare, page.height - 2 * bare - pages_head_mm};
}

Marks lineOf(const Outline& outline, double width_mm, double grey) {
    Marks marks;
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        if (a != b) marks.push_back(stroke(a, b, width_mm, grey));
    });
    return marks;
}

Marks dashesOf(const Outline& outline, double width_mm, double grey) {
    constexpr double dash_mm = 3, gap_mm = 2;
    Marks marks;
    double at = 0;  // along the whole line, so that dashes run on over corners
    eachEdge(outline, [&](const PointMm& a, const PointMm& b) {
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        if (length == 0) return;
        const auto point = [&](double t) {
            return PointMm{a.x + (b.x - a.x) * t / length, a.y + (b.y - a.y) * t / length};
        };
        for (double from = -std::fmod(at, dash_mm + gap_mm); from < length; from += dash_mm + gap_mm) {
            const double begin = std::max(0.0, from), end = std::min(length, from + dash_mm);
            if (end - begin > 1e-3) marks.push_back(stroke(point(begin), point(end), width_mm, grey));
        }
        at += length;
    });
    return marks;
}

Marks hatchOf(const Outline& outline, double apart_mm, double width_mm, double grey) {
    // In a frame turned by 45 degrees the lines are level: where each crosses the outline is sorted, and
    // every other stretch is inside.
    const Outline level = rotated(outline, -45);
    const RectMm box = bounds(level);
    Marks marks;
    for (double y = box.y + apart_mm / 2; y < box.bottom(); y += apart_mm) {
        std::vector<double> crossings;
        eachEdge(level, [&](const PointMm& a, const PointMm& b) {
            if ((a.y > y) != (b.y > y)) crossings.push_back(a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x));
        });
        std::sort(crossings.begin(), crossings.end());
        for (std::size_t i = 0; i + 1 < crossings.size(); i += 2)
            if (crossings[i + 1] - crossings[i] > 0.1)
                marks.push_back(stroke(rotated(PointMm{crossings[i], y}, 45),
                                       rotated(PointMm{crossings[i + 1], y}, 45), width_mm, grey));
    }
    return marks;
}

void drawTrueSize(PdfFile& pdf, const Paper& paper, const PageMargins& margins, const RectMm& area,
                  const Marks& marks, const std::string& title) {
    const Orientation way = fewerPages(paper, margins, area);
    const SizeMm page = pageOf(paper, way);
    const RectMm room = trueSizeRoom(page, margins);
    const double margin = room.x, w = room.width, h = room.height;
    const auto parts = [](double length, double room) {
        return length <= room ? 1 : static_cast<int>(std::ceil((length - overlap_mm) / (room - overlap_mm)));
    };
    const int columns = parts(area.width, w), rows = parts(area.height, h);
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            // What is to spare is shared by the outer sides.
            const double all_w = columns == 1 ? w : columns * (w - overlap_mm) + overlap_mm;
            const double all_h = rows == 1 ? h : rows * (h - overlap_mm) + overlap_mm;
            const double x = area.x - (all_w - area.width) / 2 + column * (w - overlap_mm);
            const double y = area.y - (all_h - area.height) / 2 + row * (h - overlap_mm);
            pdf.beginPage(page);
            Marks shown = placed(marks, {margin - x, margin + pages_head_mm - y}, 0);
            // The strip at the top is for words alone.
            shown.push_back(box({0, 0, page.width, margin + pages_head_mm}, 1));
            const std::string label = rows * columns > 1 ? tileLabel(row, column) + " · " + title : title;
            shown.push_back(Words{label, {margin, margin + pages_title_mm}, pages_title_mm, 0, true});
            const double line = 0.2;
            if (column > 0)
                shown.push_back(box({margin + overlap_mm / 2, margin + pages_head_mm, line, h}, 0.6));
            if (column + 1 < columns)
                shown.push_back(box({margin + w - overlap_mm / 2, margin + pages_head_mm, line, h}, 0.6));
            if (row > 0)
                shown.push_back(box({margin, margin + pages_head_mm + overlap_mm / 2, w, line}, 0.6));
            if (row + 1 < rows)
                shown.push_back(box({margin, margin + pages_head_mm + h - overlap_mm / 2, w, line}, 0.6));
            pdf.marks(shown);
            pdf.endPage();
        }
}

}  // namespace tympan
