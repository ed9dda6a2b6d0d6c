#pragma once
#include <QFrame>
#include <vector>

#include "core/job/edits.h"

class QComboBox;
class QLabel;
class QLineEdit;

namespace tympan::app {

class ColourButton;
class LengthEdit;
class MethodFinder;

/// The card for a dropped picture: what is it going on, how big, how. Sensible guesses are filled in; with
/// several pictures the answers hold for each.
class DropCard : public QFrame {
    Q_OBJECT
  public:
    explicit DropCard(QWidget* parent = nullptr);

    void ask(const std::vector<ArtworkPtr>& artworks, Unit unit, const Paper& paper);

  signals:
    void answered(const std::vector<tympan::NewPiece>& pieces);
    /// After `answered`: the maker wants to print it now.
    void printWanted();
    void cancelled();

  protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool focusNextPrevChild(bool next) override;

  private:
    void hang();
    void showMaterial();

    std::vector<ArtworkPtr> artworks_;
    Unit unit_ = Unit::mm;
    QLabel *title_, *thumb_;
    QLineEdit* on_;
    QComboBox* material_;
    ColourButton* ground_;
    LengthEdit *width_, *height_;
    MethodFinder* finder_;
};

}  // namespace tympan::app
