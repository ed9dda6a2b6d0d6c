#pragma once
#include <span>
#include <string>
#include <vector>

namespace tympan {

/// Whether the bytes are a drawing in XML, in whatever encoding and under whatever prefix: its first element
/// is an `svg`.
bool isSvg(std::span<const unsigned char> bytes);

/// True when a drawing's root states its width in pixels, or not at all, or not readably.
bool statesPixels(std::span<const unsigned char> svg);

/// True when a side that the root states is longer than 1 km, or no number.
bool statesTooMuch(std::span<const unsigned char> svg);

/// Pictures that a drawing only names, by file or address, and does not hold: they are never fetched.
std::vector<std::string> linkedPictures(std::span<const unsigned char> svg);

}  // namespace tympan
