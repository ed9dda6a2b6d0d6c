#pragma once
#include <QWidget>

#include "core/job/job.h"
#include "core/render/wear.h"
#include "core/tone/levels.h"

class QLabel;
class QSlider;
class QStackedWidget;

namespace tympan::app {

class ChoiceRow;
class ClothPanel;
class JobStore;
class DetailPanel;
class LayingPanel;
class RenderService;
class ShadeRow;
class SolidsPanel;
class SurfacePanel;
class VividPanel;

/// Tone: grey or colour, how far the greys are spread, each shade by itself, and how grey is laid down.
class ToneTray : public QWidget {
    Q_OBJECT
  public:
    ToneTray(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// Shows a part: "greys", "laid", "surface".
    void open(const QString& part);

  signals:
    /// How the finished leaf is to picture rubbing.
    void likenessWanted(const tympan::Likeness& likeness);
    /// The picture is to be cut out by hand.
    void brushWanted();

  private:
    QWidget* inkColumn();
    QWidget* contrastColumn();
    QWidget* shadesColumn();
    void refresh();
    void showContrast(const Piece& piece);
    /// Takes the picture's statistics when another picture is chosen: slides must not wait for them.
    void lookAt(const ArtworkPtr& artwork, const GreyMix& mix);
    void setTone(const Tone& tone, const QString& run = {});

    JobStore& store_;
    ChoiceRow *ink_, *contrast_, *parts_;
    QStackedWidget* panels_;
    QSlider* strength_;
    QLabel *strength_text_, *advice_;
    ShadeRow* shades_;
    QWidget *greys_, *untouched_;
    VividPanel* vivid_;
    LayingPanel* laying_;
    DetailPanel* detail_;
    SolidsPanel* solids_;
    SurfacePanel* surface_;
    ClothPanel* cloth_;
    ArtworkPtr looked_at_;
    GreyMix looked_at_with_;
    GreyHistogram histogram_{}, seen_histogram_{};
};

}  // namespace tympan::app
