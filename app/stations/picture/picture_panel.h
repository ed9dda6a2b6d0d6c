#pragma once
#include <QWidget>

#include "app/canvas/picture_desk.h"
#include "app/model/job_store.h"
#include "app/stations/picture/picture_editing.h"

namespace tympan::app {

/// What every panel of the Picture station has: the chosen piece, one way to change its picture, and what the
/// desk shows meanwhile.
class PicturePanel : public QWidget {
    Q_OBJECT
  public:
    PicturePanel(JobStore& store, PictureEditing& editing);

    /// Shows the chosen piece as it is now. Called only while there is one.
    virtual void refresh(const Piece& piece) = 0;
    /// What the desk shows; a panel without any leaves the stage to the fold.
    virtual std::optional<DeskScene> scene(const Piece& piece);

    // What the hand did on the desk.
    virtual void cropped(const PageParts&) {}
    virtual void cornersMoved(const std::array<PointMm, 4>&) {}
    virtual void levelled(double) {}
    virtual void stroked(const std::vector<PointMm>&) {}

  signals:
    void sceneChanged();
    void said(const QString& sentence, bool well);

  protected:
    /// The picture with an edit as the desk shows it; a hint that it is being made while it is not there.
    DeskScene deskOf(const Piece& piece, const PictureEdit& edit);

    JobStore& store_;
    PictureEditing& editing_;
};

/// A copy of an artwork for painting.
QImage imageOf(const Artwork& artwork);

}  // namespace tympan::app
