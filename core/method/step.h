#pragma once
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

namespace tympan {

enum class PrinterKind { laser, inkjet, sublimation, white_toner };

/// "laser", "inkjet", "sublimation", "white-toner".
std::string_view id(PrinterKind kind);
/// The other way round; throws std::out_of_range for anything else.
PrinterKind printerKindNamed(std::string_view name);
std::vector<std::string> printerKindNames();

/// Where a number comes from. What is a guess is shown as one: in words or a range.
enum class Basis {
    guess,     ///< ours
    makers,    ///< practitioners agree on it, or give its range
    physics,   ///< follows from what it is about
    standard,  ///< a published norm
    measured,  ///< on a strip that was printed and transferred
    yours,     ///< the maker typed it
};
/// A length or size that is a guess is shown as a range: from so much of it to so much.
inline constexpr double guessed_least = 0.7, guessed_most = 1.5;

/// "guess", "makers", … in the order of Basis.
const std::vector<std::string>& basisNames();

/// A time between steps, in minutes: makers differ, so it is a range and a usual value.
struct Wait {
    enum class Kind {
        not_before,  ///< going on too early spoils it; longer does no harm
        not_after,   ///< a deadline: ink or medium dries
        hold_for,    ///< so long and no longer: held under the press, damp on skin
    };
    Kind kind = Kind::not_before;
    double least_min = 0, typical_min = 0, most_min = 0;
    Basis basis = Basis::guess;
    /// Of not_before: what comes next must follow within so long all the same: soaked paper dries again.
    std::optional<double> no_later_min = {};
    Basis no_later_basis = Basis::guess;
    /// Of large things, where makers said so: from so large on, it takes so long.
    struct Large {
        double from_cm2 = 0, least_min = 0, typical_min = 0, most_min = 0;
        Basis basis = Basis::guess;
        bool operator==(const Large&) const = default;
    };
    std::optional<Large> large = {};
    bool operator==(const Wait&) const = default;
};
/// The wait for a thing of this size.
Wait waitFor(Wait wait, double area_cm2);

/// A temperature in °C, never without a reason: figures from makers are often without their unit.
struct Heat {
    double least_c = 0, most_c = 0;
    std::string note;
    Basis basis = Basis::guess;
    bool operator==(const Heat&) const = default;
};

/// What kind of work a step is.
enum class Work {
    prepare,
    print,
    fix,
    coat,
    lay,
    press,
    tape,
    wipe,
    dry,
    soak,
    rub,
    look,
    peel,
    cool,
    seal,
    finish,
    cure,
    swab,    ///< a damp swab on the ink: does it run?
    cut,     ///< prints are cut from their sheets
    join,    ///< the sheets of one print become one
    unsaid,  ///< of a method that was kept before steps had kinds
};

/// "prepare", "print", … in the order of Work; "unsaid" is none of them.
const std::vector<std::string>& workNames();

/// Where a step is done. An oven, a press and a printer hold one load at a time, a floor as many things as
/// there is room for.
enum class Place { table, flat, hung, oven, press, outside, printer, ventilated };
/// "table", "flat" …, in the order of Place.
const std::vector<std::string>& placeNames();

/// Steps that are done again and again until it is good: from one up to the one that has this.
struct Rounds {
    std::string from;                    ///< a step's id
    int least = 1, usual = 1, most = 1;  ///< in all
    Basis basis = Basis::guess;
    double later = 1;  ///< work of a later round, beside that of the first; each is lighter
    Basis later_basis = Basis::guess;
    /// Where the first round begins, when it is not there: what is before is done only when it must be.
    std::string first = {};
    bool operator==(const Rounds&) const = default;
};

/// Minutes, and between which limits they are to be believed.
struct Minutes {
    double least = 0, usual = 0, most = 0;
    Basis basis = Basis::guess;
    bool operator==(const Minutes&) const = default;
};

/// So many minutes as a guess: a range about them.
inline Minutes guessedMinutes(double usual) {
    return {guessed_least * usual, usual, guessed_most * usual, Basis::guess};
}

/// Work of hands: once to get everything ready, then for each copy, and for each 100 cm² of each.
struct Effort {
    Minutes setup, each, per_100_cm2;
    bool operator==(const Effort&) const = default;
};

/// The minutes for a number of copies of an area, ready made or not. The least that any part of it rests on
/// is its basis.
Minutes minutesOf(const Effort& effort, int copies, double area_cm2, bool with_setup = true);

/// Where nothing is known of the size: about a sheet of A5.
inline constexpr double usual_area_cm2 = 300;

/// One face of the object on which a step is done, and how often, one after the other: coats of varnish.
struct StepFace {
    std::string name;  ///< "front", "back and edges"
    int times = 1;
    Basis basis = Basis::guess;
    bool operator==(const StepFace&) const = default;
};

/// A medium that is put on in a step.
struct Spread {
    enum class On { object, print, both };
    std::string what;  ///< a supply's id: "gel"
    On on = On::object;
    bool operator==(const Spread&) const = default;
};

/// "object", "print", "both".
std::string_view name(Spread::On on);
inline constexpr Spread::On spread_places[] = {Spread::On::object, Spread::On::print, Spread::On::both};

struct Step {
    std::string id;  ///< once within its method, and the same in all its revisions
    Work work = Work::unsaid;
    std::string words;
    std::string name = {};  ///< what it is called in lists; empty: as its words begin, see shortName()
    Effort effort = {};     ///< with hands on it
    bool optional = false;  ///< done when the maker chooses it
    std::string choice;     ///< what is then chosen: several steps may be one choice; empty: its own id
    std::string unless;     ///< not done when this is chosen: dried in an oven, it need not lie overnight
    std::vector<PrinterKind> only;  ///< needed for prints of these printers alone; empty: of all
    std::vector<std::string> on,
        not_on;  ///< materials by id: needed on these alone (empty: all), not on those
    std::optional<Wait> wait;
    std::optional<Heat> heat;
    std::optional<Place> place;  ///< none: printing at the printer, all else at the table
    /// The steps that must be done before; "print" is printing. None: the step before it. Nothing in it:
    /// none, as what the object needs before it meets the print.
    std::optional<std::vector<std::string>> after;
    std::optional<Rounds> rounds;
    std::vector<StepFace> faces;     ///< none: on the front, once
    std::vector<std::string> needs;  ///< tools and supplies by id, beside what is spread
    std::optional<Spread> spreads;
    std::string pressure;  ///< of a press, an iron, a hand: in words; empty: nothing is said of it
    std::string good;      ///< what it looks like when it is well done
    /// The last moment when something can still be mended: looked at and ticked, in no time of its own.
    bool gate = false;
    /// Done to a sheet with all that lies on it, before pieces are laid: dried, sprayed, cut apart.
    bool of_sheet = false;
    std::string drawing;  ///< which of data/steps shows it; empty: that of its kind
    std::string caution;
    std::string noted;  ///< what the maker wrote down for the next time
    bool operator==(const Step&) const = default;
};

/// What a step is called where there is little room: its name, or its words as far as their first pause.
std::string shortName(const Step& step);

/// Whether hands are on it; else it is waiting alone.
inline bool needsHands(const Step& step) {
    return step.effort.setup.usual > 0 || step.effort.each.usual > 0 || step.effort.per_100_cm2.usual > 0;
}

/// What a maker chooses an optional step by.
const std::string& choiceOf(const Step& step);

/// For what a step may be needed or not.
struct StepUse {
    PrinterKind printer = PrinterKind::laser;
    std::string material = {};            ///< id; empty: any
    std::set<std::string> chosen = {};    ///< choices
    std::set<std::string> left_out = {};  ///< steps by id
};

/// Whether a step is done: all but what is left out, what is optional and not chosen, and what prints of such
/// a printer, or such a material, do not need.
bool isNeeded(const Step& step, const StepUse& use);

}  // namespace tympan
