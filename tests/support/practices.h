#pragma once
#include "core/job/job.h"

namespace tympan::tests {

/// How a maker works: a method done by one school, on what, printed how.
struct Practice {
    std::string method;
    std::string material = "pale-wood";
    SizeMm size{80, 60};
    std::vector<std::string> variants = {};
    PrinterKind printer = PrinterKind::laser;
    int pieces = 1;
    bool shop = false;  ///< printed by a shop, proofs from two first
};

/// Pieces of this practice, each on a plate of its own that is a little larger.
Job jobOf(const Practice& practice);

/// What makers do from the first step to the last, each called by what is particular about it.
struct NamedPractice {
    std::string name;
    Practice practice;
};
const std::vector<NamedPractice>& allPractices();

/// A can with a picture on two of its sides that are laid one after the other and warmed in one go, each then
/// with napkins over it.
Job canWithTwoSides();

}  // namespace tympan::tests
