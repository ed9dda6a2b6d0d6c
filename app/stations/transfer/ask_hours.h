#pragma once
#include <optional>
#include <string>

class QWidget;

namespace tympan::app {

/// The free hours of a week, brushed rather than written; days that are unlike others stay as they were.
/// Nothing when the maker leaves it. `words` are such as `readFreeHours` reads.
std::optional<std::string> askHours(QWidget* parent, const std::string& words);

}  // namespace tympan::app
