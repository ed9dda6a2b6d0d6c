#include "app/words/finding_words.h"

#include <QCoreApplication>

#include "app/words/words.h"
#include "core/base/overloaded.h"
#include "core/measure/percent.h"

namespace tympan::app {

namespace {

struct FindingsText {
    Q_DECLARE_TR_FUNCTIONS(Findings)
};

/// How much of something, where a number would pretend.
QString partWords(double share) {
    return share < 0.2   ? FindingsText::tr("a little of it")
           : share < 0.5 ? FindingsText::tr("a good part of it")
                         : FindingsText::tr("most of it");
}

/// A width that is thinner than measures are given in elsewhere.
QString thinText(double mm) { return QString::number(mm, 'f', 2) + FindingsText::tr("\u00a0mm"); }

}  // namespace

QString sentence(const Finding& found, Unit unit) {
    using namespace finding;
    const auto length = [unit](double mm) { return lengthText(mm, unit); };
    const auto named = [](const std::string& name) { return QString::fromStdString(name); };
    const auto percent = [](double share) { return qRound(100 * share); };
    const Overloaded words{
        [&](const MissesOneSheet& what) {
            return what.part < 1
                       ? FindingsText::tr("The picture misses one sheet by only %1: at %2 % it fits.")
                             .arg(length(what.by_mm))
                             .arg(percentDown(what.part))
                       : FindingsText::tr("The picture misses one sheet by only %1.").arg(length(what.by_mm));
        },
        [](const SavesSheets& what) {
            return FindingsText::tr("It takes %1 sheets; %2 % smaller it would take %3.")
                .arg(what.sheets)
                .arg(percentUp(1 - what.part))
                .arg(what.fewer);
        },
        [&](const CrossesMargin& what) {
            return FindingsText::tr(
                       "It fits the paper, but %1 of it would lie in the margin that is not printed.")
                .arg(length(what.by_mm));
        },
        [&](const LargerThanObject& what) {
            return what.by_mm < 0.05 ? FindingsText::tr("The picture goes over the edge of the object.")
                                     : FindingsText::tr("The picture goes %1 over the edge of the object.")
                                           .arg(length(what.by_mm));
        },
        [](const MissesObject&) {
            return FindingsText::tr("The picture does not lie on the object at all.");
        },
        [&](const CrossesKeepOut& what) {
            return FindingsText::tr("The picture runs over \u201c%1\u201d.").arg(named(what.zone));
        },
        [](const UnsuitedMaterial& what) { return text(what.why); },
        [](const FinishOrder& what) {
            return FindingsText::tr("“%1”: %2.").arg(text(what.what), text(what.why));
        },
        [](const MaterialWithCare& what) { return text(what.why); },
        [&](const UnsuitedPrinter& what) {
            return what.printer.empty()
                       ? FindingsText::tr("With your printer: %1").arg(text(what.why))
                       : FindingsText::tr("With \u201c%1\u201d: %2").arg(named(what.printer), text(what.why));
        },
        [](const EdgeCutsWords& what) {
            return counted(
                what.words,
                FindingsText::tr(
                    "The edge cuts through lettering in %1 place. Move the picture, or its edge."),
                FindingsText::tr(
                    "The edge cuts through lettering in %1 places. Move the picture, or its edge."));
        },
        [](const DarkGround& what) {
            if (!what.painted && what.share < 0.5)
                return what.share < 0.15
                           ? FindingsText::tr(
                                 "A little of it lies on a dark colour, where see-through ink hardly shows.")
                           : FindingsText::tr(
                                 "A good part of it lies on a dark colour, where see-through ink hardly "
                                 "shows.");
            return what.painted
                       ? FindingsText::tr(
                             "The ink is see-through: under it this dark colour is painted pale first. The "
                             "plan "
                             "has it.")
                       : FindingsText::tr(
                             "The ink is see-through and hardly shows on this dark colour. Paint it pale "
                             "first, or choose a method with a white of its own.");
        },
        [&](const EdgeInCareZone& what) {
            return FindingsText::tr("The edge cuts into \u201c%1\u201d, which should stay whole.")
                .arg(named(what.zone));
        },
        [&](const SeamInCareZone& what) {
            return FindingsText::tr("A join between sheets runs through \u201c%1\u201d.")
                .arg(named(what.zone));
        },
        [&](const SeamCrosses& what) {
            if (what.face)
                return what.places == 1
                           ? FindingsText::tr("A join between sheets runs through a face.")
                           : FindingsText::tr("Joins between sheets run through %1 faces.").arg(what.places);
            return what.places == 1
                       ? FindingsText::tr("A join between sheets runs through what looks like lettering.")
                       : FindingsText::tr(
                             "Joins between sheets run through what looks like lettering, in %1 places.")
                             .arg(what.places);
        },
        [&](const FewPixels& what) {
            // How sharply people see differs by more than a part of a centimetre.
            const double step = unit == Unit::in ? mm_per_inch : 10;
            const QString enough = lengthText(std::ceil(what.enough_from_mm / step) * step,
                                              unit == Unit::in ? Unit::in : Unit::cm);
            if (what.engine == Engine::redraw)
                return FindingsText::tr(
                    "Few pixels for this size. It is drawn again as curves, so its edges stay crisp.");
            if (what.times == 1)
                return FindingsText::tr(
                           "Few pixels for this size: each will be %1 wide. From %2 on, the eye sees no more "
                           "than "
                           "there is.")
                    .arg(lengthText(mm_per_inch / what.per_inch, Unit::mm), enough);
            return FindingsText::tr(
                       "Few pixels for this size: it is made %1 times larger. Its true detail stays at %2 to "
                       "the "
                       "inch, enough from %3 on.")
                .arg(what.times)
                .arg(qRound(what.per_inch))
                .arg(enough);
        },
        [&](const WholeSheetsJoin& what) {
            if (what.on_purpose)
                return FindingsText::tr(
                           "It is parted on purpose: %1 sheets are laid whole and joined by eye, and the "
                           "joins "
                           "show.")
                    .arg(what.sheets);
            return what.fits
                       ? FindingsText::tr("It is laid in one piece and does not fit one sheet. %1 wide fits.")
                             .arg(length(what.fits->width))
                       : FindingsText::tr("It is laid in one piece and does not fit one sheet.");
        },
        [](const NewerMethod& what) {
            return FindingsText::
                tr("\u201c%1\u201d is described anew since this job was made. The job keeps its own copy.")
                    .arg(text(what.name));
        },
        [&](const Cropped& what) {
            return FindingsText::tr(
                       "This size has another shape than the picture: %1 % of it is left out at the edges.")
                .arg(percent(what.share));
        },
        [&](const LinkedPicture& what) {
            return FindingsText::tr(
                       "The drawing names \u201c%1\u201d but does not hold it, so it stays blank. Embed it "
                       "and open "
                       "the drawing again.")
                .arg(named(what.name));
        },
        [](const SoftDetail& what) {
            return FindingsText::tr(
                       "The picture is softer than its pixels: its true detail comes to about %1 dots an "
                       "inch. It "
                       "may have been enlarged before.")
                .arg(qRound(what.per_inch));
        },
        [](const EvenBorder& what) {
            return what.white ? FindingsText::tr(
                                    "An even white border runs along the picture. It will show as a rim.")
                              : FindingsText::tr(
                                    "An even black border runs along the picture. Black rims fail first.");
        },
        [](const PaleHaze&) {
            return FindingsText::tr(
                "The background is nearly white, not white: it prints as a pale rectangle.");
        },
        [](const SolidAreas& what) {
            return FindingsText::tr(
                       "Big black areas, %1\u00a0cm² in all. Their middle may stay on the paper.")
                .arg(what.cm2, 0, 'f', what.cm2 < 10 ? 1 : 0);
        },
        [](const ThinLine& what) {
            if (what.measured)
                return FindingsText::tr(
                           "Some lines are only %1 wide. On your strip lines finer than %2 were lost.")
                    .arg(thinText(what.mm), thinText(what.holds_mm));
            return FindingsText::tr(
                       "Some lines are only %1 wide. This way of transfer may lose lines finer than %2 to %3 "
                       "(a guess).")
                .arg(thinText(what.mm), thinText(guessed_least * what.holds_mm),
                     thinText(guessed_most * what.holds_mm));
        },
        [&](const PaleDetailLost& what) {
            return (what.measured
                        ? FindingsText::tr(
                              "Pale detail will hardly be seen on this ground: %1, going by your strip.")
                        : FindingsText::tr(
                              "Pale detail will hardly be seen on this ground: %1, going by a guess."))
                .arg(partWords(what.share));
        },
        [&](const DarkDetailLost& what) {
            return (what.measured
                        ? FindingsText::tr(
                              "Over the dark part of the ground detail will hardly be seen: %1, going "
                              "by your strip.")
                        : FindingsText::tr("Over the dark part of the ground detail will hardly be seen: %1, "
                                           "going by a guess."))
                .arg(partWords(what.share));
        },
        [](const NightPicture&) {
            return FindingsText::tr(
                "Dark from edge to edge: large black areas tend to stay on the paper. Darks for lights may "
                "serve it, or a lighter ground.");
        },
        [&](const MuchInk& what) {
            return FindingsText::tr(
                       "%1 % of the sheet is inked. This kind of sheet takes less, as a guess: it may smear "
                       "or "
                       "curl.")
                .arg(percent(what.share));
        },
        [&](const ColoursMerge& what) {
            return FindingsText::tr(
                       "Colours that differ become the same grey in %1 % of the places where they meet.")
                .arg(percent(what.share));
        },
        [](const ColourWithout&) {
            return FindingsText::tr("Colour is asked for, but your printer prints black alone.");
        },
        [](const Faces& what) {
            return counted(
                what.count, FindingsText::tr("%1 face is found. Seams and edges should stay away from it."),
                FindingsText::tr("%1 faces are found. Seams and edges should stay away from them."));
        },
        [](const CameReversed& what) {
            return FindingsText::tr(
                       "\u201c%1\u201d reads backwards in this picture. It seems to have come mirrored.")
                .arg(text(what.words));
        },
        [](const ReadsBackwards& what) {
            return FindingsText::tr(
                       "\u201c%1\u201d will read backwards. The picture does not seem to have come mirrored.")
                .arg(text(what.words));
        },
    };
    return std::visit(words, found.what);
}

QString remedyText(const Finding& found, Unit unit) {
    using namespace finding;
    const auto size = [unit](const SizeMm& fits) {
        return FindingsText::tr("Make it %1").arg(sizeText(fits, unit));
    };
    const Overloaded words{
        [&](const MissesOneSheet& what) { return size(what.fits); },
        [&](const SavesSheets& what) { return size(what.fits); },
        [&](const CrossesMargin& what) { return size(what.fits); },
        [&](const WholeSheetsJoin& what) { return what.fits ? size(*what.fits) : QString(); },
        [](const LargerThanObject& what) {
            if (what.covers) return FindingsText::tr("Cut it to the object");
            return what.fits ? FindingsText::tr("Fit it inside") : QString();
        },
        [](const SeamCrosses& what) {
            if (!what.better) return QString();
            if (what.better->more_sheets == 0) return FindingsText::tr("Lay the seams anew");
            return what.better->more_sheets == 1
                       ? FindingsText::tr("Take a sheet more")
                       : FindingsText::tr("Take %1 sheets more").arg(what.better->more_sheets);
        },
        [](const FinishOrder& what) {
            return what.layer < 0 ? QString() : FindingsText::tr("Put it in its place");
        },
        [](const NewerMethod&) { return FindingsText::tr("Take the new one"); },
        [](const EvenBorder&) { return FindingsText::tr("Trim it"); },
        [](const PaleHaze&) { return FindingsText::tr("Make it white"); },
        [](const SolidAreas&) { return FindingsText::tr("Break it up"); },
        [](const ColoursMerge&) { return FindingsText::tr("Keep them apart"); },
        [](const ColourWithout&) { return FindingsText::tr("Print it grey"); },
        [](const NightPicture&) { return FindingsText::tr("Darks for lights"); },
        [](const Faces& what) {
            return what.count > 1 ? FindingsText::tr("Mark them") : FindingsText::tr("Mark it");
        },
        [](const CameReversed&) { return FindingsText::tr("Turn it back"); },
        [](const ReadsBackwards&) { return FindingsText::tr("Turn it back"); },
        [](const auto&) { return QString(); },  // nothing mends it by itself: see mend.h
    };
    return std::visit(words, found.what);
}

}  // namespace tympan::app
