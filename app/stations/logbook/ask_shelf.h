#pragma once

class QWidget;

namespace tympan::app {

class LogStore;

/// What stands on the shelf: bottles and pots, what they are for, hold and cost, when they were opened, and
/// what is left where that is known. Each change is kept at once.
void askShelf(QWidget* parent, LogStore& store);

}  // namespace tympan::app
