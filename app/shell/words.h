#pragma once
#include <QString>

#include "core/inspect/findings.h"
#include "core/job/job.h"

namespace tympan::app {

// What the core says, as sentences for makers, in their unit.

QString lengthText(double mm, Unit unit);
/// "176 × 226 mm"
QString sizeText(const SizeMm& size, Unit unit);
QString sentence(const Finding& finding, Unit unit);
/// What a finding's remedy is called: "Make it 199.9 × 150 mm"; empty where there is none.
QString remedyText(const Finding& finding, Unit unit);
/// "mirrored" or "not mirrored".
QString mirroredText(const Piece& piece);
/// Why the print is mirrored or not, as one sentence.
QString mirroringSentence(const Method& method);
/// The longer answer to "Why?".
QString whyMirrored(const Method& method);
QString methodName(const Method& method);
/// "laser or inkjet"
QString printersText(const Method& method);
QString text(const std::string& catalogue_text);
/// "1 sheet", "3 sheets": `one` and `many` hold %1.
QString counted(qsizetype number, const QString& one, const QString& many);

}  // namespace tympan::app
