#pragma once
#include "core/schedule/plan.h"

namespace tympan {

/// From when on an object may be handled, hung, washed and sent, each with its reason.
struct Ready {
    struct When {
        Moment from;
        Text why;
    };
    int object = 0;
    When handle, send;
    std::optional<When> hang, wash;  ///< cloth is not hung, and only what cures is washed
};

/// By object, in the order of the job.
std::vector<Ready> readyOf(const Plan& plan, const WorkOrder& order);

/// Whether hands put something on that a bottle holds.
bool isCoat(const Task& task);

/// What is coated, by object, step and face: how much of it, in cm².
struct CoatArea {
    int object = 0;
    std::string method;      ///< what makers call it; nothing: the object's own work
    std::string key;         ///< by method and step, as waits are measured: "gel-rub-off/coat"
    std::string what, face;  ///< the step's id: "coat", "varnish"
    std::string name;        ///< the step's, short
    std::string spread;      ///< what goes on, a supply by id; empty: nobody has said
    int coats = 0;
    double cm2 = 0;         ///< of one coat, all copies together
    bool of_sheet = false;  ///< before they are cut from their sheets; then no object
    bool on_print = false;  ///< it goes on the prints
    bool on_both = false;   ///< on the object and on the print, each with half of the area
};
std::vector<CoatArea> coatAreas(const Plan& plan, const WorkOrder& order);
/// ml of all coats, by method and step, where `coverage` (ml for 100 cm², likewise) has it.
std::map<std::string, double> amountsOf(const std::vector<CoatArea>& areas,
                                        const std::map<std::string, double>& coverage);

}  // namespace tympan
