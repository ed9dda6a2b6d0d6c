#pragma once
#include <QObject>
#include <functional>
#include <optional>

#include "core/artwork/artwork.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// Changes what is done to the chosen piece's picture. Pictures are made in the background and the job is
/// edited when they are there; a newer change takes the place of one that waits, and builds on it.
class PictureEditing : public QObject {
    Q_OBJECT
  public:
    PictureEditing(JobStore& store, RenderService& service, QObject* parent = nullptr);

    /// The chosen piece's edit, with the changes that wait.
    PictureEdit now() const;
    /// `run` joins the changes of one drag into one step of undo.
    void apply(const QString& what, const std::function<void(PictureEdit&)>& change, const QString& run = {});
    /// The chosen picture with another edit, to look at; nothing while it is being made, then `made` is said.
    ArtworkPtr picture(const PictureEdit& edit);
    /// Parts of the chosen piece's picture as pieces of their own.
    void hangParts(const std::vector<PictureEdit>& parts, bool keep);
    /// Lets go of a change that waits: the picture stays what it is.
    void stop();
    bool waits() const { return wanted_.has_value(); }

  signals:
    void made();
    /// A change waits, or no longer.
    void waiting();

  private:
    void forget();

    JobStore& store_;
    RenderService& service_;
    int piece_ = 0;  ///< that the waiting change is for
    std::optional<PictureEdit> wanted_;
    ArtworkPtr looked_at_;
    std::optional<PictureEdit> asked_;
};

}  // namespace tympan::app
