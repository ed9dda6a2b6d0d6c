#include "app/stations/tone/tone_tray.h"

#include <QSlider>

#include "app/shell/job_store.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/tray_parts.h"
#include "core/job/edits.h"
#include "core/render/print.h"
#include "core/tone/curve.h"

namespace tympan::app {

namespace {

const QString grey = QStringLiteral("grey"), colour = QStringLiteral("colour"),
              needs = QStringLiteral("automatic"), came = QStringLiteral("none"),
              hand = QStringLiteral("strength");

}  // namespace

ToneTray::ToneTray(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("tone-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(32);

    auto* first = column();
    auto* heading = new QHBoxLayout;
    heading->setSpacing(10);
    heading->addWidget(titleLabel(tr("Tone")));
    of_ = quietLabel({});
    of_->setWordWrap(false);
    heading->addWidget(of_, 1, Qt::AlignBottom);
    first->addLayout(heading);
    ink_ = new ChoiceRow(QStringLiteral("ink"), tr("Grey or colour"), Qt::Vertical);
    ink_->add(grey, tr("Grey"),
              tr("Lightness as the eye weighs it, black and white pulled apart, the greys between kept."));
    ink_->add(colour, tr("Colour"), tr("The colours as they are."));
    ink_->setFixedWidth(120);
    first->addWidget(ink_);
    first->addStretch(1);
    outer->addLayout(first);

    greys_ = new QWidget;
    auto* second = column();
    greys_->setLayout(second);
    second->addWidget(strongLabel(tr("Contrast")));
    contrast_ = new ChoiceRow(QStringLiteral("contrast"), tr("Contrast"), Qt::Horizontal);
    contrast_->add(needs, tr("as it needs"),
                   tr("Looks at the picture: much for a flat one, little for line art."));
    contrast_->add(came, tr("as it came"));
    contrast_->add(hand, tr("by hand"));
    second->addWidget(contrast_);
    auto* slide = new QWidget;
    auto* slide_layout = new QHBoxLayout(slide);
    slide_layout->setContentsMargins(0, 4, 0, 0);
    slide_layout->setSpacing(12);
    strength_ = new QSlider(Qt::Horizontal);
    strength_->setObjectName(QStringLiteral("contrast-slider"));
    strength_->setAccessibleName(tr("Strength of the contrast, 0 to 100"));
    strength_->setRange(0, 100);
    strength_->setFixedWidth(240);
    strength_text_ = new QLabel;
    strength_text_->setMinimumWidth(72);
    slide_layout->addWidget(strength_);
    slide_layout->addWidget(strength_text_, 1);
    second->addWidget(slide);
    auto* why =
        quietLabel(tr("Greys transfer best: pure black stays on the paper and pure white shows every flaw, "
                      "so the middle greys are kept."));
    why->setFixedWidth(320);
    second->addWidget(why);
    second->addStretch(1);
    outer->addWidget(greys_);

    advice_ = quietLabel({});
    outer->addWidget(spareColumn({strongLabel(tr("What the method likes")), advice_}), 100);
    outer->addStretch(1);

    connect(ink_, &ChoiceRow::picked, this, [this](const QString& id) {
        Tone tone = store_.piece()->tone;
        tone.ink = id == grey ? Tone::InkChoice::grey : Tone::InkChoice::colour;
        setTone(tone);
    });
    connect(contrast_, &ChoiceRow::picked, this, [this](const QString& id) {
        Tone tone = store_.piece()->tone;
        tone.contrast.kind = id == needs  ? Contrast::Kind::automatic
                             : id == came ? Contrast::Kind::none
                                          : Contrast::Kind::strength;
        if (id == hand) tone.contrast.strength = strength_->value();  // goes on from where automatic stood
        setTone(tone);
    });
    connect(strength_, &QSlider::valueChanged, this, [this](int value) {
        Tone tone = store_.piece()->tone;
        tone.contrast = {Contrast::Kind::strength, value};
        setTone(tone, QStringLiteral("contrast %1").arg(store_.piece()->id));
    });
    connect(&store_, &JobStore::changed, this, &ToneTray::refresh);
    refresh();
}

void ToneTray::setTone(const Tone& tone, const QString& run) {
    if (const Piece* piece = store_.piece())
        store_.edit(
            tr("change the tone"),
            [&, id = piece->id](Job job) { return withTone(std::move(job), id, tone); }, run);
}

void ToneTray::refresh() {
    const Piece* piece = store_.piece();
    setEnabled(piece);
    if (!piece) return;
    const QSignalBlocker quiet(strength_);
    of_->setText(tr("of %1").arg(QString::fromStdString(piece->name)));
    const bool is_grey = inkOf(*piece) == Ink::grey;
    ink_->choose(is_grey ? grey : colour);
    greys_->setEnabled(is_grey);
    const Contrast& contrast = piece->tone.contrast;
    contrast_->choose(contrast.kind == Contrast::Kind::automatic ? needs
                      : contrast.kind == Contrast::Kind::none    ? came
                                                                 : hand);
    int strength = contrast.kind == Contrast::Kind::none ? 0 : contrast.strength;
    if (contrast.kind == Contrast::Kind::automatic)
        strength = automaticStrength(greyHistogram(piece->artwork->reduced));
    strength_->setValue(strength);
    strength_text_->setText(strength < 5    ? tr("as it came")
                            : strength < 35 ? tr("a little")
                            : strength < 65 ? tr("some")
                                            : tr("much"));
    const QString likes = piece->method.advice == InkAdvice::grey
                              ? tr("This way of transfer holds greys best.")
                              : tr("This way of transfer keeps colours.");
    const bool own = piece->tone.ink != Tone::InkChoice::as_method_says;
    advice_->setText(
        likes + QLatin1Char(' ') +
        (own ? tr("You chose for yourself.") : tr("The choice at the left follows it until you choose.")));
}

}  // namespace tympan::app
