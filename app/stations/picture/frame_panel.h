#pragma once
#include "app/stations/picture/picture_panel.h"

class QComboBox;
class QDoubleSpinBox;
class QPushButton;

namespace tympan::app {

/// The frame: quarter turns, straightening, the corners of a photographed sheet, and the crop.
class FramePanel : public PicturePanel {
    Q_OBJECT
  public:
    FramePanel(JobStore& store, PictureEditing& editing);
    void refresh(const Piece& piece) override;
    std::optional<DeskScene> scene(const Piece& piece) override;
    void cropped(const PageParts& crop) override;
    void cornersMoved(const std::array<PointMm, 4>& corners) override;
    void levelled(double deg) override;

  private:
    void turn(int quarters);
    void takeShape();
    void trimBorder();
    void use(DeskTool tool);
    std::optional<double> shape(const Piece& piece) const;

    DeskTool tool_ = DeskTool::crop;
    QComboBox* shapes_;
    QDoubleSpinBox* straighten_;
    QPushButton *level_, *corners_, *border_, *as_it_came_;
};

}  // namespace tympan::app
