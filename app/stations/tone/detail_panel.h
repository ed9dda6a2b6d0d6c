#pragma once
#include <QWidget>

#include "core/measure/length.h"
#include "core/tone/tone.h"

class QComboBox;
class QSlider;
class QSpinBox;

namespace tympan::app {

class LengthEdit;

/// How colours become grey, and how much small detail stands out.
class DetailPanel : public QWidget {
    Q_OBJECT
  public:
    explicit DetailPanel(QWidget* parent = nullptr);
    void show(const Tone& tone, Unit unit);

  signals:
    /// `run` joins the changes of one drag into one step.
    void changed(const tympan::Tone& tone, const QString& run);

  private:
    Tone tone_;
    QComboBox* mix_;
    QWidget* parts_;
    QSpinBox* part_[3];
    QSlider* amount_;
    LengthEdit* radius_;
};

}  // namespace tympan::app
