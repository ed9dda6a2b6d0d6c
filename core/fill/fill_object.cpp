#include "core/fill/fill_object.h"

#include <algorithm>

#include "core/fill/patchwork.h"
#include "core/fill/placing.h"
#include "core/job/landing.h"
#include "core/job/limits.h"
#include "core/job/under_picture.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

std::vector<std::size_t> movable(const Job& job, int object) {
    std::vector<std::size_t> pieces;
    for (std::size_t i = 0; i < job.pieces.size(); ++i)
        if (job.pieces[i].placement.object == object && !job.pieces[i].placement.locked) pieces.push_back(i);
    return pieces;
}

/// What of a picture lies on the object, about its own middle, unturned.
Outline outlineOf(const Object& object, Piece piece) {
    piece.placement.from_centre = {0, 0};
    piece.placement.rotation_deg = 0;
    if (piece.edge.cut != Cut::silhouette) piece.edge.cut = Cut::none;
    const Landing landing = landingOf(object, piece);
    return landing.ink && !landing.ink->empty() ? *landing.ink : pictureOutline(landing, piece.size);
}

void put(Piece& piece, const PointMm& at, double rotation_deg) {
    piece.placement.from_centre = at;
    piece.placement.rotation_deg = rotation_deg;
    piece.placement.fit = Fit::by_hand;
}

Job withPlaces(Job job, const std::vector<std::size_t>& pieces, const std::vector<SizeMm>& sizes,
               const FillPlaces& places) {
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        if (!places.placed[i]) continue;
        Piece& piece = job.pieces[pieces[i]];
        const FillPlace& place = places.places[i];
        put(piece, place.at, place.rotation_deg);
        piece.size = printableShape({sizes[i].width * place.scale, sizes[i].height * place.scale});
        if (piece.edge.cut == Cut::cell) piece.edge.cut = Cut::none;
        piece.edge.cell = {};
        piece = withinLimits(std::move(piece));
    }
    return job;
}

PatchPicture patchPictureOf(const Piece& piece) {
    const Subjects subjects = subjectsOf(piece);
    return {1.0 * piece.artwork->size.width / piece.artwork->size.height, piece.placement.share,
            subjects.keep, subjects.words};
}

/// A picture in its cell.
Piece put(Piece piece, const Patch& patch) {
    put(piece, patch.middle, 0);
    piece.size = printableShape(patch.size);
    piece.edge.cut = Cut::cell;
    piece.edge.cell = patch.cell;
    piece.edge.stop_mm = 0;
    return withinLimits(std::move(piece));
}

/// Of a dark object what is painted pale, where see-through ink shows; nothing where that makes no
/// difference.
Outline paleParts(const Job& job, const Object& object, const std::vector<std::size_t>& pieces) {
    Outline pale;
    const bool see_through = std::any_of(
        pieces.begin(), pieces.end(), [&](std::size_t i) { return isTooDark(job.pieces[i], object.ground); });
    if (!see_through) return pale;
    for (const Zone& zone : object.zones)
        if (zone.kind == ZoneKind::painted && !isTooDark(job.pieces[pieces.front()], zone.colour))
            pale = united(pale, outlineOf(zone));
    return pale;
}

Filled patched(Job job, const Object& object, const Filling& filling, const std::vector<std::size_t>& pieces,
               const Progress& progress) {
    Outline room = offset(openOf(object), -filling.margin_mm);
    if (const Outline pale = paleParts(job, object, pieces); !pale.empty()) room = shared(room, pale);
    for (const Piece& piece : job.pieces)
        if (piece.placement.object == object.id && piece.placement.locked)
            room = without(room, offset(inkOnObject(job, piece), filling.gap_mm));
    std::vector<PatchPicture> pictures;
    for (const std::size_t i : pieces) pictures.push_back(patchPictureOf(job.pieces[i]));
    Filled filled{std::move(job), {}, {}, 1};
    const std::vector<Patch> patches =
        patchwork(room, pictures, filling.gap_mm, static_cast<std::uint64_t>(filling.seed), progress);
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        Piece& piece = filled.job.pieces[pieces[i]];
        if (i >= patches.size() || patches[i].cell.empty()) {
            filled.without_room.push_back(piece.id);
            continue;
        }
        piece = put(piece, patches[i]);
        if (!patches[i].whole) filled.cut_into.push_back(piece.id);
    }
    return filled;
}

}  // namespace

bool canBeFilled(const Job& job, int id) {
    const Object* object = findObject(job, id);
    return object && !object->spot() && object->shape.kind != ShapeKind::tapered &&
           movable(job, id).size() > 1;
}

Filled fillObject(const Job& asked, int id, const Filling& filling, const FillLimits& limits,
                  const std::function<void(const Job&)>& better, const Progress& progress) {
    Job job = asked;
    if (!canBeFilled(job, id)) return {std::move(job), {}, {}, 1};
    for (Object& object : job.objects)
        if (object.id == id) object.filling = filling;
    const Object& object = *findObject(job, id);
    const std::vector<std::size_t> pieces = movable(job, id);
    if (filling.manner == FillManner::patchwork) return patched(job, object, filling, pieces, progress);

    FillRoom room{openOf(object), filling.gap_mm, filling.margin_mm, {}};
    for (const Piece& piece : job.pieces)
        if (piece.placement.object == id && piece.placement.locked)
            room.obstacles.push_back(inkOnObject(job, piece));
    std::vector<FillPicture> pictures;
    std::vector<SizeMm> sizes;
    for (const std::size_t i : pieces) {
        const Piece& piece = job.pieces[i];
        double turn = filling.most_turn_deg;
        if (turn > 0) {
            const Subjects subjects = subjectsOf(piece);
            if (!subjects.words.empty() || !subjects.keep.empty()) turn = 0;
        }
        pictures.push_back({outlineOf(object, piece), turn});
        sizes.push_back(piece.size);
    }
    const auto told = [&](const FillPlaces& places) {
        if (better) better(withPlaces(job, pieces, sizes, places));
    };
    const auto seed = static_cast<std::uint64_t>(filling.seed);
    const FillPlaces places = filling.manner == FillManner::packed
                                  ? packed(room, pictures, filling.size_range, seed, limits, told, progress)
                                  : scattered(room, pictures, seed, limits, told, progress);
    Filled filled{withPlaces(job, pieces, sizes, places), {}, {}, 1};
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        if (!places.placed[i])
            filled.without_room.push_back(job.pieces[pieces[i]].id);
        else
            filled.scale = i == 0 ? places.places[i].scale : std::min(filled.scale, places.places[i].scale);
    }
    return filled;
}

Job withPicturesSwapped(Job job, int first, int second) {
    const auto pieceOf = [&](int id) {
        return std::find_if(job.pieces.begin(), job.pieces.end(),
                            [id](const Piece& piece) { return piece.id == id; });
    };
    const auto a = pieceOf(first), b = pieceOf(second);
    if (a == job.pieces.end() || b == job.pieces.end() || a == b ||
        a->placement.object != b->placement.object)
        return job;
    const Piece was_a = *a, was_b = *b;
    const auto takes = [](const Piece& piece, const Piece& place) {
        if (place.edge.cut == Cut::cell) return put(piece, patchIn(place.edge.cell, patchPictureOf(piece)));
        Piece moved = piece;
        if (moved.edge.cut == Cut::cell) moved.edge.cut = Cut::none;
        put(moved, place.placement.from_centre, place.placement.rotation_deg);
        const double smaller =
            std::min(place.size.width / piece.size.width, place.size.height / piece.size.height);
        moved.size = printableShape({piece.size.width * smaller, piece.size.height * smaller});
        return withinLimits(std::move(moved));
    };
    *a = takes(was_a, was_b);
    *b = takes(was_b, was_a);
    if (was_a.edge.cut == Cut::cell && was_b.edge.cut == Cut::cell)
        std::swap(a->placement.share, b->placement.share);
    return job;
}

}  // namespace tympan
