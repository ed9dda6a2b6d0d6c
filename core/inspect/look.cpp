#include "core/inspect/look.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include <fmt/format.h>

#include "core/artwork/borders.h"
#include "core/artwork/edited.h"
#include "core/inspect/detail.h"
#include "core/inspect/faces.h"
#include "core/inspect/reading.h"
#include "core/inspect/thin_lines.h"
#include "core/inspect/vanishing.h"
#include "core/object/object_json.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"

namespace tympan {

namespace {

constexpr double line_ppi = 300, most_line_pixels = 9e6, sample_px = 1400;
// Below this, softness shows at arm's length.
constexpr double soft_ppi = 120, soft_share = 0.6;
constexpr double worth_cm2 = 4;  // the largest area: smaller ones lift off seldom and are quickly touched up
constexpr double worth_merging = 0.3, worth_losing = 0.25;
constexpr std::size_t most_places = 6;

/// A part of the picture as a place of the print; nothing on a tin, where it would be bent.
std::vector<RectMm> placeOf(const Job& job, const Piece& piece, const RectMm& parts) {
    const Landing landing = landingOf(job, piece);
    if (landing.bend) return {};
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const auto x = [&](double part) {
        return ((part - box.left) / (box.right - box.left) - 0.5) * piece.size.width - landing.box.x;
    };
    const auto y = [&](double part) {
        return ((part - box.top) / (box.bottom - box.top) - 0.5) * piece.size.height - landing.box.y;
    };
    return {{x(parts.x), y(parts.y), x(parts.right()) - x(parts.x), y(parts.bottom()) - y(parts.y)}};
}

Finding found(Finding::Id id, Severity severity, const Piece& piece, double number = 0, double mm = 0) {
    Finding finding{id, severity, piece.id, mm, number, {}, {}, {}};
    return finding;
}

void lookAtSolids(const Piece& piece, const ToneRaster& tone, Look& look) {
    look.solids = solidAreas(tone.ink, tone.grid, piece.method.solids);
    if (look.solids.empty() || look.solids.front().area_cm2 < worth_cm2) return;
    Finding finding = found(Finding::Id::solid_area, Severity::warning, piece);
    for (const SolidArea& solid : look.solids) finding.number += solid.area_cm2;
    for (std::size_t i = 0; i < std::min(look.solids.size(), most_places); ++i)
        finding.places.push_back(look.solids[i].box);
    look.findings.push_back(std::move(finding));
}

/// The raster where lines are looked for: whole where that is small enough, else samples of it.
std::vector<std::pair<RectPx, cv::Mat>> lineSamples(const Print& print, const Progress& progress) {
    std::vector<RectPx> boxes;
    const SizePx size = print.size;
    if (1.0 * size.width * size.height <= most_line_pixels) {
        boxes.push_back({0, 0, size.width, size.height});
    } else {
        const int side = static_cast<int>(sample_px);
        for (const double v : {0.25, 0.75})
            for (const double u : {0.2, 0.5, 0.8})
                boxes.push_back(
                    intersection({0, 0, size.width, size.height},
                                 {std::max(0, static_cast<int>(u * size.width) - side / 2),
                                  std::max(0, static_cast<int>(v * size.height) - side / 2), side, side}));
    }
    std::vector<std::pair<RectPx, cv::Mat>> samples;
    for (const RectPx& box : boxes) samples.emplace_back(box, renderRegion(print, box, {progress.stop, {}}));
    return samples;
}

void lookAtLines(const Job& job, const Piece& piece, const Progress& progress, Look& look) {
    // A very large drawing is looked at more coarsely: drawing all of it would take longer than printing it.
    const double ppi = piece.artwork->kind == Artwork::Kind::vector
                           ? previewPpi(job, piece, line_ppi, 4 * most_line_pixels)
                           : line_ppi;
    Print print = printOf(job, piece, ppi);
    print.mirrored = Mirrored::no;
    print.tone.screen = {};
    print.tone.solids = {};
    Finding finding = found(Finding::Id::thin_lines, Severity::note, piece, piece.method.finest_line_mm);
    finding.mm = piece.method.finest_line_mm;
    bool any = false;
    for (const auto& [box, sample] : lineSamples(print, progress)) {
        cv::Mat grey = sample;
        if (sample.channels() == 3) cv::cvtColor(sample, grey, cv::COLOR_RGB2GRAY);
        if (const auto finest = finestLine(grey, print.grid))
            look.finest_line_mm = std::min(*finest, look.finest_line_mm.value_or(*finest));
        progress.at(0.6);
        const auto thin = thinLines(grey, print.grid, piece.method.finest_line_mm);
        if (!thin) continue;
        any = true;
        finding.mm = std::min(finding.mm, thin->finest_mm);
        for (RectMm place : thin->places) {
            place.x += print.grid.mm(box.x), place.y += print.grid.mm(box.y);
            if (finding.places.size() < most_places) finding.places.push_back(place);
        }
    }
    if (any) look.findings.push_back(std::move(finding));
}

void lookAtGround(const Job& job, const Piece& piece, const ToneRaster& tone, Look& look) {
    Print print = printOf(job, piece, tone.grid.ppi);
    PixelCache cache(std::size_t{96} << 20);
    const cv::Mat paper(tone.ink.rows, tone.ink.cols, CV_8UC3, cv::Scalar::all(255));
    // The bare colours, without a grain that would pass for detail.
    Job flat = job;
    for (Object& object : flat.objects) object.material.texture.clear();
    const cv::Mat ground = groundUnder(flat, piece, print, cache);
    const cv::Mat on_paper = onGround(tone.ink, paper);
    const cv::Mat finished = onGround(arrivedInk(tone.ink, print), ground);
    cv::Mat dark;
    cv::cvtColor(ground, dark, cv::COLOR_RGB2GRAY);
    dark = dark < 118;  // luminance about 0.18
    const bool hopeless = cv::countNonZero(dark) > 0.5 * static_cast<double>(dark.total());
    for (const bool on_dark : {false, true}) {
        // All of it on dark ground is said already, by the ground's own finding.
        if (on_dark && hopeless) continue;
        const Vanishing lost =
            vanishingDetail(on_paper, finished, on_dark ? dark : cv::Mat(~dark), tone.grid);
        if (lost.share < worth_losing) continue;
        Finding finding = found(on_dark ? Finding::Id::dark_detail_lost : Finding::Id::pale_detail_lost,
                                Severity::note, piece, 100 * lost.share);
        finding.places = lost.places;
        look.findings.push_back(std::move(finding));
    }
}

void lookAtPicture(const Job& job, const Piece& piece, const Progress& progress, Look& look) {
    const Artwork& artwork = *piece.artwork;
    if (artwork.kind == Artwork::Kind::raster) {
        // Of the original: what is done to it adds no detail and takes none away.
        const double share = trueDetail(asItCame(artwork).pixels.view), ppi = effectivePpi(piece);
        if (share < soft_share && share * ppi < soft_ppi && ppi >= soft_ppi)
            look.findings.push_back(found(Finding::Id::soft_detail, Severity::note, piece, share * ppi));
    }
    progress.at(0.8);
    if (const StrayBorder border = strayBorder(artwork.reduced); border.kind != StrayBorder::Kind::none) {
        Finding finding = found(Finding::Id::stray_border, Severity::note, piece,
                                border.kind == StrayBorder::Kind::light ? 1 : 0);
        finding.places = placeOf(job, piece, border.inside);
        look.findings.push_back(std::move(finding));
    }
    if (inkOf(piece) == Ink::grey && artwork.reduced.channels() >= 3) {
        const double lost = vanishing(printOf(job, piece, 30).mix, artwork.reduced);
        if (lost > worth_merging)
            look.findings.push_back(found(Finding::Id::colours_merge, Severity::warning, piece, 100 * lost));
    }
    look.faces = facesIn(artwork.reduced);
    Finding faces = found(Finding::Id::face, Severity::note, piece);
    for (const RectMm& face : look.faces) {
        const bool marked = std::any_of(piece.care.begin(), piece.care.end(),
                                        [&](const CareZone& zone) { return overlaps(zone.parts, face); });
        if (marked) continue;
        ++faces.number;
        for (const RectMm& place : placeOf(job, piece, face)) faces.places.push_back(place);
    }
    if (faces.number > 0) look.findings.push_back(std::move(faces));
}

}  // namespace

Look lookAt(const Job& job, const Piece& piece, const Progress& progress) {
    Look look;
    const ToneRaster tone = toneRaster(job, piece);
    progress.at(0.2);
    lookAtSolids(piece, tone, look);
    look.ink_coverage = inkCoverage(tone.ink);
    if (look.ink_coverage > piece.method.most_ink)
        look.findings.push_back(found(Finding::Id::much_ink, Severity::note, piece, 100 * look.ink_coverage));
    lookAtGround(job, piece, tone, look);
    progress.at(0.4);
    lookAtLines(job, piece, progress, look);
    lookAtPicture(job, piece, progress, look);
    progress.at(1);
    return look;
}

std::string lookKeyOf(const Job& job, const Piece& piece) {
    const Print print = printOf(job, piece, line_ppi);
    std::string key =
        fmt::format("{} on {} by {} {} {} {} {} {}", keyOf(print), toJson(objectOf(job, piece)).dump(),
                    piece.method.id, piece.method.revision, piece.method.finest_line_mm,
                    piece.method.most_ink, piece.already_reversed, piece.id);
    for (const CareZone& zone : piece.care)
        key +=
            fmt::format(" care {} {} {} {}", zone.parts.x, zone.parts.y, zone.parts.width, zone.parts.height);
    return key;
}

std::vector<Finding> everyFinding(const Job& job, const Progress& progress) {
    std::vector<Finding> all = findings(job);
    for (const Piece& piece : job.pieces) {
        for (Finding& finding : lookAt(job, piece, {progress.stop, {}}).findings)
            all.push_back(std::move(finding));
        for (Finding& finding : findingsOf(readLettering(job, piece, {progress.stop, {}}), piece))
            all.push_back(std::move(finding));
    }
    return all;
}

}  // namespace tympan
