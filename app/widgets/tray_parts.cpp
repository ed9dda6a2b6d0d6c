#include "app/widgets/tray_parts.h"

#include <QAbstractButton>
#include <QAction>
#include <QComboBox>
#include <QCoreApplication>
#include <QProgressBar>

#include "app/look/theme.h"
#include "app/widgets/choice_row.h"

namespace tympan::app {

QLabel* titleLabel(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(textFont(TextSize::title, true));
    return label;
}

QLabel* quietLabel(const QString& text) {
    auto* label = new QLabel(text);
    label->setProperty("quiet", true);
    label->setFont(textFont(TextSize::small));
    label->setWordWrap(true);
    return label;
}

QLabel* strongLabel(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(textFont(TextSize::normal, true));
    return label;
}

QPushButton* pushButton(const QString& name, const QString& text) {
    auto* button = new QPushButton(text);
    button->setObjectName(name);
    button->setAccessibleName(text);
    return button;
}

QPushButton* actionButton(QAction& action) {
    auto* button = pushButton(action.objectName() + QStringLiteral("-button"), action.iconText());
    button->setAccessibleName(action.text());
    button->setToolTip(action.toolTip());
    QObject::connect(button, &QPushButton::clicked, &action, &QAction::trigger);
    QObject::connect(&action, &QAction::changed, button,
                     [button, &action] { button->setEnabled(action.isEnabled()); });
    button->setEnabled(action.isEnabled());
    return button;
}

QPushButton* linkButton(const QString& name, const QString& text) {
    QPushButton* button = pushButton(name, text);
    button->setProperty("link", true);
    button->setCursor(Qt::PointingHandCursor);
    return button;
}

QWidget* spareColumn(const QList<QLabel*>& labels) {
    auto* spare = new QWidget;
    spare->setProperty("spare", true);
    QVBoxLayout* layout = column();
    for (QLabel* label : labels) layout->addWidget(label);
    layout->addStretch(1);
    spare->setLayout(layout);
    return spare;
}

QVBoxLayout* column() {
    auto* layout = new QVBoxLayout;
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    return layout;
}

QVBoxLayout* askingDialog(QDialog& dialog, const QString& name, const QString& title) {
    dialog.setObjectName(name);
    dialog.setWindowTitle(title);
    auto* layout = new QVBoxLayout(&dialog);
    layout->setContentsMargins(20, 16, 20, 16);
    layout->setSpacing(12);
    return layout;
}

QPushButton* takeOrLeave(QDialog& dialog, const QString& name, const QString& take) {
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(12);
    buttons->addStretch(1);
    QPushButton* leaving =
        pushButton(name + QStringLiteral("-not-now"), QCoreApplication::translate("Asking", "Not now"));
    QPushButton* taking = pushButton(name, take);
    for (QPushButton* button : {leaving, taking}) {
        // Return ends what is being typed; it does not answer the dialog.
        button->setAutoDefault(false);
        buttons->addWidget(button);
    }
    static_cast<QBoxLayout*>(dialog.layout())->addLayout(buttons);
    QObject::connect(taking, &QPushButton::clicked, &dialog, &QDialog::accept);
    QObject::connect(leaving, &QPushButton::clicked, &dialog, &QDialog::reject);
    return taking;
}

QGridLayout* fieldGrid() {
    auto* grid = new QGridLayout;
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(8);
    return grid;
}

QFormLayout* rows() {
    auto* layout = new QFormLayout;
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setHorizontalSpacing(16);
    layout->setVerticalSpacing(8);
    layout->setLabelAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    layout->setFieldGrowthPolicy(QFormLayout::FieldsStayAtSizeHint);
    return layout;
}

QProgressBar* searchLine(const QString& name) {
    auto* line = new QProgressBar;
    line->setObjectName(name);
    line->setAccessibleName(QObject::tr("How long the search has looked"));
    line->setTextVisible(false);
    line->setFixedHeight(4);
    line->setRange(0, 1000);
    QSizePolicy keeps_its_room = line->sizePolicy();
    keeps_its_room.setRetainSizeWhenHidden(true);
    line->setSizePolicy(keeps_its_room);
    return line;
}

void keepWide(QWidget* widget, int px) {
    const auto* label = qobject_cast<QLabel*>(widget);
    const bool holds_others = widget->layout() != nullptr;
    const bool has_words = (label && !label->wordWrap()) || qobject_cast<QAbstractButton*>(widget) ||
                           qobject_cast<ChoiceRow*>(widget) || qobject_cast<QComboBox*>(widget) ||
                           holds_others;
    if (!has_words) return widget->setFixedWidth(px);
    widget->setMinimumWidth(px);
    QSizePolicy policy = widget->sizePolicy();
    policy.setHorizontalPolicy(QSizePolicy::Fixed);  // its words, or that, whichever is wider
    widget->setSizePolicy(policy);
}

QComboBox* choiceBox(const QString& name, const QString& accessible, int width) {
    auto* box = new QComboBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    keepWide(box, width);
    return box;
}

}  // namespace tympan::app
