#pragma once
#include <optional>
#include <vector>

#include "core/artwork/text_lines.h"

namespace tympan {

/// Lettering is looked for in marks no smaller than this, at most so many of them, and so much darker or
/// lighter (of 255) than what is about them.
inline constexpr int least_letter_px = 7, most_letter_parts = 6000, ink_differs = 14;

/// Something that may be a letter, by its box.
struct LetterPart {
    cv::Rect box;
    float stroke_px = 0;  ///< how wide its widest stroke is; 0 where nobody measured
    cv::Point2f middle() const {
        return {static_cast<float>(box.x) + static_cast<float>(box.width) / 2,
                static_cast<float>(box.y) + static_cast<float>(box.height) / 2};
    }
};

/// Parts of like height that stand beside each other, each group from left to right.
std::vector<std::vector<LetterPart>> standingBeside(std::vector<LetterPart> parts);

/// A group as a line, when it has enough parts and they lie straight.
std::optional<TextLine> lineOf(const std::vector<LetterPart>& parts, bool light);

}  // namespace tympan
