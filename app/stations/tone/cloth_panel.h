#pragma once
#include <QWidget>

#include "core/base/key.h"
#include "core/inspect/cloth_share.h"
#include "core/render/wear.h"

class QLabel;
class QPushButton;
class QSlider;
class QSpinBox;

namespace tympan::app {

class LengthEdit;
class RenderService;

/// A picture for dark cloth: what of it is left to the cloth, the white under the rest, and what is seen when
/// that lies a little beside the colour.
class ClothPanel : public QWidget {
    Q_OBJECT
  public:
    explicit ClothPanel(RenderService& service, QWidget* parent = nullptr);
    void show(const Job& job, const Piece& piece);

  signals:
    void changed(const tympan::Tone& tone, const QString& run);
    void likenessWanted(const tympan::Likeness& likeness);
    /// What is left out is to be brushed, where pictures are cut out.
    void brushWanted();

  protected:
    void hideEvent(QHideEvent* event) override;

  private:
    QWidget* leftColumn();
    QWidget* whiteColumn();
    QWidget* besideColumn();
    void look(const Job& job, const Piece& piece);
    void sayShare();
    void sayChoke(const Job& job, const Piece& piece);
    void sayBeside();

    RenderService& service_;
    Tone tone_;
    Unit unit_ = Unit::mm;
    double choke_mm_ = 0;
    bool two_passes_ = true;
    std::optional<ClothShare> share_;
    Key looked_at_;  ///< what the share was asked for
    QSlider *limit_, *soft_, *beside_;
    QSpinBox* white_;
    LengthEdit* choke_;
    QPushButton* proposed_;
    QLabel *share_text_, *choke_text_, *beside_text_;
    QWidget *white_part_, *beside_part_;
};

}  // namespace tympan::app
