#pragma once
#include <string>
#include <vector>

#include "core/measure/geometry.h"

namespace tympan {

/// A sheet as it lies upright: width not above height.
struct Paper {
    std::string id;    ///< "a4", or "custom"
    std::string name;  ///< "A4", "300 x 400 mm"
    SizeMm size{210, 297};
    std::string media;  ///< what printers call it (PWG 5101.1): "iso_a4_210x297mm"
    bool operator==(const Paper&) const = default;
};

/// The paper sizes that ship with the program. Throws Error (input) with the faulty line.
const std::vector<Paper>& shippedPapers();

/// A paper by name ("A4", "letter") or by size ("300x400", "12in x 18in"; a bare number is mm).
/// Throws Error (usage) for anything else, or for less than 50 mm or more than 5 m on a side.
Paper paperNamed(const std::string& text);

}  // namespace tympan
