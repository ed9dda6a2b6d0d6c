#pragma once
#include <filesystem>
#include <nlohmann/json_fwd.hpp>

#include "core/base/json_reader.h"
#include "core/measure/range.h"
#include "core/printer/printer.h"

namespace tympan {

namespace limits {
inline constexpr Range printer_scale{0.8, 1.25};
inline constexpr Range printer_skew_deg{-10, 10};
inline constexpr Range printer_offset_mm{-100, 100};
inline constexpr Range sheet_shrink{0.8, 1.2};
}  // namespace limits

nlohmann::json toJson(const ShopTerms& terms);
/// Throws Error (input).
ShopTerms readShopTerms(JsonReader reader);

/// The fields of a printer, as a job and a profile have them; without its id. What is as it is at first is
/// left out of the newer ones.
nlohmann::json printerFields(const Printer& printer);
/// Reads them; the caller finishes the reader. Throws Error (input).
Printer readPrinterFields(JsonReader& reader);

/// "shrink_after_first": two numbers, across and down; nothing when it is not there.
std::optional<SheetShrink> readShrink(JsonReader& reader);

/// A profile ("tympan-printer-1") by itself. Throws Error (input, output).
nlohmann::json profileOf(const Printer& printer);
Printer readProfile(const std::filesystem::path& file);
void writeProfile(const std::filesystem::path& file, const Printer& printer);

/// The printers that a maker keeps, each in a file of its own in the folder `printers` beside the record.
std::filesystem::path keptPrinters();
/// The one of this name, without regard to case; nothing when there is none. Throws Error (input) when its
/// file is damaged.
std::optional<Printer> keptPrinter(const std::filesystem::path& folder, const std::string& name);
/// All that can be read, by name.
std::vector<Printer> allKept(const std::filesystem::path& folder);
/// A printer with what was found out of it as a kept profile has it; what that does not know stays.
Printer withMeasuresOf(Printer printer, const Printer& kept);
/// In place of an earlier one of its name. Throws Error (output).
void keepPrinter(const std::filesystem::path& folder, const Printer& printer);

}  // namespace tympan
