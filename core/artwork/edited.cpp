#include "core/artwork/edited.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/artwork/clean_up.h"
#include "core/artwork/colourful.h"
#include "core/artwork/cut_out.h"
#include "core/artwork/drawn_tiles.h"
#include "core/artwork/rasterise.h"
#include "core/artwork/warp.h"
#include "core/base/cache.h"
#include "core/base/sha256.h"

namespace tympan {

namespace {

/// What of the original an edit shows, in whole pixels, with a little more about it where it is bent.
RectPx neededOf(const PictureEdit& edit, const SizePx& original, const cv::Matx33d& map, const SizePx& size) {
    double left = original.width, top = original.height, right = 0, bottom = 0;
    for (const cv::Vec3d& corner : {cv::Vec3d(0, 0, 1), cv::Vec3d(size.width, 0, 1),
                                    cv::Vec3d(0, size.height, 1), cv::Vec3d(size.width, size.height, 1)}) {
        const cv::Vec3d at = map * corner;
        left = std::min(left, at[0] / at[2]), right = std::max(right, at[0] / at[2]);
        top = std::min(top, at[1] / at[2]), bottom = std::max(bottom, at[1] / at[2]);
    }
    const int more = keepsPixels(edit) ? 0 : 3;
    const auto down = [&](double v) { return static_cast<int>(std::floor(v + 1e-6)) - more; };
    const auto up = [&](double v) { return static_cast<int>(std::ceil(v - 1e-6)) + more; };
    return intersection(
        {0, 0, original.width, original.height},
        {down(left), down(top), std::max(1, up(right) - down(left)), std::max(1, up(bottom) - down(top))});
}

/// What of a picture a crop keeps.
RectPx keptBy(const PictureEdit& crop, const SizePx& whole) {
    return neededOf(crop, whole, toOriginal(crop, whole), editedSize(crop, whole));
}

/// Whether an edit takes a part of a page, and nothing else.
bool onlyCropped(const Artwork& artwork) {
    PictureEdit crop;
    crop.crop = artwork.edit.crop;
    crop.page = artwork.kind == Artwork::Kind::vector ? artwork.edit.page : crop.page;
    return artwork.edit == crop;
}

cv::Mat turnedAbout(const cv::Mat& source, const PictureEdit& edit) {
    const cv::Mat turned = quarterTurned(source, edit.quarters);
    if (!edit.reversed) return turned;
    cv::Mat flipped;
    cv::flip(turned, flipped, 1);
    return flipped;
}

/// The page that an edit is of, as it came. Throws Error (input) when there is none.
Artwork pageOf(const Artwork& original, const PictureEdit& edit) {
    Artwork page = original;
    if (edit.page == 1) return page;
    if (edit.page < 1 || edit.page > original.pages)
        throw Error(
            Error::Kind::input, original.name,
            Text("has no page {page}: it has {pages}", {{"page", edit.page}, {"pages", original.pages}}),
            Text("choose one of those"));
    page.edit.page = edit.page;
    page.size = factsOf(page).size;
    return page;
}

/// A page as it came, turned, straightened and cropped. `scale`: of a drawing, and of a raster when only a
/// small copy is wanted (1: its own pixels).
cv::Mat shaped(const Artwork& page, const PictureEdit& edit, double scale, const Progress& progress) {
    SizePx whole = page.size;
    const bool vector = page.kind == Artwork::Kind::vector;
    if (vector) whole = drawnSize(page, scale, progress);
    const SizePx size = editedSize(edit, whole);
    const cv::Matx33d map = toOriginal(edit, whole);
    const RectPx box = neededOf(edit, whole, map, size);
    cv::Mat source;
    if (vector)
        source = rasterise(page, scale, box, {progress.stop, {}});
    else
        source = page.pixels(cv::Rect(box.x, box.y, box.width, box.height));
    if (!vector && scale < 1) {
        // A small copy for looking at: reduced first, bent after.
        cv::Mat small;
        cv::resize(source, small,
                   {std::max(1, cvRound(box.width * scale)), std::max(1, cvRound(box.height * scale))}, 0, 0,
                   cv::INTER_AREA);
        const double across = 1.0 * small.cols / box.width, down = 1.0 * small.rows / box.height;
        if (keepsPixels(edit)) return turnedAbout(small, edit);
        const SizePx wanted{std::max(1, cvRound(size.width * scale)),
                            std::max(1, cvRound(size.height * scale))};
        const cv::Matx33d in_small =
            cv::Matx33d(across, 0, -box.x * across, 0, down, -box.y * down, 0, 0, 1) * map *
            cv::Matx33d(1.0 * size.width / wanted.width, 0, 0, 0, 1.0 * size.height / wanted.height, 0, 0, 0,
                        1);
        return warped(small, in_small, wanted, progress);
    }
    if (keepsPixels(edit)) return turnedAbout(source, edit);
    return warped(source, cv::Matx33d(1, 0, -box.x, 0, 1, -box.y, 0, 0, 1) * map, size, progress);
}

/// What comes after shape and clean-up.
cv::Mat finished(cv::Mat pixels, const PictureEdit& edit, const CutModel* cut) {
    if (cut) pixels = cutOut(pixels, *cut);
    return edit.clear_paper ? paperCleared(pixels) : pixels;
}

/// Strokes are told in parts of the original.
std::vector<Stroke> strokesIn(const PictureEdit& edit, const SizePx& original) {
    std::vector<Stroke> strokes = edit.cut.strokes;
    const SizePx size = editedSize(edit, original);
    const double larger = 1.0 * std::max(original.width, original.height) / std::max(size.width, size.height);
    for (Stroke& stroke : strokes) {
        stroke.radius *= larger;
        for (PointMm& p : stroke.points) p = placeIn(edit, PictureEdit{}, original, p);
    }
    return strokes;
}

/// The subject of a cut-out, from the small copy that every size shares.
std::shared_ptr<const CutModel> cutOf(const cv::Mat& small, const SizePx& page, const PictureEdit& edit,
                                      const Progress& progress) {
    if (!edit.cut.on) return {};
    return std::make_shared<const CutModel>(cutModel(small, strokesIn(edit, page), progress));
}

}  // namespace

ArtworkPtr edited(const ArtworkPtr& picture, const PictureEdit& edit, const Progress& progress) {
    const ArtworkPtr original = picture->original ? picture->original : picture;
    if (edit.untouched()) return original;
    Artwork made = *original;
    made.original = original;
    made.edit = edit;
    made.pixels = cv::Mat();
    const Artwork page = pageOf(*original, edit);
    made.edited_from = page.size;
    made.size = editedSize(edit, page.size);
    const std::string key = keyOf(original, edit).digest;
    made.sha256 = sha256({reinterpret_cast<const unsigned char*>(key.data()), key.size()});
    const double scale = 1.0 * reduced_side_px / std::max(made.size.width, made.size.height);
    const bool vector = original->kind == Artwork::Kind::vector;
    cv::Mat small = shaped(page, edit, vector ? scale : std::min(1.0, scale), progress);
    if (small.depth() == CV_16U) small.convertTo(small, CV_8U, 1 / 257.0);
    small = cleaned(std::move(small), edit.clean, progress);
    made.cut = cutOf(small, page.size, edit, progress);
    made.reduced = finished(std::move(small), edit, made.cut.get());
    made.colourful = isColourful(made.reduced);
    made.has_alpha = made.reduced.channels() % 2 == 0;
    return std::make_shared<const Artwork>(std::move(made));
}

cv::Mat pixelsFor(const Artwork& artwork, double scale, const Progress& progress) {
    const bool vector = artwork.kind == Artwork::Kind::vector;
    if (!artwork.original && !vector) return artwork.pixels;
    if (!vector && onlyCropped(artwork)) {
        const RectPx kept = keptBy(artwork.edit, artwork.original->size);
        return artwork.original->pixels(cv::Rect(kept.x, kept.y, kept.width, kept.height));
    }
    const double drawn_at = vector ? scale : 1.0;
    return *cache().getOnce(keyOf("pixels", artwork, drawn_at), progress.stop, [&] {
        if (artwork.drawn) {
            const PixelSource source = artwork.drawn(scale);
            return source.box({0, 0, source.size.width, source.size.height}, progress);
        }
        if (!artwork.original) return rasterise(artwork, drawn_at, {progress.stop, {}});
        cv::Mat made = shaped(pageOf(*artwork.original, artwork.edit), artwork.edit, drawn_at, progress);
        made = cleaned(std::move(made), artwork.edit.clean, {progress.stop, {}});
        return finished(std::move(made), artwork.edit, artwork.cut.get());
    });
}

PixelSource pixelSource(const ArtworkPtr& artwork, double scale, const Progress& progress) {
    if (artwork->drawn) return artwork->drawn(scale);
    const bool in_parts =
        artwork->kind == Artwork::Kind::vector && onlyCropped(*artwork) &&
        artwork->size.width * scale * (artwork->size.height * scale) > most_drawn_at_once_px;
    if (!in_parts) {
        const cv::Mat pixels = pixelsFor(*artwork, scale, progress);
        return {{pixels.cols, pixels.rows}, [pixels](const RectPx& box, const Progress&) {
                    return pixels(cv::Rect(box.x, box.y, box.width, box.height));
                }};
    }
    Artwork page = asItCame(*artwork);
    page.edit.page = artwork->edit.page;
    page.size = artwork->pageSize();
    const auto tiles = DrawnTiles::of(page, scale, {progress.stop, {}});
    const SizePx whole = tiles->size();
    const RectPx kept =
        artwork->original ? keptBy(artwork->edit, whole) : RectPx{0, 0, whole.width, whole.height};
    return {{kept.width, kept.height}, [tiles, kept](const RectPx& box, const Progress&) {
                return tiles->box({kept.x + box.x, kept.y + box.y, box.width, box.height});
            }};
}

}  // namespace tympan
