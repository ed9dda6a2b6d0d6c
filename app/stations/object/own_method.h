#pragma once
#include <optional>

#include "core/method/method.h"

class QWidget;

namespace tympan::app {

/// Asks the maker to change a copy of a method. Accepted: the copy, with an id of the maker's own.
std::optional<Method> changedMethod(QWidget* parent, Method method);

}  // namespace tympan::app
