#pragma once
#include "app/stations/picture/picture_panel.h"

class QLineEdit;
class QLabel;
class QSpinBox;

namespace tympan::app {

/// What came, what it is called, how many of it.
class CamePanel : public PicturePanel {
    Q_OBJECT
  public:
    CamePanel(JobStore& store, PictureEditing& editing);
    void refresh(const Piece& piece) override;
    /// There is no piece.
    void showNothing();

  signals:
    void openWanted();
    void removeWanted();

  private:
    void match();
    void hangPages();
    QLineEdit* name_;
    QSpinBox *copies_, *spares_;
    QLineEdit *notes_, *rights_;
    QLabel *came_, *detail_, *pages_;
    QSpinBox* page_;
    QWidget *about_, *paged_;
};

}  // namespace tympan::app
