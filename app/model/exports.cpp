#include "app/model/exports.h"

#include <algorithm>
#include <utility>

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/model/tried.h"
#include "app/words/words.h"
#include "core/base/write_aside.h"
#include "core/documents/assembly_guide.h"
#include "core/documents/copy_shop.h"
#include "core/documents/cut_paths.h"
#include "core/documents/patch_print.h"
#include "core/documents/plan_sheet.h"
#include "core/documents/proof_strip.h"
#include "core/documents/reduced_proof.h"
#include "core/documents/reference_print.h"
#include "core/documents/seam_strip.h"
#include "core/documents/size_ladder.h"
#include "core/documents/test_sheet.h"
#include "core/documents/whole_print.h"
#include "core/marks/sheet_marks.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/as_printed.h"
#include "core/schedule/calendar_file.h"

namespace tympan::app {

namespace {

std::filesystem::path path(const QString& file) { return file.toStdString(); }

/// One file that was asked for and written.
Exported oneFile(Exported::What what, const QString& file) { return {what, path(file), {path(file)}, 0, {}}; }

}  // namespace

Exports::Exports(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    connect(&service_, &RenderService::failed, this,
            [this](const QString& failed_view, const QString& sentence) {
                if (failed_view != view() || !running_) return;
                running_ = false;
                const auto tray = std::exchange(tray_, nullptr);
                if (sentence.isEmpty() && tray && !tray->sheets.empty()) {
                    const Exported part{Exported::What::tried, {},   {}, tray->sheets.size(),
                                        tray->printer,         tray, {}};
                    emit exported(part);
                    return emit ended(true, tr("Stopped. %1 of %2 sheets lie in the tray of %3.")
                                                .arg(tray->sheets.size())
                                                .arg(tray->of)
                                                .arg(tray->printer));
                }
                emit ended(false, (sentence.isEmpty() ? tr("Stopped.") : sentence) + QLatin1Char(' ') +
                                      written(std::exchange(written_, {})));
            });
}

QString Exports::written(const std::vector<std::filesystem::path>& files) {
    QStringList names;
    for (const std::filesystem::path& file : files)
        // What was only handed on is gone again.
        if (std::error_code none; std::filesystem::exists(file, none))
            names << QString::fromStdString(file.filename().string());
    return names.isEmpty() ? tr("Nothing was written.")
                           : tr("Written before that: %1.").arg(names.join(QStringLiteral(", ")));
}

void Exports::stop() { service_.cancel(view()); }

void Exports::run(const QString& what, const Work& work) {
    if (running_ || store_.job().pieces.empty()) return;
    running_ = true;
    emit started(what);
    const auto sink = [this](double fraction) {
        QMetaObject::invokeMethod(this, [this, fraction] {
            if (running_) emit progressed(fraction);
        });
    };
    service_.request(
        view(),
        [this, job = store_.job(), work, sink](const std::stop_token& stop) -> RenderService::Finish {
            Exported made;
            std::vector<std::filesystem::path> files;
            try {
                const NotedFiles noted(files);
                made = work(job, {stop, sink});
            } catch (...) {
                QMetaObject::invokeMethod(this, [this, files] { written_ = files; });
                throw;
            }
            return [this, made] {
                running_ = false;
                Exported done = made;
                done.tray = std::exchange(tray_, nullptr);
                emit exported(done);
                emit ended(true, sentence(done));
            };
        },
        Lane::background, Result::happened);
}

void Exports::runOnSheets(const QString& what, const SheetWork& work) {
    run(what, [work](const Job& job, const Progress& progress) {
        const Job printed = asPrinted(job, {progress.stop, {}});
        return work(printed, impose(printed, {}, {progress.stop, {}}), progress);
    });
}

void Exports::writePdf(const QString& file) {
    runOnSheets(tr("Saving the PDF"),
                [file](const Job& job, const Imposition& imposition, const Progress& progress) {
                    writeSheets(language(), path(file), job, withPasses(imposition), progress);
                    Exported done = oneFile(Exported::What::sheets, file);
                    done.sheets = imposition.sheets.size();
                    if (needsTestSheet(language(), imposition)) {
                        done.files.push_back(testSheetBeside(path(file)));
                        writeTestSheet(language(), done.files.back(), job, imposition);
                    }
                    return done;
                });
}

void Exports::writeSheet(const QString& file, std::size_t sheet) {
    runOnSheets(tr("Saving the sheet"),
                [file, sheet](const Job& job, Imposition imposition, const Progress& progress) {
                    if (sheet < imposition.sheets.size()) imposition.sheets = {imposition.sheets[sheet]};
                    writeSheets(language(), path(file), job, withPasses(imposition), progress);
                    Exported done = oneFile(Exported::What::sheets, file);
                    done.sheets = 1;
                    return done;
                });
}

void Exports::writePicture(const QString& file) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    run(tr("Saving the picture"), [file, id = piece->id](const Job& job, const Progress& progress) {
        const Piece& of = *findPiece(job, id);
        const Print print = printOf(job, of, job.sheets.ppi);
        writeWholePrint(path(file), print, progress, sentLevels(job, of, print));
        return oneFile(Exported::What::picture, file);
    });
}

void Exports::writeReference(const QString& file) {
    run(tr("Saving the reference print"), [file](const Job& job, const Progress& progress) {
        writeReferencePrint(language(), path(file), job, progress);
        return oneFile(Exported::What::reference, file);
    });
}

void Exports::writePlan(const QString& file, bool for_calendar, const TimeZone& zone, Moment now,
                        const WorkOrder& own_order, const MeasuredWaits& measured,
                        const std::optional<std::pair<WorkOrder, Plan>>& current) {
    const auto sheets = store_.upToDate() ? store_.sharedImposition() : nullptr;
    const Job printed = sheets ? store_.printed() : store_.job();
    run(tr("Saving the plan"), [=](const Job& job, const Progress& progress) {
        Conditions conditions = conditionsOf(job.work, zone, now);
        conditions.waits.measured = measured;
        const WorkOrder& order = current ? current->first : own_order;
        const Plan plan = current ? current->second : planned(order, conditions, {}, progress);
        if (for_calendar)
            writeText(path(file), calendarOf(plan, order, conditions, language()));
        else
            writePlanSheet(language(), path(file), job, plan, order, conditions,
                           needsOf(printed, sheets.get(), plan, order));
        return oneFile(for_calendar ? Exported::What::calendar : Exported::What::plan_sheet, file);
    });
}

void Exports::writeTest(const QString& file) {
    runOnSheets(tr("Saving the test sheet"),
                [file](const Job& job, const Imposition& imposition, const Progress&) {
                    writeTestSheet(language(), path(file), job, imposition);
                    return oneFile(Exported::What::test_sheet, file);
                });
}

void Exports::writeGuide(const QString& file) {
    runOnSheets(tr("Saving how to put it together"),
                [file](const Job& job, const Imposition& imposition, const Progress& progress) {
                    tympan::writeGuide(language(), path(file), job, imposition, progress);
                    return oneFile(Exported::What::guide, file);
                });
}

namespace {

/// Which of a job's pieces has this id.
std::size_t numberOf(const Job& job, int id) {
    const auto found = std::find_if(job.pieces.begin(), job.pieces.end(),
                                    [id](const Piece& piece) { return piece.id == id; });
    return static_cast<std::size_t>(found - job.pieces.begin());
}

}  // namespace

void Exports::writeReduced(const QString& file) {
    runOnSheets(tr("Saving the proof"),
                [file](const Job& job, const Imposition& imposition, const Progress& progress) {
                    writeReducedProof(language(), path(file), job, imposition, progress);
                    return oneFile(Exported::What::reduced, file);
                });
}

void Exports::writeCuts(const QString& file) {
    runOnSheets(
        tr("Saving the cut paths"), [file](const Job& job, const Imposition& imposition, const Progress&) {
            Exported done = oneFile(Exported::What::cut_paths, file);
            done.files = writeCutPaths(language(), path(file), job, imposition, CutFrom::printed_side);
            return done;
        });
}

void Exports::writeStrip(const QString& file) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    runOnSheets(tr("Saving the strip"), [file, id = piece->id](const Job& job, const Imposition& imposition,
                                                               const Progress& progress) {
        writeSeamStrip(language(), path(file), job, imposition, numberOf(job, printedFor(job, id)->id),
                       progress);
        return oneFile(Exported::What::seam_strip, file);
    });
}

void Exports::writePatch(const QString& file, const PointMm& spot, double side_mm) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    run(tr("Saving the patch"), [=, id = piece->id](const Job& job, const Progress& progress) {
        tympan::writePatch(language(), path(file), job, impose(job, {}, {progress.stop, {}}),
                           numberOf(job, id), spot, side_mm, progress);
        return oneFile(Exported::What::patch, file);
    });
}

void Exports::writeTemplate(const QString& file, TemplateKind kind) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    run(tr("Saving the template"), [file, kind, id = piece->id](const Job& job, const Progress&) {
        tympan::writeTemplate(language(), path(file), job, *findPiece(job, id), kind);
        return oneFile(Exported::What::placement_template, file);
    });
}

void Exports::writeLadder(const QString& file, const std::vector<double>& widths_mm) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    run(tr("Saving the size ladder"),
        [file, widths_mm, id = piece->id](const Job& job, const Progress& progress) {
            writeSizeLadder(language(), path(file), job, *findPiece(job, id), widths_mm, progress);
            return oneFile(Exported::What::size_ladder, file);
        });
}

void Exports::writeProof(const QString& file, const PointMm& spot, const std::vector<Engine>& engines) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    run(tr("Saving the proof strip"),
        [file, spot, engines, id = piece->id](const Job& job, const Progress& progress) {
            writeProofStrip(language(), path(file), job, *findPiece(job, id), spot, engines, progress);
            return oneFile(Exported::What::proof_strip, file);
        });
}

void Exports::writeCopyShop(const QString& folder) {
    const Piece* piece = store_.piece();
    const int printer = piece ? printerOf(store_.job(), *piece).id : 0;
    run(tr("Saving the files for the shop"), [folder, printer](const Job& job, const Progress& progress) {
        return Exported{Exported::What::for_shop,
                        path(folder),
                        writeCopyShopSet(language(), path(folder), asPrinted(job, {progress.stop, {}}),
                                         printer, progress),
                        0,
                        {}};
    });
}

}  // namespace tympan::app
