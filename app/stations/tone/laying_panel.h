#pragma once
#include <QWidget>

#include "core/measure/length.h"
#include "core/measure/pixel_grid.h"
#include "core/tone/tone.h"

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QSlider;
class QSpinBox;

namespace tympan::app {

/// How grey is laid down: smooth, black and white alone, in steps, or as solid lines and dots; and whether
/// darks stand for lights.
class LayingPanel : public QWidget {
    Q_OBJECT
  public:
    explicit LayingPanel(QWidget* parent = nullptr);

    /// `parting`: the limit that black and white alone would take by itself.
    /// `over_white`: it brings a white of its own, and the cloth shows between lines and dots.
    void show(const Tone& tone, bool over_white, int parting, Unit unit, const PixelGrid& grid);

  signals:
    /// `run` joins the changes of one drag into one step.
    void changed(const tympan::Tone& tone, const QString& run);

  private:
    void pick(int row);
    void showFields();

    Tone tone_;
    Unit unit_ = Unit::mm;
    QComboBox* laid_;
    QWidget *limit_row_, *steps_row_, *screen_row_;
    QCheckBox *limit_auto_, *inverted_;
    QSlider* limit_;
    QSpinBox* steps_;
    QDoubleSpinBox* angle_;
    QDoubleSpinBox* ruling_;
    QLabel *heading_, *about_;
};

}  // namespace tympan::app
