#pragma once
#include <opencv2/core.hpp>
#include <optional>

#include "core/photograph/find_marked.h"

namespace tympan {

/// A grey card in a photograph.
struct GreyCard {
    cv::Point2d at;     ///< its middle, pixels
    cv::Vec3d light{};  ///< linear RGB as photographed, 0 to 1
};

/// The largest even, neutral, four-sided thing that lies wholly in the photograph and outside of a sheet.
/// `paper`: linear RGB of the sheet's bare paper there, beside which it is neither darker than a twentieth
/// nor brighter than six tenths.
std::optional<GreyCard> greyCardIn(const cv::Mat& photo, const FoundSheet& found, const SizeMm& sheet,
                                   const cv::Vec3d& paper);

}  // namespace tympan
