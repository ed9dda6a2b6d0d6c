#pragma once
#include <QWidget>

#include "core/job/job.h"

class QComboBox;
class QLabel;
class QSlider;

namespace tympan::app {

class LengthEdit;

/// What becomes of big black areas, and mending of black and white: specks and broken lines.
class SolidsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit SolidsPanel(QWidget* parent = nullptr);
    void show(const Job& job, const Piece& piece);

  signals:
    void changed(const tympan::Tone& tone, const QString& run);

  private:
    Tone tone_;
    QComboBox* solids_;
    QSlider* ink_;
    QWidget *ink_row_, *mending_;
    QLabel* about_;
    LengthEdit *specks_, *gaps_;
};

}  // namespace tympan::app
