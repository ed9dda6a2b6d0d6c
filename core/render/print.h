#pragma once
#include <memory>

#include "core/job/landing.h"
#include "core/measure/affine.h"
#include "core/measure/pixel_grid.h"
#include "core/render/ink_edge.h"
#include "core/tone/grey_mix.h"

namespace tympan {

/// How a print is bent for a tapered tin: its raster's corner and turn in the object's frame, and the upright
/// picture that it shows.
struct PrintBend {
    Bend bend;
    PointMm at;               ///< the picture's middle, object frame
    double rotation_deg = 0;  ///< of the print's frame
    PointMm origin;           ///< the raster's top left corner, picture's frame
    SizeMm picture;
    SizePx upright;  ///< its raster at the print's resolution
};

/// How a print lies turned on its page: see turned.h.
struct PrintTurn {
    Affine to_finished;  ///< from its raster to that of the print as it is seen on the object, pixels
    SizePx upright;      ///< the size of that
};

/// The dark cloth that a print with a white of its own goes onto.
struct PrintCloth {
    Rgb8 colour;
    double choke_mm = 0;  ///< how far its white stops inside the rim of its colour
};

/// What is drawn of such a print.
enum class PrintLayer { colour, white };

/// A piece resolved to what one print of it is: exactly one raster at one resolution. Everything that shows
/// pixels, on paper or on screen, asks `renderRegion` for boxes of this raster.
struct Print {
    ArtworkPtr artwork;
    SourceBox box;
    PixelGrid grid;
    SizePx size;  ///< W x H of the raster
    Mirrored mirrored = Mirrored::no;
    Ink ink = Ink::grey;
    Tone tone;    ///< all but its ink, which is resolved
    GreyMix mix;  ///< see weightsOf
    /// Whose greys are judged together with this one's, itself among them: those of a matched set.
    struct Member {
        ArtworkPtr artwork;
        SourceBox box;
        SizeMm size;  ///< of what the box shows, printed
    };
    std::vector<Member> judged_with;
    Enlarged enlarged;  ///< how its pixels are made more
    SolidLimits solids;
    std::optional<TransferCurve> transfer;  ///< of the method on what it lies on, where anything is known
    SizeMm asked;  ///< of the raster: the picture's size, or that of the box round a bent one
    std::shared_ptr<const InkEdge> edge;    ///< none: the whole raster, sharp
    std::shared_ptr<const PrintBend> bend;  ///< none: upright
    std::optional<PrintTurn> turn;          ///< none: as it is printed, or by quarters
    std::optional<PrintCloth> cloth;        ///< none: whatever is under it is its white
    PrintLayer layer = PrintLayer::colour;
};

/// The print of a piece of a job at a resolution. Mirroring follows from the turns alone.
/// Quick enough for the interface thread, but for the first time that a picture is looked at. Throws Error
/// (input) above 1 Gpx.
Print printOf(const Job& job, const Piece& piece, double ppi);

/// How much red, green and blue light count in the greys of a picture. An automatic mix looks at all of it,
/// so it is made once and kept.
GreyWeights weightsOf(const Artwork& artwork, const GreyMix& mix);

/// The print with all that does not matter before its tone is formed as in an empty one: what of it is
/// resampled, for the key of that. What is not named here counts.
Print beforeTone(Print print);

/// A print to look into: as it will be seen, not turned over, its tone without screen or broken-up blacks.
Print plainPrint(const Job& job, const Piece& piece, double ppi);

/// How many pixels to an inch are worth having: what the eye tells apart from where people stand, and what
/// the method holds, whichever is less.
double wantedPpi(const Job& job, const Piece& piece);

/// A resolution for looking at a piece whole: at most `most` pixels in all, and never above `ppi`.
double previewPpi(const Job& job, const Piece& piece, double ppi, double most);

/// Pixels of the artwork per inch of print, along the axis that has fewer: what its detail comes to at this
/// size.
double effectivePpi(const Piece& piece);

}  // namespace tympan
