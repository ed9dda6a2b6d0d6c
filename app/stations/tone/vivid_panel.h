#pragma once
#include <QWidget>
#include <opencv2/core.hpp>

#include "core/artwork/artwork.h"
#include "core/tone/tone.h"

class QLabel;
class QSlider;

namespace tympan::app {

/// How vivid colours are printed, and how much of the picture clips.
class VividPanel : public QWidget {
    Q_OBJECT
  public:
    explicit VividPanel(QWidget* parent = nullptr);
    void show(const Tone& tone, const ArtworkPtr& artwork);

  signals:
    /// `run` joins the changes of one drag into one step.
    void changed(const tympan::Tone& tone, const QString& run);
    /// A slide was let go.
    void rested();

  private:
    QSlider* slider(const QString& name, const QString& words, const QString& trade, int Vividness::*which);

    Tone tone_;
    ArtworkPtr looked_at_;
    cv::Mat sample_;  ///< a few of its pixels: slides must not wait for all of them
    QSlider *pale_, *all_;
    QLabel* clipped_;
};

}  // namespace tympan::app
