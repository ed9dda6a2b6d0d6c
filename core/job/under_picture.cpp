#include "core/job/under_picture.h"

#include <algorithm>

#include "core/artwork/edited.h"
#include "core/artwork/grey.h"
#include "core/base/cache.h"
#include "core/job/landing.h"
#include "core/measure/outline_operations.h"
#include "core/method/preparations.h"
#include "core/tone/levels.h"

namespace tympan {

namespace {

// Black ink over less light than this shows a third of the contrast that white paint gives, or less: ours.
constexpr double dark_for_any = 0.18;
// A picture that is mostly white needs a paler ground: what is white in it is the ground. Ours, too.
constexpr double dark_for_white = 0.30, mostly_white = 0.5;
// Paper that is glued down keeps a white of its own and lets black through.
constexpr double black = 0.06;
constexpr int white_from = 200;

double lightOf(const Rgb8& colour) {
    const Table16& linear = linearOfEncoded();
    return luminance(linear[colour.red * 257u], linear[colour.green * 257u], linear[colour.blue * 257u]) /
           65535.0;
}

/// How much of a picture is white, 0 to 1; of each picture found once.
double whiteShare(const Artwork& artwork) {
    return *remembered(
        "white share",
        [](const Artwork& of) {
            const cv::Mat grey = greyOf(of.reduced);
            return grey.empty()
                       ? 0.0
                       : 1.0 * cv::countNonZero(grey >= white_from) / static_cast<double>(grey.total());
        },
        artwork);
}

/// Below which light the ground is too dark for a method and picture; 0: it never is.
double darkBelow(const Piece& piece) {
    if (piece.method->light_ground)
        return whiteShare(*piece.artwork) > mostly_white ? dark_for_white : dark_for_any;
    return piece.method->shows_black ? black : 0;
}

/// The steps that paint such a material pale; none where nobody paints it.
const Preparation* paintOf(const Object& object, const Method& method) {
    for (const Preparation& each : shippedPreparations())
        if (each.dark && isNeeded(each, object.material.id, true, method)) return &each;
    return nullptr;
}

}  // namespace

bool isTooDark(const Piece& piece, const Rgb8& colour) { return lightOf(colour) < darkBelow(piece); }

double darkShare(const Job& job, const Piece& piece) {
    const double below = darkBelow(piece);
    if (below == 0) return 0;
    const Object& object = objectOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    // Patches in the order in which they were painted: the later one covers.
    double dark = lightOf(object.ground) < below ? area(ink) : 0;
    for (const Zone& zone : object.zones) {
        if (zone.kind != ZoneKind::painted) continue;
        const double covered = area(shared(ink, outlineOf(zone)));
        if (lightOf(zone.colour) < below)
            dark = std::max(dark, covered);
        else
            dark -= covered;
    }
    return std::clamp(dark / std::max(1e-9, area(ink)), 0.0, 1.0);
}

UnderPicture underPicture(const Job& job, const Piece& piece) {
    const Object& object = objectOf(job, piece);
    if (darkShare(job, piece) <= 0.5) return UnderPicture::as_it_is;
    const Preparation* paint = paintOf(object, *piece.method);
    if (!paint) return UnderPicture::too_dark;
    const auto left_out = job.work.left_out.find(object.id);
    const bool all_there = left_out == job.work.left_out.end() ||
                           std::none_of(paint->steps.begin(), paint->steps.end(),
                                        [&](const Step& step) { return left_out->second.contains(step.id); });
    return all_there ? UnderPicture::painted : UnderPicture::too_dark;
}

}  // namespace tympan
