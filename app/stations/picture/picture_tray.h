#pragma once
#include <QWidget>

class QLineEdit;
class QLabel;
class QSpinBox;

namespace tympan::app {

class JobStore;

/// Picture: what came, what it is called, how many of it.
class PictureTray : public QWidget {
    Q_OBJECT
  public:
    explicit PictureTray(JobStore& store, QWidget* parent = nullptr);

  signals:
    void openWanted();
    void removeWanted();

  private:
    void refresh();
    void match();
    JobStore& store_;
    QLineEdit* name_;
    QSpinBox *copies_, *spares_;
    QLineEdit* notes_;
    QLabel *came_, *detail_;
    QWidget* about_;
};

}  // namespace tympan::app
