#pragma once
#include <QObject>
#include <QStringList>
#include <vector>

#include "core/artwork/artwork.h"
#include "core/base/progress.h"

class QMimeData;

namespace tympan::app {

class RenderService;

/// Reads pictures off the interface thread, from files, drops and the clipboard. Files that cannot be read
/// are named; the others still come.
class OpenPictures : public QObject {
    Q_OBJECT
  public:
    explicit OpenPictures(RenderService& service, QObject* parent = nullptr);

    void files(const QStringList& files);
    /// Files or a picture from a drop or the clipboard. False when it holds neither.
    bool mime(const QMimeData* data);
    static bool accepts(const QMimeData* data);
    /// For file dialogs.
    static QString filter();

    /// Stops everything that is being read.
    void stop();

  signals:
    void started(const QString& what);
    void progressed(double fraction);
    /// `sentence`: which files could not be read and why (`well` false), or nothing.
    void ended(bool well, const QString& sentence);
    void ready(const std::vector<tympan::ArtworkPtr>& artworks);

  private:
    using Reader = std::function<ArtworkPtr(const Progress&)>;
    void read(std::vector<Reader> readers);
    RenderService& service_;
    int call_ = 0;
    QStringList running_;  ///< the render service's views
};

}  // namespace tympan::app
