#pragma once
#include "core/job/job.h"

namespace tympan {

/// What a piece's way of transfer holds on what it lies on: measured where a strip was read for its printer,
/// way and material, else as the catalogue has it.
struct Holds {
    const TransferCurve* curve = nullptr;  ///< the piece's own, as long as it lives; nothing: not known
    SolidLimits solids;
    double finest_line_mm = 0;
    Basis finest_line_basis = Basis::guess;
};
Holds holdsOf(const Job& job, const Piece& piece);

/// Whether a strip was read for what a piece is printed by, transferred with and laid on.
bool appliesTo(const MeasuredTransfer& measured, const Job& job, const Piece& piece);

/// Whether a strip says what a piece holds.
bool isMeasured(const Job& job, const Piece& piece);

/// The pieces that a strip was read for go by it from now on.
Job withMeasured(Job job, const MeasuredTransfer& measured);

}  // namespace tympan
