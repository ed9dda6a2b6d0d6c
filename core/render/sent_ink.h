#pragma once
#include <opencv2/core.hpp>
#include <optional>

#include "core/printer/device_curve.h"
#include "core/render/print.h"

namespace tympan {

// A print says how dark its greys are to lie on the paper. What its printer must be asked for so that they do
// is found as its ink goes out, like the place of a sheet on its page: the renderer, and whatever looks at a
// print, know nothing of it.

/// What to send for each grey of a print of a piece; nothing where its ink goes out as it is: a printer whose
/// greys were not measured; colour; solid shapes (a screen), which lie as they are sent; and where a
/// transferred strip was read, which was printed without any of this and tells of both.
std::optional<GreyLevels> sentLevels(const Job& job, const Piece& piece, const Print& print);

/// The ink (255 bare) as it is sent.
cv::Mat sent(cv::Mat ink, const std::optional<GreyLevels>& levels);

}  // namespace tympan
