#pragma once
#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;
class QSpinBox;

namespace tympan::app {

class ChoiceRow;
class StripDesk;

/// For which printer, way and material a strip is; to print one, read one, or say by hand what is there.
/// Whether its ink runs, by a damp swab.
class StripTray : public QWidget {
    Q_OBJECT
  public:
    explicit StripTray(StripDesk& desk, QWidget* parent = nullptr);

  signals:
    void printWanted();
    void readWanted();

  private:
    QWidget* swabPart();
    void refresh();
    void refreshSwab();

    StripDesk& desk_;
    QComboBox *printer_, *method_, *material_;
    QPushButton *print_, *read_, *hand_, *keep_, *leave_, *erase_;
    QWidget* swab_;
    ChoiceRow* swabbed_;
    QSpinBox* coats_;
    QLabel* swab_says_;
    QPushButton* unswab_;
};

}  // namespace tympan::app
