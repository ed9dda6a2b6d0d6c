// How the strip looks.
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "app/canvas/strip_view.h"
#include "app/look/theme.h"
#include "app/words/words.h"
#include "app/words/work_words.h"

namespace tympan::app {

namespace {

const QColor peg_wood(0xbf, 0x93, 0x5c);

}  // namespace

void StripView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.stage);
    if (!strip_ || lines_.empty()) {
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::normal));
        painter.drawText(rect(), Qt::AlignCenter,
                         working_ ? tr("The work is being planned…")
                                  : tr("Hang up a picture first: then its work is planned here."));
        return;
    }
    painter.setClipRect(QRect(names_width, 0, width() - names_width, height()));
    paintTime(painter);
    for (int line = 0; line < static_cast<int>(lines_.size()); ++line) paintLine(painter, line);
    for (std::size_t i = 0; i < hung_.size(); ++i)
        if (static_cast<int>(i) != dragged_) paintHung(painter, hung_[i], false);
    if (dragged_ >= 0) paintHung(painter, hung_[static_cast<std::size_t>(dragged_)], true);
    paintNow(painter);
    painter.setClipping(false);
    painter.fillRect(QRect(0, 0, names_width - 8, height()), t.paper);
    for (int line = 0; line < static_cast<int>(lines_.size()); ++line) {
        const double y = header - down_ + line * lineHeight();
        if (y < header - lineHeight()) continue;
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::normal));
        const OrderedObject* object = findObject(strip_->order, lines_[static_cast<std::size_t>(line)]);
        const QString name = object ? text(object->name) : tr("Sheets");
        painter.drawText(QRectF(12, y + 4, names_width - 28, lineHeight() - 8),
                         Qt::AlignVCenter | Qt::TextWordWrap, name);
    }
    painter.fillRect(QRect(0, 0, names_width - 8, header - 6), t.paper);
    if (hasFocus()) {
        painter.setPen(QPen(t.text, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(2.5, 2.5, -2.5, -2.5));
    }
}

/// Hours and days along the top, hours that are taken shaded, folds marked.
void StripView::paintTime(QPainter& painter) const {
    const Theme& t = theme();
    const QColor shade = t.dark ? QColor(0, 0, 0, 70) : QColor(0, 0, 0, 26);
    const Moment first = scale_.parts().front().time.from, last = scale_.parts().back().time.to;
    Moment taken = first;
    const auto shadeTo = [&](Moment until) {
        if (until > taken)
            painter.fillRect(QRectF(x(taken), header - 6, x(until) - x(taken), height()), shade);
    };
    for (const TimeSpan& free : freeBetween(strip_->hours, strip_->zone, first, last)) {
        shadeTo(free.from);
        taken = free.to;
    }
    shadeTo(last);
    painter.fillRect(QRectF(names_width, 0, width(), header - 6), t.paper);
    painter.setFont(figureFont(TextSize::small));
    double written = names_width - 40;
    std::chrono::sys_days said_day{};
    for (const TimeScale::Part& part : scale_.parts()) {
        const double left = x(part.time.from), right = x(part.time.to);
        if (part.folded) {
            // A fold in the paper.
            painter.setPen(QPen(t.line, 1));
            for (const double at : {left + 3, right - 3}) {
                QPolygonF zig;
                for (double y = header - 6; y < height(); y += 6)
                    zig << QPointF(at + (std::fmod(y, 12) < 6 ? -1.5 : 1.5), y);
                painter.drawPolyline(zig);
            }
            const double hours = static_cast<double>((part.time.to - part.time.from).count()) / 3600;
            painter.setPen(t.quiet);
            painter.drawText(QRectF(left, 20, right - left, 16), Qt::AlignCenter, lengthOfTime(hours * 60));
            continue;
        }
        // Full hours, or quarters where there is room.
        const double per_hour =
            part.width / std::max(1e-9, static_cast<double>((part.time.to - part.time.from).count()) / 3600);
        const int step_min = per_hour > 260 ? 15 : per_hour > 120 ? 30 : 60;
        WallTime wall = strip_->zone.wall(part.time.from);
        const auto minutes = std::chrono::duration_cast<std::chrono::minutes>(wall.into_day).count();
        wall.into_day = std::chrono::minutes{(minutes / step_min) * step_min};
        for (Moment at = strip_->zone.at(wall); at < part.time.to; at += std::chrono::minutes{step_min}) {
            if (at < part.time.from) continue;
            const double tick = x(at);
            painter.setPen(QPen(t.line, 1));
            painter.drawLine(QPointF(tick, header - 12), QPointF(tick, header - 6));
            painter.setPen(QPen(t.line, 1, Qt::DotLine));
            painter.drawLine(QPointF(tick, header - 6), QPointF(tick, height()));
            // Not into the words of a fold beside it.
            if (tick - written < 40 || tick - left < 20 || right - tick < 20) continue;
            painter.setPen(t.quiet);
            painter.drawText(QRectF(tick - 20, 20, 40, 14), Qt::AlignCenter, clockText(at, at, strip_->zone));
            written = tick;
        }
        static const char* const days[] = {
            QT_TR_NOOP("Sunday"),   QT_TR_NOOP("Monday"), QT_TR_NOOP("Tuesday"), QT_TR_NOOP("Wednesday"),
            QT_TR_NOOP("Thursday"), QT_TR_NOOP("Friday"), QT_TR_NOOP("Saturday")};
        const auto date = strip_->zone.wall(part.time.from + std::chrono::minutes{10}).date;
        if (date == said_day) continue;
        said_day = date;
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::small, true));
        painter.drawText(QRectF(std::max<double>(left, names_width) + 4, 3, std::max(80.0, part.width), 16),
                         Qt::AlignVCenter, tr(days[std::chrono::weekday{date}.c_encoding()]));
        painter.setFont(figureFont(TextSize::small));
    }
    if (strip_->due) {
        const double due = x(*strip_->due);
        painter.setPen(QPen(t.look, 1.5));
        painter.drawLine(QPointF(due, header - 6), QPointF(due, height()));
        painter.drawLine(QPointF(due + 3, header - 6), QPointF(due + 3, height()));
        painter.setFont(textFont(TextSize::small));
        painter.drawText(QRectF(due - 124, height() - 18, 120, 16), Qt::AlignRight | Qt::AlignVCenter,
                         tr("ready by %1").arg(clockText(*strip_->due, now_, strip_->zone)));
    }
}

void StripView::paintLine(QPainter& painter, int line) const {
    const Theme& t = theme();
    // The rope itself.
    QPainterPath rope;
    rope.moveTo(names_width, ropeY(line, names_width));
    for (double at = names_width; at <= width(); at += 16) rope.lineTo(at, ropeY(line, at));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.line, 1.2));
    painter.drawPath(rope);
    const int object = lines_[static_cast<std::size_t>(line)];
    for (std::size_t i = 0; i < strip_->plan.tasks.size(); ++i) {
        if (task(i).object != object) continue;
        const TimeSpan& span = strip_->plan.times[i];
        if (!task(i).hands && span.to > span.from) {
            // Thick while it is wet, thin once it is dry.
            const double from = x(span.from), to = x(span.to);
            if (to < names_width || from > width()) continue;
            QPolygonF wedge;
            const int steps = std::max(2, static_cast<int>((to - from) / 12));
            for (int k = 0; k <= steps; ++k) {
                const double at = from + (to - from) * k / steps;
                wedge << QPointF(at, ropeY(line, at) - 0.8 - 2.6 * (steps - k) / steps);
            }
            for (int k = steps; k >= 0; --k) {
                const double at = from + (to - from) * k / steps;
                wedge << QPointF(at, ropeY(line, at) + 0.8 + 2.6 * (steps - k) / steps);
            }
            painter.setPen(Qt::NoPen);
            painter.setBrush(isDone(i) ? t.quiet : t.chosen);
            painter.drawPolygon(wedge);
        }
    }
    // Deadlines: edges that one sees coming, one for each piece of work, the next that is due in it.
    for (const Hung& piece : hung_) {
        if (piece.line != line) continue;
        std::optional<Moment> edge;
        for (const std::size_t i : piece.tasks) {
            if (isDone(i)) continue;
            for (const Tie& tie : task(i).after) {
                if (!tie.most_min || *tie.most_min <= 0) continue;
                const TimeSpan& other = strip_->plan.times[tie.task];
                const Moment due = (tie.from_begin ? other.from : other.to) +
                                   std::chrono::seconds{static_cast<long>(*tie.most_min * 60)};
                edge = edge ? std::min(*edge, due) : due;
            }
        }
        if (!edge) continue;
        const double at = x(*edge), y = ropeY(line, at);
        painter.setPen(QPen(t.look, 2));
        painter.drawLine(QPointF(at, y - 5), QPointF(at, y + pieceHeight() + 5));
    }
}

void StripView::paintHung(QPainter& painter, const Hung& piece, bool dragged) const {
    const Theme& t = theme();
    QRectF r = rectOf(piece);
    if (dragged) r.moveLeft(drag_x_ - grabbed_);
    if (r.right() < names_width || r.left() > width()) return;
    const bool done = isDone(piece.tasks.back());
    bool now = false;
    for (const std::size_t i : piece.tasks) now = now || task(i).id == strip_->now_task;
    painter.setOpacity(dragged ? 0.85 : 1);
    painter.setPen(QPen(now ? t.chosen : t.quiet, 1));
    painter.setBrush(now ? t.chosen : done ? t.tray : t.card);
    painter.drawRect(r);
    // Its peg.
    painter.setPen(Qt::NoPen);
    painter.setBrush(done ? t.line : peg_wood);
    const double peg = r.left() + std::min(r.width() / 2, 14.0);
    painter.drawRect(QRectF(peg - 2, r.top() - 5, 4, 9));
    painter.setPen(now ? t.on_chosen : done ? t.quiet : t.text);
    painter.setFont(textFont(TextSize::small));
    if (r.width() > 34) {
        const QRectF inside =
            r.adjusted(5, 0, -3, 0).intersected(QRectF(names_width + 2, 0, width(), height()));
        painter.drawText(inside, Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(wordsOf(piece), Qt::ElideRight,
                                                          static_cast<int>(inside.width())));
    }
    if (&piece - hung_.data() == pointed_) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.chosen, 2));
        painter.drawRect(r.adjusted(-1, -1, 1, 1));
    }
    painter.setOpacity(1);
}

/// A plumb line.
void StripView::paintNow(QPainter& painter) const {
    const Theme& t = theme();
    if (scale_.parts().empty() || now_ < scale_.parts().front().time.from ||
        now_ > scale_.parts().back().time.to)
        return;
    const double at = x(now_);
    painter.setPen(QPen(t.text, 1));
    painter.drawLine(QPointF(at, 16), QPointF(at, height() - 16));
    painter.setBrush(t.text);
    painter.drawPolygon(
        QPolygonF{{at - 4, height() - 17.0}, {at + 4, height() - 17.0}, {at, height() - 5.0}});
    painter.drawRect(QRectF(at - 2, height() - 21, 4, 4));
}

}  // namespace tympan::app
