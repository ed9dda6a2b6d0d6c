#pragma once
#include "core/schedule/plan.h"

namespace tympan {

/// From when on an object may be handled, hung, washed and sent, each with its reason.
struct Ready {
    struct When {
        Moment from;
        std::string why;
    };
    int object = 0;
    When handle, send;
    std::optional<When> hang, wash;  ///< cloth is not hung, and only what cures is washed
};

/// By object, in the order of the job.
std::vector<Ready> readyOf(const Plan& plan, const WorkOrder& order);

/// What is coated, by object, face and coat: how much of it, in cm².
struct CoatArea {
    int object = 0;
    std::string what, face;  ///< the step's own words' id: "coat", "varnish"
    int coats = 0;
    double cm2 = 0;  ///< of one coat, all copies together
};
std::vector<CoatArea> coatAreas(const Plan& plan);

}  // namespace tympan
