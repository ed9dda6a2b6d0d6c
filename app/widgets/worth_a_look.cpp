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

void WorthALook::refresh() {
    while (QLayoutItem* item = lines_->takeAt(0)) {
        // A remedy's own click may be what led here: let it finish first.
        if (item->widget()) item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    const Piece* piece = store_.piece();
    if (!piece) return;
    const Unit unit = store_.job().unit;
    bool any = false;
    for (const Finding& finding : store_.findings()) {
        if (finding.piece != piece->id) continue;
        any = true;
        const QString named = QString::fromStdString(std::string(name(finding.id)));
        QList<QPushButton*> buttons;
        if (hasRemedy(finding)) {
            buttons << pushButton(QStringLiteral("remedy-") + named, remedyText(finding, unit));
            buttons.back()->setProperty("remedy", true);
            connect(buttons.back(), &QPushButton::clicked, this, [this, finding] {
                store_.dropFinding(finding);
                store_.edit(tr("mend it"), [&](Job job) { return mended(std::move(job), finding); });
            });
        }
        buttons << linkButton(QStringLiteral("show-") + named, tr("show it"));
        connect(buttons.back(), &QPushButton::clicked, this,
                [this, id = finding.id] { emit showWanted(id); });
        addLine(QStringLiteral("look"), true, sentence(finding, unit), buttons);
    }
    if (!store_.impositionFault().isEmpty())
        addLine(QStringLiteral("look"), true, store_.impositionFault(), {}), any = true;
    if (!any) addLine(QStringLiteral("fine"), false, tr("Nothing that would spoil the print."), {});
    const Reading reading = store_.reading();
    if (reading.reads == Reads::normal && !reading.words.empty()) {
        QStringList words;
        for (const std::string& word : reading.words)
            if (words.size() < 3) words << QString::fromStdString(word);
        addLine(QStringLiteral("fine"), false,
                tr("\u201c%1\u201d will read the right way.").arg(words.join(QLatin1Char(' '))), {});
    } else if (reading.reads == Reads::unknown) {
        addLine(QStringLiteral("fine"), false, tr("The picture will be the right way round on the object."),
                {});
    }
    lines_->addStretch(1);
}

}  // namespace tympan::app
