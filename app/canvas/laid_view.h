#pragma once
#include <QImage>
#include <QWidget>
#include <memory>
#include <optional>

#include "core/seams/moved_seams.h"

namespace tympan {
struct PlacedRegion;
struct SeamPlan;
struct Sheet;
}  // namespace tympan

namespace tympan::app {

class JobStore;
class RenderService;

/// How the sheets of a piece will lie on the object, as people will see it: the picture with its seams and
/// the names of its sheets. A sheet is chosen by a click on it. A seam is dragged to another place,
/// where it snaps to quiet ones; what that does is said at once, and it stays there. For sheets that join no
/// other: what lies on them.
class LaidView : public QWidget {
    Q_OBJECT
  public:
    LaidView(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// Shows a sheet of the present imposition; -1 for none.
    void showSheet(int number);

  signals:
    void sheetChosen(int number);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    const Sheet* sheet() const;
    const SeamPlan* plan() const;
    /// The seams as they are shown, finished frame: those of the plan, or as they are being dragged.
    Bands shown() const;
    void request();
    QRectF mapRect() const;
    QPointF onMap(const PlacePx& finished) const;
    /// Why a seam lies where it does, in words.
    QString whyThere(const LineOf& line) const;
    std::optional<LineOf> lineUnder(const QPointF& at) const;
    QString contents(const Sheet& sheet) const;
    QString whatToWrite(const Sheet& sheet) const;
    QString aboutSeams() const;

    JobStore& store_;
    RenderService& service_;
    int number_ = -1;
    QImage picture_;  ///< of the whole piece, finished
    std::shared_ptr<const SeamCosts> costs_;
    std::optional<LineOf> dragged_;
    Bands dragging_;
    QPointF pressed_;
};

}  // namespace tympan::app
