#include "app/widgets/date_button.h"

#include <QCalendarWidget>
#include <QMenu>
#include <QWidgetAction>

#include "app/look/icons.h"
#include "app/look/theme.h"

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
    auto* action = new QWidgetAction(&menu);
    action->setDefaultWidget(calendar);
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
