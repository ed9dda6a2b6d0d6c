#pragma once
#include <optional>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/job/job.h"
#include "core/marks/marks.h"

namespace tympan {

/// The inks of a print that would run first, if any does: its darkest spot, and its reddest where it has red.
/// Of spots as large as a swab.
struct RunningInks {
    Rgb8 darkest{0, 0, 0};
    std::optional<Rgb8> reddest;
};
RunningInks runningInks(const Job& job, const Piece& piece, const Progress& progress = {});

/// Whether a way of transfer asks for a damp swab on the ink of what prints a piece.
bool isSwabbed(const Job& job, const Piece& piece);

/// Both of them as patches about the origin, with what they are for; to be printed in the waste of the sheet.
Marks swabPatches(const Language& say, const RunningInks& inks);

}  // namespace tympan
