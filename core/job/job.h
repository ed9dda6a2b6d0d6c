#pragma once
#include <memory>
#include <nlohmann/json_fwd.hpp>
#include <string>
#include <string_view>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/base/shared_value.h"
#include "core/enlarge/enlarging.h"
#include "core/job/joining.h"
#include "core/job/work_wishes.h"
#include "core/measure/length.h"
#include "core/method/measured.h"
#include "core/method/next_time.h"
#include "core/nest/problem.h"
#include "core/object/object.h"
#include "core/printer/paper.h"
#include "core/printer/printer.h"
#include "core/tone/tone.h"

namespace tympan {

/// How a picture's size and place come about. What a rule gave is kept in the piece, so that nothing moves by
/// itself; edits that change what the rule looks at apply it again.
enum class Fit {
    by_hand,
    inside,  ///< as large as it goes inside the object with its margin, clear of keep-outs, nothing cropped
    fill,    ///< over the whole object; what is beyond the edge is left out
};
std::string_view name(Fit fit);

/// How far a spot is from something that a maker can find: "collar", 80 mm.
struct SpotDistance {
    std::string from;
    double mm = 0;
    bool operator==(const SpotDistance&) const = default;
};

/// Where a piece lies on its object, in the finished frame.
struct Placement {
    int object = 0;
    PointMm from_centre;      ///< the picture's middle, from the middle of the object's box
    double rotation_deg = 0;  ///< clockwise as seen
    Fit fit = Fit::by_hand;
    double margin_mm = 0;                 ///< of Fit::inside: bare all round
    std::vector<SpotDistance> distances;  ///< of a spot: at most two
    bool locked = false;                  ///< filling its object with pictures leaves it where it is
    double share = 1;                     ///< of its object, in a patchwork, beside the others'
    bool operator==(const Placement&) const = default;
};

/// What the inked area is cut to.
enum class Cut {
    none,        ///< the picture's own rectangle
    object,      ///< the object's outline, less its holes and keep-outs
    silhouette,  ///< what is in the picture: its alpha, or all but a clean background
    cell,        ///< its cell of a patchwork
};
std::string_view name(Cut cut);

/// How the rim of the ink looks, so that the loss at edges looks meant.
enum class Rim { sharp, feathered, torn, worn };
std::string_view name(Rim rim);

struct Edge {
    Cut cut = Cut::none;
    /// How far inside the object's outline the ink stops; negative: so far over it, to be trimmed. Of a
    /// silhouette: how far beyond it the ink goes is -stop_mm.
    double stop_mm = 0;
    Rim rim = Rim::sharp;
    double rim_mm = 3;  ///< how far in the rim reaches
    int seed = 1;       ///< of torn and worn
    /// A tab without ink at the picture's top that stays on after trimming, to hold it by: see tab.h.
    bool tab = false;
    Outline cell = {};  ///< of Cut::cell: on the object, whatever the picture does; tidy
    bool operator==(const Edge&) const = default;
};

/// A part of the picture that seams and edges should stay away from: a face, lettering. It stays on what it
/// marks whatever the size, and whatever of the artwork the asked shape leaves out.
struct CareZone {
    std::string name;
    ArtworkParts parts;
    bool operator==(const CareZone&) const = default;
};

/// One artwork placed on an object by a method, at a size.
struct Piece {
    int id = 0;
    std::string name;
    ArtworkPtr artwork;
    Shared<Method> method;  ///< its own copy of the catalogue's entry
    int printer = 1;        ///< which of the job's printers prints it
    Placement placement;
    /// The picture's size as asked; on a tin, along the girth at the picture's middle and down the slope.
    /// Where its shape differs from the artwork's, the artwork is cropped about its centre.
    SizeMm size;
    Tone tone;
    Enlarging enlarging;
    Edge edge;
    std::vector<CareZone> care;
    Joining joining;
    bool already_reversed = false;  ///< it came mirrored: one turn more, and `artwork` is turned back
    int copies = 1;
    int spares = 0;  ///< printed besides the copies: a backup, and to compare with
    std::string notes;
    std::string rights = {};                        ///< whose picture it is, and what one may do with it
    std::string shop = {};                          ///< who prints it, chosen by a proof
    std::optional<MeasuredTransfer> measured = {};  ///< what a strip said; see holds.h
    std::vector<Answer> answers = {};               ///< to what was resolved the last time

    bool operator==(const Piece&) const = default;
};

/// Settings that pieces may share.
struct Aspects {
    bool tone = true, size = true, method = true, edge = true;
    bool operator==(const Aspects&) const = default;
};

/// Pieces that are edited together.
struct MatchedSet {
    std::vector<int> pieces;  ///< at least two ids
    Aspects aspects;
    bool operator==(const MatchedSet&) const = default;
};

/// How sheets are laid out, the same for the whole job.
struct SheetRules {
    Paper paper;
    double band_mm = 7;         ///< kept for marks along a seam
    double scissor_gap_mm = 6;  ///< between pieces that share a sheet
    SeamManner seams = SeamManner::quiet;
    bool fewest = false;     ///< as few sheets as any way of laying them takes, wherever seams then lie
    int more_sheets = 0;     ///< how many more than it takes a parted print may use to hide its seams
    double overlap_mm = 10;  ///< how far sheets that overlap do
    double ppi = 300;
    /// How small pieces may be turned where they are laid close (see layout/nesting.h), and which of the
    /// ways to lay them was taken last: another number, another way.
    Turning turning = Turning::quarter;
    int nest_seed = 1;
    bool cut_lines = false;     ///< a thin line to cut along is printed just outside of each small piece
    bool corner_marks = false;  ///< sheets of small pieces carry marks that a cutting machine looks for
    double cut_beyond_mm = 0;   ///< so far outside of its outline a cutting machine cuts a piece
    bool operator==(const SheetRules&) const = default;
};

/// Bleed: how far the neighbour's ink goes on beyond a seam, so that a cut a little off shows no white.
inline constexpr double bleed_mm = 2;
/// The narrowest band that holds bleed and cut ticks.
inline constexpr double least_band_mm = bleed_mm + 4;

/// Where one copy of a piece lies on a sheet.
struct KeptPlace {
    int piece = 0;
    int copy = 0;
    PointMm middle;           ///< of its print and its tab, on the page as it is printed
    double rotation_deg = 0;  ///< clockwise
    bool locked = false;      ///< a hand put it there: laying pieces closer leaves it
    bool operator==(const KeptPlace&) const = default;
};

/// A sheet of small pieces that is to be printed the same again.
struct KeptSheet {
    bool landscape = false;
    std::vector<KeptPlace> places;
    bool operator==(const KeptSheet&) const = default;
};

/// Of a job as it is printed: a piece that another one is printed for, see one_print.h.
struct PrintedFor {
    Piece piece;
    int by = 0;  ///< the other's id
    bool operator==(const PrintedFor&) const = default;
};

/// Everything the program shows or prints is a pure function of this value; an edit makes another one.
struct Job {
    std::string uuid;  ///< its identity (RFC 9562), whatever its file is called; empty until it is kept
    std::string name;
    Unit unit = Unit::mm;
    std::vector<Object> objects;
    std::vector<Piece> pieces;
    std::vector<MatchedSet> sets;
    std::vector<Printer> printers{Printer{}};  ///< at least one
    SheetRules sheets;
    std::vector<PrintedFor> printed_for;  ///< of a job as it is printed alone; never kept in a file
    std::vector<KeptSheet> kept_sheets;   ///< in the order in which they are printed; see kept_places.h
    WorkWishes work;
    /// Seconds since 1970; the date written into PDFs, so that the same job makes the same bytes.
    long long created = 0;
    int next_id = 1;
    std::string notes;
    /// Fields of a job file that this program does not know; they are written again where they stood.
    std::shared_ptr<const nlohmann::json> rest;

    bool operator==(const Job&) const = default;
};

/// The piece or object with this id, or nullptr.
const Piece* findPiece(const Job& job, int id);
const Object* findObject(const Job& job, int id);
/// The object that a piece lies on. Every piece has one: edits keep it so.
const Object& objectOf(const Job& job, const Piece& piece);
/// What prints a piece. A piece that names a printer that is not there is printed by the first.
const Printer& printerOf(const Job& job, const Piece& piece);

/// How many of a piece are printed.
inline int printed(const Piece& piece) { return piece.copies + piece.spares; }

/// How the sheets of a piece meet: as it says, or as its method asks.
Joint jointOf(const Piece& piece);

/// From how far a piece is looked at, in mm: as it says, or as its size suggests.
double seenFrom(const Piece& piece);

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
