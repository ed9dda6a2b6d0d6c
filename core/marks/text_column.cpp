#include "core/marks/text_column.h"

namespace tympan {

namespace {

constexpr double leading = 1.4, ascent = 0.95, air = 0.5;  // of the em

}  // namespace

void TextColumn::say(const Text& text, double size, bool strong) {
    for (const std::string& line : brokenInto(width_, language_(text), size, strong)) {
        marks_.push_back(Words{line, {at_.x, at_.y + size * ascent}, size, 0, strong});
        at_.y += size * leading;
    }
    at_.y += size * air;
}

}  // namespace tympan
