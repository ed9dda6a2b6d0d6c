#pragma once
#include <vector>

#include "core/inspect/finding.h"

namespace tympan::tests {

/// The first finding of a kind, or nullptr.
template <class What>
const Finding* find(const std::vector<Finding>& all) {
    for (const Finding& each : all)
        if (is<What>(each)) return &each;
    return nullptr;
}

/// What it says; nullptr when there is none of that kind.
template <class What>
const What* said(const std::vector<Finding>& all) {
    const Finding* found = find<What>(all);
    return found ? &std::get<What>(found->what) : nullptr;
}

}  // namespace tympan::tests
