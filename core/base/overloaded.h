#pragma once

namespace tympan {

/// One visitor out of several functions, one for each alternative of a variant.
template <class... F>
struct Overloaded : F... {
    using F::operator()...;
};

}  // namespace tympan
