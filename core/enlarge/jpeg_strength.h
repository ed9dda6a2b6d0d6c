#pragma once
#include <optional>
#include <span>

namespace tympan {

/// The quality (1 to 100, on the scale of the Independent JPEG Group's tables) that a JPEG was written with,
/// from its own quantisation table for lightness: the one whose scaled standard table comes nearest. Nothing
/// for what is no JPEG. Tables of one's own come out as the quality of about their strength.
std::optional<int> jpegQuality(std::span<const unsigned char> file);

/// How strongly a picture was compressed, as the network was told in training: (100 - quality) / 100, and 0
/// for a picture that never was.
double strengthOf(std::optional<int> jpeg_quality);

}  // namespace tympan
