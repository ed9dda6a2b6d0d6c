#include "app/stations/object/zones_panel.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QListWidget>

#include "app/canvas/hand_placement.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/job/landing.h"

namespace tympan::app {

namespace {

/// What a place on an object may look like; any other outline comes from a file.
const Rgb8 knot_brown{128, 88, 52};
constexpr ShapeKind forms[] = {ShapeKind::oval,    ShapeKind::rectangle, ShapeKind::rounded_rectangle,
                               ShapeKind::polygon, ShapeKind::triangle,  ShapeKind::heart,
                               ShapeKind::crescent};

/// A circle is an oval whose sides are typed alike; of the regular ones only the hexagon is offered.
ShapeKind formOf(const Shape& shape) {
    if (shape.kind == ShapeKind::polygon && measure(shape, "sides") != 6) return ShapeKind::drawn;
    return shape.kind == ShapeKind::circle ? ShapeKind::oval : shape.kind;
}

/// In a word: the list is narrow.
QString formName(ShapeKind kind) {
    switch (kind) {
        case ShapeKind::oval:
            return ZonesPanel::tr("round");
        case ShapeKind::rectangle:
            return ZonesPanel::tr("square");
        case ShapeKind::rounded_rectangle:
            return ZonesPanel::tr("rounded");
        case ShapeKind::polygon:
            return ZonesPanel::tr("hexagon");
        default:
            return shapeName(kind);
    }
}

Shape formed(ShapeKind kind, const SizeMm& size) { return resized(shapeOf(kind), size); }

/// The same form at another size.
Shape formed(const Shape& shape, const SizeMm& size) {
    return shape.kind == ShapeKind::circle ? formed(ShapeKind::oval, size) : resized(shape, size);
}

SizeMm boxOf(const Shape& shape) {
    const RectMm box = bounds(outlineOf(shape));
    return {box.width, box.height};
}

QString kindText(ZoneKind kind) {
    switch (kind) {
        case ZoneKind::hole:
            return ZonesPanel::tr("hole");
        case ZoneKind::keep_out:
            return ZonesPanel::tr("keep out");
        case ZoneKind::painted:
            return ZonesPanel::tr("painted");
        case ZoneKind::under:
            return ZonesPanel::tr("under");
    }
    return {};
}

}  // namespace

ZonesPanel::ZonesPanel(JobStore& store, HandPlacement& hand) : ObjectPanel(store), hand_(hand) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(14);

    auto* adding = column();
    adding->setSpacing(6);
    const auto adder = [&](const char* name, const QString& words, const QString& tip,
                           const std::function<void()>& work) {
        QPushButton* button = pushButton(QLatin1String(name), words);
        button->setToolTip(tip);
        keepWide(button, 146);
        connect(button, &QPushButton::clicked, this, work);
        adding->addWidget(button);
    };
    adder("add-hole", tr("Add a hole"), tr("Nothing is there: a hanging hole, a slot."),
          [this] { add(ZoneKind::hole); });
    adder("add-keep-out", tr("Add a knot, a hinge"), tr("The picture stays clear of it."),
          [this] { add(ZoneKind::keep_out); });
    adder("add-painted", tr("Add a painted patch"), tr("Another ground under the picture."),
          [this] { add(ZoneKind::painted); });
    adder("add-care", tr("Keep a part whole"),
          tr("A face or lettering in the picture: edges and joins between sheets stay away from it."),
          [this] { addCare(); });
    adding->addStretch(1);
    outer->addLayout(adding);

    list_ = new QListWidget;
    list_->setObjectName(QStringLiteral("zones"));
    list_->setAccessibleName(tr("Places on the object"));
    list_->setFixedSize(146, 152);
    auto* listed = column();
    listed->addWidget(list_);
    listed->addStretch(1);
    outer->addLayout(listed);

    fields_ = new QWidget;
    QGridLayout* grid = fieldGrid();
    fields_->setLayout(grid);
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("zone-name"));
    name_->setAccessibleName(tr("What it is called"));
    keepWide(name_, 120);
    form_ = new QComboBox;
    form_->setObjectName(QStringLiteral("zone-form"));
    form_->setAccessibleName(tr("Shape of the place"));
    for (ShapeKind kind : forms) form_->addItem(formName(kind), static_cast<int>(kind));
    form_->setPlaceholderText(tr("outline"));
    form_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    keepWide(form_, 100);
    form_->view()->setMinimumWidth(form_->view()->sizeHintForColumn(0) + 32);
    colour_ = new ColourButton(QStringLiteral("zone-colour"), tr("Colour of the patch or knot"));
    under_ = new QCheckBox(tr("the picture may lie over it"));
    under_->setObjectName(QStringLiteral("zone-under"));
    under_->setToolTip(
        tr("A knot, a crack or grain that the picture may hide. \u201cPosition\u201d can then find a place "
           "where "
           "it is hardly seen."));
    width_ = new LengthEdit(QStringLiteral("zone-width"), tr("Width of the place"));
    height_ = new LengthEdit(QStringLiteral("zone-height"), tr("Height of the place"));
    x_ = new LengthEdit(QStringLiteral("zone-x"), tr("From the left edge to its middle"));
    y_ = new LengthEdit(QStringLiteral("zone-y"), tr("From the upper edge to its middle"));
    x_->allowZero();
    y_->allowZero();
    grid->addWidget(new QLabel(tr("called")), 0, 0);
    grid->addWidget(name_, 0, 1, 1, 2);
    grid->addWidget(colour_, 0, 3);
    grid->addWidget(new QLabel(tr("size")), 1, 0);
    grid->addWidget(width_, 1, 1);
    grid->addWidget(height_, 1, 2);
    grid->addWidget(form_, 1, 3);
    grid->addWidget(new QLabel(tr("middle")), 2, 0);
    grid->addWidget(x_, 2, 1);
    grid->addWidget(y_, 2, 2);
    auto* from = quietLabel(tr("from the left and upper edge"));
    from->setWordWrap(false);
    grid->addWidget(from, 3, 1, 1, 2);
    QPushButton* gone = linkButton(QStringLiteral("remove-zone"), tr("take it off"));
    grid->addWidget(gone, 3, 3, Qt::AlignLeft);
    grid->addWidget(under_, 4, 0, 1, 4, Qt::AlignLeft);
    auto* column_of_fields = column();
    column_of_fields->addWidget(fields_);
    column_of_fields->addStretch(1);
    outer->addLayout(column_of_fields);
    outer->addStretch(1);

    connect(list_, &QListWidget::currentRowChanged, this, [this](int row) {
        if (showing_ || !store_.piece()) return;
        const auto zones = static_cast<int>(objectOf(store_.job(), *store_.piece()).zones.size());
        hand_.chooseZone(row < zones ? row : -1);
        showChosen(*store_.piece(), objectOf(store_.job(), *store_.piece()));
    });
    connect(&hand_, &HandPlacement::chosen, this, [this] {
        if (hand_.zone() >= 0 && hand_.zone() < list_->count()) list_->setCurrentRow(hand_.zone());
    });
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const std::string name = name_->text().trimmed().toStdString();
        editZone(tr("name a place"), [&](Zone& zone) { zone.name = name; });
        editCare(tr("name a part"), [&](CareZone& zone, RectMm&) { zone.name = name; });
    });
    connect(form_, &QComboBox::activated, this, [this] {
        const auto kind = static_cast<ShapeKind>(form_->currentData().toInt());
        editZone(tr("change a place"), [&](Zone& zone) {
            if (kind != formOf(zone.shape)) zone.shape = formed(kind, boxOf(zone.shape));
        });
    });
    connect(under_, &QCheckBox::clicked, this, [this](bool under) {
        editZone(under ? tr("let the picture hide a knot") : tr("keep the picture off a knot"),
                 [&](Zone& zone) {
                     zone.kind = under ? ZoneKind::under : ZoneKind::keep_out;
                     if (under) zone.colour = knot_brown;
                 });
        store_.endRun();
    });
    connect(colour_, &ColourButton::picked, this, [this](const Rgb8& colour) {
        editZone(tr("change a patch's colour"), [&](Zone& zone) { zone.colour = colour; });
    });
    const auto resized = [this] {
        const SizeMm size{width_->value(), height_->value()};
        editZone(tr("change a place"), [&](Zone& zone) { zone.shape = formed(zone.shape, size); });
        editCare(tr("change a part"),
                 [&](CareZone&, RectMm& box) { box.width = size.width, box.height = size.height; });
    };
    const auto moved_to = [this] {
        editZone(tr("move a place"), [&](Zone& zone) {
            const RectMm box = frontOf(objectOf(store_.job(), *store_.piece()));
            zone.at = {box.x + x_->value(), box.y + y_->value()};
        });
        editCare(tr("move a part"), [&](CareZone&, RectMm& box) {
            // Measured to its middle, from the picture's top left corner.
            const SizeMm picture = store_.piece()->size;
            box.x = x_->value() - picture.width / 2 - box.width / 2;
            box.y = y_->value() - picture.height / 2 - box.height / 2;
        });
    };
    for (LengthEdit* edit : {width_, height_}) connect(edit, &LengthEdit::typed, this, resized);
    for (LengthEdit* edit : {x_, y_}) connect(edit, &LengthEdit::typed, this, moved_to);
    connect(gone, &QPushButton::clicked, this, &ZonesPanel::remove);
}

int ZonesPanel::chosen() const { return list_->currentRow(); }

void ZonesPanel::add(ZoneKind kind) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const Object& object = objectOf(store_.job(), *piece);
    const RectMm box = frontOf(object);
    const double side = std::max(2.0, 0.12 * std::min(box.width, box.height));
    Zone zone{kind, {}, {}, middle(box), {}};
    // Where each is most often: a hole to hang it by is near the top.
    switch (kind) {
        case ZoneKind::hole:
            zone.name = tr("hanging hole").toStdString();
            zone.shape = formed(ShapeKind::oval, {std::min(side, 6.0), std::min(side, 6.0)});
            zone.at.y = box.y + std::max(8.0, 0.06 * box.height);
            break;
        case ZoneKind::under:
        case ZoneKind::keep_out:
            zone.name = tr("knot").toStdString();
            zone.shape = formed(ShapeKind::oval, {side, side});
            zone.at.x += 0.3 * box.width;
            break;
        case ZoneKind::painted:
            zone.name = tr("painted patch").toStdString();
            zone.shape = formed(ShapeKind::rectangle, {0.7 * box.width, 0.7 * box.height});
            break;
    }
    editObject(tr("add a place on the object"), [&](Object& changed) { changed.zones.push_back(zone); });
    store_.endRun();
    list_->setCurrentRow(static_cast<int>(object.zones.size()));
}

void ZonesPanel::addCare() {
    editPiece(tr("add a part to keep whole"), [](Job job, int id) {
        std::vector<CareZone> care = findPiece(job, id)->care;
        care.push_back({ZonesPanel::tr("face").toStdString(), {0.35, 0.25, 0.3, 0.3}});
        return withCare(std::move(job), id, std::move(care));
    });
    store_.endRun();
    list_->setCurrentRow(list_->count() - 1);
}

void ZonesPanel::editZone(const QString& what, const std::function<void(Zone&)>& change) {
    const auto at = static_cast<std::size_t>(chosen());
    editObject(what, [&](Object& object) {
        if (at < object.zones.size()) change(object.zones[at]);
    });
}

void ZonesPanel::editCare(const QString& what, const std::function<void(CareZone&, RectMm&)>& change) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const auto before = static_cast<int>(objectOf(store_.job(), *piece).zones.size());
    const int at = chosen() - before;
    if (at < 0 || at >= static_cast<int>(piece->care.size())) return;
    editPiece(what, [&](Job job, int id) {
        const Piece& marked = *findPiece(job, id);
        std::vector<CareZone> care = marked.care;
        CareZone& zone = care[static_cast<std::size_t>(at)];
        RectMm box = inPicture(marked, zone.parts);
        change(zone, box);
        const ArtworkParts parts = ofArtwork(marked, box);
        zone.parts.width = std::clamp(parts.width, 0.001, 1.0);
        zone.parts.height = std::clamp(parts.height, 0.001, 1.0);
        zone.parts.x = std::clamp(parts.x, 0.0, 1 - zone.parts.width);
        zone.parts.y = std::clamp(parts.y, 0.0, 1 - zone.parts.height);
        return withCare(std::move(job), id, std::move(care));
    });
}

void ZonesPanel::remove() {
    const Piece* piece = store_.piece();
    if (!piece || chosen() < 0) return;
    const auto at = static_cast<std::size_t>(chosen());
    const std::size_t zones = objectOf(store_.job(), *piece).zones.size();
    if (at < zones)
        editObject(tr("take a place off the object"), [&](Object& object) {
            object.zones.erase(object.zones.begin() + static_cast<std::ptrdiff_t>(at));
        });
    else
        editPiece(tr("take off a part to keep whole"), [&](Job job, int id) {
            std::vector<CareZone> care = findPiece(job, id)->care;
            if (at - zones < care.size()) care.erase(care.begin() + static_cast<std::ptrdiff_t>(at - zones));
            return withCare(std::move(job), id, std::move(care));
        });
    store_.endRun();
}

void ZonesPanel::showChosen(const Piece& piece, const Object& object) {
    const int at = chosen();
    const auto zones = static_cast<int>(object.zones.size());
    fields_->setEnabled(at >= 0);
    const Unit unit = store_.job().unit;
    if (at >= 0 && at < zones) {
        const Zone& zone = object.zones[static_cast<std::size_t>(at)];
        const SizeMm size = boxOf(zone.shape);
        const RectMm box = frontOf(object);
        if (!name_->hasFocus()) name_->setText(QString::fromStdString(zone.name));
        form_->setEnabled(true);
        form_->setCurrentIndex(form_->findData(static_cast<int>(formOf(zone.shape))));
        colour_->setEnabled(zone.kind == ZoneKind::painted || zone.kind == ZoneKind::under);
        colour_->show(zone.colour);
        under_->setEnabled(zone.kind == ZoneKind::keep_out || zone.kind == ZoneKind::under);
        under_->setChecked(zone.kind == ZoneKind::under);
        width_->show(size.width, unit);
        height_->show(size.height, unit);
        x_->show(zone.at.x - box.x, unit);
        y_->show(zone.at.y - box.y, unit);
    } else if (at >= zones && at < zones + static_cast<int>(piece.care.size())) {
        const CareZone& zone = piece.care[static_cast<std::size_t>(at - zones)];
        if (!name_->hasFocus()) name_->setText(QString::fromStdString(zone.name));
        form_->setEnabled(false);
        form_->setCurrentIndex(form_->findData(static_cast<int>(ShapeKind::rectangle)));
        colour_->setEnabled(false);
        under_->setEnabled(false);
        under_->setChecked(false);
        const RectMm box = inPicture(piece, zone.parts);
        width_->show(box.width, unit);
        height_->show(box.height, unit);
        x_->show(middle(box).x + piece.size.width / 2, unit);
        y_->show(middle(box).y + piece.size.height / 2, unit);
    } else {
        name_->clear();
        under_->setChecked(false);
        for (LengthEdit* edit : {width_, height_, x_, y_}) edit->showNothing(unit);
    }
}

void ZonesPanel::refresh(const Piece& piece, const Object& object) {
    showing_ = true;
    const int row = list_->currentRow();
    list_->clear();
    for (const Zone& zone : object.zones)
        list_->addItem(QStringLiteral("%1 · %2").arg(QString::fromStdString(zone.name), kindText(zone.kind)));
    for (const CareZone& zone : piece.care)
        list_->addItem(tr("%1 · keep whole").arg(QString::fromStdString(zone.name)));
    list_->setCurrentRow(std::clamp(row, list_->count() > 0 ? 0 : -1, list_->count() - 1));
    showing_ = false;
    showChosen(piece, object);
    const bool spot = object.spot();
    for (const char* name : {"add-hole", "add-keep-out", "add-painted"})
        findChild<QPushButton*>(QLatin1String(name))->setEnabled(!spot);
}

}  // namespace tympan::app
