#pragma once
#include <string>
#include <vector>

#include "core/measure/frames.h"

namespace tympan {

enum class PrinterKind { laser, inkjet, sublimation, white_toner };

/// "laser", "inkjet", "sublimation", "white-toner".
std::string_view id(PrinterKind kind);

/// What the method asks of the ink unless the maker chooses otherwise.
enum class InkAdvice { grey, colour };

/// The sheet that goes through the printer.
struct Carrier {
    std::string name;            ///< "plain copy paper"
    double usable_inset_mm = 0;  ///< the ink stays this far inside the page: the sheet on it is smaller
    double leading_edge_mm = 0;  ///< kept clear at the edge that enters the printer first
    bool operator==(const Carrier&) const = default;
};

/// A transfer method, as the catalogue describes it. A Job keeps its own copy, so an old job never changes by
/// itself.
struct Method {
    std::string id;
    int revision = 1;
    std::string name;
    std::string summary;
    /// Every time the ink face is laid towards the surface, or is seen through what received it, in words.
    std::vector<std::string> turns;
    bool laid_whole =
        false;  ///< the sheet goes onto the object untrimmed: nothing but the picture may be inked
    std::vector<PrinterKind> printers;
    Carrier carrier;
    InkAdvice advice = InkAdvice::grey;
    std::string media_type;  ///< what to choose in the printer's own dialog
    std::vector<std::string> before_printing;
    std::vector<std::string> after_printing;
    std::vector<std::string> cautions;

    bool operator==(const Method&) const = default;
};

/// The parity rule: the print is mirrored when the ink is turned over an odd number of times on its way to
/// the eye.
Mirrored mirroredBy(int turns);

inline Mirrored mirroredBy(const Method& method) { return mirroredBy(static_cast<int>(method.turns.size())); }

}  // namespace tympan
