#pragma once
#include <vector>

#include "core/printer/simulated.h"

namespace tympan {

/// What is wrong with a sheet that came out of a printer, beside what was known of it when the sheet was
/// sent.
struct TrayFault {
    enum class Kind {
        jammed,
        overhangs,     ///< it jammed since the tissue on it reaches beyond it
        mirrored,      ///< the other way round than was reckoned with
        width,         ///< `mm` too wide over 250 mm; negative: too narrow
        height,        ///< the same the long way
        crooked,       ///< `mm` aside over 250 mm; positive: to the right
        beside,        ///< its middle lies `mm` beside where it should
        cut_off,       ///< up to `mm` more stays bare at an edge than was reckoned with
        other_face,    ///< not the face that was expected
        white_beside,  ///< somewhere the white lies `mm` beside the colour
    };
    Kind kind;
    double mm = 0;
    bool operator==(const TrayFault&) const = default;
};

/// Over how much of a sheet its faults are told: about a sheet's length.
inline constexpr double told_over_mm = 250;

/// Of a sheet that `did` printed, once or twice, and that was sent as `known` says. What nobody sees on paper
/// (a third of a millimetre in size, half of one in place) is no fault. Empty: it came out as it should.
std::vector<TrayFault> trayFaults(const TraySheet& sheet, const SimulatedPrinter& did, const Printer& known);

/// The simulated printers that ship with the program, by their files' names. Throws Error (input).
std::vector<SimulatedPrinter> shippedSimulated();

}  // namespace tympan
