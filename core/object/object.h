#pragma once
#include <optional>
#include <string>

#include "core/artwork/colour.h"
#include "core/measure/geometry.h"

namespace tympan {

/// What receives the transfer, in the finished frame: x to the right and y down on the face that people will
/// see.
struct Object {
    int id = 0;
    std::string name;            ///< "oak table top"
    std::optional<SizeMm> size;  ///< of its face; none: a spot on something bigger
    Rgb8 ground{239, 232, 218};  ///< the colour that shows wherever no ink lies: the whites of the picture

    bool operator==(const Object&) const = default;
};

}  // namespace tympan
