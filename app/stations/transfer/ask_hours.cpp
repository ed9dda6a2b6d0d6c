#include "app/stations/transfer/ask_hours.h"

#include "app/canvas/week_view.h"
#include "app/widgets/tray_parts.h"
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

std::optional<std::string> askHours(QWidget* parent, const std::string& words) {
    FreeHours hours = hoursOf(words);
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
        said->setText(text.empty() ? HoursText::tr("Nothing is brushed: at any time.")
                                   : QString::fromStdString(text));
    };
    say();
    QObject::connect(week, &WeekView::changed, said, say);
    takeOrLeave(dialog, QStringLiteral("take-hours"), HoursText::tr("Plan it so"));
    if (dialog.exec() != QDialog::Accepted) return {};
    return wordsOf(hours);
}

}  // namespace tympan::app
