#include "app/stations/object/object_tray.h"

#include <QStackedWidget>

#include "app/canvas/hand_placement.h"
#include "app/stations/object/edge_panel.h"
#include "app/stations/object/fill_panel.h"
#include "app/stations/object/method_panel.h"
#include "app/stations/object/place_panel.h"
#include "app/stations/object/what_panel.h"
#include "app/stations/object/zones_panel.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

enum Part { what, zones, place, edge, fill, method };

}  // namespace

ObjectTray::ObjectTray(JobStore& store, RenderService& service, HandPlacement& hand, QWidget* parent)
    : QWidget(parent), store_(store), hand_(hand) {
    setObjectName(QStringLiteral("object-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);
    auto* left = column();
    parts_ = new ChoiceRow(QStringLiteral("object-part"), tr("Object"), Qt::Vertical);
    parts_->layout()->setSpacing(5);
    parts_->add(QStringLiteral("what"), tr("What it is"));
    parts_->add(QStringLiteral("zones"), tr("Holes and knots"));
    parts_->add(QStringLiteral("place"), tr("Where it lies"));
    parts_->add(QStringLiteral("edge"), tr("Its edge"));
    parts_->add(QStringLiteral("fill"), tr("Several pictures"));
    parts_->add(QStringLiteral("method"), tr("How it gets there"));
    // Six of them in the height of five.
    for (QPushButton* button : parts_->findChildren<QPushButton*>()) button->setProperty("low", true);
    keepWide(parts_, 140);
    left->addWidget(parts_);
    left->addStretch(1);
    outer->addLayout(left);
    panels_ = new QStackedWidget;
    auto* what_panel = new WhatPanel(store, service);
    auto* place_panel = new PlacePanel(store, service);
    method_panel_ = new MethodPanel(store);
    panels_->addWidget(what_panel);
    panels_->addWidget(new ZonesPanel(store, hand));
    panels_->addWidget(place_panel);
    panels_->addWidget(new EdgePanel(store));
    auto* fill_panel = new FillPanel(store, service);
    panels_->addWidget(fill_panel);
    panels_->addWidget(method_panel_);
    auto* scroll = new Sideways(panels_);
    scroll->setObjectName(QStringLiteral("object-scroll"));
    outer->addWidget(scroll, 1);
    connect(what_panel, &WhatPanel::said, this, &ObjectTray::said);
    connect(method_panel_, &MethodPanel::said, this, &ObjectTray::said);
    for (ObjectPanel* panel : {static_cast<ObjectPanel*>(place_panel), static_cast<ObjectPanel*>(fill_panel)})
        connect(panel, &ObjectPanel::anotherWanted, this, &ObjectTray::anotherWanted);
    connect(parts_, &ChoiceRow::picked, this, &ObjectTray::open);
    connect(&store_, &JobStore::changed, this, &ObjectTray::refresh);
    open(QStringLiteral("what"));
    refresh();
}

void ObjectTray::makeOwnWay() {
    open(QStringLiteral("method"));
    method_panel_->copyAndChange();
}

void ObjectTray::open(const QString& panel) {
    parts_->choose(panel);
    const QStringList names{QStringLiteral("what"), QStringLiteral("zones"), QStringLiteral("place"),
                            QStringLiteral("edge"), QStringLiteral("fill"),  QStringLiteral("method")};
    panels_->setCurrentIndex(std::max(0, static_cast<int>(names.indexOf(panel))));
    // Only the panel that is shown needs its room.
    for (int i = 0; i < panels_->count(); ++i)
        panels_->widget(i)->setSizePolicy(
            i == panels_->currentIndex() ? QSizePolicy::Preferred : QSizePolicy::Ignored,
            QSizePolicy::Preferred);
    guideHand();
}

void ObjectTray::work(bool here) {
    here_ = here;
    guideHand();
}

void ObjectTray::guideHand() {
    using What = HandPlacement::What;
    const int at = panels_->currentIndex();
    hand_.workOn(!here_                      ? What::nothing
                 : at == what                ? What::corner
                 : at == zones               ? What::zone
                 : at == place || at == fill ? What::picture
                                             : What::nothing);
}

void ObjectTray::refresh() {
    const Piece* piece = store_.piece();
    setEnabled(piece);
    if (!piece) return;
    const Object& object = objectOf(store_.job(), *piece);
    for (int i = 0; i < panels_->count(); ++i)
        static_cast<ObjectPanel*>(panels_->widget(i))->refresh(*piece, object);
}

}  // namespace tympan::app
