#include "core/job/holds.h"

#include "core/tone/transfer.h"

namespace tympan {

bool appliesTo(const MeasuredTransfer& measured, const Job& job, const Piece& piece) {
    return measured.method == piece.method->id && measured.material == objectOf(job, piece).material.id &&
           measured.printer == printerOf(job, piece).name;
}

bool isMeasured(const Job& job, const Piece& piece) {
    return piece.measured && appliesTo(*piece.measured, job, piece);
}

Holds holdsOf(const Job& job, const Piece& piece) {
    const Method& method = *piece.method;
    Holds holds{transferFor(method, objectOf(job, piece).material.id), method.solids, method.finest_line_mm,
                method.finest_line_basis};
    if (!isMeasured(job, piece)) return holds;
    const MeasuredTransfer& measured = *piece.measured;
    if (!measured.curve.printed.empty()) holds.curve = &measured.curve;
    if (measured.solids) holds.solids = *measured.solids;
    if (measured.finest_line_mm) {
        holds.finest_line_mm = *measured.finest_line_mm;
        holds.finest_line_basis = measured.curve.basis;
    }
    return holds;
}

Job withMeasured(Job job, const MeasuredTransfer& measured) {
    for (Piece& piece : job.pieces)
        if (appliesTo(measured, job, piece)) piece.measured = measured;
    return job;
}

}  // namespace tympan
