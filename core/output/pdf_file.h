#pragma once
#include <filesystem>
#include <memory>
#include <opencv2/core.hpp>

#include "core/measure/pixel_grid.h"
#include "core/output/marks.h"

namespace tympan {

/// Draws 8-bit ink (grey or RGB) so that its pixels lie exactly on the page's pixel grid, from pixel (x, y).
/// Each band of at most 4096 rows and 16384 columns is an image of its own, drawn without interpolation and
/// inset by a ten-thousandth of a pixel: with none, rounding makes some viewers draw one pixel too many; with
/// ten times as much, others mix a trace of each pixel's neighbour into it. Twenty times the rounding of the
/// file's own numbers at 600 ppi. Grey comes out as DeviceGray; a colour image that happens to be all grey
/// stays DeviceRGB, so that neighbouring sheets are printed with the same inks: one corner pixel outside
/// `kept` (the part of the image that is not trimmed away) is made a shade bluer. Where `kept` holds all
/// corners, the image comes out as DeviceGray.
void drawInk(cairo_t* page_mm, const cv::Mat& ink, int x, int y, const PixelGrid& grid, const RectPx& kept);

/// A PDF of pages at true size, written aside and put in place by `commit`. Its bytes depend only on what is
/// drawn.
class PdfFile {
  public:
    /// `created`: seconds since 1970, written as the document's date.
    PdfFile(const std::filesystem::path& target, const std::string& title, long long created);
    ~PdfFile();

    void beginPage(const SizeMm& page);
    /// `kept`: the part of `ink` that is not trimmed away.
    void picture(const cv::Mat& ink, int x, int y, const PixelGrid& grid, const RectPx& kept);
    /// A picture scaled into a box, for looking at, not for transfer.
    void pictureIn(const RectMm& where, const cv::Mat& ink);
    void marks(const Marks& marks);
    void endPage();
    /// Throws Error (output) when anything could not be written.
    void commit();

  private:
    struct State;
    std::unique_ptr<State> state_;
};

}  // namespace tympan
