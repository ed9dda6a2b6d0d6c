#pragma once
#include <QImage>
#include <QWidget>

#include "core/base/key.h"
#include "core/job/job.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// The loupe: a spot of the chosen piece's print, pixel by pixel, the right way round, made larger in two
/// ways. A line between them is dragged over it to wipe one over the other; dragging elsewhere moves the
/// spot, and so does a click on the small picture in the corner.
class Loupe : public QWidget {
    Q_OBJECT
  public:
    Loupe(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// What stands on the left; on the right is what the piece asks for.
    void compareWith(Engine engine);
    /// How many times its true size the print is seen at.
    void magnify(double times);
    /// The middle of what is shown, in parts of the print, finished frame.
    PointMm spot() const { return spot_; }
    void show(const PointMm& spot);
    /// The line between the two, from 0 (left) to 1.
    void wipe(double part);
    double wiped() const { return wipe_; }
    /// Both are there, and of what is asked now.
    bool ready() const;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    /// One side: what is asked of it, and the picture that is there.
    struct Side {
        Key asked, made;
        QString fault;  ///< why what is asked cannot be made
        QImage image;
        QRectF parts;  ///< of the print, that the image shows
        Enlarged how;
    };
    void refresh();
    void ask(Side& side, const Piece& piece, const RectPx& box, const SizePx& print);
    void sayFault(const QString& view, const QString& sentence);
    /// Screen pixels to one of the print's.
    double scale() const;
    /// Where a box in parts of the print lies on the widget.
    QRectF onScreen(const QRectF& parts) const;
    QRectF small() const;
    void paintSide(QPainter& painter, const Side& side, const QRectF& clip, const QString& title,
                   Qt::Alignment at) const;
    void paintSmall(QPainter& painter) const;
    void moveSpot(const QPointF& by_px);

    JobStore& store_;
    RenderService& service_;
    Side left_, right_;
    Engine beside_ = Engine::smooth;
    double times_ = 4, wipe_ = 0.5;
    PointMm spot_{0.5, 0.5};
    SizePx print_;
    int piece_ = 0;
    QImage whole_;
    QString whole_of_;
    enum class Grab { nothing, line, picture, small } grab_ = Grab::nothing;
    QPointF last_;
};

}  // namespace tympan::app
