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

}  // namespace tympan
