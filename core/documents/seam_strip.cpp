#include "core/documents/seam_strip.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/documents/box_about.h"
#include "core/marks/seam_marks.h"
#include "core/marks/sheet_marks.h"
#include "core/marks/text_column.h"
#include "core/pdf/pdf_file.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/preview.h"
#include "core/render/render_region.h"
#include "core/render/sent_ink.h"

namespace tympan {

namespace {

constexpr double long_mm = 110, deep_mm = 40, apart_mm = 22, detail_mm = 60, strip_head_mm = 26,
                 between_mm = 16;
constexpr double strip_line_mm = 0.2, strip_tick_from_mm = 2.5, strip_tick_to_mm = 6.5, strip_words_mm = 3.2;
constexpr double look_px = 4e5;  // where detail is looked for

/// What a pixel of a seam costs there.
double costAt(const SeamCosts& costs, bool down, const PrintGeometry& print, const PlacePx& at) {
    const double x = print.mirrored == Mirrored::yes ? print.size.width - at.x : at.x;
    const cv::Mat& of = down ? costs.down : costs.across;
    const int column = std::clamp(static_cast<int>(x / costs.cell), 0, of.cols - 1),
              row = std::clamp(static_cast<int>(at.y / costs.cell), 0, of.rows - 1);
    return of.at<float>(row, column);
}

/// A seam as places one cell apart along it.
std::vector<PlacePx> placesAlong(const Seam& seam, bool down, int step) {
    std::vector<PlacePx> places;
    for (std::size_t i = 1; i < seam.path.size(); ++i) {
        const PlacePx &a = seam.path[i - 1], &b = seam.path[i];
        const double length = down ? b.y - a.y : b.x - a.x;
        for (double t = step / 2.0; t < length; t += step)
            places.push_back({std::lerp(a.x, b.x, t / length), std::lerp(a.y, b.y, t / length)});
    }
    return places;
}

/// Ticks in line with the cut, on the waste side of the seam.
Marks ticks(const RectMm& kept, bool down, bool before) {
    Marks marks;
    if (down) {
        const double x = before ? kept.right() : kept.x - strip_line_mm;
        for (const double y : {kept.y - strip_tick_to_mm, kept.bottom() + strip_tick_from_mm})
            marks.push_back(box({x, y, strip_line_mm, strip_tick_to_mm - strip_tick_from_mm}));
    } else {
        const double y = before ? kept.bottom() : kept.y - strip_line_mm;
        for (const double x : {kept.x - strip_tick_to_mm, kept.right() + strip_tick_from_mm})
            marks.push_back(box({x, y, strip_tick_to_mm - strip_tick_from_mm, strip_line_mm}));
    }
    return marks;
}

}  // namespace

std::optional<WorstStretch> worstStretch(const Job& job, const Imposition& imposition, std::size_t number,
                                         const Progress& progress) {
    const SeamPlan& plan = imposition.plans[number];
    const PrintGeometry& print = imposition.prints[number];
    if (plan.seams.empty()) return {};
    const auto costs = seamCostsOf(job, job.pieces[number], print.grid.ppi, progress);
    const auto window = static_cast<std::size_t>(std::max(1.0, long_mm / costs->cell_mm));
    std::optional<WorstStretch> worst;
    double most = -1;
    for (std::size_t i = 0; i < plan.seams.size(); ++i) {
        const Seam& seam = plan.seams[i];
        const bool down = std::abs(seam.path.back().y - seam.path.front().y) >
                          std::abs(seam.path.back().x - seam.path.front().x);
        const std::vector<PlacePx> places = placesAlong(seam, down, costs->cell);
        double sum = 0;
        for (std::size_t end = 0; end < places.size(); ++end) {
            sum += costAt(*costs, down, print, places[end]);
            if (end >= window) sum -= costAt(*costs, down, print, places[end - window]);
            if (sum <= most) continue;
            most = sum;
            const std::size_t begin = end + 1 >= window ? end + 1 - window : 0;
            const PlacePx &a = places[begin], &b = places[end], &middle = places[(begin + end) / 2];
            worst =
                WorstStretch{i, down, static_cast<int>(down ? a.y : a.x), static_cast<int>(down ? b.y : b.x),
                             static_cast<int>(std::lround(down ? middle.x : middle.y))};
        }
    }
    return worst;
}

PointMm finestSpot(const Job& job, const Piece& piece, const Progress& progress) {
    Print print = plainPrint(job, piece, previewPpi(job, piece, job.sheets.ppi, look_px));
    cv::Mat ink = renderWhole(print, {progress.stop, {}}), change, busy;
    if (ink.channels() == 3) cv::cvtColor(ink, ink, cv::COLOR_RGB2GRAY);
    cv::Laplacian(ink, change, CV_32F);
    const int side = std::max(1, std::min({print.grid.nearest(detail_mm), ink.cols, ink.rows}));
    cv::boxFilter(cv::abs(change), busy, CV_32F, {side, side}, {-1, -1}, true, cv::BORDER_CONSTANT);
    cv::Point at;
    cv::minMaxLoc(busy, nullptr, nullptr, nullptr, &at);
    return {(at.x + 0.5) / ink.cols, (at.y + 0.5) / ink.rows};
}

void writeSeamStrip(const Language& say, const std::filesystem::path& file, const Job& job,
                    const Imposition& imposition, std::size_t number, const Progress& progress) {
    const Piece& piece = job.pieces[number];
    const auto worst = worstStretch(job, imposition, number, {progress.stop, {}});
    if (!worst)
        throw Error(Error::Kind::input, piece.name, Text("it lies on one sheet: there is no seam to try"),
                    Text("print the sheet itself, or a proof of all of it"));
    const SeamPlan& plan = imposition.plans[number];
    const PixelGrid& grid = imposition.grid;
    const Print print = printIn(imposition, job, number, grid.ppi);
    const Seam& seam = plan.seams[worst->seam];
    const RectPx whole{0, 0, print.size.width, print.size.height};
    const int deep = grid.nearest(deep_mm), bleed = grid.nearest(bleed_mm);
    const bool down = worst->down;

    const RectPx area = areaFor(job, piece, Orientation::portrait);
    const int left = area.x + grid.firstAfter(strip_tick_to_mm + 2),
              top = area.y + grid.firstAfter(strip_head_mm);
    const double wide = std::max(long_mm, 2 * deep_mm + apart_mm) + 2 * (strip_tick_to_mm + 2);
    const double high = strip_head_mm + std::max(long_mm, 2 * deep_mm + apart_mm) + between_mm + detail_mm;
    if (grid.mm(area.width) < wide || grid.mm(area.height) < high)
        throw Error(Error::Kind::input, piece.name, Text("the paper is too small for a strip to try"),
                    Text("choose A4, Letter or a larger paper"));
    const auto levels = sentLevels(job, piece, print);
    PdfFile pdf(say, file, job.name, job.created);
    pdf.printedBy(printerOf(job, piece));
    pdf.beginPage(pageOf(job.sheets.paper, Orientation::portrait));
    int below = top;
    for (const bool before : {true, false}) {
        const int length = worst->to - worst->from;
        const RectPx kept = intersection(
            whole, down ? RectPx{before ? worst->across - deep : worst->across, worst->from, deep, length}
                        : RectPx{worst->from, before ? worst->across - deep : worst->across, length, deep});
        const int beyond = std::max(bleed, overlapBeyond(seam, before ? seam.before : seam.after));
        const RectPx inked = intersection(
            whole, down ? RectPx{kept.x - (before ? 0 : beyond), kept.y, kept.width + beyond, kept.height}
                        : RectPx{kept.x, kept.y - (before ? 0 : beyond), kept.width, kept.height + beyond});
        PlacedRegion part;
        part.print = number;
        part.tile = before ? seam.before : seam.after;
        const cv::Mat ink = sent(regionInk(imposition, print, part, inked, {progress.stop, {}}), levels);
        const int aside = before ? 0 : grid.firstAfter(deep_mm + apart_mm);
        const int x = left + (down ? aside : 0) + inked.x - kept.x,
                  y = top + (down ? 0 : aside) + inked.y - kept.y;
        pdf.picture(ink, x, y, grid);
        const RectMm on_page =
            grid.mm(RectPx{x + kept.x - inked.x, y + kept.y - inked.y, kept.width, kept.height});
        pdf.marks(ticks(on_page, down, before));
        below = std::max(below, y + inked.height);
    }
    progress.at(0.6);

    const PointMm spot = finestSpot(job, piece, {progress.stop, {}});
    const int side = grid.nearest(detail_mm);
    const RectPx detail = flipped(boxAbout(print.size, spot, {side, side}), print.size.width, print.mirrored);
    below += grid.firstAfter(between_mm);
    pdf.picture(sent(renderRegion(print, detail, {progress.stop, {}}), levels), left, below, grid);

    const RectMm page_area = grid.mm(area);
    TextColumn column(say, {page_area.x, page_area.y}, page_area.width);
    column.say(Text("{piece}: the seam that would be seen most ({before} and {after}, seam {seam}), and the "
                    "finest detail",
                    {{"piece", piece.name},
                     {"before", plan.tiles[seam.before].label},
                     {"after", plan.tiles[seam.after].label},
                     {"seam", seamLetter(worst->seam)}}),
               strip_words_mm, true);
    column.say(Text::listed({inkSideUp(), tellTale()}, " · "), strip_words_mm * 0.9);
    column.say(Text("True size, as it will be printed. Cut from tick to tick, join the two, lay them as you "
                    "will lay the whole, and look from where people stand."),
               strip_words_mm * 0.9);
    pdf.marks(column.marks());
    pdf.marks({Words{say(Text("the finest detail")),
                     {grid.mm(left), grid.mm(below) - 2},
                     strip_words_mm * 0.9,
                     0,
                     false}});
    pdf.endPage();
    pdf.commit(progress);
}

}  // namespace tympan
