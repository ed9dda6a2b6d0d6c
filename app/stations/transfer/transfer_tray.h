#pragma once
#include <QWidget>

class QAction;
class QCheckBox;
class QComboBox;
class QLineEdit;
class QSpinBox;

namespace tympan::app {

class ChoiceRow;
class JobStore;
class Planning;

/// When the work is done, in what weather, and what there is to do it with.
class TransferTray : public QWidget {
    Q_OBJECT
  public:
    TransferTray(JobStore& store, Planning& planning, QAction& calendar, QAction& sheet,
                 QWidget* parent = nullptr);

  private:
    QWidget* whenColumn();
    QWidget* weatherColumn();
    QWidget* placesColumn();
    QWidget* restColumn(QAction& calendar, QAction& sheet);
    void refresh();
    void place(const char* name, int room);

    JobStore& store_;
    Planning& planning_;
    QLineEdit *start_, *due_, *hours_;
    QSpinBox *temperature_, *humidity_, *floor_;
    ChoiceRow* air_;
    QCheckBox *late_, *oven_, *press_, *own_times_;
};

}  // namespace tympan::app
