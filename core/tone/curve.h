#pragma once
#include <memory>

#include "core/artwork/colour.h"
#include "core/tone/levels.h"
#include "core/tone/tone.h"

namespace tympan {

/// A tone curve: the encoded grey to print for every encoded grey of the picture, at 16 bits.
using ToneCurve = std::shared_ptr<const Table16>;

/// Pulls black and white apart, then spreads the middle by a logistic S about the middle grey, whose slope
/// stays moderate: pure black and white transfer worse than greys, so no mid-grey may be driven to either
/// end. The S is
///     f(u) = (g(a(u - 1/2)) - g(-a/2)) / (g(a/2) - g(-a/2)),   g the logistic function,
/// with a = 6 x strength / 100 (at 100 its steepest slope is 1.66); levels come in fully from strength 50.
/// `automatic` here is what suits drawings and lettering.
ToneCurve contrastCurve(const GreyHistogram& histogram, const Contrast& contrast);

/// The whole of a piece's tone as one curve: contrast, then the shades, then inverted, then steps or black
/// and white alone. It falls nowhere, or, inverted, rises nowhere. `contrast`: the curve to begin with, where
/// the tone's own contrast is found from more than the histogram (automatic_tone.h).
ToneCurve toneCurve(const GreyHistogram& histogram, const Tone& tone, const ToneCurve& contrast = {});

/// The encoded grey (0 to 255) that parts the darks and the lights of a picture best, by the least spread
/// within each (N. Otsu, IEEE Trans. SMC 9, 1979).
int partingGrey(const GreyHistogram& histogram);

/// The strength that `automatic` stands for: more for a flat picture, little for line art that is black and
/// white already.
int automaticStrength(const GreyHistogram& histogram);

}  // namespace tympan
