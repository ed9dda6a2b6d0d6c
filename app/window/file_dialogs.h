#pragma once
#include <QObject>
#include <functional>
#include <vector>

#include "core/enlarge/enlarging.h"

class QWidget;

namespace tympan::app {

struct Actions;
class Exports;
class JobFiles;
class JobStore;
class OpenPictures;
class RenderService;

/// Asks which pictures to add and where to put what leaves the program, and remembers the folder.
class FileDialogs : public QObject {
    Q_OBJECT
  public:
    FileDialogs(QWidget& window, const Actions& actions, JobStore& store, OpenPictures& open,
                Exports& exports, JobFiles& files, RenderService& service);

    /// Asks for a name and saves the job; false when the maker thought better of it.
    bool saveJobAs();
    /// Asks for a name and writes one sheet by itself, from 0.
    void saveSheet(int sheet);
    /// Asks for a name and writes the spot of the chosen print, made larger in several ways.
    void saveProof(const PointMm& spot, const std::vector<Engine>& engines);
    /// Asks for a name and hands it on to whoever writes the plan, for a calendar or on paper.
    /// Likewise for any other PDF, `name` without its ending.
    void savePdf(const QString& title, const QString& name, const std::function<void(const QString&)>& write);
    /// Asks which picture file to read.
    void openPhotograph(const std::function<void(const QString&)>& read);
    void savePlan(bool for_calendar, const std::function<void(const QString&)>& write);

  signals:
    void filesChosen(const QStringList& files);

  private:
    void openFiles();
    void saveForShop();
    /// `name`: the file's name with its ending, as proposed.
    void save(const QString& title, const QString& name, const QString& filter,
              const std::function<void(const QString&)>& write);
    /// The chosen piece's name followed by `ending`.
    QString pieceFile(const char* ending) const;
    /// The job's name followed by `ending`, as a file can be called.
    QString jobFile(const char* ending) const;

    QWidget& window_;
    JobStore& store_;
    OpenPictures& open_;
    Exports& exports_;
    JobFiles& files_;
    QString folder_;
};

}  // namespace tympan::app
