#include "app/canvas/loupe.h"

#include <QKeyEvent>
#include <QPainter>
#include <QScreen>
#include <cmath>

#include "app/canvas/screen_scale.h"
#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/widgets/arrow_keys.h"
#include "app/words/engine_words.h"
#include "core/artwork/grey.h"
#include "core/render/render_region.h"

namespace tympan::app {

namespace {

constexpr double loupe_rim = 16, head = 28, small_side = 132, line_reach = 8;
constexpr double most_px = 3e6;  // of the print, at once

/// What a side is called.
QString sideName(const Enlarged& how) {
    return how.reason == Reason::drawing_is_sharp ? Loupe::tr("as it is drawn") : engineName(how.engine);
}

QString viewOf(bool left) { return left ? QStringLiteral("loupe left") : QStringLiteral("loupe right"); }

}  // namespace

Loupe::Loupe(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("loupe"));
    setAccessibleName(tr("A spot of the print under the loupe"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(480, 220);
    connect(&store_, &JobStore::changed, this, &Loupe::refresh);
    connect(&service_, &RenderService::failed, this, &Loupe::sayFault);
}

void Loupe::compareWith(Engine engine) {
    beside_ = engine;
    refresh();
}

void Loupe::magnify(double times) {
    times_ = times;
    refresh();
}

void Loupe::show(const PointMm& spot) {
    spot_ = {std::clamp(spot.x, 0.0, 1.0), std::clamp(spot.y, 0.0, 1.0)};
    refresh();
}

void Loupe::wipe(double part) {
    wipe_ = std::clamp(part, 0.0, 1.0);
    update();
}

bool Loupe::ready() const {
    return left_.asked != Key{} && left_.asked == left_.made && right_.asked == right_.made;
}

double Loupe::scale() const {
    const double ppi = store_.job().sheets.ppi;
    const QScreen* there = screen();
    return times_ * mm_per_inch / ppi * (there ? screenScale(*there) : 4.0);
}

void Loupe::refresh() {
    const Piece* piece = store_.piece();
    if (!piece || !isVisible()) return update();
    if (piece->id != piece_) {
        piece_ = piece->id;
        spot_ = {0.5, 0.5};
    }
    const QString key = QString::fromStdString(piece->artwork->sha256);
    if (key != whole_of_) {
        whole_of_ = key;
        whole_ = toImage(overWhite(piece->artwork->reduced));
    }
    try {
        const Print print = printOf(store_.job(), *piece, store_.job().sheets.ppi);
        print_ = print.size;
        const double across = std::min({width() / scale(), 1.0 * print_.width, std::sqrt(most_px)});
        const double down = std::min({height() / scale(), 1.0 * print_.height, std::sqrt(most_px)});
        const SizePx shown{std::max(1, static_cast<int>(std::ceil(across))),
                           std::max(1, static_cast<int>(std::ceil(down)))};
        const auto from = [](double part, int whole, int part_px) {
            return std::clamp(static_cast<int>(std::lround(part * whole)) - part_px / 2, 0, whole - part_px);
        };
        const RectPx box{from(spot_.x, print_.width, shown.width), from(spot_.y, print_.height, shown.height),
                         shown.width, shown.height};
        Piece other = *piece;
        other.enlarging.engine = beside_;
        ask(left_, other, box, print_);
        ask(right_, *piece, box, print_);
    } catch (const Error&) {
        left_ = right_ = {};  // the sheets say what is wrong
    }
    update();
}

void Loupe::ask(Side& side, const Piece& piece, const RectPx& box, const SizePx& size) {
    Print print = printOf(store_.job(), piece, store_.job().sheets.ppi);
    print.mirrored = Mirrored::no;
    const Key asked = keyOf(print, box);
    side.how = print.enlarged;
    if (asked == side.asked) return;
    side.asked = asked;
    side.fault.clear();
    const bool left = &side == &left_;
    service_.request(
        viewOf(left),
        [this, print, box, size, asked, left](const std::stop_token& stop) -> RenderService::Finish {
            const QImage image = toImage(renderRegion(print, box, {stop, {}}));
            return [this, image, box, size, asked, left] {
                Side& made = left ? left_ : right_;
                made.image = image;
                made.made = asked;
                made.fault.clear();
                made.parts = {1.0 * box.x / size.width, 1.0 * box.y / size.height,
                              1.0 * box.width / size.width, 1.0 * box.height / size.height};
                update();
            };
        });
}

void Loupe::sayFault(const QString& view, const QString& sentence) {
    if (sentence.isEmpty()) return;
    for (const bool left : {true, false})
        if (view == viewOf(left)) (left ? left_ : right_).fault = sentence;
    update();
}

QRectF Loupe::onScreen(const QRectF& parts) const {
    const double across = print_.width * scale(), down = print_.height * scale();
    // The spot lies in the middle, but for pictures smaller than the loupe and at the print's edges.
    const auto origin = [](double spot, double whole, double room) {
        if (whole <= room) return (room - whole) / 2;
        return std::clamp(room / 2 - spot * whole, room - whole, 0.0);
    };
    const QPointF at(origin(spot_.x, across, width()), origin(spot_.y, down, height()));
    return {at.x() + parts.x() * across, at.y() + parts.y() * down, parts.width() * across,
            parts.height() * down};
}

QRectF Loupe::small() const {
    if (print_.width == 0) return {};
    const QSizeF size =
        QSizeF(print_.width, print_.height).scaled(small_side, small_side, Qt::KeepAspectRatio);
    return {width() - loupe_rim - size.width(), height() - loupe_rim - size.height(), size.width(),
            size.height()};
}

void Loupe::paintSide(QPainter& painter, const Side& side, const QRectF& clip, const QString& title,
                      Qt::Alignment at) const {
    painter.save();
    painter.setClipRect(clip);
    if (!side.fault.isEmpty()) {
        painter.setPen(theme().text);
        painter.setFont(textFont(TextSize::normal));
        painter.drawText(clip.adjusted(loupe_rim, 0, -loupe_rim, 0), Qt::AlignCenter | Qt::TextWordWrap,
                         side.fault);
    } else if (!side.image.isNull()) {
        // Pixels of the print are shown as pixels when they are seen one by one.
        painter.setRenderHint(QPainter::SmoothPixmapTransform, scale() < 2);
        painter.drawImage(onScreen(side.parts), side.image);
    }
    painter.restore();
    const QString says = side.asked == side.made || !side.fault.isEmpty() ? title : tr("%1…").arg(title);
    painter.setFont(textFont(TextSize::normal, true));
    const double wide = painter.fontMetrics().horizontalAdvance(says) + 20;
    const QRectF tag(at & Qt::AlignLeft ? clip.left() + loupe_rim : clip.right() - loupe_rim - wide,
                     loupe_rim / 2, wide, head);
    painter.fillRect(tag, theme().card);
    painter.setPen(theme().text);
    painter.drawText(tag, Qt::AlignCenter, says);
}

void Loupe::paintSmall(QPainter& painter) const {
    const QRectF place = small();
    painter.fillRect(place.adjusted(-4, -4, 4, 4), theme().card);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(place, whole_);
    const QRectF parts = right_.parts;
    painter.setPen(QPen(theme().chosen, 2));
    painter.drawRect(QRectF(place.x() + parts.x() * place.width(), place.y() + parts.y() * place.height(),
                            std::max(4.0, parts.width() * place.width()),
                            std::max(4.0, parts.height() * place.height())));
}

void Loupe::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().stage);
    const Piece* piece = store_.piece();
    if (!piece || print_.width == 0) {
        painter.setPen(theme().text);
        painter.setFont(textFont(TextSize::title));
        painter.drawText(rect(), Qt::AlignCenter, tr("Choose a picture on the line."));
        return;
    }
    const double line = wipe_ * width();
    paintSide(painter, left_, QRectF(0, 0, line, height()), sideName(left_.how), Qt::AlignLeft);
    paintSide(painter, right_, QRectF(line, 0, width() - line, height()), sideName(right_.how),
              Qt::AlignRight);
    painter.setPen(QPen(theme().chosen, 2));
    painter.drawLine(QPointF(line, 0), QPointF(line, height()));
    painter.setBrush(theme().chosen);
    painter.drawEllipse(QPointF(line, height() / 2.0), line_reach, line_reach);
    painter.setBrush(Qt::NoBrush);
    paintSmall(painter);
    const QString says =
        times_ == 1
            ? tr("The print at true size, the right way round. Drag the line, or the picture.")
            : tr("The print %1 times as large as it is, the right way round. Drag the line, or the picture.")
                  .arg(times_);
    painter.setFont(textFont(TextSize::small));
    const QRectF tag(loupe_rim, height() - loupe_rim / 2 - head,
                     painter.fontMetrics().horizontalAdvance(says) + 20, head);
    painter.fillRect(tag, theme().card);
    painter.setPen(theme().quiet);
    painter.drawText(tag, Qt::AlignCenter, says);
    setAccessibleDescription(right_.fault.isEmpty() ? says : right_.fault);
}

void Loupe::moveSpot(const QPointF& by_px) {
    // From where the picture really lies, so that the edges do not swallow the first part of a drag.
    const QRectF all = onScreen({0, 0, 1, 1});
    show({(width() / 2.0 - all.x() - by_px.x()) / all.width(),
          (height() / 2.0 - all.y() - by_px.y()) / all.height()});
}

void Loupe::resizeEvent(QResizeEvent*) { refresh(); }
void Loupe::showEvent(QShowEvent*) { refresh(); }

void Loupe::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    last_ = event->position();
    if (small().adjusted(-4, -4, 4, 4).contains(last_)) {
        grab_ = Grab::small;
        mouseMoveEvent(event);
    } else {
        grab_ = std::abs(last_.x() - wipe_ * width()) <= line_reach ? Grab::line : Grab::picture;
    }
}

void Loupe::mouseMoveEvent(QMouseEvent* event) {
    const QPointF at = event->position();
    switch (grab_) {
        case Grab::line:
            wipe(at.x() / width());
            break;
        case Grab::picture:
            moveSpot(at - last_);
            last_ = at;
            break;
        case Grab::small: {
            const QRectF place = small();
            show({(at.x() - place.x()) / place.width(), (at.y() - place.y()) / place.height()});
            break;
        }
        case Grab::nothing:
            setCursor(std::abs(at.x() - wipe_ * width()) <= line_reach ? Qt::SplitHCursor
                                                                       : Qt::OpenHandCursor);
            break;
    }
}

void Loupe::mouseReleaseEvent(QMouseEvent*) { grab_ = Grab::nothing; }

void Loupe::wheelEvent(QWheelEvent* event) { wipe(wipe_ + event->angleDelta().y() / 120.0 * 0.04); }

void Loupe::keyPressEvent(QKeyEvent* event) {
    if (const auto way = arrowOf(event->key())) return moveSpot(QPointF(-24 * way->x, -24 * way->y));
    QWidget::keyPressEvent(event);
}

}  // namespace tympan::app
