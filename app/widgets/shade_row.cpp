#include "app/widgets/shade_row.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr int count = 11, pitch = 28, chip_width = 24, chip_height = 16, track = 84, swatch_px = 22,
              above_swatches = 8, most = 100, key_step = 5, near_middle = 6;

}  // namespace

ShadeRow::ShadeRow(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("shades"));
    setAccessibleName(tr("Shades from black to white, each printed lighter or darker"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedSize(count * pitch, chip_height + track + above_swatches + swatch_px);
}

void ShadeRow::show(const Shades& shades, const QList<QColor>& stays, bool measured) {
    setToolTip(measured
                   ? tr("Slide a shade up to print it lighter, down for darker. Below: what stays on the "
                        "object, going by your strip.")
                   : tr("Slide a shade up to print it lighter, down for darker. Below: what stays on the "
                        "object, a guess until a printed strip has been measured."));
    shades_ = shades;
    stays_ = stays;
    update();
}

QRect ShadeRow::chip(int shade) const {
    const int lift = shades_.lift.at(static_cast<std::size_t>(shade));
    const int y = (most - lift) * track / (2 * most);
    return {shade * pitch + (pitch - chip_width) / 2, y, chip_width, chip_height};
}

void ShadeRow::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.setPen(QPen(t.line, 1));
    const int level = (chip_height + track) / 2;
    painter.drawLine(0, level, width(), level);
    for (int i = 0; i < count; ++i) {
        const QRect at = chip(i);
        painter.setPen(QPen(t.line, 1));
        painter.drawLine(at.center().x(), chip_height / 2, at.center().x(), track + chip_height / 2);
        const bool chosen = hasFocus() && i == chosen_;
        const int grey = 255 * i / (count - 1);
        painter.setPen(QPen(chosen ? t.chosen : t.quiet, chosen ? 2.5 : 1));
        painter.setBrush(QColor(grey, grey, grey));
        painter.drawRoundedRect(QRectF(at).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        if (i >= stays_.size()) continue;
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(stays_[i]);
        painter.drawRect(
            QRectF(i * pitch + 0.5, chip_height + track + above_swatches + 0.5, pitch - 1, swatch_px - 1));
    }
}

void ShadeRow::slide(int shade, int lift) {
    int& own = shades_.lift.at(static_cast<std::size_t>(shade));
    lift = std::clamp(lift, -most, most);
    if (own == lift) return;
    own = lift;
    update();
    emit slid(shades_);
}

void ShadeRow::mousePressEvent(QMouseEvent* event) {
    chosen_ = std::clamp(static_cast<int>(event->position().x()) / pitch, 0, count - 1);
    const QRect at = chip(chosen_);
    // Beside the chip it comes to the pointer.
    grabbed_at_ = at.contains(event->position().toPoint())
                      ? static_cast<int>(event->position().y()) - at.center().y()
                      : 0;
    dragging_ = event->position().y() < chip_height + track;
    if (dragging_) mouseMoveEvent(event);
    update();
}

void ShadeRow::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) return;
    const double y = event->position().y() - grabbed_at_ - chip_height / 2.0;
    int lift = static_cast<int>(std::lround(most - y * 2 * most / track));
    if (std::abs(lift) <= near_middle) lift = 0;
    slide(chosen_, lift);
}

void ShadeRow::mouseReleaseEvent(QMouseEvent*) {
    if (std::exchange(dragging_, false)) emit rested();
}

void ShadeRow::keyPressEvent(QKeyEvent* event) {
    const int lift = shades_.lift.at(static_cast<std::size_t>(chosen_));
    switch (event->key()) {
        case Qt::Key_Left:
            chosen_ = std::max(0, chosen_ - 1);
            break;
        case Qt::Key_Right:
            chosen_ = std::min(count - 1, chosen_ + 1);
            break;
        case Qt::Key_Up:
            slide(chosen_, lift + key_step);
            break;
        case Qt::Key_Down:
            slide(chosen_, lift - key_step);
            break;
        case Qt::Key_Delete:
        case Qt::Key_Backspace:
            slide(chosen_, 0);
            break;
        default:
            QWidget::keyPressEvent(event);
            return;
    }
    update();
}

}  // namespace tympan::app
