#pragma once
#include "core/base/json_reader.h"
#include "core/job/job.h"

namespace tympan {

// What of a job file says how it is printed. Readers throw Error (input) naming the line.

nlohmann::json toJson(const SheetRules& rules);
/// Does not finish its reader: sheets of a job of version 1 hold a printer too.
SheetRules readSheetRules(JsonReader& reader);

nlohmann::json toJson(const Printer& printer);
Printer readPrinter(JsonReader reader);
Printer readPrinterOfVersion1(JsonReader& sheets);

nlohmann::json toJson(const Joining& joining);
Joining readJoining(JsonReader reader);

nlohmann::json toJson(const KeptSheet& sheet);
KeptSheet readKeptSheet(JsonReader reader);

}  // namespace tympan
