#pragma once
#include <QWidget>
#include <memory>

class QVBoxLayout;

namespace tympan::app {

class Exports;
class JobStore;
class PrintFollow;
class RenderService;
class SheetsToCome;
class TrayPage;
struct Tried;

/// The sheets that come, or, once something was tried on a simulated printer, its tray. Beside them, for each
/// method of the job, what to set in the printer's dialog, which face is printed and how to find out, what to
/// write on the back, and the cautions.
class PrintStage : public QWidget {
    Q_OBJECT
  public:
    PrintStage(JobStore& store, RenderService& service, Exports& exports, PrintFollow& follow,
               QWidget* parent = nullptr);

  private:
    void refresh();
    void showTray(bool shown);
    JobStore& store_;
    SheetsToCome* to_come_;
    TrayPage* tray_;
    std::shared_ptr<const Tried> tried_;
    quint64 tried_of_ = 0;  ///< the job's revision
    QVBoxLayout* sheets_;
};

}  // namespace tympan::app
