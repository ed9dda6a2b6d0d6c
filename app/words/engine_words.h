#pragma once
#include <QString>

#include "core/enlarge/enlarging.h"

namespace tympan::app {

/// What each way of making a picture larger is called.
QString engineName(Engine engine);
/// What it does, for a tooltip.
QString engineTip(Engine engine);
/// Why that way was taken, as one sentence.
QString engineReason(const Enlarged& enlarged);
/// What it cannot do, for this much enlarging, as one or two sentences.
QString engineLimits(const Enlarged& enlarged, double scale);

}  // namespace tympan::app
