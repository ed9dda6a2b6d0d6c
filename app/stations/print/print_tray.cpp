#include "app/stations/print/print_tray.h"

#include <QAction>
#include <QCheckBox>
#include <QComboBox>

#include "app/shell/actions.h"
#include "app/shell/exports.h"
#include "app/shell/job_store.h"
#include "app/shell/preferences.h"
#include "app/shell/render_service.h"
#include "app/shell/system_printers.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

PrintTray::PrintTray(JobStore& store, RenderService& service, Exports& exports, const Actions& actions,
                     QWidget* parent)
    : QWidget(parent), store_(store), service_(service), exports_(exports) {
    setObjectName(QStringLiteral("print-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(24);
    auto* first = column();
    first->addWidget(titleLabel(tr("Print")));
    printers_ = new QComboBox;
    printers_->setObjectName(QStringLiteral("printers"));
    printers_->setAccessibleName(tr("Printer"));
    printers_->setFixedWidth(150);
    first->addWidget(printers_);
    print_ = pushButton(QStringLiteral("print-now"), tr("Print at true size"));
    print_->setProperty("main", true);
    first->addWidget(print_, 0, Qt::AlignLeft);
    last_first_ = new QCheckBox(tr("last sheet first"));
    last_first_->setObjectName(QStringLiteral("last-sheet-first"));
    last_first_->setToolTip(
        tr("For a printer that lays sheets face up, each on the one before: then they lie in order."));
    last_first_->setChecked(printsLastFirst());
    connect(last_first_, &QCheckBox::clicked, this, &preferLastFirst);
    first->addWidget(last_first_);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("printers-about"));
    about_->setFixedWidth(150);
    first->addWidget(about_);
    first->addStretch(1);
    outer->addLayout(first);

    const auto addFiles = [&](const QString& heading, const QList<QAction*>& list) {
        auto* files = column();
        files->addWidget(strongLabel(heading));
        for (QAction* action : list) {
            files->addWidget(actionButton(*action));
        }
        files->addStretch(1);
        outer->addLayout(files);
    };
    addFiles(tr("To print elsewhere"), {actions.save_pdf, actions.copy_shop, actions.save_picture});
    addFiles(tr("To try and to mend"), {actions.reduced, actions.seam_strip, actions.patch});
    addFiles(tr("To hold beside it"), {actions.test_sheet, actions.reference, actions.guide});
    outer->addStretch(1);

    connect(print_, &QPushButton::clicked, this,
            [this] { exports_.print(printers_->currentText(), last_first_->isChecked()); });
    connect(&store_, &JobStore::changed, this, &PrintTray::refresh);
    about_->setText(tr("Looking for printers…"));
    refresh();
}

/// Each time the station is entered: a printer may have been switched on since.
void PrintTray::showEvent(QShowEvent*) { lookForPrinters(); }

void PrintTray::focusPrint() {
    (print_->isEnabled() ? print_ : findChild<QPushButton*>(QStringLiteral("save-pdf-button")))->setFocus();
}

void PrintTray::lookForPrinters() {
    service_.request(QStringLiteral("printers"), [this](const std::stop_token&) -> RenderService::Finish {
        const QStringList names = systemPrinters();
        return [this, names] {
            const QString chosen = printers_->currentText();
            printers_->clear();
            printers_->addItems(names);
            printers_->setCurrentIndex(std::max(0, static_cast<int>(names.indexOf(chosen))));
            about_->setText(
                names.isEmpty()
                    ? tr("No printer is set up on this computer. Save a PDF and print it at 100 % elsewhere.")
                    : tr("The PDF itself is handed over, unscaled."));
            refresh();
        };
    });
}

void PrintTray::refresh() {
    printers_->setVisible(printers_->count() > 0);
    last_first_->setVisible(printers_->count() > 0);
    print_->setEnabled(printers_->count() > 0 && !store_.job().pieces.empty());
}

}  // namespace tympan::app
