#pragma once
#include <optional>

#include "core/artwork/artwork.h"
#include "core/method/measured.h"
#include "core/readings/strip_face.h"

namespace tympan {

/// A shade: what was printed of it, what was measured, and what it is taken for: measured, and never darker
/// than a darker shade.
struct ShadeReading {
    double printed, measured, arrives;
};
/// How much of the lines of a width is there, both ways: 0 none to 1 all of their ink.
struct LineReading {
    double width_mm, upright, level;
    bool sure = true;  ///< the photograph is fine and even enough to tell
    bool there() const { return upright >= 0.5 && level >= 0.5; }
};
struct SolidReading {
    double printed, side_mm;
    double bare;  ///< how much of it has lost most of its ink, 0 to 1
    bool held() const { return bare <= 0.04; }
};
/// How much ink lies in the bare ground around a spot, as k.
struct SpotReading {
    std::string name;
    double around;
    enum class Ran { no, trace, yes };
    Ran ran() const { return around > 0.1 ? Ran::yes : around > 0.05 ? Ran::trace : Ran::no; }
};

/// What a photograph of a transferred strip says.
struct StripReading {
    std::vector<ShadeReading> shades;
    std::vector<LineReading> lines;  ///< from the finest
    std::vector<SolidReading> solids;
    std::vector<SpotReading> spots;
    bool backwards = false;
    double px_per_mm = 0, unevenness = 0;
    double ground = 0;  ///< how bright bare ground is in the photograph, 0 to 1 (sRGB)
    int clipped = 0;    ///< in 100, of the bare ground

    /// The bare ground is blown out in the photograph: pale shades were read too dark.
    bool tooBright() const { return clipped > 5; }
    /// So few levels are left that dark shades are not told apart.
    bool tooDark() const { return ground < 0.2; }

    /// The finest width that is there, as all wider ones are; nothing when not even the widest is.
    std::optional<double> finestLine() const;
    /// What counts as a big dark area from what did not hold; ink 1: all of them held.
    SolidLimits solidLimits() const;
    /// The palest printed k that arrives as dark as solid ink does, within 0.02: more ink is no darker.
    double inkLimit() const;
    /// As a transfer curve; empty when nothing arrived.
    TransferCurve curve() const;
};

/// The values, changed as little as can be (least squares) so that they never fall (pool adjacent violators:
/// M. Ayer and others, Annals of Mathematical Statistics 26, 1955).
std::vector<double> neverFalling(std::vector<double> values);

/// Judges a squared strip.
StripReading readingOf(const StripFace& face);

/// The two together, for a photograph (CV_8UC3 RGB, sRGB). Throws Error (input).
StripReading readStrip(const cv::Mat& photo, const std::string& name);

/// A picture file's pixels as a photograph to read: 8 bits, RGB; a page of a PDF at 300 to the inch.
cv::Mat photographIn(const Artwork& artwork);

}  // namespace tympan
