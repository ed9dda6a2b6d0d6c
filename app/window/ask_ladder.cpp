#include "app/window/ask_ladder.h"

#include <QCoreApplication>
#include <QDialog>
#include <QPushButton>
#include <QSpinBox>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/documents/size_ladder.h"

namespace tympan::app {

namespace {
struct LadderText {
    Q_DECLARE_TR_FUNCTIONS(Ladder)
};
}  // namespace

std::optional<std::vector<double>> askLadder(QWidget* parent, double width_mm, Unit unit) {
    QDialog dialog(parent);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("ladder"), LadderText::tr("Size ladder"));
    outer->addWidget(quietLabel(
        LadderText::tr("One picture in several widths in a row, to hold against the object before you "
                       "choose. For looking, not for transfer.")));
    auto* form = rows();
    auto* smallest = new LengthEdit(QStringLiteral("ladder-smallest"), LadderText::tr("Smallest width"));
    auto* largest = new LengthEdit(QStringLiteral("ladder-largest"), LadderText::tr("Largest width"));
    auto* count = new QSpinBox;
    count->setObjectName(QStringLiteral("ladder-count"));
    count->setRange(2, 12);
    count->setValue(5);
    smallest->show(width_mm * 0.6, unit);
    largest->show(width_mm * 1.4, unit);
    form->addRow(LadderText::tr("Smallest"), smallest);
    form->addRow(LadderText::tr("Largest"), largest);
    form->addRow(LadderText::tr("How many"), count);
    outer->addLayout(form);
    auto* widths = quietLabel({});
    widths->setObjectName(QStringLiteral("ladder-widths"));
    outer->addWidget(widths);
    const auto now = [=] {
        return ladder(std::max(2.0, smallest->value()), std::max(2.0, largest->value()), count->value());
    };
    const auto say = [=] {
        QStringList list;
        for (double width : now()) list << lengthText(width, unit);
        widths->setText(list.join(QStringLiteral(" · ")));
    };
    QObject::connect(smallest, &LengthEdit::typed, &dialog, say);
    QObject::connect(largest, &LengthEdit::typed, &dialog, say);
    QObject::connect(count, &QSpinBox::valueChanged, &dialog, say);
    say();
    takeOrLeave(dialog, QStringLiteral("ladder-save"), LadderText::tr("Save it as PDF…"));
    if (dialog.exec() != QDialog::Accepted) return {};
    return now();
}

}  // namespace tympan::app
