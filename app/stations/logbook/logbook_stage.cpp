#include "app/stations/logbook/logbook_stage.h"

#include <QLineEdit>
#include <QScrollArea>
#include <QStackedWidget>
#include <QTimer>

#include "app/canvas/wall_view.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/piece_page.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/stations/logbook/proof_page.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/stations/logbook/strip_page.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

constexpr int typing_ms = 150;

}  // namespace

LogbookStage::LogbookStage(LogStore& store, StripDesk& strips, ProofDesk& proofs, QWidget* parent)
    : QWidget(parent), store_(store), strips_(strips), proofs_(proofs) {
    setObjectName(QStringLiteral("logbook-stage"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 8, 0, 0);
    outer->setSpacing(8);
    head_ = new QWidget;
    auto* head = new QVBoxLayout(head_);
    head->setContentsMargins(16, 0, 16, 0);
    ask_ = new QLineEdit;
    ask_->setObjectName(QStringLiteral("log-ask"));
    ask_->setAccessibleName(tr("Ask the logbook"));
    ask_->setPlaceholderText(tr("ask: slate, the red ran, glue on oak…"));
    ask_->setMaximumWidth(520);
    head->addWidget(ask_);
    answer_ = titleLabel({});
    answer_->setObjectName(QStringLiteral("log-answer"));
    answer_->setWordWrap(true);
    head->addWidget(answer_);
    outer->addWidget(head_);
    wall_ = new WallView(store);
    area_ = new QScrollArea;
    area_->setFrameShape(QFrame::NoFrame);
    area_->setWidgetResizable(true);
    area_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area_->setWidget(wall_);
    page_ = new PiecePage(store);
    pages_ = new QStackedWidget;
    pages_->addWidget(area_);
    pages_->addWidget(page_);
    strip_page_ = new StripPage(strips);
    pages_->addWidget(strip_page_);
    proof_page_ = new ProofPage(proofs);
    pages_->addWidget(proof_page_);
    outer->addWidget(pages_, 1);
    // One question for a word, not for each of its letters.
    typing_ = new QTimer(this);
    typing_->setSingleShot(true);
    typing_->setInterval(typing_ms);
    connect(ask_, &QLineEdit::textChanged, typing_, qOverload<>(&QTimer::start));
    connect(typing_, &QTimer::timeout, this, [this] {
        Asked asked = store_.asked();
        asked.words = ask_->text().trimmed().toStdString();
        if (asked != store_.asked()) store_.ask(asked);
    });
    connect(wall_, &WallView::opened, this, [this](const QString& id) { store_.open(id.toStdString()); });
    connect(wall_, &WallView::wantSeen, this, [this](const QRect& rect) {
        area_->ensureVisible(rect.center().x(), rect.center().y(), 100, 120);
    });
    connect(page_, &PiecePage::closed, &store_, &LogStore::close);
    connect(&store_, &LogStore::changed, this, &LogbookStage::refresh);
    connect(&strips_, &StripDesk::changed, this, &LogbookStage::refresh);
    connect(&proofs_, &ProofDesk::changed, this, &LogbookStage::refresh);
    refresh();
}

void LogbookStage::refresh() {
    answer_->setText(store_.answerText());
    if (!ask_->hasFocus() && ask_->text().trimmed().toStdString() != store_.asked().words)
        ask_->setText(QString::fromStdString(store_.asked().words));
    // Strips and proofs have the stage to themselves.
    head_->setVisible(!strips_.isOpen() && !proofs_.isOpen());
    pages_->setCurrentWidget(strips_.isOpen()   ? static_cast<QWidget*>(strip_page_)
                             : proofs_.isOpen() ? static_cast<QWidget*>(proof_page_)
                             : store_.entry()   ? static_cast<QWidget*>(page_)
                                                : area_);
}

}  // namespace tympan::app
