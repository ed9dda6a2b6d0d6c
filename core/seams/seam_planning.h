#pragma once
#include "core/base/progress.h"
#include "core/job/print_geometry.h"
#include "core/seams/band_search.h"
#include "core/seams/seam_plan.h"

namespace tympan {

/// How a piece's print is parted over sheets, print frame: one tile without a seam when it fits the printable
/// area on either orientation of the page; else over as few sheets as a regular grid on either takes (or the
/// job's number more, or as few as any parting into bands takes, as the job's rules say), in the manner that
/// they say: seams at even places, moved off care zones alone; or where they are seen least (seam_costs.h).
/// Seams that were laid by hand stay while the sheets have room for them. The same plan for both frames of a
/// print, flipped. Kept for what it depends on. Throws Error (input) when the margins and the bands for marks
/// leave no room, or when there would be more than `most_sheets`; Error (stopped).
SeamPlan planSeams(const Job& job, const Piece& piece, const PrintGeometry& print,
                   const Progress& progress = {});

inline constexpr std::size_t most_sheets = 5000;
/// Throws the Error (input) that says so.
[[noreturn]] void failTooManySheets(const std::string& piece);
/// Throws the Error (input) of a paper that has no room for a piece.
[[noreturn]] void failNoRoom(const std::string& piece);

/// The printable area of a piece's pages.
RectPx areaFor(const Job& job, const Piece& piece, Orientation orientation);
/// Whether a box of this size has room on one sheet, on either orientation of the page.
bool fitsOneSheet(const Job& job, const Piece& piece, const SizePx& size);
/// Whether a piece that fits no sheet is parted: its method allows it, or the maker wants it all the same.
bool mayBeParted(const Piece& piece);
/// The largest size of the picture's present shape, to a tenth of a millimetre of its width, whose print fits
/// one sheet; nothing when none does.
std::optional<SizeMm> largestOnOneSheet(const Job& job, const Piece& piece);
/// What a side with a seam keeps for marks, in pixels: beyond a joint that laps, more. A sheet that is laid
/// whole carries none.
int bandOf(const Job& job, const Piece& piece);
SheetRoom roomOf(const Job& job, const Piece& piece);
/// How far a piece's sheets overlap, in pixels; 0 at a butt joint.
int overlapOf(const Job& job, const Piece& piece);

/// Where even seams would lie, whatever they run through, finished frame; nothing where there is no room.
std::optional<Bands> evenBands(const Job& job, const Piece& piece, const SizePx& print);

/// How many sheets carry one copy of a piece, without looking where the seams would lie; 0 when it cannot be
/// laid.
long sheetsForOneCopy(const Job& job, const Piece& piece);
/// How many the fewest would be, sheets lying either way.
long fewestSheets(const Job& job, const Piece& piece);

/// What seams of the piece run through all the same, of what they should keep clear of: `around` of each is
/// where, in the finished frame. Nothing of a piece that lies on one sheet or cannot be laid.
std::vector<Avoided> crossedBySeams(const Job& job, const Piece& piece, const Progress& progress = {});

}  // namespace tympan
