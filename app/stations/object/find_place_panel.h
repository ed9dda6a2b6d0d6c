#pragma once
#include "app/stations/object/object_panel.h"
#include "app/stations/object/place_search.h"

class QCheckBox;
class QLabel;
class QPushButton;
class QSpinBox;

namespace tympan::app {

class ChoiceRow;
class LengthEdit;

/// Looks for places where the picture hides the knots under it, within limits, and tries them on.
class FindPlacePanel : public ObjectPanel {
    Q_OBJECT
  public:
    FindPlacePanel(JobStore& store, RenderService& service);
    void refresh(const Piece& piece, const Object& object) override;
    /// The limits as they are before anything is typed, for the chosen piece.
    void suggestLimits();

  signals:
    void left();

  private:
    void showPlaces();

    PlaceSearch search_;
    QPushButton* find_;
    QCheckBox* half_turn_;
    QSpinBox* size_range_;
    LengthEdit* most_move_;
    QLabel* finds_;
    ChoiceRow* places_;
};

}  // namespace tympan::app
