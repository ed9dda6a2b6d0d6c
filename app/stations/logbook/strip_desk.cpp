#include "app/stations/logbook/strip_desk.h"

#include <QBuffer>
#include <QDateTime>
#include <QFileInfo>

#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/known_methods.h"
#include "app/model/log_store.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"
#include "core/job/holds.h"
#include "core/object/materials.h"
#include "core/readings/strip_json.h"
#include "core/readings/strip_sheet.h"
#include "core/tone/transfer.h"

namespace tympan::app {

namespace {

constexpr int kept_px = 1400;  // wide: enough to look at

long long secondsNow() { return QDateTime::currentSecsSinceEpoch(); }

}  // namespace

QString stripText(const MeasuredTransfer& strip, Unit unit) {
    QStringList parts;
    if (!strip.curve.printed.empty()) {
        const auto percent = [&](double k) { return qRound(100 * arriving(strip.curve, k)); };
        parts << (strip.curve.basis == Basis::measured
                      ? StripDesk::tr("solid black arrives as %1 %, a middle grey of 50 % as %2 %")
                            .arg(percent(1))
                            .arg(percent(0.5))
                      : StripDesk::tr("how dark shades arrive was not measured"));
    }
    if (strip.finest_line_mm)
        parts << (*strip.finest_line_mm > 1
                      ? StripDesk::tr("no lines hold up to 1 mm")
                      : StripDesk::tr("lines hold from %1 mm").arg(*strip.finest_line_mm));
    if (strip.solids)
        parts << (strip.solids->ink >= 1       ? StripDesk::tr("all big dark areas held")
                  : strip.solids->width_mm < 5 ? StripDesk::tr("no solid black area held whole")
                                               : StripDesk::tr("solid black held up to %1 wide")
                                                     .arg(lengthText(strip.solids->width_mm, unit)));
    QString text = parts.join(QStringLiteral("; "));
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text + QLatin1Char('.');
}

StripDesk::StripDesk(std::filesystem::path record, JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent),
      store_(store),
      service_(service),
      kept_(record, [this](const QString& sentence) { emit told(sentence, false); }),
      swabs_(std::move(record)) {
    connect(&swabs_, &SwabDesk::changed, this, &StripDesk::changed);
    connect(&swabs_, &SwabDesk::failed, this,
            [this](const QString& sentence) { emit told(sentence, false); });
}
StripDesk::~StripDesk() = default;

void StripDesk::open() {
    open_ = true;
    if (const Piece* piece = store_.piece())
        of_ = {printerOf(store_.job(), *piece).name, piece->method->id,
               objectOf(store_.job(), *piece).material.id};
    else if (of_.method.empty() && !strips().empty())
        of_ = {strips().front().printer, strips().front().method, strips().front().material};
    if (of_.method.empty())
        of_ = {store_.job().printers.front().name, "gel-rub-off", shippedMaterials().front().id};
    emit changed();
}

void StripDesk::close() {
    said_.reset();
    open_ = false;
    emit changed();
}

void StripDesk::setOf(const For& of) {
    if (of == of_) return;
    of_ = of;
    said_.reset();
    emit changed();
}

std::vector<std::string> StripDesk::printers() const {
    std::vector<std::string> names{of_.printer};
    const auto add = [&](const std::string& name) {
        if (std::find(names.begin(), names.end(), name) == names.end()) names.push_back(name);
    };
    for (const Printer& printer : store_.job().printers) add(printer.name);
    for (const MeasuredTransfer& strip : strips()) add(strip.printer);
    return names;
}

const std::vector<MeasuredTransfer>& StripDesk::strips() const {
    if (!strips_) {
        strips_.emplace();
        kept_.tried([&](Strips& strips) { strips_ = strips.all(); });
    }
    return *strips_;
}

const MeasuredTransfer* StripDesk::shown() const {
    if (said_) return &by_hand_;
    return latestFor(strips(), of_.printer, of_.method, of_.material);
}

QImage StripDesk::picture() const {
    const MeasuredTransfer* strip = shown();
    std::string png;
    if (strip && !said_) kept_.tried([&](Strips& strips) { png = strips.picture(strip->id); });
    return QImage::fromData(QByteArray::fromStdString(png));
}

void StripDesk::print(const QString& file) {
    const Method* method = knownMethod(QString::fromStdString(of_.method));
    if (!method) return;
    StripPrint print;
    print.method = *method;
    print.printer.name = of_.printer;
    for (const Printer& printer : store_.job().printers)
        if (printer.name == of_.printer) print.printer = printer;
    print.material = materialText(of_.material).toStdString();
    print.paper = store_.job().sheets.paper;
    print.created = secondsNow();
    try {
        writeStrip(language(), file.toStdString(), print);
    } catch (const Error& error) {
        return told(text(error.words()), false);
    }
    emit told(tr("The strip is saved: %1. Print it at true size, transfer it, photograph it.")
                  .arg(QFileInfo(file).fileName()),
              true);
}

void StripDesk::read(const QString& file) {
    reading_ = true;
    said_.reset();
    emit changed();
    const auto wrong = [this](const QString& sentence) {
        reading_ = false;
        emit told(sentence, false);
        emit changed();
    };
    service_.request(
        QStringLiteral("strip"),
        tellingErrors(
            [this, file, of = of_](const std::stop_token& stop) -> RenderService::Finish {
                const ArtworkPtr artwork = readPicture(file.toStdString(), {stop, {}});
                const StripFace face =
                    faceOf(photographIn(*artwork), QFileInfo(file).fileName().toStdString());
                const StripReading reading = readingOf(face);
                const MeasuredTransfer strip =
                    measuredBy(reading, of.printer, of.method, of.material, secondsNow());
                const QImage picture = toImage(face.colours).scaledToWidth(kept_px, Qt::SmoothTransformation);
                return [this, strip, picture, backwards = reading.backwards, too_bright = reading.tooBright(),
                        too_dark = reading.tooDark()] {
                    reading_ = false;
                    if (strip.curve.printed.empty()) {
                        emit told(
                            tr("Nothing of the strip's ink arrived: look whether the printed face lay on "
                               "the medium."),
                            false);
                        emit changed();
                        return;
                    }
                    QString about =
                        backwards ? tr("The strip reads backwards: it was printed the wrong way round for "
                                       "this way of transfer. What stays was read all the same.")
                                  : tr("The strip is read.");
                    // White paper in a scan looks the same: it is said, not refused.
                    if (too_bright)
                        about +=
                            QLatin1Char(' ') + tr("The bare ground is blown out in the photograph: a darker "
                                                  "one would tell pale shades better.");
                    if (too_dark)
                        about += QLatin1Char(' ') + tr("The photograph is very dark: one in more light would "
                                                       "tell the shades better.");
                    keep(strip, picture, about);
                };
            },
            wrong));
}

void StripDesk::keep(const MeasuredTransfer& strip, const QImage& picture, const QString& about) {
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    if (!picture.isNull()) picture.save(&buffer, "PNG");
    if (!kept_.tried([&](Strips& strips) { strips.keep(strip, png.toStdString()); })) return emit changed();
    strips_.reset();
    of_ = {strip.printer, strip.method, strip.material};
    const auto fits =
        std::count_if(store_.job().pieces.begin(), store_.job().pieces.end(),
                      [&](const Piece& piece) { return appliesTo(strip, store_.job(), piece); });
    if (fits > 0) goBy(strip);
    emit changed();
    emit told(fits == 0   ? about
              : fits == 1 ? about + QLatin1Char(' ') + tr("One piece goes by it now.")
                          : about + QLatin1Char(' ') + tr("%1 pieces go by it now.").arg(fits),
              true);
}

const TransferCurve* StripDesk::guess() const {
    const Method* method = knownMethod(QString::fromStdString(of_.method));
    return method ? transferFor(*method, of_.material) : nullptr;
}

void StripDesk::beginByHand() {
    const MeasuredTransfer* known = shown();
    say(known ? byHandOf(*known) : allThere());
}

void StripDesk::say(const StripByHand& said) {
    said_ = said;
    by_hand_ = measuredBy(said, guess(), of_.printer, of_.method, of_.material, secondsNow());
    emit changed();
}

void StripDesk::keepByHand() {
    if (!said_) return;
    const MeasuredTransfer strip = by_hand_;
    said_.reset();
    keep(strip, {}, tr("Kept as you said it."));
}

void StripDesk::leaveByHand() {
    said_.reset();
    emit changed();
}

void StripDesk::erase() {
    const MeasuredTransfer* strip = shown();
    if (!strip || said_) return;
    if (kept_.tried([&](Strips& strips) { strips.erase(strip->id); })) strips_.reset();
    emit changed();
}

namespace {

const Step* swabStep(const Method& method) {
    const auto swab = std::find_if(method.steps.begin(), method.steps.end(),
                                   [](const Step& step) { return step.work == Work::swab; });
    return swab == method.steps.end() ? nullptr : &*swab;
}

}  // namespace

bool StripDesk::swabbable() const {
    const Method* method = knownMethod(QString::fromStdString(of_.method));
    const Step* swab = method ? swabStep(*method) : nullptr;
    if (!swab) return false;
    // Of a printer that is not of this job nobody knows what it is.
    for (const Printer& printer : store_.job().printers)
        if (printer.name == of_.printer) return isNeeded(*swab, {printer.kind});
    return true;
}

const SwabTest* StripDesk::swab() const {
    const Method* method = knownMethod(QString::fromStdString(of_.method));
    return method ? latestFor(swabs_.all(), of_.printer, method->carrier.name, of_.method) : nullptr;
}

void StripDesk::saySwab(Swabbed swabbed, int more_coats) {
    if (const Method* method = knownMethod(QString::fromStdString(of_.method)))
        swabs_.say(of_.printer, method->carrier.name, of_.method, swabbed, more_coats);
}

const MeasuredTransfer* StripDesk::offeredFor(const Piece& piece) const {
    const MeasuredTransfer* strip = latestFor(strips(), printerOf(store_.job(), piece).name, piece.method->id,
                                              objectOf(store_.job(), piece).material.id);
    return strip && (!piece.measured || *piece.measured != *strip) ? strip : nullptr;
}

void StripDesk::goBy(const MeasuredTransfer& strip) {
    store_.edit(tr("go by the strip"), [&](Job job) { return withMeasured(std::move(job), strip); });
}

}  // namespace tympan::app
