#include "core/enlarge/redraw.h"

#include <cmath>
#include <memory>
#include <opencv2/imgproc.hpp>
#include <vector>

#include <fmt/format.h>
#include <potracelib.h>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"
#include "core/artwork/read_picture.h"
#include "core/base/cache.h"
#include "core/enlarge/enlarged_picture.h"

namespace tympan {

namespace {

constexpr double most_traced_px = 48e6;
constexpr std::size_t most_path_bytes = 9'500'000;  // readers of SVG take 10 MB; a photograph was asked for
constexpr double nearly_black = 64;                 // of 255: black ink that was scanned
constexpr double most_spread = 25;                  // of 255, of one ink

struct Free {
    void operator()(potrace_state_t* state) const { potrace_state_free(state); }
    void operator()(potrace_param_t* param) const { potrace_param_free(param); }
};

/// The bits of a mask as the tracer wants them: words of a row from its left, rows from the bottom.
std::vector<potrace_word> bitsOf(const cv::Mat& mask, int words) {
    constexpr int bits = 8 * sizeof(potrace_word);
    std::vector<potrace_word> map(static_cast<std::size_t>(words) * static_cast<std::size_t>(mask.rows));
    for (int y = 0; y < mask.rows; ++y) {
        const auto* row = mask.ptr<std::uint8_t>(y);
        potrace_word* out = map.data() + static_cast<std::ptrdiff_t>(mask.rows - 1 - y) * words;
        for (int x = 0; x < mask.cols; ++x)
            if (row[x]) out[x / bits] |= potrace_word{1} << (bits - 1 - x % bits);
    }
    return map;
}

/// Path data of all outlines, in pixels of the picture: `scale` of the mask's pixels to one, y down. Where
/// they are too many, more than `most_path_bytes` of them.
std::string pathOf(const potrace_path_t* paths, double scale, int rows) {
    std::string data;
    const auto add = [&](const char* letter, std::initializer_list<potrace_dpoint_t> points) {
        data += letter;
        for (const potrace_dpoint_t& p : points)
            data += fmt::format("{:.3f} {:.3f} ", p.x / scale, (rows - p.y) / scale);
    };
    for (const potrace_path_t* path = paths; path && data.size() <= most_path_bytes; path = path->next) {
        const potrace_curve_t& curve = path->curve;
        if (curve.n == 0) continue;
        add("M", {curve.c[curve.n - 1][2]});
        for (int i = 0; i < curve.n; ++i) {
            if (curve.tag[i] == POTRACE_CORNER)
                add("L", {curve.c[i][1], curve.c[i][2]});
            else
                add("C", {curve.c[i][0], curve.c[i][1], curve.c[i][2]});
        }
        data += "Z";
    }
    return data;
}

std::string svgOf(const SizePx& size, const std::string& path, const cv::Scalar& ink) {
    const auto part = [&](int c) { return static_cast<int>(std::lround(ink[c])); };
    return fmt::format(
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="{0}px" height="{1}px" viewBox="0 0 {0} {1}">)"
        R"(<path fill="#{2:02x}{3:02x}{4:02x}" fill-rule="evenodd" d="{5}"/></svg>)",
        size.width, size.height, part(0), part(1), part(2), path);
}

ArtworkPtr traced(const Artwork& picture, const Redrawing& how, const Progress& progress) {
    const cv::Mat lightness = greyOf(pixelsFor(picture, 1, {progress.stop, {}}));
    const double area = static_cast<double>(lightness.total());
    const int doublings = area * 16 < most_traced_px ? 2 : area * 4 < most_traced_px ? 1 : 0;
    const EnlargedPicture enlarged(lightness, keyOf("lightness", picture),
                                   {.doublings = doublings, .learned = Learned::drawings});
    const SizePx large = enlarged.size();
    cv::Mat ink;
    cv::threshold(enlarged.box({0, 0, large.width, large.height}, {progress.stop, {}}), ink, 0, 255,
                  cv::THRESH_BINARY_INV | cv::THRESH_OTSU);
    const std::unique_ptr<potrace_param_t, Free> param(potrace_param_default());
    const int scale = 1 << doublings;
    param->turdsize = static_cast<int>(std::lround(std::pow(how.speck_px * scale, 2) * CV_PI / 4));
    param->alphamax = std::clamp(how.corners, 0, 100) / 100.0 * 4 / 3;
    param->opttolerance = 0.2;
    // The tracer cannot be stopped but by leaping out of it, which would lose its memory: drawings take it no
    // time.
    progress.at(0.6);
    constexpr int bits = 8 * sizeof(potrace_word);
    const int words = (ink.cols + bits - 1) / bits;
    std::vector<potrace_word> map = bitsOf(ink, words);
    const potrace_bitmap_t bitmap{ink.cols, ink.rows, words, map.data()};
    const std::unique_ptr<potrace_state_t, Free> state(potrace_trace(param.get(), &bitmap));
    if (!state || state->status != POTRACE_STATUS_OK)
        throw Error(Error::Kind::input, picture.name, "too large to be drawn again", "crop it first");
    const std::string path = pathOf(state->plist, scale, ink.rows);
    if (path.size() > most_path_bytes)
        throw Error(Error::Kind::input, picture.name, "has too many outlines to be drawn again as curves",
                    "leave out larger specks, or make it larger in another way");
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
