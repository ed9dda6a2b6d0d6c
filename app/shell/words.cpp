#include "app/shell/words.h"

#include <QCoreApplication>

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

QString sentence(const Finding& finding, Unit unit) {
    switch (finding.id) {
        case Finding::Id::misses_one_sheet:
            return tr("The picture misses one sheet by only %1.").arg(lengthText(finding.mm, unit));
        case Finding::Id::larger_than_object:
            return tr("The picture goes %1 over the edge of the object.").arg(lengthText(finding.mm, unit));
        case Finding::Id::few_pixels:
            return tr("Few pixels for this size: each will be %1 wide and may show.")
                .arg(lengthText(mm_per_inch / finding.number, Unit::mm));
        case Finding::Id::whole_sheets_join:
            return tr("This way of transfer lays sheets whole: %1 sheets must be joined by eye.")
                .arg(finding.number);
        case Finding::Id::cropped:
            return tr("This size has another shape than the picture: %1 % of it is left out at the edges.")
                .arg(qRound(finding.number));
    }
    return {};
}

QString remedyText(const Finding& finding, Unit unit) {
    return finding.remedy ? tr("Make it %1").arg(sizeText(*finding.remedy, unit)) : QString();
}

QString mirroredText(const Piece& piece) {
    return mirroredBy(piece.method) == Mirrored::yes ? tr("mirrored") : tr("not mirrored");
}

QString mirroringSentence(const Method& method) {
    const auto turns = method.turns.size();
    if (turns == 0) return tr("Laid face up, so the paper is printed as it reads.");
    if (turns == 1) return tr("Turned over once, so the paper is printed mirrored.");
    return mirroredBy(method) == Mirrored::yes
               ? tr("Turned over %1 times, so the paper is printed mirrored.").arg(turns)
               : tr("Turned over %1 times, so the paper is printed as it reads.").arg(turns);
}

QString whyMirrored(const Method& method) {
    QString why =
        method.turns.empty()
            ? tr("Nothing turns the ink over: the sheet is stuck down with its printed side towards you.")
            : QString();
    for (const std::string& turn : method.turns) why += tr("One turn: %1. ").arg(text(turn));
    why += QStringLiteral("\n\n");
    why +=
        tr("Each turn makes left and right change places. After an odd number of turns the picture would be "
           "backwards on the "
           "object, so the program prints it mirrored; after an even number it prints it as it reads. Keep "
           "mirroring off in the "
           "printer's own dialog: a second mirroring would undo the first.");
    return why.trimmed();
}

QString methodName(const Method& method) { return text(method.name); }

QString printersText(const Method& method) {
    QStringList names;
    for (PrinterKind kind : method.printers) {
        switch (kind) {
            case PrinterKind::laser:
                names << tr("laser");
                break;
            case PrinterKind::inkjet:
                names << tr("inkjet");
                break;
            case PrinterKind::sublimation:
                names << tr("sublimation ink");
                break;
            case PrinterKind::white_toner:
                names << tr("white toner");
                break;
        }
    }
    return names.join(tr(" or "));
}

}  // namespace tympan::app
