#pragma once
#include <QWidget>
#include <functional>

#include "app/model/job_store.h"

namespace tympan::app {

/// What every panel of the Object station has: the job, the chosen piece and its object, and one way to
/// change them.
class ObjectPanel : public QWidget {
    Q_OBJECT
  public:
    explicit ObjectPanel(JobStore& store);

    /// Shows the chosen piece as it is now. Called only while there is one.
    virtual void refresh(const Piece& piece, const Object& object) = 0;

  signals:
    /// The maker wants to put another picture on the same object.
    void anotherWanted();

  protected:
    /// Changes the object under the chosen piece.
    void editObject(const QString& what, const std::function<void(Object&)>& change);
    /// Applies an edit of the chosen piece: `change(job, its id)`.
    void editPiece(const QString& what, const std::function<Job(Job, int)>& change);

    JobStore& store_;
};

}  // namespace tympan::app
