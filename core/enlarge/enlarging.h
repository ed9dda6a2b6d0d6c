#pragma once
#include <optional>
#include <string>

#include "core/artwork/artwork.h"
#include "core/enlarge/redraw.h"

namespace tympan {

/// How a picture with too few pixels is made larger.
enum class Engine {
    automatic,  ///< chosen from the picture
    smooth,     ///< resampled: nothing is added
    photo,      ///< learned: what photographs usually have between pixels
    drawing,    ///< learned, for clean ink on paper: flat paper stays flat
    redraw,     ///< drawn again as curves, in one ink
};

/// What is asked for a piece.
struct Enlarging {
    Engine engine = Engine::automatic;
    double seen_from_mm = 0;       ///< how far away people will stand; 0: as far as its size suggests
    std::optional<int> quality{};  ///< of the JPEG that it once was; none: as the file says
    int corners = 75;              ///< of `redraw`: see Redrawing
    double speck_mm = 0.3;         ///< of `redraw`: smaller spots on the print are left out
    bool operator==(const Enlarging&) const = default;
};

inline constexpr double least_seen_mm = 150, most_seen_mm = 50'000;

/// Why `automatic` chose what it did.
enum class Reason { asked, drawing_is_sharp, enough_pixels, line_art, flat_colours, photograph };

/// What comes of an Enlarging for one print of one picture.
struct Enlarged {
    Engine engine = Engine::smooth;  ///< never automatic
    Reason reason = Reason::asked;
    int doublings = 0;    ///< by the network; the rest is resampled
    double strength = 0;  ///< of compression: see jpeg_strength.h
    Redrawing redrawing;
    bool operator==(const Enlarged&) const = default;
};

/// How many pixels to an inch the eye tells apart from there: a minute of arc each (the usual acuity of good
/// eyes; H. Snellen's letters are five of them high).
double ppiSeenFrom(double mm);

/// The other way round: from how far so many pixels to an inch are all that the eye tells apart, in mm.
double enoughFrom(double ppi);

/// How many pixels to an inch hold lines as thin as a method does: two to a line (H. Nyquist 1928).
double ppiHeldBy(double finest_line_mm);

/// From how far a print of this size is usually looked at: about its diagonal, but no nearer than a thing
/// held in the hands (300 mm).
double usuallySeenFrom(const SizeMm& size);

/// What to do for `ppi_has` pixels of a picture to an inch where `ppi_wanted` are worth having.
Enlarged enlargedFor(const Artwork& picture, const Enlarging& asked, double ppi_has, double ppi_wanted);

/// "auto", "smooth", "photo", "drawing", "redraw": the name in files and on the command line.
std::string_view name(Engine engine);
std::optional<Engine> engineNamed(std::string_view name);

}  // namespace tympan
