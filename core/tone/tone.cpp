#include "core/tone/tone.h"

namespace tympan {

const std::array<std::string_view, 8>& screenNames() {
    static const std::array<std::string_view, 8> names{"none",  "line",  "round", "ellipse",
                                                       "cross", "hatch", "grain", "scatter"};
    return names;
}

}  // namespace tympan
