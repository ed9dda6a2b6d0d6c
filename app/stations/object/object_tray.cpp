#include "app/stations/object/object_tray.h"

#include <QCheckBox>
#include <QLineEdit>

#include "app/shell/job_store.h"
#include "app/shell/words.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/colour_button.h"
#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "core/job/edits.h"
#include "core/method/catalogue.h"

namespace tympan::app {

namespace {

QWidget* pair(QWidget* a, QWidget* b) {
    auto* both = new QWidget;
    auto* layout = new QHBoxLayout(both);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    layout->addWidget(a);
    layout->addWidget(new QLabel(QStringLiteral("×")));
    layout->addWidget(b);
    return both;
}

}  // namespace

ObjectTray::ObjectTray(JobStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("object-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(16);

    auto* object = column();
    object->addWidget(titleLabel(tr("Object")));
    auto* named = new QWidget;
    auto* named_layout = new QHBoxLayout(named);
    named_layout->setContentsMargins(0, 0, 0, 0);
    named_layout->setSpacing(6);
    name_ = new QLineEdit;
    name_->setObjectName(QStringLiteral("object-name"));
    name_->setAccessibleName(tr("What the picture goes on"));
    name_->setPlaceholderText(tr("what is it going on?"));
    name_->setFixedWidth(142);
    ground_ = new ColourButton(QStringLiteral("object-ground"), tr("Colour of the object"));
    named_layout->addWidget(name_);
    named_layout->addWidget(ground_);
    object->addWidget(named);
    object_width_ = new LengthEdit(QStringLiteral("object-width"), tr("Width of the object"));
    object_height_ = new LengthEdit(QStringLiteral("object-height"), tr("Height of the object"));
    object->addWidget(pair(object_width_, object_height_), 0, Qt::AlignLeft);
    spot_ = new QCheckBox(tr("a spot on something bigger"));
    spot_->setObjectName(QStringLiteral("object-spot"));
    object->addWidget(spot_);
    object->addStretch(1);
    outer->addLayout(object);

    auto* size = column();
    size->addWidget(strongLabel(tr("Size of the picture")));
    width_ = new LengthEdit(QStringLiteral("picture-width"), tr("Width of the picture"));
    height_ = new LengthEdit(QStringLiteral("picture-height"), tr("Height of the picture"));
    size->addWidget(pair(width_, height_), 0, Qt::AlignLeft);
    keep_shape_ = new QCheckBox(tr("keep its shape"));
    keep_shape_->setObjectName(QStringLiteral("keep-shape"));
    keep_shape_->setChecked(true);
    keep_shape_->setToolTip(tr("Off: another shape leaves out a part of the picture at its edges."));
    size->addWidget(keep_shape_);
    auto* fit = linkButton(QStringLiteral("fit-object"), tr("as large as the object"));
    size->addWidget(fit, 0, Qt::AlignLeft);
    size->addStretch(1);
    outer->addLayout(size);

    auto* method = column();
    method->addWidget(strongLabel(tr("How it gets there")));
    methods_ = new ChoiceRow(QStringLiteral("method"), tr("How it gets there"), Qt::Vertical);
    for (const Method& each : shippedMethods())
        methods_->add(QString::fromStdString(each.id), methodName(each), text(each.summary));
    method->addWidget(methods_);
    method->addStretch(1);
    outer->addLayout(method);
    about_method_ = quietLabel({});
    about_method_->setObjectName(QStringLiteral("about-method"));
    outer->addWidget(spareColumn({about_method_}), 100);
    outer->addStretch(1);

    connect(name_, &QLineEdit::editingFinished, this, [this] { setObject(tr("name the object")); });
    connect(ground_, &ColourButton::picked, this, [this] { setObject(tr("change the object's colour")); });
    connect(spot_, &QCheckBox::toggled, this, [this] { setObject(tr("change the object")); });
    connect(object_width_, &LengthEdit::typed, this, [this] { setObject(tr("change the object's size")); });
    connect(object_height_, &LengthEdit::typed, this, [this] { setObject(tr("change the object's size")); });
    connect(width_, &LengthEdit::typed, this, [this](double mm) { setSize(true, mm); });
    connect(height_, &LengthEdit::typed, this, [this](double mm) { setSize(false, mm); });
    connect(fit, &QPushButton::clicked, this, [this] {
        const Piece* piece = store_.piece();
        if (!piece) return;
        const Object& object_under = objectOf(store_.job(), *piece);
        if (!object_under.size) return;
        store_.edit(tr("change the size"),
                    [&, id = piece->id, to = fitted(*piece->artwork, *object_under.size)](Job job) {
                        return withSize(std::move(job), id, to);
                    });
    });
    connect(methods_, &ChoiceRow::picked, this, [this](const QString& id) {
        if (const Piece* piece = store_.piece())
            store_.edit(tr("change how it gets there"), [&, at = piece->id](Job job) {
                return withMethod(std::move(job), at, findMethod(shippedMethods(), id.toStdString()));
            });
    });
    connect(&store_, &JobStore::changed, this, &ObjectTray::refresh);
    refresh();
}

void ObjectTray::setObject(const QString& what) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    Object object = objectOf(store_.job(), *piece);
    object.name = name_->text().trimmed().toStdString();
    object.ground = ground_->colour();
    if (spot_->isChecked()) {
        object.size.reset();
    } else {
        // An object that gets an outline begins as large as the picture on it.
        object.size = SizeMm{object_width_->blank() ? piece->size.width : object_width_->value(),
                             object_height_->blank() ? piece->size.height : object_height_->value()};
    }
    store_.edit(
        what, [&, id = piece->id](Job job) { return withObject(std::move(job), id, object); },
        QStringLiteral("object %1").arg(piece->id) + what);
}

void ObjectTray::setSize(bool width, double mm) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const Shape shape = keep_shape_->isChecked() ? Shape::keep : Shape::change;
    store_.edit(
        tr("change the size"),
        [&, id = piece->id](Job job) {
            return width ? withWidth(std::move(job), id, mm, shape)
                         : withHeight(std::move(job), id, mm, shape);
        },
        QStringLiteral("size %1").arg(piece->id));
}

void ObjectTray::refresh() {
    const Piece* piece = store_.piece();
    setEnabled(piece);
    if (!piece) return;
    const Object& object = objectOf(store_.job(), *piece);
    const Unit unit = store_.job().unit;
    const QSignalBlocker quiet(spot_);
    if (!name_->hasFocus()) name_->setText(QString::fromStdString(object.name));
    ground_->show(object.ground);
    spot_->setChecked(!object.size);
    object_width_->setEnabled(object.size.has_value());
    object_height_->setEnabled(object.size.has_value());
    findChild<QPushButton*>(QStringLiteral("fit-object"))->setEnabled(object.size.has_value());
    if (object.size) {
        object_width_->show(object.size->width, unit);
        object_height_->show(object.size->height, unit);
    } else {
        object_width_->showNothing(unit);
        object_height_->showNothing(unit);
    }
    width_->show(piece->size.width, unit);
    height_->show(piece->size.height, unit);
    methods_->choose(QString::fromStdString(piece->method.id));
    about_method_->setText(text(piece->method.summary) + QLatin1Char(' ') +
                           tr("For %1.").arg(printersText(piece->method)));
}

}  // namespace tympan::app
