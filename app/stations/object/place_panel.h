#pragma once
#include "app/stations/object/object_panel.h"

class QCheckBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedLayout;

namespace tympan::app {

class ChoiceRow;
class FindPlacePanel;
class LengthEdit;

/// Where the picture lies: how it is fitted, its size and turn, and how much stays bare on each side.
class PlacePanel : public ObjectPanel {
    Q_OBJECT
  public:
    PlacePanel(JobStore& store, RenderService& service);
    void refresh(const Piece& piece, const Object& object) override;

  private:
    void setSize(bool width, double mm);
    void setBare(int side, double mm);
    void setDistance();
    QWidget* usualPage();

    ChoiceRow* fit_;
    LengthEdit *margin_, *width_, *height_;
    LengthEdit* bare_[4];
    QLabel* bare_words_[4];
    QCheckBox* keep_shape_;
    QDoubleSpinBox* turn_;
    QWidget *on_object_, *on_spot_;
    QStackedLayout* pages_;
    FindPlacePanel* finding_;
    QPushButton* over_knots_;
    QLineEdit* from_[2];
    LengthEdit* distance_[2];
};

}  // namespace tympan::app
