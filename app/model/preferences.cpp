#include "app/model/preferences.h"

#include <QLocale>
#include <QSettings>

namespace tympan::app {

namespace {

const QString unit_key = QStringLiteral("unit"), paper_key = QStringLiteral("paper"),
              dark_key = QStringLiteral("dark"), own_times_key = QStringLiteral("own-times"),
              printer_key = QStringLiteral("printer"), order_key = QStringLiteral("last-sheet-first"),
              screen_key = QStringLiteral("screen-px-mm");

bool measuresInInches() { return QLocale::system().measurementSystem() == QLocale::ImperialUSSystem; }

bool usesLetterPaper() {
    const auto where = QLocale::system().territory();
    return where == QLocale::UnitedStates || where == QLocale::Canada || where == QLocale::Mexico ||
           where == QLocale::Philippines;
}

}  // namespace

Unit preferredUnit() {
    const QString kept = QSettings().value(unit_key).toString();
    for (Unit unit : {Unit::mm, Unit::cm, Unit::in})
        if (kept == QString::fromStdString(std::string(sign(unit)))) return unit;
    return measuresInInches() ? Unit::in : Unit::mm;
}

Paper preferredPaper() {
    const QString kept = QSettings().value(paper_key).toString();
    for (const Paper& paper : shippedPapers())
        if (kept == QString::fromStdString(paper.id)) return paper;
    return paperNamed(usesLetterPaper() ? "Letter" : "A4");
}

QString preferredPrinter() {
    const QString kept = QSettings().value(printer_key).toString();
    for (const QString& kind :
         {QStringLiteral("inkjet"), QStringLiteral("sublimation"), QStringLiteral("shop")})
        if (kept == kind) return kind;
    return QStringLiteral("laser");
}
std::optional<double> checkedScreenScale() {
    const double px_mm = QSettings().value(screen_key, 0.0).toDouble();
    return px_mm > 0 ? std::optional(px_mm) : std::nullopt;
}
bool printsLastFirst() { return QSettings().value(order_key, false).toBool(); }
bool prefersDark() { return QSettings().value(dark_key, false).toBool(); }
void prefer(Unit unit) { QSettings().setValue(unit_key, QString::fromStdString(std::string(sign(unit)))); }
void prefer(const Paper& paper) { QSettings().setValue(paper_key, QString::fromStdString(paper.id)); }
void preferPrinter(const QString& kind) { QSettings().setValue(printer_key, kind); }
void keepScreenScale(double px_mm) { QSettings().setValue(screen_key, px_mm); }
void preferLastFirst(bool last_first) { QSettings().setValue(order_key, last_first); }
void preferDark(bool dark) { QSettings().setValue(dark_key, dark); }

bool preferredOwnTimes() { return QSettings().value(own_times_key, true).toBool(); }
void preferOwnTimes(bool own) { QSettings().setValue(own_times_key, own); }

}  // namespace tympan::app
