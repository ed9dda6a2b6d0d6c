#pragma once
#include "core/render/print.h"
#include "core/tone/curve.h"

namespace tympan {

// What a print's tone is judged by: the greys of what is printed, of a matched set all of it, from the
// reduced copies, so that it depends on neither region nor resolution.

/// The tone curve of a print, with what makes up for the transfer when that is asked; computed once for what
/// it depends on, and kept.
ToneCurve toneCurveOf(const Print& print);

/// The local contrast of a print: the maker's, or what its automatic contrast adds.
LocalContrast localContrastOf(const Print& print);

/// Whether it is dark from edge to edge, so that no contrast makes it what the transfer holds well.
bool isNight(const Print& print);

/// The grey that parts what is printed into darks and lights best.
int partingGreyOf(const Print& print);

}  // namespace tympan
