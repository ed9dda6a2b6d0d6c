// What the window has to do with work that is under way: the table, the bell, the title, the plan.
#include <QAction>

#include "app/canvas/strip_view.h"
#include "app/model/log_store.h"
#include "app/model/planning.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/object/object_tray.h"
#include "app/stations/print/print_follow.h"
#include "app/stations/print/print_tray.h"
#include "app/stations/print/printer_desk.h"
#include "app/stations/transfer/table_view.h"
#include "app/stations/transfer/transfer_stage.h"
#include "app/widgets/worth_a_look.h"
#include "app/window/file_dialogs.h"
#include "app/window/foot.h"
#include "app/window/main_window.h"
#include "app/words/work_words.h"
#include "core/job/answers.h"
#include "core/record/log_of_run.h"

namespace tympan::app {

void MainWindow::connectWork() {
    connect(transfer_stage_, &TransferStage::tableWanted, this, &MainWindow::toTable);
    connect(table_, &TableView::left, this, [this] {
        table_->hide();
        transfer_stage_->strip().setFocus();
    });
    connect(table_, &TableView::said, foot_, &Foot::say);
    connect(table_, &TableView::swabbed, this, [this](const std::string& run) {
        if (const auto read = runs_.read(run)) strips_->swabs().keepOf(*read);
    });
    connect(&runs_, &RunBook::failed, this, [this](const QString& sentence) { foot_->say(sentence, false); });
    connect(&planning_, &Planning::said, foot_, &Foot::say);
    connect(&ringing_, &Ringing::rang, this, [this](const QString& run, const Alarm& alarm) {
        if (const RunBook::Open* open = runs_.find(run.toStdString()))
            foot_->say(alarmTitle(alarm) + QStringLiteral(": ") + alarmSentence(alarm, open->state),
                       alarm.kind == Alarm::Kind::may);
    });
    connect(&runs_, &RunBook::over, this, &MainWindow::writeLog);
    connect(strips_, &StripDesk::told, foot_, &Foot::say);
    connect(&print_tray_->desk(), &PrinterDesk::told, foot_, &Foot::say);
    connect(proofs_, &ProofDesk::told, foot_, &Foot::say);
    connect(follow_, &PrintFollow::told, foot_, &Foot::say);
    connect(&exports_, &Exports::exported, follow_, [this](const Exported& done) {
        if (done.sent) follow_->begin(*done.sent);
    });
    connect(follow_, &PrintFollow::againWanted, &exports_, &Exports::printAgain);
    connect(strips_, &StripDesk::changed, look_, &WorthALook::refresh);
    look_->offer([this](const Piece& piece) -> QString {
        const MeasuredTransfer* strip = strips_->offeredFor(piece);
        return strip ? stripText(*strip, store_.job().unit) : QString();
    });
    connect(look_, &WorthALook::stripWanted, this, [this] {
        if (const Piece* piece = store_.piece())
            if (const MeasuredTransfer* strip = strips_->offeredFor(*piece)) strips_->goBy(*strip);
    });
    connect(&clock_, &WorkClock::ticked, log_, &LogStore::look);
    connect(log_, &LogStore::wrote, this, [this](const QString& sentence) { foot_->say(sentence, true); });
    connect(log_, &LogStore::failed, this, [this](const QString& sentence) { foot_->say(sentence, false); });
    connect(&planning_, &Planning::pictured, this,
            [this](const std::string& run, int piece, const std::string& png) {
                log_->keepPicture(entryIdOf(run, piece), png);
            });
    look_->remember([this](const Piece& piece) {
        QList<WorthALook::Resolution> resolved;
        for (const Resolved& each :
             log_->nextTimes(piece.method->id, objectOf(store_.job(), piece).material.id)) {
            const std::optional<bool> answer = answered(piece, each.next.words);
            const bool own = answer == true && each.taken >= taken_often;
            if (!answer || own)
                resolved << WorthALook::Resolution{QString::fromStdString(each.next.words),
                                                   QString::fromStdString(each.entry), helpedText(each), own};
        }
        return resolved;
    });
    connect(look_, &WorthALook::ownWayWanted, this, [this] {
        goTo(object);
        object_tray_->makeOwnWay();
    });
    connect(look_, &WorthALook::resolutionAnswered, this, &MainWindow::answerResolution);
    connect(log_, &LogStore::changed, look_, &WorthALook::refresh);
    connect(look_, &WorthALook::entryWanted, this, [this](const QString& entry) {
        goTo(logbook);
        log_->open(entry.toStdString());
    });
    planning_.lookOnShelf(
        [this]() -> const std::vector<Supply>& { return log_->supplies(); },
        [this](const std::map<std::string, double>& needs_ml) { return log_->shortFor(needs_ml); });
    planning_.knowSwabs([this]() -> const std::vector<SwabTest>& { return strips_->swabs().all(); });
    planning_.learnFrom([this]() -> const OwnTimes& { return log_->learned(); });
    connect(&clock_, &WorkClock::ticked, this, &MainWindow::tellTime);
    connect(actions_.table, &QAction::triggered, this, &MainWindow::toTable);
    connect(&planning_, &Planning::changed, this, [this] {
        actions_.table->setEnabled(!runs_.open().empty());
        refresh();
    });
    connect(actions_.calendar, &QAction::triggered, this, [this] { savePlan(true); });
    connect(actions_.plan_sheet, &QAction::triggered, this, [this] { savePlan(false); });
}

/// A resolution is done or not for the chosen piece and those like it: one step to undo.
void MainWindow::answerResolution(const QString& words, bool taken) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    for (const Resolved& each :
         log_->nextTimes(piece->method->id, objectOf(store_.job(), *piece).material.id))
        if (each.next.words == words.toStdString())
            return store_.edit(
                taken ? tr("do what you resolved") : tr("leave what you resolved"),
                [&, id = piece->id](Job job) { return withAnswer(std::move(job), id, each.next, taken); });
}

/// What one may or must do since the program was closed, and that work is under way at all.
void MainWindow::sayWhatFellDue() {
    const RunBook::Open* open = runs_.foremost();
    if (!open) return;
    QStringList due;
    for (const auto& [run, alarm] : runs_.runs().alarms())
        if (alarm.at <= clock_.now())
            due << alarmTitle(alarm) + QStringLiteral(": ") + alarmSentence(alarm, runs_.find(run)->state);
    const QString first =
        due.isEmpty() ? nowSentence(open->now, open->state, clock_.now(), clock_.zone()) : due.front();
    foot_->say(due.size() > 1 ? tr("Meanwhile: %1 And %2 more; see Transfer.").arg(first).arg(due.size() - 1)
                              : tr("Work is under way. %1").arg(first),
               true);
    actions_.table->setEnabled(true);
}

/// A run writes what was made, as far as it has gone.
void MainWindow::writeLog(const std::string& run) {
    const auto read = runs_.read(run);
    if (!read) return;
    log_->write(entriesOf(*read));
    if (!swabsOf(*read).empty()) strips_->swabs().keepOf(*read);
}

/// What is under way is written before one looks; so is what ended when the program was killed.
void MainWindow::openLogbook() {
    for (const std::string& run : runs_.all())
        if (runs_.find(run) || !log_->hasRun(run)) writeLog(run);
    log_->refresh();
}

void MainWindow::toTable() {
    if (runs_.open().empty()) return;
    table_->setGeometry(rect());
    table_->enter();
}

/// The title counts down to what is due.
void MainWindow::tellTime() {
    const RunBook::Open* open = runs_.foremost();
    if (!open || open->now.kind == Now::Kind::over) return;
    const Task* task = findTask(open->state, open->now.task);
    if (!task) return;
    const Moment now = clock_.now();
    const Moment until = open->now.until.value_or(open->now.from);
    const QString left =
        open->now.kind == Now::Kind::hands && !open->now.until ? tr("now") : countText(until - now);
    setWindowTitle(tr("%1 · %2 – Tympan").arg(left, workName(*task).toLower()));
}

void MainWindow::savePlan(bool for_calendar) {
    dialogs_->savePlan(for_calendar, [this, for_calendar](const QString& file) {
        exports_.writePlan(file, for_calendar, clock_.zone(), clock_.now(), planning_.order(),
                           planning_.measured(), planning_.current());
    });
}

}  // namespace tympan::app
