#pragma once
#include <QWidget>
#include <memory>

class QVBoxLayout;

namespace tympan::app {

class Exports;
class JobStore;
class PrintFollow;
class TrayPage;
struct Tried;

/// Before you print: for each method of the job, what to set in the printer's dialog, which face is printed
/// and how to find out, what to write on the back, and the cautions. Once something was tried on a simulated
/// printer: its tray.
class PrintStage : public QWidget {
    Q_OBJECT
  public:
    PrintStage(JobStore& store, Exports& exports, PrintFollow& follow, QWidget* parent = nullptr);

  private:
    void refresh();
    void showTray(bool shown);
    JobStore& store_;
    QWidget* lists_;
    TrayPage* tray_;
    std::shared_ptr<const Tried> tried_;
    quint64 tried_of_ = 0;  ///< the job's revision
    QVBoxLayout* sheets_;
};

}  // namespace tympan::app
