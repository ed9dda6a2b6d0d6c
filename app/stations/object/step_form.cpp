#include "app/stations/object/step_form.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>

#include "app/widgets/minutes_box.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "app/words/work_words.h"
#include "core/method/tools.h"

namespace tympan::app {

namespace {

constexpr double most_min = 60.0 * 24 * 31, least_c = 20, most_c = 260;

double fahrenheitOf(double celsius) { return celsius * 9 / 5 + 32; }
double celsiusOf(double fahrenheit) { return (fahrenheit - 32) * 5 / 9; }

QLineEdit* line(const char* name, const QString& accessible) {
    auto* edit = new QLineEdit;
    edit->setObjectName(QLatin1String(name));
    edit->setAccessibleName(accessible);
    return edit;
}

QDoubleSpinBox* number(const char* name, const QString& accessible, double most, const QString& unit) {
    auto* box = new QDoubleSpinBox;
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(accessible);
    box->setRange(0, most);
    box->setDecimals(1);
    box->setSuffix(unit);
    return box;
}

/// A typed number is the maker's; what was not touched keeps where it came from.
Minutes typed(const Minutes& before, double minutes) {
    return minutes == before.usual ? before : Minutes{minutes, minutes, minutes, Basis::yours};
}

QLabel* besideLabel(const QString& words) {
    QLabel* label = quietLabel(words);
    label->setWordWrap(false);
    return label;
}

QHBoxLayout* beside(const QList<QWidget*>& widgets) {
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    for (QWidget* each : widgets) row->addWidget(each);
    row->addStretch(1);
    return row;
}

}  // namespace

StepForm::StepForm(QWidget* parent) : QWidget(parent) {
    auto* form = rows();
    form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    form->setContentsMargins(0, 0, 12, 0);
    auto* down = column();
    setLayout(down);
    down->addLayout(form);
    down->addStretch(1);
    addWhat(*form);
    addHow(*form);
    for (QLineEdit* each : {name_, good_, caution_, pressure_})
        connect(each, &QLineEdit::editingFinished, this, &StepForm::take);
    connect(words_, &QPlainTextEdit::textChanged, this, &StepForm::take);
    for (QComboBox* each : {work_, place_, spreads_, on_, wait_, again_from_})
        connect(each, &QComboBox::activated, this, &StepForm::take);
    for (QDoubleSpinBox* each : {setup_, each_, per_100_cm2_, least_, usual_, most_})
        connect(each, &QDoubleSpinBox::valueChanged, this, &StepForm::take);
    for (QSpinBox* each : {coats_, least_rounds_, usual_rounds_, most_rounds_})
        connect(each, &QSpinBox::valueChanged, this, &StepForm::take);
    for (QCheckBox* each : {heated_, of_sheet_, optional_})
        connect(each, &QCheckBox::toggled, this, &StepForm::take);
    connect(celsius_, &QDoubleSpinBox::valueChanged, this, [this](double celsius) {
        const QSignalBlocker quiet(fahrenheit_);
        fahrenheit_->setValue(fahrenheitOf(celsius));
        take();
    });
    connect(fahrenheit_, &QDoubleSpinBox::valueChanged, this, [this](double fahrenheit) {
        const QSignalBlocker quiet(celsius_);
        celsius_->setValue(celsiusOf(fahrenheit));
        take();
    });
}

void StepForm::addWhat(QFormLayout& form) {
    name_ = line("step-name", tr("Short name of the step"));
    work_ = new QComboBox;
    work_->setObjectName(QStringLiteral("step-kind"));
    work_->setAccessibleName(tr("Kind of work"));
    for (std::size_t i = 0; i < workNames().size(); ++i)
        work_->addItem(kindOfWork(static_cast<Work>(i)), static_cast<int>(i));
    words_ = new QPlainTextEdit;
    words_->setObjectName(QStringLiteral("step-words"));
    words_->setAccessibleName(tr("What is done"));
    words_->setTabChangesFocus(true);
    words_->setFixedHeight(64);
    good_ = line("step-good", tr("What good looks like"));
    caution_ = line("step-caution", tr("What to beware of"));
    of_sheet_ = new QCheckBox(tr("for the whole sheet, before pieces are cut from it"));
    of_sheet_->setObjectName(QStringLiteral("step-of-sheet"));
    optional_ = new QCheckBox(tr("only when I choose it"));
    optional_->setObjectName(QStringLiteral("step-optional"));
    form.addRow(tr("Name"), name_);
    form.addRow(tr("Kind"), beside({work_, optional_}));
    form.addRow(QString(), of_sheet_);
    form.addRow(tr("What is done"), words_);
    form.addRow(tr("Good looks like"), good_);
    form.addRow(tr("Beware of"), caution_);
}

void StepForm::addHow(QFormLayout& form) {
    setup_ = new MinutesBox(QStringLiteral("step-setup"), tr("Minutes to get ready"), 24 * 60);
    each_ = new MinutesBox(QStringLiteral("step-each"), tr("Minutes for each copy"), 24 * 60);
    per_100_cm2_ = new MinutesBox(QStringLiteral("step-area"), tr("Minutes for each 100 cm²"), 24 * 60);
    form.addRow(tr("Hands"),
                beside({setup_, besideLabel(tr("to get ready,")), each_, besideLabel(tr("each,")),
                        per_100_cm2_, besideLabel(tr("per 100 cm²"))}));
    spreads_ = new QComboBox;
    spreads_->setObjectName(QStringLiteral("step-spreads"));
    spreads_->setAccessibleName(tr("What is spread"));
    spreads_->addItem(tr("nothing"), QString());
    for (const Tool& tool : shippedTools())
        if (tool.kind == Tool::Kind::supply)
            spreads_->addItem(app::text(tool.name), QString::fromStdString(tool.id));
    on_ = new QComboBox;
    on_->setObjectName(QStringLiteral("step-on"));
    on_->setAccessibleName(tr("Where it goes"));
    on_->addItems({tr("on the object"), tr("on the print"), tr("on both")});
    coats_ = new QSpinBox;
    coats_->setObjectName(QStringLiteral("step-coats"));
    coats_->setAccessibleName(tr("How many coats"));
    coats_->setRange(1, 20);
    coats_->setSuffix(tr(" ×"));
    form.addRow(tr("Spread"), beside({spreads_, on_, coats_}));
    wait_ = new QComboBox;
    wait_->setObjectName(QStringLiteral("step-wait"));
    wait_->setAccessibleName(tr("How it waits"));
    wait_->addItems({tr("no waiting time"), tr("go on after at least"), tr("go on within"), tr("hold for")});
    least_ = new MinutesBox(QStringLiteral("step-least"), tr("At least, minutes"), most_min);
    usual_ = new MinutesBox(QStringLiteral("step-usual"), tr("Usually, minutes"), most_min);
    most_ = new MinutesBox(QStringLiteral("step-most"), tr("At most, minutes"), most_min);
    form.addRow(tr("Then"), beside({wait_, least_, besideLabel(tr("usually")), usual_,
                                    besideLabel(tr("at most")), most_}));
    place_ = new QComboBox;
    place_->setObjectName(QStringLiteral("step-place"));
    place_->setAccessibleName(tr("Where it is done"));
    for (std::size_t i = 0; i < placeNames().size(); ++i)
        place_->addItem(placeName(static_cast<Place>(i)), static_cast<int>(i));
    heated_ = new QCheckBox(tr("heat"));
    heated_->setObjectName(QStringLiteral("step-heated"));
    celsius_ = number("step-celsius", tr("Degrees Celsius"), most_c, tr(" °C"));
    fahrenheit_ = number("step-fahrenheit", tr("Degrees Fahrenheit"), fahrenheitOf(most_c), tr(" °F"));
    celsius_->setMinimum(least_c);
    fahrenheit_->setMinimum(fahrenheitOf(least_c));
    for (QDoubleSpinBox* each : {celsius_, fahrenheit_}) each->setDecimals(0);
    form.addRow(tr("Where"), beside({place_, heated_, celsius_, fahrenheit_}));
    pressure_ = line("step-pressure", tr("Pressure, in words"));
    pressure_->setPlaceholderText(tr("light, as a rolling pin, firm for a minute…"));
    form.addRow(tr("Pressure"), pressure_);
    again_from_ = new QComboBox;
    again_from_->setObjectName(QStringLiteral("step-again-from"));
    again_from_->setAccessibleName(tr("Done again from which step"));
    const auto rounds = [&](const char* name, const QString& accessible) {
        auto* box = new QSpinBox;
        box->setObjectName(QLatin1String(name));
        box->setAccessibleName(accessible);
        box->setRange(1, 50);
        box->setSuffix(tr(" ×"));
        return box;
    };
    least_rounds_ = rounds("step-least-rounds", tr("At least so many rounds"));
    usual_rounds_ = rounds("step-usual-rounds", tr("Usually so many rounds"));
    most_rounds_ = rounds("step-most-rounds", tr("At most so many rounds"));
    form.addRow(tr("Rounds"), beside({again_from_, least_rounds_, besideLabel(tr("usually")), usual_rounds_,
                                      besideLabel(tr("at most")), most_rounds_}));
    needs_ = pushButton(QStringLiteral("step-needs"), QString());
    needs_->setMenu(new QMenu(needs_));
    needs_->setProperty("low", true);
    needs_->setStyleSheet(QStringLiteral("text-align: left;"));
    form.addRow(tr("Needs"), needs_);
}

void StepForm::nameNeeds() {
    QStringList names;
    for (const std::string& each : step_.needs) names << app::text(toolNamed(each).name);
    needs_->setText(names.isEmpty() ? tr("no tools") : names.join(tr(", ")));
}

void StepForm::fillNeeds() {
    needs_->menu()->clear();
    for (const Tool& tool : shippedTools()) {
        const bool taken = std::find(step_.needs.begin(), step_.needs.end(), tool.id) != step_.needs.end();
        QAction* action = needs_->menu()->addAction(app::text(tool.name));
        action->setObjectName(QStringLiteral("need-") + QString::fromStdString(tool.id));
        action->setCheckable(true);
        action->setChecked(taken);
        connect(action, &QAction::toggled, this, [this, id = tool.id](bool on) {
            std::erase(step_.needs, id);
            if (on) step_.needs.push_back(id);
            take();
        });
    }
    nameNeeds();
}

/// From which step on it is done again; rounds end with a look or a wait, never within others.
void StepForm::showRounds(const std::vector<Step>& steps, std::size_t at) {
    again_from_->clear();
    again_from_->addItem(tr("done once"), QString());
    for (std::size_t i = 0; i <= at; ++i)
        again_from_->addItem(tr("again from: %1").arg(app::text(shortName(steps[i]))),
                             QString::fromStdString(steps[i].id));
    const Rounds rounds = step_.rounds.value_or(Rounds{});
    again_from_->setCurrentIndex(std::max(0, again_from_->findData(QString::fromStdString(rounds.from))));
    least_rounds_->setValue(rounds.least);
    usual_rounds_->setValue(rounds.usual);
    most_rounds_->setValue(rounds.most);
}

void StepForm::takeRounds(Step& step) const {
    const std::string from = again_from_->currentData().toString().toStdString();
    step.rounds.reset();
    if (from.empty()) return;
    Rounds rounds = step_.rounds.value_or(Rounds{});
    const Rounds before = rounds;
    if (rounds.from != from) rounds.first.clear();
    rounds.from = from;
    rounds.least = least_rounds_->value();
    rounds.usual = std::max(rounds.least, usual_rounds_->value());
    rounds.most = std::max(rounds.usual, most_rounds_->value());
    if (rounds != before) rounds.basis = Basis::yours;
    step.rounds = rounds;
}

void StepForm::show(const std::vector<Step>& steps, std::size_t at) {
    const Step& step = steps[at];
    showing_ = true;
    step_ = step;
    name_->setText(app::text(step.name));
    if (words_->toPlainText() != app::text(step.words)) words_->setPlainText(app::text(step.words));
    good_->setText(app::text(step.good));
    caution_->setText(app::text(step.caution));
    work_->setCurrentIndex(work_->findData(static_cast<int>(step.work)));
    optional_->setChecked(step.optional);
    of_sheet_->setChecked(step.of_sheet);
    setup_->setValue(step.effort.setup.usual);
    each_->setValue(step.effort.each.usual);
    per_100_cm2_->setValue(step.effort.per_100_cm2.usual);
    spreads_->setCurrentIndex(std::max(
        0, spreads_->findData(step.spreads ? QString::fromStdString(step.spreads->what) : QString())));
    on_->setCurrentIndex(step.spreads ? static_cast<int>(step.spreads->on) : 0);
    pressure_->setText(app::text(step.pressure));
    showRounds(steps, at);
    coats_->setValue(step.faces.empty() ? 1 : step.faces.front().times);
    wait_->setCurrentIndex(step.wait ? static_cast<int>(step.wait->kind) + 1 : 0);
    const Wait wait = step.wait.value_or(Wait{});
    least_->setValue(wait.least_min);
    usual_->setValue(wait.typical_min);
    most_->setValue(wait.most_min);
    place_->setCurrentIndex(static_cast<int>(step.place.value_or(Place::table)));
    heated_->setChecked(step.heat.has_value());
    celsius_->setValue(step.heat ? step.heat->most_c : least_c);
    fillNeeds();
    showHeat();
    showing_ = false;
}

void StepForm::showHeat() {
    for (QDoubleSpinBox* each : {celsius_, fahrenheit_}) each->setVisible(heated_->isChecked());
    const bool waits = wait_->currentIndex() > 0;
    for (QDoubleSpinBox* each : {least_, usual_, most_}) each->setEnabled(waits);
    const bool spreads = spreads_->currentIndex() > 0;
    on_->setEnabled(spreads);
    const bool again = again_from_->currentIndex() > 0;
    for (QSpinBox* each : {least_rounds_, usual_rounds_, most_rounds_}) each->setEnabled(again);
}

/// What the form says becomes the step; numbers that were typed are the maker's own.
void StepForm::take() {
    if (showing_) return;
    showHeat();
    Step step = step_;
    step.name = name_->text().trimmed().toStdString();
    step.words = words_->toPlainText().trimmed().toStdString();
    if (step.words.empty()) step.words = step_.words;
    step.good = good_->text().trimmed().toStdString();
    step.caution = caution_->text().trimmed().toStdString();
    step.work = static_cast<Work>(work_->currentData().toInt());
    step.optional = optional_->isChecked();
    step.of_sheet = of_sheet_->isChecked();
    step.effort = {typed(step_.effort.setup, setup_->value()), typed(step_.effort.each, each_->value()),
                   typed(step_.effort.per_100_cm2, per_100_cm2_->value())};
    const std::string what = spreads_->currentData().toString().toStdString();
    step.spreads.reset();
    if (!what.empty()) step.spreads = Spread{what, spread_places[on_->currentIndex()]};
    step.pressure = pressure_->text().trimmed().toStdString();
    takeRounds(step);
    if (step.faces.empty() && coats_->value() > 1) step.faces.push_back({"front", 1, Basis::yours});
    if (!step.faces.empty() && step.faces.front().times != coats_->value())
        step.faces.front().times = coats_->value(), step.faces.front().basis = Basis::yours;
    step.wait.reset();
    if (wait_->currentIndex() > 0) {
        Wait wait = step_.wait.value_or(Wait{});
        wait.kind = static_cast<Wait::Kind>(wait_->currentIndex() - 1);
        const bool same = wait.least_min == least_->value() && wait.typical_min == usual_->value() &&
                          wait.most_min == most_->value();
        if (!same) wait.basis = Basis::yours, wait.large.reset();
        wait.least_min = least_->value();
        wait.typical_min = usual_->value();
        wait.most_min = most_->value();
        step.wait = wait;
    }
    const Place place = static_cast<Place>(place_->currentData().toInt());
    if (place != step_.place.value_or(Place::table)) step.place = place;
    if (heated_->isChecked()) {
        const double celsius = celsius_->value();
        if (!step.heat || step.heat->most_c != celsius)
            step.heat = Heat{celsius, celsius, tr("as you typed it").toStdString(), Basis::yours};
    } else {
        step.heat.reset();
    }
    step_ = step;
    nameNeeds();
    emit changed(step);
}

}  // namespace tympan::app
