// What the window is made of.
#include <QMenuBar>
#include <QStackedWidget>

#include "app/canvas/fold_view.h"
#include "app/canvas/loupe.h"
#include "app/canvas/picture_desk.h"
#include "app/canvas/station_rule.h"
#include "app/canvas/ticket_line.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/ask_card.h"
#include "app/stations/logbook/logbook_stage.h"
#include "app/stations/logbook/logbook_tray.h"
#include "app/stations/logbook/piece_page.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/stations/logbook/proof_page.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/logbook/strip_tray.h"
#include "app/stations/object/object_tray.h"
#include "app/stations/picture/picture_tray.h"
#include "app/stations/print/print_follow.h"
#include "app/stations/print/print_stage.h"
#include "app/stations/print/print_tray.h"
#include "app/stations/print/printer_desk.h"
#include "app/stations/sharpness/sharpness_tray.h"
#include "app/stations/sheets/sheets_stage.h"
#include "app/stations/sheets/sheets_tray.h"
#include "app/stations/tone/tone_tray.h"
#include "app/stations/transfer/table_view.h"
#include "app/stations/transfer/transfer_stage.h"
#include "app/stations/transfer/transfer_tray.h"
#include "app/widgets/tray_parts.h"
#include "app/widgets/worth_a_look.h"
#include "app/window/file_dialogs.h"
#include "app/window/foot.h"
#include "app/window/main_window.h"
#include "app/window/new_pictures.h"

namespace tympan::app {

namespace {

constexpr int tray_height = 192;

}  // namespace

QStringList MainWindow::stationNames() {
    return {tr("Picture"), tr("Object"), tr("Tone"),     tr("Sharpness"),
            tr("Sheets"),  tr("Print"),  tr("Transfer"), tr("Logbook")};
}

void MainWindow::build() {
    auto* central = new QWidget;
    auto* across = new QHBoxLayout(central);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(0);
    rule_ = new StationRule(stationNames());
    across->addWidget(rule_);
    auto* down = new QVBoxLayout;
    down->setSpacing(0);
    line_ = new TicketLine(store_, service_);
    down->addWidget(line_);
    stage_ = new QStackedWidget;
    fold_ = new FoldView(store_, service_);
    stage_->addWidget(fold_);
    auto* sheets_stage = new SheetsStage(store_, service_);
    connect(sheets_stage, &SheetsStage::wanted, this, [this](int sheet) { dialogs_->saveSheet(sheet); });
    stage_->addWidget(sheets_stage);
    stage_->addWidget(new PrintStage(store_, service_, exports_, *follow_));
    desk_ = new PictureDesk;
    stage_->addWidget(desk_);
    loupe_ = new Loupe(store_, service_);
    stage_->addWidget(loupe_);
    transfer_stage_ = new TransferStage(planning_, ringing_, clock_);
    stage_->addWidget(transfer_stage_);
    logbook_stage_ = new LogbookStage(*log_, *strips_, *proofs_);
    stage_->addWidget(logbook_stage_);
    connect(&logbook_stage_->piecePage(), &PiecePage::pageWanted, this, [this] {
        dialogs_->savePdf(tr("Save its page"), QString::fromStdString(log_->entry()->name),
                          [this](const QString& file) { log_->writePage(file); });
    });
    connect(&logbook_stage_->piecePage(), &PiecePage::cardWanted, this, [this] {
        if (const auto card = askCard(this, log_->card()))
            dialogs_->savePdf(tr("Save the card"), QString::fromStdString(card->title + " card"),
                              [&](const QString& file) { log_->writeCard(file, *card); });
    });
    down->addWidget(stage_, 1);

    auto* tray = new QWidget;
    tray->setObjectName(QStringLiteral("tray"));
    tray->setAttribute(Qt::WA_StyledBackground);
    tray->setFixedHeight(tray_height);
    auto* tray_layout = new QHBoxLayout(tray);
    tray_layout->setContentsMargins(16, 12, 16, 12);
    tray_layout->setSpacing(16);
    trays_ = new QStackedWidget;
    picture_tray_ = new PictureTray(store_, service_, *desk_);
    connect(picture_tray_, &PictureTray::openWanted, actions_.open, &QAction::trigger);
    connect(picture_tray_, &PictureTray::removeWanted, actions_.remove, &QAction::trigger);
    connect(picture_tray_, &PictureTray::opened, this, [this] { goTo(picture); });
    trays_->addWidget(picture_tray_);
    object_tray_ = new ObjectTray(store_, service_, fold_->hand());
    trays_->addWidget(object_tray_);
    tone_tray_ = new ToneTray(store_, service_);
    connect(tone_tray_, &ToneTray::likenessWanted, fold_, &FoldView::picture);
    connect(tone_tray_, &ToneTray::brushWanted, this, [this] {
        goTo(picture);
        picture_tray_->open(QStringLiteral("cut"));
    });
    trays_->addWidget(tone_tray_);
    sharpness_tray_ = new SharpnessTray(store_, service_, *loupe_);
    connect(sharpness_tray_, &SharpnessTray::proofWanted, this,
            [this](const std::vector<Engine>& engines) { dialogs_->saveProof(loupe_->spot(), engines); });
    trays_->addWidget(sharpness_tray_);
    trays_->addWidget(new SheetsTray(store_, actions_.cut_paths));
    print_tray_ = new PrintTray(store_, service_, exports_, actions_);
    trays_->addWidget(print_tray_);
    connect(print_tray_, &PrintTray::savesSheet, this, [this] {
        dialogs_->savePdf(tr("Save the measuring page"), tr("measuring page"),
                          [this](const QString& file) { print_tray_->desk().saveSheet(file); });
    });
    connect(print_tray_, &PrintTray::savesSwatches, this, [this] {
        dialogs_->savePdf(tr("Save the swatches"), tr("swatches"),
                          [this](const QString& file) { print_tray_->desk().saveSwatches(file); });
    });
    connect(print_tray_, &PrintTray::opensScan, this, [this] {
        dialogs_->openPhotograph([this](const QString& file) { print_tray_->desk().read(file); });
    });
    trays_->addWidget(new TransferTray(store_, planning_, *actions_.calendar, *actions_.plan_sheet));
    auto* logbook_tray = new LogbookTray(*log_, *strips_, *proofs_);
    connect(&logbook_tray->strips(), &StripTray::printWanted, this, [this] {
        dialogs_->savePdf(tr("Save the test strip"), tr("test strip"),
                          [this](const QString& file) { strips_->print(file); });
    });
    connect(&logbook_tray->strips(), &StripTray::readWanted, this,
            [this] { dialogs_->openPhotograph([this](const QString& file) { strips_->read(file); }); });
    connect(&logbook_tray->proofs(), &ProofTray::printWanted, actions_.reduced, &QAction::trigger);
    connect(&logbook_tray->proofs(), &ProofTray::readWanted, this, [this](const QString& shop) {
        dialogs_->openPhotograph([this, shop](const QString& file) { proofs_->read(file, shop); });
    });
    connect(logbook_tray, &LogbookTray::photographWanted, this, [this](Photograph::Of of) {
        dialogs_->openPhotograph([this, of](const QString& file) { log_->addPhotograph(of, file); });
    });
    trays_->addWidget(logbook_tray);
    tray_layout->addWidget(trays_, 1);
    look_ = new WorthALook(store_);
    connect(look_, &WorthALook::showWanted, this, [this](const Finding& finding) {
        goTo(stationOf(finding));
        // The leaves show where, not the desk.
        if (stationOf(finding) == picture) picture_tray_->open(QStringLiteral("came"));
        fold_->point(finding);
    });
    connect(look_, &WorthALook::mendWanted, this, &MainWindow::mend);
    connect(look_, &WorthALook::pointedAt, fold_, &FoldView::showPlaces);
    tray_layout->addWidget(look_);
    down->addWidget(tray);
    foot_ = new Foot(store_);
    foot_->follow(exports_);
    foot_->follow(open_);
    foot_->follow(files_);
    down->addWidget(foot_);
    across->addLayout(down, 1);
    setCentralWidget(central);
    actions_.fill(*menuBar());
    saved_ = quietLabel({});
    saved_->setObjectName(QStringLiteral("job-saved"));
    saved_->setWordWrap(false);
    saved_->setFixedSize(420, 28);
    saved_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    saved_->setContentsMargins(0, 0, 16, 0);
    menuBar()->setCornerWidget(saved_);
    arriving_ = new NewPictures(store_, *central);
    table_ = new TableView(runs_, ringing_, clock_, this);
    table_->offerProducts([this](const std::string& key) {
        QStringList own, others;
        for (const Supply& supply : log_->supplies()) {
            const bool its = std::find(supply.keys.begin(), supply.keys.end(), key) != supply.keys.end();
            if (!supply.empty) (its ? own : others) << QString::fromStdString(supply.name);
        }
        return own + others;
    });
    table_->hide();
}

}  // namespace tympan::app
