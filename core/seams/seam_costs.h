#pragma once
#include <algorithm>
#include <cmath>
#include <memory>
#include <opencv2/core.hpp>
#include <string>
#include <vector>

#include "core/base/key.h"
#include "core/base/progress.h"
#include "core/job/print_geometry.h"

namespace tympan {

// How visible seams of a print would be if hands were not perfect, place by place, finished frame.
//
// Two faults are pictured: a gap that shows 0.3 mm of bare ground, and a slip of 0.5 mm along the seam. Both
// are differences of lightness (CIE L*, 0 to 100) that an eye would see from where people stand:
//
//   gap  = |L*(ground) - L*(place)| x erf(0.3 / (2 sqrt 2 s)): a bar seen through a Gaussian point spread of
//          one minute of arc at half its height (F. Campbell and R. Gubisch 1966), s = that / 2.355
//   slip = the largest change of the blurred L* over 0.5 mm along the seam, either way
//
// A busy place masks both: they are divided by (1 + (c / 3)^2)^0.31, c being the standard deviation of L*
// within 2 mm. So the threshold rises with the 0.62nd power of the masking contrast (G. Legge and J. Foley
// 1980); that it starts to rise at three just noticeable differences is a guess. Since no hand keeps to a
// line within less, a quarter of the worst within 2 mm is added to each place.

/// What seams should keep clear of, finished frame.
struct Avoided {
    enum class Kind { care, face, lettering };
    Kind kind = Kind::care;
    std::string name;  ///< of a care zone
    RectPx box;        ///< on the print's raster
    RectPx around;     ///< with some room round it, where seams are no better than in lettering
};

struct SeamCosts {
    Key key;             ///< of all that they depend on
    SizePx print;        ///< the raster that it is about
    int cell = 1;        ///< pixels of the print to a cell, each way
    double cell_mm = 1;  ///< how long that is
    /// L* seen, of a seam through a cell that runs across or down: CV_32FC1. What is to be avoided is in it:
    /// a millimetre through lettering counts twice the worst gap there is, one through a face or a care
    /// zone more than a plan without it could ever cost.
    cv::Mat across, down;
    /// Whether anything is inked in a cell: CV_8UC1. A dot of some hundredths of a millimetre may be missed.
    cv::Mat inked;
    std::vector<Avoided> avoided;
};
std::size_t bytesOf(const SeamCosts& costs);

/// What a seam costs that rises by `slope` while it goes on, of the costs of one that does not and of one at
/// right angles. The gap is the same in all directions; of a slip, its parts along both add up at most.
inline float sloping(float straight, float aside, float slope) {
    const float c = 1 / std::sqrt(1 + slope * slope), s = std::abs(slope) * c;
    return c * straight + s * aside - (c + s - 1) * std::min(straight, aside);
}

/// How much room is left beside lettering.
inline constexpr double lettering_gap_mm = 1;

/// What a millimetre through what is to be avoided costs.
inline constexpr float lettering_cost = 200, barred_cost = 20'000;

/// The care zones of a piece. None on a tin, where a bent picture's parts are no upright boxes of its print.
std::vector<Avoided> careToAvoid(const Job& job, const Piece& piece, const PixelGrid& grid);

/// Looks at the whole print at about two places to the millimetre (fewer where it is larger than a square
/// metre), and for faces and lines of lettering in it; care zones are the piece's. Kept for what it depends
/// on. Throws Error (stopped, input).
std::shared_ptr<const SeamCosts> seamCostsOf(const Job& job, const Piece& piece, double ppi,
                                             const Progress& progress = {});

}  // namespace tympan
