#pragma once
#include "app/stations/object/object_panel.h"
#include "app/stations/object/place_search.h"

class QCheckBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSpinBox;
class QStackedLayout;

namespace tympan::app {

class ChoiceRow;
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
    QWidget* findingPage();
    void showPlaces();

    ChoiceRow* fit_;
    LengthEdit *margin_, *width_, *height_;
    LengthEdit* bare_[4];
    QLabel* bare_words_[4];
    QCheckBox* keep_shape_;
    QDoubleSpinBox* turn_;
    QWidget *on_object_, *on_spot_;
    PlaceSearch search_;
    QStackedLayout* pages_;
    QPushButton *find_, *over_knots_;
    QCheckBox* half_turn_;
    QSpinBox* size_range_;
    LengthEdit* most_move_;
    QLabel* finds_;
    ChoiceRow* places_;
    QLineEdit* from_[2];
    LengthEdit* distance_[2];
};

}  // namespace tympan::app
