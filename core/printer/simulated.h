#pragma once
#include <filesystem>
#include <opencv2/core.hpp>
#include <optional>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/base/progress.h"
#include "core/measure/affine.h"
#include "core/printer/printer.h"

namespace tympan {

// A printer that is not there: it turns the document that would be sent into what would lie in the tray. It
// stands in where one wants to see what comes out before paper is spent, and in tests.

/// What goes wrong in it, besides how it lays what it is sent.
struct PrinterFaults {
    SheetShrink shrink;     ///< of a sheet once heat has gone over it
    std::vector<int> jams;  ///< sheets that stick, from 1
    double noise_mm = 0;    ///< how far each sheet is laid beside where it should be (one sigma)
    /// Of the tissue that is fixed on the middle of each sheet, as it lies upright: one that reaches beyond
    /// it anywhere sticks.
    std::optional<SizeMm> tissue = {};
    bool operator==(const PrinterFaults&) const = default;
};

/// Of the printer, margins, registration, mirroring, face and curve are what it does.
struct SimulatedPrinter {
    Printer printer;
    PrinterFaults faults;
};

/// A profile with "faults". Throws Error (input).
SimulatedPrinter readSimulated(const std::filesystem::path& file);

inline constexpr double tray_ppi = 600;

/// A sheet as it lies in the tray.
struct TraySheet {
    int number = 1;      ///< which page of the document, from 1
    SizeMm paper{0, 0};  ///< as it is now, lying as its page does
    cv::Mat white;       ///< what white lies over the colour, 255 all of it (CV_8UC1); none: one pass
    cv::Mat picture;     ///< from the printed side: CV_8UC3 RGB or CV_8UC1, at `ppi`; none of one that jammed
    double ppi = tray_ppi;
    std::optional<PaperFace> face;  ///< as it lay in the tray; none: the profile does not say
    bool mirrored = false;          ///< it is the flip of what was sent
    /// From a place of the page that was sent, flipped where that was, to where it lies on the sheet, mm from
    /// its corner; and the same of the second pass.
    Affine laid, white_laid;
    bool jammed = false;
    bool overhangs = false;  ///< that is why it jammed
};

/// One page of a document (PDF), printed. Throws Error (input, stopped).
TraySheet printedBy(const SimulatedPrinter& printer, const Artwork& document, int page, double ppi = tray_ppi,
                    const Progress& progress = {});

/// The same sheet once more, fed the same way up against the same edges: one page of a document printed on it
/// with white in the black's place. Throws Error (input, stopped).
TraySheet printedAgain(const SimulatedPrinter& printer, const TraySheet& first, const Artwork& document,
                       int page, const Progress& progress = {});

/// All of a document, into a folder that is made when it is not there: `sheet-01.png` and so on, and
/// `tray.json` that says what lies in it. How many sheets came out. Throws Error (input, output, stopped).
/// `onto`: a tray whose sheets are fed again, one for each page, in the order of its pages: then the document
/// is the white, and each sheet has a picture of that beside its own, `sheet-01-white.png`.
int printInto(const std::filesystem::path& folder, const SimulatedPrinter& printer,
              const std::filesystem::path& document, const std::filesystem::path& onto = {},
              const Progress& progress = {});

}  // namespace tympan
