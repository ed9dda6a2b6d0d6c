#pragma once
#include <QObject>
#include <vector>

#include "core/job/edits.h"

class QWidget;

namespace tympan::app {

class DropCard;
class JobStore;

/// Pictures on their way to the line: the card asks about them, those that come meanwhile wait, and a picture
/// that was wanted on the object of the chosen piece goes straight there.
class NewPictures : public QObject {
    Q_OBJECT
  public:
    /// The card lies over `room`.
    NewPictures(JobStore& store, QWidget& room);

    void ask(const std::vector<ArtworkPtr>& artworks);
    /// The next picture goes on the chosen piece's object.
    void nextOnSameObject() { same_object_ = true; }
    /// The card stays in the middle.
    void place();

  signals:
    /// The maker wants to print what was hung up, now.
    void printWanted();
    /// The card is gone.
    void done();

  private:
    void addToObject(const Piece& piece, const std::vector<ArtworkPtr>& artworks);
    void hangUp(const std::vector<NewPiece>& pieces);
    void dismiss();

    JobStore& store_;
    QWidget& room_;
    QWidget* shade_;  ///< over the window while the card asks: clicks beside it do nothing
    DropCard* card_;
    bool same_object_ = false;
    std::vector<ArtworkPtr> waiting_;  ///< that came while the card was open
};

}  // namespace tympan::app
