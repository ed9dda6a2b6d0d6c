#include "app/stations/logbook/strip_tray.h"

#include <QComboBox>
#include <QSpinBox>

#include "app/model/known_methods.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/tray_parts.h"
#include "core/object/materials.h"

namespace tympan::app {

StripTray::StripTray(StripDesk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("strip-tray"));
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(24);
    auto* of = column();
    of->addWidget(titleLabel(tr("A strip for")));
    auto* grid = fieldGrid();
    printer_ = choiceBox(QStringLiteral("strip-printer"), tr("Which printer"), 260);
    method_ = choiceBox(QStringLiteral("strip-method"), tr("Which way"), 260);
    material_ = choiceBox(QStringLiteral("strip-material"), tr("On what"), 260);
    int row = 0;
    for (const auto& [label, box] :
         {std::pair{tr("printer"), printer_}, {tr("way"), method_}, {tr("on"), material_}}) {
        grid->addWidget(quietLabel(label), row, 0);
        grid->addWidget(box, row++, 1);
        connect(box, &QComboBox::activated, this, [this] {
            desk_.setOf({printer_->currentData().toString().toStdString(),
                         method_->currentData().toString().toStdString(),
                         material_->currentData().toString().toStdString()});
        });
    }
    of->addLayout(grid);
    of->addStretch(1);
    across->addLayout(of);
    auto* does = column();
    print_ = pushButton(QStringLiteral("strip-print"), tr("Print a strip…"));
    read_ = pushButton(QStringLiteral("strip-read"), tr("Read a photograph…"));
    hand_ = pushButton(QStringLiteral("strip-by-hand"), tr("Say by hand"));
    keep_ = pushButton(QStringLiteral("strip-keep"), tr("Keep it"));
    leave_ = pushButton(QStringLiteral("strip-leave"), tr("Not now"));
    erase_ = linkButton(QStringLiteral("strip-erase"), tr("forget this reading"));
    for (QPushButton* each : {print_, read_, hand_, keep_, leave_}) {
        each->setProperty("low", true);
        keepWide(each, 170);
        does->addWidget(each);
    }
    does->addWidget(erase_);
    does->addStretch(1);
    across->addLayout(does);
    auto* how = quietLabel(tr(
        "Print it, transfer it as you would a picture, with a finger's width of bare material all round. "
        "Photograph it in even light, or scan it: shades, lines and dark areas are read, and your pieces go "
        "by them instead of by a guess."));
    keepWide(how, 230);
    how->setAlignment(Qt::AlignTop);
    across->addWidget(how);
    swab_ = swabPart();
    across->addWidget(swab_);
    across->addStretch(1);
    connect(print_, &QPushButton::clicked, this, &StripTray::printWanted);
    connect(read_, &QPushButton::clicked, this, &StripTray::readWanted);
    connect(hand_, &QPushButton::clicked, &desk_, &StripDesk::beginByHand);
    connect(keep_, &QPushButton::clicked, &desk_, &StripDesk::keepByHand);
    connect(leave_, &QPushButton::clicked, &desk_, &StripDesk::leaveByHand);
    connect(erase_, &QPushButton::clicked, &desk_, &StripDesk::erase);
    connect(&desk_, &StripDesk::changed, this, &StripTray::refresh);
    refresh();
}

QWidget* StripTray::swabPart() {
    auto* part = new QWidget;
    part->setObjectName(QStringLiteral("swab-part"));
    auto* down = new QVBoxLayout(part);
    down->setContentsMargins(0, 0, 0, 0);
    down->addWidget(titleLabel(tr("A damp swab on its ink")));
    auto* row = new QHBoxLayout;
    swabbed_ =
        new ChoiceRow(QStringLiteral("swab-said"), tr("What a damp swab did to the ink"), Qt::Horizontal);
    const QString labels[] = {tr("held"), tr("a trace"), tr("it ran")};
    for (const Swabbed each : swabbings)
        swabbed_->add(QString::fromLatin1(name(each).data()), labels[static_cast<std::size_t>(each)]);
    row->addWidget(swabbed_);
    row->addStretch(1);
    down->addLayout(row);
    auto* coats = new QHBoxLayout;
    coats_ = new QSpinBox;
    coats_->setObjectName(QStringLiteral("swab-coats"));
    coats_->setAccessibleName(tr("Coats that it had had more than is usual"));
    coats_->setRange(0, most_more_coats);
    coats->addWidget(quietLabel(tr("coats more than usual")));
    coats->addWidget(coats_);
    coats->addStretch(1);
    down->addLayout(coats);
    swab_says_ = quietLabel(QString());
    swab_says_->setObjectName(QStringLiteral("swab-says"));
    keepWide(swab_says_, 250);
    down->addWidget(swab_says_);
    unswab_ = linkButton(QStringLiteral("swab-erase"), tr("forget this test"));
    down->addWidget(unswab_, 0, Qt::AlignLeft);
    down->addStretch(1);
    connect(swabbed_, &ChoiceRow::picked, this, [this](const QString& id) {
        for (const Swabbed each : swabbings)
            if (id == QString::fromLatin1(name(each).data())) desk_.saySwab(each, coats_->value());
    });
    connect(unswab_, &QPushButton::clicked, this, [this] {
        if (const SwabTest* swab = desk_.swab()) desk_.swabs().erase(*swab);
    });
    return part;
}

void StripTray::refreshSwab() {
    swab_->setVisible(desk_.swabbable() && !desk_.byHand());
    const SwabTest* swab = desk_.swab();
    swabbed_->choose(swab ? QString::fromLatin1(name(swab->swabbed).data()) : QString());
    if (swab) coats_->setValue(swab->more_coats);
    unswab_->setVisible(swab);
    const QString next =
        !swab ? tr("Nobody has looked yet: a plan asks for it, and nothing is laid before it holds.")
        : swab->swabbed == Swabbed::held
            ? tr("Plans ask for it no more.")
            : tr("Plans give it one coat more and ask again; another printer may do better.");
    swab_says_->setText(swab ? swabText(*swab) + QLatin1Char(' ') + next : next);
}

void StripTray::refresh() {
    if (!desk_.isOpen()) return;
    const StripDesk::For& of = desk_.of();
    printer_->clear();
    for (const std::string& name : desk_.printers())
        printer_->addItem(name.empty() ? tr("your printer") : QString::fromStdString(name),
                          QString::fromStdString(name));
    printer_->setCurrentIndex(std::max(0, printer_->findData(QString::fromStdString(of.printer))));
    method_->clear();
    for (const Method& method : knownMethods())
        if (method.passes == 1)  // a strip of greys has no white of its own

            method_->addItem(QString::fromStdString(method.name), QString::fromStdString(method.id));
    method_->setCurrentIndex(std::max(0, method_->findData(QString::fromStdString(of.method))));
    material_->clear();
    for (const Material& material : shippedMaterials())
        material_->addItem(QString::fromStdString(material.name), QString::fromStdString(material.id));
    material_->setCurrentIndex(std::max(0, material_->findData(QString::fromStdString(of.material))));
    const bool hand = desk_.byHand();
    for (QPushButton* each : {print_, read_, hand_}) {
        each->setVisible(!hand);
        each->setEnabled(!desk_.reading());
    }
    keep_->setVisible(hand);
    leave_->setVisible(hand);
    erase_->setVisible(!hand && desk_.shown());
    refreshSwab();
}

}  // namespace tympan::app
