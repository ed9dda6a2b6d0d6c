#include "core/artwork/rasterise.h"

#include <sstream>

#include <fmt/format.h>

#include "core/base/cache.h"
#include "core/base/error.h"
#include "core/base/helper.h"
#include "core/measure/pixel_grid.h"

namespace tympan {

namespace {

void refuseTooMany(const Artwork& vector, double pixels) {
    if (pixels > most_pixels)
        throw Error(Error::Kind::input, vector.name,
                    Text("more than 1000 million pixels at this size and resolution"),
                    Text("print it smaller, or with fewer pixels an inch"));
}

/// `box` of width 0: all of it.
cv::Mat drawn(const Artwork& vector, double scale, const RectPx& box, double pixels,
              const Progress& progress) {
    refuseTooMany(vector, pixels);
    const bool large = layInFile({1000, static_cast<int>(pixels / 1000)});
    HelperLimits limits;
    limits.memory_bytes += static_cast<std::size_t>(4 * pixels);  // the result itself is mapped there too
    const HelperAnswer answer = runHelper(
        {"draw", vector.format, std::to_string(vector.edit.page), fmt::format("{:.17g}", scale),
         std::to_string(box.x), std::to_string(box.y), std::to_string(box.width), std::to_string(box.height)},
        *vector.bytes, NamelessFile::make(large), vector.name, limits, progress);
    SizePx size;
    int type = 0;
    std::istringstream(answer.words) >> size.width >> size.height >> type;
    return pixelsIn(answer.result, size, type);
}

}  // namespace

DrawingFacts factsOf(const Artwork& vector, const Progress& progress) {
    const HelperAnswer answer =
        runHelper({"describe", vector.format, std::to_string(vector.edit.page)}, *vector.bytes,
                  NamelessFile::make(), vector.name, {}, {progress.stop, {}});
    DrawingFacts facts;
    std::istringstream words(answer.words);
    words >> facts.size.width >> facts.size.height >> facts.pages;
    std::string line;
    std::getline(words, line);
    while (std::getline(words, line)) facts.linked.push_back(line);
    return facts;
}

cv::Mat rasterise(const Artwork& vector, double scale, const Progress& progress) {
    return drawn(vector, scale, {}, vector.size.width * scale * (vector.size.height * scale), progress);
}

SizePx drawnSize(const Artwork& vector, double scale, const Progress& progress) {
    return *cache().getOnce(keyOf("drawn size", vector.sha256, vector.edit.page, scale), progress.stop, [&] {
        const HelperAnswer answer = runHelper(
            {"measure", vector.format, std::to_string(vector.edit.page), fmt::format("{:.17g}", scale)},
            *vector.bytes, NamelessFile::make(), vector.name, {}, {progress.stop, {}});
        SizePx size;
        std::istringstream(answer.words) >> size.width >> size.height;
        return size;
    });
}

HelperAnswer drawnInTiles(const Artwork& vector, double scale, const Progress& progress) {
    refuseTooMany(vector, vector.size.width * scale * (vector.size.height * scale));
    return runHelper(
        {"tiles", vector.format, std::to_string(vector.edit.page), fmt::format("{:.17g}", scale)},
        *vector.bytes, NamelessFile::make(true), vector.name, {}, progress);
}

cv::Mat rasterise(const Artwork& vector, double scale, const RectPx& box, const Progress& progress) {
    return drawn(vector, scale, box, static_cast<double>(box.area()), progress);
}

}  // namespace tympan
