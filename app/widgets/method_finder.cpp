#include "app/widgets/method_finder.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QGridLayout>
#include <QPushButton>
#include <QStyle>

#include "app/model/known_methods.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/tray_parts.h"
#include "app/widgets/variant_button.h"
#include "app/words/words.h"
#include "core/method/variants.h"

namespace tympan::app {

namespace {

constexpr int most_answers = 3, needs_in_a_row = 3;

QString effort(const Method& method) {
    switch (method.rubbing) {
        case Rubbing::none:
            return MethodFinder::tr("no rubbing");
        case Rubbing::some:
            return MethodFinder::tr("some rubbing");
        case Rubbing::much:
            return MethodFinder::tr("much rubbing");
    }
    return {};
}

}  // namespace

MethodFinder::MethodFinder(const QString& name, QWidget* parent)
    : QWidget(parent), at_hand_(new QButtonGroup(this)), answers_(new QButtonGroup(this)) {
    setObjectName(name + QStringLiteral("-finder"));
    auto* outer = column();
    setLayout(outer);
    printer_ = new ChoiceRow(name + QStringLiteral("-printer"), tr("Which printer?"), Qt::Horizontal);
    printer_->add(QStringLiteral("laser"), tr("laser"));
    printer_->add(QStringLiteral("inkjet"), tr("inkjet"));
    printer_->add(QStringLiteral("sublimation"), tr("sublimation ink"));
    printer_->add(QStringLiteral("shop"), tr("a copy shop"),
                  tr("Copy shops print with toner, as a laser printer does."));
    outer->addWidget(printer_);
    outer->addWidget(quietLabel(tr("What is on your table? Nothing chosen: whatever it takes.")));
    needs_ = new QGridLayout;
    needs_->setSpacing(6);
    at_hand_->setExclusive(false);
    for (const std::string& need : needsOf(knownMethods())) {
        auto* button =
            pushButton(name + QStringLiteral("-has-") + QString::fromStdString(need), needName(need));
        button->setParent(this);
        button->setCheckable(true);
        button->setProperty("need", QString::fromStdString(need));
        at_hand_->addButton(button);
    }
    outer->addLayout(needs_);
    answer_rows_ = new QGridLayout;
    answer_rows_->setSpacing(6);
    outer->addLayout(answer_rows_);
    auto* every = new QHBoxLayout;
    every->setSpacing(8);
    every->addWidget(new QLabel(tr("or any of all ways")));
    all_ = new QComboBox;
    all_->setObjectName(name + QStringLiteral("-method"));
    all_->setAccessibleName(tr("Every way of transfer"));
    for (const Method& method : knownMethods()) {
        all_->addItem(methodName(method), QString::fromStdString(method.id));
    }
    all_->setMaxVisibleItems(20);
    every->addWidget(all_, 1);
    outer->addLayout(every);
    variants_ = new VariantButton(name + QStringLiteral("-variants"));
    outer->addWidget(variants_);
    why_ = quietLabel({});
    why_->setObjectName(name + QStringLiteral("-why"));
    why_->setMinimumHeight(34);
    outer->addWidget(why_);
    chosen_ = knownMethods().front();

    connect(printer_, &ChoiceRow::picked, this, &MethodFinder::find);
    connect(at_hand_, &QButtonGroup::buttonToggled, this, &MethodFinder::find);
    connect(all_, &QComboBox::activated, this, [this] {
        by_maker_ = true;
        if (const Method* method = knownMethod(all_->currentData().toString())) take(*method);
    });
    connect(variants_, &VariantButton::picked, this, [this](const std::string& variant) {
        by_maker_ = true;
        take(withVariant(chosen_, variant));
    });
    find();
}

std::vector<PrinterKind> MethodFinder::printers() const {
    const QString kind = printer_->chosen();
    if (kind == QStringLiteral("inkjet")) return {PrinterKind::inkjet};
    if (kind == QStringLiteral("sublimation")) return {PrinterKind::sublimation};
    return {PrinterKind::laser};
}

void MethodFinder::setMaterial(const std::string& material) {
    material_ = material;
    find();
}

void MethodFinder::choosePrinter(const QString& kind) {
    printer_->choose(kind);
    by_maker_ = false;
    find();
}

QString MethodFinder::printer() const { return printer_->chosen(); }

void MethodFinder::choose(const QString& id) {
    by_maker_ = true;
    if (const Method* method = knownMethod(id)) {
        chosen_ = *method;
        showChosen();
    }
}

PrinterKind MethodFinder::kindFor(const Method& method) const {
    for (PrinterKind kind : printers())
        if (misfit(method, kind).empty()) return kind;
    return method.printers.front();
}

void MethodFinder::find() {
    FinderQuestion question{material_, printers(), {}};
    for (QAbstractButton* button : at_hand_->buttons())
        if (button->isChecked())
            question.at_hand.push_back(button->property("need").toString().toStdString());
    const std::vector<FinderAnswer> answers = findMethods(knownMethods(), question);
    showNeeds(question);
    while (QLayoutItem* item = answer_rows_->takeAt(0)) {
        if (item->widget()) {
            if (auto* button = qobject_cast<QAbstractButton*>(item->widget())) answers_->removeButton(button);
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    for (std::size_t i = 0; i < answers.size() && i < most_answers; ++i) {
        const Method& method = answers[i].method;
        QStringList get;
        for (const std::string& need : answers[i].to_get) get << needName(need);
        const QString time = timeText(timeOf(method, kindFor(method)));
        QString about = QStringLiteral("%1 · %2").arg(effort(method), text(method.look));
        if (!get.isEmpty()) about += tr(" · to get: %1").arg(get.join(QStringLiteral(", ")));
        auto* button =
            pushButton(objectName() + QStringLiteral("-answer-") + QString::fromStdString(method.id),
                       QStringLiteral("%1 · %2\n%3").arg(methodName(method), time, about));
        button->setCheckable(true);
        button->setProperty("answer", true);
        button->setProperty("method", QString::fromStdString(method.id));
        button->setToolTip(text(method.summary));
        answers_->addButton(button);
        answer_rows_->addWidget(button, static_cast<int>(i), 0);
        connect(button, &QPushButton::clicked, this, [this, method] {
            by_maker_ = true;
            take(method);
        });
    }
    if (answers.empty())
        answer_rows_->addWidget(
            quietLabel(tr("No way is known for this material with this printer. A copy shop prints "
                          "with toner; paint or prime the object, or look through all ways.")),
            0, 0);
    if (!by_maker_ && !answers.empty())
        take(answers.front().method);
    else
        showChosen();
}

/// Only what some way for this material and printer needs.
void MethodFinder::showNeeds(FinderQuestion question) {
    question.at_hand.clear();
    std::vector<Method> possible;
    for (const FinderAnswer& answer : findMethods(knownMethods(), question))
        possible.push_back(answer.method);
    const std::vector<std::string> wanted = needsOf(possible);
    while (QLayoutItem* item = needs_->takeAt(0)) delete item;
    int place = 0;
    for (QAbstractButton* button : at_hand_->buttons()) {
        const std::string need = button->property("need").toString().toStdString();
        const bool shown = std::find(wanted.begin(), wanted.end(), need) != wanted.end();
        button->setVisible(shown);
        if (!shown) continue;
        needs_->addWidget(button, place / needs_in_a_row, place % needs_in_a_row);
        ++place;
    }
}

void MethodFinder::take(const Method& method) {
    chosen_ = method;
    showChosen();
    emit picked();
}

void MethodFinder::showChosen() {
    const QString id = QString::fromStdString(chosen_.id);
    all_->setCurrentIndex(all_->findData(id));
    variants_->show(chosen_, kindFor(chosen_), material_);
    answers_->setExclusive(false);
    for (QAbstractButton* button : answers_->buttons())
        button->setChecked(button->property("method").toString() == id);
    answers_->setExclusive(true);
    const Text printer = misfit(chosen_, printers().front());
    const Text material = misfitOfMaterial(chosen_, material_);
    const QString why = !printer.empty() ? text(printer) : !material.empty() ? text(material) : QString();
    why_->setText(why.isEmpty() ? mirroringSentence(turnsOf(chosen_)) : why);
    why_->setProperty("look", !why.isEmpty());
    why_->setProperty("quiet", why.isEmpty());
    why_->style()->unpolish(why_);
    why_->style()->polish(why_);
}

}  // namespace tympan::app
