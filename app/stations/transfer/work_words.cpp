#include "app/stations/transfer/work_words.h"

#include <QCoreApplication>
#include <cmath>

namespace tympan::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Work", text); }

}  // namespace

QString workName(const Task& task) {
    if (task.gate) return tr("Look, now");
    switch (task.work) {
        case Work::prepare:
            return tr("Make ready");
        case Work::print:
            return tr("Print");
        case Work::fix:
            return tr("Fix");
        case Work::coat:
            return tr("Coat");
        case Work::lay:
            return tr("Lay");
        case Work::press:
            return task.hands ? tr("Press") : tr("Hold it");
        case Work::tape:
            return tr("Tape off");
        case Work::wipe:
            return tr("Wipe");
        case Work::dry:
            return tr("Let it dry");
        case Work::soak:
            return task.hands ? tr("Wet it") : tr("Let it soak");
        case Work::rub:
            return tr("Rub");
        case Work::look:
            return tr("Look at it dry");
        case Work::peel:
            return tr("Peel");
        case Work::cool:
            return tr("Let it cool");
        case Work::seal:
            return tr("Seal");
        case Work::finish:
            return tr("Finish");
        case Work::cure:
            return tr("Leave it alone");
        case Work::swab:
            return tr("Does the ink run?");
        case Work::unsaid:
            break;
    }
    return tr("Next");
}

QString whatIsWorked(const Task& task, const WorkOrder& order) {
    QString text = QString::fromStdString(nameOf(task, order));
    if (const OrderedObject* object = findObject(order, task.object);
        object && task.piece != 0 && object->name != text.toStdString())
        text += tr(" on %1").arg(QString::fromStdString(object->name));
    const std::vector<int> copies = copiesOf(task);
    const OrderedPiece* piece = findPiece(order, task.piece);
    if (piece && piece->copies > 1 && !copies.empty()) {
        const bool row = copies.back() - copies.front() + 1 == static_cast<int>(copies.size());
        QStringList each;
        for (const int copy : copies) each << QString::number(copy);
        text += QStringLiteral(" · ") + (copies.size() == 1
                                             ? tr("copy %1 of %2").arg(copies.front()).arg(piece->copies)
                                         : row ? tr("copies %1 to %2").arg(copies.front()).arg(copies.back())
                                               : tr("copies %1").arg(each.join(QStringLiteral(", "))));
    }
    if (task.units.size() == 1 && task.units.front().parts > 1)
        text += QStringLiteral(" · ") +
                tr("part %1 of %2").arg(task.units.front().part).arg(task.units.front().parts);
    if (task.attempt > 1) text += QStringLiteral(" · ") + tr("begun anew");
    return text;
}

QString clockText(Moment at, Moment now, const TimeZone& zone) {
    const WallTime wall = zone.wall(at);
    const auto minutes = std::chrono::duration_cast<std::chrono::minutes>(wall.into_day).count();
    const QString clock = QStringLiteral("%1:%2")
                              .arg(minutes / 60, 2, 10, QLatin1Char('0'))
                              .arg(minutes % 60, 2, 10, QLatin1Char('0'));
    const auto days = (wall.date - zone.wall(now).date).count();
    if (days == 0) return clock;
    static const char* const names[] = {"Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"};
    const QString day = tr(names[std::chrono::weekday{wall.date}.c_encoding()]);
    if (days > 0 && days < 7) return tr("%1 %2").arg(day, clock);
    const std::chrono::year_month_day date{wall.date};
    return tr("%1 %2.%3. %4")
        .arg(day)
        .arg(static_cast<unsigned>(date.day()))
        .arg(static_cast<unsigned>(date.month()))
        .arg(clock);
}

QString lengthOfTime(double minutes) {
    if (minutes < 1) return tr("%1 s").arg(std::lround(minutes * 60));
    if (minutes < 90) return tr("%1 min").arg(QString::number(std::round(minutes * 2) / 2));
    if (minutes < 36 * 60) return tr("%1 h").arg(QString::number(std::round(minutes / 30) / 2));
    return tr("%1 days").arg(QString::number(std::round(minutes / 720) / 2));
}

QString countText(std::chrono::seconds left) {
    const bool over = left.count() < 0;
    const long long s = std::llabs(left.count());
    const auto two = [](long long value) { return QStringLiteral("%1").arg(value, 2, 10, QLatin1Char('0')); };
    const QString text = s >= 3600
                             ? QStringLiteral("%1:%2:%3").arg(two(s / 3600), two(s / 60 % 60), two(s % 60))
                             : QStringLiteral("%1:%2").arg(two(s / 60), two(s % 60));
    return (over ? QStringLiteral("−") : QString()) + text;
}

QString rangeText(const Task& task) {
    const QString basis = task.basis == Basis::makers     ? tr("makers' figure")
                          : task.basis == Basis::physics  ? tr("an estimate for this weather")
                          : task.basis == Basis::measured ? tr("yours, from your evenings")
                          : task.basis == Basis::yours    ? tr("your figure")
                                                          : tr("a guess");
    if (task.most_min <= task.least_min) return tr("%1 · %2").arg(lengthOfTime(task.usual_min), basis);
    // Two figures that read alike are one.
    if (lengthOfTime(task.least_min) == lengthOfTime(task.most_min))
        return tr("%1 · %2").arg(lengthOfTime(task.usual_min), basis);
    if (task.basis == Basis::guess)
        return tr("%1 to %2 · %3").arg(lengthOfTime(task.least_min), lengthOfTime(task.most_min), basis);
    return tr("usually %1, %2 to %3 · %4")
        .arg(lengthOfTime(task.usual_min), lengthOfTime(task.least_min), lengthOfTime(task.most_min), basis);
}

QString roundText(const Task& task) {
    if (!task.round || task.rounds <= 1) return {};
    const bool coats = task.work == Work::coat || task.work == Work::seal || task.work == Work::finish ||
                       task.work == Work::fix;
    if (coats)
        return tr("coat %1 of %2 · %3")
            .arg(*task.round)
            .arg(task.rounds)
            .arg(QString::fromStdString(task.face));
    return tr("round %1 of about %2").arg(*task.round).arg(task.rounds);
}

QString alarmTitle(const Alarm& alarm) {
    return alarm.kind == Alarm::Kind::must ? tr("Now you must") : tr("Now you may");
}

QString alarmSentence(const Alarm& alarm, const RunState& state) {
    const Task* task = findTask(state, alarm.task);
    if (!task) return {};
    const QString what = whatIsWorked(*task, state.order);
    if (alarm.kind == Alarm::Kind::must)
        return tr("%1: %2, before it is too late.").arg(workName(*task), what);
    return task->work == Work::dry || task->work == Work::look
               ? tr("%1: look whether it is dry.").arg(what)
               : tr("%1: %2 is over.").arg(what, workName(*task).toLower());
}

QString nowSentence(const Now& what, const RunState& state, Moment now, const TimeZone& zone) {
    const Task* task = findTask(state, what.task);
    if (what.kind == Now::Kind::over || !task) return tr("All is done.");
    const QString name = workName(*task).toLower(), of = whatIsWorked(*task, state.order);
    switch (what.kind) {
        case Now::Kind::hands:
            if (what.until)
                return tr("Now: %1, %2, until %3.").arg(name, of, clockText(*what.until, now, zone));
            return tr("Now: %1, %2.").arg(name, of);
        case Now::Kind::wait:
            return tr("%1: %2 (%3) is over then. Nothing to do before.")
                .arg(clockText(what.from, now, zone), name, of);
        default:
            return tr("%1: %2, %3.").arg(clockText(what.from, now, zone), name, of);
    }
}

QString drawingOf(const Task& task) {
    if (task.gate) return QStringLiteral("look");
    switch (task.work) {
        case Work::press:
            return task.heat || task.caution.find("iron") != std::string::npos ? QStringLiteral("iron")
                                                                               : QStringLiteral("press");
        case Work::tape:
        case Work::wipe:
            return QStringLiteral("wipe");
        case Work::dry:
        case Work::cure:
            return task.place == Place::oven ? QStringLiteral("oven") : QStringLiteral("dry");
        case Work::seal:
        case Work::finish:
            return QStringLiteral("finish");
        case Work::swab:
            return QStringLiteral("wipe");
        case Work::unsaid:
            return QStringLiteral("prepare");
        default:
            return QString::fromStdString(workNames()[static_cast<std::size_t>(task.work)]);
    }
}

QString placeName(Place place) {
    switch (place) {
        case Place::table:
            return tr("at the table");
        case Place::flat:
            return tr("lying flat");
        case Place::hung:
            return tr("hung free");
        case Place::oven:
            return tr("in the oven");
        case Place::press:
            return tr("in the press");
        case Place::outside:
            return tr("outdoors");
        case Place::printer:
            return tr("at the printer");
        case Place::ventilated:
            return tr("where air moves");
    }
    return {};
}

}  // namespace tympan::app
