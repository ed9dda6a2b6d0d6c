#pragma once
#include "core/job/limits.h"

namespace tympan {

// Edits: functions from a job to another job. They never fail half way; an id that is not there leaves the
// job as it was. Every number is brought into its limits (limits.h), and pieces of a matched set follow.

/// What the three questions of a dropped picture come to.
struct NewPiece {
    ArtworkPtr artwork;
    Object object;  ///< its id is given by the job
    Shared<Method> method;
    SizeMm size;
    int copies = 1;
    int spares = 0;
    /// What prints it; one that the job has not yet is added. None: the job's first.
    std::optional<Printer> printer{};
};

/// Adds a piece with an object of its own, centred on it. The new piece is the last one.
Job withPiece(Job job, NewPiece piece);
Job withoutPiece(Job job, int piece);

Job withName(Job job, int piece, std::string name);
Job withMethod(Job job, int piece, Shared<Method> method);
/// The piece's method with one of its variants taken. Throws Error (usage) where it has none with this id.
Job withVariant(Job job, int piece, const std::string& variant);
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

/// The pictures on the object of a piece are printed as one, see one_print.h; or each by itself.
Job withOnePrint(Job job, int piece, bool one_print);

/// Moves and turns a picture by hand: its fit rule ends.
Job withPlace(Job job, int piece, const PointMm& from_centre, double rotation_deg);
/// Sets how the picture is fitted, and fits it.
Job withFit(Job job, int piece, Fit fit, double margin_mm);
/// At most two distances of a spot from something that can be found.
Job withDistances(Job job, int piece, std::vector<SpotDistance> distances);
Job withEdge(Job job, int piece, const Edge& edge);
Job withCare(Job job, int piece, std::vector<CareZone> care);
/// The artwork came mirrored, or not: what is seen of it is turned back.
Job withAlreadyReversed(Job job, int piece, bool reversed);
Job withNotes(Job job, int piece, std::string notes);
/// Whose picture it is, of every piece that has it.
Job withRights(Job job, int piece, std::string rights);
/// Who prints it, chosen by a proof; empty: nobody was chosen.
Job withShop(Job job, int piece, std::string shop);
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
/// How a piece's sheets meet, and where its seams were laid by hand.
Job withJoining(Job job, int piece, const Joining& joining);
/// A piece is printed by a printer like this one, which becomes one of the job's unless it is already.
Job withPrinterLike(Job job, int piece, const Printer& printer);
/// A piece is printed by another of the job's printers.
Job withPrinter(Job job, int piece, int printer);
/// Sets what is known of a printer, by its id; one that is not there yet (id 0) is added, and prints the
/// piece.
Job withPrinterChanged(Job job, int piece, Printer printer);
Job withUnit(Job job, Unit unit);
Job withWork(Job job, const WorkWishes& work);

/// The largest size with the artwork's shape inside a box.
SizeMm fitted(const Artwork& artwork, const SizeMm& box);

}  // namespace tympan
