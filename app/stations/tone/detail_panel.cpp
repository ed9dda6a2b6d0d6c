#include "app/stations/tone/detail_panel.h"

#include <QComboBox>
#include <QSlider>
#include <QSpinBox>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

DetailPanel::DetailPanel(QWidget* parent) : QWidget(parent) {
    auto* outer = column();
    setLayout(outer);
    outer->addWidget(strongLabel(tr("Greys from colours")));
    mix_ = new QComboBox;
    mix_->setObjectName(QStringLiteral("grey-mix"));
    mix_->setAccessibleName(tr("How colours become greys"));
    mix_->addItems({tr("as bright as they look"), tr("so that they stay apart"), tr("by hand")});
    mix_->setItemData(1,
                      tr("Red lettering on green may be as bright as its ground: then it is made lighter or "
                         "darker. The trade says a channel mix."),
                      Qt::ToolTipRole);
    keepWide(mix_, 190);
    outer->addWidget(mix_);
    parts_ = new QWidget;
    auto* parts = new QHBoxLayout(parts_);
    parts->setContentsMargins(0, 0, 0, 0);
    parts->setSpacing(4);
    const QString names[] = {tr("red"), tr("green"), tr("blue")};
    for (int i = 0; i < 3; ++i) {
        part_[i] = new QSpinBox;
        part_[i]->setObjectName(QStringLiteral("mix-%1").arg(i));
        part_[i]->setAccessibleName(tr("How much %1 counts").arg(names[i]));
        part_[i]->setToolTip(tr("How much %1 counts").arg(names[i]));
        part_[i]->setRange(0, 100);
        keepWide(part_[i], 60);
        parts->addWidget(part_[i]);
        connect(part_[i], &QSpinBox::valueChanged, this, [this, i](int value) {
            tone_.mix.parts[static_cast<std::size_t>(i)] = value;
            emit changed(tone_, QStringLiteral("mix"));
        });
    }
    QSizePolicy keeps = parts_->sizePolicy();
    keeps.setRetainSizeWhenHidden(true);  // what is below stays where it is
    parts_->setSizePolicy(keeps);
    outer->addWidget(parts_);
    outer->addWidget(strongLabel(tr("Small detail")));
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    amount_ = new QSlider(Qt::Horizontal);
    amount_->setObjectName(QStringLiteral("local-amount"));
    amount_->setAccessibleName(tr("How much small detail stands out, 0 to 100"));
    amount_->setToolTip(
        tr("Detail against what is about it; edges keep no halo. The trade says local contrast."));
    amount_->setRange(0, 100);
    keepWide(amount_, 72);
    radius_ = new LengthEdit(QStringLiteral("local-radius"), tr("How large detail may be, on the print"));
    keepWide(radius_, 72);
    row->addWidget(amount_);
    row->addWidget(new QLabel(tr("up to")));
    row->addWidget(radius_);
    row->addStretch(1);
    outer->addLayout(row);
    outer->addStretch(1);

    connect(mix_, &QComboBox::activated, this, [this](int kind) {
        tone_.mix.kind = static_cast<GreyMix::Kind>(kind);
        emit changed(tone_, {});
    });
    connect(amount_, &QSlider::valueChanged, this, [this](int amount) {
        tone_.local.amount = amount <= 3 ? 0 : amount;
        emit changed(tone_, QStringLiteral("local"));
    });
    connect(radius_, &LengthEdit::typed, this, [this](double mm) {
        tone_.local.radius_mm = std::clamp(mm, 0.1, most_local_mm);
        emit changed(tone_, {});
    });
}

void DetailPanel::show(const Tone& tone, Unit unit) {
    tone_ = tone;
    mix_->setCurrentIndex(static_cast<int>(tone.mix.kind));
    parts_->setVisible(tone.mix.kind == GreyMix::Kind::by_hand);
    for (int i = 0; i < 3; ++i) {
        const QSignalBlocker quiet(part_[i]);
        part_[i]->setValue(tone.mix.parts[static_cast<std::size_t>(i)]);
    }
    const QSignalBlocker quiet(amount_);
    amount_->setValue(tone.local.amount);
    radius_->show(tone.local.radius_mm, unit);
}

}  // namespace tympan::app
