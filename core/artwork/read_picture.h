#pragma once
#include <filesystem>
#include <string>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/base/progress.h"

namespace tympan {

// Reading a picture that nobody vouches for. JPEG, PNG, TIFF, WebP, HEIC, SVG and PDF (its first page; an
// edit takes another); anything else, and anything broken, truncated, empty or of more than 1 Gpx, is an
// Error (input) that names the file and the cause. A picture is whole or it is not there.

ArtworkPtr readPicture(const std::filesystem::path& file, const Progress& progress = {});

/// The same for bytes that are already here (a pasted picture); `name` stands for the file in errors.
ArtworkPtr readPicture(std::vector<unsigned char> bytes, const std::string& name,
                       const Progress& progress = {});

}  // namespace tympan
