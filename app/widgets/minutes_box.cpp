#include "app/widgets/minutes_box.h"

#include <QRegularExpression>
#include <cmath>
#include <optional>

#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {

constexpr double hours_from = 120, days_from = 2 * 24 * 60;

std::optional<double> minutesOf(const QString& text, const QLocale& locale) {
    static const QRegularExpression form(QStringLiteral("^\\s*([0-9.,]+)\\s*(s|min|m|h|d)?[a-z]*\\s*$"),
                                         QRegularExpression::CaseInsensitiveOption);
    const auto match = form.match(text);
    if (!match.hasMatch()) return {};
    bool well = false;
    double value = locale.toDouble(match.captured(1), &well);
    if (!well) value = QLocale::c().toDouble(match.captured(1), &well);
    if (!well) return {};
    const QString unit = match.captured(2).toLower();
    return unit == QStringLiteral("h")   ? value * 60
           : unit == QStringLiteral("d") ? value * 24 * 60
           : unit == QStringLiteral("s") ? value / 60
                                         : value;
}

}  // namespace

MinutesBox::MinutesBox(const QString& name, const QString& accessible, double most) {
    setObjectName(name);
    setAccessibleName(accessible);
    setRange(0, most);
    setDecimals(2);
    setKeyboardTracking(false);
    keepWide(this, 88);
}

QString MinutesBox::textFromValue(double minutes) const {
    const auto said = [&](double value) { return locale().toString(value, 'g', 4); };
    if (minutes >= days_from && std::fmod(minutes, 24 * 60) == 0)
        return tr("%1 d").arg(said(minutes / 24 / 60));
    if (minutes >= hours_from) return tr("%1 h").arg(said(minutes / 60));
    if (minutes > 0 && minutes < 1) return tr("%1 s").arg(said(minutes * 60));
    return tr("%1 min").arg(said(minutes));
}

double MinutesBox::valueFromText(const QString& text) const {
    return minutesOf(text, locale()).value_or(value());
}

QValidator::State MinutesBox::validate(QString& text, int&) const {
    return minutesOf(text, locale()) ? QValidator::Acceptable : QValidator::Intermediate;
}

}  // namespace tympan::app
