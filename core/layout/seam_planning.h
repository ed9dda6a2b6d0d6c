#pragma once
#include "core/job/print_geometry.h"
#include "core/layout/seam_plan.h"

namespace tympan {

/// How a piece's print is parted over sheets: one tile without a seam when it fits the printable area on
/// either orientation of the page; else as few tiles as either takes, then the shortest seams, then upright
/// pages. Straight seams, moved off care zones where that needs no more sheets. Throws Error (input) when the
/// margins and the bands for marks leave no room, or when there would be more than `most_sheets`.
SeamPlan planSeams(const Job& job, const Piece& piece, const PrintGeometry& print);

inline constexpr std::size_t most_sheets = 5000;
/// Throws the Error (input) that says so.
[[noreturn]] void failTooManySheets(const std::string& piece);
/// Throws the Error (input) of a paper that has no room for a piece.
[[noreturn]] void failNoRoom(const std::string& piece);

/// The printable area of a piece's pages.
RectPx areaFor(const Job& job, const Piece& piece, Orientation orientation);
/// Whether a box of this size has room on one sheet, on either orientation of the page.
bool fitsOneSheet(const Job& job, const Piece& piece, const SizePx& size);
/// What a side with a seam keeps for marks, in pixels. A sheet that is laid whole carries none.
int bandOf(const Job& job, const Piece& piece);

/// How many sheets carry one copy of a piece; 0 when it cannot be laid.
long sheetsForOneCopy(const Job& job, const Piece& piece);

/// The names of care zones of the piece that a seam runs through all the same.
std::vector<std::string> careZonesOnSeams(const Job& job, const Piece& piece);

}  // namespace tympan
