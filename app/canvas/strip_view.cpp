#include "app/canvas/strip_view.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QToolTip>
#include <cmath>

#include "app/look/theme.h"
#include "app/words/work_words.h"

namespace tympan::app {

namespace {

constexpr double least_line = 30, most_line = 92, narrowest = 5;
constexpr std::chrono::minutes beside{3}, around{8};

}  // namespace

StripView::StripView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("strip"));
    setAccessibleName(tr("The plan: every object a line, time from left to right"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
}

void StripView::show(std::shared_ptr<const Strip> strip, Moment now) {
    strip_ = std::move(strip);
    now_ = now;
    lines_.clear();
    hung_.clear();
    pointed_ = dragged_ = -1;
    if (strip_) {
        // Sheets with pieces for several objects have a line of their own.
        const auto& tasks = strip_->plan.tasks;
        if (std::any_of(tasks.begin(), tasks.end(), [](const Task& each) { return each.object == 0; }))
            lines_.push_back(0);
        for (const OrderedObject& object : strip_->order.objects)
            for (const Task& each : strip_->plan.tasks)
                if (each.object == object.id) {
                    lines_.push_back(object.id);
                    break;
                }
        std::vector<std::size_t> hands;
        for (std::size_t i = 0; i < strip_->plan.tasks.size(); ++i)
            if (task(i).hands) hands.push_back(i);
        std::stable_sort(hands.begin(), hands.end(), [&](std::size_t a, std::size_t b) {
            return strip_->plan.times[a].from < strip_->plan.times[b].from;
        });
        std::map<int, std::size_t> last;
        for (const std::size_t i : hands) {
            const auto line = std::find(lines_.begin(), lines_.end(), task(i).object) - lines_.begin();
            const TimeSpan& at = strip_->plan.times[i];
            const auto before = last.find(static_cast<int>(line));
            if (before != last.end() && at.from - hung_[before->second].time.to <= beside &&
                isDone(hung_[before->second].tasks.back()) == isDone(i)) {
                hung_[before->second].tasks.push_back(i);
                hung_[before->second].time.to = std::max(hung_[before->second].time.to, at.to);
            } else {
                last[static_cast<int>(line)] = hung_.size();
                hung_.push_back({static_cast<int>(line), {i}, at});
            }
        }
        QStringList all;
        for (const Hung& piece : hung_)
            all << clockText(piece.time.from, now_, strip_->zone) + QLatin1Char(' ') + wordsOf(piece);
        setAccessibleDescription(all.mid(0, 40).join(QStringLiteral("; ")));
    }
    layOut();
}

void StripView::setNow(Moment now) {
    now_ = now;
    update();
}

void StripView::layOut() {
    if (strip_ && !strip_->plan.times.empty()) {
        Moment from = strip_->plan.times.front().from, to = strip_->plan.end;
        for (const TimeSpan& each : strip_->plan.times)
            if (each.from > Moment{}) from = std::min(from, each.from), to = std::max(to, each.to);
        from = std::min(from, std::max(now_, from - std::chrono::hours{1}));
        if (strip_->due) to = std::max(to, *strip_->due);
        std::vector<TimeSpan> work;
        for (const auto& run : runsOf(strip_->plan)) {
            const TimeSpan each{strip_->plan.times[run.front()].from - around,
                                strip_->plan.times[run.back()].to + around};
            if (!work.empty() && each.from <= work.back().to)
                work.back().to = std::max(work.back().to, each.to);
            else
                work.push_back(each);
        }
        scale_ = TimeScale(work, from - around, to + std::chrono::minutes{30}, width() - names_width - 16);
    } else {
        scale_ = {};
    }
    scrollBy(0);
    update();
}

double StripView::lineHeight() const {
    const double room = height() - header - foot_room;
    return std::clamp(room / std::max<double>(1, static_cast<double>(lines_.size())), least_line, most_line);
}

double StripView::pieceHeight() const { return std::min(26.0, lineHeight() - 13); }

double StripView::x(Moment at) const { return names_width + scale_.x(at) - scrolled_; }

/// Where a rope hangs: slack, as the drying line at the top of the window does.
double StripView::ropeY(int line, double at) const {
    const double u = 2 * (at - names_width) / std::max(1, width() - names_width) - 1;
    return header - down_ + line * lineHeight() + 8 + std::min(6.0, lineHeight() / 8) * (1 - u * u);
}

QRectF StripView::rectOf(const Hung& piece) const {
    const double left = x(piece.time.from), right = std::max(left + narrowest, x(piece.time.to));
    return {left, ropeY(piece.line, (left + right) / 2) + 2, right - left, pieceHeight()};
}

int StripView::hungAt(const QPointF& at) const {
    for (std::size_t i = hung_.size(); i-- > 0;)
        if (at.x() >= names_width && rectOf(hung_[i]).adjusted(-2, -8, 2, 2).contains(at))
            return static_cast<int>(i);
    return -1;
}

QString StripView::wordsOf(const Hung& piece) const {
    QStringList names;
    for (const std::size_t i : piece.tasks) {
        if (task(i).gate) continue;
        const QString name = names.isEmpty() ? workName(task(i)) : workName(task(i)).toLower();
        if (!names.contains(name, Qt::CaseInsensitive)) names << name;
    }
    return names.join(QStringLiteral(", "));
}

void StripView::resizeEvent(QResizeEvent*) { layOut(); }

void StripView::scrollBy(double by) {
    const double most = std::max(0.0, scale_.width() - (width() - names_width - 16));
    scrolled_ = std::clamp(scrolled_ + by, 0.0, most);
    const double tall = header + foot_room + lineHeight() * static_cast<double>(lines_.size());
    down_ = std::clamp(down_, 0.0, std::max(0.0, tall - height()));
    update();
}

void StripView::wheelEvent(QWheelEvent* event) {
    const QPoint by = event->angleDelta();
    const double tall = header + foot_room + lineHeight() * static_cast<double>(lines_.size());
    // Down where there are more lines than room, and else along the time.
    if (by.y() != 0 && tall > height() && !event->modifiers().testFlag(Qt::ShiftModifier)) {
        down_ -= by.y() / 2.0;
        scrollBy(0);
    } else {
        scrollBy(-(by.x() + by.y()) / 1.5);
    }
    event->accept();
}

void StripView::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Left ? -1 : event->key() == Qt::Key_Right ? 1 : 0;
    if (step == 0 || hung_.empty()) return QWidget::keyPressEvent(event);
    // Work is pointed at one by one; with Shift it is put off, a quarter of an hour at a time.
    if (event->modifiers().testFlag(Qt::ShiftModifier) && pointed_ >= 0) {
        const Hung& piece = hung_[static_cast<std::size_t>(pointed_)];
        emit putOff(QString::fromStdString(task(piece.tasks.front()).id),
                    piece.time.from + std::chrono::minutes{15 * step});
        return;
    }
    pointed_ = std::clamp(pointed_ + step, 0, static_cast<int>(hung_.size()) - 1);
    const Hung& piece = hung_[static_cast<std::size_t>(pointed_)];
    const QRectF r = rectOf(piece);
    if (r.left() < names_width) scrollBy(r.left() - names_width - 20);
    if (r.right() > width()) scrollBy(r.right() - width() + 20);
    setAccessibleDescription(clockText(piece.time.from, now_, strip_->zone) + QLatin1Char(' ') +
                             wordsOf(piece));
    update();
}

void StripView::mousePressEvent(QMouseEvent* event) {
    const int at = hungAt(event->position());
    if (at < 0 || event->button() != Qt::LeftButton ||
        isDone(hung_[static_cast<std::size_t>(at)].tasks.front()))
        return;
    dragged_ = pointed_ = at;
    grabbed_ = event->position().x() - rectOf(hung_[static_cast<std::size_t>(at)]).left();
    drag_x_ = event->position().x();
    update();
}

void StripView::mouseMoveEvent(QMouseEvent* event) {
    if (dragged_ >= 0) {
        drag_x_ = event->position().x();
        // At an edge time goes by.
        if (drag_x_ > width() - 12) scrollBy(12);
        if (drag_x_ < names_width + 12) scrollBy(-12);
    } else {
        pointed_ = hungAt(event->position());
    }
    setCursor(pointed_ >= 0 ? Qt::OpenHandCursor : Qt::ArrowCursor);
    update();
}

void StripView::mouseReleaseEvent(QMouseEvent* event) {
    if (dragged_ < 0) return;
    const Hung piece = hung_[static_cast<std::size_t>(dragged_)];
    const double left = event->position().x() - grabbed_;
    dragged_ = -1;
    update();
    if (std::abs(left - rectOf(piece).left()) < 4) return;
    emit putOff(QString::fromStdString(task(piece.tasks.front()).id),
                scale_.at(left - names_width + scrolled_));
}

bool StripView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const int at = hungAt(help->pos());
    if (at < 0) {
        QToolTip::hideText();
        return true;
    }
    constexpr std::size_t most = 12;
    QStringList text;
    const Hung& piece = hung_[static_cast<std::size_t>(at)];
    for (std::size_t k = 0; k < std::min(most, piece.tasks.size()); ++k) {
        const std::size_t i = piece.tasks[k];
        text << QStringLiteral("%1  %2, %3")
                    .arg(clockText(strip_->plan.times[i].from, now_, strip_->zone), workName(task(i)),
                         whatIsWorked(task(i), strip_->order));
    }
    if (piece.tasks.size() > most) text << tr("and %1 more").arg(piece.tasks.size() - most);
    QToolTip::showText(help->globalPos(), text.join(QLatin1Char('\n')), this);
    return true;
}

}  // namespace tympan::app
