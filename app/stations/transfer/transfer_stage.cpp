#include "app/stations/transfer/transfer_stage.h"

#include <QTimer>

#include "app/canvas/agenda_view.h"
#include "app/canvas/strip_view.h"
#include "app/model/planning.h"
#include "app/model/ringing.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "app/words/work_words.h"

namespace tympan::app {

namespace {

constexpr int rehearsal_ms = 60'000, rehearsal_step_ms = 50;
constexpr std::size_t few_objects = 3;

}  // namespace

TransferStage::TransferStage(Planning& planning, const Ringing& ringing, WorkClock& clock, QWidget* parent)
    : QWidget(parent), planning_(planning), clock_(clock), timer_(new QTimer(this)) {
    setObjectName(QStringLiteral("transfer-stage"));
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(0);
    auto* head = new QWidget;
    head->setObjectName(QStringLiteral("transfer-head"));
    auto* across = new QHBoxLayout(head);
    across->setContentsMargins(16, 8, 16, 8);
    across->setSpacing(12);
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    sentence_ = titleLabel({});
    sentence_->setObjectName(QStringLiteral("transfer-sentence"));
    sentence_->setWordWrap(true);
    words->addWidget(sentence_);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("transfer-about"));
    about_->setWordWrap(true);
    words->addWidget(about_);
    notes_ = new QLabel;
    notes_->setObjectName(QStringLiteral("transfer-notes"));
    notes_->setWordWrap(true);
    words->addWidget(notes_);
    auto* means = quietLabel(ringing.means());
    means->setObjectName(QStringLiteral("ringing-means"));
    words->addWidget(means);
    across->addLayout(words, 1);
    rehearse_ = pushButton(QStringLiteral("rehearse"), tr("Show me the evening"));
    begin_ = pushButton(QStringLiteral("begin-work"), tr("Begin the work"));
    begin_->setProperty("main", true);
    table_ = pushButton(QStringLiteral("at-the-table"), tr("At the table"));
    table_->setProperty("main", true);
    for (QPushButton* button : {rehearse_, begin_, table_}) across->addWidget(button, 0, Qt::AlignTop);
    down->addWidget(head);
    agenda_ = new AgendaView;
    strip_ = new StripView;
    beside_ = new QHBoxLayout;
    beside_->setContentsMargins(0, 0, 0, 0);
    beside_->setSpacing(1);
    beside_->addWidget(agenda_);
    beside_->addWidget(strip_);
    down->addLayout(beside_, 1);

    connect(strip_, &StripView::putOff, this,
            [this](const QString& task, Moment to) { planning_.putOff(task.toStdString(), to); });
    connect(rehearse_, &QPushButton::clicked, this, &TransferStage::rehearse);
    connect(begin_, &QPushButton::clicked, this, &TransferStage::begin);
    connect(table_, &QPushButton::clicked, this, &TransferStage::tableWanted);
    connect(&planning_, &Planning::changed, this, &TransferStage::refresh);
    connect(&clock_, &WorkClock::ticked, this, [this] {
        if (!isVisible() || rehearsing()) return;
        strip_->setNow(now());
        say();
    });
    timer_->setInterval(rehearsal_step_ms);
    connect(timer_, &QTimer::timeout, this, &TransferStage::rehearseStep);
    refresh();
}

Moment TransferStage::now() const { return rehearsed_.value_or(clock_.now()); }

void TransferStage::showEvent(QShowEvent*) { planning_.wanted(true); }
void TransferStage::hideEvent(QHideEvent*) {
    planning_.wanted(false);
    if (rehearsing()) rehearse();
}

bool TransferStage::rehearsing() const { return step_ >= 0; }

void TransferStage::rehearse() {
    if (rehearsing()) {
        step_ = -1;
        rehearsed_.reset();
        timer_->stop();
    } else if (planning_.strip()) {
        step_ = 0;
        timer_->start();
    }
    refresh();
}

void TransferStage::rehearseStep() {
    const auto strip = planning_.strip();
    if (!strip || step_ * rehearsal_step_ms > rehearsal_ms) return rehearse();
    // Work goes by at its pace, nights in a moment.
    const std::vector<StripView::Hung>& hung = strip_->hung();
    if (hung.empty()) return rehearse();
    TimeScale scale({}, hung.front().time.from, strip->plan.end, 1);
    std::vector<TimeSpan> work;
    for (const auto& run : runsOf(strip->plan))
        work.push_back({strip->plan.times[run.front()].from, strip->plan.times[run.back()].to});
    Moment first = strip->plan.end;
    for (const TimeSpan& each : work) first = std::min(first, each.from);
    scale = TimeScale(work, first, strip->plan.end, 2000);
    rehearsed_ = scale.at(scale.width() * step_ * rehearsal_step_ms / rehearsal_ms);
    ++step_;
    auto shown = std::make_shared<Strip>(*strip);
    shown->now_task.clear();
    for (std::size_t i = 0; i < shown->plan.tasks.size(); ++i) {
        const TimeSpan& at = shown->plan.times[i];
        if (at.to <= *rehearsed_) shown->done.insert(shown->plan.tasks[i].id);
        if (shown->plan.tasks[i].hands && at.from <= *rehearsed_ && *rehearsed_ < at.to)
            shown->now_task = shown->plan.tasks[i].id;
    }
    strip_->show(shown, *rehearsed_);
    agenda_->show(shown);
    say();
}

/// When the plan has its first work, where that is a good while from now: it is asked then.
std::optional<Moment> TransferStage::plannedBegin() const {
    const auto strip = planning_.strip();
    if (!strip) return {};
    std::optional<Moment> first;
    for (std::size_t i = 0; i < strip->plan.tasks.size(); ++i)
        if (strip->plan.tasks[i].hands && !strip->plan.tasks[i].gate)
            first = std::min(first.value_or(strip->plan.times[i].from), strip->plan.times[i].from);
    return first && *first > clock_.now() + between_sittings ? first : std::nullopt;
}

void TransferStage::begin() {
    if (!early_ && plannedBegin()) {
        early_ = true;
        return refresh();
    }
    early_ = false;
    if (planning_.begin()) emit tableWanted();
}

void TransferStage::refresh() {
    const auto strip = planning_.strip();
    early_ = early_ && plannedBegin();
    begin_->setText(early_ ? tr("Begin now all the same") : tr("Begin the work"));
    const bool run = planning_.run() != nullptr;
    begin_->setVisible(!run);
    begin_->setEnabled(strip != nullptr && !rehearsing());
    table_->setVisible(run);
    table_->setEnabled(!rehearsing());
    rehearse_->setText(rehearsing() ? tr("Stop") : tr("Show me the evening"));
    rehearse_->setEnabled(strip != nullptr);
    strip_->setWorking(!strip && planning_.hasWork());
    // With few objects the list says it all; with many the strip shows how they share one's hands.
    const bool few = strip && strip->order.objects.size() <= few_objects;
    agenda_->setMinimumWidth(few ? 420 : 330);
    agenda_->setVisible(strip != nullptr);
    beside_->setStretch(0, few ? 1 : 0);
    beside_->setStretch(1, few ? 1 : 1);
    if (!rehearsing()) {
        strip_->show(strip, now());
        agenda_->show(strip);
    }
    say();
}

void TransferStage::say() {
    const auto strip = planning_.strip();
    if (!strip || strip->plan.tasks.empty()) {
        sentence_->setText(tr("Nothing is planned yet."));
        about_->setText({});
        notes_->hide();
        return;
    }
    const TimeZone& zone = clock_.zone();
    if (const RunBook::Open* open = planning_.run(); open && !rehearsing()) {
        sentence_->setText(nowSentence(open->now, open->state, now(), zone));
    } else {
        // What is next in the plan.
        std::optional<std::size_t> next;
        for (std::size_t i = 0; i < strip->plan.tasks.size(); ++i)
            if (strip->plan.tasks[i].hands && !strip->plan.tasks[i].gate && strip->plan.times[i].to > now() &&
                (!next || strip->plan.times[i].from < strip->plan.times[*next].from))
                next = i;
        if (early_)
            sentence_->setText(tr("The plan begins %1. Begin now, and all of it is planned from now on.")
                                   .arg(clockText(*plannedBegin(), clock_.now(), zone)));
        else
            sentence_->setText(next ? tr("%1: %2, %3.")
                                          .arg(clockText(strip->plan.times[*next].from, clock_.now(), zone),
                                               workName(strip->plan.tasks[*next]).toLower(),
                                               whatIsWorked(strip->plan.tasks[*next], strip->order))
                                    : tr("All is done."));
    }
    double hands = 0;
    for (std::size_t i = 0; i < strip->plan.tasks.size(); ++i)
        if (strip->plan.tasks[i].hands && !strip->done.contains(strip->plan.tasks[i].id))
            hands += static_cast<double>((strip->plan.times[i].to - strip->plan.times[i].from).count()) / 60;
    const auto runs = runsOf(strip->plan).size();
    QString about = tr("Ready %1 · about %2 with hands on it, in %3 · minutes of work are guesses until you "
                       "have timed yours")
                        .arg(clockText(strip->plan.end, clock_.now(), zone), lengthOfTime(hands),
                             runs == 1 ? tr("one sitting") : tr("%1 sittings").arg(runs));
    if (strip->plan.to_spare && hands > 0)
        about.prepend(
            tr("%1 to spare · ").arg(lengthOfTime(static_cast<double>(strip->plan.to_spare->count()) / 60)));
    if (hands == 0)
        about = tr("The last work on it was done %1; the logbook has it.")
                    .arg(clockText(strip->plan.end, clock_.now(), zone));
    if (!strip->plan.cannot.empty()) {
        about = text(strip->plan.cannot.front());
        if (strip->plan.cannot.size() > 1) about += tr(" · and %1 more").arg(strip->plan.cannot.size() - 1);
    }
    for (const Short& each : planning_.low())
        about = tr("Too little %1 on the shelf: %2 ml left, %3 ml needed · ")
                    .arg(QString::fromStdString(each.name))
                    .arg(std::floor(each.left_ml))
                    .arg(std::ceil(each.needs_ml)) +
                about;
    about_->setText(about);
    QStringList notes;
    for (const Text& note : strip->plan.notes) notes << text(note) + QLatin1Char('.');
    notes_->setText(notes.join(QLatin1Char('\n')));
    notes_->setVisible(!notes.isEmpty());
    QStringList all;
    for (const Text& why : strip->plan.cannot) all << text(why);
    about_->setToolTip(all.join(QLatin1Char('\n')));
}

}  // namespace tympan::app
