#include "app/window/unsaved_work.h"

#include <QCoreApplication>
#include <QMessageBox>
#include <QPushButton>

#include "app/model/job_files.h"
#include "app/window/file_dialogs.h"

namespace tympan::app {

namespace {
struct UnsavedWorkText {
    Q_DECLARE_TR_FUNCTIONS(UnsavedWork)
};
}  // namespace

void afterSaving(QWidget& window, JobFiles& files, FileDialogs& dialogs, const QString& job,
                 const std::function<void()>& then) {
    if (!files.unsaved()) return then();
    auto* box =
        new QMessageBox(QMessageBox::NoIcon, UnsavedWorkText::tr("Not saved yet"),
                        UnsavedWorkText::tr("\u201c%1\u201d has changes that are not saved.").arg(job),
                        QMessageBox::NoButton, &window);
    box->setObjectName(QStringLiteral("unsaved-box"));
    box->setAttribute(Qt::WA_DeleteOnClose);
    QPushButton* save = box->addButton(UnsavedWorkText::tr("Save it"), QMessageBox::AcceptRole);
    save->setObjectName(QStringLiteral("unsaved-save"));
    QPushButton* leave =
        box->addButton(UnsavedWorkText::tr("Leave it unsaved"), QMessageBox::DestructiveRole);
    leave->setObjectName(QStringLiteral("unsaved-leave"));
    box->addButton(UnsavedWorkText::tr("Stay here"), QMessageBox::RejectRole)
        ->setObjectName(QStringLiteral("unsaved-stay"));
    QObject::connect(box, &QMessageBox::buttonClicked, &window,
                     [&window, &files, &dialogs, save, leave, then](QAbstractButton* clicked) {
                         // What is left stays kept until something else has taken its place.
                         if (clicked == leave) {
                             then();
                         } else if (clicked == save && (files.save() || dialogs.saveJobAs())) {
                             // Whatever comes next waits until the job is on the disk.
                             auto* once = new QObject(&window);
                             QObject::connect(&files, &JobFiles::ended, once,
                                              [once, &files, then](bool well) {
                                                  // One that was asked for before may end first.
                                                  if (well && files.unsaved() && files.waiting()) return;
                                                  once->deleteLater();
                                                  if (well && !files.unsaved()) then();
                                              });
                         }
                     });
    box->open();
}

void offerLeftWork(QWidget& window, JobFiles& files) {
    const std::vector<LeftWork> left = files.leftOver();
    if (left.empty()) return;
    const LeftWork& newest = left.front();
    auto* box = new QMessageBox(
        QMessageBox::NoIcon, UnsavedWorkText::tr("Work from last time"),
        UnsavedWorkText::tr("Last time Tympan ended before \u201c%1\u201d was saved. The work is still here.")
            .arg(QString::fromStdString(newest.name)),
        QMessageBox::NoButton, &window);
    box->setObjectName(QStringLiteral("left-box"));
    box->setAttribute(Qt::WA_DeleteOnClose);
    QPushButton* open = box->addButton(UnsavedWorkText::tr("Open it"), QMessageBox::AcceptRole);
    open->setObjectName(QStringLiteral("left-open"));
    box->addButton(UnsavedWorkText::tr("Ask again next time"), QMessageBox::RejectRole)
        ->setObjectName(QStringLiteral("left-later"));
    QPushButton* drop = box->addButton(UnsavedWorkText::tr("Throw it away"), QMessageBox::DestructiveRole);
    drop->setObjectName(QStringLiteral("left-drop"));
    QObject::connect(box, &QMessageBox::buttonClicked, &window,
                     [&files, open, drop, newest](QAbstractButton* clicked) {
                         if (clicked == open) files.recover(newest);
                         if (clicked == drop) removeLeftWork(newest);
                     });
    box->open();
}

}  // namespace tympan::app
