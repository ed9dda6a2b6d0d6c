#pragma once
#include "core/method/method.h"

namespace tympan {

/// What a maker knows without knowing a method by name.
struct FinderQuestion {
    std::string material;               ///< id; empty: anything
    std::vector<PrinterKind> printers;  ///< that can be used; empty: any
    std::vector<std::string> at_hand;   ///< "gel", "glue" …; empty: whatever it takes
};

struct FinderAnswer {
    Method method;
    std::vector<std::string> to_get;  ///< of its needs, what is not at hand
};

/// The methods that fit, best first: those that suit the material and printer, that need the least beyond
/// what is at hand, and are done in the fewest days; else in the catalogue's order. Methods that cannot be
/// prepared yet are left out. Pure.
std::vector<FinderAnswer> findMethods(const std::vector<Method>& methods, const FinderQuestion& question);

/// Every thing that some method needs, in the order of the catalogue.
std::vector<std::string> needsOf(const std::vector<Method>& methods);

}  // namespace tympan
