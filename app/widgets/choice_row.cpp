#include "app/widgets/choice_row.h"

#include <QBoxLayout>
#include <QPushButton>

namespace tympan::app {

ChoiceRow::ChoiceRow(const QString& name, const QString& accessible, Qt::Orientation orientation,
                     QWidget* parent)
    : QWidget(parent), group_(new QButtonGroup(this)) {
    setObjectName(name);
    setAccessibleName(accessible);
    auto* layout = new QBoxLayout(
        orientation == Qt::Horizontal ? QBoxLayout::LeftToRight : QBoxLayout::TopToBottom, this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    connect(group_, &QButtonGroup::idClicked, this, [this](int index) { emit picked(ids_[index]); });
}

void ChoiceRow::add(const QString& id, const QString& label, const QString& tooltip) {
    auto* button = new QPushButton(label, this);
    button->setObjectName(objectName() + QLatin1Char('-') + id);
    button->setAccessibleName(label);
    button->setToolTip(tooltip);
    button->setCheckable(true);
    group_->addButton(button, static_cast<int>(ids_.size()));
    ids_ << id;
    layout()->addWidget(button);
}

void ChoiceRow::choose(const QString& id) {
    const auto index = static_cast<int>(ids_.indexOf(id));
    if (QAbstractButton* button = group_->button(index)) button->setChecked(true);
}

QString ChoiceRow::chosen() const { return group_->checkedId() < 0 ? QString() : ids_[group_->checkedId()]; }

}  // namespace tympan::app
