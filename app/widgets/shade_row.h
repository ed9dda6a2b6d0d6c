#pragma once
#include <QColor>
#include <QWidget>

#include "core/tone/tone.h"

namespace tympan::app {

/// Eleven chips from black to white, each slid up to print it lighter or down to print it darker, over the
/// row of what stays on the object. Left and right choose a chip, up and down slide it, Delete puts it back.
class ShadeRow : public QWidget {
    Q_OBJECT
  public:
    explicit ShadeRow(QWidget* parent = nullptr);

    /// `stays`: what each of the eleven looks like on the object; a guess unless a strip says so.
    void show(const Shades& shades, const QList<QColor>& stays, bool measured);
    const Shades& shades() const { return shades_; }
    /// Where a chip stands.
    QRect chip(int shade) const;

  signals:
    void slid(const tympan::Shades& shades);
    /// A slide has come to its end.
    void rested();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    void slide(int shade, int lift);

    Shades shades_;
    QList<QColor> stays_;
    int chosen_ = 5;
    int grabbed_at_ = 0;  ///< how far below the chip's middle it was taken
    bool dragging_ = false;
};

}  // namespace tympan::app
