#include "app/window/file_dialogs.h"

#include <QAction>
#include <QDir>
#include <QFileDialog>
#include <QStandardPaths>

#include "app/model/exports.h"
#include "app/model/job_files.h"
#include "app/model/job_store.h"
#include "app/widgets/actions.h"
#include "app/window/ask_ladder.h"
#include "app/window/ask_patch.h"
#include "app/window/open_pictures.h"
#include "core/base/file_name.h"

namespace tympan::app {

FileDialogs::FileDialogs(QWidget& window, const Actions& actions, JobStore& store, OpenPictures& open,
                         Exports& exports, JobFiles& files, RenderService& service)
    : QObject(&window),
      window_(window),
      store_(store),
      open_(open),
      exports_(exports),
      files_(files),
      folder_(QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation)) {
    const QString pdf = tr("PDF (*.pdf)");
    const auto on = [this](QAction* action, auto work) { connect(action, &QAction::triggered, this, work); };
    on(actions.open, [this] { openFiles(); });
    on(actions.save_job, [this] {
        if (!files_.save()) saveJobAs();
    });
    on(actions.save_job_as, [this] { saveJobAs(); });
    on(actions.save_pdf, [this, pdf] {
        save(tr("Save the sheets"), jobFile(".pdf"), pdf, [this](const QString& f) { exports_.writePdf(f); });
    });
    on(actions.save_picture, [this] {
        const QString name =
            QString::fromStdString(fileNameFor(store_.piece()->name)) + QStringLiteral(".png");
        save(tr("Save the print as a picture"), name, tr("PNG (*.png);;TIFF (*.tif *.tiff)"),
             [this](const QString& file) { exports_.writePicture(file); });
    });
    on(actions.reference, [this, pdf] {
        save(tr("Save the reference print"), jobFile(" reference.pdf"), pdf,
             [this](const QString& file) { exports_.writeReference(file); });
    });
    on(actions.test_sheet, [this, pdf] {
        save(tr("Save the test sheet"), jobFile(" test sheet.pdf"), pdf,
             [this](const QString& file) { exports_.writeTest(file); });
    });
    on(actions.guide, [this, pdf] {
        save(tr("Save how to put it together"), jobFile(" put together.pdf"), pdf,
             [this](const QString& file) { exports_.writeGuide(file); });
    });
    on(actions.reduced, [this, pdf] {
        save(tr("Save the proof"), jobFile(" on one sheet.pdf"), pdf,
             [this](const QString& file) { exports_.writeReduced(file); });
    });
    on(actions.seam_strip, [this, pdf] {
        save(tr("Save the strip"), pieceFile(" strip to try.pdf"), pdf,
             [this](const QString& file) { exports_.writeStrip(file); });
    });
    on(actions.patch, [this, pdf, &service] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        if (const auto patch = askPatch(&window_, store_.job(), *piece, service))
            save(tr("Save the patch"), pieceFile(" patch.pdf"), pdf,
                 [this, patch = *patch](const QString& file) {
                     exports_.writePatch(file, patch.spot, patch.side_mm);
                 });
    });
    on(actions.cut_paths, [this] {
        save(tr("Save the cut paths"), jobFile(" cut paths.svg"), tr("SVG (*.svg)"),
             [this](const QString& file) { exports_.writeCuts(file); });
    });
    on(actions.copy_shop, [this] { saveForShop(); });
    const auto onTemplate = [&](QAction* action, const QString& title, const char* ending,
                                TemplateKind kind) {
        on(action, [this, pdf, title, ending, kind] {
            save(title, pieceFile(ending), pdf,
                 [this, kind](const QString& file) { exports_.writeTemplate(file, kind); });
        });
    };
    onTemplate(actions.placement, tr("Save the placement template"), " placement.pdf",
               TemplateKind::placement);
    onTemplate(actions.corners, tr("Save the corners and the middle"), " corners.pdf", TemplateKind::corners);
    onTemplate(actions.mask_outside, tr("Save the mask"), " mask round it.pdf", TemplateKind::mask_outside);
    onTemplate(actions.mask_inside, tr("Save the mask"), " mask over it.pdf", TemplateKind::mask_inside);
    on(actions.ladder, [this, pdf] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        if (const auto widths = askLadder(&window_, piece->size.width, store_.job().unit))
            save(tr("Save the size ladder"), pieceFile(" sizes.pdf"), pdf,
                 [this, widths = *widths](const QString& file) { exports_.writeLadder(file, widths); });
    });
}

void FileDialogs::saveProof(const PointMm& spot, const std::vector<Engine>& engines) {
    save(tr("Save the proof strip"), pieceFile(" proof.pdf"), tr("PDF (*.pdf)"),
         [this, spot, engines](const QString& file) { exports_.writeProof(file, spot, engines); });
}

void FileDialogs::saveSheet(int sheet) {
    const Imposition* imposition = store_.imposition();
    const auto number = static_cast<std::size_t>(sheet);
    if (!imposition || number >= imposition->sheets.size()) return;
    const std::string ending = " " + imposition->sheets[number].label + ".pdf";
    save(tr("Save this sheet"), jobFile(ending.c_str()), tr("PDF (*.pdf)"),
         [this, number](const QString& file) { exports_.writeSheet(file, number); });
}

void FileDialogs::savePlan(bool for_calendar, const std::function<void(const QString&)>& write) {
    save(for_calendar ? tr("Save the plan for a calendar") : tr("Save the plan to print"),
         jobFile(for_calendar ? " plan.ics" : " plan.pdf"),
         for_calendar ? tr("Calendar (*.ics)") : tr("PDF (*.pdf)"), write);
}

void FileDialogs::savePdf(const QString& title, const QString& name,
                          const std::function<void(const QString&)>& write) {
    save(title, QString::fromStdString(fileNameFor(name.toStdString())) + QStringLiteral(".pdf"),
         tr("PDF (*.pdf)"), write);
}

void FileDialogs::openPhotograph(const std::function<void(const QString&)>& read) {
    const QString file =
        QFileDialog::getOpenFileName(&window_, tr("Read a photograph"), folder_, OpenPictures::filter());
    if (file.isEmpty()) return;
    folder_ = QFileInfo(file).path();
    read(file);
}

QString FileDialogs::jobFile(const char* ending) const {
    return QString::fromStdString(fileNameFor(store_.job().name)) + QLatin1String(ending);
}

void FileDialogs::openFiles() {
    const QStringList names = QFileDialog::getOpenFileNames(&window_, tr("Open a job, or add pictures"),
                                                            folder_, OpenPictures::filter());
    if (names.isEmpty()) return;
    folder_ = QFileInfo(names.front()).path();
    emit filesChosen(names);
}

bool FileDialogs::saveJobAs() {
    const QString file =
        QFileDialog::getSaveFileName(&window_, tr("Save the job"), QDir(folder_).filePath(jobFile(".tympan")),
                                     tr("Tympan job (*.tympan)"));
    if (file.isEmpty()) return false;
    folder_ = QFileInfo(file).path();
    files_.saveAs(file);
    return true;
}

void FileDialogs::saveForShop() {
    const QString folder =
        QFileDialog::getExistingDirectory(&window_, tr("A folder for the shop's files"), folder_);
    if (!folder.isEmpty()) exports_.writeCopyShop(folder);
}

QString FileDialogs::pieceFile(const char* ending) const {
    return QString::fromStdString(fileNameFor(store_.piece()->name)) + QLatin1String(ending);
}

void FileDialogs::save(const QString& title, const QString& name, const QString& filter,
                       const std::function<void(const QString&)>& write) {
    QString chosen_filter;
    QString file =
        QFileDialog::getSaveFileName(&window_, title, QDir(folder_).filePath(name), filter, &chosen_filter);
    if (file.isEmpty()) return;
    if (QFileInfo(file).suffix().isEmpty())
        file += chosen_filter.contains(QStringLiteral("tif")) ? QStringLiteral(".tif")
                                                              : name.mid(name.lastIndexOf(QLatin1Char('.')));
    folder_ = QFileInfo(file).path();
    write(file);
}

}  // namespace tympan::app
