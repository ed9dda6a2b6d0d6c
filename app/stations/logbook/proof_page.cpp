#include "app/stations/logbook/proof_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>

#include "app/stations/logbook/page_head.h"
#include "app/stations/logbook/proof_desk.h"
#include "app/widgets/fitted_picture.h"
#include "app/widgets/tray_parts.h"
#include "core/photograph/linear_light.h"

namespace tympan::app {

namespace {

constexpr int patch_px = 22, patch_gap = 4;

/// CIELAB (D65) as a screen shows it.
QColor shown(const LabColour& lab) {
    const auto back = [](double t) { return t > 6.0 / 29 ? t * t * t : 3 * 36.0 / 841 * (t - 4.0 / 29); };
    const double fy = (lab.l + 16) / 116;
    const double x = 0.95047 * back(fy + lab.a / 500), y = back(fy), z = 1.08883 * back(fy - lab.b / 200);
    const auto channel = [](double linear) {
        return qBound(0, qRound(255 * encoded(std::max(0.0, linear))), 255);
    };
    return {channel(3.2406 * x - 1.5372 * y - 0.4986 * z), channel(-0.9689 * x + 1.8758 * y + 0.0415 * z),
            channel(0.0557 * x - 0.2040 * y + 1.0570 * z)};
}

QPixmap patchRow(const ProofReading& reading, qreal ratio) {
    const int count = static_cast<int>(reading.patches.size());
    QPixmap row(QSize(count * (patch_px + patch_gap), patch_px) * ratio);
    row.setDevicePixelRatio(ratio);
    row.fill(Qt::transparent);
    QPainter painter(&row);
    for (int i = 0; i < count; ++i)
        painter.fillRect(i * (patch_px + patch_gap), 0, patch_px, patch_px,
                         shown(reading.patches[static_cast<std::size_t>(i)]));
    return row;
}

}  // namespace

ProofPage::ProofPage(ProofDesk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    const PageHead head = pageHead(*this, QStringLiteral("proof"), [this] { desk_.close(); });
    title_ = head.title;
    says_ = head.says;
    head.across->setSpacing(24);
    one_ = side(QStringLiteral("one"), *head.across);
    other_ = side(QStringLiteral("other"), *head.across);
    connect(&desk_, &ProofDesk::changed, this, &ProofPage::refresh);
    refresh();
}

ProofPage::Side ProofPage::side(const QString& name, QHBoxLayout& across) {
    Side made{strongLabel({}), quietLabel({}), new QLabel,
              new FittedPicture(QStringLiteral("proof-photo-") + name)};
    made.measures->setObjectName(QStringLiteral("proof-measures-") + name);
    made.patches->setAccessibleName(tr("What the shop made of the known colours"));
    auto* row = new QHBoxLayout;
    row->setSpacing(16);
    row->addWidget(made.photo, 1);
    auto* words = column();
    keepWide(made.measures, 250);
    words->addWidget(made.shop);
    words->addWidget(made.measures);
    words->addWidget(made.patches);
    words->addStretch(1);
    row->addLayout(words);
    across.addLayout(row, 1);
    return made;
}

void ProofPage::show(const Side& side, std::size_t which) {
    const auto& proofs = desk_.proofs();
    const bool there = which < proofs.size();
    for (QLabel* label : {side.shop, side.measures, side.patches}) label->setVisible(there);
    if (!there) side.photo->show({});
    if (!there) return;
    const ShopProof& proof = proofs[which];
    const ProofReading& reading = proof.reading;
    const bool chosen = desk_.piece() && desk_.piece()->shop == proof.shop;
    const QString shop = QString::fromStdString(proof.shop);
    side.shop->setText(chosen ? tr("%1 · prints it").arg(shop) : shop);
    const QString sharp = reading.sharp > 0 ? tr("sharpness %1").arg(reading.sharp, 0, 'f', 2)
                                            : tr("sharpness: nothing fine to tell it by");
    side.measures->setText(tr("colour %1\nblack %2, paper %3\n%4")
                               .arg(qRound(reading.vivid))
                               .arg(qRound(reading.black.l))
                               .arg(qRound(reading.paper.l))
                               .arg(sharp));
    side.measures->setToolTip(
        tr("Measured in the photograph, the grey card taken as 18 %: mean chroma and lightness "
           "(CIELAB), and how much of the detail of about half a millimetre is there."));
    side.patches->setPixmap(patchRow(reading, devicePixelRatioF()));
    side.photo->show(desk_.picture(proof));
}

void ProofPage::refresh() {
    if (!desk_.isOpen()) return;
    const Piece* piece = desk_.piece();
    title_->setText(piece ? tr("Proofs of %1").arg(QString::fromStdString(piece->name))
                          : tr("Proofs of shops"));
    says_->setText(desk_.says());
    show(one_, 0);
    show(other_, 1);
}

ProofTray::ProofTray(ProofDesk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("proof-tray"));
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(24);
    auto* whose = column();
    whose->addWidget(titleLabel(tr("A proof of a shop")));
    shop_ = new QLineEdit;
    shop_->setObjectName(QStringLiteral("proof-shop"));
    shop_->setAccessibleName(tr("Which shop"));
    shop_->setPlaceholderText(tr("what you call the shop"));
    keepWide(shop_, 230);
    whose->addWidget(shop_);
    read_ = pushButton(QStringLiteral("proof-read"), tr("Read a photograph…"));
    print_ = pushButton(QStringLiteral("proof-print"), tr("Save the proof page…"));
    for (QPushButton* each : {read_, print_}) {
        each->setProperty("low", true);
        keepWide(each, 230);
        whose->addWidget(each);
    }
    whose->addStretch(1);
    across->addLayout(whose);
    auto* chosen = column();
    chosen->addWidget(titleLabel(tr("Who prints it")));
    choices_ = column();
    chosen->addLayout(choices_);
    chosen->addStretch(1);
    across->addLayout(chosen);
    auto* how =
        quietLabel(tr("Give the proof page to two shops. Lay each proof on a plain table, an even grey card "
                      "beside it, and photograph "
                      "both from above in the same light, all of page and card. Colours are compared by the "
                      "card, so that the "
                      "light does not count."));
    keepWide(how, 300);
    how->setAlignment(Qt::AlignTop);
    across->addWidget(how);
    across->addStretch(1);
    connect(read_, &QPushButton::clicked, this, [this] { emit readWanted(shop_->text().trimmed()); });
    connect(print_, &QPushButton::clicked, this, &ProofTray::printWanted);
    connect(shop_, &QLineEdit::textChanged, this, &ProofTray::refresh);
    connect(&desk_, &ProofDesk::changed, this, &ProofTray::refresh);
    refresh();
}

void ProofTray::refresh() {
    if (!desk_.isOpen()) return;
    const Piece* piece = desk_.piece();
    print_->setEnabled(piece);
    read_->setEnabled(piece && !desk_.reading() && !shop_->text().trimmed().isEmpty());
    // A button's own click may be what led here: it is let finish.
    if (choice_) choice_->hide(), choice_->deleteLater();
    choice_ = new QWidget;
    auto* down = new QVBoxLayout(choice_);
    down->setContentsMargins(0, 0, 0, 0);
    if (desk_.proofs().empty()) down->addWidget(quietLabel(tr("No proof is read yet.")));
    for (const ShopProof& proof : desk_.proofs()) {
        auto* row = new QHBoxLayout;
        const QString shop = QString::fromStdString(proof.shop);
        QPushButton* take = pushButton(QStringLiteral("proof-choose"), shop);
        take->setAccessibleName(tr("%1 prints it").arg(shop));
        take->setProperty("low", true);
        take->setCheckable(true);
        take->setChecked(piece && piece->shop == proof.shop);
        take->setMinimumWidth(150);
        connect(take, &QPushButton::clicked, this, [this, proof] { desk_.choose(proof); });
        row->addWidget(take);
        QPushButton* gone = linkButton(QStringLiteral("proof-erase"), tr("forget it"));
        connect(gone, &QPushButton::clicked, this, [this, proof] { desk_.erase(proof); });
        row->addWidget(gone);
        row->addStretch(1);
        down->addLayout(row);
    }
    choices_->addWidget(choice_);
}

}  // namespace tympan::app
