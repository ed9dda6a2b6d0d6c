#include "app/stations/transfer/transfer_tray.h"

#include <QAction>
#include <QCheckBox>
#include <QLineEdit>
#include <QLocale>
#include <QSpinBox>

#include "app/model/job_store.h"
#include "app/model/planning.h"
#include "app/model/preferences.h"
#include "app/model/work_clock.h"
#include "app/stations/transfer/ask_hours.h"
#include "app/stations/transfer/ask_layers.h"
#include "app/stations/transfer/ask_needs.h"
#include "app/stations/transfer/ask_steps.h"
#include "app/widgets/choice_row.h"
#include "app/widgets/date_button.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/base/error.h"
#include "core/time/typed_time.h"

namespace tympan::app {

namespace {

constexpr int field_width = 188, date_width = 32, any_room = 0;

QDate dayOf(const WallTime& wall) {
    const std::chrono::year_month_day date{wall.date};
    return {static_cast<int>(date.year()), static_cast<int>(static_cast<unsigned>(date.month())),
            static_cast<int>(static_cast<unsigned>(date.day()))};
}

QLineEdit* field(const QString& name, const QString& accessible, const QString& example) {
    auto* edit = new QLineEdit;
    edit->setObjectName(name);
    edit->setAccessibleName(accessible);
    edit->setPlaceholderText(example);
    keepWide(edit, field_width);
    return edit;
}

void mark(QLineEdit* edit, const QString& fault, const QString& usual) {
    edit->setProperty("wrong", !fault.isEmpty());
    edit->setToolTip(fault.isEmpty() ? usual : fault);
    edit->setAccessibleDescription(edit->toolTip());
    edit->style()->unpolish(edit);
    edit->style()->polish(edit);
}

QString shownTime(const std::string& time) {
    QString text = QString::fromStdString(time);
    return text.replace(QLatin1Char('T'), QLatin1Char(' '));
}

// A day without a time: work begins in the morning, and is wanted by the evening.
constexpr int morning_min = 8 * 60, evening_min = 18 * 60;

/// Throws Error (usage).
std::string timeTyped(const QString& words, const WorkClock& clock, int usual_minute) {
    DateHabit habit;
    habit.month_first = QLocale().dateFormat(QLocale::ShortFormat).startsWith(QLatin1Char('M'));
    return readTypedTime(words.toStdString(), clock.zone(), clock.now(), usual_minute, habit);
}

QSpinBox* spin(const QString& name, const QString& accessible, int least, int most, const QString& suffix) {
    auto* box = new QSpinBox;
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setRange(least, most);
    box->setSuffix(suffix);
    keepWide(box, 84);
    box->setKeyboardTracking(false);
    return box;
}

}  // namespace

TransferTray::TransferTray(JobStore& store, Planning& planning, QAction& calendar, QAction& sheet,
                           QWidget* parent)
    : QWidget(parent), store_(store), planning_(planning) {
    setObjectName(QStringLiteral("transfer-tray"));
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(24);
    for (QWidget* each : {whenColumn(), weatherColumn(), placesColumn(), restColumn(calendar, sheet)})
        outer->addWidget(each);
    outer->addStretch(1);
    connect(&store_, &JobStore::changed, this, &TransferTray::refresh);
    refresh();
}

QWidget* TransferTray::whenColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(titleLabel(tr("When")));
    auto* grid = fieldGrid();
    start_ = field(QStringLiteral("work-start"), tr("Begin"), tr("now"));
    due_ = field(QStringLiteral("work-due"), tr("Ready by"), tr("no date"));
    hours_ = field(QStringLiteral("work-hours"), tr("Free hours"), tr("8:00 to 22:00"));
    int row = 0;
    for (const auto& [label, edit] :
         {std::pair{tr("begin"), start_}, {tr("ready by"), due_}, {tr("free"), hours_}}) {
        auto* name = quietLabel(label);
        name->setWordWrap(false);
        grid->addWidget(name, row, 0);
        if (edit == hours_) {
            grid->addWidget(edit, row++, 1);
            continue;
        }
        auto* dates =
            new DateButton(edit->objectName() + QStringLiteral("-date"), tr("Pick the day: %1").arg(label));
        keepWide(edit, field_width - date_width);
        auto* beside = new QHBoxLayout;
        beside->setSpacing(4);
        beside->addWidget(edit);
        beside->addWidget(dates);
        grid->addLayout(beside, row++, 1);
        connect(dates, &DateButton::pressed, this, [this, dates, edit = edit] {
            dates->setFirst(dayOf(planning_.clock().zone().wall(planning_.clock().now())));
            dates->choose(QDate::fromString(edit->text().left(10), Qt::ISODate));
        });
        connect(dates, &DateButton::picked, this, [edit = edit](const QDate& day) {
            // The time that stands there stays; without one it is the usual one.
            const QString time = QDate::fromString(edit->text().left(10), Qt::ISODate).isValid()
                                     ? edit->text().mid(10)
                                     : QString();
            edit->setText(day.toString(Qt::ISODate) + time);
            emit edit->editingFinished();
        });
    }
    late_ = new QCheckBox(tr("As late as is safe"));
    late_->setObjectName(QStringLiteral("work-late"));
    late_->setToolTip(
        tr("Ready just in time to begin the longest piece again. Else as early as you have time."));
    connect(late_, &QCheckBox::clicked, this, [this](bool late) {
        planning_.wish(tr("change how early it is done"), [&](WorkWishes& wishes) { wishes.late = late; });
    });
    grid->addWidget(late_, row++, 1);
    down->addLayout(grid);
    auto* week = linkButton(QStringLiteral("work-week"), tr("hours, rests and meals…"));
    connect(week, &QPushButton::clicked, this, [this] {
        if (const auto asked = askHours(this, store_.job().work))
            planning_.wish(tr("change the free hours"), [&](WorkWishes& wishes) {
                wishes.hours = asked->hours;
                wishes.rest_min = asked->rest_min;
                wishes.meals = asked->meals;
            });
    });
    down->addWidget(week, 0, Qt::AlignRight);
    down->addStretch(1);
    const QString example = tr("18:00, tonight, Fri 18:00, 3 Dec, 2026-12-03 18:00");
    const auto time = [this, example](QLineEdit* edit, const QString& what, std::string WorkWishes::*member,
                                      int usual_minute) {
        connect(edit, &QLineEdit::editingFinished, this, [this, example, edit, what, member, usual_minute] {
            // What stands there already is not typed again.
            if (edit->text() == shownTime(store_.job().work.*member)) return mark(edit, {}, example);
            try {
                const std::string typed = timeTyped(edit->text(), planning_.clock(), usual_minute);
                mark(edit, {}, example);
                edit->setText(shownTime(typed));
                planning_.wish(what, [&](WorkWishes& wishes) { wishes.*member = typed; });
            } catch (const Error& error) {
                mark(edit, text(error.words()), {});
            }
        });
    };
    time(start_, tr("change when it begins"), &WorkWishes::start, morning_min);
    time(due_, tr("change when it must be ready"), &WorkWishes::due, evening_min);
    connect(hours_, &QLineEdit::editingFinished, this, [this] {
        const std::string typed = hours_->text().trimmed().toStdString();
        try {
            readFreeHours(typed);
            mark(hours_, {}, tr("When you have time: Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00; 2026-12-24 none"));
            planning_.wish(tr("change the free hours"), [&](WorkWishes& wishes) { wishes.hours = typed; });
        } catch (const Error& error) {
            mark(hours_, text(error.words()), {});
        }
    });
    for (QLineEdit* edit : {start_, due_}) edit->setToolTip(example);
    hours_->setToolTip(tr("When you have time: Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00; 2026-12-24 none"));
    return part;
}

QWidget* TransferTray::weatherColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("Where it dries")));
    auto* across = new QHBoxLayout;
    across->setSpacing(8);
    temperature_ =
        spin(QStringLiteral("work-temperature"), tr("Temperature where it dries"), -10, 120, tr(" °C"));
    humidity_ = spin(QStringLiteral("work-humidity"), tr("How humid it is"), 0, 100, tr(" %"));
    across->addWidget(temperature_);
    across->addWidget(humidity_);
    across->addStretch(1);
    down->addLayout(across);
    air_ = new ChoiceRow(QStringLiteral("work-air"), tr("Air"), Qt::Horizontal);
    air_->add(QStringLiteral("still"), tr("a room"));
    air_->add(QStringLiteral("moving"), tr("moving air"));
    air_->add(QStringLiteral("sun"), tr("dry sun"));
    down->addWidget(air_);
    auto* about = quietLabel(tr("Drying times follow the air: an estimate."));
    down->addWidget(about);
    own_times_ = new QCheckBox;
    own_times_->setObjectName(QStringLiteral("own-times"));
    own_times_->setChecked(preferredOwnTimes());
    own_times_->setToolTip(
        tr("Waits, minutes of hands and rounds as yours were before, as the logbook has them; else as makers "
           "say, or a guess."));
    down->addWidget(own_times_, 0, Qt::AlignLeft);
    const auto sayOwn = [this] {
        const auto [waits, evenings] = planning_.ownTimes();
        own_times_->setVisible(waits > 0);
        own_times_->setText(evenings == 1 ? tr("my own times, from one evening")
                                          : tr("my own times, from up to %1 evenings").arg(evenings));
    };
    sayOwn();
    connect(&planning_, &Planning::changed, own_times_, sayOwn);
    connect(own_times_, &QCheckBox::clicked, this, [this](bool own) { planning_.setOwnTimes(own); });
    down->addStretch(1);
    connect(temperature_, &QSpinBox::valueChanged, this, [this](int value) {
        const bool fahrenheit = store_.job().unit == Unit::in;
        planning_.wish(tr("change the weather"), [&](WorkWishes& wishes) {
            wishes.temperature_c = fahrenheit ? (value - 32) / 1.8 : value;
        });
    });
    connect(humidity_, &QSpinBox::valueChanged, this, [this](int value) {
        planning_.wish(tr("change the weather"),
                       [&](WorkWishes& wishes) { wishes.humidity_percent = value; });
    });
    connect(air_, &ChoiceRow::picked, this, [this](const QString& id) {
        planning_.wish(tr("change the weather"), [&](WorkWishes& wishes) { wishes.air = id.toStdString(); });
    });
    return part;
}

void TransferTray::place(const char* name, int room) {
    planning_.wish(tr("change what there is"), [&](WorkWishes& wishes) {
        if (room < 0)
            wishes.places.erase(name);
        else
            wishes.places[name] = room;
    });
}

QWidget* TransferTray::placesColumn() {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("What there is")));
    oven_ = new QCheckBox(tr("an oven"));
    oven_->setObjectName(QStringLiteral("work-oven"));
    press_ = new QCheckBox(tr("a heat press"));
    press_->setObjectName(QStringLiteral("work-press"));
    down->addWidget(oven_, 0, Qt::AlignLeft);
    down->addWidget(press_, 0, Qt::AlignLeft);
    auto* across = new QHBoxLayout;
    across->setSpacing(8);
    auto* room = quietLabel(tr("room to lie flat for"));
    room->setWordWrap(false);
    across->addWidget(room);
    floor_ =
        spin(QStringLiteral("work-floor"), tr("How many things have room to lie flat"), any_room, 99, {});
    floor_->setSpecialValueText(tr("all"));
    keepWide(floor_, 64);
    across->addWidget(floor_);
    across->addStretch(1);
    down->addLayout(across);
    down->addStretch(1);
    connect(oven_, &QCheckBox::clicked, this, [this](bool there) { place("oven", there ? -1 : 0); });
    connect(press_, &QCheckBox::clicked, this, [this](bool there) { place("press", there ? -1 : 0); });
    connect(floor_, &QSpinBox::valueChanged, this,
            [this](int room) { place("flat", room == any_room ? -1 : room); });
    return part;
}

QWidget* TransferTray::restColumn(QAction& calendar, QAction& sheet) {
    auto* part = new QWidget;
    auto* down = column();
    part->setLayout(down);
    down->addWidget(strongLabel(tr("The work itself")));
    auto* steps = pushButton(QStringLiteral("work-steps"), tr("Steps…"));
    steps->setToolTip(tr("What is done besides, and what is left out: for each piece and object."));
    connect(steps, &QPushButton::clicked, this, [this] { askSteps(this, store_, planning_); });
    down->addWidget(steps);
    auto* besides = pushButton(QStringLiteral("work-besides"), tr("Besides…"));
    besides->setToolTip(
        tr("What is on the object and is not printed: lettering, ageing, stain, a hole to hang it by."));
    connect(besides, &QPushButton::clicked, this, [this] { askLayers(this, store_); });
    connect(&store_, &JobStore::changed, besides,
            [this, besides] { besides->setEnabled(store_.piece() != nullptr); });
    besides->setEnabled(store_.piece() != nullptr);
    down->addWidget(besides);
    auto* needs = pushButton(QStringLiteral("work-needs"), tr("What it takes…"));
    needs->setToolTip(
        tr("To print, to have at hand, to coat: areas, and amounts where you know how far it goes."));
    connect(needs, &QPushButton::clicked, this, [this] { askNeeds(this, store_, planning_); });
    connect(&planning_, &Planning::changed, needs,
            [this, needs] { needs->setEnabled(planning_.strip() != nullptr); });
    needs->setEnabled(planning_.strip() != nullptr);
    down->addWidget(needs);
    for (QAction* action : {&calendar, &sheet}) down->addWidget(actionButton(*action));
    // Five of them below a heading.
    for (QPushButton* button : part->findChildren<QPushButton*>()) button->setProperty("low", true);
    down->setSpacing(5);
    down->addStretch(1);
    return part;
}

void TransferTray::refresh() {
    const WorkWishes& work = store_.job().work;
    const bool fahrenheit = store_.job().unit == Unit::in;
    for (const auto& [edit, text] : {std::pair{start_, shownTime(work.start)},
                                     {due_, shownTime(work.due)},
                                     {hours_, QString::fromStdString(work.hours)}})
        if (!edit->hasFocus() && edit->text() != text) {
            edit->setText(text);
            edit->setCursorPosition(0);
        }
    late_->setChecked(work.late);
    late_->setEnabled(!work.due.empty());
    const auto quietly = [](QSpinBox* box, int value) {
        const QSignalBlocker still(box);
        box->setValue(value);
    };
    temperature_->setSuffix(fahrenheit ? tr(" °F") : tr(" °C"));
    quietly(temperature_,
            static_cast<int>(std::lround(fahrenheit ? work.temperature_c * 1.8 + 32 : work.temperature_c)));
    quietly(humidity_, static_cast<int>(std::lround(work.humidity_percent)));
    air_->choose(QString::fromStdString(work.air));
    const auto room = [&](const char* name, int otherwise) {
        const auto found = work.places.find(name);
        return found == work.places.end() ? otherwise : found->second;
    };
    oven_->setChecked(room("oven", 1) > 0);
    press_->setChecked(room("press", 1) > 0);
    quietly(floor_, room("flat", any_room));
}

}  // namespace tympan::app
