#include "app/stations/logbook/ask_shelf.h"

#include <QCoreApplication>
#include <QDateEdit>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QMenu>
#include <QScrollArea>

#include "app/model/known_methods.h"
#include "app/model/log_store.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/base/uuid.h"
#include "core/method/preparations.h"
#include "core/schedule/ready.h"

namespace tympan::app {

namespace {

struct ShelfText {
    Q_DECLARE_TR_FUNCTIONS(Shelf)
};

/// A coat that a bottle may be for.
struct Use {
    QString words;
    std::string key;  ///< by method and step
};

/// Coats of each way of transfer, and of preparing.
std::vector<Use> allUses() {
    std::vector<Use> made;
    const auto add = [&](const QString& of, const std::string& method, const std::vector<Step>& steps) {
        for (const Step& step : steps)
            if (step.spreads || step.work == Work::coat || step.work == Work::seal ||
                step.work == Work::finish || step.work == Work::fix)
                made.push_back(
                    {QStringLiteral("%1: %2").arg(of, text(shortName(step))), stepKey(method, step.id)});
    };
    for (const Method& method : knownMethods())
        add(QString::fromStdString(method.name), method.id, method.steps);
    for (const Preparation& each : shippedPreparations())
        add(QString::fromStdString(each.name), "", each.steps);
    return made;
}

QDoubleSpinBox* amount(const QString& name, const QString& accessible, double most, const QString& suffix) {
    auto* box = new QDoubleSpinBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setRange(0, most);
    box->setDecimals(suffix.isEmpty() ? 2 : 0);
    box->setSuffix(suffix);
    box->setSpecialValueText(ShelfText::tr("not known"));
    keepWide(box, 104);
    return box;
}

/// One bottle: its fields, each of which keeps it when it has been changed.
void addSupply(QGridLayout* grid, LogStore& store, const Supply& supply, const std::function<void()>& again) {
    const int row = grid->rowCount();
    const QString id = QString::fromStdString(supply.id);
    auto* name = new QLineEdit(QString::fromStdString(supply.name));
    name->setObjectName(QStringLiteral("supply-name-") + id);
    name->setAccessibleName(ShelfText::tr("What it is called"));
    name->setPlaceholderText(ShelfText::tr("wood glue…"));
    keepWide(name, 150);
    // One bottle may be for several coats: they are ticked.
    auto* use = pushButton(QStringLiteral("supply-for-") + id, {});
    use->setAccessibleName(ShelfText::tr("What is coated from it"));
    keepWide(use, 270);
    use->setProperty("low", true);
    auto* menu = new QMenu(use);
    use->setMenu(menu);
    const std::vector<Use> uses = allUses();
    std::vector<QAction*> ticks;
    for (const Use& each : uses) {
        ticks.push_back(menu->addAction(each.words));
        ticks.back()->setCheckable(true);
        ticks.back()->setChecked(std::find(supply.keys.begin(), supply.keys.end(), each.key) !=
                                 supply.keys.end());
    }
    const auto sayUse = [use, ticks] {
        QStringList on;
        for (const QAction* each : ticks)
            if (each->isChecked()) on << each->text();
        const QString first = on.isEmpty() ? ShelfText::tr("not counted") : on.front();
        const QString more = on.size() > 1 ? ShelfText::tr(" and %1 more").arg(on.size() - 1) : QString();
        use->setText(use->fontMetrics().elidedText(first, Qt::ElideRight,
                                                   210 - use->fontMetrics().horizontalAdvance(more)) +
                     more);
        use->setToolTip(on.join(QLatin1Char('\n')));
    };
    sayUse();
    auto* holds = amount(QStringLiteral("supply-holds-") + id, ShelfText::tr("Millilitres when full"), 1e5,
                         ShelfText::tr(" ml"));
    holds->setValue(supply.holds_ml);
    auto* price = amount(QStringLiteral("supply-price-") + id, ShelfText::tr("What it cost"), 1e6, {});
    price->setValue(supply.price);
    auto* opened = new QDateEdit;
    opened->setObjectName(QStringLiteral("supply-opened-") + id);
    opened->setAccessibleName(ShelfText::tr("Opened on"));
    opened->setDisplayFormat(QStringLiteral("d.M.yyyy"));
    opened->setMinimumDate(QDate(2000, 1, 1));
    opened->setSpecialValueText(ShelfText::tr("not opened"));
    opened->setDate(supply.opened
                        ? QDateTime::fromSecsSinceEpoch(supply.opened->time_since_epoch().count()).date()
                        : opened->minimumDate());
    const auto left = store.leftOf(supply);
    auto* remains = new QLabel(!left          ? QStringLiteral("–")
                               : supply.empty ? ShelfText::tr("empty")
                                              : ShelfText::tr("%1 ml").arg(*left, 0, 'f', 0));
    remains->setMinimumWidth(64);
    QPushButton* gone = linkButton(QStringLiteral("supply-empty-") + id,
                                   supply.empty ? ShelfText::tr("forget it") : ShelfText::tr("empty"));
    int column = 0;
    for (QWidget* each :
         {static_cast<QWidget*>(name), static_cast<QWidget*>(use), static_cast<QWidget*>(holds),
          static_cast<QWidget*>(price), static_cast<QWidget*>(opened), static_cast<QWidget*>(remains),
          static_cast<QWidget*>(gone)})
        grid->addWidget(each, row, column++);
    const auto keep = [=, &store] {
        Supply changed = supply;
        changed.name = name->text().trimmed().toStdString();
        changed.keys.clear();
        for (std::size_t i = 0; i < ticks.size(); ++i)
            if (ticks[i]->isChecked()) changed.keys.push_back(uses[i].key);
        changed.holds_ml = holds->value();
        changed.price = price->value();
        changed.opened.reset();
        if (opened->date() > opened->minimumDate())
            changed.opened = Moment{std::chrono::seconds{opened->date().startOfDay().toSecsSinceEpoch()}};
        store.keep(changed);
        const auto now_left = store.leftOf(changed);
        if (!changed.empty)
            remains->setText(now_left ? ShelfText::tr("%1 ml").arg(*now_left, 0, 'f', 0)
                                      : QStringLiteral("–"));
    };
    QObject::connect(name, &QLineEdit::editingFinished, name, keep);
    for (QAction* each : ticks)
        QObject::connect(each, &QAction::toggled, use, [=] {
            sayUse();
            keep();
        });
    QObject::connect(holds, &QDoubleSpinBox::valueChanged, holds, keep);
    QObject::connect(price, &QDoubleSpinBox::valueChanged, price, keep);
    QObject::connect(opened, &QDateEdit::dateChanged, opened, keep);
    QObject::connect(gone, &QPushButton::clicked, gone, [=, &store] {
        if (supply.empty) {
            store.erase(supply);
        } else {
            Supply empty = supply;
            empty.empty = Moment{std::chrono::seconds{QDateTime::currentSecsSinceEpoch()}};
            store.keep(empty);
        }
        again();
    });
}

}  // namespace

void askShelf(QWidget* parent, LogStore& store) {
    QDialog dialog(parent);
    QVBoxLayout* outer = askingDialog(dialog, QStringLiteral("shelf"), ShelfText::tr("On the shelf"));
    auto* about = quietLabel(
        ShelfText::tr("Runs take from what is open, where you have said under Transfer, What it takes, how "
                      "much a coat takes. "
                      "So it is known what is left, and what a piece cost with the bottle shared out. "
                      "Amounts are in your money."));
    keepWide(about, 820);
    outer->addWidget(about);
    auto* area = new QScrollArea;
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setMinimumSize(900, 260);
    outer->addWidget(area);
    std::function<void()> fill;
    fill = [&] {
        auto* sheet = new QWidget;
        auto* down = new QVBoxLayout(sheet);
        down->setContentsMargins(0, 0, 0, 0);
        QGridLayout* grid = fieldGrid();
        int column = 0;
        if (store.supplies().empty())
            down->addWidget(new QLabel(ShelfText::tr("Nothing stands here yet: add the first bottle.")));
        else
            for (const QString& head :
                 {ShelfText::tr("what"), ShelfText::tr("for"), ShelfText::tr("holds"), ShelfText::tr("cost"),
                  ShelfText::tr("opened"), ShelfText::tr("left")})
                grid->addWidget(quietLabel(head), 0, column++);
        for (const Supply& supply : store.supplies()) addSupply(grid, store, supply, fill);
        down->addLayout(grid);
        down->addStretch(1);
        // A click on one of its own may be what led here: the old sheet goes when that has ended.
        if (QWidget* old = area->takeWidget()) old->hide(), old->deleteLater();
        area->setWidget(sheet);
    };
    fill();
    auto* add = pushButton(QStringLiteral("supply-add"), ShelfText::tr("Another bottle"));
    add->setProperty("low", true);
    outer->addWidget(add, 0, Qt::AlignLeft);
    QObject::connect(add, &QPushButton::clicked, &dialog, [&] {
        Supply supply;
        supply.id = newUuid();
        store.keep(supply);
        fill();
    });
    auto* done = pushButton(QStringLiteral("shelf-done"), ShelfText::tr("Done"));
    outer->addWidget(done, 0, Qt::AlignRight);
    QObject::connect(done, &QPushButton::clicked, &dialog, &QDialog::accept);
    dialog.exec();
}

}  // namespace tympan::app
