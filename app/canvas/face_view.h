#pragma once
#include <QImage>
#include <QWidget>

#include "core/record/log_entry.h"

namespace tympan::app {

/// The picture of a piece in the logbook, with what was wrong drawn on it. While a fault is chosen, a finger
/// or a pointer draws where it is; who has neither a hand for that nor a pointer marks all of it with the
/// return key.
class FaceView : public QWidget {
    Q_OBJECT
  public:
    explicit FaceView(const QString& name, QWidget* parent = nullptr);

    /// `size`: of what the picture shows, mm; none: nothing can be drawn on it.
    void show(const QImage& picture, const SizeMm& size, const std::vector<DrawnFault>& faults);
    /// What is drawn next; nothing: nothing is.
    void draw(std::optional<Fault> fault);
    std::optional<Fault> drawing() const { return drawing_; }
    /// Where the picture lies; for tests.
    QRectF pictureRect() const;

  signals:
    void drawn(const tympan::DrawnFault& fault);
    /// Pictures were dropped on it.
    void dropped(const QStringList& files);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

  private:
    PointMm onPicture(const QPointF& at) const;
    QPolygonF onView(const Ring& ring) const;
    bool canDraw() const { return drawing_ && size_.width > 0 && !picture_.isNull(); }

    QImage picture_;
    SizeMm size_{0, 0};
    std::vector<DrawnFault> faults_;
    std::optional<Fault> drawing_;
    Ring stroke_;  ///< under the finger
};

/// "hole", "leftover paper", …: as makers say it.
QString faultText(Fault fault);

}  // namespace tympan::app
