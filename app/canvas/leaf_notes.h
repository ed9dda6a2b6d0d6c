#pragma once
#include <QObject>

#include "app/canvas/fold_layout.h"

class QLabel;
class QWidget;

namespace tympan::app {

/// The line above the leaves: at the left what is printed and why it is mirrored or not, at the right the
/// object. What does not fit is cut short and stands in full in the tool tip.
class LeafNotes : public QObject {
    Q_OBJECT
  public:
    explicit LeafNotes(QWidget* fold);

    void say(const Job& job, const Piece& piece, const FoldScene& scene);
    /// Places both halves of the line in a fold of this width, or hides them.
    void place(int fold_width, bool wanted);
    static constexpr int height = 26;

  signals:
    void whyWanted();

  private:
    void fill();

    QWidget *print_, *finished_;
    QLabel *size_, *sentence_, *title_, *bare_;
    QString size_text_, sentence_text_, title_text_, bare_text_;
};

}  // namespace tympan::app
