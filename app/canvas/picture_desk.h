#pragma once
#include <QImage>
#include <QWidget>
#include <array>
#include <optional>
#include <vector>

#include "core/artwork/picture_edit.h"

namespace tympan::app {

/// What the hand does on the desk.
enum class DeskTool {
    look,
    crop,     ///< edges and corners of the frame are dragged, or the frame as a whole
    corners,  ///< the four corners of a photographed sheet
    level,    ///< a line is drawn along what should lie level or stand upright
    brush,    ///< strokes over the subject, or over what is around it
};

/// Everything that the desk shows: a value, so that what is seen follows from the job alone. Places are in
/// parts of the shown picture.
struct DeskScene {
    QImage picture;
    QImage veil;    ///< laid over it, as large: what is taken away
    QColor ground;  ///< seen where the picture is see-through
    DeskTool tool = DeskTool::look;
    PageParts crop;
    std::optional<double> shape;  ///< width to height that the crop keeps, in the picture's own pixels
    std::array<PointMm, 4> corners{};
    std::vector<std::array<PointMm, 4>> found;  ///< pictures on a page, numbered
    bool keep = true;                           ///< what the brush tells
    double brush = 0.02;                        ///< its radius, of the long side
    QString hint;
};

/// The desk: the chosen picture by itself, upright and unmirrored, to be worked on. The wheel zooms about the
/// pointer; the middle button moves the view.
class PictureDesk : public QWidget {
    Q_OBJECT
  public:
    explicit PictureDesk(QWidget* parent = nullptr);

    void show(DeskScene scene);
    const DeskScene& scene() const { return scene_; }
    /// A place in parts of the picture on the widget, and back.
    QPointF onScreen(const PointMm& place) const;
    PointMm inPicture(const QPointF& at) const;

  signals:
    void cropped(const tympan::PageParts& crop);
    void cornersMoved(const std::array<tympan::PointMm, 4>& corners);
    /// Clockwise, so that the line that was drawn lies level or stands upright.
    void levelled(double deg);
    void stroked(const std::vector<tympan::PointMm>& points);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

  private:
    void layOut();
    void paintStroke(QPainter& painter) const;
    /// Which handle of the crop is under the pointer: 0 left, 1 right, 2 top, 3 bottom as bits, or the whole.
    int cropHandle(const QPointF& at) const;
    int cornerAt(const QPointF& at) const;
    PageParts draggedCrop(const PointMm& to) const;
    void endDrag();

    DeskScene scene_;
    QRectF place_;  ///< of the picture on the widget
    double zoom_ = 1;
    QPointF pan_;
    enum class Grab { nothing, view, crop, corner, line, brush } grab_ = Grab::nothing;
    int handle_ = 0;
    QPointF pressed_at_;
    PageParts crop_before_;
    std::vector<PointMm> stroke_;
    std::optional<QPointF> pointer_;
};

}  // namespace tympan::app
