#pragma once
#include "core/method/method.h"

namespace tympan {

// How a maker changes a method into one of their own. Each edit gives a method whose steps and variants name
// only what is there; places are counted from 0. Pure.

/// The step at a place, changed. Its id stays.
Method withStepChanged(Method method, std::size_t at, Step step);
/// What came after it comes after what it came after.
Method withoutStep(Method method, std::size_t at);
/// A step before the one at a place, with an id of its own.
Method withStepAdded(Method method, std::size_t at, Step step);
/// The step from one place to another. A step that came after one which now follows it comes after the step
/// before it.
Method withStepMoved(Method method, std::size_t from, std::size_t to);

/// What is wrong with a method that somebody made.
struct Concern {
    enum class Kind {
        cannot,  ///< the work cannot be done in this order
        danger,  ///< it could hurt somebody, or set something on fire
    };
    Kind kind = Kind::cannot;
    std::string step;  ///< id; empty: the method as a whole
    Text words;
};
/// In the order of the steps; nothing where all is sound as far as can be told.
std::vector<Concern> concernsOf(const Method& method);
bool canBeDone(const std::vector<Concern>& concerns);

}  // namespace tympan
