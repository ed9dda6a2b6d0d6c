#include "app/canvas/face_view.h"

#include <QDragEnterEvent>
#include <QMimeData>
#include <QPainter>
#include <QUrl>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr double apart_mm = 0.8;  // of points of a stroke: a hand does not draw finer
constexpr std::size_t most_points = 400, least_points = 3;

}  // namespace

QString faultText(Fault fault) {
    switch (fault) {
        case Fault::hole:
            return FaceView::tr("hole");
        case Fault::cloud:
            return FaceView::tr("leftover paper");
        case Fault::smear:
            return FaceView::tr("smear");
        case Fault::ghost:
            return FaceView::tr("doubled");
        case Fault::ridge:
            return FaceView::tr("ridge");
        case Fault::seam:
            return FaceView::tr("seam");
        case Fault::edge:
            return FaceView::tr("edge");
        case Fault::ran:
            return FaceView::tr("ran");
        case Fault::wrinkle:
            return FaceView::tr("bubble or wrinkle");
        case Fault::bled:
            return FaceView::tr("bled through");
        case Fault::yellow:
            return FaceView::tr("yellowed");
        case Fault::torn:
            return FaceView::tr("torn surface");
        case Fault::cast:
            return FaceView::tr("colour cast");
        case Fault::faded:
            break;
    }
    return FaceView::tr("faded");
}

FaceView::FaceView(const QString& name, QWidget* parent) : QWidget(parent) {
    setObjectName(name);
    setAccessibleName(tr("Picture of the piece"));
    setAcceptDrops(true);
}

void FaceView::show(const QImage& picture, const SizeMm& size, const std::vector<DrawnFault>& faults) {
    picture_ = picture;
    size_ = size;
    faults_ = faults;
    double cm2 = 0;
    for (const DrawnFault& fault : faults) cm2 += areaOf(fault);
    setAccessibleDescription(
        faults.empty() ? QString()
                       : tr("%1 places were wrong, %2 cm² in all").arg(faults.size()).arg(cm2, 0, 'f', 1));
    update();
}

void FaceView::draw(std::optional<Fault> fault) {
    drawing_ = fault;
    stroke_.clear();
    setCursor(canDraw() ? Qt::CrossCursor : Qt::ArrowCursor);
    setFocusPolicy(canDraw() ? Qt::StrongFocus : Qt::NoFocus);
    update();
}

QRectF FaceView::pictureRect() const {
    if (picture_.isNull()) return rect();
    const QSizeF shown = QSizeF(picture_.size()).scaled(size(), Qt::KeepAspectRatio);
    return {{(width() - shown.width()) / 2, 0}, shown};
}

PointMm FaceView::onPicture(const QPointF& at) const {
    const QRectF r = pictureRect();
    return {std::clamp((at.x() - r.x()) / r.width(), 0.0, 1.0) * size_.width,
            std::clamp((at.y() - r.y()) / r.height(), 0.0, 1.0) * size_.height};
}

QPolygonF FaceView::onView(const Ring& ring) const {
    const QRectF r = pictureRect();
    QPolygonF polygon;
    for (const PointMm& point : ring)
        polygon << QPointF(r.x() + point.x / size_.width * r.width(),
                           r.y() + point.y / size_.height * r.height());
    return polygon;
}

void FaceView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    if (picture_.isNull()) {
        painter.setPen(theme().quiet);
        painter.drawText(rect(), Qt::AlignCenter, tr("no picture of it"));
        return;
    }
    const QRectF at = pictureRect();
    const qreal ratio = devicePixelRatioF();
    painter.drawImage(
        at, picture_.scaled((at.size() * ratio).toSize(), Qt::KeepAspectRatio, Qt::SmoothTransformation));
    if (size_.width <= 0) return;
    const QColor look = theme().look;
    QColor inside = look;
    inside.setAlpha(50);
    painter.setFont(textFont(TextSize::small, true));
    for (const DrawnFault& fault : faults_) {
        const QPolygonF polygon = onView(fault.ring);
        painter.setPen(QPen(look, 1.6));
        painter.setBrush(inside);
        painter.drawPolygon(polygon);
        const QString words = faultText(fault.fault);
        QRectF label(painter.fontMetrics().boundingRect(words));
        label.adjust(-4, -2, 4, 2);
        // Beside what was drawn, not over it.
        const QRectF around = polygon.boundingRect();
        label.moveTopLeft({around.right() + 3, around.center().y() - label.height() / 2});
        if (label.right() > at.right()) label.moveRight(around.left() - 3);
        label.moveLeft(std::clamp(label.left(), 0.0, std::max(0.0, width() - label.width())));
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme().card);
        painter.drawRect(label);
        painter.setPen(theme().text);
        painter.drawText(label, Qt::AlignCenter, words);
    }
    if (stroke_.size() > 1) {
        painter.setPen(QPen(look, 2));
        painter.setBrush(inside);
        painter.drawPolygon(onView(stroke_));
    }
    if (canDraw() && hasFocus()) {
        painter.setPen(QPen(theme().chosen, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(at.adjusted(1, 1, -1, -1));
    }
}

void FaceView::mousePressEvent(QMouseEvent* event) {
    if (!canDraw() || !pictureRect().contains(event->position())) return;
    stroke_ = {onPicture(event->position())};
}

void FaceView::mouseMoveEvent(QMouseEvent* event) {
    if (stroke_.empty() || stroke_.size() >= most_points) return;
    const PointMm at = onPicture(event->position());
    if (std::hypot(at.x - stroke_.back().x, at.y - stroke_.back().y) < apart_mm) return;
    stroke_.push_back(at);
    update();
}

void FaceView::mouseReleaseEvent(QMouseEvent* event) {
    if (stroke_.empty()) return;
    Ring ring = std::move(stroke_);
    stroke_.clear();
    if (ring.size() < least_points) {
        // A dab of the finger: a spot of its size.
        constexpr double finger_mm = 6;
        const double r = std::min({finger_mm, size_.width / 4, size_.height / 4}) / 2;
        const PointMm at = onPicture(event->position());
        ring.clear();
        for (int i = 0; i < 12; ++i)
            ring.push_back({at.x + r * std::cos(M_PI * i / 6), at.y + r * std::sin(M_PI * i / 6)});
    }
    update();
    emit drawn({*drawing_, ring});
}

void FaceView::keyPressEvent(QKeyEvent* event) {
    if (canDraw() && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter)) {
        emit drawn({*drawing_, {{0, 0}, {size_.width, 0}, {size_.width, size_.height}, {0, size_.height}}});
        return;
    }
    QWidget::keyPressEvent(event);
}

void FaceView::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void FaceView::dropEvent(QDropEvent* event) {
    QStringList files;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile()) files << url.toLocalFile();
    if (files.isEmpty()) return;
    event->acceptProposedAction();
    emit dropped(files);
}

}  // namespace tympan::app
