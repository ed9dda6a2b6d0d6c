#pragma once

class QWidget;

namespace tympan::app {

class JobStore;

/// What is on the chosen piece's object and is not printed, in its order, with the maker's own minutes.
void askLayers(QWidget* parent, JobStore& store);

}  // namespace tympan::app
