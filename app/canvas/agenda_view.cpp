#include "app/canvas/agenda_view.h"

#include <QLocale>
#include <QScrollBar>
#include <QTextDocument>
#include <cmath>

#include "app/look/theme.h"
#include "app/words/words.h"
#include "app/words/work_words.h"
#include "core/schedule/agenda.h"

namespace tympan::app {

namespace {

QString dayName(std::chrono::sys_days date) {
    const std::chrono::year_month_day day{date};
    const QDate shown(static_cast<int>(day.year()), static_cast<int>(static_cast<unsigned>(day.month())),
                      static_cast<int>(static_cast<unsigned>(day.day())));
    return QLocale(QLocale::English).toString(shown, QStringLiteral("dddd, d MMMM"));
}

/// What is done, from the kinds of work: "Cut out, join the sheets".
QString doneIn(const AgendaLine& line, const Plan& plan) {
    QStringList works;
    for (const std::size_t i : line.kinds) {
        const Task& task = plan.tasks[i];
        QString name = workName(task);
        if (!works.isEmpty()) name = name.left(1).toLower() + name.mid(1);
        if (!works.contains(name)) works << name;
    }
    return works.join(QStringLiteral(", "));
}

/// What something does meanwhile.
QString waitName(const Task& task) {
    switch (task.work) {
        case Work::cool:
        case Work::cure:
        case Work::soak:
        case Work::press:
        case Work::prepare:
            return workName(task);
        default:
            return AgendaView::tr("Let it dry");
    }
}

/// As one would say it: to five minutes, or half an hour.
QString about(double minutes) {
    if (minutes < 10)
        return AgendaView::tr("%n min", nullptr, std::max(1, static_cast<int>(std::lround(minutes))));
    if (minutes < 90)
        return AgendaView::tr("%n min", nullptr, 5 * static_cast<int>(std::lround(minutes / 5)));
    return AgendaView::tr("%1 h").arg(QLocale().toString(std::round(minutes / 30) / 2));
}

}  // namespace

AgendaView::AgendaView(QWidget* parent) : QTextBrowser(parent) {
    setObjectName(QStringLiteral("agenda"));
    setAccessibleName(tr("The plan as a list, by day and hour"));
    setFrameShape(QFrame::NoFrame);
    setOpenLinks(false);
    document()->setDocumentMargin(14);
}

void AgendaView::show(const std::shared_ptr<const Strip>& strip) {
    if (!strip) {
        shown_.clear();
        clear();
        return;
    }
    const Theme& t = theme();
    const Plan& plan = strip->plan;
    QString html = QStringLiteral("<table cellspacing='0' cellpadding='3' width='100%'>");
    for (const AgendaDay& day : agendaOf(plan, strip->order, strip->zone)) {
        html +=
            QStringLiteral("<tr><td colspan='2'><b>%1</b></td></tr>").arg(dayName(day.date).toHtmlEscaped());
        for (const AgendaLine& line : day.lines) {
            const auto is = [&](const auto& what) {
                return std::all_of(line.tasks.begin(), line.tasks.end(), what);
            };
            const bool done = is([&](std::size_t i) { return strip->done.contains(plan.tasks[i].id); });
            const bool here = !is([&](std::size_t i) { return plan.tasks[i].id != strip->now_task; });
            QString whose = text(line.name);
            if (!line.part.empty()) whose += QStringLiteral(", ") + text(line.part);
            const Task& first = plan.tasks[line.tasks.front()];
            const QString words =
                line.waits
                    ? tr("%1: %2 until %3")
                          .arg(whose, waitName(first).left(1).toLower() + waitName(first).mid(1),
                               clockText(line.time.to, line.time.from, strip->zone))
                    : tr("%1: %2 (%3)")
                          .arg(doneIn(line, plan), whose,
                               about(static_cast<double>((line.time.to - line.time.from).count()) / 60));
            const QColor colour = done || line.waits ? t.quiet : here ? t.chosen : t.text;
            html +=
                QStringLiteral("<tr><td width='52' style='color:%1'>%2</td><td style='color:%1'>%3</td></tr>")
                    .arg(colour.name(), clockText(line.time.from, line.time.from, strip->zone),
                         here ? QStringLiteral("<b>%1</b>").arg(words.toHtmlEscaped())
                              : words.toHtmlEscaped());
        }
        html += QStringLiteral("<tr><td colspan='2' height='6'></td></tr>");
    }
    html += QStringLiteral("</table>");
    if (html == shown_) return;
    // What one has scrolled to stays.
    const int at = verticalScrollBar()->value();
    shown_ = html;
    setHtml(html);
    verticalScrollBar()->setValue(at);
}

}  // namespace tympan::app
