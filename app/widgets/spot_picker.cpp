#include "app/widgets/spot_picker.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/look/theme.h"

namespace tympan::app {

SpotPicker::SpotPicker(const SizeMm& print, QWidget* parent) : QWidget(parent), print_(print) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The picture, and the spot on it"));
    setMinimumSize(240, 180);
}

void SpotPicker::setPicture(const QImage& picture) {
    picture_ = picture;
    update();
}

void SpotPicker::setSide(double mm) {
    side_mm_ = mm;
    update();
}

QRectF SpotPicker::pictureRect() const {
    QRectF rect(
        QPointF(),
        QSizeF(print_.width, print_.height).scaled(QSizeF(size()) - QSizeF(8, 8), Qt::KeepAspectRatio));
    rect.moveCenter(QRectF(this->rect()).center());
    return rect;
}

void SpotPicker::moveTo(const PointMm& spot) {
    const PointMm within{std::clamp(spot.x, 0.0, 1.0), std::clamp(spot.y, 0.0, 1.0)};
    if (within == spot_) return;
    spot_ = within;
    update();
    emit moved();
}

void SpotPicker::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    const QRectF all = pictureRect();
    painter.fillRect(all, Qt::white);
    if (picture_.isNull())
        painter.drawText(all, Qt::AlignCenter, tr("Looking…"));
    else
        painter.drawImage(all, picture_);
    const double scale = all.width() / print_.width;
    QRectF square(0, 0, std::min(side_mm_ * scale, all.width()), std::min(side_mm_ * scale, all.height()));
    square.moveCenter(all.topLeft() + QPointF(spot_.x * all.width(), spot_.y * all.height()));
    square.moveLeft(std::clamp(square.left(), all.left(), all.right() - square.width()));
    square.moveTop(std::clamp(square.top(), all.top(), all.bottom() - square.height()));
    // What is not printed again is dimmed.
    QPainterPath rest;
    rest.addRect(all);
    QPainterPath kept;
    kept.addRect(square);
    painter.fillPath(rest.subtracted(kept), QColor(255, 255, 255, 150));
    painter.setPen(QPen(hasFocus() ? theme().chosen : theme().text, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(square);
}

void SpotPicker::mousePressEvent(QMouseEvent* event) {
    const QRectF all = pictureRect();
    moveTo({(event->position().x() - all.left()) / all.width(),
            (event->position().y() - all.top()) / all.height()});
}

void SpotPicker::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) mousePressEvent(event);
}

void SpotPicker::keyPressEvent(QKeyEvent* event) {
    constexpr double step_mm = 2;
    const double x = step_mm / print_.width, y = step_mm / print_.height;
    switch (event->key()) {
        case Qt::Key_Left:
            return moveTo({spot_.x - x, spot_.y});
        case Qt::Key_Right:
            return moveTo({spot_.x + x, spot_.y});
        case Qt::Key_Up:
            return moveTo({spot_.x, spot_.y - y});
        case Qt::Key_Down:
            return moveTo({spot_.x, spot_.y + y});
        default:
            QWidget::keyPressEvent(event);
    }
}

}  // namespace tympan::app
