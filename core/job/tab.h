#pragma once
#include <optional>

#include "core/job/job.h"

namespace tympan {

// A tab of bare paper beyond the object's rim, at the picture's top: it is left on when the print is trimmed,
// says which way up and which side down, and is held while the paper is laid and pulled. Its outermost 12 mm
// lie outside the rim, so that what is printed on them never touches the object.

inline constexpr double tab_outside_mm = 12;

struct Tab {
    /// What happens to the printed side.
    enum class Side { glued, down, up };
    double width_mm = 0;
    double reach_mm = 0;  ///< from the print's upper edge to the tab's outer end: at least tab_outside_mm
    Side side = Side::up;
    bool operator==(const Tab&) const = default;
};

/// What a way of transfer does with the printed side.
Tab::Side printedSideOf(const Method& method);

/// The tab of a piece that asks for one. Nothing on a sheet that is laid whole, on a picture that is bent
/// round a tin, or where the rim is more than 60 mm above the picture.
std::optional<Tab> tabOf(const Job& job, const Piece& piece);

}  // namespace tympan
