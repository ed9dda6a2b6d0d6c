#include "app/stations/object/what_panel.h"

#include <QAbstractItemView>
#include <QComboBox>
#include <QFileDialog>
#include <QGridLayout>
#include <QLineEdit>
#include <QMenu>
#include <QSpinBox>
#include <QToolButton>

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/stations/object/ask_face.h"
#include "app/stations/object/corner_table.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/measure/corners.h"
#include "core/measure/outline_operations.h"
#include "core/object/common_sizes.h"
#include "core/object/materials.h"
#include "core/object/outline_file.h"

namespace tympan::app {

namespace {

constexpr int field_rows = 3;
constexpr std::string_view across_corners = "across_corners_mm";  // shown beside across flats, not stored

const QString thickness_name = QStringLiteral("object-thickness");

/// "object-width" for "width_mm".
QString fieldName(const Measure& measure) {
    std::string name = "object-" + std::string(measure.id);
    if (name.ends_with("_mm")) name.resize(name.size() - 3);
    std::replace(name.begin(), name.end(), '_', '-');
    return QString::fromStdString(name);
}

/// As wide as it is, whatever its longest entry.
void fixWidth(QComboBox* list, int width) {
    list->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    list->setMinimumContentsLength(8);
    keepWide(list, width);
    list->view()->setMinimumWidth(list->view()->sizeHintForColumn(0) + 32);
}

bool hasWidthAndHeight(ShapeKind kind) {
    const auto& list = measuresOf(kind);
    return list.size() >= 2 && list[0].id == "width_mm" && list[1].id == "height_mm";
}

/// A plank's free edge as it begins: a gentle curve to be dragged.
Ring gentleEdge(double width, double height) {
    Ring ring;
    const double swing[] = {0, -0.05, -0.02, -0.09, -0.04, -0.07, 0};
    for (int i = 0; i <= 6; ++i) ring.push_back({width * (i / 6.0 - 0.5), height * (0.5 + swing[i])});
    return ring;
}

/// A shape of another kind that is about as large.
Shape changedTo(ShapeKind kind, const Object& object, const Piece& piece) {
    const SizeMm size = object.spot() ? piece.size : sizeOf(object);
    Shape shape = shapeOf(kind);
    for (const Measure& each : measuresOf(kind)) {
        if (each.id == "width_mm") shape = withMeasure(shape, each.id, size.width);
        if (each.id == "height_mm") shape = withMeasure(shape, each.id, size.height);
        if (each.id == "diameter_mm" || each.id == "across_flats_mm")
            shape = withMeasure(shape, each.id, std::min(size.width, size.height));
        if (each.id == "rise_mm") shape = withMeasure(shape, each.id, size.width / 2);
        if (each.id == "opening_width_mm") shape = withMeasure(shape, each.id, size.width * 0.85);
        if (each.id == "opening_height_mm") shape = withMeasure(shape, each.id, size.height * 0.85);
    }
    if (kind == ShapeKind::plank) shape.outline = {{gentleEdge(size.width, size.height)}};
    if (kind == ShapeKind::drawn)
        shape.outline = object.spot()
                            ? rectangleOutline({-size.width / 2, -size.height / 2, size.width, size.height})
                            : simplified(outlineOf(object.shape), 0.3);
    return shape;
}

}  // namespace

WhatPanel::WhatPanel(JobStore& store, RenderService& service) : ObjectPanel(store), service_(service) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(20);

    auto* about = column();
    auto* named = new QHBoxLayout;
    named->setSpacing(6);
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("object-name"));
    name_->setAccessibleName(tr("What the picture goes on"));
    name_->setPlaceholderText(tr("what is it going on?"));
    keepWide(name_, 132);
    ground_ = new ColourButton(QStringLiteral("object-ground"), tr("Colour of the object"));
    named->addWidget(name_);
    named->addWidget(ground_);
    named->addStretch(1);
    about->addLayout(named);
    material_ = new QComboBox;
    material_->setObjectName(QStringLiteral("object-material"));
    material_->setAccessibleName(tr("What the object is made of"));
    for (const Material& material : shippedMaterials())
        material_->addItem(text(material.name), QString::fromStdString(material.id));
    fixWidth(material_, 190);
    about->addWidget(material_);
    QPushButton* compare =
        linkButton(QStringLiteral("compare-grounds"), tr("compare colours beside each other"));
    about->addWidget(compare, 0, Qt::AlignLeft);
    side_ = linkButton(QStringLiteral("object-side"), QString());
    about->addWidget(side_, 0, Qt::AlignLeft);
    about->addStretch(1);
    outer->addLayout(about);

    auto* kind = column();
    shape_ = new QComboBox;
    shape_->setObjectName(QStringLiteral("object-shape"));
    shape_->setAccessibleName(tr("Shape of the object"));
    for (ShapeKind each : shapeKinds()) shape_->addItem(shapeName(each), static_cast<int>(each));
    fixWidth(shape_, 196);
    shape_->setMaxVisibleItems(20);
    kind->addWidget(shape_);
    sizes_ = new QToolButton;
    sizes_->setObjectName(QStringLiteral("common-sizes"));
    sizes_->setText(tr("common sizes"));
    sizes_->setAccessibleName(tr("Common canvas and board sizes"));
    sizes_->setPopupMode(QToolButton::InstantPopup);
    auto* menu = new QMenu(sizes_);
    for (Unit unit : {Unit::mm, Unit::in}) {
        QMenu* part = menu->addMenu(unit == Unit::mm ? tr("in millimetres") : tr("in inches"));
        for (const CommonSize& common : shippedCommonSizes())
            if (common.unit == unit)
                part->addAction(sizeText(common.size, unit), this, [this, size = common.size] {
                    editObject(tr("change the object's size"), [&](Object& object) {
                        object.shape = withMeasure(withMeasure(object.shape, "width_mm", size.width),
                                                   "height_mm", size.height);
                    });
                });
    }
    sizes_->setMenu(menu);
    kind->addWidget(sizes_, 0, Qt::AlignLeft);
    QPushButton* from_file = linkButton(QStringLiteral("outline-from-file"), tr("outline from an SVG file…"));
    file_ = from_file;
    kind->addWidget(from_file, 0, Qt::AlignLeft);
    kind->addStretch(1);
    outer->addLayout(kind);

    auto* measures = column();
    measures_ = fieldGrid();
    measures->addLayout(measures_);
    measures->addStretch(1);
    outer->addLayout(measures);
    outer->addStretch(1);

    connect(name_, &QLineEdit::editingFinished, this, [this] {
        editObject(tr("name the object"), [&](Object& object) { object.name = nameOfObject(name_->text()); });
    });
    connect(ground_, &ColourButton::picked, this, [this](const Rgb8& colour) {
        editObject(tr("change the object's colour"), [&](Object& object) { object.ground = colour; });
    });
    connect(material_, &QComboBox::activated, this, [this] {
        const Material& material =
            findMaterial(shippedMaterials(), material_->currentData().toString().toStdString());
        editObject(tr("change the material"), [&](Object& object) {
            object.material = material;
            object.ground = material.ground;
        });
    });
    connect(shape_, &QComboBox::activated, this,
            [this] { setShape(static_cast<ShapeKind>(shape_->currentData().toInt())); });
    connect(from_file, &QPushButton::clicked, this, &WhatPanel::readOutline);
    connect(side_, &QPushButton::clicked, this, [this] { askFace(this, store_); });
    connect(compare, &QPushButton::clicked, this, [this] {
        if (const Piece* piece = store_.piece())
            if (const auto colour = compareGrounds(this, store_.job(), *piece))
                editObject(tr("change the object's colour"),
                           [&](Object& object) { object.ground = *colour; });
    });
}

void WhatPanel::setShape(ShapeKind kind) {
    const Piece* piece = store_.piece();
    if (!piece || objectOf(store_.job(), *piece).shape.kind == kind) return;
    const Shape shape = changedTo(kind, objectOf(store_.job(), *piece), *piece);
    editObject(tr("change the object's shape"), [&](Object& object) { object.shape = shape; });
}

void WhatPanel::setMeasure(std::string_view id, double value) {
    editObject(tr("change the object's size"), [&](Object& object) {
        if (id == across_corners)
            object.shape = withMeasure(object.shape, "across_flats_mm",
                                       acrossFlats(static_cast<int>(measure(object.shape, "sides")), value));
        else
            object.shape = withMeasure(object.shape, id, value);
    });
}

void WhatPanel::showMeasures(const Object& object) {
    std::vector<Measure> list = measuresOf(object.shape.kind);
    if (object.shape.kind == ShapeKind::polygon) list.push_back({across_corners, 1, 40000, 0});
    if (shown_ != object.shape.kind) {
        shown_ = object.shape.kind;
        while (QLayoutItem* item = measures_->takeAt(0)) {
            if (item->widget()) item->widget()->hide(), item->widget()->deleteLater();
            delete item;
        }
        const auto addMeasure = [&](int at, const QString& words, QWidget* edit) {
            measures_->addWidget(new QLabel(words), at % field_rows, 2 * (at / field_rows));
            measures_->addWidget(edit, at % field_rows, 2 * (at / field_rows) + 1);
        };
        for (int i = 0; i < static_cast<int>(list.size()); ++i) {
            const Measure& each = list[static_cast<std::size_t>(i)];
            const QString words = each.id == across_corners ? tr("across corners") : measureName(each.id);
            const QString name = fieldName(each);
            QWidget* field = nullptr;
            if (each.length) {
                auto* edit = new LengthEdit(name, words);
                if (each.least <= 0) edit->allowZero();
                connect(edit, &LengthEdit::typed, this,
                        [this, own = each.id](double mm) { setMeasure(own, mm); });
                field = edit;
            } else {
                auto* count = new QSpinBox;
                count->setObjectName(name);
                count->setAccessibleName(words);
                count->setRange(static_cast<int>(each.least), static_cast<int>(each.most));
                keepWide(count, 90);
                connect(count, &QSpinBox::valueChanged, this,
                        [this, own = each.id](int v) { setMeasure(own, v); });
                field = count;
            }
            addMeasure(i, words, field);
        }
        if (hasEdges(object)) {
            auto* edit = new LengthEdit(thickness_name, tr("Thickness of the object"));
            edit->allowZero();
            edit->setToolTip(
                tr("How thick it is, for what goes on its edges: varnish, stain. May stay empty."));
            connect(edit, &LengthEdit::typed, this, [this](double mm) {
                editObject(tr("change the object's thickness"), [&](Object& changed) {
                    changed.thickness_mm = std::clamp(mm, 0.0, most_thickness_mm);
                });
            });
            addMeasure(static_cast<int>(list.size()), tr("thick"), edit);
        }
        if (object.shape.kind == ShapeKind::drawn || object.shape.kind == ShapeKind::plank) {
            auto* hint =
                quietLabel(tr("Drag the corners on the right. Double-click an edge for one more; Delete "
                              "takes the chosen one off."));
            keepWide(hint, 230);
            measures_->addWidget(hint, field_rows, 0, 1, 4);
            QPushButton* type = linkButton(QStringLiteral("type-corners"), tr("type the corners…"));
            connect(type, &QPushButton::clicked, this, &WhatPanel::typeCorners);
            measures_->addWidget(type, field_rows + 1, 0, 1, 4, Qt::AlignLeft);
        }
        if (object.spot()) {
            auto* hint =
                quietLabel(tr("A garment, an arm, a page: no outline is needed. Say how big the picture is, "
                              "and how far from what."));
            keepWide(hint, 230);
            measures_->addWidget(hint, 0, 0);
        }
    }
    const Unit unit = store_.job().unit;
    for (LengthEdit* edit : findChildren<LengthEdit*>()) {
        if (edit->objectName() == thickness_name) {
            if (object.thickness_mm > 0)
                edit->show(object.thickness_mm, unit);
            else
                edit->showNothing(unit);
            continue;
        }
        // Fields of the shape before are still there until the event loop takes them.
        const auto found = std::find_if(list.begin(), list.end(), [&](const Measure& each) {
            return fieldName(each) == edit->objectName();
        });
        if (found == list.end()) continue;
        edit->show(found->id == across_corners
                       ? acrossCorners(static_cast<int>(measure(object.shape, "sides")),
                                       measure(object.shape, "across_flats_mm"))
                       : measure(object.shape, found->id),
                   unit);
    }
    if (auto* sides = findChild<QSpinBox*>(QStringLiteral("object-sides"));
        sides && object.shape.kind == ShapeKind::polygon) {
        const QSignalBlocker quiet(sides);
        sides->setValue(static_cast<int>(measure(object.shape, "sides")));
    }
}

void WhatPanel::refresh(const Piece&, const Object& object) {
    if (!name_->hasFocus()) name_->setText(QString::fromStdString(object.name));
    ground_->show(object.ground);
    side_->setText(faceText(store_.job(), object));
    material_->setCurrentIndex(std::max(0, material_->findData(QString::fromStdString(object.material.id))));
    shape_->setCurrentIndex(shape_->findData(static_cast<int>(object.shape.kind)));
    sizes_->setVisible(hasWidthAndHeight(object.shape.kind));
    showMeasures(object);
}

void WhatPanel::typeCorners() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const Shape shape = objectOf(store_.job(), *piece).shape;
    if (shape.outline.empty()) return;
    const Ring& ring = shape.outline.rings.front();
    if (ring.size() > most_typed_corners) {
        emit said(tr("This outline has %1 corners: too many to type.").arg(ring.size()), false);
        return;
    }
    const RectMm box = bounds(outlineOf(shape));
    CornerTable table(this, ring, {box.x, box.y}, shape.kind == ShapeKind::drawn, store_.job().unit);
    if (table.exec() != QDialog::Accepted) return;
    editObject(tr("type the corners"), [&](Object& object) {
        Outline& outline = object.shape.outline;
        outline.rings.front() = table.ring();
        // A hole that the new edge runs through becomes a notch.
        if (shape.kind == ShapeKind::drawn && !isTidy(outline)) outline = tidied(outline.rings);
    });
    store_.endRun();
}

void WhatPanel::readOutline() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("An outline in millimetres"), {}, tr("SVG (*.svg)"));
    if (file.isEmpty() || !store_.piece()) return;
    emit said(tr("Reading the outline…"), true);
    service_.request(
        QStringLiteral("outline"),
        [this, file, piece = store_.piece()->id](const std::stop_token& stop) -> RenderService::Finish {
            try {
                const SvgOutline read = readOutlineFile(file.toStdString(), {stop, {}});
                return [this, piece, read] { takeOutline(piece, read); };
            } catch (const Error& error) {
                if (error.kind() == Error::Kind::stopped) throw;
                return [this, wrong = text(error.words())] { emit said(wrong, false); };
            }
        },
        Lane::background);
}

/// The piece may have been taken off the line meanwhile, or another one been chosen.
void WhatPanel::takeOutline(int piece, const SvgOutline& read) {
    const Piece* of = findPiece(store_.job(), piece);
    if (!of) return;
    Object object = objectOf(store_.job(), *of);
    object.shape = shapeOf(ShapeKind::drawn);
    object.shape.outline = read.outline;
    std::erase_if(object.zones, [](const Zone& zone) { return zone.kind == ZoneKind::keep_out; });
    for (const Outline& outline : read.keep_outs) {
        const PointMm at = middle(bounds(outline));
        Zone zone{ZoneKind::keep_out, tr("keep-out").toStdString(), shapeOf(ShapeKind::drawn), at, {}};
        zone.shape.outline = moved(outline, {-at.x, -at.y});
        object.zones.push_back(std::move(zone));
    }
    store_.edit(tr("take an outline from a file"),
                [&](Job job) { return withObject(std::move(job), piece, object); });
    QStringList left;
    for (const Text& each : read.left_out) left << text(each);
    emit said(left.isEmpty() ? tr("The outline is taken over.")
                             : tr("Taken over without: %1").arg(left.join(QStringLiteral("; "))),
              left.isEmpty());
}

}  // namespace tympan::app
