#pragma once
#include <QObject>
#include <QTimer>
#include <map>
#include <set>

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
    void lookAgain();
    void next();
    void tell();
    void forgetOld();
    void lookAtPiece(const Key& key, const Piece& piece);
    void readPiece(const Key& key, const Piece& piece);

    JobStore& store_;
    RenderService& service_;
    QTimer rest_;
    std::map<Key, Seen> seen_;  ///< by everything it depends on
    std::map<int, Key> keys_;   ///< of each piece, as it is now
    std::set<Key> failed_;      ///< what could not be looked at: not tried again
    Key looked_at_;             ///< what is worked on
    quint64 keys_of_ = 0;       ///< of which revision of the job
    bool working_ = false;
};

}  // namespace tympan::app
