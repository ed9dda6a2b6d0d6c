#pragma once
#include <nlohmann/json_fwd.hpp>
#include <optional>
#include <string>
#include <vector>

#include "core/base/json_reader.h"
#include "core/measure/outline.h"
#include "core/method/next_time.h"
#include "core/method/step.h"
#include "core/time/time_zone.h"

namespace tympan {

/// How a piece went, in the words that a maker clicks.
enum class Outcome { unsaid, held, in_parts, spoiled };
std::string_view name(Outcome outcome);
inline constexpr Outcome outcomes[] = {Outcome::unsaid, Outcome::held, Outcome::in_parts, Outcome::spoiled};

/// What was wrong with it.
enum class Fault {
    hole,
    cloud,
    smear,
    ghost,
    ridge,
    seam,
    edge,
    ran,
    faded,
    wrinkle,
    bled,    ///< ink came through to the other side of a page
    yellow,  ///< the finish has yellowed
    torn,    ///< the ground came off with the paper
    cast,    ///< a colour over all of it
};
std::string_view name(Fault fault);
inline constexpr Fault faults[] = {Fault::hole, Fault::cloud,  Fault::smear, Fault::ghost, Fault::ridge,
                                   Fault::seam, Fault::edge,   Fault::ran,   Fault::faded, Fault::wrinkle,
                                   Fault::bled, Fault::yellow, Fault::torn,  Fault::cast};

/// A fault as it was drawn on the finished face.
struct DrawnFault {
    Fault fault = Fault::hole;
    Ring ring;  ///< on the picture as it is seen, mm from its top left corner; closed by itself
    bool operator==(const DrawnFault&) const = default;
};
/// Its area in cm²; of a ring that crosses itself what its winding leaves.
double areaOf(const DrawnFault& fault);

/// What happened to a piece after it was done.
enum class Later { washed, on_the_wall, given, sent, note };
std::string_view name(Later later);
inline constexpr Later laters[] = {Later::washed, Later::on_the_wall, Later::given, Later::sent, Later::note};
struct LaterEvent {
    Later what = Later::note;
    Moment at;
    std::string words;  ///< to whom, how it looked
    double grams = 0;   ///< of what was sent; 0: not weighed
    bool operator==(const LaterEvent&) const = default;
};

/// A photograph of a piece, kept beside the record.
struct Photograph {
    enum class Of { before, after };
    Of of = Of::after;
    std::string sha256;
    bool operator==(const Photograph&) const = default;
};
std::string_view name(Photograph::Of of);
inline constexpr Photograph::Of photograph_kinds[] = {Photograph::Of::before, Photograph::Of::after};

/// A step of a piece as it was done: planned and real.
struct DoneStep {
    std::string key;    ///< by method and step, as waits are measured: "gel-rub-off/dry"
    std::string words;  ///< the step's, as far as their first pause
    Work work = Work::unsaid;
    std::string face;
    bool hands = false;
    int times = 1;  ///< rounds, coats
    double planned_min = 0, real_min = 0;
    double area_cm2 = 0;  ///< of one time
    double ml = 0;        ///< of what was put on, all times; 0: not known
    std::string product;  ///< of what was put on, in the maker's words; empty: not known
    /// Of a wait that dried: when one looked last and it was not dry yet, and how the weather stretched it.
    double not_before_min = 0;
    double weather = 1;
    double pace = 1;  ///< of hands: how the plan had stretched it by its maker's own pace
    /// How a press, an iron or an oven was really set, in the words of whoever did it; 0 and empty: not said.
    double heat_c = 0, held_s = 0;
    std::string pressure;
    bool operator==(const DoneStep&) const = default;
};

/// One piece of a job, as it was made. A value; the record keeps it as JSON.
struct LogEntry {
    std::string id;   ///< RFC 9562
    std::string run;  ///< empty: written by hand
    int piece = 0;
    std::string job, name;
    Moment begun, made;
    std::string method, method_name;
    int revision = 0;
    std::vector<std::string> variants;  ///< of the method, other than the usual ones, in words
    std::string carrier, printer;
    PrinterKind printer_kind = PrinterKind::laser;
    std::string object, material, face;
    double area_cm2 = 0;
    SizeMm size{0, 0};                ///< of the picture as it is seen; none: not known
    std::optional<Moment> wash_from;  ///< of what cures: when it had
    std::string rights;               ///< whose picture it is, and what one may do with it
    std::string shop;                 ///< who printed it, where it was chosen by a proof
    int copies = 1, spoiled = 0;      ///< of those, begun anew
    double temperature_c = 0, humidity_percent = 0;
    std::vector<DoneStep> steps;
    std::vector<std::string> left_out, wrong;  ///< steps that were not done; what was said to have gone wrong
    std::vector<std::string> troubles;         ///< what went wrong, by id (core/method/troubles.h)
    Outcome outcome = Outcome::unsaid;
    std::vector<DrawnFault> faults;
    std::vector<LaterEvent> later;
    std::string notes;
    NextTime next;                      ///< what its maker resolved for the next time
    std::vector<std::string> resolved;  ///< resolutions that were taken for it, in their words
    std::vector<Photograph> photographs;
    double bought = 0;  ///< what was bought for it alone cost, in the maker's money
    bool operator==(const LogEntry&) const = default;
};

/// What one asks about an entry, and what is shown of it in a list.
struct LogLine {
    std::string id, job, name;
    Moment made;
    std::string method, method_name, printer, object, material;
    PrinterKind printer_kind = PrinterKind::laser;
    int copies = 1, spoiled = 0;
    int coats = 0, rounds = 0;  ///< of finish, and of rubbing
    double wait_min = 0;        ///< the longest that was waited for it to dry
    double humidity_percent = 0;
    Outcome outcome = Outcome::unsaid;
    std::string medium = {};  ///< the product that it was laid with
    bool operator==(const LogLine&) const = default;
};
LogLine lineOf(const LogEntry& entry);

/// An entry that its run writes anew, with what its maker said of it before: how it went, faults, what
/// happened later, notes, next time, photographs.
LogEntry withSaid(LogEntry anew, const LogEntry& before);

/// How often a step was done: coats of a kind, rounds of rubbing. 0: not at all.
int timesOf(const LogEntry& entry, Work work);
/// Minutes of hands, and from the begin to the end.
double handsMinutes(const LogEntry& entry);

nlohmann::json toJson(const LogEntry& entry);
/// Throws Error (input).
LogEntry readLogEntry(JsonReader reader);

}  // namespace tympan
