#include "app/stations/transfer/table_view.h"

#include <QDialog>
#include <QKeyEvent>
#include <QLineEdit>
#include <QVBoxLayout>

#include "app/canvas/sheet_diagram.h"
#include "app/look/theme.h"
#include "app/model/ringing.h"
#include "app/model/run_book.h"
#include "app/widgets/ask_told.h"
#include "app/widgets/ask_trouble.h"
#include "app/widgets/tray_parts.h"
#include "app/words/work_words.h"
#include "core/record/swabs.h"

namespace tympan::app {

namespace {

constexpr int look_again_min = 3, bounce_ms = 400;
constexpr std::chrono::seconds at_once_after{120};

}  // namespace

TableView::TableView(RunBook& book, Ringing& ringing, WorkClock& clock, QWidget* parent)
    : QWidget(parent), book_(book), clock_(clock) {
    setObjectName(QStringLiteral("at-the-table-view"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("At the table"));
    done_ = bigButton(QStringLiteral("table-done"), tr("Done"), true);
    not_yet_ = bigButton(QStringLiteral("table-not-yet"), tr("Not yet"), false);
    another_ = bigButton(QStringLiteral("table-another"), tr("Another round"), false);
    trace_ = bigButton(QStringLiteral("table-trace"), tr("A trace"), false);
    wrong_ = bigButton(QStringLiteral("table-wrong"), tr("Something went wrong"), false);
    back_ = bigButton(QStringLiteral("table-back"), tr("Take it back"), false);
    leave_ = bigButton(QStringLiteral("table-leave"), tr("Leave the table"), false);
    turn_ = bigButton(QStringLiteral("table-turn"), tr("Turn the picture"), false);
    connect(done_, &QPushButton::clicked, this, [this] {
        // A palm that bounces does not do two steps.
        if (since_.elapsed() > bounce_ms) done();
    });
    connect(not_yet_, &QPushButton::clicked, this, &TableView::notYet);
    connect(another_, &QPushButton::clicked, this, [this] { anotherRound(); });
    connect(trace_, &QPushButton::clicked, this, [this] { anotherRound(std::string(name(Swabbed::trace))); });
    connect(wrong_, &QPushButton::clicked, this, &TableView::wrong);
    connect(back_, &QPushButton::clicked, this, &TableView::takeBack);
    connect(leave_, &QPushButton::clicked, this, &TableView::left);
    tell_ = bigButton(QStringLiteral("table-tell"), tr("Which product?"), false);
    connect(turn_, &QPushButton::clicked, this, &TableView::turnPicture);
    connect(tell_, &QPushButton::clicked, this, &TableView::tell);
    connect(&book_, &RunBook::changed, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&clock_, &WorkClock::ticked, this, &TableView::tick);
    connect(&ringing, &Ringing::rang, this, [this](const QString& run, const Alarm& alarm) {
        const RunBook::Open* open = book_.find(run.toStdString());
        if (!open) return;
        // Another job's alarm rings in the title; what stands here is about this one.
        if (!run_.empty() && run.toStdString() != run_) return;
        alarm_ = alarmTitle(alarm) + QStringLiteral(" · ") + alarmSentence(alarm, open->state);
        must_ = alarm.kind == Alarm::Kind::must;
        update();
    });
}

QFont TableView::large(int px, bool strong) {
    QFont font = textFont(TextSize::title, strong);
    font.setPixelSize(px);
    return font;
}

QPushButton* TableView::bigButton(const QString& name, const QString& text, bool main) {
    auto* button = pushButton(name, text);
    button->setParent(this);
    button->setFont(large(20, main));
    button->setMinimumHeight(buttons_height);
    button->setProperty("main", main);
    button->setFocusPolicy(Qt::NoFocus);  // space is the whole window's
    button->setStyleSheet(QStringLiteral("font-size: 20px; padding: 4px 22px;"));
    return button;
}

void TableView::enter() {
    did_.clear();
    alarm_.clear();
    run_.clear();
    task_.clear();
    refresh();
    QWidget::show();
    raise();
    setFocus();
}

const Task* TableView::shown() const {
    const RunBook::Open* open = book_.find(run_);
    return open ? findTask(open->state, task_) : nullptr;
}

void TableView::refresh() {
    const RunBook::Open* open = book_.foremost();
    if (!open) {
        emit left();
        return;
    }
    show(open->id, open->now);
}

void TableView::show(const std::string& run, const Now& now) {
    // What was to be done later may be done now: it begins as any other step does.
    const bool other = run != run_ || now.task != task_ || now.kind != now_.kind;
    diagram_ = {};  // pictures may have come
    run_ = run;
    task_ = now.task;
    now_ = now;
    const RunBook::Open& open = *book_.find(run);
    const Task* task = shown();
    if (other) {
        since_.start();
        waits_ = false;
        if (!alarm_.isEmpty() && now.kind == Now::Kind::hands) alarm_.clear();
        reference_ = {};
        if (task && task->piece != 0) {
            const std::string bytes =
                book_.picture(run, task->units.empty() ? task->piece : task->units.front().piece);
            reference_.loadFromData(reinterpret_cast<const uchar*>(bytes.data()),
                                    static_cast<uint>(bytes.size()));
        }
        // Hands go on without a word from one step to the next, unless something must be said before.
        if (task && now.kind == Now::Kind::hands && !task->gate &&
            !open.state.past.under_way.contains(task_)) {
            bool just_done = false;
            for (const auto& [id, span] : open.state.past.done)
                just_done = just_done || (span.to <= clock_.now() && clock_.now() - span.to < at_once_after);
            waits_ = !just_done || !deadlinesAhead(open.state, task_).empty();
            if (!waits_) {
                book_.happen(run_, {.kind = Event::Kind::begun, .at = {}, .task = task_});
                return;  // shown again by that
            }
        }
    } else if (task && open.state.past.under_way.contains(task_)) {
        waits_ = false;
    }
    const bool hands = now.kind == Now::Kind::hands, wait = now.kind == Now::Kind::wait;
    const bool look = wait && task && task->again, later = now.kind == Now::Kind::later;
    const bool swab = hands && task && task->work == Work::swab && !waits_;
    done_->setText(now.kind == Now::Kind::over       ? tr("End the work")
                   : waits_                          ? tr("Begin")
                   : task && task->gate              ? tr("Yes, all is well")
                   : swab                            ? tr("It held")
                   : look                            ? tr("It is clear")
                   : wait && task->work == Work::dry ? tr("It is dry")
                   : wait                            ? tr("It is over")
                   : later                           ? tr("Do it now all the same")
                                                     : tr("Done"));
    not_yet_->setVisible(wait);
    another_->setText(swab ? tr("It ran") : tr("Another round"));
    another_->setVisible(look || swab);
    trace_->setVisible(swab);
    wrong_->setVisible((hands || wait) && !swab);
    back_->setVisible(!did_.empty());
    // Sheets lie as the printer left them.
    turn_->setVisible(!reference_.isNull() && !(task && hasSheetDiagram(*task, open.state.order)));
    tell_->setText(toldText());
    tell_->setVisible(hands && !tell_->text().isEmpty());
    coming_ = comingOf(open);
    setAccessibleDescription(nowSentence(now, open.state, clock_.now(), clock_.zone()) + QLatin1Char(' ') +
                             coming_);
    QResizeEvent same(size(), size());
    resizeEvent(&same);
    update();
}

void TableView::tick() {
    if (isVisible()) update();
}

void TableView::done() {
    const RunBook::Open* open = book_.find(run_);
    const Task* task = shown();
    if (!open) return;
    if (now_.kind == Now::Kind::over) {
        book_.happen(run_, {.kind = Event::Kind::ended, .at = {}});
        return;
    }
    if (!task) return;
    if (waits_ || now_.kind == Now::Kind::later) {
        waits_ = false;
        book_.happen(run_, {.kind = Event::Kind::begun, .at = {}, .task = task_});
        return;
    }
    if (now_.kind == Now::Kind::wait) {
        // Too soon spoils it: said once, and then it is the maker's word.
        const auto waits = waitsUnderWay(open->state);
        const auto begun = waits.find(task_);
        const Moment least =
            begun == waits.end()
                ? Moment{}
                : begun->second + std::chrono::seconds{static_cast<long>(task->least_min * 60)};
        const QString early =
            (task->basis == Basis::guess
                 ? tr("That is early by our estimate (about %1). Press again to go on anyway.")
             : task->basis == Basis::makers
                 ? tr("That is earlier than the makers say (%1). Press again to go on anyway.")
                 : tr("That is early: not before %1. Press again to go on anyway."))
                .arg(clockText(least, clock_.now(), clock_.zone()));
        if (clock_.now() < least && alarm_ != early) {
            alarm_ = early;
            must_ = true;
            update();
            return;
        }
    }
    alarm_.clear();
    answer({.kind = Event::Kind::done, .at = {}, .task = task_}, task->work == Work::swab);
}

void TableView::anotherRound(const std::string& why) {
    const Task* task = shown();
    if (!task) return;
    alarm_.clear();
    answer({.kind = Event::Kind::another, .at = {}, .task = task_, .words = why}, task->work == Work::swab);
}

void TableView::answer(const Event& event, bool swab) {
    const std::string run = run_;  // the next step may be of another
    did_.push_back({run, event.task, swab});
    if (book_.happen(run, event) && swab) emit swabbed(run);
}

void TableView::notYet() {
    Event event{.kind = Event::Kind::not_yet, .at = {}, .task = task_};
    event.minutes = look_again_min;
    book_.happen(run_, event);
    alarm_ = tr("Look again in %1 minutes.").arg(look_again_min);
    must_ = false;
    update();
}

void TableView::takeBack() {
    if (did_.empty()) return;
    const auto [run, task, swab] = did_.back();
    did_.pop_back();
    if (book_.happen(run, {.kind = Event::Kind::taken_back, .at = {}, .task = task}) && swab)
        emit swabbed(run);
}

void TableView::wrong() {
    const RunBook::Open* open = book_.find(run_);
    const Task* task = shown();
    if (!open || !task) return;
    // The clock may move the table on to another step, or another run, while the dialog is open.
    const std::string run = run_, of = task_;
    const WorkOrder& order = open->state.order;
    const OrderedPiece* piece =
        findPiece(order, task->units.empty() ? task->piece : task->units.front().piece);
    TroubleAsked asked{{piece ? piece->method : "", {}, task->work}, {}, {}};
    if (piece) asked.at.printer = piece->printer, asked.steps = piece->steps;
    std::vector<std::pair<int, int>> copies;
    for (const WorkUnit& unit : task->units) {
        const std::pair copy{unit.piece, unit.copy};
        const OrderedPiece* its = findPiece(order, unit.piece);
        if (!its || std::find(copies.begin(), copies.end(), copy) != copies.end()) continue;
        copies.push_back(copy);
        const QString name = QString::fromStdString(its->name);
        asked.copies << (its->copies > 1 ? tr("%1, copy %2").arg(name).arg(unit.copy) : name);
    }
    const auto answer = askTrouble(this, asked);
    setFocus();
    if (!answer) return;
    Event event{.kind = Event::Kind::went_wrong, .at = {}, .task = of};
    event.words = answer->words;
    event.trouble = answer->trouble;
    event.next = answer->next;
    book_.happen(run, event);
    for (const int which : answer->again) {
        Event again{.kind = Event::Kind::again, .at = {}};
        std::tie(again.piece, again.copy) = copies[static_cast<std::size_t>(which)];
        book_.happen(run, again);
    }
    emit said(answer->again.empty() ? tr("It is noted.") : tr("It begins again; the rest goes on."), true);
}

/// What the maker has said of the step before one, or what could be said of it; empty: nothing.
QString TableView::toldText() const {
    const Task* task = shown();
    if (!task || task->gate) return {};
    const TellsOf tells = tellsOf(*task->details);
    if (!tells.product && !tells.heat) return {};
    const RunState& state = book_.find(run_)->state;
    const auto told = state.told.find(stepKeyOf(*task, state.order));
    if (told != state.told.end())
        if (const QString said = app::toldText(told->second); !said.isEmpty()) return said;
    return tells.heat ? tr("How is it set?") : tr("Which product?");
}

void TableView::tell() {
    const RunBook::Open* open = book_.find(run_);
    const Task* task = shown();
    if (!open || !task) return;
    const std::string run = run_, of = task_, key = stepKeyOf(*task, open->state.order);
    const Shared<Step> step = task->details;
    const auto known = open->state.told.find(key);
    const auto told = askTold(this, *step, known == open->state.told.end() ? ToldOfStep{} : known->second,
                              products_ ? products_(key) : QStringList());
    setFocus();
    if (!told) return;
    Event event{.kind = Event::Kind::told, .at = {}, .task = of};
    event.told = *told;
    book_.happen(run, event);
}

void TableView::turnPicture() {
    turned_ = (turned_ + 1) % 4;
    update();
}

/// A click beside the buttons does nothing: a drip would count as done.
void TableView::mousePressEvent(QMouseEvent* event) { event->accept(); }

/// Tab leads to nothing that lies behind the table.
bool TableView::focusNextPrevChild(bool) { return true; }

void TableView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Space:
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (!event->isAutoRepeat() && done_->isVisible()) done();
            return;
        case Qt::Key_N:
            if (not_yet_->isVisible()) notYet();
            return;
        case Qt::Key_R:
            if (another_->isVisible()) anotherRound();
            return;
        case Qt::Key_W:
            if (wrong_->isVisible()) wrong();
            return;
        case Qt::Key_P:
            if (tell_->isVisible()) tell();
            return;
        case Qt::Key_T:
            turnPicture();
            return;
        case Qt::Key_Backspace:
            takeBack();
            return;
        case Qt::Key_Escape:
            emit left();
            return;
        default:
            QWidget::keyPressEvent(event);
    }
}

/// At the table no key means what it means elsewhere.
bool TableView::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        event->accept();
        return true;
    }
    return QWidget::event(event);
}

void TableView::resizeEvent(QResizeEvent*) {
    int left = margin;
    const int top = height() - margin / 2 - buttons_height;
    for (QPushButton* button : {done_, trace_, another_, not_yet_, wrong_}) {
        if (button->isHidden()) continue;
        const int width = std::max(button == done_ ? 220 : 120, button->sizeHint().width());
        button->setGeometry(left, top, width, buttons_height);
        left += width + 12;
    }
    int right = width() - margin;
    for (QPushButton* button : {leave_, back_}) {
        if (button->isHidden()) continue;
        const int width = button->sizeHint().width();
        right -= width;
        button->setGeometry(right, 20, width, 48);
        button->setMinimumHeight(48);
        right -= 12;
    }
    turn_->setMinimumHeight(44);
    turn_->setGeometry(width() - margin - turn_->sizeHint().width(), top + buttons_height - 44,
                       turn_->sizeHint().width(), 44);
    tell_->setMinimumHeight(44);
    const int beside = turn_->isHidden() ? width() - margin : turn_->x() - 12;
    const int room = std::max(80, beside - left);
    const int wide = std::min(tell_->sizeHint().width(), room);
    tell_->setGeometry(beside - wide, top + buttons_height - 44, wide, 44);
}

}  // namespace tympan::app
