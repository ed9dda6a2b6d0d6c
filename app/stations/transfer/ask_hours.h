#pragma once
#include <optional>

#include "core/job/work_wishes.h"

class QWidget;

namespace tympan::app {

/// The free hours of a week, brushed rather than written, with rests and meals; days that are unlike others
/// stay as they were. Nothing when the maker leaves it.
std::optional<WorkWishes> askHours(QWidget* parent, WorkWishes wishes);

}  // namespace tympan::app
