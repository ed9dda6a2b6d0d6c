#pragma once
#include <optional>

#include "core/job/job.h"

class QWidget;

namespace tympan::app {

/// Asks how wide a roll of paper is, and gives sheets cut from it: as long as they must be for the fewest.
std::optional<Paper> askRoll(QWidget* parent, Job job);

}  // namespace tympan::app
