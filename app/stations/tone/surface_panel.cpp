#include "app/stations/tone/surface_panel.h"

#include <QCheckBox>
#include <QComboBox>

#include "app/widgets/tray_parts.h"
#include "core/job/holds.h"
#include "core/tone/transfer.h"

namespace tympan::app {

SurfacePanel::SurfacePanel(QWidget* parent) : QWidget(parent) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);
    auto* transfer = column();
    transfer->addWidget(strongLabel(tr("What the transfer does")));
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("about-transfer"));
    keepWide(about_, 300);
    transfer->addWidget(about_);
    compensated_ = new QCheckBox(tr("print so that it makes up for it"));
    compensated_->setObjectName(QStringLiteral("compensated"));
    transfer->addWidget(compensated_);
    transfer->addStretch(1);
    outer->addLayout(transfer);

    auto* look = column();
    look->addWidget(strongLabel(tr("Show it after rubbing")));
    auto* form = rows();
    const auto amounts = [&](const char* name, const QString& label, const QString& tip) {
        auto* box = new QComboBox;
        box->setObjectName(QLatin1String(name));
        box->setAccessibleName(label);
        box->setToolTip(tip);
        box->addItems({tr("none"), tr("a little"), tr("some"), tr("much")});
        keepWide(box, 112);
        form->addRow(label, box);
        connect(box, &QComboBox::activated, this, [this] {
            emit likenessWanted(
                {static_cast<Amount>(wear_->currentIndex()), static_cast<Amount>(haze_->currentIndex())});
        });
        return box;
    };
    wear_ =
        amounts("show-wear", tr("ink worn off"), tr("First at edges and in big black areas. A likeness."));
    haze_ = amounts("show-haze", tr("leftover paper"), tr("Fibre that dries to a white bloom. A likeness."));
    look->addLayout(form);
    auto* only = quietLabel(tr("Only the finished leaf shows it. The print stays as it is."));
    keepWide(only, 220);
    look->addWidget(only);
    look->addStretch(1);
    outer->addLayout(look);
    outer->addStretch(1);

    connect(compensated_, &QCheckBox::clicked, this, [this](bool on) {
        tone_.compensated = on;
        emit changed(tone_, {});
    });
}

void SurfacePanel::show(const Job& job, const Piece& piece) {
    tone_ = piece.tone;
    const TransferCurve* curve = holdsOf(job, piece).curve;
    compensated_->setVisible(curve && inkOf(piece) == Ink::grey);
    compensated_->setChecked(piece.tone.compensated);
    if (!curve) {
        about_->setText(
            tr("Nothing is known to get lost with this way of transfer: ink arrives as it is printed."));
        return;
    }
    const auto percent = [&](double k) { return QString::number(100 * arriving(*curve, k), 'f', 0); };
    about_->setText(
        curve->basis != Basis::guess
            ? tr("On your strip: solid black arrives as %1 %, a middle grey of 50 % as %2 %, a pale "
                 "one of 10 % as %3 %.")
                  .arg(percent(1), percent(0.5), percent(0.1))
            : tr("Solid black arrives %1, greys a little paler, and the palest hardly at all. A "
                 "guess, until a "
                 "printed strip has been measured.")
                  .arg(arriving(*curve, 1) < 0.8 ? tr("clearly worn") : tr("a little worn")));
}

}  // namespace tympan::app
