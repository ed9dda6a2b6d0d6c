#include "app/window/foot.h"

#include <QProgressBar>
#include <QStyle>

#include "app/model/exports.h"
#include "app/model/job_files.h"
#include "app/model/job_store.h"
#include "app/widgets/tray_parts.h"
#include "app/window/open_pictures.h"
#include "app/words/words.h"

namespace tympan::app {

Foot::Foot(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("foot"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedHeight(44);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 0, 14, 0);
    layout->setSpacing(16);
    summary_ = new QLabel;
    summary_->setObjectName(QStringLiteral("foot-summary"));
    layout->addWidget(summary_);
    said_ = new QLabel;
    said_->setObjectName(QStringLiteral("foot-said"));
    said_->setProperty("quiet", true);
    said_->setMinimumWidth(10);
    said_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    layout->addWidget(said_, 1);
    progress_ = new QProgressBar;
    progress_->setObjectName(QStringLiteral("foot-progress"));
    keepWide(progress_, 180);
    progress_->setRange(0, 1000);
    progress_->setTextVisible(false);
    layout->addWidget(progress_);
    stop_ = pushButton(QStringLiteral("foot-stop"), tr("Stop"));
    layout->addWidget(stop_);
    print_ = pushButton(QStringLiteral("foot-print"), tr("Print…"));
    print_->setProperty("main", true);
    layout->addWidget(print_);
    showProgress(false);

    connect(print_, &QPushButton::clicked, this, &Foot::printWanted);
    connect(&store_, &JobStore::changed, this, &Foot::refresh);
    connect(&store_, &JobStore::foreseen, this, &Foot::refresh);
    connect(&store_, &JobStore::seen, this, &Foot::refresh);
    refresh();
}

template <class Work>
void Foot::followWork(Work& work) {
    connect(stop_, &QPushButton::clicked, &work, &Work::stop);
    connect(&work, &Work::started, this, [this](const QString& what) {
        say(what);
        progress_->setValue(0);
        showProgress(true);
    });
    connect(&work, &Work::progressed, this,
            [this](double part) { progress_->setValue(static_cast<int>(1000 * part)); });
    connect(&work, &Work::ended, this, [this](bool well, const QString& sentence) {
        showProgress(false);
        say(sentence, well);
    });
}

void Foot::follow(Exports& exports) { followWork(exports); }
void Foot::follow(OpenPictures& reading) { followWork(reading); }
void Foot::follow(JobFiles& files) { followWork(files); }

void Foot::showProgress(bool on) {
    progress_->setVisible(on);
    stop_->setVisible(on);
}

void Foot::say(const QString& sentence, bool well) {
    said_->setText(sentence);
    said_->setToolTip(sentence);
    said_->setProperty("quiet", well);
    said_->setProperty("look", !well);
    said_->style()->unpolish(said_);
    said_->style()->polish(said_);
}

void Foot::refresh() {
    const Job& job = store_.job();
    print_->setEnabled(!job.pieces.empty());
    if (job.pieces.empty()) {
        summary_->setText(tr("This job is empty."));
        return;
    }
    int copies = 0;
    for (const Piece& piece : job.pieces) copies += printed(piece);
    QString summary = counted(copies, tr("This job: %1 print"), tr("This job: %1 prints"));
    if (store_.imposition() && !store_.imposition()->sheets.empty())
        summary += counted(static_cast<qsizetype>(store_.imposition()->sheets.size()), tr(" on %1 sheet of "),
                           tr(" on %1 sheets of ")) +
                   QString::fromStdString(job.sheets.paper.name);
    using State = JobStore::SeenPiece::State;
    const bool looking = std::any_of(job.pieces.begin(), job.pieces.end(), [this](const Piece& piece) {
        return store_.lookedAt(piece.id) == State::looking;
    });
    const auto things = static_cast<qsizetype>(store_.findings().size());
    if (things > 0) summary += counted(things, tr(" · %1 thing to look at"), tr(" · %1 things to look at"));
    if (looking) summary += tr(" · looking…");
    summary_->setText(summary);
}

}  // namespace tympan::app
