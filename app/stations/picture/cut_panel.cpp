#include "app/stations/picture/cut_panel.h"

#include <QCheckBox>
#include <QSlider>

#include "app/look/theme.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

/// What is taken away, veiled in the colour of the stage.
QImage veilOf(const QImage& cut) {
    QImage veil(cut.size(), QImage::Format_ARGB32);
    const QColor stage = theme().stage;
    for (int y = 0; y < cut.height(); ++y) {
        const auto* from = reinterpret_cast<const QRgb*>(cut.constScanLine(y));
        auto* to = reinterpret_cast<QRgb*>(veil.scanLine(y));
        for (int x = 0; x < cut.width(); ++x)
            to[x] = qRgba(stage.red(), stage.green(), stage.blue(), (255 - qAlpha(from[x])) * 215 / 255);
    }
    return veil;
}

PictureEdit uncut(PictureEdit edit) {
    edit.cut = {};
    edit.clear_paper = false;
    return edit;
}

}  // namespace

CutPanel::CutPanel(JobStore& store, PictureEditing& editing) : PicturePanel(store, editing) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);

    auto* first = column();
    cut_ = new QCheckBox(tr("Cut the subject out"));
    cut_->setObjectName(QStringLiteral("cut-out"));
    cut_->setFont(textFont(TextSize::normal, true));
    first->addWidget(cut_);
    auto* about =
        quietLabel(tr("What differs from the border is taken for the subject. Where that is wrong, brush "
                      "over it roughly: the edge is found again."));
    keepWide(about, 200);
    first->addWidget(about);
    first->addStretch(1);
    outer->addLayout(first);

    auto* brushing = column();
    brushing->addWidget(strongLabel(tr("Brush")));
    brush_ = new ChoiceRow(QStringLiteral("brush"), tr("What the brush tells"), Qt::Horizontal);
    brush_->add(QStringLiteral("keep"), tr("keep this"));
    brush_->add(QStringLiteral("away"), tr("take this away"));
    brush_->choose(QStringLiteral("away"));
    brushing->addWidget(brush_);
    size_ = new QSlider(Qt::Horizontal);
    size_->setObjectName(QStringLiteral("brush-size"));
    size_->setAccessibleName(tr("How wide the brush is"));
    size_->setRange(4, 80);
    size_->setValue(18);
    keepWide(size_, 160);
    auto* wide = new QHBoxLayout;
    wide->setSpacing(8);
    wide->addWidget(new QLabel(tr("width")));
    wide->addWidget(size_);
    wide->addStretch(1);
    brushing->addLayout(wide);
    back_ = linkButton(QStringLiteral("strokes-none"), tr("wipe all strokes away"));
    brushing->addWidget(back_, 0, Qt::AlignLeft);
    brushing->addStretch(1);
    outer->addLayout(brushing);

    auto* own = column();
    own->addWidget(strongLabel(tr("More from one picture")));
    own_piece_ = pushButton(QStringLiteral("own-piece"), tr("Hang it up on its own"));
    own->addWidget(own_piece_, 0, Qt::AlignLeft);
    auto* why =
        quietLabel(tr("Frame or cut out one part, hang it up, then another: all share the original."));
    keepWide(why, 180);
    own->addWidget(why);
    own->addStretch(1);
    outer->addLayout(own);
    outer->addStretch(1);

    connect(cut_, &QCheckBox::clicked, this, [this](bool on) {
        editing_.apply(on ? tr("cut the subject out") : tr("take the cut back"),
                       [on](PictureEdit& edit) { edit.cut.on = on; });
    });
    connect(brush_, &ChoiceRow::picked, this, &CutPanel::sceneChanged);
    connect(size_, &QSlider::valueChanged, this, &CutPanel::sceneChanged);
    connect(back_, &QPushButton::clicked, this, [this] {
        editing_.apply(tr("wipe strokes away"), [](PictureEdit& edit) { edit.cut.strokes.clear(); });
    });
    connect(own_piece_, &QPushButton::clicked, this, [this] { editing_.hangParts({editing_.now()}, true); });
}

void CutPanel::stroked(const std::vector<PointMm>& points) {
    const Piece* piece = store_.piece();
    if (!piece || points.empty()) return;
    const PictureEdit shown = editing_.now();
    const SizePx original = piece->artwork->pageSize(), size = editedSize(shown, original);
    Stroke stroke;
    stroke.keep = brush_->chosen() == QStringLiteral("keep");
    stroke.radius = size_->value() / 1000.0 * std::max(size.width, size.height) /
                    std::max(original.width, original.height);
    for (const PointMm& p : points) stroke.points.push_back(placeIn({}, shown, original, p));
    editing_.apply(stroke.keep ? tr("keep a part") : tr("take a part away"), [&](PictureEdit& edit) {
        edit.cut.on = true;
        edit.cut.strokes.push_back(stroke);
    });
}

void CutPanel::refresh(const Piece&) {
    const PictureEdit edit = editing_.now();
    cut_->setChecked(edit.cut.on);
    back_->setEnabled(!edit.cut.strokes.empty());
}

std::optional<DeskScene> CutPanel::scene(const Piece& piece) {
    DeskScene scene = deskOf(piece, uncut(piece.artwork->edit));
    scene.tool = DeskTool::brush;
    scene.keep = brush_->chosen() == QStringLiteral("keep");
    scene.brush = size_->value() / 1000.0;
    if (piece.artwork->cut) scene.veil = veilOf(imageOf(*piece.artwork));
    if (!scene.picture.isNull())
        scene.hint = editing_.waits()     ? tr("finding the subject…")
                     : piece.artwork->cut ? tr("What is veiled is taken away.")
                                          : tr("Tick the box, or brush over what should go.");
    return scene;
}

}  // namespace tympan::app
