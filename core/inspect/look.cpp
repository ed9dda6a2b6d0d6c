#include "core/inspect/look.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <map>
#include <mutex>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/artwork/borders.h"
#include "core/artwork/edited.h"
#include "core/artwork/faces.h"
#include "core/artwork/grey.h"
#include "core/artwork/haze.h"
#include "core/artwork/rasterise.h"
#include "core/base/parallel.h"
#include "core/inspect/detail.h"
#include "core/inspect/reading.h"
#include "core/inspect/thin_lines.h"
#include "core/inspect/vanishing.h"
#include "core/job/holds.h"
#include "core/render/finished.h"
#include "core/render/judged_tone.h"
#include "core/render/render_region.h"
#include "core/render/seen_key.h"

namespace tympan {

namespace {

constexpr double line_ppi = 300, most_line_pixels = 9e6;
constexpr int sample_px = 1400;
// Below this, softness shows at arm's length.
constexpr double soft_ppi = 90, soft_share = 0.6;
constexpr double worth_cm2 = 4;  // the largest area: smaller ones lift off seldom and are quickly touched up
constexpr double worth_merging = 0.3, worth_losing = 0.25;
constexpr std::size_t most_places = 6;

/// A part of the picture as a place of the print; nothing on a tin, where it would be bent.
std::vector<RectMm> placeOf(const Job& job, const Piece& piece, const ArtworkParts& parts) {
    const Landing landing = landingOf(job, piece);
    if (landing.bend) return {};
    const RectMm at = inPicture(piece, parts);
    return {{at.x - landing.box.x, at.y - landing.box.y, at.width, at.height}};
}

void add(Look& look, const Piece& piece, Severity severity, finding::What what,
         std::vector<RectMm> places = {}) {
    look.findings.push_back({std::move(what), severity, piece.id, std::move(places)});
}

void lookAtSolids(const Piece& piece, const SolidLimits& limits, const ToneRaster& tone, Look& look) {
    look.solids = solidAreas(tone.ink, tone.grid, limits);
    if (look.solids.empty() || look.solids.front().area_cm2 < worth_cm2) return;
    double cm2 = 0;
    std::vector<RectMm> places;
    for (const SolidArea& solid : look.solids) {
        cm2 += solid.area_cm2;
        if (places.size() < most_places) places.push_back(solid.box);
    }
    add(look, piece, Severity::warning, finding::SolidAreas{cm2}, std::move(places));
}

/// A part of the print where lines are looked for, as seen.
struct LineSample {
    PointMm at;  ///< its corner on the print
    cv::Mat ink;
};

/// Where samples of a large print are taken.
std::vector<RectPx> sampleBoxes(const SizePx& size) {
    const RectPx all{0, 0, size.width, size.height};
    if (1.0 * size.width * size.height <= most_line_pixels) return {all};
    std::vector<RectPx> boxes;
    for (const double v : {0.25, 0.75})
        for (const double u : {0.2, 0.5, 0.8})
            boxes.push_back(intersection(
                all, {std::max(0, static_cast<int>(u * size.width) - sample_px / 2),
                      std::max(0, static_cast<int>(v * size.height) - sample_px / 2), sample_px, sample_px}));
    return boxes;
}

/// A part of a drawing as a picture of so many pixels.
ArtworkPtr partOf(const ArtworkPtr& drawing, const ArtworkParts& parts, const SizePx& size) {
    if (drawing->original) return edited(drawing, croppedTo(drawing->edit, parts));
    const double scale = std::max(size.width / (parts.width * drawing->size.width),
                                  size.height / (parts.height * drawing->size.height));
    const SizePx whole = drawnSize(*drawing, scale, {});
    const RectPx box{static_cast<int>(std::lround(parts.x * whole.width)),
                     static_cast<int>(std::lround(parts.y * whole.height)), size.width, size.height};
    Artwork part;
    part.kind = Artwork::Kind::raster;
    part.sha256 = fmt::format("{} part {} {} {} {}", drawing->sha256, box.x, box.y, box.width, box.height);
    part.pixels = rasterise(*drawing, scale, box, {});
    part.size = size;
    cv::resize(part.pixels, part.reduced, {}, 0.25, 0.25, cv::INTER_AREA);
    return std::make_shared<const Artwork>(std::move(part));
}

/// A sample of a large drawing: drawn by itself, since drawing all of it would take longer than printing it.
cv::Mat drawnSample(const Job& job, const Piece& piece, const Print& whole, const RectPx& box) {
    const double left = std::lerp(whole.box.left, whole.box.right, 1.0 * box.x / whole.size.width);
    const double top = std::lerp(whole.box.top, whole.box.bottom, 1.0 * box.y / whole.size.height);
    const double width = (whole.box.right - whole.box.left) * box.width / whole.size.width;
    const double height = (whole.box.bottom - whole.box.top) * box.height / whole.size.height;
    Piece part = piece;
    part.artwork = partOf(piece.artwork, {left, top, width, height}, {box.width, box.height});
    part.size = {whole.grid.mm(box.width), whole.grid.mm(box.height)};
    part.edge = {};
    part.enlarging = {.engine = Engine::smooth};  // it has pixels enough: it was drawn for this print
    Print print = plainPrint(job, part, whole.grid.ppi);
    print.judged_with = whole.judged_with;  // its blacks and whites are those of the whole
    return renderWhole(print);
}

/// Where lines are looked for: coarser for a print that is too large to be had at the usual resolution.
double linePpi(const Job& job, const Piece& piece) {
    return previewPpi(job, piece, line_ppi, 0.9 * most_pixels);
}

std::vector<LineSample> lineSamples(const Job& job, const Piece& piece, const Progress& progress) {
    Print print = plainPrint(job, piece, linePpi(job, piece));
    if (print.cloth) {  // what is printed at all, whatever the colour's rim is like against the cloth
        print.layer = PrintLayer::white;
        print.cloth->choke_mm = 0;
    }
    const std::vector<RectPx> boxes = sampleBoxes(print.size);
    const bool drawing =
        !print.cloth && piece.artwork->kind == Artwork::Kind::vector && boxes.size() > 1 && !print.bend;
    std::vector<LineSample> samples;
    for (const RectPx& box : boxes) {
        progress.at(0.4 + 0.2 * static_cast<double>(samples.size()) / static_cast<double>(boxes.size()));
        cv::Mat ink =
            drawing ? drawnSample(job, piece, print, box) : renderRegion(print, box, {progress.stop, {}});
        if (ink.channels() == 3) ink = greyOf(ink);
        samples.push_back({{print.grid.mm(box.x), print.grid.mm(box.y)}, ink});
    }
    return samples;
}

void lookAtLines(const Job& job, const Piece& piece, const Progress& progress, Look& look) {
    const PixelGrid grid{linePpi(job, piece)};
    const Holds holds = holdsOf(job, piece);
    double thinnest = holds.finest_line_mm;
    bool any = false;
    std::vector<RectMm> places;
    for (const LineSample& sample : lineSamples(job, piece, progress)) {
        progress.at(0.6);
        if (const auto finest = finestLine(sample.ink, grid))
            look.finest_line_mm = std::min(*finest, look.finest_line_mm.value_or(*finest));
        const auto thin = thinLines(sample.ink, grid, holds.finest_line_mm);
        if (!thin) continue;
        any = true;
        thinnest = std::min(thinnest, thin->finest_mm);
        for (RectMm place : thin->places) {
            place.x += sample.at.x, place.y += sample.at.y;
            if (places.size() < most_places) places.push_back(place);
        }
    }
    if (any)
        add(look, piece, Severity::note,
            finding::ThinLine{thinnest, holds.finest_line_mm, holds.finest_line_basis != Basis::guess},
            std::move(places));
}

void lookAtGround(const Job& job, const Piece& piece, const ToneRaster& whole_tone, Look& look) {
    // Detail of a millimetre is seen as well on half as many pixels each way.
    ToneRaster tone{{}, {whole_tone.grid.ppi / 2}};
    Print print = printOf(job, piece, tone.grid.ppi);
    if (print.cloth) return;  // what that takes is told where it is set: cloth_share.h
    cv::resize(whole_tone.ink, tone.ink, {print.size.width, print.size.height}, 0, 0, cv::INTER_AREA);
    const cv::Mat paper(tone.ink.rows, tone.ink.cols, CV_8UC3, cv::Scalar::all(255));
    // The bare colours, without a grain that would pass for detail.
    Job flat = job;
    for (Object& object : flat.objects) object.material.texture.clear();
    const cv::Mat ground = groundUnder(flat, piece, print);
    const cv::Mat on_paper = onGround(tone.ink, paper);
    const cv::Mat finished = onGround(arrivedInk(tone.ink, print), ground);
    const bool measured = print.transfer && print.transfer->basis != Basis::guess;
    cv::Mat dark = greyOf(ground) < 118;  // luminance about 0.18
    const bool hopeless = cv::countNonZero(dark) > 0.5 * static_cast<double>(dark.total());
    for (const bool on_dark : {false, true}) {
        // All of it on dark ground is said already, by the ground's own finding.
        if (on_dark && hopeless) continue;
        const Vanishing lost =
            vanishingDetail(on_paper, finished, on_dark ? dark : cv::Mat(~dark), tone.grid);
        if (lost.share < worth_losing) continue;
        add(look, piece, Severity::note,
            on_dark ? finding::What(finding::DarkDetailLost{lost.share, measured})
                    : finding::What(finding::PaleDetailLost{lost.share, measured}),
            lost.places);
    }
}

void lookAtPicture(const Job& job, const Piece& piece, const Progress& progress, Look& look) {
    const Artwork& artwork = *piece.artwork;
    if (artwork.kind == Artwork::Kind::raster) {
        // Of the original: what is done to it adds no detail and takes none away.
        const double share = trueDetail(asItCame(artwork).pixels), ppi = effectivePpi(piece);
        if (share < soft_share && share * ppi < soft_ppi && ppi >= few_ppi)
            add(look, piece, Severity::note, finding::SoftDetail{share * ppi});
    }
    progress.at(0.8);
    if (const StrayBorder border = strayBorder(artwork.reduced); border.kind != StrayBorder::Kind::none) {
        add(look, piece, Severity::note, finding::EvenBorder{border.kind == StrayBorder::Kind::light},
            placeOf(job, piece, border.inside));
    }
    if (inkOf(piece) == Ink::grey && artwork.reduced.channels() >= 3) {
        const double lost = vanishing(weightsOf(artwork, piece.tone.mix), artwork.reduced);
        if (lost > worth_merging) add(look, piece, Severity::warning, finding::ColoursMerge{lost});
    }
    look.faces = facesIn(artwork.reduced);
    int unmarked = 0;
    std::vector<RectMm> places;
    for (const ArtworkParts& face : look.faces) {
        const bool marked = std::any_of(piece.care.begin(), piece.care.end(),
                                        [&](const CareZone& zone) { return overlaps(zone.parts, face); });
        if (marked) continue;
        ++unmarked;
        for (const RectMm& place : placeOf(job, piece, face)) places.push_back(place);
    }
    if (unmarked > 0) add(look, piece, Severity::note, finding::Faces{unmarked}, std::move(places));
}

}  // namespace

Look lookAt(const Job& job, const Piece& piece, const Progress& progress) {
    Look look;
    const ToneRaster tone = toneRaster(job, piece);
    progress.at(0.2);
    const SolidLimits limits = holdsOf(job, piece).solids;
    lookAtSolids(piece, limits, tone, look);
    look.ink_coverage = inkCoverage(tone.ink);
    if (look.ink_coverage > piece.method->most_ink)
        add(look, piece, Severity::note, finding::MuchInk{look.ink_coverage});
    if (inkOf(piece) == Ink::grey && !piece.tone.inverted && limits.ink < 1 &&
        isNight(printOf(job, piece, previewPpi(job, piece, job.sheets.ppi, 1e5))))
        add(look, piece, Severity::note, finding::NightPicture{});
    if (hazeOf(tone.ink).found()) add(look, piece, Severity::warning, finding::PaleHaze{});
    lookAtGround(job, piece, tone, look);
    progress.at(0.4);
    lookAtLines(job, piece, progress, look);
    lookAtPicture(job, piece, progress, look);
    progress.at(1);
    return look;
}

Key lookKeyOf(const Job& job, const Piece& piece) { return keyOf("look", seenKeyOf(job, piece)); }

std::vector<Finding> everyFinding(const Job& job, const Progress& progress) {
    // Equal pieces are looked at once, and two at a time.
    std::map<Key, std::vector<Finding>> seen;
    std::vector<std::pair<Key, const Piece*>> different;
    std::vector<Key> keys;
    for (const Piece& piece : job.pieces) {
        keys.push_back(lookKeyOf(job, piece));
        if (seen.try_emplace(keys.back()).second) different.emplace_back(keys.back(), &piece);
    }
    std::mutex lock;
    std::atomic<std::size_t> done = 0;
    inTwoParts(static_cast<int>(different.size()), [&](int first, int last) {
        for (int i = first; i < last; ++i) {
            const auto& [key, piece] = different[static_cast<std::size_t>(i)];
            std::vector<Finding> found = lookAt(job, *piece, {progress.stop, {}}).findings;
            for (Finding& each : findingsOf(readLettering(job, *piece, {progress.stop, {}}), *piece))
                found.push_back(std::move(each));
            progress.at(static_cast<double>(++done) / static_cast<double>(different.size()));
            const std::lock_guard hold(lock);
            seen[key] = std::move(found);
        }
    });
    std::vector<Finding> all = findings(job, {progress.stop, {}});
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        for (Finding each : seen[keys[i]]) {
            each.piece = job.pieces[i].id;
            all.push_back(std::move(each));
        }
    return all;
}

}  // namespace tympan
