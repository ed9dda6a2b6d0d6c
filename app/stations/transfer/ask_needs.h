#pragma once
class QWidget;

namespace tympan::app {

class JobStore;
class Planning;

/// What the work takes, for one trip: what is printed where on what, what must be at hand, what is coated and
/// how much that is. How far a medium goes is typed here.
void askNeeds(QWidget* parent, const JobStore& store, Planning& planning);

}  // namespace tympan::app
