#include "app/stations/picture/clean_panel.h"

#include <QCheckBox>
#include <QSlider>
#include <cmath>

#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

/// What mends most scans of drawings and prints.
constexpr CleanUp usual{100, 100, 5, true};
constexpr double per_step = 0.5;  // thousandths of the long side to a step of the dust slider

}  // namespace

CleanPanel::CleanPanel(JobStore& store, PictureEditing& editing) : PicturePanel(store, editing) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(28);

    auto* first = column();
    first->addWidget(strongLabel(tr("A scan")));
    auto* mend = pushButton(QStringLiteral("clean-scan"), tr("Clean it up"));
    mend->setToolTip(
        tr("Evens out the light, whitens the paper, takes out dust and lifts creases, all at once."));
    first->addWidget(mend, 0, Qt::AlignLeft);
    compare_ = pushButton(QStringLiteral("clean-compare"), tr("Hold: as it came"));
    first->addWidget(compare_, 0, Qt::AlignLeft);
    auto* none = linkButton(QStringLiteral("clean-none"), tr("no clean-up"));
    first->addWidget(none, 0, Qt::AlignLeft);
    first->addStretch(1);
    outer->addLayout(first);

    auto* sliders = rows();
    light_ = addSlider(sliders, QStringLiteral("clean-light"), tr("Even out the light"),
                       tr("Where a lamp or a shadow made one side of the sheet darker."), 100,
                       [](CleanUp& clean, int value) { clean.even_light = value; });
    white_ = addSlider(sliders, QStringLiteral("clean-white"), tr("Whiten the paper"),
                       tr("Takes the yellow out of old paper and makes it white."), 100,
                       [](CleanUp& clean, int value) { clean.whiten = value; });
    specks_ = addSlider(sliders, QStringLiteral("clean-specks"), tr("Take out dust"),
                        tr("Single specks, up to this size. Lines, hatching and dotted shading stay."),
                        static_cast<int>(most_specks / per_step),
                        [](CleanUp& clean, int value) { clean.specks = per_step * value; });
    folds_ = new QCheckBox(tr("Lift creases"));
    folds_->setObjectName(QStringLiteral("clean-folds"));
    folds_->setToolTip(tr("Straight folds that run across the whole sheet."));
    sliders->addRow(folds_);
    haze_ = new QCheckBox(tr("White background"));
    haze_->setObjectName(QStringLiteral("clean-haze"));
    haze_->setToolTip(
        tr("An even background that is nearly white becomes white: else it prints as a pale rectangle."));
    sliders->addRow(haze_);
    outer->addLayout(sliders);

    auto* drawing = column();
    drawing->addWidget(strongLabel(tr("A drawing")));
    clear_ = new QCheckBox(tr("White is see-through"));
    clear_->setObjectName(QStringLiteral("clear-paper"));
    drawing->addWidget(clear_);
    auto* about =
        quietLabel(tr("Only the ink stays: cut it to what is in the picture, or lay it over another."));
    keepWide(about, 200);
    drawing->addWidget(about);
    drawing->addStretch(1);
    outer->addLayout(drawing);
    outer->addStretch(1);

    connect(mend, &QPushButton::clicked, this,
            [this] { editing_.apply(tr("clean a scan up"), [](PictureEdit& edit) { edit.clean = usual; }); });
    connect(none, &QPushButton::clicked, this, [this] {
        editing_.apply(tr("take the clean-up back"), [](PictureEdit& edit) {
            edit.clean = {};
            edit.clear_paper = false;
        });
    });
    connect(compare_, &QPushButton::pressed, this, [this] { compare(true); });
    connect(compare_, &QPushButton::released, this, [this] { compare(false); });
    connect(folds_, &QCheckBox::clicked, this, [this](bool on) {
        editing_.apply(tr("lift creases"), [on](PictureEdit& edit) { edit.clean.folds = on; });
    });
    connect(haze_, &QCheckBox::clicked, this, [this](bool on) {
        editing_.apply(tr("make the background white"), [on](PictureEdit& edit) { edit.clean.haze = on; });
    });
    connect(clear_, &QCheckBox::clicked, this, [this](bool on) {
        editing_.apply(tr("make white see-through"), [on](PictureEdit& edit) { edit.clear_paper = on; });
    });
}

QSlider* CleanPanel::addSlider(QFormLayout* rows, const QString& name, const QString& label,
                               const QString& tip, int most, void (*set)(CleanUp&, int)) {
    auto* slider = new QSlider(Qt::Horizontal);
    slider->setObjectName(name);
    slider->setAccessibleName(label);
    slider->setToolTip(tip);
    slider->setRange(0, most);
    keepWide(slider, 160);
    rows->addRow(label, slider);
    connect(slider, &QSlider::valueChanged, this, [this, label, name, set](int value) {
        editing_.apply(
            label.toLower(), [&](PictureEdit& edit) { set(edit.clean, value); }, name);
    });
    return slider;
}

void CleanPanel::compare(bool came) {
    came_ = came;
    emit sceneChanged();
}

void CleanPanel::refresh(const Piece&) {
    const PictureEdit edit = editing_.now();
    const QSignalBlocker a(light_), b(white_), c(specks_);
    light_->setValue(edit.clean.even_light);
    white_->setValue(edit.clean.whiten);
    specks_->setValue(static_cast<int>(std::lround(edit.clean.specks / per_step)));
    folds_->setChecked(edit.clean.folds);
    haze_->setChecked(edit.clean.haze);
    clear_->setChecked(edit.clear_paper);
    compare_->setEnabled(!edit.clean.untouched() || edit.clear_paper);
}

std::optional<DeskScene> CleanPanel::scene(const Piece& piece) {
    PictureEdit edit = piece.artwork->edit;
    if (came_) edit.clean = {}, edit.clear_paper = false;
    DeskScene scene = deskOf(piece, edit);
    if (!scene.picture.isNull())
        scene.hint = editing_.waits() ? tr("cleaning…")
                     : came_          ? tr("As it came.")
                                      : tr("Roll the wheel to look closer, click twice to see all of it.");
    return scene;
}

}  // namespace tympan::app
