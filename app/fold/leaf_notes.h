#pragma once
#include <QObject>

#include "app/fold/fold_layout.h"

class QLabel;
class QWidget;

namespace tympan::app {

/// The words beside the leaves: at the left the print, how to lay it and why it is mirrored or not; at the
/// right the object. A narrow fold leaves them out.
class LeafNotes : public QObject {
    Q_OBJECT
  public:
    explicit LeafNotes(QWidget* fold);

    void say(const Job& job, const Piece& piece, const FoldScene& scene);
    /// Places both columns in a fold of this size, or hides them. Returns how much width they take at each
    /// side.
    int place(const QSize& fold, bool wanted);

  signals:
    void whyWanted();

  private:
    QWidget *print_, *finished_;
    QLabel *size_, *hint_, *sentence_, *title_, *bare_, *guess_;
};

}  // namespace tympan::app
