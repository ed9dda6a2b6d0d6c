#pragma once
#include <QImage>
#include <QMap>
#include <QWidget>

#include "core/base/key.h"

namespace tympan::app {

class JobStore;
class RenderService;

/// The pieces of the job as tickets pegged to a drying line; the chosen one is what every station works on.
/// Scrolls sideways when they are many. Empty, it says how to begin.
class TicketLine : public QWidget {
    Q_OBJECT
  public:
    TicketLine(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    QSize sizeHint() const override { return {800, 132}; }

  signals:
    void openWanted();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    struct Thumb {
        Key of;  ///< what it was drawn from
        QImage picture;
    };
    void refresh();
    /// Of the tickets that are seen.
    void requestThumbs();
    void requestThumb(std::size_t index);
    QRect ticketRect(int index) const;
    void paintTicket(QPainter& painter, int index) const;
    void scrollTo(int offset);
    double lineY(double x) const;

    JobStore& store_;
    RenderService& service_;
    QMap<int, Thumb> thumbs_;  // by piece
    int offset_ = 0;
};

}  // namespace tympan::app
