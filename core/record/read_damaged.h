#pragma once
#include <filesystem>

#include "core/record/mend_record.h"

namespace tympan {

/// Copies what can be read of a damaged record into a new one, which must not be there yet; `kept` of the
/// answer is empty. Throws Error (output) where the new one cannot be written.
MendedRecord readOutOfDamaged(const std::filesystem::path& damaged, const std::filesystem::path& fresh);

}  // namespace tympan
