// How a step looks at the table.
#include <QPainter>
#include <QPushButton>

#include "app/canvas/sheet_diagram.h"
#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/model/run_book.h"
#include "app/stations/transfer/table_view.h"
#include "app/words/words.h"
#include "app/words/work_words.h"

namespace tympan::app {

void TableView::paintTimer(QPainter& painter, const QRectF& box) const {
    const Theme& t = theme();
    const RunBook::Open* open = book_.find(run_);
    const Task* task = shown();
    if (!open || !task) return;
    const Moment now = clock_.now();
    QString count, about;
    QColor colour = t.text;
    if (now_.kind == Now::Kind::later) {
        count = clockText(now_.from, now, clock_.zone());
        about = tr("in %1").arg(lengthOfTime(static_cast<double>((now_.from - now).count()) / 60));
    } else if (now_.kind == Now::Kind::wait) {
        const auto left = now_.from - now;
        count = countText(left);
        about = left.count() > 0
                    ? tr("until %1 · %2").arg(clockText(now_.from, now, clock_.zone()), rangeText(*task))
                    : tr("now you may · %1").arg(rangeText(*task));
        if (left.count() <= 0) colour = t.chosen;
    } else if (now_.until) {
        const auto left = *now_.until - now;
        count = countText(left);
        // Red is for what is known to spoil the work.
        const bool guess = now_.until_basis == Basis::guess;
        about = left.count() <= 0 ? tr("Late. Check whether it still works.")
                : guess           ? tr("until it should be done, by our estimate")
                                  : tr("until it must be done");
        if (!guess) colour = t.look;
    } else if (const auto begun = open->state.past.under_way.find(task_);
               begun != open->state.past.under_way.end()) {
        count = countText(now - begun->second.from);
        about = tr("since you began · %1").arg(rangeText(*task));
    } else if (!task->gate) {
        about = rangeText(*task);
    }
    if (!count.isEmpty()) {
        QFont figures = figureFont(TextSize::title);
        figures.setPixelSize(84);
        painter.setFont(figures);
        painter.setPen(colour);
        painter.drawText(QRectF(box.left(), box.top(), box.width(), 92), Qt::AlignLeft | Qt::AlignVCenter,
                         count);
    }
    painter.setFont(large(17));
    painter.setPen(t.quiet);
    painter.drawText(QRectF(box.left(), box.top() + (count.isEmpty() ? 0 : 94), box.width(), 26),
                     Qt::AlignLeft | Qt::AlignVCenter, about);
}

void TableView::paintReference(QPainter& painter, const QRectF& box) const {
    const Theme& t = theme();
    QTransform turn;
    turn.rotate(90.0 * turned_);
    const QPixmap picture =
        reference_.transformed(turn).scaled((box.size() - QSizeF(0, 44)).toSize() * devicePixelRatioF(),
                                            Qt::KeepAspectRatio, Qt::SmoothTransformation);
    const QSizeF size = QSizeF(picture.size()) / devicePixelRatioF();
    const QRectF at(box.left() + (box.width() - size.width()) / 2, box.top(), size.width(), size.height());
    painter.drawPixmap(at, picture, picture.rect());
    painter.setPen(QPen(t.line, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(at);
    painter.setPen(t.quiet);
    painter.setFont(large(14));
    painter.drawText(
        QRectF(box.left(), at.bottom() + 6, box.width(), 40), Qt::AlignHCenter | Qt::TextWordWrap,
        tr("As people will see it. Hatched: the picture itself is pale there; feel, do not look."));
}

void TableView::paintDiagram(QPainter& painter, const QRectF& box, const Task& task) const {
    const QSize size = (box.size() * devicePixelRatioF()).toSize();
    if (diagram_.size() != size) {
        diagram_ = QPixmap(size);
        diagram_.setDevicePixelRatio(devicePixelRatioF());
        diagram_.fill(Qt::transparent);
        QPainter drawing(&diagram_);
        drawing.setRenderHint(QPainter::Antialiasing);
        drawing.setRenderHint(QPainter::SmoothPixmapTransform);
        paintSheetDiagram(drawing, QRectF(QPointF(2, 2), box.size() - QSizeF(4, 4)), task,
                          book_.find(run_)->state.order, [this](int piece) {
                              const std::string bytes = book_.picture(run_, piece);
                              return QImage::fromData(reinterpret_cast<const uchar*>(bytes.data()),
                                                      static_cast<int>(bytes.size()));
                          });
    }
    painter.drawPixmap(box.topLeft(), diagram_);
}

void TableView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    const RunBook::Open* open = book_.find(run_);
    if (!open) return;
    const double left = margin, width_words = width() * words_share - margin;
    const double bottom = height() - margin / 2.0 - buttons_height - 8 - coming_height;
    const Task* task = shown();
    if (now_.kind == Now::Kind::over || !task) {
        painter.setFont(large(22));
        painter.setPen(t.quiet);
        painter.drawText(QRectF(left, 24, width_words, 60), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
                         QString::fromStdString(open->state.order.name));
        painter.setFont(large(64, true));
        painter.setPen(t.text);
        painter.drawText(QRectF(left, 80, width() - 2 * margin, 90), Qt::AlignLeft, tr("All is done"));
        painter.setFont(large(22));
        painter.drawText(QRectF(left, 190, width() - 2 * margin, 60), Qt::AlignLeft | Qt::TextWordWrap,
                         tr("When you end the work, it is kept as it was."));
        return;
    }
    double y = 24;
    painter.setFont(large(22));
    painter.setPen(t.quiet);
    const QString of = whatIsWorked(*task, open->state.order);
    painter.drawText(QRectF(left, y, width_words, 60), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, of);
    y += painter.boundingRect(QRectF(left, y, width_words, 60), Qt::TextWordWrap, of).height() + 2;
    const QString name = task->gate ? workName(*task) : text(shortName(task->details));
    int title_px = 60;
    painter.setFont(large(title_px, true));
    while (title_px > 32 && painter.fontMetrics().horizontalAdvance(name) > width_words)
        painter.setFont(large(--title_px, true));
    painter.setPen(now_.kind == Now::Kind::hands ? t.text : t.quiet);
    painter.drawText(QRectF(left, y, width_words, 76), Qt::AlignLeft | Qt::AlignVCenter, name);
    y += 80;
    if (const QString round = roundText(*task); !round.isEmpty()) {
        // Pegs: one for each round, filled as far as one is.
        for (int k = 0; k < task->rounds; ++k) {
            painter.setPen(QPen(t.chosen, 1.5));
            painter.setBrush(k < *task->round ? QBrush(t.chosen) : QBrush(Qt::NoBrush));
            painter.drawRect(QRectF(left + k * 18, y + 4, 9, 18));
        }
        painter.setPen(t.text);
        painter.setFont(large(18));
        painter.drawText(QRectF(left + task->rounds * 18 + 8, y, width_words, 26), Qt::AlignVCenter, round);
        y += 36;
    }
    painter.setPen(t.text);
    // What is dangerous, what must be ready and what is done are equally large: long ones are set smaller,
    // and still read at arm's length.
    QString caution = text(Text::listed(cautionsOf(*task), "\n"));
    if (task->details->heat) caution = tr("Not above %1. %2").arg(heatText(*task->details->heat), caution);
    const QString before = beforeOne(), care = careSentence(*task, open->state.order);
    QString words = text(task->details->words) + (care.isEmpty() ? QString() : QLatin1Char(' ') + care);
    if (!task->details->pressure.empty()) words += tr(" Pressure: %1.").arg(text(task->details->pressure));
    constexpr double frame = 26;  // what a box takes around its words
    const auto heightOf = [&](const QString& text, double width) {
        return text.isEmpty()
                   ? 0
                   : painter.boundingRect(QRectF(0, 0, width, 2000), Qt::TextWordWrap, text).height();
    };
    const auto all = [&] {
        double sum = heightOf(words, width_words) + 12;
        for (const QString& each : {caution, before})
            if (!each.isEmpty()) sum += heightOf(each, width_words - 28) + frame;
        return sum;
    };
    const double room = bottom - 132 - y;
    int px = 28;
    painter.setFont(large(px));
    while (px > 15 && all() > room) painter.setFont(large(--px));
    const auto box = [&](const QString& text, const QColor& colour) {
        if (text.isEmpty()) return;
        const double tall = heightOf(text, width_words - 28);
        painter.setPen(QPen(colour, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(left, y, width_words, tall + 16));
        painter.setPen(t.text);
        painter.drawText(QRectF(left + 14, y + 8, width_words - 28, tall), Qt::AlignLeft | Qt::TextWordWrap,
                         text);
        y += tall + frame;
    };
    box(caution, t.look);
    painter.setPen(t.text);
    painter.drawText(QRectF(left, y, width_words, heightOf(words, width_words)),
                     Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, words);
    y += heightOf(words, width_words) + 12;
    box(before, t.look);
    paintComing(painter, QRectF(left, bottom, width_words, coming_height));
    if (y < bottom - 126) {
        // Held to the bottom, where the eye finds it again.
        paintTimer(painter, QRectF(left, std::max(y, bottom - 132), width_words, 126));
    } else {
        paintTimer(painter, QRectF(left, y, width_words, 126));
    }
    // What good looks like, and the picture.
    const double right = width() * words_share + 24, across = width() - margin - right;
    const bool sheets = hasSheetDiagram(*task, open->state.order);
    const bool picture = sheets || !reference_.isNull();
    const QRectF drawing(right, 84, across, sheets ? 110 : picture ? 176 : 300);
    painter.drawPixmap(drawing.topLeft(), lineDrawing(QStringLiteral("steps/") + drawingOf(*task), t.chosen,
                                                      drawing.size().toSize(), devicePixelRatioF()));
    double below = drawing.bottom() + 8;
    if (!task->details->good.empty()) {
        painter.setFont(large(17));
        painter.setPen(t.text);
        const QString good = text(task->details->good);
        const QRectF area(right, below, across, 80);
        painter.drawText(area, Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, good);
        below += painter.boundingRect(area, Qt::AlignHCenter | Qt::TextWordWrap, good).height() + 14;
    }
    const QRectF beside(right, below, across, height() - margin / 2.0 - 52 - below);
    if (sheets)
        paintDiagram(painter, beside, *task);
    else if (picture)
        paintReference(painter, beside);
    if (!alarm_.isEmpty()) {
        const QRectF line(0, bottom - 172, width() * words_share, 34);
        painter.fillRect(line, must_ ? t.look : t.chosen);
        painter.setPen(t.on_chosen);
        painter.setFont(large(18, true));
        painter.drawText(line.adjusted(left, 0, -8, 0), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(alarm_, Qt::ElideRight,
                                                          static_cast<int>(line.width() - left - 8)));
    }
}

/// What hands do after this, and what falls due first.
void TableView::paintComing(QPainter& painter, const QRectF& line) const {
    painter.setFont(large(16));
    painter.setPen(theme().quiet);
    painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, coming_);
}

QString TableView::comingOf(const RunBook::Open& open) const {
    QStringList next;
    for (const std::string& id : handsAfter(open.state, open.plan, task_, 2)) {
        const Task& task = *findTask(open.state, id);
        const QString of = text(nameOf(task, open.state.order)), name = text(shortName(task.details));
        const Task* here = findTask(open.state, task_);
        next << (here && text(nameOf(*here, open.state.order)) == of ? name : tr("%1 (%2)").arg(name, of));
    }
    QString said = next.isEmpty() ? QString() : tr("Next: %1.").arg(next.join(tr(", then ")));
    for (const Alarm& alarm : open.alarms) {
        const Task* due = findTask(open.state, alarm.task);
        if (!due || alarm.task == task_ || alarm.at <= clock_.now()) continue;
        if (!said.isEmpty()) said += QLatin1Char(' ');
        said += (alarm.kind == Alarm::Kind::must ? tr("Due by %1: %2.") : tr("Ready about %1: %2."))
                    .arg(clockText(alarm.at, clock_.now(), clock_.zone()), text(shortName(due->details)));
        break;
    }
    return said;
}

/// What must be known before it is begun.
QString TableView::beforeOne() const {
    const RunBook::Open* open = book_.find(run_);
    if (!open || !waits_) return {};
    QStringList said;
    for (const Ahead& each : deadlinesAhead(open->state, task_))
        if (const Task* next = findTask(open->state, each.task))
            said << (each.basis == Basis::guess
                         ? tr("Have all of it ready before you begin: within about %1 of this (our estimate) "
                              "you %2.")
                         : tr("Have all of it ready before you begin: within %1 of this you %2."))
                        .arg(lengthOfTime(each.most_min), workName(*next).toLower());
    return said.join(QLatin1Char(' '));
}

}  // namespace tympan::app
