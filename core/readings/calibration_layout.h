#pragma once
#include <array>
#include <vector>

#include "core/base/language.h"
#include "core/marks/marks.h"

namespace tympan {

// The calibration sheet: one page that tells how a printer lays what it is sent. Everything is in mm of the
// page as it is sent, y down, from its top left corner.

/// One of the four sides of a page, clockwise from the left one.
enum class PageSide { left, top, right, bottom };
inline constexpr PageSide page_sides[] = {PageSide::left, PageSide::top, PageSide::right, PageSide::bottom};

/// A dark bar from the edge of the page inwards: where it begins to be seen is the printer's margin.
struct EdgeBar {
    PageSide side;
    double along_mm;  ///< of its middle, from the left or the top
};

/// A box of even grey, and the bare paper above and below it that it is seen against.
struct GreyPatch {
    double printed;  ///< k
    RectMm at, above, below;
};

struct CalibrationLayout {
    SizeMm page;
    std::array<PointMm, 4> corners;     ///< of its round marks, clockwise from the top left
    std::vector<PointMm> spots;         ///< round black ones, for the places between
    std::vector<EdgeBar> bars;          ///< two for each side
    PointMm zero;                       ///< where both rulers begin
    double across_mm = 0, down_mm = 0;  ///< how long they are
    RectMm card;                        ///< as large as a bank card (ISO/IEC 7810, ID-1)
    std::vector<GreyPatch> greys;       ///< each twice, the other way about: light falls off, ink runs low
};
inline constexpr int grey_steps = 10;  // from a tenth to solid; bare paper is the eleventh
inline constexpr double spot_radius_mm = 2, bar_wide_mm = 3, bar_long_mm = 22;

/// A place by how far it is inwards from a side, and along it from the left or the top.
PointMm onPage(const SizeMm& page, PageSide side, double inwards, double along);

/// Of an upright paper. Throws Error (input) for one that is too small.
CalibrationLayout calibrationLayout(const SizeMm& paper);

/// Everything that is printed but for the words to the maker.
Marks calibrationMarks(const Language& say, const CalibrationLayout& layout);

}  // namespace tympan
