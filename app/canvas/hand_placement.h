#pragma once
#include <QObject>
#include <QPainter>

#include "app/canvas/fold_layout.h"

class QKeyEvent;

namespace tympan::app {

class JobStore;

/// Placing by hand on the finished leaf: the picture, zones of the object, and the corners of a drawn outline
/// or a plank's free edge are dragged; arrow keys move by 1 mm, with Shift by 10 mm, with Alt by 0.1 mm.
/// Dragging snaps to middles and edges, which are then shown; holding Ctrl lets it go free.
class HandPlacement : public QObject {
    Q_OBJECT
  public:
    /// What is dragged.
    enum class What { nothing, picture, zone, corner };

    explicit HandPlacement(JobStore& store, QObject* parent = nullptr);

    /// Only one thing at a time can be worked on; what the tray shows.
    void workOn(What what);
    What worksOn() const { return what_; }
    int zone() const { return zone_; }
    int corner() const { return corner_; }
    void chooseZone(int zone);

    /// True when there is something under the pointer to take hold of.
    bool over(const FoldLayout& layout, const QPointF& at) const;
    bool press(const FoldLayout& layout, const QPointF& at);
    void drag(const FoldLayout& layout, const QPointF& at, bool free);
    void release();
    bool dragging() const { return grabbed_ != What::nothing; }
    /// A new corner of a drawn outline where an edge was clicked twice; true when there was one.
    bool addCorner(const FoldLayout& layout, const QPointF& at);
    bool key(const QKeyEvent& event);

    void paint(QPainter& painter, const FoldLayout& layout) const;

  signals:
    /// Another zone or corner is chosen.
    void chosen();

  private:
    PointMm snapped(const PointMm& wanted, double reach_mm);
    int zoneAt(const PointMm& at) const;
    int cornerAt(const FoldLayout& layout, const QPointF& at) const;
    const Ring* corners() const;
    void moveTo(const PointMm& to);
    void remove();

    JobStore& store_;
    What what_ = What::nothing, grabbed_ = What::nothing;
    int zone_ = -1, corner_ = -1;
    PointMm grabbed_at_, started_at_;
    std::vector<double> guides_across_, guides_down_;  ///< where it snapped, object frame
};

}  // namespace tympan::app
