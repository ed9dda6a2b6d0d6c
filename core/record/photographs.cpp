#include "core/record/photographs.h"

#include <fstream>
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

namespace {

int copied(const std::filesystem::path& from, const std::filesystem::path& to,
           const std::vector<LogEntry>& entries) {
    int there = 0;
    std::error_code none;
    for (const LogEntry& entry : entries)
        for (const Photograph& photograph : entry.photographs) {
            const std::string name = photograph.sha256 + ".jpg";
            if (std::filesystem::exists(to / name, none)) {
                ++there;
                continue;
            }
            std::ifstream file(from / name, std::ios::binary);
            const std::string bytes{std::istreambuf_iterator<char>(file), {}};
            // What comes from elsewhere may be anything, or gone.
            if (sha256({reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size()}) !=
                photograph.sha256)
                continue;
            std::filesystem::create_directories(to, none);
            writeText(to / name, bytes);
            ++there;
        }
    return there;
}

}  // namespace

int Photographs::copyTo(const std::filesystem::path& folder, const std::vector<LogEntry>& entries) const {
    return copied(folder_, folder, entries);
}

int Photographs::copyFrom(const std::filesystem::path& folder, const std::vector<LogEntry>& entries) const {
    return copied(folder, folder_, entries);
}

std::filesystem::path Photographs::beside(const std::filesystem::path& log_file) {
    return log_file.parent_path() / (log_file.stem().string() + "-photographs");
}

std::filesystem::path Photographs::file(const std::string& sha256) const {
    return folder_ / (sha256 + ".jpg");
}

}  // namespace tympan
