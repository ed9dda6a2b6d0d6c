#include "core/job/edits.h"

#include <algorithm>
#include <cmath>

#include "core/artwork/edited.h"
#include "core/job/faces.h"
#include "core/job/fit.h"
#include "core/job/matching.h"
#include "core/method/variants.h"

namespace tympan {

namespace {

Piece* pieceIn(Job& job, int id) { return const_cast<Piece*>(findPiece(job, id)); }

/// What every edit of a piece ends with: what it made is brought into its limits, and its set follows.
Job settled(Job job, int id) {
    if (Piece* piece = pieceIn(job, id)) *piece = withinLimits(std::move(*piece));
    return withSetFollowing(std::move(job), id);
}

/// Applies `change` to the piece when it is there.
template <class Change>
Job changed(Job job, int id, Change change) {
    Piece* piece = pieceIn(job, id);
    if (!piece) return job;
    change(*piece);
    return settled(std::move(job), id);
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
    piece.printer = job.printers.front().id;
    piece.size = printableShape(added.size);
    piece.copies = added.copies;
    piece.spares = added.spares;
    job.objects.push_back(withinLimits(std::move(added.object)));
    const int id = piece.id;
    job.pieces.push_back(withinLimits(std::move(piece)));
    return added.printer ? withPrinterLike(std::move(job), id, *added.printer) : job;
}

Job withoutPiece(Job job, int id) {
    std::erase_if(job.pieces, [&](const Piece& piece) { return piece.id == id; });
    std::erase_if(job.objects, [&](const Object& object) {
        return std::none_of(job.pieces.begin(), job.pieces.end(),
                            [&](const Piece& piece) { return piece.placement.object == object.id; });
    });
    for (KeptSheet& sheet : job.kept_sheets)
        std::erase_if(sheet.places, [&](const KeptPlace& place) { return place.piece == id; });
    std::erase_if(job.kept_sheets, [](const KeptSheet& sheet) { return sheet.places.empty(); });
    return withSetFollowing(withFacesTidy(std::move(job)), id);
}

Job withName(Job job, int id, std::string name) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.name = std::move(name); });
}

Job withMethod(Job job, int id, Shared<Method> method) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.method = std::move(method); });
}

Job withVariant(Job job, int id, const std::string& variant) {
    const Piece* piece = findPiece(job, id);
    if (!piece) return job;
    const Method method = withVariant(*piece->method, variant);
    // What was ticked by hand among the steps that this question is about gives way to its answer.
    const auto about = std::find_if(method.variants.all.begin(), method.variants.all.end(),
                                    [&](const Variant& each) { return each.id == variant; });
    for (const Variant* each : variantsAbout(method, about->about))
        for (auto* wishes : {&job.work.chosen, &job.work.left_out}) {
            const auto known = wishes->find(id);
            if (known == wishes->end()) continue;
            std::erase_if(known->second, [&](const std::string& step) {
                return each->chosen.contains(step) || each->left_out.contains(step);
            });
            if (known->second.empty()) wishes->erase(known);
        }
    return withMethod(std::move(job), id, method);
}

Job withTone(Job job, int id, const Tone& tone) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.tone = tone; });
}

Job withEnlarging(Job job, int id, const Enlarging& enlarging) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.enlarging = enlarging; });
}

Job withSpares(Job job, int id, int spares) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.spares = spares; });
}

Job withNotes(Job job, int id, std::string notes) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.notes = std::move(notes); });
}

Job withShop(Job job, int id, std::string shop) {
    for (Piece& piece : job.pieces)
        if (piece.id == id) piece.shop = std::move(shop);
    return job;
}

Job withRights(Job job, int id, std::string rights) {
    const Piece* of = findPiece(job, id);
    if (!of) return job;
    const std::string picture = asItCame(*of->artwork).sha256;
    for (Piece& piece : job.pieces)
        if (asItCame(*piece.artwork).sha256 == picture) piece.rights = rights;
    return job;
}

Job withCare(Job job, int id, std::vector<CareZone> care) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.care = std::move(care); });
}

Job withDistances(Job job, int id, std::vector<SpotDistance> distances) {
    return changed(std::move(job), id,
                   [&](Piece& piece) { piece.placement.distances = std::move(distances); });
}

Job withOnePrint(Job job, int id, bool one_print) {
    if (const Piece* piece = findPiece(job, id))
        for (Object& object : job.objects)
            if (object.id == piece->placement.object) object.one_print = one_print;
    return job;
}

Job withPlace(Job job, int id, const PointMm& from_centre, double rotation_deg) {
    return changed(std::move(job), id, [&](Piece& piece) {
        piece.placement.from_centre = from_centre;
        piece.placement.rotation_deg = std::remainder(rotation_deg, 360);
        piece.placement.fit = Fit::by_hand;
    });
}

Job withFit(Job job, int id, Fit fit, double margin_mm) {
    Piece* piece = pieceIn(job, id);
    if (!piece) return job;
    piece->placement.fit = fit;
    piece->placement.margin_mm = limits::bare_mm.nearest(margin_mm);
    if (fit == Fit::fill && piece->edge.cut == Cut::none) piece->edge.cut = Cut::object;
    *piece = refitted(job, *piece);
    return settled(std::move(job), id);
}

Job withEdge(Job job, int id, const Edge& edge) {
    Piece* piece = pieceIn(job, id);
    if (!piece) return job;
    piece->edge = edge;
    *piece = withinLimits(std::move(*piece));
    *piece = refitted(job, *piece);
    return settled(std::move(job), id);
}

namespace {

/// Care zones told in parts of another edit of the same original: the boxes about where their corners go.
std::vector<CareZone> careIn(const Artwork& now, const Artwork& before, const std::vector<CareZone>& care) {
    std::vector<CareZone> moved;
    if (now.edit.page != before.edit.page) return moved;
    for (CareZone zone : care) {
        double left = 1, top = 1, right = 0, bottom = 0;
        for (const PointMm& corner :
             {PointMm{zone.parts.x, zone.parts.y}, PointMm{zone.parts.right(), zone.parts.y},
              PointMm{zone.parts.x, zone.parts.bottom()}, PointMm{zone.parts.right(), zone.parts.bottom()}}) {
            const PointMm at = placeIn(now.edit, before.edit, now.pageSize(), corner);
            left = std::min(left, at.x), right = std::max(right, at.x);
            top = std::min(top, at.y), bottom = std::max(bottom, at.y);
        }
        left = std::max(0.0, left), top = std::max(0.0, top);
        right = std::min(1.0, right), bottom = std::min(1.0, bottom);
        if (right <= left || bottom <= top) continue;
        zone.parts = {left, top, right - left, bottom - top};
        moved.push_back(std::move(zone));
    }
    return moved;
}

/// The millimetres of print to a pixel of the picture.
double scaleOf(const Piece& piece) {
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    return piece.size.width / ((box.right - box.left) * piece.artwork->size.width);
}

}  // namespace

Job withPicture(Job job, int id, const ArtworkPtr& artwork) {
    Piece* piece = pieceIn(job, id);
    if (!piece) return job;
    const bool on_its_side = (piece->artwork->edit.quarters - artwork->edit.quarters) % 2 != 0;
    const double width = on_its_side ? piece->size.height : piece->size.width;
    piece->care = careIn(*artwork, *piece->artwork, piece->care);
    piece->artwork = artwork;
    piece->already_reversed = artwork->edit.reversed;
    piece->size = printableShape({width, width / artwork->aspect()});
    *piece = refitted(job, *piece);
    return settled(std::move(job), id);
}

Job withAlreadyReversed(Job job, int id, bool reversed) {
    return changed(std::move(job), id, [&](Piece& piece) {
        PictureEdit edit = piece.artwork->edit;
        edit.reversed = reversed;
        const ArtworkPtr turned = edited(piece.artwork, edit);
        piece.care = careIn(*turned, *piece.artwork, piece.care);
        piece.artwork = turned;
        piece.already_reversed = reversed;
    });
}

Job withParts(Job job, int id, const std::vector<ArtworkPtr>& parts, bool keep) {
    const Piece* whole = findPiece(job, id);
    if (!whole) return job;
    const double scale = scaleOf(*whole);
    const Piece original = *whole;
    const Object under = objectOf(job, *whole);
    auto after = whole - job.pieces.data() + 1;
    int number = 1;
    for (const ArtworkPtr& part : parts) {
        Object object = under;
        Piece piece = original;
        object.id = job.next_id++;
        object.face_of = 0;
        piece.id = job.next_id++;
        piece.placement.object = object.id;
        piece.name = original.name + " " + std::to_string(number++);
        piece.care = careIn(*part, *original.artwork, original.care);
        piece.artwork = part;
        piece.size = printableShape({part->size.width * scale, part->size.height * scale});
        job.objects.push_back(std::move(object));
        piece = refitted(job, piece);
        job.pieces.insert(job.pieces.begin() + after++, std::move(piece));
    }
    return keep ? job : withoutPiece(std::move(job), id);
}

Job withAnother(Job job, int id, ArtworkPtr artwork, const SizeMm& size) {
    const Piece* beside = findPiece(job, id);
    if (!beside) return job;
    Piece piece;
    piece.id = job.next_id++;
    piece.name = artwork->name;
    piece.method = beside->method;
    piece.tone = beside->tone;
    piece.placement.object = beside->placement.object;
    piece.placement.from_centre = areaMiddle(objectOf(job, *beside));
    piece.size = printableShape(size);
    piece.printer = beside->printer;
    piece.copies = beside->copies;
    piece.artwork = std::move(artwork);
    job.pieces.insert(job.pieces.begin() + (beside - job.pieces.data()) + 1, std::move(piece));
    return job;
}

Job withDuplicate(Job job, int id) {
    const Piece* original = findPiece(job, id);
    if (!original) return job;
    Object object = objectOf(job, *original);
    Piece piece = *original;
    object.id = job.next_id++;
    object.face_of = 0;
    piece.id = job.next_id++;
    piece.placement.object = object.id;
    const auto after = original - job.pieces.data() + 1;
    job.objects.push_back(std::move(object));
    job.pieces.insert(job.pieces.begin() + after, std::move(piece));
    return job;
}

Job withMoved(Job job, int id, int places) {
    const Piece* piece = findPiece(job, id);
    if (!piece) return job;
    const auto from = piece - job.pieces.data();
    const auto to = std::clamp<std::ptrdiff_t>(from + places, 0, std::ssize(job.pieces) - 1);
    const auto at = job.pieces.begin();
    if (to > from) std::rotate(at + from, at + from + 1, at + to + 1);
    if (to < from) std::rotate(at + to, at + from, at + from + 1);
    return job;
}

Job withCopies(Job job, int id, int copies) {
    return changed(std::move(job), id, [&](Piece& piece) { piece.copies = copies; });
}

Job withWidth(Job job, int id, double width_mm, Proportions shape) {
    return changed(std::move(job), id, [&](Piece& piece) {
        piece.size = shape == Proportions::keep
                         ? printableShape({width_mm, width_mm / piece.artwork->aspect()})
                         : SizeMm{width_mm, piece.size.height};
        piece.placement.fit = Fit::by_hand;
    });
}

Job withHeight(Job job, int id, double height_mm, Proportions shape) {
    return changed(std::move(job), id, [&](Piece& piece) {
        piece.size = shape == Proportions::keep
                         ? printableShape({height_mm * piece.artwork->aspect(), height_mm})
                         : SizeMm{piece.size.width, height_mm};
        piece.placement.fit = Fit::by_hand;
    });
}

Job withSize(Job job, int id, const SizeMm& size) {
    return changed(std::move(job), id, [&](Piece& piece) {
        piece.size = size;
        piece.placement.fit = Fit::by_hand;
    });
}

Job withObject(Job job, int id, Object object) {
    const Piece* piece = findPiece(job, id);
    if (!piece) return job;
    const int under = piece->placement.object;
    for (Object& present : job.objects)
        if (present.id == under) {
            object.id = present.id;
            present = withinLimits(std::move(object));
            break;
        }
    std::vector<int> fitted_again;
    for (Piece& each : job.pieces)
        if (each.placement.object == under) {
            each = withinLimits(refitted(job, each));
            fitted_again.push_back(each.id);
        }
    for (int each : fitted_again) job = withSetFollowing(std::move(job), each);
    return job;
}

Job withJoining(Job job, int piece, const Joining& joining) {
    for (Piece& each : job.pieces)
        if (each.id == piece) each.joining = joining;
    return job;
}

Job withSheets(Job job, const SheetRules& rules) {
    job.sheets = withinLimits(rules);
    return job;
}

Job withPrinter(Job job, int id, int printer) {
    const bool there = std::any_of(job.printers.begin(), job.printers.end(),
                                   [&](const Printer& each) { return each.id == printer; });
    if (!there) return job;
    return changed(std::move(job), id, [&](Piece& piece) { piece.printer = printer; });
}

Job withPrinterLike(Job job, int id, const Printer& printer) {
    for (const Printer& each : job.printers)
        if (each.kind == printer.kind && each.name == printer.name)
            return withPrinter(std::move(job), id, each.id);
    Printer added = printer;
    added.id = 0;
    return withPrinterChanged(std::move(job), id, added);
}

Job withPrinterChanged(Job job, int id, Printer printer) {
    printer = withinLimits(std::move(printer));
    for (Printer& each : job.printers)
        if (each.id == printer.id) {
            each = std::move(printer);
            return job;
        }
    printer.id = 0;
    for (const Printer& each : job.printers) printer.id = std::max(printer.id, each.id);
    const int added = ++printer.id;
    job.printers.push_back(std::move(printer));
    return withPrinter(std::move(job), id, added);
}

Job withWork(Job job, const WorkWishes& work) {
    job.work = work;
    return job;
}

Job withUnit(Job job, Unit unit) {
    job.unit = unit;
    return job;
}

}  // namespace tympan
