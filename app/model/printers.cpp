#include "app/model/printers.h"

#include <QCoreApplication>
#include <QStringList>

#include "app/words/words.h"
#include "core/printer/printer_json.h"

namespace tympan::app {

namespace {

const QString shop = QStringLiteral("shop");
struct PrintersText {
    Q_DECLARE_TR_FUNCTIONS(Printers)
};

}  // namespace

QStringList printerChoices() {
    QStringList choices;
    for (const std::string& kind : printerKindNames()) choices << QString::fromStdString(kind);
    return choices << shop;
}

QString printerChoiceText(const QString& choice) {
    if (choice == QStringLiteral("laser")) return PrintersText::tr("laser printer");
    if (choice == QStringLiteral("inkjet")) return PrintersText::tr("inkjet printer");
    if (choice == QStringLiteral("sublimation")) return PrintersText::tr("printer with sublimation ink");
    if (choice == QStringLiteral("white-toner")) return PrintersText::tr("printer with white toner");
    return PrintersText::tr("copy shop");
}

Printer printerOfChoice(const QString& choice) {
    Printer printer;
    printer.id = 0;
    printer.name = printerChoiceText(choice).toStdString();
    // Copy shops print with toner, as a laser printer does.
    if (choice == shop) printer.shop.emplace();
    printer.kind = choice == shop ? PrinterKind::laser : printerKindNamed(choice.toStdString());
    // What was measured of the maker's own is known from the start.
    for (const Printer& kept : allKept(keptPrinters()))
        if (kept.name == printer.name && kept.kind == printer.kind) {
            printer = kept;
            printer.id = 0;
        }
    return printer;
}

QString printingText(const Needs::Printing& printing) {
    QStringList names;
    for (const std::string& name : printing.pieces) names << QString::fromStdString(name);
    const QString sheets = printing.sheets > 1    ? PrintersText::tr("%1 sheets, ").arg(printing.sheets)
                           : printing.sheets == 1 ? PrintersText::tr("one sheet, ")
                                                  : QString();
    return QStringLiteral("%1: %2%3: %4")
        .arg(QString::fromStdString(printing.printer), sheets, text(printing.carrier),
             names.join(QStringLiteral(", ")));
}

QString printerName(const Printer& printer) {
    if (!printer.name.empty()) return QString::fromStdString(printer.name);
    const std::string_view kind = id(printer.kind);
    return printerChoiceText(QString::fromUtf8(kind.data(), static_cast<qsizetype>(kind.size())));
}

}  // namespace tympan::app
