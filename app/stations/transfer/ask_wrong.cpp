#include "app/stations/transfer/ask_wrong.h"

#include <QCheckBox>
#include <QLineEdit>

#include "app/widgets/tray_parts.h"
#include "app/words/work_words.h"

namespace tympan::app {

namespace {

struct WentWrongText {
    Q_DECLARE_TR_FUNCTIONS(WentWrong)
};

}  // namespace

std::optional<WentWrong> askWrong(QWidget* parent, Task task, WorkOrder order) {
    QDialog dialog(parent->window());
    dialog.setStyleSheet(
        QStringLiteral("QCheckBox, QPushButton, QLineEdit { font-size: 18px; min-height: 36px; }"));
    auto* outer =
        askingDialog(dialog, QStringLiteral("ask-wrong"), WentWrongText::tr("Something went wrong"));
    auto* words = new QLineEdit;
    words->setObjectName(QStringLiteral("wrong-words"));
    words->setAccessibleName(WentWrongText::tr("What went wrong"));
    words->setPlaceholderText(WentWrongText::tr("what it was, if you like: a bubble, glue on the back…"));
    words->setMinimumWidth(460);
    outer->addWidget(words);
    std::vector<std::pair<std::pair<int, int>, QCheckBox*>> boxes;
    if (task.piece != 0) {
        outer->addWidget(quietLabel(
            WentWrongText::tr("What is spoiled begins anew, from a spare print; the others go on.")));
        for (const WorkUnit& unit : task.units) {
            const std::pair of{unit.piece, unit.copy};
            if (std::any_of(boxes.begin(), boxes.end(), [&](const auto& each) { return each.first == of; }))
                continue;
            const OrderedPiece* piece = findPiece(order, unit.piece);
            const QString name = piece ? QString::fromStdString(piece->name) : QString();
            auto* box =
                new QCheckBox(piece && piece->copies > 1
                                  ? WentWrongText::tr("%1, copy %2, begins anew").arg(name).arg(unit.copy)
                                  : WentWrongText::tr("%1 begins anew").arg(name));
            box->setObjectName(QStringLiteral("again-%1-%2").arg(unit.piece).arg(unit.copy));
            outer->addWidget(box);
            boxes.emplace_back(of, box);
        }
    }
    takeOrLeave(dialog, QStringLiteral("take-wrong"), WentWrongText::tr("Note it"));
    if (dialog.exec() != QDialog::Accepted) return {};
    WentWrong answer{words->text(), {}};
    for (const auto& [of, box] : boxes)
        if (box->isChecked()) answer.again.push_back(of);
    return answer;
}

}  // namespace tympan::app
