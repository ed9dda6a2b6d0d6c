#pragma once
#include <QString>

#include "core/inspect/finding.h"
#include "core/measure/length.h"

namespace tympan::app {

/// A finding as a sentence for makers, in their unit.
QString sentence(const Finding& finding, Unit unit);
/// What a finding's remedy is called: "Make it 199.9 × 150 mm"; empty where there is none.
QString remedyText(const Finding& finding, Unit unit);

}  // namespace tympan::app
