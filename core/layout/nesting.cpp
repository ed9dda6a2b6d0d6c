#include "core/layout/nesting.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/job/limits.h"
#include "core/layout/cut_outline.h"
#include "core/layout/kept_places.h"
#include "core/layout/whole_pieces.h"
#include "core/measure/outline_operations.h"
#include "core/seams/seam_planning.h"

namespace tympan {

namespace {

/// A part about the origin of its print.
PlacedRegion notLaid(PlacedRegion part) {
    part.rotation_deg = 0;
    part.placed = part.region;
    return part;
}

/// Whether a part lies where a job keeps it: a place that it no longer fits is not its own.
bool liesAt(const PlacedRegion& part, const KeptPlace& place, const PixelGrid& grid) {
    const KeptPlace there = keptPlaceOf(part, grid);
    const double px = grid.pixel_mm();
    return there.rotation_deg == place.rotation_deg && std::abs(there.middle.x - place.middle.x) <= px &&
           std::abs(there.middle.y - place.middle.y) <= px;
}

/// Sheets whose pieces may all lie together share one nesting.
struct Group {
    const Sheet* first = nullptr;
    SheetNesting nesting;
    std::map<int, std::size_t> of_piece;  // which of the problem's pieces
};

/// Without the room that corner marks take (output/cut_marks.h).
Outline withoutCorners(const Outline& area) {
    constexpr double taken_mm = 7;
    const RectMm box = bounds(area);
    Outline left = area;
    for (const double x : {box.x, box.right() - taken_mm})
        for (const double y : {box.y, box.bottom() - taken_mm})
            left = without(left, rectangleOutline({x, y, taken_mm, taken_mm}));
    return left;
}

}  // namespace

std::vector<SheetNesting> nestingsOf(const Job& job, const Imposition& imposition, bool spares) {
    const PixelGrid& grid = imposition.grid;
    std::map<std::pair<int, int>, KeptPlace> locked;
    for (const KeptSheet& kept : job.kept_sheets)
        for (const KeptPlace& place : kept.places)
            if (place.locked) locked[{place.piece, place.copy}] = place;
    std::vector<Group> groups;
    for (const Sheet& sheet : imposition.sheets) {
        if (sheet.laid_whole || sheet.regions.front().tile) continue;
        auto group = std::find_if(groups.begin(), groups.end(), [&](const Group& each) {
            const PlacedRegion &one = each.first->regions.front(), &other = sheet.regions.front();
            return maySharePaper(job.pieces[one.print], job.pieces[other.print]) &&
                   imposition.prints[one.print].mirrored == imposition.prints[other.print].mirrored;
        });
        if (group == groups.end()) {
            group = groups.insert(groups.end(), Group{&sheet, {}, {}});
            const Piece& piece = *findPiece(job, sheet.regions.front().piece);
            NestProblem& problem = group->nesting.problem;
            problem.container = rectangleOutline(grid.mm(areaFor(job, piece, Orientation::portrait)));
            if (job.sheets.corner_marks) problem.container = withoutCorners(problem.container);
            problem.gap_mm = job.sheets.scissor_gap_mm + 1.5 * grid.pixel_mm();
            problem.edge_gap_mm = grid.pixel_mm();
            problem.turning = job.sheets.turning;
        }
        SheetNesting& nesting = group->nesting;
        // Sheets that lie on their side keep no locked places: the nesting's are upright.
        const bool upright = sheet.page.width <= sheet.page.height;
        std::vector<NestPlace> stay;
        for (const PlacedRegion& part : sheet.regions) {
            const auto [at, fresh] = group->of_piece.try_emplace(part.piece, nesting.parts.size());
            if (fresh) {
                NestPiece piece;
                piece.outline = withTab(imposition.cuts[part.print], part, grid);
                piece.copies = 0;
                nesting.problem.pieces.push_back(std::move(piece));
                nesting.parts.push_back(notLaid(part));
                nesting.copies.emplace_back();
            }
            NestPiece& piece = nesting.problem.pieces[at->second];
            nesting.copies[at->second].push_back(part.copy);
            const int copy = piece.copies++;
            const auto lock = locked.find({part.piece, part.copy});
            if (lock == locked.end() || !upright || !liesAt(part, lock->second, grid)) continue;
            const PointMm turned =
                rotated(middleOf(nesting.parts[at->second], grid), lock->second.rotation_deg);
            stay.push_back({at->second,
                            copy,
                            lock->second.rotation_deg,
                            {lock->second.middle.x - turned.x, lock->second.middle.y - turned.y}});
        }
        if (!stay.empty()) nesting.problem.locked.push_back(std::move(stay));
        ++nesting.sheets;
    }
    std::vector<SheetNesting> nestings;
    for (Group& group : groups) {
        int copies = 0;
        std::vector<NestPiece>& pieces = group.nesting.problem.pieces;
        for (std::size_t i = 0; i < pieces.size(); ++i) {
            copies += pieces[i].copies;
            const int has = findPiece(job, group.nesting.parts[i].piece)->spares;
            if (spares)
                pieces[i].spares = std::min(pieces[i].copies, static_cast<int>(limits::spares.most) - has);
        }
        if (copies > 1 || spares) nestings.push_back(std::move(group.nesting));
    }
    return nestings;
}

Job withNested(Job job, const Imposition& imposition, const std::vector<SheetNesting>& nestings,
               const std::vector<NestLayout>& layouts, int seed) {
    job = withPlacesKept(std::move(job), imposition);
    job.sheets.nest_seed = seed;
    for (std::size_t n = 0; n < nestings.size(); ++n) {
        const SheetNesting& nesting = nestings[n];
        std::map<std::pair<int, int>, bool> locked;
        for (KeptSheet& kept : job.kept_sheets)
            std::erase_if(kept.places, [&](const KeptPlace& place) {
                const auto part =
                    std::find_if(nesting.parts.begin(), nesting.parts.end(),
                                 [&](const PlacedRegion& each) { return each.piece == place.piece; });
                if (part == nesting.parts.end()) return false;
                locked[{place.piece, place.copy}] = place.locked;
                return true;
            });
        std::map<std::size_t, int> spares;  // by the problem's piece
        for (const auto& container : layouts[n].containers) {
            KeptSheet kept;
            for (const NestPlace& place : container) {
                const PlacedRegion& part = nesting.parts[place.piece];
                const std::vector<int>& copies = nesting.copies[place.piece];
                const PointMm turned = rotated(middleOf(part, imposition.grid), place.rotation_deg);
                KeptPlace at{part.piece,
                             0,
                             {place.at.x + turned.x, place.at.y + turned.y},
                             std::remainder(place.rotation_deg, 360),
                             false};
                if (place.copy < static_cast<int>(copies.size())) {
                    at.copy = copies[static_cast<std::size_t>(place.copy)];
                    at.locked = locked[{at.piece, at.copy}];
                } else {
                    at.copy = printed(*findPiece(job, part.piece)) + spares[place.piece]++;
                }
                kept.places.push_back(at);
            }
            if (!kept.places.empty()) job.kept_sheets.push_back(std::move(kept));
        }
        for (const auto& [piece, more] : spares)
            for (Piece& each : job.pieces)
                if (each.id == nesting.parts[piece].piece) each.spares += more;
    }
    std::erase_if(job.kept_sheets, [](const KeptSheet& kept) { return kept.places.empty(); });
    return job;
}

Job nested(const Job& job, const Imposition& imposition, const NestingSearch& search,
           const std::function<void(const NestingSoFar&)>& better, const Progress& progress) {
    std::vector<SheetNesting> nestings = nestingsOf(job, imposition, search.spares);
    std::stable_partition(nestings.begin(), nestings.end(), [&](const SheetNesting& nesting) {
        return std::any_of(nesting.parts.begin(), nesting.parts.end(),
                           [&](const PlacedRegion& part) { return part.piece == search.piece; });
    });
    double all = 0;
    const auto weightOf = [](const SheetNesting& nesting) {
        double copies = 0;
        for (const NestPiece& piece : nesting.problem.pieces) copies += piece.copies;
        return copies;
    };
    for (const SheetNesting& nesting : nestings) all += weightOf(nesting);
    std::vector<SheetNesting> begun;
    std::vector<NestLayout> layouts;
    double done = 0;
    for (const SheetNesting& nesting : nestings) {
        const double part = weightOf(nesting) / all;
        NestLimits limits;
        limits.seconds = search.seconds * part;
        limits.moves = search.moves;
        limits.seed = static_cast<std::uint64_t>(search.seed);
        // Not `at`, which throws once it is stopped: then the best so far is the answer.
        const auto sink = [&](double of_this) { progress.sink(done + part * of_this); };
        layouts.emplace_back();
        begun.push_back(nesting);
        const NestLayout layout =
            nest(nesting.problem, limits,
                 [&](const NestLayout& found) {
                     layouts.back() = found;
                     if (better) better({begun, layouts});
                 },
                 {progress.stop, progress.sink ? std::function<void(double)>(sink) : nullptr});
        layouts.back() = layout;
        done += part;
    }
    // What needs more sheets than it has stays as it is.
    std::vector<SheetNesting> taken;
    std::vector<NestLayout> places;
    for (std::size_t i = 0; i < nestings.size(); ++i)
        if (layouts[i].unplaced.empty() && layouts[i].containers.size() <= nestings[i].sheets) {
            taken.push_back(nestings[i]);
            places.push_back(layouts[i]);
        }
    if (taken.empty()) return job;
    return withNested(job, imposition, taken, places, search.seed);
}

Job withPlacesOf(Job job, const Job& laid) {
    job.kept_sheets = laid.kept_sheets;
    job.sheets.nest_seed = laid.sheets.nest_seed;
    for (Piece& piece : job.pieces)
        if (const Piece* other = findPiece(laid, piece.id)) piece.spares = other->spares;
    return job;
}

}  // namespace tympan
