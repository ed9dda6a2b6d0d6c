#pragma once
#include <QString>
#include <optional>
#include <utility>
#include <vector>

#include "core/schedule/task.h"

class QWidget;

namespace tympan::app {

/// What went wrong, in the maker's words if they want to, and which copies begin anew.
struct WentWrong {
    QString words;
    std::vector<std::pair<int, int>> again;  ///< piece and copy
};
/// Asks with large buttons; nothing when the maker went back.
std::optional<WentWrong> askWrong(QWidget* parent, Task task, WorkOrder order);

}  // namespace tympan::app
