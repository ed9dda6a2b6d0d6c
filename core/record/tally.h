#pragma once

namespace tympan {

/// How pieces went. Those of which nobody has said it are counted apart.
struct Tally {
    int held = 0, in_parts = 0, spoiled = 0, unsaid = 0;
    int said() const { return held + in_parts + spoiled; }
    int all() const { return said() + unsaid; }
};

}  // namespace tympan
