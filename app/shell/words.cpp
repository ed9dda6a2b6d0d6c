#include "app/shell/words.h"

#include <QCoreApplication>
#include <algorithm>
#include <cmath>

#include "core/base/overloaded.h"
#include "core/measure/percent.h"

namespace tympan::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("words", text); }

/// A measure stays on one line with its unit.
QString unbroken(QString measure) { return measure.replace(QLatin1Char(' '), QChar::Nbsp); }

}  // namespace

QString text(const std::string& catalogue_text) {
    return QCoreApplication::translate("catalogue", catalogue_text.c_str());
}

QString counted(qsizetype number, const QString& one, const QString& many) {
    return (number == 1 ? one : many).arg(number);
}

QString lengthText(double mm, Unit unit) { return unbroken(QString::fromStdString(formatLength(mm, unit))); }

QString sizeText(const SizeMm& size, Unit unit) {
    return unbroken(QString::fromStdString(formatNumber(size.width, unit)) + QStringLiteral(" × ")) +
           lengthText(size.height, unit);
}

namespace {

/// How much of something, where a number would pretend.
QString partWords(double share) {
    return share < 0.2 ? tr("a little of it") : share < 0.5 ? tr("a good part of it") : tr("most of it");
}

/// A width that is thinner than measures are given in elsewhere.
QString thinText(double mm) { return QString::number(mm, 'f', 2) + tr("\u00a0mm"); }

}  // namespace

QString sentence(const Finding& found, Unit unit) {
    using namespace finding;
    const auto length = [unit](double mm) { return lengthText(mm, unit); };
    const auto named = [](const std::string& name) { return QString::fromStdString(name); };
    const auto percent = [](double share) { return qRound(100 * share); };
    const Overloaded words{
        [&](const MissesOneSheet& what) {
            return what.part < 1 ? tr("The picture misses one sheet by only %1: at %2 % it fits.")
                                       .arg(length(what.by_mm))
                                       .arg(percentDown(what.part))
                                 : tr("The picture misses one sheet by only %1.").arg(length(what.by_mm));
        },
        [](const SavesSheets& what) {
            return tr("It takes %1 sheets; %2 % smaller it would take %3.")
                .arg(what.sheets)
                .arg(percentUp(1 - what.part))
                .arg(what.fewer);
        },
        [&](const CrossesMargin& what) {
            return tr("It fits the paper, but %1 of it would lie in the margin that is not printed.")
                .arg(length(what.by_mm));
        },
        [&](const LargerThanObject& what) {
            return what.by_mm < 0.05
                       ? tr("The picture goes over the edge of the object.")
                       : tr("The picture goes %1 over the edge of the object.").arg(length(what.by_mm));
        },
        [](const MissesObject&) { return tr("The picture does not lie on the object at all."); },
        [&](const CrossesKeepOut& what) {
            return tr("The picture runs over \u201c%1\u201d.").arg(named(what.zone));
        },
        [](const UnsuitedMaterial& what) { return text(what.why); },
        [](const FinishOrder& what) { return tr("“%1”: %2.").arg(text(what.what), text(what.why)); },
        [](const MaterialWithCare& what) { return text(what.why); },
        [&](const UnsuitedPrinter& what) {
            return what.printer.empty()
                       ? tr("With your printer: %1").arg(text(what.why))
                       : tr("With \u201c%1\u201d: %2").arg(named(what.printer), text(what.why));
        },
        [](const EdgeCutsWords& what) {
            return counted(
                what.words, tr("The edge cuts through lettering in %1 place. Move the picture, or its edge."),
                tr("The edge cuts through lettering in %1 places. Move the picture, or its edge."));
        },
        [](const DarkGround& what) {
            if (!what.painted && what.share < 0.5)
                return what.share < 0.15
                           ? tr("A little of it lies on a dark colour, where see-through ink hardly shows.")
                           : tr("A good part of it lies on a dark colour, where see-through ink hardly "
                                "shows.");
            return what.painted
                       ? tr("The ink is see-through: under it this dark colour is painted pale first. The "
                            "plan "
                            "has it.")
                       : tr("The ink is see-through and hardly shows on this dark colour. Paint it pale "
                            "first, or choose a method with a white of its own.");
        },
        [&](const EdgeInCareZone& what) {
            return tr("The edge cuts into \u201c%1\u201d, which should stay whole.").arg(named(what.zone));
        },
        [&](const SeamInCareZone& what) {
            return tr("A join between sheets runs through \u201c%1\u201d.").arg(named(what.zone));
        },
        [&](const SeamCrosses& what) {
            if (what.face)
                return what.places == 1 ? tr("A join between sheets runs through a face.")
                                        : tr("Joins between sheets run through %1 faces.").arg(what.places);
            return what.places == 1
                       ? tr("A join between sheets runs through what looks like lettering.")
                       : tr("Joins between sheets run through what looks like lettering, in %1 places.")
                             .arg(what.places);
        },
        [&](const FewPixels& what) {
            // How sharply people see differs by more than a part of a centimetre.
            const double step = unit == Unit::in ? mm_per_inch : 10;
            const QString enough = lengthText(std::ceil(what.enough_from_mm / step) * step,
                                              unit == Unit::in ? Unit::in : Unit::cm);
            if (what.engine == Engine::redraw)
                return tr("Few pixels for this size. It is drawn again as curves, so its edges stay crisp.");
            if (what.times == 1)
                return tr("Few pixels for this size: each will be %1 wide. From %2 on, the eye sees no more "
                          "than "
                          "there is.")
                    .arg(lengthText(mm_per_inch / what.per_inch, Unit::mm), enough);
            return tr("Few pixels for this size: it is made %1 times larger. Its true detail stays at %2 to "
                      "the "
                      "inch, enough from %3 on.")
                .arg(what.times)
                .arg(qRound(what.per_inch))
                .arg(enough);
        },
        [&](const WholeSheetsJoin& what) {
            if (what.on_purpose)
                return tr("It is parted on purpose: %1 sheets are laid whole and joined by eye, and the "
                          "joins "
                          "show.")
                    .arg(what.sheets);
            return what.fits ? tr("It is laid in one piece and does not fit one sheet. %1 wide fits.")
                                   .arg(length(what.fits->width))
                             : tr("It is laid in one piece and does not fit one sheet.");
        },
        [](const NewerMethod& what) {
            return tr("\u201c%1\u201d is described anew since this job was made. The job keeps its own copy.")
                .arg(text(what.name));
        },
        [&](const Cropped& what) {
            return tr("This size has another shape than the picture: %1 % of it is left out at the edges.")
                .arg(percent(what.share));
        },
        [&](const LinkedPicture& what) {
            return tr("The drawing names \u201c%1\u201d but does not hold it, so it stays blank. Embed it "
                      "and open "
                      "the drawing again.")
                .arg(named(what.name));
        },
        [](const SoftDetail& what) {
            return tr("The picture is softer than its pixels: its true detail comes to about %1 dots an "
                      "inch. It "
                      "may have been enlarged before.")
                .arg(qRound(what.per_inch));
        },
        [](const EvenBorder& what) {
            return what.white ? tr("An even white border runs along the picture. It will show as a rim.")
                              : tr("An even black border runs along the picture. Black rims fail first.");
        },
        [](const PaleHaze&) {
            return tr("The background is nearly white, not white: it prints as a pale rectangle.");
        },
        [](const SolidAreas& what) {
            return tr("Big black areas, %1\u00a0cm² in all. Their middle may stay on the paper.")
                .arg(what.cm2, 0, 'f', what.cm2 < 10 ? 1 : 0);
        },
        [](const ThinLine& what) {
            if (what.measured)
                return tr("Some lines are only %1 wide. On your strip lines finer than %2 were lost.")
                    .arg(thinText(what.mm), thinText(what.holds_mm));
            return tr("Some lines are only %1 wide. This way of transfer may lose lines finer than %2 to %3 "
                      "(a guess).")
                .arg(thinText(what.mm), thinText(guessed_least * what.holds_mm),
                     thinText(guessed_most * what.holds_mm));
        },
        [&](const PaleDetailLost& what) {
            return (what.measured
                        ? tr("Pale detail will hardly be seen on this ground: %1, going by your strip.")
                        : tr("Pale detail will hardly be seen on this ground: %1, going by a guess."))
                .arg(partWords(what.share));
        },
        [&](const DarkDetailLost& what) {
            return (what.measured
                        ? tr("Over the dark part of the ground detail will hardly be seen: %1, going "
                             "by your strip.")
                        : tr("Over the dark part of the ground detail will hardly be seen: %1, "
                             "going by a guess."))
                .arg(partWords(what.share));
        },
        [](const NightPicture&) {
            return tr(
                "Dark from edge to edge: large black areas tend to stay on the paper. Darks for lights may "
                "serve it, or a lighter ground.");
        },
        [&](const MuchInk& what) {
            return tr("%1 % of the sheet is inked. This kind of sheet takes less, as a guess: it may smear "
                      "or "
                      "curl.")
                .arg(percent(what.share));
        },
        [&](const ColoursMerge& what) {
            return tr("Colours that differ become the same grey in %1 % of the places where they meet.")
                .arg(percent(what.share));
        },
        [](const ColourWithout&) { return tr("Colour is asked for, but your printer prints black alone."); },
        [](const Faces& what) {
            return counted(what.count, tr("%1 face is found. Seams and edges should stay away from it."),
                           tr("%1 faces are found. Seams and edges should stay away from them."));
        },
        [](const CameReversed& what) {
            return tr("\u201c%1\u201d reads backwards in this picture. It seems to have come mirrored.")
                .arg(text(what.words));
        },
        [](const ReadsBackwards& what) {
            return tr("\u201c%1\u201d will read backwards. The picture does not seem to have come mirrored.")
                .arg(text(what.words));
        },
    };
    return std::visit(words, found.what);
}

QString remedyText(const Finding& found, Unit unit) {
    using namespace finding;
    const auto size = [unit](const SizeMm& fits) { return tr("Make it %1").arg(sizeText(fits, unit)); };
    const Overloaded words{
        [&](const MissesOneSheet& what) { return size(what.fits); },
        [&](const SavesSheets& what) { return size(what.fits); },
        [&](const CrossesMargin& what) { return size(what.fits); },
        [&](const WholeSheetsJoin& what) { return what.fits ? size(*what.fits) : QString(); },
        [](const LargerThanObject& what) {
            if (what.covers) return tr("Cut it to the object");
            return what.fits ? tr("Fit it inside") : QString();
        },
        [](const SeamCrosses& what) {
            if (!what.better) return QString();
            if (what.better->more_sheets == 0) return tr("Lay the seams anew");
            return what.better->more_sheets == 1 ? tr("Take a sheet more")
                                                 : tr("Take %1 sheets more").arg(what.better->more_sheets);
        },
        [](const FinishOrder& what) { return what.layer < 0 ? QString() : tr("Put it in its place"); },
        [](const NewerMethod&) { return tr("Take the new one"); },
        [](const EvenBorder&) { return tr("Trim it"); },
        [](const PaleHaze&) { return tr("Make it white"); },
        [](const SolidAreas&) { return tr("Break it up"); },
        [](const ColoursMerge&) { return tr("Keep them apart"); },
        [](const ColourWithout&) { return tr("Print it grey"); },
        [](const NightPicture&) { return tr("Darks for lights"); },
        [](const Faces& what) { return what.count > 1 ? tr("Mark them") : tr("Mark it"); },
        [](const CameReversed&) { return tr("Turn it back"); },
        [](const ReadsBackwards&) { return tr("Turn it back"); },
        [](const auto&) { return QString(); },  // nothing mends it by itself: see mend.h
    };
    return std::visit(words, found.what);
}

QString mirroredText(Mirrored mirrored) {
    return mirrored == Mirrored::yes ? tr("mirrored") : tr("not mirrored");
}

QString mirroringSentence(const std::vector<Turn>& turns) {
    // A picture that came mirrored is turned back first: what follows is about how it will be seen.
    const auto on_the_way = std::count_if(
        turns.begin(), turns.end(), [](const Turn& turn) { return turn.why != Turn::Why::already_reversed; });
    const bool came_mirrored = on_the_way != static_cast<std::ptrdiff_t>(turns.size());
    const QString first = came_mirrored ? tr("It came mirrored and is turned back. ") : QString();
    if (on_the_way == 0) return first + tr("Laid face up, so printed as it reads.");
    if (on_the_way == 1) return first + tr("Turned over once, so printed mirrored.");
    return first + (on_the_way % 2 != 0
                        ? tr("Turned over %1 times, so printed mirrored.").arg(on_the_way)
                        : tr("Turned over %1 times, so printed as it reads.").arg(on_the_way));
}

namespace {

QString turnText(const Turn& turn) {
    switch (turn.why) {
        case Turn::Why::method:
            return text(turn.words);
        case Turn::Why::seen_through:
            return tr("the picture is looked at through the clear object");
        case Turn::Why::printer_mirrors:
            return tr("the printer or the shop mirrors by itself");
        case Turn::Why::already_reversed:
            break;
    }
    return {};
}

}  // namespace

QString whyMirrored(const std::vector<Turn>& turns) {
    QString why;
    bool printer_mirrors = false, turned = false;
    for (const Turn& turn : turns) {
        if (turn.why == Turn::Why::already_reversed) {
            why += tr("The picture came mirrored already: it is turned back before anything else. ");
            continue;
        }
        turned = true;
        why += tr("One turn: %1. ").arg(turnText(turn));
        printer_mirrors = printer_mirrors || turn.why == Turn::Why::printer_mirrors;
    }
    if (!turned)
        why += tr("Nothing turns the ink over: the sheet is stuck down with its printed side towards you.");
    why += QStringLiteral("\n\n");
    why += tr(
        "Each turn makes left and right change places. After an odd number of turns the picture would be "
        "backwards on the object, so the program prints it mirrored; after an even number it prints it as it "
        "reads. ");
    why +=
        printer_mirrors
            ? tr("You said that the printer mirrors by itself: leave that as it is, in its own dialog.")
            : tr("Keep mirroring off in the printer's own dialog: a second mirroring would undo the first.");
    return why.trimmed();
}

QString shapeName(ShapeKind kind) {
    switch (kind) {
        case ShapeKind::spot:
            return tr("a spot on something bigger");
        case ShapeKind::rectangle:
            return tr("rectangle");
        case ShapeKind::rounded_rectangle:
            return tr("rectangle, rounded corners");
        case ShapeKind::circle:
            return tr("circle");
        case ShapeKind::oval:
            return tr("oval");
        case ShapeKind::polygon:
            return tr("hexagon, or other regular");
        case ShapeKind::triangle:
            return tr("triangle");
        case ShapeKind::heart:
            return tr("heart");
        case ShapeKind::tag:
            return tr("tag with a hole");
        case ShapeKind::arch:
            return tr("arch");
        case ShapeKind::crescent:
            return tr("crescent");
        case ShapeKind::plank:
            return tr("plank with a free edge");
        case ShapeKind::wrapped_canvas:
            return tr("canvas, wrapped round its sides");
        case ShapeKind::framed_board:
            return tr("board in a frame");
        case ShapeKind::cylinder:
            return tr("can or jar, straight sides");
        case ShapeKind::tapered:
            return tr("tin or bucket, tapered");
        case ShapeKind::drawn:
            return tr("any outline");
    }
    return {};
}

QString measureName(std::string_view measure) {
    const QList<std::pair<std::string_view, const char*>> names{
        {"width_mm", QT_TRANSLATE_NOOP("words", "wide")},
        {"height_mm", QT_TRANSLATE_NOOP("words", "high")},
        {"corner_mm", QT_TRANSLATE_NOOP("words", "corner")},
        {"diameter_mm", QT_TRANSLATE_NOOP("words", "across")},
        {"sides", QT_TRANSLATE_NOOP("words", "corners")},
        {"across_flats_mm", QT_TRANSLATE_NOOP("words", "across flats")},
        {"lean_mm", QT_TRANSLATE_NOOP("words", "top leans")},
        {"hole_mm", QT_TRANSLATE_NOOP("words", "hole")},
        {"rise_mm", QT_TRANSLATE_NOOP("words", "arch high")},
        {"thickness_mm", QT_TRANSLATE_NOOP("words", "thick")},
        {"depth_mm", QT_TRANSLATE_NOOP("words", "deep")},
        {"opening_width_mm", QT_TRANSLATE_NOOP("words", "opening wide")},
        {"opening_height_mm", QT_TRANSLATE_NOOP("words", "opening high")},
        {"girth_mm", QT_TRANSLATE_NOOP("words", "girth")},
        {"top_girth_mm", QT_TRANSLATE_NOOP("words", "girth at top")},
        {"bottom_girth_mm", QT_TRANSLATE_NOOP("words", "girth below")}};
    for (const auto& [id, words] : names)
        if (id == measure) return tr(words);
    return QString::fromUtf8(measure.data(), static_cast<qsizetype>(measure.size()));
}

QString needName(const std::string& need) {
    const QList<std::pair<const char*, const char*>> names{
        {"gel", QT_TRANSLATE_NOOP("words", "matte gel medium")},
        {"glue", QT_TRANSLATE_NOOP("words", "white PVA glue")},
        {"paste", QT_TRANSLATE_NOOP("words", "fabric transfer paste")},
        {"label-backing", QT_TRANSLATE_NOOP("words", "label backing sheets")},
        {"tissue", QT_TRANSLATE_NOOP("words", "tissue paper")},
        {"napkin", QT_TRANSLATE_NOOP("words", "paper napkins")},
        {"iron", QT_TRANSLATE_NOOP("words", "an iron")},
        {"heat-press", QT_TRANSLATE_NOOP("words", "a heat press")},
        {"skin-sheet", QT_TRANSLATE_NOOP("words", "sheets made for skin")},
        {"opaque-sheet", QT_TRANSLATE_NOOP("words", "opaque sheets for dark cloth")},
        {"two-part-sheet", QT_TRANSLATE_NOOP("words", "two-part transfer sheets")}};
    for (const auto& [id, words] : names)
        if (need == id) return tr(words);
    return QString::fromStdString(need);
}

QString timeText(const Wait& time) {
    const auto hours = [](double minutes) { return qRound(minutes / 60); };
    // What is a guess is said as a range alone.
    const bool guess = time.basis == Basis::guess;
    if (time.most_min < 2) {
        const auto seconds = [](double minutes) { return qRound(minutes * 60); };
        return time.least_min == time.most_min
                   ? tr("%1 seconds").arg(seconds(time.typical_min))
                   : tr("%1 to %2 seconds").arg(seconds(time.least_min)).arg(seconds(time.most_min));
    }
    if (guess && time.most_min < 180 && qRound(time.least_min) == qRound(time.most_min))
        return tr("about %1 minutes, a guess").arg(qRound(time.typical_min));
    if (guess && time.most_min < 180)
        return tr("%1 to %2 minutes, a guess").arg(qRound(time.least_min)).arg(qRound(time.most_min));
    if (guess && time.most_min < 96 * 60 && hours(time.least_min) == hours(time.most_min))
        return tr("about %1 hours, partly a guess").arg(hours(time.typical_min));
    if (guess && time.most_min < 96 * 60)
        return tr("%1 to %2 hours, partly a guess").arg(hours(time.least_min)).arg(hours(time.most_min));
    if (guess)
        return tr("%1 to %2 days, partly a guess")
            .arg(qRound(time.least_min / 60 / 24))
            .arg(qRound(time.most_min / 60 / 24));
    if (time.typical_min < 90)
        return tr("about %1 minutes (%2 to %3)")
            .arg(qRound(time.typical_min))
            .arg(qRound(time.least_min))
            .arg(qRound(time.most_min));
    if (time.typical_min < 48 * 60)
        return tr("about %1 hours (%2 to %3)")
            .arg(hours(time.typical_min))
            .arg(hours(time.least_min))
            .arg(hours(time.most_min));
    const auto days = [](double minutes) { return QString::number(minutes / 60 / 24, 'f', 1); };
    return tr("about %1 days (%2 to %3)")
        .arg(days(time.typical_min), days(time.least_min), days(time.most_min));
}

QString heatText(const Heat& heat) {
    // Heat is set in steps of five, and makers' figures are such: 175 °F is 79 °C.
    const auto both = [](double c) {
        return tr("%1 °C (%2 °F)").arg(qRound(c)).arg(5 * qRound((c * 9 / 5 + 32) / 5));
    };
    return heat.least_c == heat.most_c ? both(heat.least_c)
                                       : tr("%1 to %2").arg(both(heat.least_c), both(heat.most_c));
}

QString methodName(const Method& method) { return text(method.name); }

QString printerText(std::string_view kind) {
    if (kind == id(PrinterKind::laser)) return tr("laser");
    if (kind == id(PrinterKind::inkjet)) return tr("inkjet");
    if (kind == id(PrinterKind::sublimation)) return tr("sublimation ink");
    if (kind == id(PrinterKind::white_toner)) return tr("white toner");
    return QString::fromUtf8(kind.data(), static_cast<qsizetype>(kind.size()));
}

QString printersText(const Method& method) {
    QStringList names;
    for (PrinterKind kind : method.printers) names << printerText(id(kind));
    return names.join(tr(" or "));
}

}  // namespace tympan::app
