#include "core/output/sheets_pdf.h"

#include <ctime>
#include <map>
#include <opencv2/imgproc.hpp>
#include <set>
#include <tuple>

#include <cairo/cairo.h>
#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/made_ahead.h"
#include "core/layout/shared_ink.h"
#include "core/output/pdf_file.h"
#include "core/output/sheet_marks.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

InkKind kindOf(const Print& print) {
    return print.tone.screen.kind == Screen::Kind::none ? InkKind::tones : InkKind::dots;
}

cv::Mat turnedByQuarters(cv::Mat ink, const PlacedRegion& part) {
    constexpr cv::RotateFlags turns[] = {cv::ROTATE_90_CLOCKWISE, cv::ROTATE_180,
                                         cv::ROTATE_90_COUNTERCLOCKWISE};
    if (const int quarters = quarterTurns(part.rotation_deg).value(); quarters > 0)
        cv::rotate(ink, ink, turns[quarters - 1]);
    return ink;
}

}  // namespace

SheetTitle sheetTitle(const Job& job, const Sheet& sheet) {
    const int first = sheet.regions.front().piece;
    const bool one_piece = std::all_of(sheet.regions.begin(), sheet.regions.end(),
                                       [&](const PlacedRegion& part) { return part.piece == first; });
    const Piece* piece = findPiece(job, first);
    if (!one_piece || !piece) return {job.name, {}, 1};
    if (printed(*piece) == 1 || sheet.regions.size() > 1) return {piece->name, {}, printed(*piece)};
    return {piece->name, sheet.regions.front().copy + 1, printed(*piece)};
}

std::string sheetName(const Job& job, const Sheet& sheet) {
    const SheetTitle title = sheetTitle(job, sheet);
    return title.copy ? fmt::format("{}, copy {} of {}", title.name, *title.copy, title.of) : title.name;
}

std::string dateOf(const Job& job) {
    if (job.created == 0) return {};
    const auto seconds = static_cast<std::time_t>(job.created);
    std::tm when{};
    gmtime_r(&seconds, &when);
    return fmt::format("{:04}-{:02}-{:02}", when.tm_year + 1900, when.tm_mon + 1, when.tm_mday);
}

namespace {

/// What a sheet's words say beside its label.
std::string wordsOn(const Job& job, const Sheet& sheet) {
    const std::string date = dateOf(job);
    return sheetName(job, sheet) + (date.empty() ? "" : " · " + date);
}

}  // namespace

Print printIn(const Imposition& imposition, const Job& job, std::size_t print, double ppi) {
    Print made = printOf(job, job.pieces[print], ppi);
    made.mirrored = imposition.prints[print].mirrored;
    return made;
}

cv::Mat regionInk(const Imposition& imposition, const Print& print, const PlacedRegion& part,
                  const RectPx& box, const Progress& progress) {
    cv::Mat ink = renderRegion(print, box, progress);
    if (part.tile) shareInk(ink, imposition.plans[part.print], *part.tile, box, kindOf(print));
    return turnedByQuarters(std::move(ink), part);
}

namespace {

/// Copies of a piece lie on their sheets with the same pixels, which are made and stored once.
using SameInk = std::tuple<std::size_t, std::size_t, int, int, int, int, double>;

SameInk sameInk(const PlacedRegion& part) {
    return {part.print,       part.tile.value_or(0), part.inked.x,     part.inked.y,
            part.inked.width, part.inked.height,     part.rotation_deg};
}

/// The ink of all sheets in the order of their pages, each once, in parts.
std::vector<std::function<PackedInk()>> inkOf(const Imposition& imposition, const std::vector<Print>& prints,
                                              const std::stop_token& stop) {
    std::vector<std::function<PackedInk()>> makers;
    std::set<SameInk> met;
    for (const Sheet& sheet : imposition.sheets)
        for (const PlacedRegion& part : sheet.regions) {
            if (!met.insert(sameInk(part)).second) continue;
            for (const RectPx& box : partsOf(part.inked))
                makers.push_back([&, box, stop] {
                    return packed(regionInk(imposition, prints[part.print], part, box, {stop, {}}));
                });
        }
    return makers;
}

}  // namespace

void writeSheets(const std::filesystem::path& file, const Job& job, const Imposition& imposition,
                 const Progress& progress) {
    if (imposition.sheets.empty())
        throw Error(Error::Kind::input, job.name, "there is no picture in it to print", "add a picture");
    PdfFile pdf(file, job.name, job.created);
    std::vector<Print> prints;
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        prints.push_back(printIn(imposition, job, i, imposition.grid.ppi));
    constexpr double all_stored = 0.95;  // of the time; then they are put into the file
    std::vector<std::function<PackedInk()>> makers = inkOf(imposition, prints, progress.stop);
    const auto count = static_cast<double>(makers.size());
    MadeAhead<PackedInk> inks(std::move(makers));
    std::map<SameInk, std::vector<std::size_t>> stored;
    double made = 0;
    for (const Sheet& sheet : imposition.sheets) {
        pdf.beginPage(sheet.page);
        for (const PlacedRegion& part : sheet.regions) {
            const std::vector<RectPx> boxes = partsOf(part.inked);
            std::vector<std::size_t>& numbers = stored[sameInk(part)];
            while (numbers.size() < boxes.size()) {
                progress.at(all_stored * made++ / count);
                numbers.push_back(pdf.store(inks.next()));
            }
            for (std::size_t i = 0; i < boxes.size(); ++i) {
                const RectPx at = part.onPage(boxes[i]);
                pdf.place(numbers[i], at.x, at.y, imposition.grid);
            }
        }
        pdf.marks(sheetMarks(imposition, sheet, wordsOn(job, sheet)).marks);
        pdf.endPage();
    }
    const auto rest = [&](double part) { progress.at(all_stored + (1 - all_stored) * part); };
    pdf.commit({progress.stop, rest});
}

cv::Mat sheetPicture(const Job& job, const Imposition& imposition, std::size_t number, double ppi,
                     const Progress& progress) {
    const Sheet& sheet = imposition.sheets.at(number);
    const PixelGrid screen{ppi};
    cv::Mat picture(screen.printPixels(sheet.page.height), screen.printPixels(sheet.page.width), CV_8UC4,
                    cv::Scalar::all(255));
    for (const PlacedRegion& part : sheet.regions) {
        // The print at screen resolution is another raster, alike but not bit-equal: enough to look at.
        const Print small = printIn(imposition, job, part.print, ppi);
        const double scale = ppi / imposition.grid.ppi;
        const auto near = [&](int px, int most) {
            return std::clamp(static_cast<int>(std::lround(px * scale)), 0, most);
        };
        const int left = near(part.inked.x, small.size.width - 1),
                  top = near(part.inked.y, small.size.height - 1);
        const int right = std::max(left + 1, near(part.inked.right(), small.size.width));
        const int bottom = std::max(top + 1, near(part.inked.bottom(), small.size.height));
        const RectPx box{left, top, right - left, bottom - top};
        cv::Mat ink = renderRegion(small, box, progress);
        if (part.tile) shareInk(ink, imposition.plans[part.print], *part.tile, box, kindOf(small), scale);
        ink = turnedByQuarters(std::move(ink), part);
        cv::cvtColor(ink, ink, ink.channels() == 1 ? cv::COLOR_GRAY2BGRA : cv::COLOR_RGB2BGRA);
        const RectPx at = part.inkedOnPage();
        const cv::Rect where = cv::Rect(static_cast<int>(std::lround(at.x * scale)),
                                        static_cast<int>(std::lround(at.y * scale)), ink.cols, ink.rows) &
                               cv::Rect(0, 0, picture.cols, picture.rows);
        ink(cv::Rect(0, 0, where.width, where.height)).copyTo(picture(where));
    }
    cairo_surface_t* surface = cairo_image_surface_create_for_data(
        picture.data, CAIRO_FORMAT_RGB24, picture.cols, picture.rows, static_cast<int>(picture.step));
    cairo_t* page = cairo_create(surface);
    cairo_scale(page, 1 / screen.pixel_mm(), 1 / screen.pixel_mm());
    draw(page, sheetMarks(imposition, sheet, wordsOn(job, sheet)).marks);
    cairo_destroy(page);
    cairo_surface_destroy(surface);
    return picture;
}

}  // namespace tympan
