#include "core/tone/tone.h"

namespace tympan {

const std::array<std::string_view, 7>& screenNames() {
    static const std::array<std::string_view, 7> names{"none",  "line",  "round", "ellipse",
                                                       "cross", "hatch", "grain"};
    return names;
}

}  // namespace tympan
