#pragma once
#include "app/stations/picture/picture_panel.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace tympan::app {

class LengthEdit;

/// A page taken apart, and a line of lettering as a picture.
class PartsPanel : public PicturePanel {
    Q_OBJECT
  public:
    PartsPanel(JobStore& store, PictureEditing& editing);
    void refresh(const Piece& piece) override;
    std::optional<DeskScene> scene(const Piece& piece) override;

  private:
    void letter(bool change);

    std::vector<PictureEdit> found_;
    QString looked_at_;
    QLabel* about_;
    QPushButton *apart_, *change_;
    QLineEdit* words_;
    QComboBox* face_;
    LengthEdit* cap_;
};

}  // namespace tympan::app
