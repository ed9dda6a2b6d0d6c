#include "app/stations/transfer/ask_steps.h"

#include <QCheckBox>
#include <QScrollArea>

#include "app/model/job_store.h"
#include "app/model/planning.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/method/variants.h"

namespace tympan::app {

namespace {

struct StepsText {
    Q_DECLARE_TR_FUNCTIONS(Steps)
};

struct AskedStep {
    int of = 0;
    Step step;
    bool usual = false;  ///< whether it is done where nothing is ticked by hand
    QCheckBox* box = nullptr;
};

/// `use`: as it is planned now, `usual`: as the method and its variants have it.
void add(QVBoxLayout* down, std::vector<AskedStep>& all, const QString& title, int of,
         const std::vector<Step>& steps, const StepUse& use, const StepUse& usual) {
    if (steps.empty()) return;
    down->addWidget(strongLabel(title));
    for (const Step& step : steps) {
        StepUse with = use;
        if (step.optional) with.chosen.insert(choiceOf(step));
        with.left_out.clear();
        if (step.gate || !isNeeded(step, with)) continue;
        auto* box = new QCheckBox(text(shortName(step)));
        box->setObjectName(QStringLiteral("step-%1-%2").arg(of).arg(QString::fromStdString(step.id)));
        box->setChecked(isNeeded(step, use));
        box->setToolTip(text(step.words));
        down->addWidget(box);
        all.push_back({of, step, isNeeded(step, usual), box});
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
    std::vector<AskedStep> all;
    const WorkOrder order = workOrderOf(store.job());
    for (const OrderedObject& object : order.objects)
        add(down, all, StepsText::tr("%1, before any print").arg(QString::fromStdString(object.name)),
            object.id, object.preparation,
            {PrinterKind::laser, object.material, object.chosen, object.left_out},
            {PrinterKind::laser, object.material, {}, {}});
    for (const OrderedPiece& piece : order.pieces) {
        const OrderedObject* object = findObject(order, piece.object);
        add(down, all, QString::fromStdString(piece.name) + QStringLiteral(" · ") + text(piece.method_name),
            piece.id, piece.steps, useOf(piece, object),
            useOf(*findPiece(store.job(), piece.id)->method, piece.printer, object ? object->material : ""));
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
        for (const AskedStep& each : all) {
            // What is as usual needs no word.
            const std::string& choice = each.step.optional ? choiceOf(each.step) : each.step.id;
            wishes.chosen[each.of].erase(choice);
            wishes.left_out[each.of].erase(each.step.id);
        }
        for (const AskedStep& each : all) {
            if (each.box->isChecked() == each.usual) continue;
            if (each.box->isChecked())
                wishes.chosen[each.of].insert(each.step.optional ? choiceOf(each.step) : each.step.id);
            else
                wishes.left_out[each.of].insert(each.step.id);
        }
        std::erase_if(wishes.chosen, [](const auto& entry) { return entry.second.empty(); });
        std::erase_if(wishes.left_out, [](const auto& entry) { return entry.second.empty(); });
    });
}

}  // namespace tympan::app
