#pragma once
#include <QImage>
#include <QMap>
#include <QWidget>
#include <memory>
#include <optional>

#include "core/layout/held_piece.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// A sheet of small pieces as it leaves the printer, under a hand: a piece is chosen by a click, dragged, and
/// turned by its knob or with R; near another piece or the edge it snaps to where it just has its gap (Alt:
/// not). Where it cannot lie it is shown so, and goes back to the last place where it could. Arrows nudge the
/// chosen piece, L locks it. Sheets that are only looked at (a search is on) cannot be changed.
class PiecesView : public QWidget {
    Q_OBJECT
  public:
    PiecesView(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    /// Shows a sheet; `still`: its picture as it will be printed, marks and all, once there is one.
    void showSheet(std::shared_ptr<const Imposition> imposition, int sheet, bool changeable);
    void setStill(const QImage& picture) { still_ = picture, update(); }
    /// Which of the sheet's parts is chosen.
    std::optional<std::size_t> chosen() const { return chosen_; }

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    const Sheet* sheet() const;
    double scale() const;  ///< px to the mm
    PointMm onPage(const QPointF& at) const;
    QPolygonF outlineOf(const PlacedRegion& part) const;
    PlacedRegion shown(std::size_t part) const;
    std::optional<std::size_t> partAt(const QPointF& at) const;
    QPointF knob() const;
    void requestImages();
    bool locked(const PlacedRegion& part) const;
    void take(std::size_t part);
    void put(const KeptPlace& place, const QString& what, const QString& run = {});
    void say();
    /// Moves or turns the chosen piece by a key; whether it is one that does.
    bool nudge(int key, Qt::KeyboardModifiers with);

    JobStore& store_;
    RenderService& service_;
    std::shared_ptr<const Imposition> imposition_;
    int number_ = -1;
    bool changeable_ = false;
    QImage still_;
    QMap<int, QImage> images_;  ///< of each print, as it is printed
    double images_scale_ = 0;
    std::optional<std::size_t> chosen_;
    struct Hand {
        HeldPiece held;
        KeptPlace shown, last_free;
        QPointF from;
        bool turns = false, moved = false, free = true;
    };
    std::optional<Hand> hand_;
};

}  // namespace tympan::app
