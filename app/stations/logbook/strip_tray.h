#pragma once
#include <QWidget>

class QComboBox;
class QPushButton;

namespace tympan::app {

class StripDesk;

/// For which printer, way and material a strip is; to print one, read one, or say by hand what is there.
class StripTray : public QWidget {
    Q_OBJECT
  public:
    explicit StripTray(StripDesk& desk, QWidget* parent = nullptr);

  signals:
    void printWanted();
    void readWanted();

  private:
    void refresh();

    StripDesk& desk_;
    QComboBox *printer_, *method_, *material_;
    QPushButton *print_, *read_, *hand_, *keep_, *leave_, *erase_;
};

}  // namespace tympan::app
