#pragma once
#include <QMap>
#include <QObject>
#include <QTimer>

#include "core/inspect/look.h"
#include "core/inspect/reading.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Looks at the pixels of every piece in the background, the chosen one first, when the job has rested a
/// moment: its picture and tone, then its lettering. What was seen is kept for as long as nothing that it
/// depends on changes.
class Inspector : public QObject {
    Q_OBJECT
  public:
    Inspector(JobStore& store, RenderService& service, QObject* parent = nullptr);

    /// True while something is still to be looked at.
    bool busy() const;

  private:
    struct Seen {
        std::optional<Look> look;
        std::optional<Reading> reading;
    };
    void next();
    void tell();
    void lookAtPiece(const QString& key, const Piece& piece);
    void readPiece(const QString& key, const Piece& piece);

    JobStore& store_;
    RenderService& service_;
    QTimer rest_;
    QMap<QString, Seen> seen_;  ///< by everything it depends on
    QMap<int, QString> keys_;   ///< of each piece, as it is now
    QStringList failed_;        ///< keys that could not be looked at: not tried again
    QString looked_at_;         ///< the key that is worked on
    bool working_ = false;
};

}  // namespace tympan::app
