#pragma once
#include "core/artwork/picture_edit.h"
#include "core/base/json_reader.h"

namespace tympan {

// What is done to a picture, in a job file. The reader throws Error (input) naming the line.

nlohmann::json toJson(const PictureEdit& edit);
PictureEdit readPictureEdit(JsonReader reader);

}  // namespace tympan
