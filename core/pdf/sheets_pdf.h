#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"
#include "core/render/print.h"

namespace tympan {

/// Writes the sheets of a job, one a page, at true size. Pictures are rendered and packed in parts on both
/// cores, never a whole page at once. Throws Error (input) for a job without a sheet; Error (stopped,
/// output).
void writeSheets(const Language& say, const std::filesystem::path& file, const Job& job,
                 const Imposition& imposition, const Progress& progress = {});

/// A sheet as it leaves the printer, for the screen: CV_8UC4 in cairo's order (BGRx), at `ppi`. Draws the
/// same regions and marks as the PDF does.
cv::Mat sheetPicture(const Language& say, const Job& job, const Imposition& imposition, std::size_t sheet,
                     double ppi, const Progress& progress = {});

/// What is rendered of a piece: its print at a resolution, mirrored as this output is. `print`: which of
/// Imposition::prints.
Print printIn(const Imposition& imposition, const Job& job, std::size_t print, double ppi);

/// What of it is laid when its sheet goes through the printer for this time, from 1.
Print inPass(Print print, int pass);

/// A print as a part lies on its page at an angle that is no quarter: its raster is the part's box there.
Print turnedOn(const PlacedRegion& part, const Print& print);

/// The ink of a box of one region (print frame), turned by quarters as it lies on its page; where the region
/// is laid in goes, its share.
cv::Mat regionInk(const Imposition& imposition, const Print& print, const PlacedRegion& part,
                  const RectPx& box, const Progress& progress = {});

/// What a sheet that carries something is called: the piece's name, the job's for a sheet that pieces share;
/// and which copy it is, where each copy has sheets of its own.
struct SheetTitle {
    std::string name;
    std::optional<int> copy;  ///< from 1
    int of = 1;
};
SheetTitle sheetTitle(const Job& job, const Sheet& sheet);
/// The same in words: "Comet, copy 1 of 2".
Text sheetName(const Job& job, const Sheet& sheet);
/// What it is called where sheets are counted and printed: "A1 · Star chart".
Text sheetLabel(const Job& job, const Sheet& sheet);
/// The job's date, "2026-09-20"; empty when it has none.
std::string dateOf(const Job& job);

}  // namespace tympan
