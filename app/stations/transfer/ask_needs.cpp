#include "app/stations/transfer/ask_needs.h"

#include <QClipboard>
#include <QDoubleSpinBox>
#include <QGuiApplication>
#include <QScrollArea>
#include <cmath>

#include "app/model/job_store.h"
#include "app/model/planning.h"
#include "app/model/printers.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/schedule/needs.h"

namespace tympan::app {

namespace {

struct NeedsText {
    Q_DECLARE_TR_FUNCTIONS(Needs)
};

/// So many ml for 100 cm², and what that comes to.
struct CoverageRow {
    std::string key;
    double cm2 = 0;
    QDoubleSpinBox* coverage = nullptr;
    QLabel* amount = nullptr;
};

QString areasText(const Needs::Coating& coating, const WorkOrder& order) {
    QStringList areas;
    for (const CoatArea& area : coating.areas) {
        QString said = NeedsText::tr("%1: %2 cm²").arg(text(placeOf(area, order))).arg(std::ceil(area.cm2));
        if (area.coats > 1) said += NeedsText::tr(", %1 times").arg(area.coats);
        areas << said;
    }
    return areas.join(QStringLiteral("\n"));
}

void showAmount(const CoverageRow& row) {
    const double ml = row.coverage->value() * row.cm2 / 100;
    row.amount->setText(ml > 0 ? NeedsText::tr("%1 ml").arg(std::ceil(ml)) : QStringLiteral("–"));
}

CoverageRow addRow(QGridLayout* grid, int at, const Needs::Coating& coating, const WorkOrder& order,
                   const std::map<std::string, double>& known) {
    CoverageRow row{coating.key, coating.cm2, new QDoubleSpinBox, new QLabel};
    const QString what = text(coating.name);
    row.coverage->setObjectName(QStringLiteral("coverage-") + QString::fromStdString(coating.key));
    row.coverage->setAccessibleName(NeedsText::tr("Millilitres for 100 cm²: %1").arg(what));
    row.coverage->setRange(0, most_ml_per_100_cm2);
    row.coverage->setDecimals(2);
    row.coverage->setSingleStep(0.25);
    row.coverage->setSpecialValueText(NeedsText::tr("not known"));
    keepWide(row.coverage, 110);
    if (const auto found = known.find(coating.key); found != known.end())
        row.coverage->setValue(found->second);
    row.amount->setObjectName(QStringLiteral("amount-") + QString::fromStdString(coating.key));
    row.amount->setMinimumWidth(64);
    QObject::connect(row.coverage, &QDoubleSpinBox::valueChanged, row.amount, [row] { showAmount(row); });
    showAmount(row);
    int column = 0;
    auto* step = new QLabel(what);
    step->setWordWrap(true);
    step->setMinimumWidth(180);
    if (!coating.method.empty()) step->setToolTip(QString::fromStdString(coating.method));
    for (QWidget* each :
         {static_cast<QWidget*>(step), static_cast<QWidget*>(quietLabel(areasText(coating, order))),
          static_cast<QWidget*>(row.coverage), static_cast<QWidget*>(row.amount)})
        grid->addWidget(each, at, column++, Qt::AlignTop);
    return row;
}

/// Whether something that is not empty stands there for a step that spreads it.
bool isOnShelf(const Tool& tool, const Needs& needs, const std::vector<Supply>& shelf) {
    return std::any_of(needs.coatings.begin(), needs.coatings.end(), [&](const Needs::Coating& coating) {
        return coating.spread == tool.id &&
               std::any_of(shelf.begin(), shelf.end(), [&](const Supply& supply) {
                   return !supply.empty &&
                          std::find(supply.keys.begin(), supply.keys.end(), coating.key) != supply.keys.end();
               });
    });
}

void addThings(QVBoxLayout* down, const QString& title, const std::vector<Tool>& things,
               const std::map<std::string, double>& ml) {
    if (things.empty()) return;
    QStringList words;
    for (const Tool& each : things) {
        const auto known = ml.find(each.id);
        words << (known == ml.end()
                      ? text(each.name)
                      : NeedsText::tr("%1 (%2 ml)").arg(text(each.name)).arg(std::ceil(known->second)));
    }
    down->addWidget(strongLabel(title));
    down->addWidget(quietLabel(words.join(QStringLiteral(", "))));
}

}  // namespace

void askNeeds(QWidget* parent, const JobStore& store, Planning& planning) {
    const auto strip = planning.strip();
    if (!strip) return;
    const auto sheets = store.upToDate() ? store.sharedImposition() : nullptr;
    const Needs needs =
        needsOf(sheets ? store.printed() : store.job(), sheets.get(), strip->plan, strip->order);
    QDialog dialog(parent->window());
    auto* outer =
        askingDialog(dialog, QStringLiteral("ask-needs"), NeedsText::tr("What it takes, for one trip"));
    auto* list = new QWidget;
    auto* down = column();
    list->setLayout(down);
    down->addWidget(strongLabel(NeedsText::tr("To print")));
    for (const Needs::Printing& each : needs.printings) down->addWidget(quietLabel(printingText(each)));
    std::vector<Tool> to_get = needs.supplies, at_home;
    for (const Tool& each : needs.supplies)
        if (isOnShelf(each, needs, planning.shelf())) at_home.push_back(each);
    std::erase_if(to_get, [&](const Tool& each) {
        return std::find(at_home.begin(), at_home.end(), each) != at_home.end();
    });
    addThings(down, NeedsText::tr("On your shelf"), at_home, needs.ml);
    for (const auto& [shop, things] : byShop(to_get)) addThings(down, text(calledBy(shop)), things, needs.ml);
    addThings(down, NeedsText::tr("Tools"), needs.tools, {});
    std::vector<CoverageRow> all;
    if (!needs.coatings.empty()) {
        down->addWidget(strongLabel(NeedsText::tr("To coat")));
        auto* grid = fieldGrid();
        int column = 0;
        for (const QString& head : {NeedsText::tr("step"), NeedsText::tr("where"),
                                    NeedsText::tr("ml for 100 cm²"), NeedsText::tr("in all")})
            grid->addWidget(quietLabel(head), 0, column++);
        grid->setColumnStretch(1, 1);
        for (const Needs::Coating& coating : needs.coatings)
            all.push_back(addRow(grid, static_cast<int>(all.size()) + 1, coating, strip->order,
                                 store.job().work.coverage));
        down->addLayout(grid);
        down->addWidget(quietLabel(
            NeedsText::tr("Areas are exact. How far a medium goes only you can know: weigh the bottle "
                          "before and after, or look at its label.")));
    }
    down->addStretch(1);
    auto* area = new QScrollArea;
    area->setWidget(list);
    area->setWidgetResizable(true);
    area->setMinimumSize(640, 420);
    outer->addWidget(area, 1);
    auto* copy = linkButton(QStringLiteral("copy-needs"), NeedsText::tr("copy the list"));
    QObject::connect(copy, &QPushButton::clicked, &dialog, [&] {
        QStringList lines;
        for (const Text& line : inLines(needs, strip->order)) lines << text(line);
        QGuiApplication::clipboard()->setText(lines.join(QLatin1Char('\n')));
    });
    outer->addWidget(copy, 0, Qt::AlignLeft);
    takeOrLeave(dialog, QStringLiteral("take-needs"), NeedsText::tr("Keep it so"));
    if (dialog.exec() != QDialog::Accepted) return;
    planning.wish(NeedsText::tr("say how far a medium goes"), [&](WorkWishes& wishes) {
        for (const CoverageRow& row : all) {
            if (row.coverage->value() > 0)
                wishes.coverage[row.key] = row.coverage->value();
            else
                wishes.coverage.erase(row.key);
        }
    });
}

}  // namespace tympan::app
