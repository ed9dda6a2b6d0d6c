#pragma once
#include <QWidget>

class QVBoxLayout;

namespace tympan::app {

class JobStore;

/// Before you print: for each method of the job, what to set in the printer's dialog, which face is printed
/// and how to find out, what to write on the back, and the cautions.
class PrintStage : public QWidget {
    Q_OBJECT
  public:
    explicit PrintStage(JobStore& store, QWidget* parent = nullptr);

  private:
    void refresh();
    JobStore& store_;
    QVBoxLayout* sheets_;
};

}  // namespace tympan::app
