#pragma once
#include <filesystem>
#include <span>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/object/svg_outline.h"

namespace tympan {

/// Reads an outline from an SVG file as readSvgOutline does, but in the helper (base/helper.h): nobody
/// vouches for a file, and edges that cross a million times can keep the computation busy for hours. Throws
/// Error (input): also for what takes longer than ten seconds; Error (stopped).
SvgOutline readOutlineFile(const std::filesystem::path& file, const Progress& progress = {});

/// The helper's task for it. Input: the text of the drawing. Result: the outline as JSON.
std::string readOutlineTask(const std::vector<std::string>& arguments, std::span<const unsigned char> text,
                            int result, const Progress& progress);

}  // namespace tympan
