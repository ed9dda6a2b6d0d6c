#include "app/widgets/ask_told.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QLocale>
#include <algorithm>
#include <cmath>

#include "app/widgets/tray_parts.h"
#include "app/words/words.h"

namespace tympan::app {

namespace {

struct ToldText {
    Q_DECLARE_TR_FUNCTIONS(Told)
};

double fahrenheitOf(double celsius) { return celsius * 1.8 + 32; }
double celsiusOf(double fahrenheit) { return (fahrenheit - 32) / 1.8; }

QDoubleSpinBox* number(const QString& name, const QString& accessible, double most) {
    auto* box = new QDoubleSpinBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setDecimals(0);
    box->setRange(0, most);
    box->setSpecialValueText(ToldText::tr("not said"));
    return box;
}

/// How hot and for how long, with the other unit beside, so that a wrong one is noticed.
class HeatFields : public QWidget {
  public:
    explicit HeatFields(const ToldOfStep& known) {
        auto* across = new QHBoxLayout(this);
        across->setContentsMargins(0, 0, 0, 0);
        across->setSpacing(10);
        heat_ = number(QStringLiteral("told-heat"), ToldText::tr("Heat"), fahrenheitOf(hottest_c));
        unit_ = new QComboBox;
        unit_->setObjectName(QStringLiteral("told-heat-unit"));
        unit_->setAccessibleName(ToldText::tr("Unit of the heat"));
        unit_->addItem(ToldText::tr("°C"));
        unit_->addItem(ToldText::tr("°F"));
        unit_->setCurrentIndex(QLocale().measurementSystem() == QLocale::ImperialUSSystem ? 1 : 0);
        other_ = new QLabel;
        other_->setObjectName(QStringLiteral("told-heat-other"));
        other_->setMinimumWidth(110);
        across->addWidget(heat_);
        across->addWidget(unit_);
        across->addWidget(other_);
        across->addStretch(1);
        if (known.heat_c > 0) heat_->setValue(inFahrenheit() ? fahrenheitOf(known.heat_c) : known.heat_c);
        QObject::connect(heat_, &QDoubleSpinBox::valueChanged, this, [this] { show(); });
        QObject::connect(unit_, &QComboBox::currentIndexChanged, this, [this] { show(); });
        show();
    }
    double celsius() const {
        if (heat_->value() <= 0) return 0;
        const double celsius = inFahrenheit() ? celsiusOf(heat_->value()) : heat_->value();
        return std::clamp(celsius, 0.0, hottest_c);
    }

  private:
    bool inFahrenheit() const { return unit_->currentIndex() == 1; }
    void show() {
        other_->setText(heat_->value() <= 0 ? QString()
                        : inFahrenheit()
                            ? ToldText::tr("= %1 °C").arg(std::lround(celsiusOf(heat_->value())))
                            : ToldText::tr("= %1 °F").arg(std::lround(fahrenheitOf(heat_->value()))));
    }
    QDoubleSpinBox* heat_;
    QComboBox* unit_;
    QLabel* other_;
};

QComboBox* words(const QString& name, const QString& accessible, const QStringList& offered,
                 const std::string& known) {
    auto* box = new QComboBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setEditable(true);
    box->addItems(offered);
    box->setCurrentText(QString::fromStdString(known));
    box->setMinimumWidth(380);
    return box;
}

}  // namespace

TellsOf tellsOf(const Step& step) {
    const auto needs = [&](const char* tool) {
        return std::find(step.needs.begin(), step.needs.end(), tool) != step.needs.end();
    };
    TellsOf tells;
    tells.product = step.spreads || step.work == Work::coat || step.work == Work::seal ||
                    step.work == Work::finish || step.work == Work::fix;
    tells.pressure = needs("heat-press") || needs("iron");
    tells.heat = tells.pressure || needs("oven") || step.heat;
    return tells;
}

std::optional<ToldOfStep> askTold(QWidget* parent, const Step& step, const ToldOfStep& known,
                                  const QStringList& shelf) {
    const TellsOf tells = tellsOf(step);
    QDialog dialog(parent->window());
    dialog.setStyleSheet(QStringLiteral(
        "QLabel, QComboBox, QPushButton, QDoubleSpinBox { font-size: 18px; min-height: 36px; }"));
    auto* outer = askingDialog(dialog, QStringLiteral("ask-told"), text(shortName(step)));
    auto* about =
        new QLabel(ToldText::tr("Kept with this work, for the logbook. Leave empty what you do not "
                                "know."));
    about->setWordWrap(true);
    about->setMinimumWidth(560);
    outer->addWidget(about);
    QFormLayout* form = rows();
    outer->addLayout(form);
    QComboBox *product = nullptr, *pressure = nullptr;
    HeatFields* heat = nullptr;
    QDoubleSpinBox* held = nullptr;
    if (tells.product) {
        product = words(QStringLiteral("told-product"), ToldText::tr("Product"), shelf, known.product);
        product->lineEdit()->setPlaceholderText(ToldText::tr("as it says on the bottle"));
        form->addRow(ToldText::tr("Product"), product);
    }
    if (tells.heat) {
        heat = new HeatFields(known);
        form->addRow(ToldText::tr("Heat"), heat);
        held = number(QStringLiteral("told-held"), ToldText::tr("Seconds under it"), longest_held_s);
        held->setSuffix(ToldText::tr(" s"));
        held->setValue(known.held_s);
        form->addRow(ToldText::tr("For"), held);
    }
    if (tells.pressure) {
        pressure =
            words(QStringLiteral("told-pressure"), ToldText::tr("Pressure"),
                  {ToldText::tr("light"), ToldText::tr("medium"), ToldText::tr("firm")}, known.pressure);
        form->addRow(ToldText::tr("Pressure"), pressure);
    }
    takeOrLeave(dialog, QStringLiteral("take-told"), ToldText::tr("Write it down"));
    if (dialog.exec() != QDialog::Accepted) return {};
    ToldOfStep told;
    if (product) told.product = product->currentText().trimmed().toStdString();
    if (heat) told.heat_c = heat->celsius();
    if (held) told.held_s = held->value();
    if (pressure) told.pressure = pressure->currentText().trimmed().toStdString();
    return told;
}

}  // namespace tympan::app
