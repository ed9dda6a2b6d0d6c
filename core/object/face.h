#pragma once
#include <optional>
#include <string>
#include <string_view>

namespace tympan {

/// The sides of a thing that have pictures, coats and a resting position of their own: of a crate, a can, a
/// board that is seen from both sides. Each is an `Object` with its own shape; those of one thing are worked
/// on as one thing, and one that is tacky is not lain on.
enum class Face {
    front,  ///< of a canvas or board what people see
    back,   ///< its board side
    left,
    right,
    edges,
};
std::string_view name(Face face);
inline constexpr Face all_faces[] = {Face::front, Face::back, Face::left, Face::right, Face::edges};

/// What the thing lies on while this side is worked on or dries; nothing for its edges.
std::optional<Face> lyingOn(Face face);

}  // namespace tympan
