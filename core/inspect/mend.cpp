#include "core/inspect/mend.h"

#include "core/artwork/borders.h"
#include "core/artwork/edited.h"
#include "core/inspect/faces.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"

namespace tympan {

namespace {

/// Faces a little larger than they are found: hair and chin belong to them.
CareZone careFor(const RectMm& face) {
    const double more_x = 0.15 * face.width, more_y = 0.25 * face.height;
    const double left = std::max(0.0, face.x - more_x), top = std::max(0.0, face.y - more_y);
    return {"face",
            {left, top, std::min(1.0, face.right() + more_x) - left,
             std::min(1.0, face.bottom() + more_y) - top}};
}

Job withFacesInCare(Job job, const Piece& piece) {
    std::vector<CareZone> care = piece.care;
    for (const RectMm& face : facesIn(piece.artwork->reduced)) care.push_back(careFor(face));
    return withCare(std::move(job), piece.id, std::move(care));
}

Job withoutBorder(Job job, const Piece& piece) {
    const RectMm inside = strayBorder(piece.artwork->reduced).inside;
    const PictureEdit edit = croppedTo(piece.artwork->edit, inside);
    return withPicture(std::move(job), piece.id, edited(piece.artwork, edit));
}

}  // namespace

bool hasRemedy(const Finding& finding) {
    switch (finding.id) {
        case Finding::Id::larger_than_object:
        case Finding::Id::newer_method:
        case Finding::Id::stray_border:
        case Finding::Id::solid_area:
        case Finding::Id::colours_merge:
        case Finding::Id::colour_without:
        case Finding::Id::face:
        case Finding::Id::came_reversed:
        case Finding::Id::reads_backwards:
            return true;
        default:
            return finding.remedy.has_value();
    }
}

Job mended(Job job, const Finding& finding) {
    const Piece* found = findPiece(job, finding.piece);
    if (!found) return job;
    const Piece piece = *found;
    Tone tone = piece.tone;
    switch (finding.id) {
        case Finding::Id::larger_than_object:
            return withFit(std::move(job), piece.id, Fit::inside, 0);
        case Finding::Id::newer_method:
            return withMethod(std::move(job), piece.id, findMethod(shippedMethods(), piece.method.id));
        case Finding::Id::stray_border:
            return withoutBorder(std::move(job), piece);
        case Finding::Id::face:
            return withFacesInCare(std::move(job), piece);
        case Finding::Id::came_reversed:
        case Finding::Id::reads_backwards:
            return withAlreadyReversed(std::move(job), piece.id, !piece.already_reversed);
        case Finding::Id::solid_area:
            tone.solids.kind = Solids::Kind::hatched;
            return withTone(std::move(job), piece.id, tone);
        case Finding::Id::colours_merge:
            tone.mix.kind = GreyMix::Kind::automatic;
            return withTone(std::move(job), piece.id, tone);
        case Finding::Id::colour_without:
            tone.ink = Tone::InkChoice::grey;
            return withTone(std::move(job), piece.id, tone);
        default:
            return finding.remedy ? withSize(std::move(job), piece.id, *finding.remedy) : job;
    }
}

}  // namespace tympan
