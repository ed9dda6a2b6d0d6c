#pragma once
#include <vector>

#include "core/inspect/finding.h"
#include "tests/support/pictures.h"

namespace tympan::tests {

/// A grey picture of 1800 x 1200 pixels: enough of them up to 300 mm wide.
inline const ArtworkPtr& fine() {
    static const ArtworkPtr artwork = artworkOf(marked({1800, 1200}, 1));
    return artwork;
}

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
