#include "app/stations/print/printer_desk.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QFileInfo>
#include <QStringList>
#include <algorithm>
#include <cmath>

#include "app/model/job_store.h"
#include "app/model/printers.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"
#include "core/base/error.h"
#include "core/documents/swatch_sheet.h"
#include "core/job/edits.h"
#include "core/printer/printer_json.h"
#include "core/readings/calibration_sheet.h"
#include "core/readings/strip_reading.h"

namespace tympan::app {

namespace {

constexpr double told_mm = 0.15;  // more than that beside where it should be is said

struct PrinterDeskText {
    Q_DECLARE_TR_FUNCTIONS(PrinterDesk)
};

/// "1.5 % narrower"; empty for what nobody could measure.
QString scaleText(double scale, const char* less, const char* more) {
    const double percent = (scale - 1) * 100;
    if (std::abs(percent) < 0.02) return {};
    return QStringLiteral("%1 % %2")
        .arg(std::abs(percent), 0, 'g', 2)
        .arg(PrinterDeskText::tr(percent < 0 ? less : more));
}

}  // namespace

namespace {

QString unmeasured() {
    return PrinterDeskText::tr("Not measured yet. Printers scale and feed crooked without saying so.");
}

/// "1.5 % narrower, turned 0.4° to the right"; empty for one that prints true.
QString registrationParts(const Registration& r) {
    QStringList parts;
    for (const QString& each :
         {scaleText(r.scale_x, "narrower", "wider"), scaleText(r.scale_y, "shorter", "longer")})
        if (!each.isEmpty()) parts << each;
    if (std::abs(r.skew_deg) >= 0.02)
        parts << (r.skew_deg > 0 ? PrinterDeskText::tr("turned %1° to the right")
                                 : PrinterDeskText::tr("turned %1° to the left"))
                     .arg(std::abs(r.skew_deg), 0, 'g', 2);
    return parts.join(QStringLiteral(", "));
}

QString shrinkParts(const SheetShrink& shrink) {
    QStringList parts;
    for (const QString& each :
         {scaleText(shrink.x, "narrower", "wider"), scaleText(shrink.y, "shorter", "longer")})
        if (!each.isEmpty()) parts << each;
    return parts.join(QStringLiteral(", "));
}

}  // namespace

QString registrationText(const Printer& printer) {
    if (printer.registration.exact()) return unmeasured();
    const QString parts = registrationParts(printer.registration);
    if (parts.isEmpty())
        return PrinterDeskText::tr(
            "Measured: it prints true. Where it begins on the paper is reckoned with.");
    return PrinterDeskText::tr("Measured: it prints %1. That is reckoned with.").arg(parts);
}

QString greysText(const Printer& printer) {
    if (printer.curve.empty()) return {};
    constexpr double seen = 0.03;  // of black
    const double middle = laidFor(printer.curve, 0.5) / std::max(0.01, laidFor(printer.curve, 1)) - 0.5;
    if (std::abs(middle) < seen) return PrinterDeskText::tr("Its greys come out as they are asked for.");
    return (middle > 0 ? PrinterDeskText::tr("Its greys come out darker than asked: they are sent paler.")
                       : PrinterDeskText::tr("Its greys come out paler than asked: they are sent darker.")) +
           QLatin1Char(' ') + PrinterDeskText::tr("Test strips tell more, where one was read.");
}

QString shrinkText(const Printer& printer) {
    if (!printer.shrink)
        return PrinterDeskText::tr(
            "How much its sheets shrink between two passes is not known: the white may lie millimetres "
            "beside.");
    const QString parts = shrinkParts(*printer.shrink);
    return parts.isEmpty()
               ? PrinterDeskText::tr("Measured: its sheets keep their size between two passes.")
               : PrinterDeskText::tr("Between two passes its sheets get %1. That is reckoned with.")
                     .arg(parts);
}

QString allKnownText(const Printer& printer, bool twice) {
    QStringList all{registrationText(printer), greysText(printer)};
    if (twice) all << shrinkText(printer);
    all.removeAll(QString());
    return all.join(QLatin1Char(' '));
}

QString knownText(const Printer& printer, bool twice) {
    if (twice && !printer.shrink)
        return PrinterDeskText::tr("How its sheets shrink between two passes is not known yet.");
    if (twice) {
        const QString parts = shrinkParts(*printer.shrink);
        return parts.isEmpty() ? PrinterDeskText::tr("Its sheets keep their size between passes.")
                               : PrinterDeskText::tr("Between passes %1: reckoned with.").arg(parts);
    }
    if (printer.registration.exact())
        return PrinterDeskText::tr("Not measured yet: printers scale and feed crooked unseen.");
    const QString parts = registrationParts(printer.registration);
    return parts.isEmpty() ? PrinterDeskText::tr("Measured: it prints true.")
                           : PrinterDeskText::tr("It prints %1: reckoned with.").arg(parts);
}

PrinterDesk::PrinterDesk(std::filesystem::path kept, JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), kept_(std::move(kept)), store_(store), service_(service) {
    connect(&store_, &JobStore::changed, this, &PrinterDesk::changed);
}

const Printer* PrinterDesk::printer() const {
    const Piece* piece = store_.piece();
    return piece ? &printerOf(store_.job(), *piece) : nullptr;
}

void PrinterDesk::lookAgain() {
    all_ = allKept(kept_);
    emit changed();
}

std::optional<Printer> PrinterDesk::offered() const {
    const Printer* is = printer();
    if (!is) return {};
    const std::string name = printerName(*is).toStdString();
    for (const Printer& each : all_)
        if (each.name == name && withMeasuresOf(*is, each) != *is) return each;
    return {};
}

void PrinterDesk::saveSheet(const QString& file) {
    const Printer* is = printer();
    if (!is) return;
    try {
        writeCalibration(language(), file.toStdString(), printerName(*is).toStdString(),
                         store_.job().sheets.paper, QDateTime::currentSecsSinceEpoch());
    } catch (const Error& error) {
        return emit told(text(error.words()), false);
    }
    emit told(
        PrinterDeskText::tr("Saved: %1. Print it at 100 %, then scan it on something dark, or measure it.")
            .arg(QFileInfo(file).fileName()),
        true);
}

void PrinterDesk::read(const QString& file) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    reading_ = true;
    emit changed();
    const auto wrong = [this](const QString& sentence) {
        reading_ = false;
        emit told(sentence, false);
        emit changed();
    };
    service_.request(QStringLiteral("calibration"),
                     tellingErrors(
                         [this, file, id = piece->id, paper = store_.job().sheets.paper](
                             const std::stop_token& stop) -> RenderService::Finish {
                             const ArtworkPtr artwork = readPicture(file.toStdString(), {stop, {}});
                             const Calibration found =
                                 readCalibration(photographIn(*artwork),
                                                 QFileInfo(file).fileName().toStdString(), paper.size);
                             return [this, found, id] {
                                 reading_ = false;
                                 take(found, id);
                             };
                         },
                         wrong));
}

void PrinterDesk::measured(const RulerMeasures& measures) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    try {
        take(calibrationBy(measures, store_.job().sheets.paper.size), piece->id);
    } catch (const Error& error) {
        emit told(text(error.words()), false);
    }
}

void PrinterDesk::tell(const Printer& printer) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    Printer known = printer;
    known.name = printerName(known).toStdString();
    goBy(known, piece->id);
    keep(known, PrinterDeskText::tr("Kept with %1.").arg(printerName(known)));
}

void PrinterDesk::saveSwatches(const QString& file) {
    const Printer* is = printer();
    if (!is) return;
    try {
        Printer named = *is;
        named.name = printerName(*is).toStdString();
        writeSwatches(language(), file.toStdString(), named, store_.job().sheets.paper,
                      QDateTime::currentSecsSinceEpoch());
    } catch (const Error& error) {
        return emit told(text(error.words()), false);
    }
    emit told(PrinterDeskText::tr("Saved: %1. Print it on the paper or napkin that you want to try.")
                  .arg(QFileInfo(file).fileName()),
              true);
}

void PrinterDesk::take(const Calibration& found, int id) {
    const Piece* piece = findPiece(store_.job(), id);
    if (!piece) return emit changed();  // it was taken out meanwhile
    Printer known = calibrated(printerOf(store_.job(), *piece), found);
    known.name = printerName(known).toStdString();
    QString sentence = registrationText(known);
    if (!found.curve.empty()) sentence += QLatin1Char(' ') + greysText(known);
    if (found.mirrors)
        sentence += QLatin1Char(' ') +
                    PrinterDeskText::tr("It came out mirrored: the driver does that, and it is counted.");
    if (found.left_over_mm > told_mm)
        sentence += QLatin1Char(' ') +
                    PrinterDeskText::tr(
                        "The marks lie up to some tenths of a millimetre beside that: the paper was "
                        "not flat, or the lens bends lines. A scan tells more.");
    goBy(known, id);
    keep(known, sentence);
}

void PrinterDesk::keep(const Printer& printer, const QString& sentence) {
    try {
        keepPrinter(kept_, printer);
    } catch (const Error& error) {
        emit told(text(error.words()), false);
        return lookAgain();
    }
    lookAgain();
    emit told(sentence, true);
}

void PrinterDesk::measured(const PassMeasures& measures) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    Printer known = printerOf(store_.job(), *piece);
    known.name = printerName(known).toStdString();
    known.shrink = measures.shrink;
    known.white_beside = measures.white_beside;
    goBy(known, piece->id);
    keep(known, shrinkText(known));
}

void PrinterDesk::goBy(const Printer& printer, int piece) {
    store_.edit(PrinterDeskText::tr("go by what was measured"),
                [&](Job job) { return withPrinterChanged(std::move(job), piece, printer); });
}

void PrinterDesk::goByKept() {
    const auto kept = offered();
    const Piece* piece = store_.piece();
    if (!kept || !piece) return;
    goBy(withMeasuresOf(printerOf(store_.job(), *piece), *kept), piece->id);
}

}  // namespace tympan::app
