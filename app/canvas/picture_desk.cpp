#include "app/canvas/picture_desk.h"

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <numbers>

#include "app/canvas/crop_hand.h"
#include "app/canvas/desk_painter.h"
#include "app/look/theme.h"
#include "app/widgets/arrow_keys.h"

namespace tympan::app {

namespace {

constexpr double rim = 28, hint_height = 24, reach = 12, shortest_line = 24;
constexpr double most_zoom = 12;

/// The angle to turn by so that a line lies level or stands upright, whichever is nearer.
double levelling(const QPointF& from, const QPointF& to) {
    const double deg = std::atan2(to.y() - from.y(), to.x() - from.x()) * 180 / std::numbers::pi;
    return -std::remainder(deg, 90);
}

}  // namespace

PictureDesk::PictureDesk(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("desk"));
    setAccessibleName(tr("The picture by itself"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(480, 220);
}

void PictureDesk::show(DeskScene scene) {
    const bool other = scene.picture.size() != scene_.picture.size();
    if (scene.tool != scene_.tool) grab_ = Grab::nothing, stroke_.clear();
    if (grab_ == Grab::crop) scene.crop = scene_.crop;
    if (grab_ == Grab::corner) scene.corners = scene_.corners;
    scene_ = std::move(scene);
    setAccessibleDescription(scene_.hint);
    if (other) zoom_ = 1, pan_ = {};
    layOut();
}

void PictureDesk::layOut() {
    const QRectF room = QRectF(rect()).adjusted(rim, rim, -rim, -rim - hint_height);
    const QSizeF size = QSizeF(scene_.picture.size()).scaled(room.size(), Qt::KeepAspectRatio) * zoom_;
    place_ = QRectF(room.center() + pan_ - QPointF(size.width(), size.height()) / 2, size);
    update();
}

QPointF PictureDesk::onScreen(const PointMm& place) const { return placed(place_, place); }

PointMm PictureDesk::inPicture(const QPointF& at) const {
    if (place_.isEmpty()) return {};
    return {(at.x() - place_.x()) / place_.width(), (at.y() - place_.y()) / place_.height()};
}

void PictureDesk::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().stage);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    if (scene_.picture.isNull()) {
        painter.setPen(theme().text);
        painter.setFont(textFont(TextSize::title));
        painter.drawText(rect(), Qt::AlignCenter,
                         scene_.hint.isEmpty() ? tr("Choose a picture on the line.") : scene_.hint);
        return;
    }
    painter.fillRect(place_, scene_.ground);
    painter.drawImage(place_, scene_.picture);
    if (!scene_.veil.isNull()) painter.drawImage(place_, scene_.veil);
    painter.setPen(QPen(theme().line, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(place_);
    if (scene_.tool == DeskTool::crop) paintCrop(painter, place_, scene_.crop);
    if (scene_.tool == DeskTool::corners) paintCorners(painter, place_, scene_.corners);
    paintFound(painter, place_, scene_.found);
    paintStroke(painter);
    painter.setPen(theme().text);
    painter.setFont(textFont(TextSize::small));
    painter.fillRect(QRectF(0, height() - hint_height, width(), hint_height), theme().stage);
    painter.drawText(QRectF(0, height() - hint_height, width(), hint_height), Qt::AlignCenter, scene_.hint);
}

void PictureDesk::paintStroke(QPainter& painter) const {
    const double radius = scene_.brush * std::max(place_.width(), place_.height());
    const QColor colour = scene_.keep ? theme().chosen : theme().look;
    if (grab_ == Grab::line && pointer_) {
        painter.setPen(QPen(theme().chosen, 2));
        painter.drawLine(pressed_at_, *pointer_);
    }
    if (scene_.tool != DeskTool::brush) return;
    if (!stroke_.empty()) {
        QPainterPath path(onScreen(stroke_.front()));
        for (const PointMm& p : stroke_) path.lineTo(onScreen(p));
        QColor wash = colour;
        wash.setAlpha(120);
        painter.strokePath(path, QPen(wash, 2 * radius, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    }
    if (pointer_) {
        painter.setPen(QPen(colour, 1.5));
        painter.drawEllipse(*pointer_, radius, radius);
    }
}

void PictureDesk::resizeEvent(QResizeEvent*) { layOut(); }

int PictureDesk::cropHandle(const QPointF& at) const {
    return tympan::app::cropHandle(scene_.crop, inPicture(at), reach / std::max(1.0, place_.width()),
                                   reach / std::max(1.0, place_.height()));
}

int PictureDesk::cornerAt(const QPointF& at) const {
    for (int i = 0; i < 4; ++i) {
        const QPointF off = onScreen(scene_.corners[static_cast<std::size_t>(i)]) - at;
        if (std::hypot(off.x(), off.y()) < 1.5 * reach) return i;
    }
    return -1;
}

PageParts PictureDesk::draggedCrop(const PointMm& to) const {
    const PointMm from = inPicture(pressed_at_);
    const double aspect = 1.0 * scene_.picture.width() / std::max(1, scene_.picture.height());
    return movedCrop(crop_before_, handle_, {to.x - from.x, to.y - from.y},
                     scene_.shape ? std::optional(*scene_.shape / aspect) : std::nullopt);
}

void PictureDesk::mousePressEvent(QMouseEvent* event) {
    pressed_at_ = event->position();
    if (event->button() == Qt::MiddleButton) {
        grab_ = Grab::view;
        return;
    }
    if (event->button() != Qt::LeftButton || scene_.picture.isNull()) return;
    switch (scene_.tool) {
        case DeskTool::crop:
            handle_ = cropHandle(pressed_at_);
            crop_before_ = scene_.crop;
            if (handle_ != no_handle) grab_ = Grab::crop;
            break;
        case DeskTool::corners:
            handle_ = cornerAt(pressed_at_);
            if (handle_ >= 0) grab_ = Grab::corner;
            break;
        case DeskTool::level:
            grab_ = Grab::line;
            break;
        case DeskTool::brush:
            grab_ = Grab::brush;
            stroke_ = {inPicture(pressed_at_)};
            break;
        case DeskTool::look:
            if (zoom_ > 1) grab_ = Grab::view;
            break;
    }
    update();
}

void PictureDesk::mouseMoveEvent(QMouseEvent* event) {
    pointer_ = event->position();
    const PointMm at = inPicture(event->position());
    switch (grab_) {
        case Grab::view:
            pan_ += event->position() - pressed_at_;
            pressed_at_ = event->position();
            layOut();
            break;
        case Grab::crop:
            scene_.crop = draggedCrop(at);
            break;
        case Grab::corner:
            scene_.corners[static_cast<std::size_t>(handle_)] = {std::clamp(at.x, 0.0, 1.0),
                                                                 std::clamp(at.y, 0.0, 1.0)};
            break;
        case Grab::brush:
            stroke_.push_back(at);
            break;
        case Grab::line:
        case Grab::nothing:
            break;
    }
    if (grab_ == Grab::nothing) {
        const bool takes = (scene_.tool == DeskTool::crop && cropHandle(event->position()) != no_handle) ||
                           (scene_.tool == DeskTool::corners && cornerAt(event->position()) >= 0);
        setCursor(takes                                                              ? Qt::OpenHandCursor
                  : scene_.tool == DeskTool::brush || scene_.tool == DeskTool::level ? Qt::CrossCursor
                                                                                     : Qt::ArrowCursor);
    }
    update();
}

void PictureDesk::endDrag() {
    const Grab ended = grab_;
    grab_ = Grab::nothing;
    switch (ended) {
        case Grab::crop:
            if (scene_.crop != crop_before_) emit cropped(scene_.crop);
            break;
        case Grab::corner:
            if (makeSheet(scene_.corners)) emit cornersMoved(scene_.corners);
            break;
        case Grab::line:
            if (pointer_ && QLineF(pressed_at_, *pointer_).length() > shortest_line)
                emit levelled(levelling(pressed_at_, *pointer_));
            break;
        case Grab::brush: {
            const std::vector<PointMm> points = std::move(stroke_);
            stroke_.clear();
            emit stroked(points);
            break;
        }
        case Grab::view:
        case Grab::nothing:
            break;
    }
    update();
}

void PictureDesk::mouseReleaseEvent(QMouseEvent* event) {
    pointer_ = event->position();
    endDrag();
}

void PictureDesk::mouseDoubleClickEvent(QMouseEvent* event) {
    if (scene_.tool == DeskTool::brush) return mousePressEvent(event);
    zoom_ = 1, pan_ = {};
    layOut();
}

void PictureDesk::wheelEvent(QWheelEvent* event) {
    const PointMm at = inPicture(event->position());
    zoom_ = std::clamp(zoom_ * std::pow(1.0015, event->angleDelta().y()), 1.0, most_zoom);
    if (zoom_ == 1) pan_ = {};
    layOut();
    if (zoom_ > 1) pan_ += event->position() - onScreen(at);
    layOut();
}

void PictureDesk::keyPressEvent(QKeyEvent* event) {
    const std::optional<PointMm> arrow = arrowOf(event->key());
    if (!arrow || scene_.tool != DeskTool::crop) return QWidget::keyPressEvent(event);
    const double step = event->modifiers() & Qt::ShiftModifier ? 0.05 : 0.005;
    const PointMm by{step * arrow->x, step * arrow->y};
    // With Control the lower right corner moves, else the frame as a whole.
    const int handle = event->modifiers() & Qt::ControlModifier ? handle_right | handle_bottom : whole_handle;
    const double aspect = 1.0 * scene_.picture.width() / std::max(1, scene_.picture.height());
    const PageParts crop = movedCrop(scene_.crop, handle, by,
                                     scene_.shape ? std::optional(*scene_.shape / aspect) : std::nullopt);
    if (crop == scene_.crop) return;
    scene_.crop = crop;
    update();
    emit cropped(crop);
}

void PictureDesk::leaveEvent(QEvent*) {
    pointer_.reset();
    update();
}

}  // namespace tympan::app
