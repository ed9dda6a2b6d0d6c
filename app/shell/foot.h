#pragma once
#include <QWidget>

class QLabel;
class QProgressBar;
class QPushButton;

namespace tympan::app {

class Exports;
class JobStore;

/// The whole job in one line, what is being done or was done last, and Print….
class Foot : public QWidget {
    Q_OBJECT
  public:
    Foot(JobStore& store, Exports& exports, QWidget* parent = nullptr);

    void say(const QString& sentence, bool well = true);

  signals:
    void printWanted();

  private:
    void refresh();
    void showProgress(bool on);

    JobStore& store_;
    QLabel *summary_, *said_;
    QProgressBar* progress_;
    QPushButton *stop_, *print_;
};

}  // namespace tympan::app
