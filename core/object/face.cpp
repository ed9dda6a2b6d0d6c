#include "core/object/face.h"

#include <array>

namespace tympan {

std::string_view name(Face face) {
    static constexpr std::array<std::string_view, 5> names{"front", "back", "left", "right", "edges"};
    return names[static_cast<std::size_t>(face)];
}

std::optional<Face> lyingOn(Face face) {
    switch (face) {
        case Face::front:
            return Face::back;
        case Face::back:
            return Face::front;
        case Face::left:
            return Face::right;
        case Face::right:
            return Face::left;
        case Face::edges:
            break;
    }
    return {};
}

}  // namespace tympan
