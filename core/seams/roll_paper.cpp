#include "core/seams/roll_paper.h"

#include <string>

#include "core/base/error.h"
#include "core/seams/seam_planning.h"

namespace tympan {

namespace {

constexpr int least_mm = 50, most_mm = 5000;

/// How many sheets of a paper all pieces take, each laid by itself; 0 when some piece has no room.
long sheetsOf(Job job, double width_mm, int length_mm) {
    try {
        job.sheets.paper = paperNamed(std::to_string(width_mm) + "x" + std::to_string(length_mm));
    } catch (const Error&) {
        return 0;
    }
    long sheets = 0;
    for (const Piece& piece : job.pieces) {
        const long own = sheetsForOneCopy(job, piece);
        if (own == 0) return 0;
        sheets += own;
    }
    return sheets;
}

}  // namespace

std::optional<double> lengthFromRoll(const Job& job, double width_mm) {
    const long fewest = sheetsOf(job, width_mm, most_mm);
    if (fewest == 0) return {};
    // Longer sheets never make more of them, so the shortest that are long enough are found by halving.
    int too_short = least_mm - 1, enough = most_mm;
    while (enough - too_short > 1) {
        const int between = (too_short + enough) / 2;
        const long sheets = sheetsOf(job, width_mm, between);
        (sheets > 0 && sheets <= fewest ? enough : too_short) = between;
    }
    return enough;
}

}  // namespace tympan
