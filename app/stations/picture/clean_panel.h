#pragma once
#include "app/stations/picture/picture_panel.h"

class QCheckBox;
class QFormLayout;
class QPushButton;
class QSlider;

namespace tympan::app {

/// Mending a scan: uneven light, yellow paper, dust, creases; and white made see-through.
class CleanPanel : public PicturePanel {
    Q_OBJECT
  public:
    CleanPanel(JobStore& store, PictureEditing& editing);
    void refresh(const Piece& piece) override;
    std::optional<DeskScene> scene(const Piece& piece) override;

  private:
    QSlider* addSlider(QFormLayout* rows, const QString& name, const QString& label, const QString& tip,
                       int most, void (*set)(CleanUp&, int));
    void compare(bool came);

    QSlider *light_, *white_, *specks_;
    QCheckBox *folds_, *haze_, *clear_;
    QPushButton* compare_;
    bool came_ = false;
};

}  // namespace tympan::app
