// Sheets that are handed to a printer, one of the system's or a simulated one.
#include <QDir>
#include <QTemporaryDir>
#include <algorithm>

#include "app/look/to_image.h"
#include "app/model/exports.h"
#include "app/model/system_printers.h"
#include "app/model/tried.h"
#include "app/words/words.h"
#include "core/artwork/read_picture.h"
#include "core/base/error.h"
#include "core/pdf/sheets_pdf.h"
#include "core/tone/dark_cloth.h"

namespace tympan::app {

namespace {

constexpr double looked_at_ppi = 72;  // of sheets in a tray on the screen

/// A file of sheets that are handed over, for as long as that takes.
class HandedFile {
  public:
    HandedFile() {
        if (!folder_.isValid())
            throw Error(Error::Kind::output, QDir::tempPath().toStdString(), Text("cannot be written"),
                        Text("make room there"));
    }
    void write(const Job& job, const Imposition& sheets, const Progress& progress) {
        writeSheets(language(), name().toStdString(), job, sheets, progress);
    }
    QString name() const { return folder_.filePath(QStringLiteral("sheets.pdf")); }

  private:
    QTemporaryDir folder_;
};

Imposition asked(Imposition imposition, const Job& job, const workshop::WhichSheets& which) {
    if (which.printer > 0) imposition = onlyPrintedBy(std::move(imposition), job, which.printer);
    if (which.last_first) std::reverse(imposition.sheets.begin(), imposition.sheets.end());
    return imposition;
}

/// Those that were asked for, by the place at which they come out.
Imposition onlyAsked(Imposition sheets, const workshop::WhichSheets& which) {
    auto& all = sheets.sheets;
    const auto count = static_cast<std::ptrdiff_t>(all.size());
    if (which.last > 0 && which.last < count) all.erase(all.begin() + which.last, all.end());
    all.erase(all.begin(), all.begin() + std::clamp<std::ptrdiff_t>(which.first - 1, 0,
                                                                    static_cast<std::ptrdiff_t>(all.size())));
    return sheets;
}

/// A sheet that went through twice, as it looks once it lies on the cloth: turned over.
QImage pressed(const TraySheet& sheet, const Job& job, const Piece& piece) {
    const Rgb8 cloth = objectOf(job, piece).ground;
    cv::Mat face =
        onCloth(sheet.picture, 255 - sheet.white,
                cv::Mat(sheet.picture.size(), CV_8UC3, cv::Scalar(cloth.red, cloth.green, cloth.blue)));
    cv::flip(face, face, 1);
    return toImage(face);
}

}  // namespace

namespace {

/// Hands sheets over; what is told is told once the print service has them, even when it was stopped since.
Exported handedOver(workshop::Sent sent, const Progress& progress) {
    Imposition sheets = sent.of->sheets;
    sheets.sheets.clear();
    for (const std::size_t place : sent.places) sheets.sheets.push_back(sent.of->sheets.sheets[place]);
    sheets = onlyPass(std::move(sheets), sent.pass);
    HandedFile file;
    file.write(sent.of->job, sheets, progress);
    progress.at(1);
    const QString printer = QString::fromStdString(sent.printer);
    const auto [number, refused] =
        printPdf(printer, file.name(), QString::fromStdString(sent.of->job.name), sent.of->job.sheets.paper);
    if (!refused.isEmpty())
        throw Error(Error::Kind::output, sent.printer,
                    Text("the printer did not take it ({reason})", {{"reason", refused.toStdString()}}),
                    Text("save a PDF and print that"));
    sent.number = number;
    const std::size_t count = sent.places.size();
    return Exported{Exported::What::printed,
                    {},
                    {},
                    count,
                    printer,
                    {},
                    std::make_shared<const workshop::Sent>(std::move(sent))};
}

}  // namespace

void Exports::print(const QString& printer, const workshop::WhichSheets& which, int pass) {
    runOnSheets(tr("Handing it to the printer"), [=](const Job& job, const Imposition& imposition,
                                                     const Progress& progress) {
        auto order = std::make_shared<const workshop::PrintOrder>(
            workshop::PrintOrder{job, asked(imposition, job, which)});
        const std::vector<Sheet>& all = order->sheets.sheets;
        std::vector<std::size_t> places;
        for (std::size_t i = 0; i < all.size(); ++i)
            if (all[i].passes >= pass) places.push_back(i);
        // Numbers are those of the sheets that come out in this pass.
        const std::size_t first = static_cast<std::size_t>(std::max(1, which.first)) - 1;
        if (which.last > 0 && static_cast<std::size_t>(which.last) < places.size())
            places.resize(static_cast<std::size_t>(which.last));
        places.erase(places.begin(),
                     places.begin() + static_cast<std::ptrdiff_t>(std::min(first, places.size())));
        return handedOver({printer.toStdString(), 0, std::move(order), std::move(places), pass}, progress);
    });
}

void Exports::printAgain(const workshop::Sent& sent) {
    run(tr("Handing it to the printer"),
        [=](const Job&, const Progress& progress) { return handedOver(sent, progress); });
}

namespace {

TriedSheet triedSheet(const Job& job, const Sheet& sheet, const TraySheet& out,
                      const SimulatedPrinter& printer) {
    const Piece& piece = job.pieces[sheet.regions.front().print];
    TriedSheet tried{text(sheetLabel(job, sheet)),
                     {},
                     !out.white.empty(),
                     out.paper,
                     trayFaults(out, printer, printerOf(job, piece))};
    if (!out.jammed) tried.picture = tried.on_cloth ? pressed(out, job, piece) : toImage(out.picture);
    return tried;
}

}  // namespace

void Exports::tryOn(const SimulatedPrinter& printer, const workshop::WhichSheets& which) {
    // Sheets are laid into the tray one by one, so that those that are out are there when it is stopped. The
    // tray is the interface's: the worker hands each over, and the last before it says that it is done.
    const auto began = [=, this](int count) {
        QMetaObject::invokeMethod(this, [=, this] {
            tray_ = std::make_shared<Tried>(
                Tried{QString::fromStdString(printer.printer.name), {}, count, printer, which});
        });
    };
    const auto out = [this](TriedSheet sheet) {
        QMetaObject::invokeMethod(this, [this, sheet = std::move(sheet)] {
            if (tray_) tray_->sheets.push_back(sheet);
        });
    };
    runOnSheets(tr("Trying it"), [=](const Job& job, const Imposition& imposition, const Progress& progress) {
        const Imposition sheets = onlyAsked(asked(imposition, job, which), which);
        const std::vector<Sheet>& all = sheets.sheets;
        const bool twice =
            std::any_of(all.begin(), all.end(), [](const Sheet& sheet) { return sheet.passes > 1; });
        began(static_cast<int>(all.size()));
        // Writing and printing of a pass take about as long; so do both passes.
        double done = 0;
        const double step = twice ? 0.25 : 0.5;
        const auto part = [&](double of) { progress.at(done + step * of); };
        HandedFile file;
        const auto send = [&](const Imposition& pass) {
            file.write(job, pass, {progress.stop, part});
            done += step;
            return readPicture(file.name().toStdString(), {progress.stop, {}});
        };
        const auto printing = [&](std::size_t i) {
            part(static_cast<double>(i) / static_cast<double>(all.size()));
        };
        std::vector<TraySheet> half_done;
        ArtworkPtr document = send(sheets);
        for (std::size_t i = 0; i < all.size(); ++i) {
            printing(i);
            TraySheet sheet =
                printedBy(printer, *document, static_cast<int>(i) + 1, looked_at_ppi, {progress.stop, {}});
            if (twice)
                half_done.push_back(std::move(sheet));
            else
                out(triedSheet(job, all[i], sheet, printer));
        }
        done += step;
        if (twice) document = send(onlyPass(sheets, 2));
        int page = 0;
        for (std::size_t i = 0; i < half_done.size(); ++i) {
            printing(i);
            if (all[i].passes > 1)
                half_done[i] = printedAgain(printer, half_done[i], *document, ++page, {progress.stop, {}});
            out(triedSheet(job, all[i], half_done[i], printer));
        }
        Exported exported;
        exported.what = Exported::What::tried;
        exported.sheets = all.size();
        exported.to = QString::fromStdString(printer.printer.name);
        return exported;
    });
}

}  // namespace tympan::app
