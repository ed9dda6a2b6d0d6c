#include "core/pdf/pdf_file.h"

#include <ctime>
#include <exception>

#include <cairo/cairo-pdf.h>
#include <fmt/format.h>

#include "core/base/error.h"
#include "core/base/file_name.h"
#include "core/base/write_aside.h"
#include "core/pdf/pdf_pictures.h"
#include "core/printer/registration.h"

namespace tympan {

namespace {

constexpr int most_columns = 16384, most_at_once_px = 3'000'000, fewest_rows = 64;
constexpr double inset_px = 1e-4;
constexpr double points_per_mm = 72 / mm_per_inch;

}  // namespace

int overlapFor(const Printer& printer, int pass) {
    const SizeMm any{1, 2};
    const bool as_it_is =
        printer.registration.exact() && (pass == 1 || sentAgainFor(printer, any) == Affine{});
    return as_it_is ? 0 : 2;
}

std::vector<RectPx> partsOf(const RectPx& box, int overlap_px) {
    std::vector<RectPx> parts;
    const int columns = std::min(box.width, most_columns),
              rows = std::max(fewest_rows, most_at_once_px / std::max(1, columns));
    for (int y = box.y; y < box.bottom(); y += rows)
        for (int x = box.x; x < box.right(); x += columns)
            parts.push_back({x, y, std::min(columns + overlap_px, box.right() - x),
                             std::min(rows + overlap_px, box.bottom() - y)});
    return parts;
}

/// The marks are drawn by cairo, into a document of pages without pictures.
struct PdfFile::State {
    WriteAside aside;
    std::string marks;
    PdfPictures pictures;
    double page_height = 0;
    Printer printer;
    int pass = 1;
    cairo_surface_t* surface = nullptr;
    cairo_t* page = nullptr;

    explicit State(const std::filesystem::path& target) : aside(target) {}
    ~State() {
        if (page) cairo_destroy(page);
        if (surface) cairo_surface_destroy(surface);
    }
    static cairo_status_t write(void* self, const unsigned char* data, unsigned length) {
        static_cast<State*>(self)->marks.append(reinterpret_cast<const char*>(data), length);
        return CAIRO_STATUS_SUCCESS;
    }
    static void check(const cairo_status_t status) {
        if (status == CAIRO_STATUS_NO_MEMORY) throw std::bad_alloc();
        if (status != CAIRO_STATUS_SUCCESS)
            throw Error(Error::Kind::output, "",
                        Text("the PDF cannot be made ({reason})",
                             {{"reason", std::string(cairo_status_to_string(status))}}),
                        {});
    }
    /// `where`: points of the page, y down.
    void place(std::size_t stored, const RectMm& where, const Outline& clip = {}) {
        pictures.place(stored, {where.x, page_height - where.bottom(), where.width, where.height},
                       changed(clip, [&](const PointMm& at) {
                           return PointMm{at.x * points_per_mm, page_height - at.y * points_per_mm};
                       }));
    }
};

PdfFile::PdfFile(const Language& language, const std::filesystem::path& target, const std::string& title,
                 long long created)
    : language_(language), state_(std::make_unique<State>(target)) {
    state_->surface = cairo_pdf_surface_create_for_stream(&State::write, state_.get(), 100, 100);
    const std::time_t seconds = static_cast<std::time_t>(created);
    std::tm when{};
    gmtime_r(&seconds, &when);
    char date[32];
    std::strftime(date, sizeof date, "%Y-%m-%dT%H:%M:%SZ", &when);
    cairo_pdf_surface_set_metadata(state_->surface, CAIRO_PDF_METADATA_CREATE_DATE, date);
    cairo_pdf_surface_set_metadata(state_->surface, CAIRO_PDF_METADATA_TITLE, validUtf8(title).c_str());
    cairo_pdf_surface_set_metadata(state_->surface, CAIRO_PDF_METADATA_CREATOR, "Tympan");
    state_->page = cairo_create(state_->surface);
}

PdfFile::~PdfFile() = default;

void PdfFile::printedBy(const Printer& printer, int pass) {
    state_->printer = printer;
    state_->pass = pass;
}

void PdfFile::beginPage(const SizeMm& page) {
    state_->page_height = page.height * points_per_mm;
    const Affine sent =
        state_->pass > 1 ? sentAgainFor(state_->printer, page) : sentFor(state_->printer, page);
    const bool as_it_is = sent == Affine{};
    // The same in points, y up from the page's lower edge.
    const Affine up{points_per_mm, 0, 0, -points_per_mm, 0, state_->page_height};
    state_->pictures.beginPage(as_it_is ? Affine{} : up.after(sent).after(up.inverse()));
    cairo_pdf_surface_set_size(state_->surface, page.width * points_per_mm, page.height * points_per_mm);
    cairo_identity_matrix(state_->page);
    cairo_scale(state_->page, points_per_mm, points_per_mm);
    if (as_it_is) return;
    const cairo_matrix_t matrix{sent.a, sent.b, sent.c, sent.d, sent.e, sent.f};
    cairo_transform(state_->page, &matrix);
}

std::size_t PdfFile::store(const PackedInk& ink) { return state_->pictures.store(ink); }

void PdfFile::place(std::size_t stored, int x, int y, const PixelGrid& grid, const Outline& clip) {
    const SizePx size = state_->pictures.sizeOf(stored);
    const double px = grid.pixel_mm() * points_per_mm;
    state_->place(stored,
                  {(x + inset_px) * px, (y + inset_px) * px, (size.width - 2 * inset_px) * px,
                   (size.height - 2 * inset_px) * px},
                  clip);
}

void PdfFile::picture(const cv::Mat& ink, int x, int y, const PixelGrid& grid) {
    for (const RectPx& part : partsOf({0, 0, ink.cols, ink.rows}, overlapFor(state_->printer, state_->pass)))
        place(store(packed(ink(cv::Rect(part.x, part.y, part.width, part.height)))), x + part.x, y + part.y,
              grid);
}

void PdfFile::pictureIn(const RectMm& where, const cv::Mat& ink) {
    const double across = where.width / ink.cols * points_per_mm,
                 down = where.height / ink.rows * points_per_mm;
    for (const RectPx& part : partsOf({0, 0, ink.cols, ink.rows}, overlapFor(state_->printer, state_->pass)))
        state_->place(store(packed(ink(cv::Rect(part.x, part.y, part.width, part.height)))),
                      {where.x * points_per_mm + part.x * across, where.y * points_per_mm + part.y * down,
                       part.width * across, part.height * down});
}

void PdfFile::marks(const Marks& marks) { draw(state_->page, marks); }

void PdfFile::marksFlipped(const Marks& marks, double about_x_mm) {
    cairo_save(state_->page);
    cairo_translate(state_->page, 2 * about_x_mm, 0);
    cairo_scale(state_->page, -1, 1);
    draw(state_->page, marks);
    cairo_restore(state_->page);
}

void PdfFile::endPage() {
    cairo_show_page(state_->page);
    State::check(cairo_status(state_->page));
}

void PdfFile::commit(const Progress& progress) {
    cairo_destroy(state_->page);
    state_->page = nullptr;
    cairo_surface_finish(state_->surface);
    State::check(cairo_surface_status(state_->surface));
    state_->pictures.writeWith(state_->marks, state_->aside, progress);
    state_->aside.commit();
}

}  // namespace tympan
