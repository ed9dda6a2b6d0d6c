#pragma once
#include <optional>

#include "core/base/json_reader.h"
#include "core/method/method.h"
#include "core/method/next_time.h"

namespace tympan {

/// What one does about a trouble at once.
enum class Remedy { mend, stop, go_on, again };
/// "mend", "stop", "go-on", "again".
std::string_view name(Remedy remedy);

/// Where a trouble has one cause.
struct TroubleCase {
    std::vector<std::string> methods;   ///< by id; empty: any
    std::vector<Work> at;               ///< kinds of step at which it is seen; empty: any
    std::vector<PrinterKind> printers;  ///< empty: any
    std::string cause;
    Remedy remedy = Remedy::stop;
    std::string now;  ///< what to do now
    struct Next {
        std::string words;
        std::vector<std::string> steps;  ///< by id: the first that the method has
        NextTime::Change change = NextTime::Change::said;
        double value = 0;
        bool operator==(const Next&) const = default;
    };
    std::optional<Next> next;
    Basis basis = Basis::guess;
    bool operator==(const TroubleCase&) const = default;
};

/// Something that goes wrong with transfers, as a maker sees it. Its picture is data/troubles/ID.svg.
struct Trouble {
    std::string id, name;
    std::string fault;               ///< what the logbook calls it ("hole"); empty: nothing that can be drawn
    std::vector<TroubleCase> cases;  ///< the likeliest that fits comes first; the last one fits always
    bool operator==(const Trouble&) const = default;
};

/// Reads and checks a list of troubles (schema "tympan-troubles-1"). Throws Error (input) with the faulty
/// line.
std::vector<Trouble> readTroubles(const JsonText& source);
/// Those that ship with the program.
const std::vector<Trouble>& shippedTroubles();
/// nullptr: there is none with this id.
const Trouble* findTrouble(const std::string& id);

/// Where something went wrong.
struct TroubleAt {
    std::string method;  ///< id; empty: not known
    std::optional<PrinterKind> printer;
    Work work = Work::unsaid;
};
/// The likeliest case of a trouble there.
const TroubleCase& caseOf(const Trouble& trouble, const TroubleAt& at);
/// What is to be done otherwise the next time, where the method has a step that it is about.
std::optional<NextTime> nextTimeOf(const TroubleCase& of, const std::vector<Step>& steps);

}  // namespace tympan
