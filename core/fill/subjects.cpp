#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "core/artwork/faces.h"
#include "core/artwork/grey.h"
#include "core/artwork/lettered_places.h"
#include "core/base/cache.h"
#include "core/fill/fill_object.h"

namespace tympan {

namespace {

constexpr double tallest_letter = 0.25;  // of the picture's height

struct Seen {
    std::vector<ArtworkParts> faces, words;
};
std::size_t bytesOf(const Seen& seen) {
    return sizeof(Seen) + (seen.faces.size() + seen.words.size()) * sizeof(ArtworkParts);
}

}  // namespace

Subjects subjectsOf(const Piece& piece) {
    const auto seen = remembered(
        "subjects",
        [](const Artwork& artwork) {
            Seen found;
            for (const ArtworkParts& face : facesIn(artwork.reduced)) {
                // What is found ends at forehead and chin.
                const double top = std::max(0.0, face.y - 0.15 * face.height);
                found.faces.push_back(
                    {face.x, top, face.width, std::min(1.0, face.bottom() + 0.1 * face.height) - top});
            }
            const cv::Mat grey = greyOf(artwork.reduced);
            for (const LetteredPlace& word : letteredPlaces(grey, tallest_letter * grey.rows))
                found.words.push_back({1.0 * word.box.x / grey.cols, 1.0 * word.box.y / grey.rows,
                                       1.0 * word.box.width / grey.cols, 1.0 * word.box.height / grey.rows});
            return found;
        },
        *piece.artwork);
    Subjects subjects{seen->faces, seen->words};
    for (const CareZone& zone : piece.care) subjects.keep.push_back(zone.parts);
    return subjects;
}

}  // namespace tympan
