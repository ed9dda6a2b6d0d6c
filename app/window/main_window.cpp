#include "app/window/main_window.h"

#include <QApplication>
#include <QClipboard>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileInfo>
#include <QMenu>
#include <QMenuBar>
#include <QMimeData>
#include <QStackedWidget>

#include "app/canvas/fold_view.h"
#include "app/canvas/loupe.h"
#include "app/canvas/picture_desk.h"
#include "app/canvas/screen_scale.h"
#include "app/canvas/station_rule.h"
#include "app/canvas/ticket_line.h"
#include "app/look/theme.h"
#include "app/model/known_methods.h"
#include "app/model/log_store.h"
#include "app/model/preferences.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/object/object_tray.h"
#include "app/stations/picture/picture_tray.h"
#include "app/stations/print/print_follow.h"
#include "app/stations/print/print_tray.h"
#include "app/stations/sharpness/sharpness_tray.h"
#include "app/stations/tone/tone_tray.h"
#include "app/stations/transfer/table_view.h"
#include "app/stations/transfer/transfer_stage.h"
#include "app/widgets/tray_parts.h"
#include "app/widgets/worth_a_look.h"
#include "app/window/file_dialogs.h"
#include "app/window/foot.h"
#include "app/window/help.h"
#include "app/window/new_pictures.h"
#include "app/window/unsaved_work.h"
#include "app/words/work_words.h"
#include "core/base/data_folder.h"
#include "core/documents/assembly_guide.h"
#include "core/job/edits.h"
#include "core/job/job_recipe.h"

namespace tympan::app {

namespace {

constexpr int look_width = 284, narrow_look_width = 216;
constexpr int narrow_width = 1200;  // below this the tray's explanations give way to its controls

}  // namespace

MainWindow::MainWindow(const std::filesystem::path& record)
    : exports_(store_, service_),
      files_(store_, service_, clock_),
      open_(service_),
      outlook_(store_, service_),
      inspector_(store_, service_),
      actions_(this, stationNames()),
      runs_(clock_, record.empty() ? recordFile() : record, service_),
      ringing_(runs_, clock_),
      planning_(store_, service_, clock_, runs_) {
    setWindowTitle(tr("Tympan"));
    setMinimumSize(1024, 700);
    resize(1280, 800);
    setAcceptDrops(true);
    log_ = new LogStore(record.empty() ? recordFile() : record, this);
    log_->workBeside(service_);
    strips_ = new StripDesk(record.empty() ? recordFile() : record, store_, service_, this);
    proofs_ = new ProofDesk(record.empty() ? recordFile() : record, store_, service_, this);
    follow_ = new PrintFollow(record.empty() ? recordFile() : record, store_, service_, clock_,
                              {printProgress, cancelPrint}, this);
    dialogs_ = new FileDialogs(*this, actions_, store_, open_, exports_, files_, service_);
    build();
    connectActions();
    refresh();
    goTo(picture);
    if (!methodFaults().isEmpty())
        foot_->say(tr("A way of your own was left out: %1").arg(methodFaults().join(QStringLiteral(" · "))),
                   false);
    sayWhatFellDue();
    if (!runs_.said().isEmpty()) foot_->say(runs_.said(), false);
}

MainWindow::~MainWindow() {
    // Nothing may run, be painted or be delivered while the parts go.
    service_.stopAll();
    store_.disconnect();
    service_.disconnect();
    // Fields report what was typed when they lose the focus: they go while there is still a job to tell.
    delete takeCentralWidget();
}

void MainWindow::connectActions() {
    connect(rule_, &StationRule::picked, this, &MainWindow::goTo);
    for (int i = 0; i < actions_.stations.size(); ++i)
        connect(actions_.stations[i], &QAction::triggered, this, [this, i] { goTo(i); });
    connect(line_, &TicketLine::openWanted, actions_.open, &QAction::trigger);
    connect(foot_, &Foot::printWanted, actions_.print, &QAction::trigger);
    connect(&store_, &JobStore::changed, this, &MainWindow::refresh);
    connect(&store_, &JobStore::foreseen, this, &MainWindow::refresh);
    connect(&store_, &JobStore::seen, this, &MainWindow::refresh);
    connect(&service_, &RenderService::failed, this, [this](const QString&, const QString& sentence) {
        if (!sentence.isEmpty()) foot_->say(sentence, false);
    });
    connect(&open_, &OpenPictures::ready, arriving_, &NewPictures::ask);
    connect(arriving_, &NewPictures::printWanted, actions_.print, &QAction::trigger);
    // So that the keys of the stations work, and not in a text field.
    connect(arriving_, &NewPictures::done, line_, qOverload<>(&QWidget::setFocus));
    connect(actions_.fresh, &QAction::triggered, this, [this] { afterSaving([this] { files_.begin(); }); });
    connect(dialogs_, &FileDialogs::filesChosen, this, &MainWindow::openFiles);
    connect(actions_.recent, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
    connect(&files_, &JobFiles::changed, this, &MainWindow::refresh);
    connect(object_tray_, &ObjectTray::said, foot_, &Foot::say);
    connect(picture_tray_, &PictureTray::said, foot_, &Foot::say);
    connect(object_tray_, &ObjectTray::anotherWanted, this, [this] {
        arriving_->nextOnSameObject();
        actions_.open->trigger();
    });
    const auto onPiece = [this](QAction* action, const QString& what, auto change) {
        connect(action, &QAction::triggered, this, [this, what, change] {
            if (const Piece* piece = store_.piece())
                store_.edit(what, [&, id = piece->id](Job job) { return change(std::move(job), id); });
        });
    };
    onPiece(actions_.duplicate, tr("hang it up once more"), withDuplicate);
    onPiece(actions_.earlier, tr("move it along the line"),
            [](Job job, int id) { return withMoved(std::move(job), id, -1); });
    onPiece(actions_.later, tr("move it along the line"),
            [](Job job, int id) { return withMoved(std::move(job), id, 1); });
    connect(actions_.paste, &QAction::triggered, this, [this] {
        if (!open_.mime(QApplication::clipboard()->mimeData()))
            foot_->say(tr("There is no picture to paste. Copy one first."), false);
    });
    connect(actions_.print, &QAction::triggered, this, [this] {
        goTo(print);
        print_tray_->focusPrint();
    });
    connectWork();
    connect(actions_.quit, &QAction::triggered, this, &QWidget::close);
    connect(actions_.undo, &QAction::triggered, &store_, &JobStore::undo);
    connect(actions_.redo, &QAction::triggered, &store_, &JobStore::redo);
    connect(actions_.next, &QAction::triggered, this, [this] { store_.chooseNext(1); });
    connect(actions_.previous, &QAction::triggered, this, [this] { store_.chooseNext(-1); });
    connect(actions_.remove, &QAction::triggered, this, [this] {
        if (const Piece* piece = store_.piece())
            store_.edit(tr("take a piece off the line"),
                        [id = piece->id](Job job) { return withoutPiece(std::move(job), id); });
    });
    connect(actions_.fold, &QAction::triggered, this, [this] {
        if (stage_->currentWidget() != fold_) goTo(object);
        fold_->fold();
    });
    connect(actions_.zoom_in, &QAction::triggered, this, [this] { fold_->zoomBy(1.25); });
    connect(actions_.zoom_out, &QAction::triggered, this, [this] { fold_->zoomBy(0.8); });
    connect(actions_.zoom_fit, &QAction::triggered, fold_, &FoldView::zoomToFit);
    connect(actions_.zoom_true, &QAction::triggered, fold_, &FoldView::zoomToTrueSize);
    connect(actions_.screen_scale, &QAction::triggered, this, [this] {
        if (ScreenScale(this).exec() == QDialog::Accepted) fold_->zoomToTrueSize();
    });
    connect(actions_.mm, &QAction::triggered, this, [this] { setUnit(Unit::mm); });
    connect(actions_.cm, &QAction::triggered, this, [this] { setUnit(Unit::cm); });
    connect(actions_.in, &QAction::triggered, this, [this] { setUnit(Unit::in); });
    actions_.evening->setChecked(theme().dark);
    connect(actions_.evening, &QAction::toggled, this, [this](bool dark) {
        preferDark(dark);
        applyTheme(*qApp, dark);
        emit store_.changed();  // everything that paints itself
    });
    connect(actions_.shortcuts, &QAction::triggered, this, [this] { showKeys(this, actions_); });
    connect(actions_.about, &QAction::triggered, this, [this] { showAbout(this); });
}

void MainWindow::refresh() {
    const bool any = !store_.job().pieces.empty();
    const QString name = files_.file().isEmpty() ? QString::fromStdString(store_.job().name)
                                                 : QFileInfo(files_.file()).completeBaseName();
    setWindowTitle(tr("%1 – Tympan").arg(name));
    saved_->setText(!any                      ? QString()
                    : files_.readOnly()       ? tr("%1 · only read").arg(name)
                    : files_.unsaved()        ? tr("%1 · not saved yet").arg(name)
                    : files_.file().isEmpty() ? name
                                              : tr("%1 · saved").arg(name));
    for (QAction* action :
         {actions_.save_pdf,   actions_.save_picture, actions_.copy_shop,    actions_.reference,
          actions_.test_sheet, actions_.reduced,      actions_.patch,        actions_.print,
          actions_.remove,     actions_.next,         actions_.previous,     actions_.fold,
          actions_.save_job,   actions_.save_job_as,  actions_.duplicate,    actions_.earlier,
          actions_.later,      actions_.placement,    actions_.mask_outside, actions_.mask_inside,
          actions_.ladder,     actions_.corners,      actions_.cut_paths,    actions_.calendar,
          actions_.plan_sheet})
        action->setEnabled(any);
    actions_.guide->setEnabled(any && store_.imposition() && needsGuide(*store_.imposition()));
    const Piece* printed = store_.printedPiece();
    actions_.seam_strip->setEnabled(printed && sheetsForOneCopy(store_.job(), *printed) > 1);
    actions_.undo->setEnabled(store_.canUndo());
    actions_.redo->setEnabled(store_.canRedo());
    actions_.undo->setText(store_.canUndo() ? tr("Undo: %1").arg(store_.undoName()) : tr("Undo"));
    actions_.redo->setText(store_.canRedo() ? tr("Redo: %1").arg(store_.redoName()) : tr("Redo"));
    const Unit unit = store_.job().unit;
    (unit == Unit::mm ? actions_.mm : unit == Unit::cm ? actions_.cm : actions_.in)->setChecked(true);

    using State = StationRule::State;
    const Piece* piece = store_.piece();
    for (int station : {picture, object, tone, sharpness, sheets, transfer}) {
        bool look = (station == sheets && !store_.impositionFault().isEmpty()) ||
                    (station == transfer && planning_.strip() && !planning_.strip()->plan.cannot.empty());
        for (const Finding& finding : store_.findings())
            look = look || (piece && finding.piece == piece->id && stationOf(finding) == station);
        // What has not been looked at yet is not called fine.
        const bool seen = piece && store_.lookedAt(piece->id) == JobStore::SeenPiece::State::seen;
        rule_->setState(station, !piece ? State::nothing
                                 : look ? State::look
                                 : seen ? State::fine
                                        : State::nothing);
    }
    if (fold_) fold_->update();
}

void MainWindow::openJob(Job job) { files_.begin(std::move(job)); }

void MainWindow::openFiles(const QStringList& files) {
    QStringList pictures;
    for (const QString& file : files) {
        if (JobFiles::isJob(file))
            afterSaving([this, file] { files_.open(file); });
        else
            pictures << file;
    }
    if (!pictures.isEmpty()) open_.files(pictures);
}

void MainWindow::fillRecent() {
    actions_.recent->clear();
    for (const QString& file : JobFiles::recent())
        actions_.recent
            ->addAction(QFileInfo(file).completeBaseName(), this, [this, file] { openFiles({file}); })
            ->setToolTip(file);
    if (actions_.recent->isEmpty()) actions_.recent->addAction(tr("none yet"))->setEnabled(false);
}

void MainWindow::afterSaving(const std::function<void()>& then) {
    app::afterSaving(*this, files_, *dialogs_, QString::fromStdString(store_.job().name), then);
}

void MainWindow::offerLeftWork() { app::offerLeftWork(*this, files_); }

void MainWindow::openRecipe(const std::filesystem::path& file) {
    foot_->say(tr("Reading the job…"));
    service_.request(QStringLiteral("open job"),
                     [this, file](const std::stop_token&) -> RenderService::Finish {
                         return [this, job = jobFromRecipe(file)] {
                             foot_->say({});
                             openJob(job);
                         };
                     });
}

void MainWindow::goTo(int station) {
    rule_->choose(station);
    object_tray_->work(station == object);
    trays_->setCurrentIndex(station);
    const bool desk = station == picture && picture_tray_->onDesk();
    if (station == logbook) openLogbook();
    // What would spoil the print is not what one asks the logbook.
    look_->setVisible(station != logbook);
    stage_->setCurrentIndex(station == sheets      ? 1
                            : station == print     ? 2
                            : desk                 ? 3
                            : station == sharpness ? 4
                            : station == transfer  ? 5
                            : station == logbook   ? 6
                                                   : 0);
}

void MainWindow::setUnit(Unit unit) {
    prefer(unit);
    store_.edit(tr("change the unit"), [&](Job job) { return withUnit(std::move(job), unit); });
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (OpenPictures::accepts(event->mimeData())) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    QStringList files;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile()) files << url.toLocalFile();
    if (std::any_of(files.begin(), files.end(), JobFiles::isJob)) {
        event->acceptProposedAction();
        return openFiles(files);
    }
    if (open_.mime(event->mimeData())) event->acceptProposedAction();
}

void MainWindow::resizeEvent(QResizeEvent*) {
    const bool narrow = width() < narrow_width;
    look_->setFixedWidth(narrow ? narrow_look_width : look_width);
    for (QWidget* part : trays_->findChildren<QWidget*>())
        if (part->property("spare").toBool()) part->setHidden(narrow);
    arriving_->place();
    if (table_) table_->setGeometry(rect());
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!leaving_ && files_.unsaved()) {
        event->ignore();
        return afterSaving([this] {
            leaving_ = true;
            files_.giveUp();
            close();
        });
    }
    exports_.stop();
    event->accept();
}

}  // namespace tympan::app
