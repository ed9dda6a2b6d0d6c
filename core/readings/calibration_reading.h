#pragma once
#include <opencv2/core.hpp>
#include <string>

#include "core/base/json_reader.h"
#include "core/printer/printer.h"

namespace tympan {

/// What a calibration sheet told.
struct Calibration {
    Registration registration;
    PageMargins margins;
    bool mirrors = false;  ///< the driver mirrored
    bool margins_known = false;
    DeviceCurve curve;  ///< of greys; empty: not seen, or not well enough
    /// How far what was seen lies from where the registration puts it, the root of the mean square; 0: by
    /// ruler.
    double left_over_mm = 0;
};

/// Reads a scan or photograph (CV_8UC3 RGB) of the printed sheet, whatever way it lies. Squared by the
/// paper's own four edges, which must be seen, and which the sizes of papers are true to by a few tenths of a
/// millimetre (ISO 216 allows more); the lens must draw straight lines straight. Scale, turn and offset by
/// least squares over the sheet's marks; margins where the bars at the edges begin; greys (see
/// grey_patches.h) where the light is even enough to tell. Throws Error (input) that
/// says what was not to be seen; `name` stands for the file.
Calibration readCalibration(const cv::Mat& photo, const std::string& name, const SizeMm& paper);

/// What a maker measured on the sheet with a ruler, mm.
struct RulerMeasures {
    double across = 0, down = 0;                 ///< how long the rulers are
    double left_at_top = 0, left_at_bottom = 0;  ///< from the paper's left edge to the one that runs down
    double top = 0;                      ///< from its upper edge to the left end of the one that runs across
    std::optional<PageMargins> margins;  ///< the first steps that are seen
    bool mirrored = false;
    bool operator==(const RulerMeasures&) const = default;
};

/// Throws Error (input) for what cannot be.
Calibration calibrationBy(const RulerMeasures& measures, const SizeMm& paper);

/// "tympan-measures-1". Throws Error (input).
RulerMeasures readMeasures(const JsonText& source);

/// The printer with what was found out of it; what was not stays as it was known.
Printer calibrated(Printer printer, const Calibration& found);

}  // namespace tympan
