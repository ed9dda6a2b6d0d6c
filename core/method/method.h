#pragma once
#include <set>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/measure/frames.h"
#include "core/method/step.h"

namespace tympan {

/// What the method asks of the ink unless the maker chooses otherwise.
enum class InkAdvice {
    grey,
    colour,
    picture,  ///< colour for a colourful picture, grey for one that is grey
};

/// A way in which a thin sheet is fixed to the one that carries it through the printer.
struct Mount {
    std::string id;    ///< "folded"
    std::string name;  ///< "folded over its sheet"
    double inset_mm = 0;
    Basis basis = Basis::guess;
    bool operator==(const Mount&) const = default;
};

/// The sheet that goes through the printer.
struct Carrier {
    std::string name;            ///< "plain copy paper"
    std::string face;            ///< which side is printed: "the shiny side"; empty: either
    double usable_inset_mm = 0;  ///< the ink stays this far inside the page: the sheet on it is smaller
    double leading_edge_mm = 0;  ///< kept clear at the edge that enters the printer first
    Basis basis = Basis::guess;  ///< of both
    std::vector<Mount> mounts;   ///< from which the maker chooses; it gives the inset
    std::string mount;           ///< the chosen one's id; empty: the first, where there are any
    bool operator==(const Carrier&) const = default;
};

/// Coats on one face of the object.
struct Coats {
    std::string face;  ///< "front"
    std::string of;    ///< "clear varnish"
    int least = 1, most = 1;
    Basis basis = Basis::guess;
    bool operator==(const Coats&) const = default;
};

/// Why a printer or a material does not go with a method.
struct Misfit {
    std::string what;  ///< a printer kind's or a material's id
    std::string why;
    bool operator==(const Misfit&) const = default;
};

/// What counts as a big black area: ink at least this dark over at least this width.
struct SolidLimits {
    double ink = 0.85;  ///< k, 0 bare to 1 solid
    double width_mm = 8;
    Basis basis = Basis::guess;
    bool operator==(const SolidLimits&) const = default;
};

/// How printed grey arrives on a surface.
struct TransferCurve {
    std::string material;                  ///< id; empty: any that has no curve of its own
    std::vector<double> printed, arrives;  ///< k, 0 bare to 1 solid; both rise from 0
    Basis basis = Basis::guess;
    bool operator==(const TransferCurve&) const = default;
};

enum class Rubbing { none, some, much };

/// One school's way of doing a method: the answer to one of its questions ("Where the gel goes"). Of each
/// question one is taken.
struct Variant {
    std::string id;                  ///< once within its method
    std::string about;               ///< the question, which all that answer it share
    std::string name;                ///< "on the print and on the object"
    std::string suits;               ///< whom, or what, it suits
    std::set<std::string> chosen;    ///< choices that come with it
    std::set<std::string> left_out;  ///< steps that it does without
    bool operator==(const Variant&) const = default;
};

/// A method's, see variants.h.
struct Variants {
    std::vector<Variant> all;        ///< by question; the first of each is the usual one
    std::vector<std::string> taken;  ///< those that are not the usual ones, by id
    bool operator==(const Variants&) const = default;

    /// For keys: whatever is taken, the same is printed.
    friend int identityOf(const Variants&) { return 0; }
};

/// A choice that is no step: sheets that meet edge to edge are laid one after the other, not joined first.
inline constexpr std::string_view sheet_by_sheet = "sheet-by-sheet";

/// A transfer method, as the catalogue describes it. A Job keeps its own copy, so an old job never changes by
/// itself.
struct Method {
    std::string id;
    int revision = 1;
    std::string name;
    std::string summary;
    /// Every time the ink face is laid towards the surface, or is seen through what received it, in words.
    std::vector<std::string> turns;
    bool seen_through = false;  ///< the object is clear and looked at from its other side: one turn more
    bool laid_whole =
        false;  ///< the sheet goes onto the object untrimmed: nothing but the picture may be inked
    bool one_sheet = false;  ///< bought sheets, and skin: a picture is never parted over several
    int passes = 1;  ///< printed one after the other on the same sheet; the second is a white under the first
    /// What carries the ink stays on, so that sheets of one picture may overlap when laid; else they meet
    /// edge to edge, since paper between would keep the ink of the upper one off.
    bool overlaps = false;
    std::vector<PrinterKind> printers;
    std::vector<Misfit> not_printers;
    std::vector<std::string> suits;  ///< materials by id
    std::vector<Misfit> not_materials;
    std::vector<Misfit> with_care;  ///< materials on which it goes, and what one must mind
    bool light_ground = true;       ///< the whites of the picture are the ground
    bool shows_black = false;       ///< paper of its own that lets a black ground through
    SolidLimits solids;
    double finest_line_mm = 0.25;  ///< thinner lines get lost
    Basis finest_line_basis = Basis::guess;
    double most_ink = 1;  ///< of the sheet that may be inked, 0 to 1: more smears or curls it
    std::vector<TransferCurve> transfer;
    Basis most_ink_basis = Basis::guess;
    double veil = 0;  ///< how white a layer that stays (tissue, fibres) lies over the ground: 0 clear to 1
    Basis veil_basis = Basis::guess;
    std::vector<std::string> needs;  ///< what must be on the table: "gel", "glue", …
    Carrier carrier;
    std::string medium;  ///< where the medium goes
    std::vector<Coats> coats;
    std::vector<Step> steps;
    Variants variants;
    std::string release, finish, look;
    Rubbing rubbing = Rubbing::none;
    bool spare = false;  ///< fails often enough for a spare print
    InkAdvice advice = InkAdvice::grey;
    std::string tone_note;
    std::string media_type;  ///< what to choose in the printer's own dialog
    std::vector<std::string> before_printing;
    std::vector<std::string> after_printing;
    std::vector<std::string> cautions;

    bool operator==(const Method&) const = default;
};

/// From printing to the finished piece, with the least, usual and longest waits, in minutes. Deadlines take
/// no time. A guess as soon as any part of it is one.
Wait timeOf(const Method& method, PrinterKind printer);

/// Whether a picture lies on one sheet or not at all, unless the maker parts it on purpose: a join would
/// show.
inline bool laidInOnePiece(const Method& method) {
    return method.laid_whole || method.one_sheet || method.passes > 1;
}

/// Whether nobody has made it work with ink, so that a shop must print with toner.
bool needsToner(const Method& method);

/// Why a printer or a material does not go with the method; empty when it does, or when nothing is known
/// against it.
Text misfit(const Method& method, PrinterKind printer);
Text misfitOfMaterial(const Method& method, const std::string& material);
/// Whether neither makers who did it nor a reason against it are known.
bool nobodyHasSaid(const Method& method, const std::string& material);
/// What one must mind on a material; empty when nothing is known.
Text careOnMaterial(const Method& method, const std::string& material);

/// The method with another of its carrier's mounts, and how far the ink then stays inside the page.
Method withMount(Method method, const std::string& mount, double inset_mm);

/// The parity rule: the print is mirrored when the ink is turned over an odd number of times on its way to
/// the eye.
Mirrored mirroredBy(int turns);

/// How often a method by itself turns the picture over.
inline int turnCount(const Method& method) {
    return static_cast<int>(method.turns.size()) + (method.seen_through ? 1 : 0);
}
inline Mirrored mirroredBy(const Method& method) { return mirroredBy(turnCount(method)); }

}  // namespace tympan
