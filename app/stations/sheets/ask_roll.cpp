#include "app/stations/sheets/ask_roll.h"

#include <QCoreApplication>
#include <QDialog>
#include <QPushButton>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/seams/roll_paper.h"

namespace tympan::app {

namespace {
constexpr double first_mm = 610;  // a roll of 24 inches, until another is typed
struct RollText {
    Q_DECLARE_TR_FUNCTIONS(Roll)
};
}  // namespace

std::optional<Paper> askRoll(QWidget* parent, Job job) {
    QDialog dialog(parent);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("roll"), RollText::tr("Paper from a roll"));
    outer->addWidget(quietLabel(
        RollText::tr("Paper from a roll is cut to any length: as long as it must be for the fewest sheets, "
                     "and no longer.")));
    auto* form = rows();
    auto* width = new LengthEdit(QStringLiteral("roll-width"), RollText::tr("Width of the roll"));
    width->show(first_mm, job.unit);
    form->addRow(RollText::tr("The roll is wide"), width);
    outer->addLayout(form);
    auto* said = quietLabel({});
    said->setObjectName(QStringLiteral("roll-length"));
    outer->addWidget(said);
    takeOrLeave(dialog, QStringLiteral("roll-take"), RollText::tr("Cut it so"));
    auto* take = dialog.findChild<QPushButton*>(QStringLiteral("roll-take"));
    std::optional<double> length;
    const auto look = [&] {
        length = lengthFromRoll(job, width->value());
        said->setText(length ? RollText::tr("Sheets of %1 × %2.")
                                   .arg(lengthText(width->value(), job.unit), lengthText(*length, job.unit))
                             : RollText::tr("So narrow a roll leaves no room for the picture."));
        take->setEnabled(length.has_value());
    };
    QObject::connect(width, &LengthEdit::typed, &dialog, look);
    look();
    if (dialog.exec() != QDialog::Accepted || !length) return {};
    Paper paper = paperNamed(std::to_string(width->value()) + "x" + std::to_string(*length));
    paper.id = "custom";
    return paper;
}

}  // namespace tympan::app
