#pragma once
#include <string>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/measure/length.h"
#include "core/method/method.h"
#include "core/object/object.h"
#include "core/printer/paper.h"
#include "core/tone/tone.h"

namespace tympan {

/// Where a piece lies on its object, in the finished frame: the picture's centre, measured from the object's
/// centre.
struct Placement {
    int object = 0;
    PointMm from_centre;
    bool operator==(const Placement&) const = default;
};

/// One artwork placed on an object by a method, at a size.
struct Piece {
    int id = 0;
    std::string name;
    ArtworkPtr artwork;
    Method method;  ///< its own copy of the catalogue's entry
    Placement placement;
    /// The picture's size as asked. Where its shape differs from the artwork's, the artwork is cropped about
    /// its centre.
    SizeMm size;
    Tone tone;
    int copies = 1;

    bool operator==(const Piece&) const = default;
};

/// How sheets are laid out, the same for the whole job.
struct SheetRules {
    Paper paper;
    double margin_mm = 5;       ///< what the printer leaves bare at every edge of the page
    double band_mm = 7;         ///< kept for marks along a seam
    double scissor_gap_mm = 6;  ///< between pieces that share a sheet
    double ppi = 300;
    bool operator==(const SheetRules&) const = default;
};

/// Bleed: how far the neighbour's ink goes on beyond a seam, so that a cut a little off shows no white.
inline constexpr double bleed_mm = 2;
/// The narrowest band that holds bleed and cut ticks.
inline constexpr double least_band_mm = bleed_mm + 4;

/// Everything the program shows or prints is a pure function of this value; an edit makes another one.
struct Job {
    std::string name;
    Unit unit = Unit::mm;
    std::vector<Object> objects;
    std::vector<Piece> pieces;
    SheetRules sheets;
    /// Seconds since 1970; the date written into PDFs, so that the same job makes the same bytes.
    long long created = 0;
    int next_id = 1;

    bool operator==(const Job&) const = default;
};

/// The piece or object with this id, or nullptr.
const Piece* findPiece(const Job& job, int id);
const Object* findObject(const Job& job, int id);
/// The object that a piece lies on. Every piece has one: edits keep it so.
const Object& objectOf(const Job& job, const Piece& piece);

/// What is printed: the piece's wish, or its method's advice.
Ink inkOf(const Piece& piece);

/// The part of the artwork that is printed, as parts (0 to 1) of its width and height.
struct SourceBox {
    double left = 0, top = 0, right = 1, bottom = 1;
    bool whole() const { return left == 0 && top == 0 && right == 1 && bottom == 1; }
};

/// The largest centred box of the artwork that has the asked shape.
SourceBox centredCrop(const Artwork& artwork, const SizeMm& asked);

}  // namespace tympan
