#include "app/canvas/station_rule.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/look/icons.h"
#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr int mark_height = 48, first_mark = 4, widest_pitch = 96;

}  // namespace

StationRule::StationRule(const QStringList& stations, QWidget* parent)
    : QWidget(parent), stations_(stations) {
    states_.fill(State::nothing, stations.size());
    setObjectName(QStringLiteral("rule"));
    setFixedWidth(108);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    say();
}

void StationRule::say() {
    setAccessibleName(tr("Stations: %1 chosen").arg(stations_.value(chosen_)));
    QStringList all;
    for (int i = 0; i < stations_.size(); ++i) {
        const State state = states_[i];
        all << stations_[i] + (state == State::fine   ? tr(", fine")
                               : state == State::look ? tr(", worth a look")
                                                      : QString());
    }
    setAccessibleDescription(all.join(QStringLiteral("; ")));
}

void StationRule::choose(int station) {
    if (station < 0 || station >= stations_.size()) return;
    chosen_ = station;
    say();
    update();
}

void StationRule::setState(int station, State state) {
    if (states_[station] == state) return;
    states_[station] = state;
    say();
    update();
}

int StationRule::pitch() const {
    return std::clamp((height() - 16) / static_cast<int>(stations_.size()), mark_height + 8, widest_pitch);
}

QRect StationRule::markRect(int station) const {
    return {0, first_mark + station * pitch(), width(), mark_height};
}

int StationRule::stationAt(const QPoint& at) const {
    for (int i = 0; i < stations_.size(); ++i)
        if (markRect(i).contains(at)) return i;
    return -1;
}

void StationRule::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.rule);
    // Engraved lines along the right edge, as on steel: tenths, halves, and a long one at each station.
    painter.setPen(QPen(t.quiet, 1));
    const double step = pitch() / 10.0;
    for (int i = 0; first_mark + i * step < height(); ++i) {
        const double y = first_mark + i * step + 0.5;
        const int length = i % 10 == 0 ? 18 : i % 5 == 0 ? 12 : 7;
        painter.setOpacity(i % 10 == 0 ? 0.9 : 0.5);
        painter.drawLine(QPointF(width() - length, y), QPointF(width(), y));
    }
    painter.setOpacity(1);
    for (int i = 0; i < stations_.size(); ++i) {
        const QRect r = markRect(i);
        const bool on = i == chosen_;
        if (on) {
            QPolygonF tab;
            tab << r.topLeft() << QPointF(r.right() - 11, r.top())
                << QPointF(r.right() + 1, r.center().y() + 1) << QPointF(r.right() - 11, r.bottom() + 1)
                << QPointF(r.left(), r.bottom() + 1);
            painter.setPen(Qt::NoPen);
            painter.setBrush(t.chosen);
            painter.drawPolygon(tab);
        } else if (i == pointed_) {
            painter.fillRect(r.adjusted(0, 0, -20, 0), t.tray);
        }
        painter.setPen(on ? t.on_chosen : t.quiet);
        painter.setFont(figureFont(TextSize::small));
        painter.drawText(QRect(r.left() + 10, r.top() + 6, 12, 20), Qt::AlignVCenter, QString::number(i + 1));
        painter.setPen(on ? t.on_chosen : t.text);
        painter.setFont(textFont(TextSize::normal, on));
        painter.drawText(QRect(r.left() + 24, r.top() + 4, 76, 22), Qt::AlignVCenter, stations_[i]);
        if (states_[i] == State::nothing) continue;
        const bool look = states_[i] == State::look;
        const QColor quiet = on ? t.on_chosen : look ? t.look : t.quiet;
        painter.drawPixmap(r.left() + 9, r.top() + 28,
                           icon(look ? QStringLiteral("look") : QStringLiteral("fine"), quiet, 12));
        painter.setFont(textFont(TextSize::small));
        painter.setPen(quiet);
        painter.drawText(QRect(r.left() + 25, r.top() + 26, 80, 16), Qt::AlignVCenter,
                         look ? tr("worth a look") : tr("fine"));
    }
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.text, 1, Qt::DotLine));
        painter.drawRect(QRectF(markRect(chosen_)).adjusted(2.5, 2.5, -14.5, -2.5));
    }
}

void StationRule::mousePressEvent(QMouseEvent* event) {
    if (const int at = stationAt(event->pos()); at >= 0) emit picked(at);
}

void StationRule::mouseMoveEvent(QMouseEvent* event) {
    pointed_ = stationAt(event->pos());
    update();
}

void StationRule::leaveEvent(QEvent*) {
    pointed_ = -1;
    update();
}

void StationRule::keyPressEvent(QKeyEvent* event) {
    const int by = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    if (by == 0) return QWidget::keyPressEvent(event);
    const int to = chosen_ + by;
    if (to >= 0 && to < stations_.size()) emit picked(to);
}

}  // namespace tympan::app
