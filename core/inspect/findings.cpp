#include "core/inspect/findings.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <fmt/format.h>

#include "core/base/error.h"
#include "core/fill/fill_object.h"
#include "core/inspect/remedies.h"
#include "core/job/fit.h"
#include "core/job/landing.h"
#include "core/job/one_print.h"
#include "core/job/under_picture.h"
#include "core/layout/imposition.h"
#include "core/measure/outline_operations.h"
#include "core/method/catalogue.h"
#include "core/printer/registration.h"
#include "core/render/print.h"

namespace tympan {

namespace {

constexpr double least_part = 0.92;  // smaller than that, it is another picture
constexpr double same_mm = 0.5;      // a page of a file is as large as its paper, but for rounding
constexpr double worth_saying_crop = 0.005;
constexpr double least_area_mm2 = 0.5;  // rounding at rims is not worth a look

/// The largest size of the picture's present shape that one sheet holds, and by how much the picture misses
/// it; worth saying where hardly any of it is lost, and for what would fit the paper if it were printed to
/// its edge.
std::optional<Finding> missesOneSheet(const Job& job, const Piece& piece) {
    const PixelGrid grid{job.sheets.ppi};
    const SizeMm print = printSizeOf(job, piece);
    const SizePx size = grid.printPixels(print);
    std::optional<Finding> nearest;
    double least_over = std::numeric_limits<double>::infinity();
    for (Orientation orientation : {Orientation::portrait, Orientation::landscape}) {
        const RectPx area =
            printableArea(job.sheets, orientation, bareEdges(printerOf(job, piece), job.sheets.paper.size),
                          piece.method->carrier);
        const double over = std::max(print.width - grid.mm(area.width), print.height - grid.mm(area.height));
        if (size.width <= area.width && size.height <= area.height) return {};
        const SizeMm page = orientation == Orientation::portrait
                                ? job.sheets.paper.size
                                : SizeMm{job.sheets.paper.size.height, job.sheets.paper.size.width};
        const bool on_paper = print.width <= page.width + same_mm && print.height <= page.height + same_mm;
        const double scale =
            std::min({1.0, grid.mm(area.width) / print.width, grid.mm(area.height) / print.height});
        if (area.area() == 0 || (!on_paper && scale < least_part) || over >= least_over) continue;
        // Down to a tenth of a millimetre, so that the size is one that a maker can type and read back.
        const double width = std::floor(piece.size.width * scale * 10 + 1e-6) / 10;
        const SizeMm fits{width, width * piece.size.height / piece.size.width};
        least_over = over;
        nearest = Finding{on_paper ? finding::What(finding::CrossesMargin{over, fits})
                                   : finding::What(finding::MissesOneSheet{over, fits, scale}),
                          Severity::note,
                          piece.id,
                          {}};
    }
    return nearest;
}

/// Those of a print that is one with others are not its own.
long sheetsOfItsOwn(const Job& job, const Piece& piece) {
    return printedWithOthers(job, piece) ? 1 : sheetsForOneCopy(job, piece);
}

/// A size a little smaller than the piece's that takes fewer sheets, none of it being one; the largest such.
/// Who takes more sheets than are needed, to hide seams, is not after fewer.
std::optional<Finding> wouldSaveSheets(const Job& job, const Piece& piece) {
    const long sheets = sheetsOfItsOwn(job, piece);
    if (sheets < 3 || job.sheets.more_sheets > 0) return {};
    const auto sized = [&](double width) {
        Piece smaller = piece;
        smaller.size = {width, width * piece.size.height / piece.size.width};
        return smaller;
    };
    const auto saves = [&](double width) {
        const long fewer = sheetsForOneCopy(job, sized(width));
        return fewer > 0 && fewer < sheets;
    };
    // Coarsely from above, then to the tenth of a millimetre that a maker can type and read back.
    constexpr int steps = 16;
    double large = piece.size.width, small = 0;
    for (int i = 1; i <= steps && small == 0; ++i) {
        const double width = piece.size.width * (1 - (1 - least_part) * i / steps);
        if (saves(width))
            small = width;
        else
            large = width;
    }
    if (small == 0) return {};
    while (large - small > 0.05) {
        const double middle = (large + small) / 2;
        (saves(middle) ? small : large) = middle;
    }
    const Piece fits = sized(std::floor(small * 10 + 1e-6) / 10);
    if (!saves(fits.size.width)) return {};
    return Finding{finding::SavesSheets{sheets, sheetsForOneCopy(job, fits), fits.size,
                                        fits.size.width / piece.size.width},
                   Severity::note,
                   piece.id,
                   {}};
}

/// What is laid in one piece and fits no sheet.
std::optional<Finding> wholeSheetsJoin(const Job& job, const Piece& piece) {
    const long sheets = sheetsOfItsOwn(job, piece);
    const SizePx print = PixelGrid{job.sheets.ppi}.printPixels(printSizeOf(job, piece));
    if (sheets == 1 || printedWithOthers(job, piece) || fitsOneSheet(job, piece, print)) return {};
    return Finding{finding::WholeSheetsJoin{sheets, largestOnOneSheet(job, piece), mayBeParted(piece)},
                   mayBeParted(piece) ? Severity::warning : Severity::blocker,
                   piece.id,
                   {}};
}

/// Ink over the rim of what is visible, unless it is cut there or meant to be trimmed.
std::optional<Finding> largerThanObject(const Job& job, const Piece& piece, const Outline& visible,
                                        const Outline& ink) {
    if (piece.edge.cut == Cut::object || piece.edge.cut == Cut::cell) return {};
    const RectMm inside = bounds(visible), all = bounds(ink);
    const double box_over = std::max(
        {inside.x - all.x, inside.y - all.y, all.right() - inside.right(), all.bottom() - inside.bottom()});
    // Holes are not the rim.
    Outline plate = visible;
    std::erase_if(plate.rings, [](const Ring& ring) { return area(ring) < 0; });
    if (area(without(ink, plate)) < least_area_mm2) return {};
    Piece inside_piece = piece;
    inside_piece.placement.fit = Fit::inside;
    inside_piece.placement.margin_mm = 0;
    const SizeMm fits = refitted(job, inside_piece).size;
    // Without room for it, the picture stays as it is: that is no remedy.
    const bool covers = piece.edge.cut == Cut::none && !piece.method->laid_whole &&
                        area(without(visible, ink)) < least_area_mm2;
    return Finding{finding::LargerThanObject{std::max(0.0, box_over),
                                             fits == piece.size ? std::nullopt : std::optional(fits), covers},
                   Severity::warning,
                   piece.id,
                   {}};
}

std::optional<Finding> crossesKeepOut(const Object& object, const Piece& piece, const Outline& ink) {
    for (const Zone& zone : object.zones) {
        if (zone.kind == ZoneKind::painted || zone.kind == ZoneKind::under) continue;
        const double crossed = area(shared(ink, outlineOf(zone)));
        if (crossed >= least_area_mm2)
            return Finding{finding::CrossesKeepOut{zone.name, crossed}, Severity::warning, piece.id, {}};
    }
    return {};
}

std::optional<Finding> cutsCareZone(const Object& object, const Piece& piece) {
    const Landing landing = landingOf(object, piece);
    if (!landing.ink) return {};
    for (const CareZone& zone : piece.care)
        if (area(without(rectangleOutline(inPicture(piece, zone.parts)), *landing.ink)) >= least_area_mm2)
            return Finding{finding::EdgeInCareZone{zone.name}, Severity::warning, piece.id, {}};
    return {};
}

/// Words that the rim of the ink runs through: what is left out whole, nobody misses.
std::optional<Finding> cutsWords(const Object& object, const Piece& piece) {
    if (piece.edge.cut != Cut::cell && piece.edge.cut != Cut::object) return {};
    const Landing landing = landingOf(object, piece);
    if (!landing.ink || landing.bend) return {};
    constexpr double hardly = 0.04;
    int cut = 0;
    std::vector<RectMm> places;
    for (const ArtworkParts& word : subjectsOf(piece).words) {
        const RectMm box = inPicture(piece, word);
        const double there = area(shared(rectangleOutline(box), *landing.ink)) / (box.width * box.height);
        if (there < hardly || there > 1 - hardly) continue;
        ++cut;
        places.push_back({box.x - landing.box.x, box.y - landing.box.y, box.width, box.height});
    }
    if (cut == 0) return {};
    return Finding{finding::EdgeCutsWords{cut}, Severity::warning, piece.id, std::move(places)};
}

/// See-through ink on what is too dark for it: painted pale in the plan, or a warning.
std::optional<Finding> onDarkGround(const Job& job, const Piece& piece) {
    const UnderPicture under = underPicture(job, piece);
    if (under == UnderPicture::as_it_is) {
        // Most of it shows; what lies on a dark rim or an unpainted part does not.
        constexpr double worth_saying = 0.02;
        const double share = darkShare(job, piece);
        if (share < worth_saying) return {};
        return Finding{finding::DarkGround{false, share}, Severity::warning, piece.id, {}};
    }
    const bool painted = under == UnderPicture::painted;
    return Finding{
        finding::DarkGround{painted, 1}, painted ? Severity::note : Severity::warning, piece.id, {}};
}

/// Whether what the picture meets is paint, whatever is under it.
bool liesOnPaint(const Job& job, const Piece& piece) {
    if (underPicture(job, piece) == UnderPicture::painted) return true;
    const Outline ink = inkOnObject(job, piece);
    double painted = 0;
    for (const Zone& zone : objectOf(job, piece).zones)
        if (zone.kind == ZoneKind::painted) painted += area(shared(ink, outlineOf(zone)));
    return painted > area(ink) / 2;
}

/// Whether another side of the same thing goes into an oven by the maker's choice, and this one is varnished,
/// or the other way round.
bool ovenAndFinishApart(const Job& job, const Piece& piece) {
    const int thing = objectOf(job, piece).thing();
    const auto ovens = [&](const Piece& each) {
        const auto chosen = job.work.chosen.find(each.id);
        return std::any_of(each.method->steps.begin(), each.method->steps.end(), [&](const Step& step) {
            return step.place == Place::oven && (!step.optional || (chosen != job.work.chosen.end() &&
                                                                    chosen->second.contains(choiceOf(step))));
        });
    };
    const auto finishes = [](const Piece& each) {
        return std::any_of(each.method->steps.begin(), each.method->steps.end(), [](const Step& step) {
            return step.work == Work::finish || step.work == Work::seal;
        });
    };
    return finishes(piece) && std::any_of(job.pieces.begin(), job.pieces.end(), [&](const Piece& other) {
               return other.id != piece.id && objectOf(job, other).thing() == thing && ovens(other);
           });
}

/// What stands where it cannot: of what is not printed, and of the method's own steps.
std::vector<finding::FinishOrder> finishOrder(const Object& object, const Method& method) {
    std::vector<finding::FinishOrder> found;
    for (std::size_t i = 0; i < object.layers.size(); ++i)
        if (const Text why = contradiction(object.layers[i]); !why.empty())
            found.push_back({object.layers[i].what.empty()
                                 ? Text::catalogued(std::string(name(object.layers[i].kind)))
                                 : Text::verbatim(object.layers[i].what),
                             why, static_cast<int>(i)});
    bool coated = false;
    for (const Step& step : method.steps) {
        if (coated && step.place == Place::oven)
            found.push_back(
                {Text::catalogued(step.words),
                 Text("nothing that is varnished goes into an oven: put this step before the coat"), -1});
        coated = coated || step.work == Work::finish || step.work == Work::seal;
    }
    return found;
}

void lookAtObject(const Job& job, const Piece& piece, std::vector<Finding>& found) {
    const Object& object = objectOf(job, piece);
    const Outline ink = inkOnObject(job, piece);
    // A reason that names the material says more than the colour does.
    if (const Text why = misfitOfMaterial(piece.method, object.material.id); !why.empty())
        found.push_back({finding::UnsuitedMaterial{why}, Severity::warning, piece.id, {}});
    else if (auto dark = onDarkGround(job, piece))
        found.push_back(*dark);
    if (ovenAndFinishApart(job, piece))
        found.push_back(
            {finding::FinishOrder{
                 Text("the oven"),
                 Text("all sides go through it before any side is varnished: the plan keeps to that"), -1},
             Severity::note,
             piece.id,
             {}});
    for (const finding::FinishOrder& each : finishOrder(object, *piece.method))
        found.push_back({each, Severity::warning, piece.id, {}});
    if (const Text care = careOnMaterial(piece.method, object.material.id); !care.empty())
        found.push_back({finding::MaterialWithCare{care}, Severity::note, piece.id, {}});
    else if (!liesOnPaint(job, piece) && nobodyHasSaid(*piece.method, object.material.id))
        found.push_back({finding::MaterialWithCare{
                             Text("Nobody has said how this goes on {material}: try it on a scrap first.",
                                  {{"material", Text::catalogued(object.material.name)}})},
                         Severity::note,
                         piece.id,
                         {}});
    if (object.spot()) return;
    const Outline visible = visibleOf(object);
    if (shared(ink, visible).empty()) {
        found.push_back({finding::MissesObject{}, Severity::blocker, piece.id, {}});
        return;
    }
    if (auto over = largerThanObject(job, piece, visible, ink)) found.push_back(*over);
    if (auto crossed = crossesKeepOut(object, piece, ink)) found.push_back(*crossed);
    if (auto cut = cutsCareZone(object, piece)) found.push_back(*cut);
    if (auto cut = cutsWords(object, piece)) found.push_back(*cut);
}

/// What few pixels come to: made more by what, how many times, and from how far that is enough.
finding::FewPixels fewPixels(const Job& job, const Piece& piece) {
    const double has = effectivePpi(piece);
    const Enlarged made = enlargedFor(*piece.artwork, piece.enlarging, has, wantedPpi(job, piece));
    return {has, made.engine, 1 << made.doublings, enoughFrom(has)};
}

int countOf(const std::vector<Avoided>& all, Avoided::Kind kind) {
    return static_cast<int>(
        std::count_if(all.begin(), all.end(), [&](const Avoided& each) { return each.kind == kind; }));
}

/// The least that crosses fewer of a kind: seams laid quietly, then a sheet or two more.
std::optional<finding::SeamCrosses::Better> better(const Job& job, const Piece& piece, Avoided::Kind kind,
                                                   int crossed, const Progress& progress) {
    Job trial = job;
    if (trial.sheets.seams == SeamManner::regular) trial.sheets.seams = SeamManner::quiet;
    const int had = job.sheets.more_sheets;
    for (int more = trial.sheets.seams == job.sheets.seams; more <= 2; ++more) {
        trial.sheets.more_sheets = had + more;
        if (countOf(crossedBySeams(trial, piece, progress), kind) < crossed)
            return finding::SeamCrosses::Better{trial.sheets.seams, more};
    }
    return {};
}

void lookAtSeams(const Job& job, const Piece& piece, const Progress& progress, std::vector<Finding>& found) {
    std::vector<Avoided> crossed;
    try {
        crossed = crossedBySeams(job, piece, progress);
    } catch (const Error& error) {
        // Who lays out the sheets says why there are none.
        if (error.kind() == Error::Kind::stopped) throw;
    }
    const PixelGrid grid{job.sheets.ppi};
    const auto placesOf = [&](Avoided::Kind kind) {
        std::vector<RectMm> places;
        for (const Avoided& each : crossed)
            if (each.kind == kind) places.push_back(grid.mm(each.box));
        return places;
    };
    for (const Avoided& each : crossed)
        if (each.kind == Avoided::Kind::care)
            found.push_back(
                {finding::SeamInCareZone{each.name}, Severity::warning, piece.id, {grid.mm(each.box)}});
    for (Avoided::Kind kind : {Avoided::Kind::face, Avoided::Kind::lettering})
        if (const int count = countOf(crossed, kind); count > 0) {
            const bool face = kind == Avoided::Kind::face;
            found.push_back({finding::SeamCrosses{face, count, better(job, piece, kind, count, progress)},
                             Severity::warning, piece.id, placesOf(kind)});
        }
}

}  // namespace

std::vector<Finding> plainFindingsOf(const Job& job, const Piece& piece, const Progress& progress) {
    std::vector<Finding> found;
    const auto add = [&](Severity severity, finding::What what) {
        found.push_back({std::move(what), severity, piece.id, {}});
    };
    lookAtObject(job, piece, found);
    const Printer& printer = printerOf(job, piece);
    if (const Text why = misfit(piece.method, printer.kind); !why.empty())
        add(Severity::warning, finding::UnsuitedPrinter{printer.name, why});
    if (printer.black_only && inkOf(piece) == Ink::colour) add(Severity::warning, finding::ColourWithout{});
    if (laidInOnePiece(*piece.method)) {
        if (auto join = wholeSheetsJoin(job, piece)) found.push_back(*join);
    } else if (auto miss = missesOneSheet(job, piece)) {
        found.push_back(*miss);
    } else if (auto fewer = wouldSaveSheets(job, piece)) {
        found.push_back(*fewer);
    }
    lookAtSeams(job, piece, progress, found);
    if (piece.artwork->kind == Artwork::Kind::raster && effectivePpi(piece) < few_ppi)
        add(Severity::note, fewPixels(job, piece));
    for (const std::string& linked : piece.artwork->linked)
        add(Severity::warning, finding::LinkedPicture{linked});
    for (const Method& method : shippedMethods())
        if (method.id == piece.method->id && method.revision > piece.method->revision)
            add(Severity::note, finding::NewerMethod{method.name});
    const SourceBox box = centredCrop(*piece.artwork, piece.size);
    const double lost = 1 - (box.right - box.left) * (box.bottom - box.top);
    if (lost > worth_saying_crop) add(Severity::note, finding::Cropped{lost});
    return found;
}

std::vector<Finding> findingsOf(const Job& job, const Piece& piece, const Progress& progress) {
    std::vector<Finding> found = plainFindingsOf(job, piece, progress);
    for (Finding& each : found) each.mendable = remedyKeeps(job, each, found, progress);
    putRemediesInOrder(found);
    return found;
}

std::vector<Finding> findings(const Job& job, const Progress& progress) {
    std::vector<Finding> all;
    for (std::size_t i = 0; i < job.pieces.size(); ++i) {
        progress.at(static_cast<double>(i) / static_cast<double>(job.pieces.size()));
        for (Finding& each : findingsOf(job, job.pieces[i], {progress.stop, {}}))
            all.push_back(std::move(each));
    }
    return all;
}

}  // namespace tympan
