#pragma once
#include <QTimer>
#include <QVariantAnimation>
#include <QWidget>

#include "app/canvas/leaf_painter.h"
#include "core/inspect/finding.h"
#include "core/render/wear.h"

namespace tympan::app {

class HandPlacement;
class JobStore;
class LeafNotes;
class RenderService;

/// The fold: the ink side of the paper at the left, the finished object at the right, joined at a hinge.
/// Pointing at one leaf marks the twin spot on the other; folding the corner over (or F) lays the paper on
/// the object.
class FoldView : public QWidget {
    Q_OBJECT
  public:
    FoldView(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// Lays the paper on the object, or lifts it back.
    void fold();
    /// Stops the paper on its way, from 0 (lifted) to 1 (on the object): for a picture of it.
    void holdAt(double way);
    bool folded() const { return way_ > 0.5; }
    void zoomBy(double factor);
    void zoomToFit();
    /// One millimetre of the object is one millimetre of the screen, as far as the screen knows its own size.
    void zoomToTrueSize();
    /// Marks where a finding is more strongly than the others, until another piece is chosen.
    void point(const Finding& finding);
    /// The outlines of all places that are worth a look, while somebody looks at their list.
    void showPlaces(bool all);
    /// How the finished leaf pictures rubbing.
    void picture(const Likeness& likeness);
    /// What the hand moves on the finished leaf.
    HandPlacement& hand() { return *hand_; }
    const FoldLayout& onScreen() const { return layout_; }
    const LeafPictures& leaves() const { return pictures_; }

  signals:
    void painted();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void leaveEvent(QEvent* event) override;

  private:
    void refresh();
    void paintInvitation(QPainter& painter) const;
    void paintLeaves(QPainter& painter) const;
    void paintFindings(QPainter& painter) const;
    void relayout();
    void requestPictures(double most_pixels);
    void moveTo(double way);
    QRectF cornerRect() const;
    void showWhy();

    JobStore& store_;
    RenderService& service_;
    int shown_piece_ = 0;
    FoldScene scene_;
    FoldLayout layout_;
    LeafPictures pictures_;
    double zoom_ = 1, way_ = 0;
    QPointF pan_, grabbed_at_;
    enum class Grab { nothing, corner, view, hand } grab_ = Grab::nothing;
    std::optional<QPointF> spot_;
    bool on_corner_ = false, all_places_ = false;
    QVariantAnimation glide_;
    QTimer rest_;
    LeafNotes* notes_;
    HandPlacement* hand_;
    Likeness likeness_;
    std::optional<std::size_t> pointed_;  ///< which kind of finding
};

}  // namespace tympan::app
