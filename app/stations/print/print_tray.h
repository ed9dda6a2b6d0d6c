#pragma once
#include <QWidget>

#include "core/printer/tray_check.h"

class QAction;
class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace tympan::app {

class Exports;
class JobStore;
class PrinterDesk;
class RenderService;
struct Actions;

/// Print: to a printer of the system, or as files.
class PrintTray : public QWidget {
    Q_OBJECT
  public:
    PrintTray(JobStore& store, RenderService& service, Exports& exports, const Actions& actions,
              QWidget* parent = nullptr);

    /// Puts the keyboard on what prints.
    void focusPrint();
    PrinterDesk& desk() { return *desk_; }

  signals:
    /// A sheet is to be saved under a name, a scan to be chosen: see FileDialogs.
    void savesSheet();
    void savesSwatches();
    void opensScan();

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void lookForPrinters();
    void lookForPaper();
    QWidget* aboutPrinter();
    void showPrinter();
    void showWhich();
    void print();
    const SimulatedPrinter* simulated() const;
    void askForRuler();
    void askForPasses();
    bool twice() const;
    bool anyTwice() const;

    JobStore& store_;
    RenderService& service_;
    Exports& exports_;
    QComboBox* printers_;
    std::vector<SimulatedPrinter> simulated_;
    QComboBox* which_;    ///< whose sheets are handed over, where the job has several printers
    bool any_ = false;    ///< the system knows a printer
    QStringList papers_;  ///< in the chosen printer, as far as it says
    int which_of_ = 0;    ///< the printer of the piece that was chosen then
    QComboBox* pass_;     ///< of sheets that go through twice: the colour or the white
    QCheckBox* last_first_;
    QPushButton* print_;
    QLabel* about_;
    PrinterDesk* desk_;
    QLabel *name_, *known_;
    QPushButton *sheet_, *scan_, *ruler_, *passes_, *recipe_, *swatches_, *kept_;
};

}  // namespace tympan::app
