#include "core/output/sheets_pdf.h"

#include <future>
#include <opencv2/imgproc.hpp>

#include <cairo/cairo.h>
#include <fmt/format.h>

#include "core/base/error.h"
#include "core/layout/shared_ink.h"
#include "core/output/pdf_file.h"
#include "core/output/sheet_marks.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

std::vector<cv::Mat> sheetInk(const Imposition& imposition, const std::vector<Print>& prints,
                              const Sheet& sheet, const Progress& progress) {
    std::vector<cv::Mat> inks;
    for (const PlacedRegion& part : sheet.regions) {
        // Copies of a piece on one sheet are the same pixels.
        const auto same = [&](const PlacedRegion& other) {
            return other.print == part.print && other.inked == part.inked &&
                   other.rotation_deg == part.rotation_deg;
        };
        const auto first = std::find_if(sheet.regions.begin(), sheet.regions.end(), same);
        const auto index = static_cast<std::size_t>(first - sheet.regions.begin());
        inks.push_back(index < inks.size() ? inks[index]
                                           : regionInk(imposition, prints[part.print], part, progress));
    }
    return inks;
}

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

/// Where the kept region lies within its ink, as both lie on the page.
RectPx keptWithinInk(const PlacedRegion& part) {
    const RectPx on_page = part.inkedOnPage();
    return {part.placed.x - on_page.x, part.placed.y - on_page.y, part.placed.width, part.placed.height};
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

Print printIn(const Imposition& imposition, const Job& job, std::size_t print, double ppi) {
    Print made = printOf(job, job.pieces[print], ppi);
    made.mirrored = imposition.prints[print].mirrored;
    return made;
}

cv::Mat regionInk(const Imposition& imposition, const Print& print, const PlacedRegion& part,
                  const Progress& progress) {
    cv::Mat ink = renderRegion(print, part.inked, progress);
    if (part.tile) shareInk(ink, imposition.plans[part.print], *part.tile, part.inked, kindOf(print));
    return turnedByQuarters(std::move(ink), part);
}

void writeSheets(const std::filesystem::path& file, const Job& job, const Imposition& imposition,
                 const Progress& progress) {
    if (imposition.sheets.empty())
        throw Error(Error::Kind::input, job.name, "there is no picture in it to print", "add a picture");
    PdfFile pdf(file, job.name, job.created);
    std::vector<Print> prints;
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        prints.push_back(printIn(imposition, job, i, imposition.grid.ppi));
    const auto render = [&](std::size_t n) {
        return std::async(std::launch::async, [&, n] {
            return sheetInk(imposition, prints, imposition.sheets[n], {progress.stop, {}});
        });
    };
    auto coming = render(0);
    for (std::size_t n = 0; n < imposition.sheets.size(); ++n) {
        const Sheet& sheet = imposition.sheets[n];
        const std::vector<cv::Mat> inks = coming.get();
        if (n + 1 < imposition.sheets.size()) coming = render(n + 1);
        progress.at(static_cast<double>(n) / static_cast<double>(imposition.sheets.size()));
        pdf.beginPage(sheet.page);
        for (std::size_t i = 0; i < inks.size(); ++i) {
            const RectPx at = sheet.regions[i].inkedOnPage();
            pdf.picture(inks[i], at.x, at.y, imposition.grid, keptWithinInk(sheet.regions[i]));
        }
        pdf.marks(sheetMarks(imposition, sheet, sheetName(job, sheet)).marks);
        pdf.endPage();
    }
    pdf.commit();
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
    draw(page, sheetMarks(imposition, sheet, sheetName(job, sheet)).marks);
    cairo_destroy(page);
    cairo_surface_destroy(surface);
    return picture;
}

}  // namespace tympan
