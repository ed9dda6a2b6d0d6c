#include "core/enlarge/enlarging.h"

#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <span>

#include "core/artwork/grey.h"
#include "core/base/cache.h"
#include "core/enlarge/enlarged_picture.h"
#include "core/enlarge/jpeg_strength.h"
#include "core/measure/length.h"

namespace tympan {

namespace {

constexpr double in_hand_mm = 300;
constexpr double flat_share = 0.5;  // of a picture that is drawn in flat colours

constexpr std::array<std::pair<Engine, std::string_view>, 5> names{{{Engine::automatic, "auto"},
                                                                    {Engine::smooth, "smooth"},
                                                                    {Engine::photo, "photo"},
                                                                    {Engine::drawing, "drawing"},
                                                                    {Engine::redraw, "redraw"}}};

/// Whether most of a picture is exactly as its neighbours are, but for what compression did: drawn, not
/// taken.
bool hasFlatColours(const cv::Mat& reduced) {
    constexpr double alike = 3;
    const cv::Mat grey = greyOf(reduced);
    cv::Mat most, least;
    const cv::Mat about = cv::getStructuringElement(cv::MORPH_RECT, {3, 3});
    cv::dilate(grey, most, about);
    cv::erode(grey, least, about);
    return cv::countNonZero(most - least <= alike) > flat_share * static_cast<double>(grey.total());
}

struct Traits {
    bool line_art = false, flat = false;
    std::optional<int> quality;
};

/// What a picture is like. Looks at all of its reduced copy, so it is kept.
Traits traitsOf(const Artwork& picture) {
    return *remembered(
        "traits",
        [](const Artwork& artwork) {
            return Traits{isLineArt(artwork.reduced), hasFlatColours(artwork.reduced),
                          jpegQuality(std::span(*asItCame(artwork).bytes))};
        },
        picture);
}

}  // namespace

double ppiSeenFrom(double mm) {
    constexpr double minute = CV_PI / 180 / 60;
    return mm_per_inch / (mm * std::tan(minute));
}

double enoughFrom(double ppi) { return ppiSeenFrom(1) / ppi; }

double ppiHeldBy(double finest_line_mm) { return 2 * mm_per_inch / finest_line_mm; }

double usuallySeenFrom(const SizeMm& size) {
    // A rule of thumb: more than a step of a few centimetres it does not know.
    constexpr double step_mm = 50;
    return std::max(in_hand_mm, step_mm * std::round(std::hypot(size.width, size.height) / step_mm));
}

Enlarged enlargedFor(const Artwork& picture, const Enlarging& asked, double ppi_has, double ppi_wanted) {
    if (picture.kind == Artwork::Kind::vector) return {Engine::smooth, Reason::drawing_is_sharp, 0, 0, {}};
    Enlarged made{asked.engine, Reason::asked, 0, 0, {}};
    if (made.engine == Engine::automatic) {
        if (doublingsFor(ppi_wanted / ppi_has) == 0) return {Engine::smooth, Reason::enough_pixels, 0, 0, {}};
        const Traits traits = traitsOf(picture);
        made.engine = traits.line_art || traits.flat ? Engine::drawing : Engine::photo;
        made.reason = traits.line_art ? Reason::line_art
                      : traits.flat   ? Reason::flat_colours
                                      : Reason::photograph;
    }
    if (made.engine == Engine::redraw) {
        made.redrawing = {asked.corners, asked.speck_mm * ppi_has / mm_per_inch};
    } else if (made.engine != Engine::smooth) {
        made.doublings = doublingsFor(ppi_wanted / ppi_has);
        made.strength = strengthOf(asked.quality ? asked.quality : traitsOf(picture).quality);
    }
    return made;
}

std::string_view name(Engine engine) {
    for (const auto& [known, word] : names)
        if (known == engine) return word;
    return "";
}

std::optional<Engine> engineNamed(std::string_view name) {
    for (const auto& [engine, word] : names)
        if (word == name) return engine;
    return {};
}

}  // namespace tympan
