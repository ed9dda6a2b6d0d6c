#include "core/enlarge/redraw.h"

#include <cmath>
#include <opencv2/imgproc.hpp>
#include <vector>

#include <fmt/format.h>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"
#include "core/artwork/read_picture.h"
#include "core/base/cache.h"
#include "core/base/helper.h"
#include "core/enlarge/enlarged_picture.h"
#include "core/enlarge/trace.h"

namespace tympan {

namespace {

constexpr double most_traced_px = 48e6;
constexpr double nearly_black = 64;  // of 255: black ink that was scanned
constexpr double most_spread = 25;   // of 255, of one ink

std::string svgOf(const SizePx& size, const std::string& path, const cv::Scalar& ink) {
    const auto part = [&](int c) { return static_cast<int>(std::lround(ink[c])); };
    return fmt::format(
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="{0}px" height="{1}px" viewBox="0 0 {0} {1}">)"
        R"(<path fill="#{2:02x}{3:02x}{4:02x}" fill-rule="evenodd" d="{5}"/></svg>)",
        size.width, size.height, part(0), part(1), part(2), path);
}

ArtworkPtr traced(const Artwork& picture, const Redrawing& how, const Progress& progress) {
    const auto part = [&progress](double from, double to) -> Progress {
        return {progress.stop, [&progress, from, to](double at) { progress.at(std::lerp(from, to, at)); }};
    };
    const cv::Mat lightness = greyOf(pixelsFor(picture, 1, {progress.stop, {}}));
    const double area = static_cast<double>(lightness.total());
    const int doublings = area * 16 < most_traced_px ? 2 : area * 4 < most_traced_px ? 1 : 0;
    const EnlargedPicture enlarged(lightness, keyOf("lightness", picture),
                                   {.doublings = doublings, .learned = Learned::drawings});
    const SizePx large = enlarged.size();
    cv::Mat ink;
    cv::threshold(enlarged.box({0, 0, large.width, large.height}, part(0, 0.6)), ink, 0, 255,
                  cv::THRESH_BINARY_INV | cv::THRESH_OTSU);
    const int scale = 1 << doublings;
    const auto speck = static_cast<int>(std::lround(std::pow(how.speck_px * scale, 2) * CV_PI / 4));
    const HelperAnswer answer =
        runHelper({"trace", std::to_string(ink.cols), std::to_string(ink.rows), std::to_string(scale),
                   std::to_string(speck), fmt::format("{}", std::clamp(how.corners, 0, 100) / 100.0 * 4 / 3)},
                  {ink.data, ink.total()}, NamelessFile::make(), picture.name, {}, part(0.6, 0.9));
    const std::vector<unsigned char> bytes = answer.result.bytes();
    const std::string path(bytes.begin(), bytes.end());
    if (path.size() > most_path_bytes)
        throw Error(Error::Kind::input, picture.name,
                    Text("has too many outlines to be drawn again as curves"),
                    Text("leave out larger specks, or make it larger in another way"));
    progress.at(0.9);
    cv::Mat where;
    cv::resize(ink, where, picture.reduced.size(), 0, 0, cv::INTER_AREA);
    where = where > 200;
    cv::Scalar colour = cv::mean(picture.reduced, cv::countNonZero(where) > 0 ? where : cv::Mat());
    if (picture.reduced.channels() < 3) colour = cv::Scalar::all(colour[0]);
    if (std::max({colour[0], colour[1], colour[2]}) < nearly_black) colour = cv::Scalar::all(0);
    const SizePx size{lightness.cols, lightness.rows};
    const std::string svg = svgOf(size, path, colour);
    return readPicture(std::vector<unsigned char>(svg.begin(), svg.end()), picture.name + ".svg",
                       {progress.stop, {}});
}

}  // namespace

ArtworkPtr redrawn(const Artwork& picture, const Redrawing& how, const Progress& progress) {
    return *cache().get(keyOf("redrawn", picture, how), [&] { return traced(picture, how, progress); });
}

bool isLineArt(const cv::Mat& reduced) {
    const cv::Mat grey = greyOf(reduced);
    cv::Mat ink;
    const double limit = cv::threshold(grey, ink, 0, 255, cv::THRESH_BINARY_INV | cv::THRESH_OTSU);
    if (cv::countNonZero(ink) == 0) return false;
    const double dark = cv::mean(grey, ink)[0], light = cv::mean(grey, ink == 0)[0];
    if (light - dark < 100) return false;
    // Greys between the two belong to edges: what is left of them further in tells a photograph.
    cv::Mat rims, between;
    cv::morphologyEx(ink, rims, cv::MORPH_GRADIENT, cv::getStructuringElement(cv::MORPH_RECT, {5, 5}));
    cv::inRange(grey, cv::Scalar(dark + (limit - dark) * 0.5), cv::Scalar(light - (light - limit) * 0.35),
                between);
    between.setTo(0, rims);
    // One ink has one colour.
    const cv::Mat body = ink & ~rims;
    if (cv::countNonZero(body) > 0) {
        cv::Scalar mean, spread;
        cv::meanStdDev(overWhite(reduced), mean, spread, body);
        if (std::max({spread[0], spread[1], spread[2]}) > most_spread) return false;
    }
    return cv::countNonZero(between) < 0.01 * static_cast<double>(grey.total());
}

}  // namespace tympan
