#pragma once
#include <QWidget>

#include "core/job/job.h"
#include "core/render/wear.h"

class QCheckBox;
class QComboBox;
class QLabel;

namespace tympan::app {

/// What the transfer does to the greys, made up for or not; and how the finished leaf pictures rubbing.
class SurfacePanel : public QWidget {
    Q_OBJECT
  public:
    explicit SurfacePanel(QWidget* parent = nullptr);
    void show(const Job& job, const Piece& piece);

  signals:
    void changed(const tympan::Tone& tone, const QString& run);
    /// The finished leaf is to be pictured like this; the print stays as it is.
    void likenessWanted(const tympan::Likeness& likeness);

  private:
    Tone tone_;
    QCheckBox* compensated_;
    QLabel* about_;
    QComboBox *wear_, *haze_;
};

}  // namespace tympan::app
