#pragma once
#include <QWidget>

#include "core/tone/tone.h"

class QLabel;
class QSlider;

namespace tympan::app {

class ChoiceRow;
class JobStore;

/// Tone: grey or colour, and how far the greys are spread.
class ToneTray : public QWidget {
    Q_OBJECT
  public:
    explicit ToneTray(JobStore& store, QWidget* parent = nullptr);

  private:
    void refresh();
    void setTone(const Tone& tone, const QString& run = {});

    JobStore& store_;
    ChoiceRow *ink_, *contrast_;
    QSlider* strength_;
    QLabel *strength_text_, *advice_, *of_;
    QWidget* greys_;
};

}  // namespace tympan::app
