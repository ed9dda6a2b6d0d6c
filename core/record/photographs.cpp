#include "core/record/photographs.h"

#include <opencv2/imgproc.hpp>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"
#include "core/artwork/write_picture.h"
#include "core/base/error.h"
#include "core/base/sha256.h"
#include "core/base/write_aside.h"

namespace tympan {

namespace {

constexpr int most_px = 2000, quality = 88;

}  // namespace

Photographs::Photographs(const std::filesystem::path& record)
    : folder_(record.parent_path() / "photographs") {}

std::string Photographs::keep(const Artwork& picture) const {
    // Upright already, without alpha.
    cv::Mat pixels = overWhite(pixelsFor(picture, 1));
    if (const int longest = std::max(pixels.cols, pixels.rows); longest > most_px) {
        const double scale = 1.0 * most_px / longest;
        cv::Mat small;
        cv::resize(pixels, small, {}, scale, scale, cv::INTER_AREA);
        pixels = small;
    }
    const std::string jpeg = jpegOf(pixels, quality);
    const std::string hash = sha256({reinterpret_cast<const unsigned char*>(jpeg.data()), jpeg.size()});
    const std::filesystem::path target = file(hash);
    std::error_code none;
    if (std::filesystem::exists(target, none)) return hash;
    std::filesystem::create_directories(folder_, none);
    writeText(target, jpeg);
    return hash;
}

std::filesystem::path Photographs::file(const std::string& sha256) const {
    return folder_ / (sha256 + ".jpg");
}

}  // namespace tympan
