#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/base/progress.h"
#include "core/layout/imposition.h"

namespace tympan {

/// Whether some piece of the job lies on several sheets that must be put together.
bool needsGuide(const Imposition& imposition);

/// How to put the sheets of each such piece together, for one person with these pages and the sheets alone:
/// the whole the right way round, maps from the front and from the back, what to join after what and what it
/// then measures, the sheets as they leave the printer, and labels for their backs. Throws Error (input) when
/// there is nothing to put together; Error (stopped, output).
void writeGuide(const Language& say, const std::filesystem::path& file, const Job& job,
                const Imposition& imposition, const Progress& progress = {});

}  // namespace tympan
