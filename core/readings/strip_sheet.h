#pragma once
#include <filesystem>

#include "core/base/language.h"
#include "core/printer/paper.h"
#include "core/printer/printer.h"

namespace tympan {

/// What a strip is printed for.
struct StripPrint {
    Method method;
    Printer printer;
    std::string material;  ///< its name, for the title
    Paper paper;
    long long created = 0;  ///< seconds since 1970, the document's date
};

/// The strip as it is printed, turned over where its method and printer ask for it, and what to do with it:
/// in the waste below, or on a page of its own where nothing else may be inked. Throws Error (input) when the
/// paper has no room for it, (output).
void writeStrip(const Language& say, const std::filesystem::path& file, const StripPrint& print);

}  // namespace tympan
