#include "core/job/edits.h"

#include <algorithm>

namespace tympan {

namespace {

Piece* pieceIn(Job& job, int id) { return const_cast<Piece*>(findPiece(job, id)); }

SizeMm printable(const SizeMm& size) {
    return {std::clamp(size.width, least_size_mm, most_size_mm),
            std::clamp(size.height, least_size_mm, most_size_mm)};
}

/// Applies `change` to the piece when it is there.
template <class Change>
Job changed(Job job, int id, Change change) {
    if (Piece* piece = pieceIn(job, id)) change(*piece);
    return job;
}

}  // namespace

SizeMm fitted(const Artwork& artwork, const SizeMm& box) {
    const double width = std::min(box.width, box.height * artwork.aspect());
    return {width, width / artwork.aspect()};
}

Job withPiece(Job job, NewPiece added) {
    added.object.id = job.next_id++;
    Piece piece;
    piece.id = job.next_id++;
    piece.name = added.artwork->name;
    piece.artwork = std::move(added.artwork);
    piece.method = std::move(added.method);
    piece.placement.object = added.object.id;
    piece.size = printable(added.size);
    piece.copies = std::clamp(added.copies, 1, 999);
    job.objects.push_back(std::move(added.object));
    job.pieces.push_back(std::move(piece));
    return job;
}

Job withoutPiece(Job job, int id) {
    std::erase_if(job.pieces, [&](const Piece& piece) { return piece.id == id; });
    std::erase_if(job.objects, [&](const Object& object) {
        return std::none_of(job.pieces.begin(), job.pieces.end(),
                            [&](const Piece& piece) { return piece.placement.object == object.id; });
    });
    return job;
}

Job withName(Job job, int id, std::string name) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.name = std::move(name); });
}

Job withMethod(Job job, int id, Method method) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.method = std::move(method); });
}

Job withTone(Job job, int id, const Tone& tone) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.tone = tone; });
}

Job withCopies(Job job, int id, int copies) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.copies = std::clamp(copies, 1, 999); });
}

Job withWidth(Job job, int id, double width_mm, Shape shape) {
    return changed(std::move(job), id, [&](Piece& piece) {
        const double height = shape == Shape::keep ? width_mm / piece.artwork->aspect() : piece.size.height;
        piece.size = printable({width_mm, height});
    });
}

Job withHeight(Job job, int id, double height_mm, Shape shape) {
    return changed(std::move(job), id, [&](Piece& piece) {
        const double width = shape == Shape::keep ? height_mm * piece.artwork->aspect() : piece.size.width;
        piece.size = printable({width, height_mm});
    });
}

Job withSize(Job job, int id, const SizeMm& size) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.size = printable(size); });
}

Job withObject(Job job, int id, Object object) {
    const Piece* piece = findPiece(job, id);
    if (!piece) return job;
    for (Object& present : job.objects)
        if (present.id == piece->placement.object) {
            object.id = present.id;
            if (object.size) object.size = printable(*object.size);
            present = std::move(object);
            break;
        }
    return job;
}

Job withSheets(Job job, const SheetRules& rules) {
    job.sheets = rules;
    job.sheets.band_mm = std::max(rules.band_mm, least_band_mm);
    return job;
}

Job withUnit(Job job, Unit unit) {
    job.unit = unit;
    return job;
}

}  // namespace tympan
