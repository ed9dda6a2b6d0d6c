#pragma once
#include <optional>

#include "core/layout/imposition.h"
#include "core/method/tools.h"
#include "core/schedule/ready.h"

namespace tympan {

/// What the work of a job takes, for one trip: to print, to have at hand, to coat with.
struct Needs {
    struct Printing {
        std::string printer, carrier;
        int sheets = 0;  ///< 0: not laid out yet
        std::vector<std::string> pieces;
    };
    struct Coating {
        std::string key;           ///< by method and step: what coverage is kept by
        std::string method, name;  ///< what makers call it; nothing: the object's own. The step's, short
        std::string spread;        ///< what goes on, a supply by id; empty: nobody has said
        std::vector<CoatArea> areas;
        double cm2 = 0;            ///< of all coats
        std::optional<double> ml;  ///< where a coverage has been typed or measured
    };
    std::vector<Printing> printings;
    std::vector<Coating> coatings;
    /// In the order in which they are needed.
    std::vector<Tool> tools, supplies;
    /// ml of a supply, where the coverage of every step that spreads it is known; by id.
    std::map<std::string, double> ml;
};

/// What is printed where, on what: by printer, then by paper, in the order of the pieces. Arguments as below.
std::vector<Needs::Printing> printingsOf(const Job& printed, const Imposition* imposition);

/// `printed` is the job as it is printed (see one_print.h), `imposition` its sheets; nullptr: they are not
/// laid out yet. Areas are exact, amounts go by the coverage of the job's wishes.
Needs needsOf(const Job& printed, const Imposition* imposition, const Plan& plan, const WorkOrder& order);

/// Where a coat goes: on which face of which object, or on the prints before they leave their sheets.
Text placeOf(const CoatArea& area, const WorkOrder& order);
/// A line for each thing, for paper and for a list to take along.
std::vector<Text> inLines(const Needs& needs, const WorkOrder& order);

}  // namespace tympan
