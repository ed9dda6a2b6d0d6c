#include "core/inspect/mend.h"

#include <functional>

#include "core/artwork/borders.h"
#include "core/artwork/edited.h"
#include "core/artwork/faces.h"
#include "core/base/overloaded.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"
#include "core/method/variants.h"

namespace tympan {

namespace {

/// Faces a little larger than they are found: hair and chin belong to them.
CareZone careFor(const ArtworkParts& face) {
    const double more_x = 0.15 * face.width, more_y = 0.25 * face.height;
    const double left = std::max(0.0, face.x - more_x), top = std::max(0.0, face.y - more_y);
    return {"face",
            {left, top, std::min(1.0, face.right() + more_x) - left,
             std::min(1.0, face.bottom() + more_y) - top}};
}

Job withFacesInCare(Job job, const Piece& piece) {
    std::vector<CareZone> care = piece.care;
    for (const ArtworkParts& face : facesIn(piece.artwork->reduced)) care.push_back(careFor(face));
    return withCare(std::move(job), piece.id, std::move(care));
}

Job withoutBorder(Job job, const Piece& piece) {
    const ArtworkParts inside = strayBorder(piece.artwork->reduced).inside;
    const PictureEdit edit = croppedTo(piece.artwork->edit, inside);
    return withPicture(std::move(job), piece.id, edited(piece.artwork, edit));
}

Job withoutHaze(Job job, const Piece& piece) {
    PictureEdit edit = piece.artwork->edit;
    edit.clean.haze = true;
    return withPicture(std::move(job), piece.id, edited(piece.artwork, edit));
}

using Edit = std::function<Job(Job, const Piece&)>;

Edit sized(const SizeMm& size) {
    return [size](Job job, const Piece& piece) { return withSize(std::move(job), piece.id, size); };
}

Edit toned(const std::function<void(Tone&)>& change) {
    return [change](Job job, const Piece& piece) {
        Tone tone = piece.tone;
        change(tone);
        return withTone(std::move(job), piece.id, tone);
    };
}

Job turnedBack(Job job, const Piece& piece) {
    return withAlreadyReversed(std::move(job), piece.id, !piece.already_reversed);
}

/// What mends a finding; empty where nothing does by itself.
Edit remedyOf(const Finding& found) {
    using namespace finding;
    const Overloaded remedy{
        [](const MissesOneSheet& what) { return sized(what.fits); },
        [](const SavesSheets& what) { return sized(what.fits); },
        [](const CrossesMargin& what) { return sized(what.fits); },
        [](const LargerThanObject& what) {
            if (what.covers)
                return Edit([](Job job, const Piece& piece) {
                    Edge edge = piece.edge;
                    edge.cut = Cut::object;
                    return withEdge(std::move(job), piece.id, edge);
                });
            if (!what.fits) return Edit();
            return Edit([](Job job, const Piece& piece) {
                return withFit(std::move(job), piece.id, Fit::inside, 0);
            });
        },
        [](const NewerMethod&) {
            return Edit([](Job job, const Piece& piece) {
                return withMethod(
                    std::move(job), piece.id,
                    withVariantsOf(findMethod(shippedMethods(), piece.method->id), piece.method));
            });
        },
        [](const EvenBorder&) { return Edit(withoutBorder); },
        [](const PaleHaze&) { return Edit(withoutHaze); },
        [](const SolidAreas&) { return toned([](Tone& tone) { tone.solids.kind = Solids::Kind::hatched; }); },
        [](const ColoursMerge&) {
            return toned([](Tone& tone) { tone.mix.kind = GreyMix::Kind::automatic; });
        },
        [](const ColourWithout&) { return toned([](Tone& tone) { tone.ink = Tone::InkChoice::grey; }); },
        [](const Faces&) { return Edit(withFacesInCare); },
        [](const CameReversed&) { return Edit(turnedBack); },
        [](const ReadsBackwards&) { return Edit(turnedBack); },
        [](const MissesObject&) { return Edit(); },
        [](const CrossesKeepOut&) { return Edit(); },
        [](const UnsuitedMaterial&) { return Edit(); },
        [](const FinishOrder& what) {
            if (what.layer < 0) return Edit();
            return Edit([at = static_cast<std::size_t>(what.layer)](Job job, const Piece& piece) {
                Object object = objectOf(job, piece);
                if (at < object.layers.size()) object.layers[at].when = usualWhen(object.layers[at].kind);
                return withObject(std::move(job), piece.id, object);
            });
        },
        [](const MaterialWithCare&) { return Edit(); },
        [](const UnsuitedPrinter&) { return Edit(); },
        [](const DarkGround&) { return Edit(); },
        [](const EdgeCutsWords&) { return Edit(); },
        [](const EdgeInCareZone&) { return Edit(); },
        [](const SeamInCareZone&) { return Edit(); },
        [](const SeamCrosses& what) {
            if (!what.better) return Edit();
            return Edit([better = *what.better](Job job, const Piece&) {
                SheetRules rules = job.sheets;
                rules.seams = better.manner;
                rules.more_sheets += better.more_sheets;
                return withSheets(std::move(job), rules);
            });
        },
        [](const FewPixels&) { return Edit(); },
        [](const WholeSheetsJoin& what) { return what.fits ? sized(*what.fits) : Edit(); },
        [](const Cropped&) { return Edit(); },
        [](const LinkedPicture&) { return Edit(); },
        [](const SoftDetail&) { return Edit(); },
        [](const ThinLine&) { return Edit(); },
        [](const PaleDetailLost&) { return Edit(); },
        [](const DarkDetailLost&) { return Edit(); },
        [](const NightPicture&) { return toned([](Tone& tone) { tone.inverted = true; }); },
        [](const MuchInk&) { return Edit(); },
    };
    return std::visit(remedy, found.what);
}

}  // namespace

bool hasRemedy(const Finding& finding) { return finding.mendable && remedyOf(finding) != nullptr; }

Job mended(Job job, const Finding& finding) {
    const Piece* found = findPiece(job, finding.piece);
    const Edit remedy = remedyOf(finding);
    if (!found || !remedy) return job;
    const Piece piece = *found;
    return remedy(std::move(job), piece);
}

}  // namespace tympan
