#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/job/job.h"
#include "core/marks/marks.h"

namespace tympan {

// Papers at true size that are laid on the object itself, the right way round, for plain paper: nobody draws
// pencil lines under medium. Larger ones run over several pages.

enum class TemplateKind {
    placement,     ///< the object's edge, the picture's place, corner ticks outside the wet area, holes and
                   ///< knots
    corners,       ///< of a large one: its corners and its middle alone, a page each
    mask_outside,  ///< covers what is not picture: cut the picture out, varnish or paint through the window
    mask_inside,   ///< covers the picture: cut round it
};

/// The marks of a template, object frame, and what must be shown of it.
Marks templateMarks(const Language& say, const Job& job, const Piece& piece, TemplateKind kind);
RectMm templateArea(const Job& job, const Piece& piece, TemplateKind kind);

/// Throws Error (output).
void writeTemplate(const Language& say, const std::filesystem::path& file, const Job& job, const Piece& piece,
                   TemplateKind kind);

/// "120 mm from the left knob".
Text distanceText(const SpotDistance& distance, Unit unit);

}  // namespace tympan
