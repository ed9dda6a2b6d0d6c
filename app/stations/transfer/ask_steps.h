#pragma once

class QWidget;

namespace tympan::app {

class JobStore;
class Planning;

/// Which steps are done, of each piece and each object: optional ones can be taken, others left out.
void askSteps(QWidget* parent, const JobStore& store, Planning& planning);

}  // namespace tympan::app
