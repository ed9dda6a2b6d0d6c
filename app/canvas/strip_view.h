#pragma once
#include <QWidget>
#include <memory>

#include "app/canvas/time_scale.h"
#include "app/model/strip.h"

namespace tympan::app {

/// The evening: every object a line that hangs like the drying line, work pegged to it, waiting a line that
/// is thick while it is wet and thin once it is dry, and now a plumb line. Work can be dragged to another
/// time.
class StripView : public QWidget {
    Q_OBJECT
  public:
    explicit StripView(QWidget* parent = nullptr);

    void show(std::shared_ptr<const Strip> strip, Moment now);
    /// Whether a plan is being made: then an empty strip says so.
    void setWorking(bool working) { working_ = working; }
    void setNow(Moment now);
    /// Work of hands on one object that goes on without a break, as it hangs there.
    struct Hung {
        int line = 0;
        std::vector<std::size_t> tasks;
        TimeSpan time;
    };
    const std::vector<Hung>& hung() const { return hung_; }
    QRectF rectOf(const Hung& piece) const;
    QSize sizeHint() const override { return {900, 360}; }

  signals:
    /// A piece of work was dragged to another time; its first task.
    void putOff(const QString& task, Moment to);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

  private:
    static constexpr int names_width = 128, header = 44, foot_room = 18;

    void layOut();
    void paintTime(QPainter& painter) const;
    void paintLine(QPainter& painter, int line) const;
    void paintHung(QPainter& painter, const Hung& piece, bool dragged) const;
    void paintNow(QPainter& painter) const;
    double x(Moment at) const;
    double lineHeight() const;
    double pieceHeight() const;
    double ropeY(int line, double x) const;
    int hungAt(const QPointF& at) const;
    QString wordsOf(const Hung& piece) const;
    void scrollBy(double by);
    const Task& task(std::size_t i) const { return strip_->plan.tasks[i]; }
    bool isDone(std::size_t i) const { return strip_->done.contains(task(i).id); }

    std::shared_ptr<const Strip> strip_;
    bool working_ = false;
    Moment now_;
    TimeScale scale_;
    std::vector<int> lines_;  ///< objects, from above
    std::vector<Hung> hung_;
    double scrolled_ = 0, down_ = 0;
    int pointed_ = -1, dragged_ = -1;
    double grabbed_ = 0, drag_x_ = 0;
};

}  // namespace tympan::app
