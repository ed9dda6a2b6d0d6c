#include "app/widgets/worth_a_look.h"

#include <QHBoxLayout>
#include <QScrollArea>

#include "app/shell/job_store.h"
#include "app/shell/theme.h"
#include "app/shell/words.h"
#include "app/widgets/icons.h"
#include "app/widgets/tray_parts.h"
#include "core/inspect/mend.h"

namespace tympan::app {

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
    connect(&store_, &JobStore::seen, this, &WorthALook::refresh);
    refresh();
}

void WorthALook::addLine(const QString& name, bool look, const QString& text,
                         const QList<QPushButton*>& buttons) {
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    auto* mark = new QLabel;
    mark->setPixmap(icon(name, look ? theme().look : theme().text, 16));
    layout->addWidget(mark, 0, Qt::AlignTop);
    auto* words = column();
    words->setSpacing(4);
    auto* label = new QLabel(text);
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

std::vector<WorthALook::Line> WorthALook::lines() const {
    std::vector<Line> all;
    const Piece* piece = store_.piece();
    if (!piece) return all;
    for (const Finding& finding : store_.findings())
        if (finding.piece == piece->id) all.push_back({sentence(finding, store_.job().unit), finding, true});
    if (!store_.impositionFault().isEmpty()) all.push_back({store_.impositionFault(), {}, true});
    if (all.empty()) all.push_back({tr("Nothing that would spoil the print."), {}, false});
    const Reading reading = store_.reading();
    if (reading.reads == Reads::normal && !reading.words.empty()) {
        QStringList words;
        for (const std::string& word : reading.words)
            if (words.size() < 3) words << QString::fromStdString(word);
        all.push_back(
            {tr("\u201c%1\u201d will read the right way.").arg(words.join(QLatin1Char(' '))), {}, false});
    } else if (reading.reads == Reads::unknown) {
        all.push_back({tr("The picture will be the right way round on the object."), {}, false});
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
    for (const Line& line : all) {
        QList<QPushButton*> buttons;
        if (line.finding) buttons = buttonsFor(*line.finding);
        addLine(line.look ? QStringLiteral("look") : QStringLiteral("fine"), line.look, line.text, buttons);
    }
    lines_->addStretch(1);
}

QList<QPushButton*> WorthALook::buttonsFor(const Finding& finding) {
    const QString named = QString::fromStdString(std::string(name(finding.id)));
    QList<QPushButton*> buttons;
    if (hasRemedy(finding)) {
        buttons << pushButton(QStringLiteral("remedy-") + named, remedyText(finding, store_.job().unit));
        buttons.back()->setProperty("remedy", true);
        connect(buttons.back(), &QPushButton::clicked, this, [this, finding] {
            store_.dropFinding(finding);
            store_.edit(tr("mend it"), [&](Job job) { return mended(std::move(job), finding); });
        });
    }
    buttons << linkButton(QStringLiteral("show-") + named, tr("show it"));
    connect(buttons.back(), &QPushButton::clicked, this, [this, id = finding.id] { emit showWanted(id); });
    return buttons;
}

}  // namespace tympan::app
