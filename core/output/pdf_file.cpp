#include "core/output/pdf_file.h"

#include <ctime>
#include <exception>

#include <cairo/cairo-pdf.h>

#include "core/base/error.h"
#include "core/base/file_name.h"
#include "core/base/write_aside.h"

namespace tympan {

namespace {

constexpr int most_rows = 4096, most_columns = 16384;
constexpr double inset_px = 1e-4;
constexpr double points_per_mm = 72 / mm_per_inch;

struct SurfaceEnd {
    void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
};
using Surface = std::unique_ptr<cairo_surface_t, SurfaceEnd>;

std::uint32_t pixel(const std::uint8_t* p, int channels) {
    if (channels == 1) return 0xff000000u | p[0] * 0x010101u;
    return 0xff000000u | static_cast<std::uint32_t>(p[0]) << 16 | static_cast<std::uint32_t>(p[1]) << 8 |
           p[2];
}

Surface imageOf(const cv::Mat& ink) {
    Surface surface(cairo_image_surface_create(CAIRO_FORMAT_RGB24, ink.cols, ink.rows));
    if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS) throw std::bad_alloc();
    unsigned char* data = cairo_image_surface_get_data(surface.get());
    const int stride = cairo_image_surface_get_stride(surface.get()), channels = ink.channels();
    for (int y = 0; y < ink.rows; ++y) {
        auto* out = reinterpret_cast<std::uint32_t*>(data + static_cast<std::ptrdiff_t>(y) * stride);
        const std::uint8_t* p = ink.ptr<std::uint8_t>(y);
        for (int x = 0; x < ink.cols; ++x, p += channels) out[x] = pixel(p, channels);
    }
    cairo_surface_mark_dirty(surface.get());
    return surface;
}

bool allGrey(const cv::Mat& rgb) {
    for (int y = 0; y < rgb.rows; ++y) {
        const std::uint8_t* p = rgb.ptr<std::uint8_t>(y);
        for (int x = 0; x < rgb.cols; ++x, p += 3)
            if (p[0] != p[1] || p[1] != p[2]) return false;
    }
    return true;
}

/// Makes one pixel outside `kept` (in the band's own coordinates) a shade bluer or less blue.
void breakGrey(cv::Mat& band, const RectPx& kept) {
    for (int y : {0, band.rows - 1})
        for (int x : {0, band.cols - 1}) {
            if (x >= kept.x && x < kept.right() && y >= kept.y && y < kept.bottom()) continue;
            std::uint8_t& blue = band.ptr<std::uint8_t>(y)[3 * x + 2];
            blue = static_cast<std::uint8_t>(blue > 0 ? blue - 1 : 1);
            return;
        }
}

void paint(cairo_t* page, cairo_surface_t* image) {
    cairo_set_source_surface(page, image, 0, 0);
    cairo_pattern_set_filter(cairo_get_source(page), CAIRO_FILTER_NEAREST);
    cairo_paint(page);
}

}  // namespace

void drawInk(cairo_t* page_mm, const cv::Mat& ink, int x, int y, const PixelGrid& grid, const RectPx& kept) {
    for (int top = 0; top < ink.rows; top += most_rows)
        for (int left = 0; left < ink.cols; left += most_columns) {
            const int columns = std::min(most_columns, ink.cols - left),
                      rows = std::min(most_rows, ink.rows - top);
            cv::Mat band = ink(cv::Rect(left, top, columns, rows));
            if (ink.channels() == 3 && allGrey(band)) {
                band = band.clone();
                breakGrey(band, {kept.x - left, kept.y - top, kept.width, kept.height});
            }
            cairo_save(page_mm);
            cairo_scale(page_mm, grid.pixel_mm(), grid.pixel_mm());
            cairo_translate(page_mm, x + left + inset_px, y + top + inset_px);
            cairo_scale(page_mm, (columns - 2 * inset_px) / columns, (rows - 2 * inset_px) / rows);
            paint(page_mm, imageOf(band).get());
            cairo_restore(page_mm);
        }
}

struct PdfFile::State {
    WriteAside aside;
    std::exception_ptr failed;
    cairo_surface_t* surface = nullptr;
    cairo_t* page = nullptr;

    explicit State(const std::filesystem::path& target) : aside(target) {}
    ~State() {
        if (page) cairo_destroy(page);
        if (surface) cairo_surface_destroy(surface);
    }
    /// cairo cannot carry exceptions: the first is kept and thrown by the next call of ours.
    static cairo_status_t write(void* self, const unsigned char* data, unsigned length) {
        auto* state = static_cast<State*>(self);
        if (state->failed) return CAIRO_STATUS_WRITE_ERROR;
        try {
            state->aside.append(data, length);
        } catch (...) {
            state->failed = std::current_exception();
            return CAIRO_STATUS_WRITE_ERROR;
        }
        return CAIRO_STATUS_SUCCESS;
    }
    void check(const cairo_status_t status) const {
        if (failed) std::rethrow_exception(failed);
        if (status == CAIRO_STATUS_NO_MEMORY) throw std::bad_alloc();
        if (status != CAIRO_STATUS_SUCCESS)
            throw Error(Error::Kind::output, "",
                        std::string("the PDF cannot be made (") + cairo_status_to_string(status) + ")", "");
    }
};

PdfFile::PdfFile(const std::filesystem::path& target, const std::string& title, long long created)
    : state_(std::make_unique<State>(target)) {
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

void PdfFile::beginPage(const SizeMm& page) {
    cairo_pdf_surface_set_size(state_->surface, page.width * points_per_mm, page.height * points_per_mm);
    cairo_identity_matrix(state_->page);
    cairo_scale(state_->page, points_per_mm, points_per_mm);
}

void PdfFile::picture(const cv::Mat& ink, int x, int y, const PixelGrid& grid, const RectPx& kept) {
    drawInk(state_->page, ink, x, y, grid, kept);
}

void PdfFile::pictureIn(const RectMm& where, const cv::Mat& ink) {
    cairo_save(state_->page);
    cairo_translate(state_->page, where.x, where.y);
    cairo_scale(state_->page, where.width / ink.cols, where.height / ink.rows);
    paint(state_->page, imageOf(ink).get());
    cairo_restore(state_->page);
}

void PdfFile::marks(const Marks& marks) { draw(state_->page, marks); }

void PdfFile::endPage() {
    cairo_show_page(state_->page);
    state_->check(cairo_status(state_->page));
}

void PdfFile::commit() {
    cairo_destroy(state_->page);
    state_->page = nullptr;
    cairo_surface_finish(state_->surface);
    state_->check(cairo_surface_status(state_->surface));
    state_->aside.commit();
}

}  // namespace tympan
