#pragma once
#include <QWidget>

#include "app/model/tried.h"
#include "core/measure/length.h"

class QLabel;
class QPushButton;
class QScrollArea;

namespace tympan::app {

/// The tray of a printer, from above: each sheet as it came out, and what is wrong with it.
class TrayPage : public QWidget {
    Q_OBJECT
  public:
    explicit TrayPage(QWidget* parent = nullptr);
    void show(const Tried& tried, Unit unit);

  signals:
    void closed();
    /// The next sheet, from 1, where it was stopped.
    void goesOn(int sheet);

  private:
    QLabel *title_, *says_;
    QPushButton* go_on_;
    int next_ = 1;
    QScrollArea* area_;
};

/// "It came out mirrored: stop. …"
QString faultText(const TrayFault& fault, Unit unit);

}  // namespace tympan::app
