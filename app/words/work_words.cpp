#include "app/words/work_words.h"

#include <QCoreApplication>
#include <cmath>

#include "app/words/words.h"
#include "core/method/tools.h"

namespace tympan::app {

namespace {

struct WorkText {
    Q_DECLARE_TR_FUNCTIONS(Work)
};

}  // namespace

QString workName(const Task& task) {
    if (task.gate) return WorkText::tr("Look, now");
    switch (task.work) {
        case Work::prepare:
            // That may be anything: its own name says what.
            return text(shortName(task.details));
        case Work::print:
            return WorkText::tr("Print");
        case Work::fix:
            return WorkText::tr("Fix");
        case Work::coat:
            return WorkText::tr("Coat");
        case Work::lay:
            return WorkText::tr("Lay");
        case Work::press:
            return task.hands ? WorkText::tr("Press") : WorkText::tr("Hold it");
        case Work::tape:
            return WorkText::tr("Tape off");
        case Work::wipe:
            return WorkText::tr("Wipe");
        case Work::dry:
            return WorkText::tr("Let it dry");
        case Work::soak:
            return task.hands ? WorkText::tr("Wet it") : WorkText::tr("Let it soak");
        case Work::rub:
            return WorkText::tr("Rub");
        case Work::look:
            return WorkText::tr("Look at it dry");
        case Work::peel:
            return WorkText::tr("Peel");
        case Work::cool:
            return WorkText::tr("Let it cool");
        case Work::seal:
            return WorkText::tr("Seal");
        case Work::finish:
            return WorkText::tr("Finish");
        case Work::cure:
            return WorkText::tr("Leave it alone");
        case Work::swab:
            return WorkText::tr("Does the ink run?");
        case Work::cut:
            return WorkText::tr("Cut out");
        case Work::join:
            return WorkText::tr("Join the sheets");
        case Work::unsaid:
            break;
    }
    return WorkText::tr("Next");
}

QString whatIsWorked(const Task& task, const WorkOrder& order) {
    QString said = text(nameOf(task, order));
    if (const OrderedObject* object = findObject(order, task.object);
        object && task.piece != 0 && object->name != said.toStdString())
        said += WorkText::tr(" on %1").arg(text(object->name));
    const std::vector<int> copies = copiesOf(task);
    const OrderedPiece* piece = findPiece(order, task.piece);
    if (piece && piece->copies > 1 && !copies.empty()) {
        const bool row = copies.back() - copies.front() + 1 == static_cast<int>(copies.size());
        QStringList each;
        for (const int copy : copies) each << QString::number(copy);
        said += QStringLiteral(" · ") +
                (copies.size() == 1 ? WorkText::tr("copy %1 of %2").arg(copies.front()).arg(piece->copies)
                 : row              ? WorkText::tr("copies %1 to %2").arg(copies.front()).arg(copies.back())
                                    : WorkText::tr("copies %1").arg(each.join(QStringLiteral(", "))));
    }
    if (const QString part = text(partOf(task)); !part.isEmpty()) said += QStringLiteral(" · ") + part;
    if (task.attempt > 1) said += QStringLiteral(" · ") + WorkText::tr("begun again");
    return said;
}

QString toldText(const ToldOfStep& told) {
    QStringList said;
    if (!told.product.empty()) said << QString::fromStdString(told.product);
    if (told.heat_c > 0)
        said << WorkText::tr("%1 °C (%2 °F)")
                    .arg(std::lround(told.heat_c))
                    .arg(std::lround(told.heat_c * 1.8 + 32));
    if (told.held_s > 0) said << WorkText::tr("%1 s").arg(std::lround(told.held_s));
    if (!told.pressure.empty()) said << QString::fromStdString(told.pressure);
    return said.join(WorkText::tr(", "));
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
    const QString day = WorkText::tr(names[std::chrono::weekday{wall.date}.c_encoding()]);
    if (days > 0 && days < 7) return WorkText::tr("%1 %2").arg(day, clock);
    const std::chrono::year_month_day date{wall.date};
    return WorkText::tr("%1 %2.%3. %4")
        .arg(day)
        .arg(static_cast<unsigned>(date.day()))
        .arg(static_cast<unsigned>(date.month()))
        .arg(clock);
}

QString lengthOfTime(double minutes) {
    if (minutes < 1) return WorkText::tr("%1 s").arg(std::lround(minutes * 60));
    if (minutes < 90) return WorkText::tr("%1 min").arg(QString::number(std::round(minutes * 2) / 2));
    if (minutes < 36 * 60) return WorkText::tr("%1 h").arg(QString::number(std::round(minutes / 30) / 2));
    return WorkText::tr("%1 days").arg(QString::number(std::round(minutes / 720) / 2));
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
    const QString basis = task.basis == Basis::makers     ? WorkText::tr("makers' figure")
                          : task.basis == Basis::physics  ? WorkText::tr("an estimate for this weather")
                          : task.basis == Basis::measured ? WorkText::tr("yours, from your evenings")
                          : task.basis == Basis::yours    ? WorkText::tr("your figure")
                                                          : WorkText::tr("a guess");
    if (task.most_min <= task.least_min)
        return WorkText::tr("%1 · %2").arg(lengthOfTime(task.usual_min), basis);
    // Two figures that read alike are one.
    if (lengthOfTime(task.least_min) == lengthOfTime(task.most_min))
        return WorkText::tr("%1 · %2").arg(lengthOfTime(task.usual_min), basis);
    if (task.basis == Basis::guess)
        return WorkText::tr("%1 to %2 · %3")
            .arg(lengthOfTime(task.least_min), lengthOfTime(task.most_min), basis);
    return WorkText::tr("usually %1, %2 to %3 · %4")
        .arg(lengthOfTime(task.usual_min), lengthOfTime(task.least_min), lengthOfTime(task.most_min), basis);
}

QString roundText(const Task& task) {
    if (!task.round || task.rounds <= 1) return {};
    const bool coats = task.work == Work::coat || task.work == Work::seal || task.work == Work::finish ||
                       task.work == Work::fix;
    if (coats)
        return WorkText::tr("coat %1 of %2 · %3")
            .arg(*task.round)
            .arg(task.rounds)
            .arg(QString::fromStdString(task.face));
    return WorkText::tr("round %1 of about %2").arg(*task.round).arg(task.rounds);
}

QString alarmTitle(const Alarm& alarm) {
    return alarm.kind == Alarm::Kind::must ? WorkText::tr("Now you must") : WorkText::tr("Now you may");
}

QString alarmSentence(const Alarm& alarm, const RunState& state) {
    const Task* task = findTask(state, alarm.task);
    if (!task) return {};
    const QString what = whatIsWorked(*task, state.order);
    if (alarm.kind == Alarm::Kind::must)
        return WorkText::tr("%1: %2, before it is too late.").arg(workName(*task), what);
    return task->work == Work::dry || task->work == Work::look
               ? WorkText::tr("%1: look whether it is dry.").arg(what)
               : WorkText::tr("%1: %2 is over.").arg(what, workName(*task).toLower());
}

QString nowSentence(const Now& what, const RunState& state, Moment now, const TimeZone& zone) {
    const Task* task = findTask(state, what.task);
    if (what.kind == Now::Kind::over || !task)
        return state.order.name.empty()
                   ? WorkText::tr("All is done.")
                   : WorkText::tr("%1: all is done.").arg(QString::fromStdString(state.order.name));
    const QString name = workName(*task).toLower(), of = whatIsWorked(*task, state.order);
    switch (what.kind) {
        case Now::Kind::hands:
            if (what.until)
                return WorkText::tr("Now: %1, %2, until %3.")
                    .arg(name, of, clockText(*what.until, now, zone));
            return WorkText::tr("Now: %1, %2.").arg(name, of);
        case Now::Kind::wait:
            return WorkText::tr("%1: %2 (%3) is over then. Nothing to do before.")
                .arg(clockText(what.from, now, zone), name, of);
        default:
            return WorkText::tr("%1: %2, %3.").arg(clockText(what.from, now, zone), name, of);
    }
}

QString careSentence(const Task& task, const WorkOrder& order) {
    QStringList names;
    std::vector<int> said;
    for (const WorkUnit& unit : task.units) {
        const OrderedPiece* piece = findPiece(order, unit.piece);
        if (!piece || std::find(said.begin(), said.end(), unit.piece) != said.end()) continue;
        said.push_back(unit.piece);
        for (const std::string& each : piece->care)
            if (const QString name = text(each); !names.contains(name)) names << name;
    }
    if (names.isEmpty() || task.of_sheet || !task.hands) return {};
    const QString all = names.join(WorkText::tr(", "));
    switch (task.work) {
        case Work::coat:
            return WorkText::tr("Coat these fully: %1.").arg(all);
        case Work::lay:
        case Work::press:
            return WorkText::tr("Press these first: %1.").arg(all);
        case Work::rub:
            return WorkText::tr("Last, and with the least pressure: %1.").arg(all);
        case Work::look:
            return WorkText::tr("Look at these closely: %1.").arg(all);
        default:
            return {};
    }
}

QString drawingOf(const Task& task) {
    if (!task.details->drawing.empty()) return QString::fromStdString(task.details->drawing);
    if (task.gate) return QStringLiteral("look");
    const auto takes = [needs = toolsOf(task.details)](const char* tool) {
        return std::find(needs.begin(), needs.end(), tool) != needs.end();
    };
    switch (task.work) {
        case Work::press:
            return takes("iron") ? QStringLiteral("iron") : QStringLiteral("press");
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

QString kindOfWork(Work work) {
    static const char* const names[] = {
        QT_TRANSLATE_NOOP("Work", "Get ready"),    QT_TRANSLATE_NOOP("Work", "Print"),
        QT_TRANSLATE_NOOP("Work", "Fix the ink"),  QT_TRANSLATE_NOOP("Work", "Coat"),
        QT_TRANSLATE_NOOP("Work", "Lay"),          QT_TRANSLATE_NOOP("Work", "Press"),
        QT_TRANSLATE_NOOP("Work", "Tape or mask"), QT_TRANSLATE_NOOP("Work", "Wipe"),
        QT_TRANSLATE_NOOP("Work", "Dry"),          QT_TRANSLATE_NOOP("Work", "Wet"),
        QT_TRANSLATE_NOOP("Work", "Rub"),          QT_TRANSLATE_NOOP("Work", "Look"),
        QT_TRANSLATE_NOOP("Work", "Peel"),         QT_TRANSLATE_NOOP("Work", "Cool"),
        QT_TRANSLATE_NOOP("Work", "Seal"),         QT_TRANSLATE_NOOP("Work", "Finish"),
        QT_TRANSLATE_NOOP("Work", "Let it cure"),  QT_TRANSLATE_NOOP("Work", "Swab test"),
        QT_TRANSLATE_NOOP("Work", "Cut"),          QT_TRANSLATE_NOOP("Work", "Join")};
    const auto at = static_cast<std::size_t>(work);
    return at < std::size(names) ? WorkText::tr(names[at]) : WorkText::tr("Other");
}

QString placeName(Place place) {
    switch (place) {
        case Place::table:
            return WorkText::tr("at the table");
        case Place::flat:
            return WorkText::tr("lying flat");
        case Place::hung:
            return WorkText::tr("hung free");
        case Place::oven:
            return WorkText::tr("in the oven");
        case Place::press:
            return WorkText::tr("in the press");
        case Place::outside:
            return WorkText::tr("outdoors");
        case Place::printer:
            return WorkText::tr("at the printer");
        case Place::ventilated:
            return WorkText::tr("where air moves");
    }
    return {};
}

}  // namespace tympan::app
