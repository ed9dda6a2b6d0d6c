#include "core/layout/seam_planning.h"

#include <algorithm>
#include <optional>
#include <tuple>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/job/landing.h"

namespace tympan {

namespace {

constexpr double care_gap_mm = 3;  // between a seam and what it should stay away from

/// A care zone in the print frame, with a little round it.
struct Avoided {
    std::string name;
    RectPx box;
};

std::vector<Avoided> careOf(const Job& job, const Piece& piece, const PrintGeometry& print) {
    const Landing landing = landingOf(job, piece);
    std::vector<Avoided> avoided;
    if (landing.bend) return avoided;  // a bent picture's parts are not upright boxes of its print
    const PixelGrid& grid = print.grid;
    const int near = grid.nearest(care_gap_mm);
    for (const CareZone& zone : piece.care) {
        const RectMm at = inPicture(piece, zone.parts);
        const RectPx finished{grid.nearest(at.x - landing.box.x), grid.nearest(at.y - landing.box.y),
                              grid.nearest(at.width), grid.nearest(at.height)};
        const RectPx in_print = flipped(finished, print.size.width, print.mirrored);
        avoided.push_back(
            {zone.name,
             {in_print.x - near, in_print.y - near, in_print.width + 2 * near, in_print.height + 2 * near}});
    }
    return avoided;
}

/// A regular grid of tiles between the cuts of either axis.
SeamPlan gridOf(const SizePx& print, const std::vector<int>& across, const std::vector<int>& down,
                Orientation page) {
    SeamPlan plan{print, {}, {}};
    const std::size_t columns = across.size() - 1, rows = down.size() - 1;
    for (std::size_t r = 0; r < rows; ++r)
        for (std::size_t c = 0; c < columns; ++c) {
            const RectPx region{across[c], down[r], across[c + 1] - across[c], down[r + 1] - down[r]};
            const std::size_t here = plan.tiles.size();
            plan.tiles.push_back({region, page, 0, tileLabel(static_cast<int>(r), static_cast<int>(c))});
            if (c + 1 < columns)
                plan.seams.push_back(
                    {{{region.right(), region.y}, {region.right(), region.bottom()}}, here, here + 1});
            if (r + 1 < rows)
                plan.seams.push_back(
                    {{{region.x, region.bottom()}, {region.right(), region.bottom()}}, here, here + columns});
        }
    return plan;
}

}  // namespace

void failTooManySheets(const std::string& piece) {
    throw Error(Error::Kind::input, piece, fmt::format("more than {} sheets", most_sheets),
                "make it smaller, or choose a larger paper");
}

void failNoRoom(const std::string& piece) {
    throw Error(Error::Kind::input, piece, "the paper's margins and bands leave no room for the picture",
                "choose a larger paper or smaller margins");
}

RectPx areaFor(const Job& job, const Piece& piece, Orientation orientation) {
    return printableArea(job.sheets, orientation, printerOf(job, piece).margins, piece.method->carrier);
}

bool fitsOneSheet(const Job& job, const Piece& piece, const SizePx& size) {
    return std::any_of(std::begin(orientations), std::end(orientations), [&](Orientation orientation) {
        const RectPx area = areaFor(job, piece, orientation);
        return size.width <= area.width && size.height <= area.height;
    });
}

int bandOf(const Job& job, const Piece& piece) {
    if (piece.method->laid_whole) return 0;
    return PixelGrid{job.sheets.ppi}.firstAfter(std::max(job.sheets.band_mm, least_band_mm));
}

SeamPlan planSeams(const Job& job, const Piece& piece, const PrintGeometry& print) {
    const int band = bandOf(job, piece);
    std::vector<Stretch> across, down;
    for (const Avoided& avoided : careOf(job, piece, print)) {
        across.push_back({avoided.box.x, avoided.box.right()});
        down.push_back({avoided.box.y, avoided.box.bottom()});
    }
    std::optional<SeamPlan> best;
    bool room = false;
    for (Orientation orientation : orientations) {
        const RectPx area = areaFor(job, piece, orientation);
        const std::vector<int> columns = cuts(print.size.width, area.width, band, across),
                               rows = cuts(print.size.height, area.height, band, down);
        if (columns.empty() || rows.empty()) continue;
        room = true;
        if ((columns.size() - 1) * (rows.size() - 1) > most_sheets) continue;
        SeamPlan plan = gridOf(print.size, columns, rows, orientation);
        const auto cost = [](const SeamPlan& p) { return std::tuple(p.tiles.size(), seamLength(p)); };
        if (!best || cost(plan) < cost(*best)) best = std::move(plan);
    }
    if (!room) failNoRoom(piece.name);
    if (!best) failTooManySheets(piece.name);
    return *std::move(best);
}

namespace {

/// The same; nothing where it throws.
std::optional<std::pair<PrintGeometry, SeamPlan>> plannedIfPossible(const Job& job, const Piece& piece) {
    try {
        const PrintGeometry print = geometryOf(job, piece, job.sheets.ppi);
        return std::pair(print, planSeams(job, piece, print));
    } catch (const Error&) {
        return {};
    }
}

}  // namespace

long sheetsForOneCopy(const Job& job, const Piece& piece) {
    const auto planned = plannedIfPossible(job, piece);
    return planned ? static_cast<long>(planned->second.tiles.size()) : 0;
}

std::vector<std::string> careZonesOnSeams(const Job& job, const Piece& piece) {
    std::vector<std::string> names;
    const auto planned = plannedIfPossible(job, piece);
    if (!planned) return names;
    const auto& [print, plan] = *planned;
    for (const Avoided& avoided : careOf(job, piece, print))
        if (std::any_of(plan.seams.begin(), plan.seams.end(),
                        [&, &box = avoided.box](const Seam& seam) { return crosses(seam, box); }))
            names.push_back(avoided.name);
    return names;
}

}  // namespace tympan
