#include "app/shell/file_dialogs.h"

#include <QAction>
#include <QDir>
#include <QFileDialog>
#include <QStandardPaths>

#include "app/shell/actions.h"
#include "app/shell/exports.h"
#include "app/shell/job_store.h"
#include "app/shell/open_pictures.h"
#include "core/base/file_name.h"

namespace tympan::app {

FileDialogs::FileDialogs(QWidget& window, const Actions& actions, JobStore& store, OpenPictures& open,
                         Exports& exports)
    : QObject(&window),
      window_(window),
      store_(store),
      open_(open),
      exports_(exports),
      folder_(QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation)) {
    const QString pdf = tr("PDF (*.pdf)");
    const auto on = [this](QAction* action, auto work) { connect(action, &QAction::triggered, this, work); };
    on(actions.open, [this] { addPictures(); });
    on(actions.save_pdf,
       [this, pdf] { save(tr("Save the sheets"), jobFile(".pdf"), pdf, &Exports::writePdf); });
    on(actions.save_picture, [this] {
        const QString name =
            QString::fromStdString(fileNameFor(store_.piece()->name)) + QStringLiteral(".png");
        save(tr("Save the print as a picture"), name, tr("PNG (*.png);;TIFF (*.tif *.tiff)"),
             &Exports::writePicture);
    });
    on(actions.reference, [this, pdf] {
        save(tr("Save the reference print"), jobFile(" reference.pdf"), pdf, &Exports::writeReference);
    });
    on(actions.test_sheet, [this, pdf] {
        save(tr("Save the test sheet"), jobFile(" test sheet.pdf"), pdf, &Exports::writeTest);
    });
    on(actions.copy_shop, [this] { saveForShop(); });
}

QString FileDialogs::jobFile(const char* ending) const {
    return QString::fromStdString(fileNameFor(store_.job().name)) + QLatin1String(ending);
}

void FileDialogs::addPictures() {
    const QStringList files =
        QFileDialog::getOpenFileNames(&window_, tr("Add pictures"), folder_, OpenPictures::filter());
    if (files.isEmpty()) return;
    folder_ = QFileInfo(files.front()).path();
    open_.files(files);
}

void FileDialogs::saveForShop() {
    const QString folder =
        QFileDialog::getExistingDirectory(&window_, tr("A folder for the shop's files"), folder_);
    if (!folder.isEmpty()) exports_.writeCopyShop(folder);
}

void FileDialogs::save(const QString& title, const QString& name, const QString& filter,
                       void (Exports::*write)(const QString&)) {
    QString chosen_filter;
    QString file =
        QFileDialog::getSaveFileName(&window_, title, QDir(folder_).filePath(name), filter, &chosen_filter);
    if (file.isEmpty()) return;
    if (QFileInfo(file).suffix().isEmpty())
        file += chosen_filter.contains(QStringLiteral("tif")) ? QStringLiteral(".tif")
                                                              : name.mid(name.lastIndexOf(QLatin1Char('.')));
    folder_ = QFileInfo(file).path();
    (exports_.*write)(file);
}

}  // namespace tympan::app
