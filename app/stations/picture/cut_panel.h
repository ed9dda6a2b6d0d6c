#pragma once
#include "app/stations/picture/picture_panel.h"

class QCheckBox;
class QPushButton;
class QSlider;

namespace tympan::app {

class ChoiceRow;

/// Cutting the subject out of what is around it, put right with a brush; a part as a piece of its own.
class CutPanel : public PicturePanel {
    Q_OBJECT
  public:
    CutPanel(JobStore& store, PictureEditing& editing);
    void refresh(const Piece& piece) override;
    std::optional<DeskScene> scene(const Piece& piece) override;
    void stroked(const std::vector<PointMm>& points) override;

  private:
    QCheckBox* cut_;
    ChoiceRow* brush_;
    QSlider* size_;
    QPushButton *back_, *own_piece_;
};

}  // namespace tympan::app
