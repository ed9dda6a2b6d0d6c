#include "app/stations/tone/cloth_panel.h"

#include <QSlider>
#include <QSpinBox>

#include "app/model/render_service.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/two_passes.h"
#include "core/render/seen_key.h"

namespace tympan::app {

namespace {

constexpr int beside_steps = 20;  // to a millimetre

QString cm2(double area) { return QString::number(area, 'f', area < 10 ? 1 : 0); }

QSlider* slider(const char* name, const QString& words, const QString& tip, int most) {
    auto* made = new QSlider(Qt::Horizontal);
    made->setObjectName(QLatin1String(name));
    made->setAccessibleName(words);
    made->setToolTip(tip);
    made->setRange(0, most);
    keepWide(made, 128);
    return made;
}

}  // namespace

ClothPanel::ClothPanel(RenderService& service, QWidget* parent) : QWidget(parent), service_(service) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(18);
    outer->addWidget(leftColumn());
    outer->addWidget(white_part_ = whiteColumn());
    outer->addWidget(beside_part_ = besideColumn());
    outer->addStretch(1);
}

QWidget* ClothPanel::leftColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("Left to the cloth")));
    QGridLayout* grid = fieldGrid();
    limit_ = slider("cloth-limit", tr("How dark a colour must be to be left to the cloth, 0 to 60"),
                    tr("To the right, lighter colours are left to the cloth, too."), 60);
    soft_ = slider("cloth-soft", tr("How softly that begins, 0 to 60"),
                   tr("To the left: a hard rim between cloth and print. To the right: they fade."), 60);
    grid->addWidget(new QLabel(tr("as dark as")), 0, 0);
    grid->addWidget(limit_, 0, 1);
    grid->addWidget(new QLabel(tr("how softly")), 1, 0);
    grid->addWidget(soft_, 1, 1);
    grid->setColumnStretch(2, 1);
    down->addLayout(grid);
    share_text_ = quietLabel({});
    share_text_->setObjectName(QStringLiteral("cloth-share"));
    keepWide(share_text_, 206);
    share_text_->setMinimumHeight(54);
    share_text_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    down->addWidget(share_text_);
    QPushButton* by_hand = linkButton(QStringLiteral("cloth-by-hand"), tr("brush it out by hand…"));
    by_hand->setToolTip(tr("What is brushed out of the picture is left to the cloth, too."));
    down->addWidget(by_hand, 0, Qt::AlignLeft);
    connect(by_hand, &QPushButton::clicked, this, &ClothPanel::brushWanted);
    down->addStretch(1);
    const auto slid = [this](QSlider* which, int DarkCloth::*field) {
        connect(which, &QSlider::valueChanged, this, [this, field](int value) {
            tone_.dark_cloth.*field = value;
            emit changed(tone_, QStringLiteral("cloth"));
        });
    };
    slid(limit_, &DarkCloth::limit);
    slid(soft_, &DarkCloth::soft);
    return part;
}

QWidget* ClothPanel::whiteColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("White under it")));
    QGridLayout* grid = fieldGrid();
    white_ = new QSpinBox;
    white_->setObjectName(QStringLiteral("cloth-white"));
    white_->setAccessibleName(tr("How much white is laid, in hundredths"));
    white_->setToolTip(tr("All of it is the brightest; less saves toner and stays softer."));
    white_->setRange(10, 100);
    white_->setSingleStep(5);
    white_->setSuffix(QStringLiteral(" %"));
    keepWide(white_, 84);
    choke_ = new LengthEdit(QStringLiteral("cloth-choke"), tr("How far the white stops inside the rim"));
    choke_->setToolTip(tr("The trade says choke."));
    choke_->allowZero();
    keepWide(choke_, 84);
    grid->addWidget(new QLabel(tr("how much")), 0, 0);
    grid->addWidget(white_, 0, 1);
    grid->addWidget(new QLabel(tr("stops inside by")), 1, 0);
    grid->addWidget(choke_, 1, 1);
    grid->setColumnStretch(2, 1);
    down->addLayout(grid);
    choke_text_ = quietLabel({});
    choke_text_->setObjectName(QStringLiteral("cloth-choke-about"));
    keepWide(choke_text_, 196);
    down->addWidget(choke_text_);
    proposed_ = linkButton(QStringLiteral("cloth-proposed"), tr("as proposed"));
    down->addWidget(proposed_, 0, Qt::AlignLeft);
    down->addStretch(1);
    connect(white_, &QSpinBox::valueChanged, this, [this](int value) {
        tone_.dark_cloth.white = value;
        emit changed(tone_, QStringLiteral("white"));
    });
    connect(choke_, &LengthEdit::typed, this, [this](double mm) {
        tone_.dark_cloth.choke_mm = mm;
        emit changed(tone_, {});
    });
    connect(proposed_, &QPushButton::clicked, this, [this] {
        tone_.dark_cloth.choke_mm.reset();
        emit changed(tone_, {});
    });
    return part;
}

QWidget* ClothPanel::besideColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("If the white lies beside it")));
    beside_ = slider("cloth-beside", tr("How far the white lies beside the colour, 0 to 1 mm"),
                     tr("Only the finished leaf shows it. The print stays as it is."), beside_steps);
    down->addWidget(beside_);
    beside_text_ = quietLabel({});
    beside_text_->setObjectName(QStringLiteral("cloth-beside-about"));
    keepWide(beside_text_, 184);
    beside_text_->setMinimumHeight(54);
    beside_text_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    down->addWidget(beside_text_);
    down->addStretch(1);
    connect(beside_, &QSlider::valueChanged, this, [this](int value) {
        sayBeside();
        emit likenessWanted({Amount::none, Amount::none, 1.0 * value / beside_steps});
    });
    return part;
}

/// What is tried here is seen here alone.
void ClothPanel::hideEvent(QHideEvent*) { beside_->setValue(0); }

void ClothPanel::show(const Job& job, const Piece& piece) {
    tone_ = piece.tone;
    unit_ = job.unit;
    choke_mm_ = chokeOf(job, piece);
    two_passes_ = passesOf(job, piece) > 1;
    const QSignalBlocker quiet[] = {QSignalBlocker(limit_), QSignalBlocker(soft_), QSignalBlocker(white_)};
    limit_->setValue(tone_.dark_cloth.limit);
    soft_->setValue(tone_.dark_cloth.soft);
    white_->setValue(tone_.dark_cloth.white);
    choke_->show(choke_mm_, unit_);
    choke_->setEnabled(two_passes_);
    proposed_->setVisible(two_passes_ && tone_.dark_cloth.choke_mm.has_value());
    beside_part_->setVisible(two_passes_);
    sayChoke(job, piece);
    sayBeside();
    look(job, piece);
}

void ClothPanel::sayChoke(const Job& job, const Piece& piece) {
    if (!two_passes_) {
        choke_text_->setText(
            tr("This printer lays white and colour in one go: they cannot miss each other."));
        return;
    }
    const PassesApart apart = passesApart(job, piece);
    const double px = choke_mm_ / PixelGrid{job.sheets.ppi}.pixel_mm();
    const QString dots = tr("%1 dots of the print.").arg(px, 0, 'f', 1);
    const QString why =
        apart.measured ? tr("%1 for how a sheet is fed twice (a guess), %2 for what a ruler cannot tell of "
                            "its shrinking.")
                             .arg(lengthText(apart.feed_mm, unit_), lengthText(apart.shrink_mm, unit_))
                       : tr("How much the sheet shrinks is not known: measure it at the Print station.");
    choke_text_->setText(tone_.dark_cloth.choke_mm
                             ? tr("%1 Proposed: %2.").arg(dots, lengthText(proposedChoke(job, piece), unit_))
                             : QStringLiteral("%1 %2").arg(dots, why));
}

void ClothPanel::sayBeside() {
    const double mm = 1.0 * beside_->value() / beside_steps;
    const WhiteBeside seen = whiteBeside(choke_mm_, mm);
    beside_text_->setText(
        mm == 0 ? tr("Slide to see what a second pass that misses the first would look like.")
        : seen.shows_mm < 0.005
            ? tr("%1 beside: no white shows; at the other side %2 of colour lies on bare cloth.")
                  .arg(lengthText(mm, unit_), lengthText(seen.bare_mm, unit_))
            : tr("%1 beside: a rim of white shows, %2 wide; at the other side %3 of colour lies on bare "
                 "cloth.")
                  .arg(lengthText(mm, unit_), lengthText(seen.shows_mm, unit_),
                       lengthText(seen.bare_mm, unit_)));
}

void ClothPanel::look(const Job& job, const Piece& piece) {
    const Key key = seenKeyOf(job, piece);
    if (key == looked_at_ && share_) return sayShare();
    looked_at_ = key;
    service_.request(QStringLiteral("cloth share"),
                     [this, job, id = piece.id, key](const std::stop_token& stop) -> RenderService::Finish {
                         const ClothShare share = clothShareOf(job, *findPiece(job, id), {stop, {}});
                         return [this, share, key] {
                             if (key != looked_at_) return;
                             share_ = share;
                             sayShare();
                         };
                     });
}

void ClothPanel::sayShare() {
    const ClothShare& share = *share_;
    QString words =
        share.left < 0.05
            ? tr("Nothing is left to the cloth: all of %1 cm² is printed.").arg(cm2(share.picture))
        : share.detail < 0.05
            ? tr("%1 of %2 cm² is left to the cloth; nothing shows there.")
                  .arg(cm2(share.left), cm2(share.picture))
            : tr("%1 of %2 cm² is left to the cloth. In %3 cm² of that the picture shows something, "
                 "which goes with it.")
                  .arg(cm2(share.left), cm2(share.picture), cm2(share.detail));
    if (two_passes_ && share.without_white >= 0.05)
        words += QLatin1Char(' ') +
                 tr("%1 cm² gets no white: too fine, or too near its rim.").arg(cm2(share.without_white));
    share_text_->setText(words);
}

}  // namespace tympan::app
