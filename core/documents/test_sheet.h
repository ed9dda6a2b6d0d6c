#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/layout/imposition.h"
#include "core/marks/marks.h"

namespace tympan {

/// The separate sheet for plain paper that carries what the real sheets cannot: the bar to measure, the
/// tell-tale, an X to learn which face is printed, and corners that show where the first sheet's picture will
/// lie. Two thirds of it stay bare.
Marks testSheetMarks(const Language& say, const Imposition& imposition);

void writeTestSheet(const Language& say, const std::filesystem::path& file, const Job& job,
                    const Imposition& imposition);

/// Beside FILE.pdf: FILE-test-sheet.pdf. A file of that name that is not such a sheet itself was not named by
/// anybody and is left alone: then FILE-test-sheet-2.pdf, and so on.
std::filesystem::path testSheetBeside(const std::filesystem::path& sheets);

}  // namespace tympan
