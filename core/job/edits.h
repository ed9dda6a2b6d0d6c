#pragma once
#include "core/job/job.h"

namespace tympan {

// Edits: functions from a job to another job. They never fail half way; an id that is not there leaves the
// job as it was. Sizes are clamped to what can be printed (1 mm to 20 m), copies to 1 to 999.

inline constexpr double least_size_mm = 1, most_size_mm = 20000;

/// What the three questions of a dropped picture come to.
struct NewPiece {
    ArtworkPtr artwork;
    Object object;  ///< its id is given by the job
    Method method;
    SizeMm size;
    int copies = 1;
    int spares = 0;
};

/// Adds a piece with an object of its own, centred on it. The new piece is the last one.
Job withPiece(Job job, NewPiece piece);
Job withoutPiece(Job job, int piece);

Job withName(Job job, int piece, std::string name);
Job withMethod(Job job, int piece, Method method);
Job withTone(Job job, int piece, const Tone& tone);
Job withEnlarging(Job job, int piece, const Enlarging& enlarging);
Job withCopies(Job job, int piece, int copies);

enum class Proportions { keep, change };
/// Sets one side of the picture. Keeping the shape, the other side follows the artwork's own.
Job withWidth(Job job, int piece, double width_mm, Proportions shape);
Job withHeight(Job job, int piece, double height_mm, Proportions shape);
Job withSize(Job job, int piece, const SizeMm& size);

/// Sets the object under a piece, for every piece that lies on it; those with a fit rule are fitted again.
Job withObject(Job job, int piece, Object object);

/// Moves and turns a picture by hand: its fit rule ends.
Job withPlace(Job job, int piece, const PointMm& from_centre, double turn_deg);
/// Sets how the picture is fitted, and fits it.
Job withFit(Job job, int piece, Fit fit, double margin_mm);
/// At most two distances of a spot from something that can be found.
Job withDistances(Job job, int piece, std::vector<SpotDistance> distances);
Job withEdge(Job job, int piece, const Edge& edge);
Job withCare(Job job, int piece, std::vector<CareZone> care);
/// The artwork came mirrored, or not: what is seen of it is turned back.
Job withAlreadyReversed(Job job, int piece, bool reversed);
Job withNotes(Job job, int piece, std::string notes);
Job withSpares(Job job, int piece, int spares);

/// Sets a piece's picture to another edit of the same original. The picture keeps its width (turned by a
/// quarter, its height becomes it), a fit rule fits it again, care zones stay on what they mark.
Job withPicture(Job job, int piece, const ArtworkPtr& artwork);
/// Parts of a piece's picture as pieces of their own after it, at the same scale, each with an object of its
/// own; `keep`: the piece stays too.
Job withParts(Job job, int piece, const std::vector<ArtworkPtr>& parts, bool keep);

/// Another picture on the object of a piece, centred on its area.
Job withAnother(Job job, int piece, ArtworkPtr artwork, const SizeMm& size);
/// The same piece once more, with an object of its own, after it.
Job withDuplicate(Job job, int piece);
/// Moves a piece along the line by so many places.
Job withMoved(Job job, int piece, int places);

Job withSheets(Job job, const SheetRules& rules);
Job withUnit(Job job, Unit unit);

/// The largest size with the artwork's shape inside a box.
SizeMm fitted(const Artwork& artwork, const SizeMm& box);

}  // namespace tympan
