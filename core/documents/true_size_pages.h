#pragma once
#include "core/job/job.h"
#include "core/marks/marks.h"
#include "core/measure/outline.h"
#include "core/pdf/pdf_file.h"

namespace tympan {

/// Draws something larger than a page at true size over as many pages as it takes, each page showing a part
/// and overlapping the next by 10 mm, with lines where they meet and a label "A1". `area` is what must be
/// shown, in the frame of `marks`. A page is labelled with `title` in its margin at the top left.
void drawTrueSize(PdfFile& pdf, const Paper& paper, const PageMargins& margins, const RectMm& area,
                  const Marks& marks, const std::string& title);

/// What of a page such marks may cover, page frame.
RectMm trueSizeRoom(const SizeMm& page, const PageMargins& margins);

/// An outline as thin filled lines, `width_mm` wide, centred on it.
Marks lineOf(const Outline& outline, double width_mm, double grey = 0);
/// The same in dashes.
Marks dashesOf(const Outline& outline, double width_mm, double grey = 0);
/// Slanting lines inside an outline.
Marks hatchOf(const Outline& outline, double apart_mm, double width_mm, double grey);

}  // namespace tympan
