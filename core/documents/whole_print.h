#pragma once
#include <filesystem>

#include "core/base/progress.h"
#include "core/render/sent_ink.h"

namespace tympan {

/// Writes a print in one piece, as it will be printed (mirrored when the method asks), as PNG or TIFF by the
/// name's ending, with its resolution stored. One with a white of its own is clear where nothing is printed:
/// machines that lay white and colour in one go put the white under what is not. `levels`: see sent_ink.h.
/// Throws Error (stopped, usage, output).
void writeWholePrint(const std::filesystem::path& file, const Print& print, const Progress& progress = {},
                     const std::optional<GreyLevels>& levels = {});

}  // namespace tympan
