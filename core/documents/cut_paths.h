#pragma once
#include <filesystem>
#include <vector>

#include "core/base/language.h"
#include "core/layout/imposition.h"

namespace tympan {

/// The side of the sheet from which a machine cuts.
enum class CutFrom { printed_side, back };

/// What a cutting machine needs of a sheet of small pieces, as an SVG in mm of the page as seen from the side
/// that is cut: layers "cut" (closed paths, grown by what the job says), "keep" (the sheet's edge and what
/// the printer reaches), "marks" (the corner marks that are printed, where the job wants them) and "labels".
std::string cutPathsSvg(const Language& say, const Job& job, const Imposition& imposition, std::size_t sheet,
                        CutFrom from);

/// Sheets that carry small pieces, whose outlines can be cut.
std::vector<std::size_t> sheetsToCut(const Imposition& imposition);

/// One file for each such sheet, NAME-LABEL.svg beside `file`; the files. Throws Error (input) when there is
/// none, Error (output).
std::vector<std::filesystem::path> writeCutPaths(const Language& say, const std::filesystem::path& file,
                                                 const Job& job, const Imposition& imposition, CutFrom from);

}  // namespace tympan
