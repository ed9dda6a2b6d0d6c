#include "app/stations/tone/solids_panel.h"

#include <QComboBox>
#include <QSlider>
#include <cmath>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/holds.h"

namespace tympan::app {

SolidsPanel::SolidsPanel(QWidget* parent) : QWidget(parent) {
    auto* outer = column();
    setLayout(outer);
    outer->addWidget(strongLabel(tr("Big black areas")));
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    solids_ = new QComboBox;
    solids_->setObjectName(QStringLiteral("solids"));
    solids_->setAccessibleName(tr("What becomes of big black areas"));
    solids_->addItems({tr("leave as they are"), tr("lighten"), tr("hatch"), tr("dot")});
    keepWide(solids_, 152);
    row->addWidget(solids_);
    ink_row_ = new QWidget;
    auto* inks = new QHBoxLayout(ink_row_);
    inks->setContentsMargins(0, 0, 0, 0);
    inks->setSpacing(8);
    ink_ = new QSlider(Qt::Horizontal);
    ink_->setObjectName(QStringLiteral("solids-ink"));
    ink_->setAccessibleName(tr("How much of the black stays, in hundredths"));
    ink_->setToolTip(tr("To the right, more of the black stays."));
    ink_->setRange(20, 95);
    keepWide(ink_, 96);
    inks->addWidget(ink_);
    QSizePolicy keeps = ink_row_->sizePolicy();
    keeps.setRetainSizeWhenHidden(true);
    ink_row_->setSizePolicy(keeps);
    row->addWidget(ink_row_);
    row->addStretch(1);
    outer->addLayout(row);
    about_ = quietLabel({});
    about_->setObjectName(QStringLiteral("about-solids"));
    keepWide(about_, 260);
    outer->addWidget(about_);
    mending_ = new QWidget;
    auto* mending = new QHBoxLayout(mending_);
    mending->setContentsMargins(0, 0, 0, 0);
    mending->setSpacing(8);
    specks_ = new LengthEdit(QStringLiteral("drop-specks"), tr("Specks up to this size are dropped"));
    gaps_ = new LengthEdit(QStringLiteral("close-gaps"), tr("Breaks in lines up to this width are closed"));
    for (LengthEdit* edit : {specks_, gaps_}) {
        edit->allowZero();
        keepWide(edit, 72);
    }
    mending->addWidget(new QLabel(tr("drop specks")));
    mending->addWidget(specks_);
    mending->addWidget(new QLabel(tr("close breaks")));
    mending->addWidget(gaps_);
    mending->addStretch(1);
    outer->addWidget(mending_);
    outer->addStretch(1);

    connect(solids_, &QComboBox::activated, this, [this](int kind) {
        tone_.solids.kind = static_cast<Solids::Kind>(kind);
        emit changed(tone_, {});
    });
    connect(ink_, &QSlider::valueChanged, this, [this](int ink) {
        tone_.solids.ink = ink;
        emit changed(tone_, QStringLiteral("solids"));
    });
    connect(specks_, &LengthEdit::typed, this, [this](double mm) {
        tone_.line_art.specks_mm = std::min(mm, most_repair_mm);
        emit changed(tone_, {});
    });
    connect(gaps_, &LengthEdit::typed, this, [this](double mm) {
        tone_.line_art.gaps_mm = std::min(mm, most_repair_mm);
        emit changed(tone_, {});
    });
}

void SolidsPanel::show(const Job& job, const Piece& piece) {
    tone_ = piece.tone;
    const Unit unit = job.unit;
    const SolidLimits limits = holdsOf(job, piece).solids;
    solids_->setCurrentIndex(static_cast<int>(tone_.solids.kind));
    ink_row_->setVisible(tone_.solids.kind != Solids::Kind::as_they_are);
    const QSignalBlocker quiet(ink_);
    ink_->setValue(tone_.solids.ink);
    about_->setText(
        limits.ink >= 1 && limits.basis != Basis::guess
            ? tr("On your strip all big black areas held: black may be black.")
        : limits.ink >= 1 ? tr("With this way of transfer the ink does not come off: black may be black.")
        : limits.basis != Basis::guess
            ? tr("On your strip nearly black areas wider than %1 did not hold whole. Their rims stay crisp.")
                  .arg(lengthText(limits.width_mm, unit))
            : tr("Nearly black over more than %1 to %2 (a guess): with this way of transfer they "
                 "tend to stay on "
                 "the paper. Their rims stay crisp.")
                  .arg(lengthText(std::round(guessed_least * limits.width_mm), unit),
                       lengthText(std::round(guessed_most * limits.width_mm), unit)));
    mending_->setVisible(tone_.line_art.kind != LineArt::Kind::off);
    specks_->show(tone_.line_art.specks_mm, unit);
    gaps_->show(tone_.line_art.gaps_mm, unit);
}

}  // namespace tympan::app
