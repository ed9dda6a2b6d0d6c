#pragma once
#include "core/job/job_json.h"

namespace tympan {

// Parts of a job file. Readers throw Error (input) naming the line.

nlohmann::json toJson(const Placement& placement);
nlohmann::json toJson(const Edge& edge);
nlohmann::json toJson(const Tone& tone);
nlohmann::json toJson(const Piece& piece);
Piece readPiece(JsonReader reader, const ArtworkSource& artworks);

Edge readEdge(JsonReader reader);

nlohmann::json toJson(const SheetRules& rules);
/// Does not finish its reader: sheets of a job of version 1 hold a printer too.
SheetRules readSheetRules(JsonReader& reader);

nlohmann::json toJson(const Printer& printer);
Printer readPrinter(JsonReader reader);
Printer readPrinterOfVersion1(JsonReader& sheets);

}  // namespace tympan
