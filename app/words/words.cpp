#include "app/words/words.h"

#include <QCoreApplication>
#include <QRegularExpression>
#include <algorithm>
#include <cmath>

#include "core/base/overloaded.h"
#include "core/measure/percent.h"
#include "core/method/tools.h"

namespace tympan::app {

namespace {

struct WordsText {
    Q_DECLARE_TR_FUNCTIONS(Words)
};

/// A measure stays on one line with its unit.
QString unbroken(QString measure) { return measure.replace(QLatin1Char(' '), QChar::Nbsp); }

}  // namespace

QString text(const std::string& catalogue_text) { return text(Text::catalogued(catalogue_text)); }

QString text(const Text& words) { return QString::fromStdString(language()(words)); }

Language language() {
    // The locale is that of the words, not of the computer: counts and numbers go with their sentence.
    return {"en", [](std::string_view source) {
                const std::string words(source);
                // Where the sources' words are extracted to: from core, from workshop, from the catalogues.
                for (const char* const context : {"tympan", "tympan::workshop", "catalogue"})
                    if (const QString found = QCoreApplication::translate(context, words.c_str());
                        found != QString::fromStdString(words))
                        return found.toStdString();
                return words;
            }};
}

QString counted(qsizetype number, const QString& one, const QString& many) {
    return (number == 1 ? one : many).arg(number);
}

QString lengthText(double mm, Unit unit) { return unbroken(QString::fromStdString(formatLength(mm, unit))); }

QString sizeText(const SizeMm& size, Unit unit) {
    return unbroken(QString::fromStdString(formatNumber(size.width, unit)) + QStringLiteral(" × ")) +
           lengthText(size.height, unit);
}

QString mirroredText(Mirrored mirrored) {
    return mirrored == Mirrored::yes ? WordsText::tr("mirrored") : WordsText::tr("not mirrored");
}

QString mirroringSentence(const std::vector<Turn>& turns) {
    // A picture that came mirrored is turned back first: what follows is about how it will be seen.
    const auto on_the_way = std::count_if(
        turns.begin(), turns.end(), [](const Turn& turn) { return turn.why != Turn::Why::already_reversed; });
    const bool came_mirrored = on_the_way != static_cast<std::ptrdiff_t>(turns.size());
    const QString first = came_mirrored ? WordsText::tr("It came mirrored and is turned back. ") : QString();
    if (on_the_way == 0) return first + WordsText::tr("Laid face up, so printed as it reads.");
    if (on_the_way == 1) return first + WordsText::tr("Turned over once, so printed mirrored.");
    return first + (on_the_way % 2 != 0
                        ? WordsText::tr("Turned over %1 times, so printed mirrored.").arg(on_the_way)
                        : WordsText::tr("Turned over %1 times, so printed as it reads.").arg(on_the_way));
}

namespace {

QString turnText(const Turn& turn) {
    switch (turn.why) {
        case Turn::Why::method:
            return text(turn.words);
        case Turn::Why::seen_through:
            return WordsText::tr("the picture is looked at through the clear object");
        case Turn::Why::printer_mirrors:
            return WordsText::tr("the printer or the shop mirrors by itself");
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
            why +=
                WordsText::tr("The picture came mirrored already: it is turned back before anything else. ");
            continue;
        }
        turned = true;
        why += WordsText::tr("One turn: %1. ").arg(turnText(turn));
        printer_mirrors = printer_mirrors || turn.why == Turn::Why::printer_mirrors;
    }
    if (!turned)
        why += WordsText::tr(
            "Nothing turns the ink over: the sheet is stuck down with its printed side towards you.");
    why += QStringLiteral("\n\n");
    why += WordsText::tr(
        "Each turn makes left and right change places. After an odd number of turns the picture would be "
        "backwards on the object, so the program prints it mirrored; after an even number it prints it as it "
        "reads. ");
    why +=
        printer_mirrors
            ? WordsText::tr(
                  "You said that the printer mirrors by itself: leave that as it is, in its own dialog.")
            : WordsText::tr(
                  "Keep mirroring off in the printer's own dialog: a second mirroring would undo the first.");
    return why.trimmed();
}

QString shapeName(ShapeKind kind) {
    switch (kind) {
        case ShapeKind::spot:
            return WordsText::tr("a spot on something bigger");
        case ShapeKind::rectangle:
            return WordsText::tr("rectangle");
        case ShapeKind::rounded_rectangle:
            return WordsText::tr("rectangle, rounded corners");
        case ShapeKind::circle:
            return WordsText::tr("circle");
        case ShapeKind::oval:
            return WordsText::tr("oval");
        case ShapeKind::polygon:
            return WordsText::tr("hexagon, or other regular");
        case ShapeKind::triangle:
            return WordsText::tr("triangle");
        case ShapeKind::heart:
            return WordsText::tr("heart");
        case ShapeKind::tag:
            return WordsText::tr("tag with a hole");
        case ShapeKind::arch:
            return WordsText::tr("arch");
        case ShapeKind::crescent:
            return WordsText::tr("crescent");
        case ShapeKind::plank:
            return WordsText::tr("plank with a free edge");
        case ShapeKind::wrapped_canvas:
            return WordsText::tr("canvas, wrapped round its sides");
        case ShapeKind::framed_board:
            return WordsText::tr("board in a frame");
        case ShapeKind::cylinder:
            return WordsText::tr("can or jar, straight sides");
        case ShapeKind::tapered:
            return WordsText::tr("tin or bucket, tapered");
        case ShapeKind::drawn:
            return WordsText::tr("any outline");
    }
    return {};
}

std::string nameOfObject(const QString& typed) {
    static const QRegularExpression article(QStringLiteral("^(a|an|the)\\s+(?=\\S)"),
                                            QRegularExpression::CaseInsensitiveOption);
    return typed.trimmed().remove(article).toStdString();
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
        if (id == measure) return WordsText::tr(words);
    return QString::fromUtf8(measure.data(), static_cast<qsizetype>(measure.size()));
}

QString needName(const std::string& need) { return text(toolNamed(need).name); }

QString timeText(const Wait& time) {
    const auto hours = [](double minutes) { return qRound(minutes / 60); };
    // What is a guess is said as a range alone.
    const bool guess = time.basis == Basis::guess;
    if (time.most_min < 2) {
        const auto seconds = [](double minutes) { return qRound(minutes * 60); };
        return time.least_min == time.most_min ? WordsText::tr("%1 seconds").arg(seconds(time.typical_min))
                                               : WordsText::tr("%1 to %2 seconds")
                                                     .arg(seconds(time.least_min))
                                                     .arg(seconds(time.most_min));
    }
    if (guess && time.most_min < 180 && qRound(time.least_min) == qRound(time.most_min))
        return WordsText::tr("about %1 minutes, a guess").arg(qRound(time.typical_min));
    if (guess && time.most_min < 180)
        return WordsText::tr("%1 to %2 minutes, a guess")
            .arg(qRound(time.least_min))
            .arg(qRound(time.most_min));
    if (guess && time.most_min < 96 * 60 && hours(time.least_min) == hours(time.most_min))
        return WordsText::tr("about %1 hours, partly a guess").arg(hours(time.typical_min));
    if (guess && time.most_min < 96 * 60)
        return WordsText::tr("%1 to %2 hours, partly a guess")
            .arg(hours(time.least_min))
            .arg(hours(time.most_min));
    if (guess)
        return WordsText::tr("%1 to %2 days, partly a guess")
            .arg(qRound(time.least_min / 60 / 24))
            .arg(qRound(time.most_min / 60 / 24));
    if (time.typical_min < 90)
        return WordsText::tr("about %1 minutes (%2 to %3)")
            .arg(qRound(time.typical_min))
            .arg(qRound(time.least_min))
            .arg(qRound(time.most_min));
    if (time.typical_min < 48 * 60)
        return WordsText::tr("about %1 hours (%2 to %3)")
            .arg(hours(time.typical_min))
            .arg(hours(time.least_min))
            .arg(hours(time.most_min));
    const auto days = [](double minutes) { return QString::number(minutes / 60 / 24, 'f', 1); };
    return WordsText::tr("about %1 days (%2 to %3)")
        .arg(days(time.typical_min), days(time.least_min), days(time.most_min));
}

QString heatText(const Heat& heat) {
    // Heat is set in steps of five, and makers' figures are such: 175 °F is 79 °C.
    const auto both = [](double c) {
        return WordsText::tr("%1 °C (%2 °F)").arg(qRound(c)).arg(5 * qRound((c * 9 / 5 + 32) / 5));
    };
    return heat.least_c == heat.most_c ? both(heat.least_c)
                                       : WordsText::tr("%1 to %2").arg(both(heat.least_c), both(heat.most_c));
}

QString methodName(const Method& method) { return text(method.name); }

QString printerText(std::string_view kind) {
    if (kind == id(PrinterKind::laser)) return WordsText::tr("laser");
    if (kind == id(PrinterKind::inkjet)) return WordsText::tr("inkjet");
    if (kind == id(PrinterKind::sublimation)) return WordsText::tr("sublimation ink");
    if (kind == id(PrinterKind::white_toner)) return WordsText::tr("white toner");
    return QString::fromUtf8(kind.data(), static_cast<qsizetype>(kind.size()));
}

QString printersText(const Method& method) {
    QStringList names;
    for (PrinterKind kind : method.printers) names << printerText(id(kind));
    return names.join(WordsText::tr(" or "));
}

}  // namespace tympan::app
