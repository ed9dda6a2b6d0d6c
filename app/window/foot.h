#pragma once
#include <QWidget>

class QLabel;
class QProgressBar;
class QPushButton;

namespace tympan::app {

class Exports;
class JobFiles;
class JobStore;
class OpenPictures;

/// The whole job in one line, what is being done or was done last, and Print….
class Foot : public QWidget {
    Q_OBJECT
  public:
    explicit Foot(JobStore& store, QWidget* parent = nullptr);

    /// Shows what is being done, how far it is, a button that stops it, and how it ended.
    void follow(Exports& exports);
    void follow(OpenPictures& reading);
    void follow(JobFiles& files);

    void say(const QString& sentence, bool well = true);

  signals:
    void printWanted();

  private:
    void refresh();
    void showProgress(bool on);
    template <class Work>
    void followWork(Work& work);

    JobStore& store_;
    QLabel *summary_, *said_;
    QProgressBar* progress_;
    QPushButton *stop_, *print_;
};

}  // namespace tympan::app
