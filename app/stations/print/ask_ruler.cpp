#include "app/stations/print/ask_ruler.h"

#include <QCheckBox>
#include <QCoreApplication>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "core/readings/calibration_layout.h"

namespace tympan::app {

namespace {
struct RulerText {
    Q_DECLARE_TR_FUNCTIONS(Ruler)
};
}  // namespace

std::optional<RulerMeasures> askRuler(QWidget* parent, const Paper& paper, Unit unit) {
    const CalibrationLayout layout = calibrationLayout(paper.size);
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("ruler"), RulerText::tr("Measured with a ruler"));
    outer->addWidget(quietLabel(
        RulerText::tr("On the printed sheet, with a steel ruler. Half a millimetre matters: look twice.")));
    auto* form = rows();
    const auto field = [&](const char* name, const QString& label, double as_sent) {
        auto* edit = new LengthEdit(QLatin1String(name), label);
        edit->show(as_sent, unit);
        form->addRow(label, edit);
        return edit;
    };
    auto* across = field("ruler-across", RulerText::tr("The ruler across is long"), layout.across_mm);
    auto* down = field("ruler-down", RulerText::tr("The ruler down is long"), layout.down_mm);
    auto* left_top = field("ruler-left-top",
                           RulerText::tr("From the left edge to the ruler down, at its top"), layout.zero.x);
    auto* left_bottom = field("ruler-left-bottom", RulerText::tr("The same at its lower end"), layout.zero.x);
    auto* top = field("ruler-top", RulerText::tr("From the upper edge to the ruler across, at its left"),
                      layout.zero.y);
    outer->addLayout(form);
    auto* mirrored = new QCheckBox(RulerText::tr("its words read backwards"));
    mirrored->setObjectName(QStringLiteral("ruler-mirrored"));
    outer->addWidget(mirrored);
    takeOrLeave(dialog, QStringLiteral("ruler-take"), RulerText::tr("Go by it"));
    if (dialog.exec() != QDialog::Accepted) return {};
    return RulerMeasures{across->value(),      down->value(), left_top->value(),
                         left_bottom->value(), top->value(),  {},
                         mirrored->isChecked()};
}

}  // namespace tympan::app
