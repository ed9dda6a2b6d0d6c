#pragma once
#include <optional>
#include <string>

#include "core/seams/moved_seams.h"

namespace tympan {

/// Why a seam lies where it does: how far it is from the nearest place where even seams would lie, and what
/// is gained by that.
struct SeamReason {
    double moved_mm = 0;
    std::optional<Avoided::Kind> off;  ///< what it would run through there
    std::string name;                  ///< of a care zone
    bool quieter = false;              ///< it would be seen more there
};

/// `even`: bands of even places. All in the finished frame.
SeamReason reasonOf(const SeamCosts& costs, const Bands& bands, const LineOf& line, const Bands& even);

}  // namespace tympan
