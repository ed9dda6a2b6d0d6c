#include "app/stations/tone/tone_tray.h"

#include <QSlider>
#include <QStackedWidget>

#include "app/model/job_store.h"
#include "app/stations/tone/cloth_panel.h"
#include "app/stations/tone/detail_panel.h"
#include "app/stations/tone/laying_panel.h"
#include "app/stations/tone/solids_panel.h"
#include "app/stations/tone/surface_panel.h"
#include "app/stations/tone/vivid_panel.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/shade_row.h"
#include "app/widgets/sideways.h"
#include "app/widgets/tray_parts.h"
#include "core/job/edits.h"
#include "core/job/holds.h"
#include "core/job/two_passes.h"
#include "core/render/finished.h"
#include "core/tone/curve.h"
#include "core/tone/shades.h"
#include "core/tone/transfer.h"

namespace tympan::app {

namespace {

const QString grey = QStringLiteral("grey"), colour = QStringLiteral("colour"),
              needs = QStringLiteral("automatic"), came = QStringLiteral("none"),
              hand = QStringLiteral("strength");

/// What each of the eleven shades will look like on the object.
QList<QColor> staying(const Job& job, const Piece& piece) {
    const ShadeCurve shaded(piece.tone.shades);
    cv::Mat ink(1, 11, CV_8UC1);
    for (int i = 0; i < ink.cols; ++i) {
        const double printed = shaded(i / 10.0);
        ink.at<std::uint8_t>(i) =
            static_cast<std::uint8_t>(std::lround(255 * (piece.tone.inverted ? 1 - printed : printed)));
    }
    if (const TransferCurve* curve = holdsOf(job, piece).curve)
        for (int i = 0; i < ink.cols; ++i) {
            std::uint8_t& v = ink.at<std::uint8_t>(i);
            double k = 1 - v / 255.0;
            if (piece.tone.compensated) k = toPrint(*curve, k);
            v = static_cast<std::uint8_t>(std::lround(255 * (1 - arriving(*curve, k))));
        }
    const cv::Mat face = onGround(ink, whiteOf(job, piece));
    QList<QColor> colours;
    for (int i = 0; i < face.cols; ++i) {
        const cv::Vec3b& c = face.at<cv::Vec3b>(i);
        colours << QColor(c[0], c[1], c[2]);
    }
    return colours;
}

QHBoxLayout* panelRow(QWidget* panel) {
    auto* row = new QHBoxLayout(panel);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(20);
    return row;
}

}  // namespace

ToneTray::ToneTray(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("tone-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);
    outer->addWidget(inkColumn());
    panels_ = new QStackedWidget;
    greys_ = new QWidget;
    auto* greys = panelRow(greys_);
    detail_ = new DetailPanel;
    greys->addWidget(contrastColumn());
    greys->addWidget(shadesColumn());
    greys->addWidget(detail_);
    greys->addStretch(1);
    panels_->addWidget(greys_);
    auto* laid = new QWidget;
    auto* laying = panelRow(laid);
    laying_ = new LayingPanel;
    solids_ = new SolidsPanel;
    laying->addWidget(laying_);
    laying->addWidget(solids_);
    laying->addStretch(1);
    panels_->addWidget(laid);
    surface_ = new SurfacePanel;
    panels_->addWidget(surface_);
    vivid_ = new VividPanel;
    panels_->addWidget(vivid_);
    cloth_ = new ClothPanel(service);
    panels_->addWidget(cloth_);
    auto* scroll = new Sideways(panels_);
    scroll->setObjectName(QStringLiteral("tone-scroll"));
    outer->addWidget(scroll, 1);

    const auto take = [this](const Tone& tone, const QString& run) {
        setTone(tone, run.isEmpty() ? run : QStringLiteral("%1 %2").arg(run).arg(store_.piece()->id));
    };
    connect(vivid_, &VividPanel::changed, this, take);
    connect(vivid_, &VividPanel::rested, &store_, &JobStore::endRun);
    connect(laying_, &LayingPanel::changed, this, take);
    connect(detail_, &DetailPanel::changed, this, take);
    connect(solids_, &SolidsPanel::changed, this, take);
    connect(surface_, &SurfacePanel::changed, this, take);
    connect(surface_, &SurfacePanel::likenessWanted, this, &ToneTray::likenessWanted);
    connect(cloth_, &ClothPanel::changed, this, take);
    connect(cloth_, &ClothPanel::brushWanted, this, &ToneTray::brushWanted);
    connect(cloth_, &ClothPanel::likenessWanted, this, &ToneTray::likenessWanted);
    connect(parts_, &ChoiceRow::picked, this, &ToneTray::open);
    open(QStringLiteral("greys"));
    connect(&store_, &JobStore::changed, this, &ToneTray::refresh);
    refresh();
}

QWidget* ToneTray::inkColumn() {
    auto* part = new QWidget;
    auto* first = column();
    part->setLayout(first);
    ink_ = new ChoiceRow(QStringLiteral("ink"), tr("Grey or colour"), Qt::Horizontal);
    ink_->add(grey, tr("Grey"),
              tr("Lightness as the eye weighs it, black and white pulled apart, the greys between kept."));
    ink_->add(colour, tr("Colour"), tr("The colours as they are."));
    keepWide(ink_, 148);
    first->addWidget(ink_);
    parts_ = new ChoiceRow(QStringLiteral("tone-part"), tr("Tone"), Qt::Vertical);
    parts_->layout()->setSpacing(5);
    parts_->add(QStringLiteral("greys"), tr("Shades"));
    parts_->add(QStringLiteral("laid"), tr("How it is laid"));
    parts_->add(QStringLiteral("surface"), tr("On the object"));
    keepWide(parts_, 148);
    first->addWidget(parts_);
    advice_ = quietLabel({});
    keepWide(advice_, 148);
    first->addWidget(advice_, 0, Qt::AlignLeft);  // it holds no other back
    first->addStretch(1);
    connect(ink_, &ChoiceRow::picked, this, [this](const QString& id) {
        Tone tone = store_.piece()->tone;
        tone.ink = id == grey ? Tone::InkChoice::grey : Tone::InkChoice::colour;
        setTone(tone);
    });
    return part;
}

QWidget* ToneTray::contrastColumn() {
    auto* part = new QWidget;
    auto* second = column();
    part->setLayout(second);
    second->addWidget(strongLabel(tr("Contrast")));
    contrast_ = new ChoiceRow(QStringLiteral("contrast"), tr("Contrast"), Qt::Vertical);
    keepWide(contrast_, 128);
    contrast_->layout()->setSpacing(5);
    contrast_->add(
        needs, tr("as it needs"),
        tr("Looks at the picture: much for a flat one, little for line art. Greys transfer best: "
           "pure black stays on the paper and pure white shows every flaw, so the middle greys are "
           "kept."));
    contrast_->add(came, tr("as it came"));
    contrast_->add(hand, tr("by hand"));
    second->addWidget(contrast_);
    auto* slide = new QHBoxLayout;
    slide->setSpacing(8);
    strength_ = new QSlider(Qt::Horizontal);
    strength_->setObjectName(QStringLiteral("contrast-slider"));
    strength_->setAccessibleName(tr("Strength of the contrast, 0 to 100"));
    strength_->setRange(0, 100);
    keepWide(strength_, 74);
    strength_text_ = quietLabel({});
    strength_text_->setWordWrap(false);
    slide->addWidget(strength_);
    slide->addWidget(strength_text_, 1);
    second->addLayout(slide);
    second->addStretch(1);
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
    return part;
}

QWidget* ToneTray::shadesColumn() {
    auto* part = new QWidget;
    auto* third = column();
    part->setLayout(third);
    auto* heading = new QHBoxLayout;
    heading->setSpacing(12);
    heading->addWidget(strongLabel(tr("Shades")));
    auto* what = quietLabel(tr("up: lighter, down: darker"));
    what->setWordWrap(false);
    heading->addWidget(what);
    heading->addStretch(1);
    QPushButton* untouched = linkButton(QStringLiteral("shades-reset"), tr("as they were"));
    untouched_ = untouched;
    QSizePolicy keeps = untouched->sizePolicy();
    keeps.setRetainSizeWhenHidden(true);  // nothing moves when it comes
    untouched->setSizePolicy(keeps);
    heading->addWidget(untouched);
    third->addLayout(heading);
    shades_ = new ShadeRow;
    third->addWidget(shades_);
    third->addStretch(1);
    connect(shades_, &ShadeRow::slid, this, [this](const Shades& shades) {
        Tone tone = store_.piece()->tone;
        tone.shades = shades;
        setTone(tone, QStringLiteral("shades %1").arg(store_.piece()->id));
    });
    connect(shades_, &ShadeRow::rested, &store_, &JobStore::endRun);
    connect(untouched, &QPushButton::clicked, this, [this] {
        Tone tone = store_.piece()->tone;
        tone.shades = {};
        setTone(tone);
    });
    return part;
}

void ToneTray::open(const QString& part) {
    parts_->choose(part);
    if (store_.piece()) refresh();
}

void ToneTray::setTone(const Tone& tone, const QString& run) {
    if (const Piece* piece = store_.piece())
        store_.edit(
            tr("change the tone"),
            [&, id = piece->id](Job job) { return withTone(std::move(job), id, tone); }, run);
}

void ToneTray::lookAt(const ArtworkPtr& artwork, const GreyMix& mix) {
    if (looked_at_ == artwork && looked_at_with_ == mix) return;
    looked_at_ = artwork;
    looked_at_with_ = mix;
    histogram_ = greyHistogram(artwork->reduced, greyWeights(mix, artwork->reduced));
    seen_histogram_ = greyHistogram(artwork->reduced, greyWeights(mix, artwork->reduced), SeeThrough::paper);
}

void ToneTray::showContrast(const Piece& piece) {
    const QSignalBlocker quiet(strength_);
    const Contrast& contrast = piece.tone.contrast;
    contrast_->choose(contrast.kind == Contrast::Kind::automatic ? needs
                      : contrast.kind == Contrast::Kind::none    ? came
                                                                 : hand);
    int strength = contrast.kind == Contrast::Kind::none ? 0 : contrast.strength;
    const bool found = contrast.kind == Contrast::Kind::automatic;
    if (found) strength = automaticStrength(histogram_);
    strength_->setValue(strength);
    strength_text_->setText(found           ? tr("found")
                            : strength < 5  ? tr("none")
                            : strength < 35 ? tr("a little")
                            : strength < 65 ? tr("some")
                                            : tr("much"));
}

void ToneTray::refresh() {
    const Piece* piece = store_.piece();
    setEnabled(piece);
    if (!piece) return;
    lookAt(piece->artwork, piece->tone.mix);
    const bool is_grey = inkOf(*piece) == Ink::grey;
    ink_->choose(is_grey ? grey : colour);
    const QString part = parts_->chosen();
    const bool laid = part == QStringLiteral("laid"), surface = part == QStringLiteral("surface");
    // Over a white of its own it is laid in one way for both, whatever colours it has; and nothing is rubbed.
    const bool white = hasWhite(*piece);
    panels_->setCurrentIndex(surface && white             ? 4
                             : surface                    ? 2
                             : laid && (is_grey || white) ? 1
                             : is_grey                    ? 0
                                                          : 3);
    // Only the panel that is shown needs its room.
    for (int i = 0; i < panels_->count(); ++i)
        panels_->widget(i)->setSizePolicy(
            i == panels_->currentIndex() ? QSizePolicy::Preferred : QSizePolicy::Ignored,
            QSizePolicy::Preferred);
    parts_->findChild<QPushButton*>(QStringLiteral("tone-part-laid"))->setEnabled(is_grey || white);
    solids_->setVisible(is_grey && !white);
    if (!is_grey) vivid_->show(piece->tone, piece->artwork);
    showContrast(*piece);
    shades_->show(piece->tone.shades, staying(store_.job(), *piece), isMeasured(store_.job(), *piece));
    untouched_->setVisible(!piece->tone.shades.untouched());
    laying_->show(piece->tone, white, partingGrey(seen_histogram_), store_.job().unit,
                  {store_.job().sheets.ppi});
    detail_->show(piece->tone, store_.job().unit);
    solids_->show(store_.job(), *piece);
    surface_->show(store_.job(), *piece);
    if (white) cloth_->show(store_.job(), *piece);
    parts_->findChild<QPushButton*>(QStringLiteral("tone-part-surface"))
        ->setText(white ? tr("On the cloth") : tr("On the object"));
    const bool colourful = piece->artwork->colourful,
               chosen = piece->tone.ink != Tone::InkChoice::as_method_says;
    advice_->setText(chosen && is_grey && colourful     ? tr("The picture has colours; you chose grey.")
                     : chosen && !is_grey && !colourful ? tr("The picture is grey; you chose colour.")
                     : piece->method->advice == InkAdvice::grey   ? tr("This way is printed in black alone.")
                     : piece->method->advice == InkAdvice::colour ? tr("This way of transfer keeps colours.")
                     : colourful ? tr("The picture has colours, so they are kept.")
                                 : tr("The picture is grey, and printed so."));
}

}  // namespace tympan::app
