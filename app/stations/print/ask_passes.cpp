#include "app/stations/print/ask_passes.h"

#include <QCoreApplication>
#include <QDoubleSpinBox>

#include "app/widgets/length_edit.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct PassesText {
    Q_DECLARE_TR_FUNCTIONS(Passes)
};

/// What a sheet as it lies on the table says of the upright one.
template <class T>
std::pair<T, T> upright(bool lying, T across, T down) {
    return lying ? std::pair{down, across} : std::pair{across, down};
}

}  // namespace

std::optional<PassMeasures> askPasses(QWidget* parent, const RegisterMarks& crosses, bool lying,
                                      Printer known, Unit unit) {
    QDialog dialog(parent);
    QVBoxLayout* outer =
        askingDialog(dialog, QStringLiteral("passes"), PassesText::tr("Between the two passes"));
    outer->addWidget(quietLabel(
        PassesText::tr("After the colour: from the middle of one cross to the next, with a steel ruler, "
                       "once the sheet is cool. Sheets shrink in the printer's heat.")));
    auto* form = rows();
    const SheetShrink before = known.shrink.value_or(SheetShrink{});
    const auto [shrunk_across, shrunk_down] = upright(lying, before.x, before.y);
    const auto field = [&](const char* name, const QString& label, std::optional<double> sent,
                           double shrunk) {
        if (!sent) return static_cast<LengthEdit*>(nullptr);
        auto* edit = new LengthEdit(QLatin1String(name), label);
        edit->show(*sent * shrunk, unit);
        form->addRow(PassesText::tr("%1 (sent: %2)").arg(label, lengthText(*sent, unit)), edit);
        return edit;
    };
    auto* across = field("passes-across", PassesText::tr("Two crosses beside each other"), crosses.across,
                         shrunk_across);
    auto* down =
        field("passes-down", PassesText::tr("Two crosses above each other"), crosses.down, shrunk_down);
    outer->addLayout(form);
    outer->addWidget(quietLabel(
        PassesText::tr("After the white, if it missed the colour: where its crosses lie beside the first "
                       "ones. To the left and up: with a minus.")));
    auto* second = rows();
    const double per_mm = unit == Unit::in ? 1 / mm_per_inch : 1;
    const auto aside = [&](const char* name, const QString& label) {
        auto* spin = new QDoubleSpinBox;
        spin->setObjectName(QLatin1String(name));
        spin->setAccessibleName(label);
        spin->setRange(-10 * per_mm, 10 * per_mm);
        spin->setDecimals(unit == Unit::in ? 3 : 1);
        spin->setSingleStep(unit == Unit::in ? 0.005 : 0.1);
        spin->setSuffix(unit == Unit::in ? QStringLiteral(" in") : QStringLiteral(" mm"));
        keepWide(spin, 96);
        second->addRow(label, spin);
        return spin;
    };
    auto* right = aside("passes-right", PassesText::tr("to the right"));
    auto* below = aside("passes-below", PassesText::tr("down"));
    outer->addLayout(second);
    takeOrLeave(dialog, QStringLiteral("passes-take"), PassesText::tr("Go by it"));
    if (dialog.exec() != QDialog::Accepted) return {};
    const auto part = [](const LengthEdit* edit, std::optional<double> sent, double otherwise) {
        return edit ? edit->value() / *sent : otherwise;
    };
    const auto [x, y] =
        upright(lying, part(across, crosses.across, shrunk_across), part(down, crosses.down, shrunk_down));
    // Of a sheet that lies, its right is the upright one's lower end.
    const double to_right = right->value() / per_mm, to_below = below->value() / per_mm;
    const PointMm more = lying ? PointMm{-to_below, to_right} : PointMm{to_right, to_below};
    return PassMeasures{{x, y}, {known.white_beside.x + more.x, known.white_beside.y + more.y}};
}

}  // namespace tympan::app
