#pragma once
#include <filesystem>
#include <memory>
#include <opencv2/core.hpp>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/marks/marks.h"
#include "core/measure/outline.h"
#include "core/measure/pixel_grid.h"
#include "core/pdf/packed_ink.h"
#include "core/printer/printer.h"

namespace tympan {

/// A PDF of pages at true size, written aside and put in place by `commit`. Its bytes depend only on what is
/// drawn. Pictures lie under the marks of their page; once stored they wait in a file without a name, so a
/// document of any length takes no more memory than one of them.
class PdfFile {
  public:
    /// `language`: what its words are in. `created`: seconds since 1970, written as the document's date.
    PdfFile(const Language& language, const std::filesystem::path& target, const std::string& title,
            long long created);
    ~PdfFile();

    const Language& language() const { return language_; }

    /// The pages that are begun from now on are printed by this: what is drawn at a place is sent to where
    /// the printer must be told for it to lie there.
    /// In its second pass: onto what the first laid, on a sheet that may have shrunk.
    void printedBy(const Printer& printer, int pass = 1);
    void beginPage(const SizeMm& page);
    /// Stores ink, and returns its number: it may be placed as often as it is wanted.
    std::size_t store(const PackedInk& ink);
    /// So that its pixels lie exactly on the page's pixel grid, from pixel (x, y). Drawn without
    /// interpolation and inset by a ten-thousandth of a pixel: with none, rounding makes some viewers draw
    /// one pixel too many; with ten times as much, others mix a trace of each pixel's neighbour into it.
    /// `clip`, in mm of the page, unless it is empty: only what lies inside of it is drawn.
    void place(std::size_t stored, int x, int y, const PixelGrid& grid, const Outline& clip = {});
    /// Stores and places 8-bit ink, grey or RGB, in parts as `partsOf` makes them.
    void picture(const cv::Mat& ink, int x, int y, const PixelGrid& grid);
    /// A picture scaled into a box, for looking at, not for transfer.
    void pictureIn(const RectMm& where, const cv::Mat& ink);
    void marks(const Marks& marks);
    /// The same left for right about an upright line.
    void marksFlipped(const Marks& marks, double about_x_mm);
    void endPage();
    /// Throws Error (output) when anything could not be written; Error (stopped).
    void commit(const Progress& progress = {});

  private:
    struct State;
    Language language_;
    std::unique_ptr<State> state_;
};

/// A large picture is made and stored in parts: of no more pixels than may be held at once, and narrow enough
/// for every viewer (some stop at 32,767).
/// `overlap_px`: each goes on into the next ones by so much. On a page that is not sent as it is, parts do
/// not end at whole pixels of what draws them, and a light line would be seen where two only touch.
std::vector<RectPx> partsOf(const RectPx& box, int overlap_px = 0);
/// How much that is for what a printer prints.
int overlapFor(const Printer& printer, int pass = 1);

}  // namespace tympan
