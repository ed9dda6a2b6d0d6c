#pragma once
#include <QObject>

class QWidget;

namespace tympan::app {

struct Actions;
class Exports;
class JobStore;
class OpenPictures;

/// Asks which pictures to add and where to put what leaves the program, and remembers the folder.
class FileDialogs : public QObject {
    Q_OBJECT
  public:
    FileDialogs(QWidget& window, const Actions& actions, JobStore& store, OpenPictures& open,
                Exports& exports);

  private:
    void addPictures();
    void saveForShop();
    /// `name`: the file's name with its ending, as proposed.
    void save(const QString& title, const QString& name, const QString& filter,
              void (Exports::*write)(const QString&));
    /// The job's name followed by `ending`, as a file can be called.
    QString jobFile(const char* ending) const;

    QWidget& window_;
    JobStore& store_;
    OpenPictures& open_;
    Exports& exports_;
    QString folder_;
};

}  // namespace tympan::app
