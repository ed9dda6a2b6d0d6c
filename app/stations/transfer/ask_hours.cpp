#include "app/stations/transfer/ask_hours.h"

#include <QLineEdit>
#include <QSpinBox>

#include "app/canvas/week_view.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/base/error.h"

namespace tympan::app {

namespace {

struct HoursText {
    Q_DECLARE_TR_FUNCTIONS(Hours)
};

FreeHours hoursOf(const std::string& words) {
    try {
        return readFreeHours(words);
    } catch (const Error&) {
        return {};  // half typed: the week begins empty
    }
}

}  // namespace

std::optional<WorkWishes> askHours(QWidget* parent, WorkWishes wishes) {
    FreeHours hours = hoursOf(wishes.hours);
    QDialog dialog(parent->window());
    auto* outer = askingDialog(dialog, QStringLiteral("ask-hours"), HoursText::tr("When you have time"));
    outer->addWidget(
        quietLabel(HoursText::tr("Brush over the hours that are yours; brush again to take them back.")));
    auto* week = new WeekView;
    week->show(hours.week);
    outer->addWidget(week);
    auto* said = quietLabel(QString());
    said->setObjectName(QStringLiteral("week-words"));
    said->setMinimumHeight(36);
    outer->addWidget(said);
    const auto say = [&] {
        hours.week = week->week();
        const std::string text = wordsOf(hours);
        said->setText(text.empty() ? HoursText::tr("Nothing is brushed: 8:00 to 22:00 each day.")
                                   : QString::fromStdString(text));
    };
    say();
    QObject::connect(week, &WeekView::changed, said, say);
    QGridLayout* breaks = fieldGrid();
    auto* rest = new QSpinBox;
    rest->setObjectName(QStringLiteral("rest-minutes"));
    rest->setAccessibleName(HoursText::tr("Rest for each hour of work"));
    rest->setRange(0, 60);
    rest->setSuffix(HoursText::tr(" min"));
    rest->setValue(static_cast<int>(std::lround(wishes.rest_min)));
    keepWide(rest, 96);
    auto* meals = new QLineEdit(QString::fromStdString(wishes.meals));
    meals->setObjectName(QStringLiteral("meals"));
    meals->setAccessibleName(HoursText::tr("Meals of each day"));
    meals->setPlaceholderText(HoursText::tr("none, or 12:30-13:15, 18:30-19:15"));
    keepWide(meals, 260);
    breaks->addWidget(new QLabel(HoursText::tr("rest for each hour of work")), 0, 0);
    breaks->addWidget(rest, 0, 1, Qt::AlignLeft);
    breaks->addWidget(new QLabel(HoursText::tr("meals, when nobody works")), 1, 0);
    breaks->addWidget(meals, 1, 1);
    outer->addLayout(breaks);
    auto* fault = new QLabel;
    fault->setObjectName(QStringLiteral("meals-fault"));
    fault->setWordWrap(true);
    fault->hide();
    outer->addWidget(fault);
    QPushButton* take = takeOrLeave(dialog, QStringLiteral("take-hours"), HoursText::tr("Plan it so"));
    QObject::connect(meals, &QLineEdit::textChanged, fault, [=] {
        try {
            readStretches(meals->text().toStdString());
            fault->hide();
        } catch (const Error& error) {
            fault->setText(text(error.words()));
            fault->show();
        }
        take->setEnabled(fault->isHidden());
    });
    if (dialog.exec() != QDialog::Accepted) return {};
    wishes.hours = wordsOf(hours);
    wishes.rest_min = rest->value();
    wishes.meals = meals->text().trimmed().toStdString();
    return wishes;
}

}  // namespace tympan::app
