#pragma once
#include <QImage>
#include <QWidget>

#include "core/measure/geometry.h"

namespace tympan::app {

/// A picture on which one chooses a square spot, with the mouse or the arrow keys.
class SpotPicker : public QWidget {
    Q_OBJECT
  public:
    /// `print`: how large the picture is on the object.
    SpotPicker(const SizeMm& print, QWidget* parent = nullptr);

    void setPicture(const QImage& picture);
    void setSide(double mm);
    /// The spot's middle, in parts of the picture.
    const PointMm& spot() const { return spot_; }

    QSize sizeHint() const override { return {460, 340}; }

  signals:
    void moved();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    QRectF pictureRect() const;
    void moveTo(const PointMm& spot);

    SizeMm print_;
    QImage picture_;
    PointMm spot_{0.5, 0.5};
    double side_mm_ = 40;
};

}  // namespace tympan::app
