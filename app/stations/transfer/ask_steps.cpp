#include "app/stations/transfer/ask_steps.h"

#include <QCheckBox>
#include <QScrollArea>

#include "app/model/job_store.h"
#include "app/model/planning.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct StepsText {
    Q_DECLARE_TR_FUNCTIONS(Steps)
};

struct Asked {
    int of = 0;
    std::string id;
    bool choice = false;
    QCheckBox* box = nullptr;
};

void add(QVBoxLayout* down, std::vector<Asked>& all, const QString& title, int of,
         const std::vector<Step>& steps, PrinterKind printer, const std::string& material,
         const std::set<std::string>& chosen, const std::set<std::string>& left_out) {
    if (steps.empty()) return;
    down->addWidget(strongLabel(title));
    for (const Step& step : steps) {
        std::set<std::string> with = chosen;
        if (step.optional) with.insert(choiceOf(step));
        if (step.gate || !isNeeded(step, {printer, material, with})) continue;
        auto* box = new QCheckBox(text(shortName(step)));
        box->setObjectName(QStringLiteral("step-%1-%2").arg(of).arg(QString::fromStdString(step.id)));
        box->setChecked(step.optional ? chosen.contains(choiceOf(step)) : !left_out.contains(step.id));
        box->setToolTip(text(step.words));
        down->addWidget(box);
        all.push_back({of, step.optional ? choiceOf(step) : step.id, step.optional, box});
    }
}

}  // namespace

void askSteps(QWidget* parent, const JobStore& store, Planning& planning) {
    QDialog dialog(parent->window());
    auto* outer = askingDialog(dialog, QStringLiteral("ask-steps"), StepsText::tr("Which steps are done"));
    outer->addWidget(quietLabel(
        StepsText::tr("Take what you do besides; leave out what is done already, or is not needed.")));
    auto* list = new QWidget;
    auto* down = column();
    list->setLayout(down);
    std::vector<Asked> all;
    const WorkOrder order = workOrderOf(store.job());
    for (const OrderedObject& object : order.objects)
        add(down, all, StepsText::tr("%1, before any print").arg(QString::fromStdString(object.name)),
            object.id, object.preparation, PrinterKind::laser, object.material, object.chosen,
            object.left_out);
    for (const OrderedPiece& piece : order.pieces) {
        const OrderedObject* object = findObject(order, piece.object);
        add(down, all, QString::fromStdString(piece.name) + QStringLiteral(" · ") + text(piece.method_name),
            piece.id, piece.steps, piece.printer, object ? object->material : "", piece.chosen,
            piece.left_out);
    }
    down->addStretch(1);
    auto* area = new QScrollArea;
    area->setWidget(list);
    area->setWidgetResizable(true);
    area->setMinimumSize(620, 420);
    outer->addWidget(area, 1);
    takeOrLeave(dialog, QStringLiteral("take-steps"), StepsText::tr("Plan it so"));
    if (dialog.exec() != QDialog::Accepted) return;
    planning.wish(StepsText::tr("change the steps"), [&](WorkWishes& wishes) {
        for (const Asked& each : all) {
            // Of a choice of several steps all boxes say the same.
            auto& set = each.choice ? wishes.chosen[each.of] : wishes.left_out[each.of];
            if (each.box->isChecked() == each.choice)
                set.insert(each.id);
            else
                set.erase(each.id);
        }
        std::erase_if(wishes.chosen, [](const auto& entry) { return entry.second.empty(); });
        std::erase_if(wishes.left_out, [](const auto& entry) { return entry.second.empty(); });
    });
}

}  // namespace tympan::app
