#include "app/canvas/wall_view.h"

#include <QAccessible>
#include <QDateTime>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>

#include "app/look/theme.h"
#include "app/model/log_store.h"

namespace tympan::app {

namespace {

constexpr int print_width = 132, print_height = 150, picture_height = 96, gap = 16, month_height = 34,
              side = 16;
const QColor wall_peg(0xbf, 0x93, 0x5c);

QDateTime wallTime(Moment at) { return QDateTime::fromSecsSinceEpoch(at.time_since_epoch().count()); }

/// Of a month: its first day, and from when to when it is.
struct MonthSpan {
    QDate first;
    Moment from, to;
    bool has(Moment at) const { return from <= at && at < to; }
};

MonthSpan monthOf(Moment at) {
    const QDate date = wallTime(at).date(), first(date.year(), date.month(), 1);
    const auto begin = [](const QDate& day) {
        return Moment{std::chrono::seconds{day.startOfDay().toSecsSinceEpoch()}};
    };
    return {first, begin(first), begin(first.addMonths(1))};
}

}  // namespace

WallView::WallView(LogStore& store, QWidget* parent) : QWidget(parent), store_(store) {
    setObjectName(QStringLiteral("wall"));
    setAccessibleName(tr("The pieces that answer"));
    setFocusPolicy(Qt::StrongFocus);
    connect(&store_, &LogStore::changed, this, &WallView::lay);
    connect(&store_, &LogStore::pictured, this, qOverload<>(&QWidget::update));
    lay();
}

QSize WallView::sizeHint() const { return {600, height_}; }

QRect WallView::printRect(std::size_t line) const { return prints_.at(line); }

/// Rows of prints below the name of each month.
void WallView::lay() {
    months_.clear();
    prints_.clear();
    const int columns = std::max(1, (width() - 2 * side + gap) / (print_width + gap));
    int y = 4, column = 0;
    MonthSpan month;  // looked up once a month: a logbook may be long
    for (const LogLine& line : store_.lines()) {
        if (!month.has(line.made)) {
            if (!months_.empty()) y += print_height + gap;
            month = monthOf(line.made);
            months_.push_back(
                {QLocale(QLocale::English).toString(month.first, QStringLiteral("MMMM yyyy")), y});
            y += month_height;
            column = 0;
        } else if (column == columns) {
            y += print_height + gap;
            column = 0;
        }
        prints_.emplace_back(side + column++ * (print_width + gap), y, print_width, print_height);
    }
    height_ = prints_.empty() ? 40 : y + print_height + gap;
    mark_ = std::clamp(mark_, 0, std::max(0, static_cast<int>(prints_.size()) - 1));
    setMinimumHeight(height_);
    updateGeometry();
    update();
}

void WallView::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const Theme& t = theme();
    painter.fillRect(rect(), t.stage);
    for (const Month& month : months_) {
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::normal, true));
        painter.drawText(QRect(side, month.y, width() - 2 * side, month_height - 8),
                         Qt::AlignLeft | Qt::AlignVCenter, month.name);
    }
    for (std::size_t i = 0; i < prints_.size(); ++i) {
        const QRect& at = prints_[i];
        if (!at.intersects(event->rect())) continue;
        const LogLine& line = store_.lines()[i];
        const bool marked = hasFocus() && static_cast<int>(i) == mark_;
        const bool open = store_.entry() && store_.entry()->id == line.id;
        painter.setPen(QPen(marked || open ? t.chosen : t.line, marked || open ? 2 : 1));
        painter.setBrush(t.card);
        painter.drawRoundedRect(QRectF(at).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        painter.fillRect(QRect(at.center().x() - 4, at.y() - 6, 9, 14), wall_peg);
        const QRect frame(at.x() + 8, at.y() + 12, at.width() - 16, picture_height - 8);
        if (const QImage picture = store_.pictureBeside(line.id); !picture.isNull()) {
            const QSize size = picture.size().scaled(frame.size(), Qt::KeepAspectRatio);
            painter.drawImage(
                QRect(frame.center() - QPoint(size.width() / 2, size.height() / 2), size),
                picture.scaled(size * devicePixelRatioF(), Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
        } else {
            painter.setPen(QPen(t.line, 1, Qt::DashLine));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(frame.adjusted(20, 8, -20, -8));
        }
        painter.setFont(textFont(TextSize::small, true));
        painter.setPen(t.text);
        const QRect words(at.x() + 8, at.y() + picture_height + 8, at.width() - 16, 18);
        painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(QString::fromStdString(line.name), Qt::ElideRight,
                                                          words.width()));
        painter.setFont(textFont(TextSize::small));
        painter.setPen(line.outcome == Outcome::spoiled || line.outcome == Outcome::in_parts ? t.look
                                                                                             : t.quiet);
        const QString day = QLocale(QLocale::English).toString(wallTime(line.made), QStringLiteral("d MMM"));
        painter.drawText(words.translated(0, 18), Qt::AlignLeft | Qt::AlignVCenter,
                         outcomeText(line.outcome));
        painter.setPen(t.quiet);
        painter.drawText(words.translated(0, 18), Qt::AlignRight | Qt::AlignVCenter, day);
    }
}

void WallView::resizeEvent(QResizeEvent*) { lay(); }

void WallView::mouseReleaseEvent(QMouseEvent* event) {
    for (std::size_t i = 0; i < prints_.size(); ++i)
        if (prints_[i].contains(event->position().toPoint())) {
            mark_ = static_cast<int>(i);
            emit opened(QString::fromStdString(store_.lines()[i].id));
            return;
        }
}

void WallView::keyPressEvent(QKeyEvent* event) {
    const int last = static_cast<int>(prints_.size()) - 1;
    if (last < 0) return QWidget::keyPressEvent(event);
    const auto inRow = [&](int by) {
        // To the print that hangs nearest in the row above or below.
        const QRect here = prints_[static_cast<std::size_t>(mark_)];
        int best = mark_;
        for (int i = mark_; i >= 0 && i <= last; i += by) {
            const QRect& at = prints_[static_cast<std::size_t>(i)];
            if (at.y() == here.y()) continue;
            if (best != mark_ && at.y() != prints_[static_cast<std::size_t>(best)].y()) break;
            if (best == mark_ || std::abs(at.x() - here.x()) <=
                                     std::abs(prints_[static_cast<std::size_t>(best)].x() - here.x()))
                best = i;
        }
        return best;
    };
    switch (event->key()) {
        case Qt::Key_Left:
            mark_ = std::max(0, mark_ - 1);
            break;
        case Qt::Key_Right:
            mark_ = std::min(last, mark_ + 1);
            break;
        case Qt::Key_Up:
            mark_ = inRow(-1);
            break;
        case Qt::Key_Down:
            mark_ = inRow(1);
            break;
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Space:
            emit opened(QString::fromStdString(store_.lines()[static_cast<std::size_t>(mark_)].id));
            return;
        default:
            return QWidget::keyPressEvent(event);
    }
    say();
    emit wantSeen(prints_[static_cast<std::size_t>(mark_)]);
    update();
}

void WallView::say() {
    const LogLine& line = store_.lines()[static_cast<std::size_t>(mark_)];
    setAccessibleDescription(tr("%1, %2").arg(QString::fromStdString(line.name), outcomeText(line.outcome)));
    QAccessibleEvent event(this, QAccessible::DescriptionChanged);
    QAccessible::updateAccessibility(&event);
}

}  // namespace tympan::app
