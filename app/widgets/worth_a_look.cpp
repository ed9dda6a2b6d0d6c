#include "app/widgets/worth_a_look.h"

#include <QHBoxLayout>
#include <QScrollArea>

#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/model/job_store.h"
#include "app/widgets/tray_parts.h"
#include "app/words/finding_words.h"
#include "app/words/words.h"
#include "core/inspect/mend.h"

namespace tympan::app {

namespace {

const QString look_icon = QStringLiteral("look"), fine_icon = QStringLiteral("fine");

}  // namespace

WorthALook::WorthALook(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("worth-a-look"));
    setAccessibleName(tr("Worth a look"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 0, 0, 0);
    outer->addWidget(strongLabel(tr("Worth a look")));
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* body = new QWidget;
    lines_ = new QVBoxLayout(body);
    lines_->setContentsMargins(0, 0, 0, 0);
    lines_->setSpacing(8);
    area->setWidget(body);
    outer->addWidget(area, 1);
    connect(&store_, &JobStore::changed, this, &WorthALook::refresh);
    connect(&store_, &JobStore::foreseen, this, &WorthALook::refresh);
    connect(&store_, &JobStore::seen, this, &WorthALook::refresh);
    refresh();
}

void WorthALook::addLine(const Line& line) {
    QList<QPushButton*> buttons = line.finding ? buttonsFor(*line.finding) : QList<QPushButton*>();
    if (line.resolution) buttons = buttonsFor(*line.resolution);
    if (line.strip) {
        buttons << pushButton(QStringLiteral("go-by-strip"), tr("Go by it"));
        buttons.back()->setProperty("remedy", true);
        connect(buttons.back(), &QPushButton::clicked, this, &WorthALook::stripWanted);
    }
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    auto* mark = new QLabel;
    mark->setFixedWidth(16);
    if (!line.icon.isEmpty())
        mark->setPixmap(icon(line.icon, line.icon == look_icon ? theme().look : theme().text, 16));
    layout->addWidget(mark, 0, Qt::AlignTop);
    auto* words = column();
    words->setSpacing(4);
    auto* label = new QLabel(line.text);
    label->setWordWrap(true);
    words->addWidget(label);
    if (!buttons.isEmpty()) {
        auto* beside = new QHBoxLayout;
        beside->setSpacing(12);
        for (QPushButton* button : buttons) beside->addWidget(button);
        beside->addStretch(1);
        words->addLayout(beside);
    }
    layout->addLayout(words, 1);
    lines_->addWidget(row);
}

void WorthALook::remember(std::function<QList<Resolution>(const Piece&)> resolved) {
    resolved_ = std::move(resolved);
    refresh();
}

void WorthALook::offer(std::function<QString(const Piece&)> measured) {
    measured_ = std::move(measured);
    refresh();
}

std::vector<WorthALook::Line> WorthALook::lines() const {
    std::vector<Line> all;
    const Piece* piece = store_.piece();
    if (!piece) return all;
    if (resolved_)
        for (const Resolution& each : resolved_(*piece))
            all.push_back(
                {(each.own ? tr("You do this now: %1") : tr("Next time, you wrote: %1")).arg(each.words) +
                     (each.helped.isEmpty() ? QString() : QLatin1Char('\n') + each.helped),
                 {},
                 {},
                 each});
    if (measured_)
        if (const QString says = measured_(*piece); !says.isEmpty())
            all.push_back({tr("Your strip for this: %1").arg(says), {}, {}, {}, true});
    const std::size_t remembered = all.size();
    using State = JobStore::SeenPiece::State;
    int number = 0;
    for (const Finding& finding : store_.findings()) {
        if (finding.piece != piece->id) continue;
        ++number;  // as its places are marked on the leaves
        const QString words = sentence(finding, store_.job().unit);
        all.push_back({finding.places.empty() ? words : QStringLiteral("%1 \u00b7 %2").arg(number).arg(words),
                       look_icon, finding});
    }
    if (!store_.impositionFault().isEmpty()) all.push_back({store_.impositionFault(), look_icon});
    const State state = store_.lookedAt(piece->id);
    if (state == State::hidden) {
        all.push_back(
            {tr("The picture could not be looked into, so nothing more is known of it."), look_icon});
        return all;
    }
    // What has not been looked at is not called fine.
    if (state == State::looking) {
        all.push_back({tr("Looking…"), {}});
        return all;
    }
    if (all.size() == remembered)
        all.push_back({tr("Nothing was found that would spoil the print."), fine_icon});
    const Reading reading = store_.reading().value_or(Reading());
    if (reading.reads == Reads::normal && !reading.words.empty()) {
        QStringList words;
        for (const std::string& word : reading.words)
            if (words.size() < 3) words << QString::fromStdString(word);
        all.push_back(
            {tr("\u201c%1\u201d will read the right way.").arg(words.join(QLatin1Char(' '))), fine_icon});
    }
    return all;
}

void WorthALook::refresh() {
    const std::vector<Line> all = lines();
    // What says the same stays as it is: nothing blinks while something is slid.
    QStringList now{theme().dark ? QStringLiteral("dark") : QStringLiteral("light")};
    for (const Line& line : all)
        now << line.text
            << (line.finding ? QStringLiteral("%1 %2")
                                   .arg(line.finding->piece)
                                   .arg(remedyText(*line.finding, store_.job().unit))
                             : QString());
    if (now == shown_) return;
    shown_ = now;
    while (QLayoutItem* item = lines_->takeAt(0)) {
        // A remedy's own click may be what led here: let it finish first.
        if (item->widget()) item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    for (const Line& line : all) addLine(line);
    lines_->addStretch(1);
}

void WorthALook::enterEvent(QEnterEvent*) { emit pointedAt(true); }
void WorthALook::leaveEvent(QEvent*) { emit pointedAt(false); }

QList<QPushButton*> WorthALook::buttonsFor(const Resolution& resolution) {
    QList<QPushButton*> buttons;
    if (resolution.own) {
        buttons << pushButton(QStringLiteral("own-resolved"), tr("Make it a way of my own…"));
        buttons.back()->setProperty("remedy", true);
        connect(buttons.back(), &QPushButton::clicked, this, &WorthALook::ownWayWanted);
    } else {
        buttons << pushButton(QStringLiteral("take-resolved"), tr("Do it"));
        buttons.back()->setProperty("remedy", true);
        connect(buttons.back(), &QPushButton::clicked, this,
                [this, words = resolution.words] { emit resolutionAnswered(words, true); });
        buttons << linkButton(QStringLiteral("refuse-resolved"), tr("not this time"));
        connect(buttons.back(), &QPushButton::clicked, this,
                [this, words = resolution.words] { emit resolutionAnswered(words, false); });
    }
    buttons << linkButton(QStringLiteral("show-resolved"), tr("show when"));
    connect(buttons.back(), &QPushButton::clicked, this,
            [this, entry = resolution.entry] { emit entryWanted(entry); });
    return buttons;
}

QList<QPushButton*> WorthALook::buttonsFor(const Finding& finding) {
    const QString named = QString::fromStdString(std::string(name(finding)));
    QList<QPushButton*> buttons;
    if (hasRemedy(finding)) {
        buttons << pushButton(QStringLiteral("remedy-") + named, remedyText(finding, store_.job().unit));
        buttons.back()->setProperty("remedy", true);
        connect(buttons.back(), &QPushButton::clicked, this, [this, finding] { emit mendWanted(finding); });
    }
    buttons << linkButton(QStringLiteral("show-") + named, tr("show it"));
    connect(buttons.back(), &QPushButton::clicked, this, [this, finding] { emit showWanted(finding); });
    return buttons;
}

}  // namespace tympan::app
