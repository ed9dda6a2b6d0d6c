#include "app/canvas/week_view.h"

#include <QAccessible>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr int names = 88, hour = 22, height_of_day = 30, week_head = 22, day_min = 24 * 60, step_min = 15,
              key_min = 30, first_hour = 6;
constexpr double thick = 12;

}  // namespace

WeekView::WeekView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("week"));
    setAccessibleName(tr("When there is time in a week"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedSize(names + 24 * hour + 16, week_head + 7 * height_of_day + 4);
    setCursor(Qt::CrossCursor);
}

void WeekView::show(const std::array<FreeHours::Day, 7>& week) {
    week_ = week;
    update();
}

/// The day's line, from its midnight to the next.
QRectF WeekView::line(int day) const {
    return {names, week_head + day * height_of_day + (height_of_day - thick) / 2, 24.0 * hour, thick};
}

double WeekView::across(int minute) const { return names + minute * hour / 60.0; }

int WeekView::minuteAt(double x) const {
    const int minute = static_cast<int>(std::lround((x - names) * 60 / hour / step_min)) * step_min;
    return std::clamp(minute, 0, day_min);
}

int WeekView::dayAt(double y) const {
    return std::clamp(static_cast<int>((y - week_head) / height_of_day), 0, 6);
}

bool WeekView::isFree(int day, int minute) const {
    const FreeHours::Day& parts = week_[static_cast<std::size_t>(day)];
    return std::any_of(parts.begin(), parts.end(), [&](const FreeHours::Part& part) {
        return part.from_min <= minute && minute < part.to_min;
    });
}

void WeekView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.setFont(figureFont(TextSize::small));
    for (int each = 0; each <= 24; each += first_hour) {
        painter.setPen(t.quiet);
        painter.drawText(QRectF(across(60 * each) - 24, 0, 48, week_head - 4), Qt::AlignCenter,
                         QStringLiteral("%1:00").arg(each));
        painter.setPen(QPen(t.line, 1));
        painter.drawLine(QPointF(across(60 * each), week_head), QPointF(across(60 * each), height() - 4));
    }
    const QLocale words(QLocale::English);
    for (int day = 0; day < 7; ++day) {
        const QRectF at = line(day);
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::normal));
        painter.drawText(QRectF(0, at.y() - 6, names - 10, at.height() + 12),
                         Qt::AlignVCenter | Qt::AlignLeft, words.dayName(day + 1));
        painter.setPen(QPen(t.line, 2));
        painter.drawLine(QPointF(at.left(), at.center().y()), QPointF(at.right(), at.center().y()));
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.chosen);
        for (const FreeHours::Part& part : week_[static_cast<std::size_t>(day)])
            painter.drawRoundedRect(
                QRectF(QPointF(across(part.from_min), at.top()), QPointF(across(part.to_min), at.bottom())),
                3, 3);
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.text, 1.5));
        painter.setBrush(Qt::NoBrush);
        const QRectF at = line(day_);
        painter.drawRect(QRectF(QPointF(across(minute_), at.top() - 4),
                                QPointF(across(minute_ + key_min), at.bottom() + 4)));
    }
}

void WeekView::brush(int day, int from_min, int to_min, bool give) {
    auto& own = week_[static_cast<std::size_t>(day)];
    const FreeHours::Part part{std::min(from_min, to_min), std::max(from_min, to_min)};
    if (part.from_min == part.to_min) return;
    own = give ? withTime(own, part) : withoutTime(own, part);
}

void WeekView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const int day = dayAt(event->position().y());
    // The quarter that is under the hand, not the nearest edge.
    const int from = std::clamp(static_cast<int>((event->position().x() - names) * 60 / hour / step_min), 0,
                                day_min / step_min - 1) *
                     step_min;
    brush_ = Brush{day, from, !isFree(day, from), week_};
    brush(day, from, from + step_min, brush_->give);
    update();
}

void WeekView::mouseMoveEvent(QMouseEvent* event) {
    if (!brush_) return;
    week_ = brush_->before;
    // Over as many days as the hand goes.
    const int to = dayAt(event->position().y()), end = minuteAt(event->position().x());
    for (int day = std::min(brush_->day, to); day <= std::max(brush_->day, to); ++day)
        brush(day, end > brush_->from_min ? brush_->from_min : brush_->from_min + step_min,
              end > brush_->from_min ? end : std::min(end, brush_->from_min), brush_->give);
    update();
}

void WeekView::mouseReleaseEvent(QMouseEvent*) {
    if (!brush_) return;
    brush_.reset();
    emit changed();
}

void WeekView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left:
            minute_ = std::max(0, minute_ - key_min);
            break;
        case Qt::Key_Right:
            minute_ = std::min(day_min - key_min, minute_ + key_min);
            break;
        case Qt::Key_Up:
            day_ = std::max(0, day_ - 1);
            break;
        case Qt::Key_Down:
            day_ = std::min(6, day_ + 1);
            break;
        case Qt::Key_Space:
            brush(day_, minute_, minute_ + key_min, !isFree(day_, minute_));
            emit changed();
            break;
        default:
            QWidget::keyPressEvent(event);
            return;
    }
    say();
    update();
}

/// Where the mark is, for who cannot see it.
void WeekView::say() {
    setAccessibleDescription(tr("%1 %2:%3, %4")
                                 .arg(QLocale(QLocale::English).dayName(day_ + 1))
                                 .arg(minute_ / 60)
                                 .arg(minute_ % 60, 2, 10, QLatin1Char('0'))
                                 .arg(isFree(day_, minute_) ? tr("free") : tr("taken")));
    QAccessibleEvent event(this, QAccessible::DescriptionChanged);
    QAccessible::updateAccessibility(&event);
}

void WeekView::focusInEvent(QFocusEvent* event) {
    QWidget::focusInEvent(event);
    say();
    update();
}

void WeekView::focusOutEvent(QFocusEvent* event) {
    QWidget::focusOutEvent(event);
    update();
}

}  // namespace tympan::app
