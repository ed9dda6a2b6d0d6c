#pragma once
#include <ostream>

#include <gmock/gmock.h>

#include "core/base/language.h"

namespace tympan {

/// For a test that fails.
inline void PrintTo(const Text& text, std::ostream* out) { *out << inEnglish(text); }

/// A text whose English words match.
template <class Words>
auto Says(Words words) {
    return testing::ResultOf("in English", inEnglish, words);
}

}  // namespace tympan
