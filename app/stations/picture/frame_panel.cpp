#include "app/stations/picture/frame_panel.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <cmath>

#include "app/widgets/tray_parts.h"
#include "core/artwork/borders.h"
#include "core/job/landing.h"

namespace tympan::app {

namespace {

/// Shapes in the list, as width to height; 0: any; the object's and the picture's own are worked out.
constexpr double any_shape = 0, objects_shape = -1, own_shape = -2;

std::array<PointMm, 4> cornersOf(const PictureEdit& edit) {
    return edit.corners.value_or(
        std::array<PointMm, 4>{PointMm{0.1, 0.1}, PointMm{0.9, 0.1}, PointMm{0.9, 0.9}, PointMm{0.1, 0.9}});
}

/// The picture that corners are marked on: turned, and nothing else.
PictureEdit turnedOnly(const PictureEdit& edit) {
    PictureEdit turned;
    turned.page = edit.page, turned.quarters = edit.quarters;
    return turned;
}

/// The picture that a frame is drawn on: all of it, the way round that it came.
PictureEdit framed(PictureEdit edit) {
    edit.reversed = false;
    return uncropped(std::move(edit));
}

}  // namespace

FramePanel::FramePanel(JobStore& store, PictureEditing& editing) : PicturePanel(store, editing) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(28);

    auto* cropping = column();
    cropping->addWidget(strongLabel(tr("Frame")));
    shapes_ = new QComboBox;
    shapes_->setObjectName(QStringLiteral("crop-shape"));
    shapes_->setAccessibleName(tr("The shape that the frame keeps"));
    shapes_->addItem(tr("any shape"), any_shape);
    shapes_->addItem(tr("the object's shape"), objects_shape);
    shapes_->addItem(tr("the picture's own"), own_shape);
    shapes_->addItem(tr("square"), 1.0);
    for (const auto& [w, h] : {std::pair{5, 4}, {4, 3}, {3, 2}, {16, 9}}) {
        shapes_->addItem(tr("%1 to %2, lying").arg(w).arg(h), 1.0 * w / h);
        shapes_->addItem(tr("%1 to %2, upright").arg(h).arg(w), 1.0 * h / w);
    }
    keepWide(shapes_, 168);
    cropping->addWidget(shapes_);
    border_ = pushButton(QStringLiteral("trim-border"), tr("Trim the stray border"));
    border_->setToolTip(tr("Takes off an even black or white rim that a scanner or a print left."));
    cropping->addWidget(border_, 0, Qt::AlignLeft);
    as_it_came_ = linkButton(QStringLiteral("frame-as-it-came"), tr("all of it, as it came"));
    cropping->addWidget(as_it_came_, 0, Qt::AlignLeft);
    cropping->addStretch(1);
    outer->addLayout(cropping);

    auto* turning = column();
    turning->addWidget(strongLabel(tr("Turn")));
    auto* quarters = new QHBoxLayout;
    quarters->setSpacing(8);
    auto* left = pushButton(QStringLiteral("turn-left"), tr("to the left"));
    auto* right = pushButton(QStringLiteral("turn-right"), tr("to the right"));
    left->setAccessibleName(tr("Turn a quarter to the left"));
    right->setAccessibleName(tr("Turn a quarter to the right"));
    quarters->addWidget(left);
    quarters->addWidget(right);
    turning->addLayout(quarters);
    auto* straight = new QHBoxLayout;
    straight->setSpacing(8);
    straighten_ = new QDoubleSpinBox;
    straighten_->setObjectName(QStringLiteral("straighten"));
    straighten_->setAccessibleName(tr("Straighten, degrees clockwise"));
    straighten_->setRange(-most_straighten_deg, most_straighten_deg);
    straighten_->setSingleStep(0.1);
    straighten_->setDecimals(1);
    straighten_->setSuffix(QStringLiteral("°"));
    keepWide(straighten_, 84);
    straight->addWidget(new QLabel(tr("straighten")));
    straight->addWidget(straighten_);
    straight->addStretch(1);
    turning->addLayout(straight);
    level_ = pushButton(QStringLiteral("level"), tr("Along a line…"));
    level_->setCheckable(true);
    level_->setToolTip(tr("Draw a line on the picture along what should lie level or stand upright."));
    turning->addWidget(level_, 0, Qt::AlignLeft);
    turning->addStretch(1);
    outer->addLayout(turning);

    auto* sheet = column();
    sheet->addWidget(strongLabel(tr("A photographed sheet")));
    corners_ = pushButton(QStringLiteral("sheet-corners"), tr("Mark its corners…"));
    corners_->setCheckable(true);
    sheet->addWidget(corners_, 0, Qt::AlignLeft);
    auto* about =
        quietLabel(tr("Drag the four corners onto the sheet's: it comes out square, as if it had been "
                      "scanned."));
    keepWide(about, 200);
    sheet->addWidget(about);
    sheet->addStretch(1);
    outer->addLayout(sheet);
    outer->addStretch(1);

    connect(left, &QPushButton::clicked, this, [this] { turn(3); });
    connect(right, &QPushButton::clicked, this, [this] { turn(1); });
    connect(shapes_, &QComboBox::activated, this, &FramePanel::takeShape);
    connect(border_, &QPushButton::clicked, this, &FramePanel::trimBorder);
    connect(as_it_came_, &QPushButton::clicked, this, [this] {
        shapes_->setCurrentIndex(0);
        editing_.apply(tr("show all of the picture"), [](PictureEdit& edit) {
            edit.quarters = 0;
            edit.corners.reset();
            edit.straighten_deg = 0;
            edit.crop = {};
        });
    });
    connect(straighten_, &QDoubleSpinBox::valueChanged, this, [this](double deg) {
        editing_.apply(
            tr("straighten"), [deg](PictureEdit& edit) { edit.straighten_deg = std::round(deg * 100) / 100; },
            QStringLiteral("straighten"));
    });
    connect(level_, &QPushButton::clicked, this,
            [this](bool on) { use(on ? DeskTool::level : DeskTool::crop); });
    connect(corners_, &QPushButton::clicked, this,
            [this](bool on) { use(on ? DeskTool::corners : DeskTool::crop); });
}

void FramePanel::use(DeskTool tool) {
    tool_ = tool;
    level_->setChecked(tool == DeskTool::level);
    corners_->setChecked(tool == DeskTool::corners);
    emit sceneChanged();
}

void FramePanel::turn(int quarters) {
    editing_.apply(tr("turn the picture"), [quarters](PictureEdit& edit) {
        // The frame turns with what it shows; corners are marked on what is turned.
        for (int i = 0; i < quarters; ++i) {
            edit.crop = {1 - edit.crop.bottom(), edit.crop.x, edit.crop.height, edit.crop.width};
            if (edit.corners) {
                std::array<PointMm, 4> turned;
                for (std::size_t c = 0; c < 4; ++c) {
                    const PointMm& from = (*edit.corners)[(c + 3) % 4];
                    turned[c] = {1 - from.y, from.x};
                }
                edit.corners = turned;
            }
            edit.quarters = (edit.quarters + 1) % 4;
        }
    });
}

std::optional<double> FramePanel::shape(const Piece& piece) const {
    const double shape = shapes_->currentData().toDouble();
    if (shape > 0) return shape;
    if (shape == own_shape) {
        const SizePx size = editedSize(uncropped(editing_.now()), piece.artwork->pageSize());
        return 1.0 * size.width / size.height;
    }
    if (shape == objects_shape) {
        const Object& object = objectOf(store_.job(), piece);
        if (object.spot()) return {};
        const RectMm box = bounds(visibleOf(object));
        return box.height > 0 ? std::optional(box.width / box.height) : std::nullopt;
    }
    return {};
}

void FramePanel::takeShape() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const std::optional<double> wanted = shape(*piece);
    if (!wanted && shapes_->currentData().toDouble() == objects_shape)
        emit said(tr("A spot has no shape of its own. Choose another, or say what the object is."), false);
    if (!wanted) return emit sceneChanged();
    const SizePx size = editedSize(uncropped(editing_.now()), piece->artwork->pageSize());
    editing_.apply(tr("crop"), [&](PictureEdit& edit) {
        edit.crop = cropOfShape(edit.crop, 1.0 * size.width / size.height, *wanted);
    });
    emit sceneChanged();
}

void FramePanel::trimBorder() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const StrayBorder border = strayBorder(piece->artwork->reduced);
    if (border.kind == StrayBorder::Kind::none) return;
    editing_.apply(tr("trim the border"), [&](PictureEdit& edit) { edit = croppedTo(edit, border.inside); });
}

void FramePanel::cropped(const PageParts& crop) {
    editing_.apply(tr("crop"), [&](PictureEdit& edit) { edit.crop = crop; });
}

void FramePanel::cornersMoved(const std::array<PointMm, 4>& corners) {
    editing_.apply(tr("square a photographed sheet"), [&](PictureEdit& edit) {
        edit.corners = corners;
        edit.crop = {};
    });
}

void FramePanel::levelled(double deg) {
    use(DeskTool::crop);
    editing_.apply(tr("straighten"), [deg](PictureEdit& edit) {
        edit.straighten_deg = std::clamp(std::round((edit.straighten_deg + deg) * 100) / 100,
                                         -most_straighten_deg, most_straighten_deg);
    });
}

void FramePanel::refresh(const Piece& piece) {
    const PictureEdit edit = editing_.now();
    const QSignalBlocker quiet(straighten_);
    straighten_->setValue(edit.straighten_deg);
    border_->setEnabled(strayBorder(piece.artwork->reduced).kind != StrayBorder::Kind::none);
    PictureEdit frame;
    frame.quarters = edit.quarters, frame.corners = edit.corners;
    frame.straighten_deg = edit.straighten_deg, frame.crop = edit.crop;
    as_it_came_->setEnabled(!frame.untouched());
}

std::optional<DeskScene> FramePanel::scene(const Piece& piece) {
    const PictureEdit edit = editing_.now();
    DeskScene scene = deskOf(piece, tool_ == DeskTool::corners ? turnedOnly(edit) : framed(edit));
    scene.tool = tool_;
    scene.crop = edit.crop;
    scene.shape = shape(piece);
    scene.corners = cornersOf(edit);
    if (!scene.picture.isNull())
        scene.hint = tool_ == DeskTool::corners ? tr("Drag each corner onto the sheet's.")
                     : tool_ == DeskTool::level ? tr("Draw along what should lie level or stand upright.")
                                                : tr("Drag the frame, its edges or its corners.");
    return scene;
}

}  // namespace tympan::app
