#pragma once
#include <filesystem>

#include "core/base/progress.h"
#include "core/layout/imposition.h"
#include "core/output/pdf_file.h"

namespace tympan {

/// A page with a piece's whole print reduced to fit it, as it will be printed, its scale said. For comparing,
/// not for transfer. `print`: which of the imposition's.
void drawReducedProof(PdfFile& pdf, const Job& job, const Imposition& imposition, std::size_t print,
                      const Progress& progress = {});

/// Such a page for each piece. Throws Error (stopped, output).
void writeReducedProof(const std::filesystem::path& file, const Job& job, const Imposition& imposition,
                       const Progress& progress = {});

}  // namespace tympan
