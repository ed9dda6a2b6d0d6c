#pragma once
#include <QString>

#include "core/base/language.h"
#include "core/job/turns.h"
#include "core/method/finder.h"

namespace tympan::app {

// What the core says, in words for makers and in their unit; findings have a file of their own.

QString lengthText(double mm, Unit unit);
/// "176 × 226 mm"
QString sizeText(const SizeMm& size, Unit unit);
/// "mirrored" or "not mirrored".
QString mirroredText(Mirrored mirrored);
/// Why the print is mirrored or not, as one sentence.
QString mirroringSentence(const std::vector<Turn>& turns);
/// The longer answer to "Why?".
QString whyMirrored(const std::vector<Turn>& turns);
/// What each answer of a choice is called.
QString shapeName(ShapeKind kind);
/// An object's name as sentences take it: what is typed as "a canvas" is the canvas.
std::string nameOfObject(const QString& typed);
QString measureName(std::string_view measure);
QString needName(const std::string& need);
/// "about 16 hours (11 to 52)"
QString timeText(const Wait& time);
/// "165 °C (329 °F)"
QString heatText(const Heat& heat);
QString methodName(const Method& method);
/// "sublimation ink" for the printer kind "sublimation".
QString printerText(std::string_view kind);
/// "laser or inkjet"
QString printersText(const Method& method);
/// Words of a catalogue.
QString text(const std::string& catalogue_text);
/// Words of core and workshop.
QString text(const Text& words);
/// What the window speaks, for pages that are printed. It may be used on any thread.
Language language();
/// "1 sheet", "3 sheets": `one` and `many` hold %1.
QString counted(qsizetype number, const QString& one, const QString& many);

}  // namespace tympan::app
