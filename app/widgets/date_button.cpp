#include "app/widgets/date_button.h"

#include <QCalendarWidget>
#include <QMenu>
#include <QWidgetAction>

#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

DateButton::DateButton(const QString& name, const QString& accessible, QWidget* parent)
    : QToolButton(parent) {
    setObjectName(name);
    setAccessibleName(accessible);
    setToolTip(accessible);
    drawIcon();
    connect(this, &QToolButton::clicked, this, &DateButton::open);
}

void DateButton::drawIcon() { setIcon(app::icon(QStringLiteral("calendar"), theme().text, 16)); }

/// In the colours of another palette.
void DateButton::changeEvent(QEvent* event) {
    QToolButton::changeEvent(event);
    if (event->type() == QEvent::StyleChange) drawIcon();
}

void DateButton::open() {
    QMenu menu(this);
    auto* calendar = new QCalendarWidget;
    calendar->setObjectName(objectName() + QStringLiteral("-days"));
    calendar->setVerticalHeaderFormat(QCalendarWidget::NoVerticalHeader);
    calendar->setFirstDayOfWeek(locale().firstDayOfWeek());
    if (first_.isValid()) calendar->setMinimumDate(first_);
    if (chosen_.isValid()) calendar->setSelectedDate(chosen_);
    // Its own head has another program's arrows and colours.
    calendar->setNavigationBarVisible(false);
    calendar->setHorizontalHeaderFormat(QCalendarWidget::ShortDayNames);
    for (const Qt::DayOfWeek day : {Qt::Saturday, Qt::Sunday})
        calendar->setWeekdayTextFormat(day, calendar->weekdayTextFormat(Qt::Monday));
    auto* page = new QWidget;
    auto* down = new QVBoxLayout(page);
    down->setContentsMargins(8, 8, 8, 8);
    auto* head = new QHBoxLayout;
    auto* month = strongLabel({});
    month->setAlignment(Qt::AlignCenter);
    QPushButton* before = pushButton(QStringLiteral("month-before"), QStringLiteral("\u2039"));
    QPushButton* after = pushButton(QStringLiteral("month-after"), QStringLiteral("\u203a"));
    before->setAccessibleName(tr("The month before"));
    after->setAccessibleName(tr("The month after"));
    for (QPushButton* each : {before, after}) each->setFixedWidth(36), each->setProperty("low", true);
    head->addWidget(before);
    head->addWidget(month, 1);
    head->addWidget(after);
    down->addLayout(head);
    down->addWidget(calendar);
    const auto name = [=, this] {
        month->setText(locale().toString(QDate(calendar->yearShown(), calendar->monthShown(), 1),
                                         QStringLiteral("MMMM yyyy")));
    };
    name();
    connect(calendar, &QCalendarWidget::currentPageChanged, month, name);
    connect(before, &QPushButton::clicked, calendar, &QCalendarWidget::showPreviousMonth);
    connect(after, &QPushButton::clicked, calendar, &QCalendarWidget::showNextMonth);
    auto* action = new QWidgetAction(&menu);
    action->setDefaultWidget(page);
    menu.addAction(action);
    const auto take = [&](const QDate& date) {
        menu.close();
        emit picked(date);
    };
    connect(calendar, &QCalendarWidget::clicked, this, take);
    connect(calendar, &QCalendarWidget::activated, this, take);
    calendar->setFocus();
    menu.exec(mapToGlobal(QPoint(0, height())));
}

}  // namespace tympan::app
