#include "app/stations/picture/picture_tray.h"

#include <QStackedWidget>

#include "app/stations/picture/came_panel.h"
#include "app/stations/picture/clean_panel.h"
#include "app/stations/picture/cut_panel.h"
#include "app/stations/picture/frame_panel.h"
#include "app/stations/picture/parts_panel.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

constexpr int long_ms = 400;  // what is done sooner needs no stopping

QStringList panelNames() {
    return {QStringLiteral("came"), QStringLiteral("frame"), QStringLiteral("clean"), QStringLiteral("cut"),
            QStringLiteral("parts")};
}

}  // namespace

PictureTray::PictureTray(JobStore& store, RenderService& service, PictureDesk& desk, QWidget* parent)
    : QWidget(parent), store_(store), desk_(desk), editing_(new PictureEditing(store, service, this)) {
    setObjectName(QStringLiteral("picture-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);
    auto* left = column();
    parts_ = new ChoiceRow(QStringLiteral("picture-part"), tr("Picture"), Qt::Vertical);
    parts_->layout()->setSpacing(5);
    parts_->add(QStringLiteral("came"), tr("What came"));
    parts_->add(QStringLiteral("frame"), tr("Its frame"), tr("Crop, turn, straighten."));
    parts_->add(QStringLiteral("clean"), tr("Clean it up"));
    parts_->add(QStringLiteral("cut"), tr("Cut it out"));
    parts_->add(QStringLiteral("parts"), tr("Parts, lettering"));
    keepWide(parts_, 140);
    left->addWidget(parts_);
    stop_ = linkButton(QStringLiteral("picture-stop"), tr("stop"));
    stop_->setToolTip(tr("Leaves the picture as it was."));
    stop_->hide();
    left->addWidget(stop_, 0, Qt::AlignLeft);
    left->addStretch(1);
    outer->addLayout(left);
    panels_ = new QStackedWidget;
    came_ = new CamePanel(store, *editing_);
    panels_->addWidget(came_);
    panels_->addWidget(new FramePanel(store, *editing_));
    panels_->addWidget(new CleanPanel(store, *editing_));
    panels_->addWidget(new CutPanel(store, *editing_));
    panels_->addWidget(new PartsPanel(store, *editing_));
    auto* scroll = new Sideways(panels_);
    scroll->setObjectName(QStringLiteral("picture-scroll"));
    outer->addWidget(scroll, 1);

    connect(came_, &CamePanel::openWanted, this, &PictureTray::openWanted);
    connect(came_, &CamePanel::removeWanted, this, &PictureTray::removeWanted);
    for (int i = 0; i < panels_->count(); ++i) {
        connect(panel(i), &PicturePanel::said, this, &PictureTray::said);
        connect(panel(i), &PicturePanel::sceneChanged, this, &PictureTray::layOut);
    }
    connect(&desk_, &PictureDesk::cropped, this, [this](const PageParts& crop) { shown()->cropped(crop); });
    connect(&desk_, &PictureDesk::cornersMoved, this,
            [this](const std::array<PointMm, 4>& corners) { shown()->cornersMoved(corners); });
    connect(&desk_, &PictureDesk::levelled, this, [this](double deg) { shown()->levelled(deg); });
    connect(&desk_, &PictureDesk::stroked, this,
            [this](const std::vector<PointMm>& points) { shown()->stroked(points); });
    connect(parts_, &ChoiceRow::picked, this, &PictureTray::open);
    connect(editing_, &PictureEditing::made, this, &PictureTray::layOut);
    connect(editing_, &PictureEditing::waiting, this, &PictureTray::refresh);
    connect(editing_, &PictureEditing::waiting, this, [this] {
        if (!editing_->waits()) stop_->hide();
        if (editing_->waits() && !long_.isActive() && stop_->isHidden()) long_.start();
    });
    long_.setSingleShot(true);
    long_.setInterval(long_ms);
    connect(&long_, &QTimer::timeout, this, [this] { stop_->setVisible(editing_->waits()); });
    connect(stop_, &QPushButton::clicked, editing_, &PictureEditing::stop);
    connect(&store_, &JobStore::changed, this, &PictureTray::refresh);
    open(QStringLiteral("came"));
}

PicturePanel* PictureTray::panel(int index) const {
    return static_cast<PicturePanel*>(panels_->widget(index));
}

PicturePanel* PictureTray::shown() const { return panel(panels_->currentIndex()); }

void PictureTray::open(const QString& name) {
    parts_->choose(name);
    panels_->setCurrentIndex(std::max(0, static_cast<int>(panelNames().indexOf(name))));
    // Only the panel that is shown needs its room.
    for (int i = 0; i < panels_->count(); ++i)
        panels_->widget(i)->setSizePolicy(
            i == panels_->currentIndex() ? QSizePolicy::Preferred : QSizePolicy::Ignored,
            QSizePolicy::Preferred);
    refresh();
    emit opened();
}

void PictureTray::showEvent(QShowEvent*) { refresh(); }

bool PictureTray::onDesk() const { return panels_->currentIndex() > 0; }

void PictureTray::refresh() {
    const Piece* piece = store_.piece();
    for (int i = 1; i < panels_->count(); ++i) panel(i)->setEnabled(piece);
    if (!piece)
        came_->showNothing();
    else if (isVisible() || !onDesk())  // what nobody sees is not worked out
        shown()->refresh(*piece);
    layOut();
}

void PictureTray::layOut() {
    const Piece* piece = store_.piece();
    if (!onDesk() || !isVisible()) return;
    desk_.show(piece ? shown()->scene(*piece).value_or(DeskScene{}) : DeskScene{});
}

}  // namespace tympan::app
