#include "app/canvas/ticket_line.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/look/icons.h"
#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/job/landing.h"
#include "core/render/finished.h"
#include "core/render/seen_key.h"

namespace tympan::app {

namespace {

constexpr int ticket_width = 178, ticket_height = 92, ticket_gap = 12, left_margin = 16, line_top = 22,
              thumb_side = 46;

/// The finished object at the size of a thumbnail.
QImage thumbOf(const Job& job, const Piece& piece, const std::stop_token& stop) {
    const Object& object = objectOf(job, piece);
    const double most = 4.0 * thumb_side * thumb_side;
    return toClearImage(finishedFace(job, object, windowOn(job, object, most, 300), {}, {stop, {}}));
}

}  // namespace

TicketLine::TicketLine(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("line"));
    setFixedHeight(132);
    setFocusPolicy(Qt::StrongFocus);
    connect(&store_, &JobStore::changed, this, &TicketLine::refresh);
    connect(&store_, &JobStore::seen, this, qOverload<>(&QWidget::update));
    refresh();
}

void TicketLine::refresh() {
    const auto& pieces = store_.job().pieces;
    const Piece* chosen = store_.piece();
    setAccessibleName(chosen ? tr("Pieces: %1 of %2, %3")
                                   .arg(QString::fromStdString(chosen->name))
                                   .arg(pieces.size())
                                   .arg(mirroredText(mirroredInPrint(store_.job(), *chosen)))
                             : tr("Pieces: none yet"));
    setToolTip(pieces.empty() ? QString()
                              : tr("Click a ticket, or use the arrow keys. Drop more pictures here."));
    for (std::size_t i = 0; i < pieces.size(); ++i)
        if (chosen && pieces[i].id == chosen->id) {
            const QRect r = ticketRect(static_cast<int>(i));
            if (r.right() > width() - 8) scrollTo(offset_ + r.right() - width() + left_margin);
            if (r.left() < 8) scrollTo(offset_ + r.left() - left_margin);
        }
    requestThumbs();
    update();
}

void TicketLine::requestThumbs() {
    const auto& pieces = store_.job().pieces;
    for (std::size_t i = 0; i < pieces.size(); ++i)
        if (ticketRect(static_cast<int>(i)).intersects(rect())) requestThumb(i);
    // Of pieces that are gone nothing is kept.
    for (auto thumb = thumbs_.begin(); thumb != thumbs_.end();)
        thumb = findPiece(store_.job(), thumb.key()) ? std::next(thumb) : thumbs_.erase(thumb);
}

void TicketLine::requestThumb(std::size_t index) {
    const Job& job = store_.job();
    const Piece& piece = job.pieces[index];
    const Key key = seenKeyOf(job, piece);
    if (thumbs_.value(piece.id).of == key) return;
    thumbs_[piece.id].of = key;
    service_.request(QStringLiteral("ticket %1").arg(piece.id),
                     [this, job, id = piece.id, key](const std::stop_token& stop) -> RenderService::Finish {
                         const QImage picture = thumbOf(job, *findPiece(job, id), stop);
                         return [this, picture, key, id] {
                             thumbs_[id] = {key, picture};
                             update();
                         };
                     });
}

double TicketLine::lineY(double x) const {
    // A slack line: a shallow parabola.
    const double u = 2 * x / std::max(1, width()) - 1;
    return 8 + 10 * (1 - u * u);
}

QRect TicketLine::ticketRect(int index) const {
    const int x = left_margin + index * (ticket_width + ticket_gap) - offset_;
    return {x, line_top - 4 + static_cast<int>(lineY(x + ticket_width / 2.0) - 8), ticket_width,
            ticket_height};
}

void TicketLine::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.paper);
    QPainterPath line;
    line.moveTo(0, lineY(0));
    for (int x = 0; x <= width(); x += 8) line.lineTo(x, lineY(x));
    painter.setPen(QPen(t.quiet, 1.4));
    painter.drawPath(line);
    painter.setPen(t.line);
    painter.drawLine(0, height() - 1, width(), height() - 1);
    const auto count = static_cast<int>(store_.job().pieces.size());
    if (count == 0) {
        painter.setPen(t.quiet);
        painter.drawText(rect().adjusted(0, 16, 0, 0), Qt::AlignCenter,
                         tr("Nothing hangs here yet. Drop pictures here, or press Ctrl+O."));
    }
    for (int i = 0; i < count; ++i)
        if (ticketRect(i).intersects(rect())) paintTicket(painter, i);
}

void TicketLine::paintTicket(QPainter& painter, int index) const {
    const Theme& t = theme();
    const Job& job = store_.job();
    const Piece& piece = job.pieces[static_cast<std::size_t>(index)];
    const bool chosen = store_.piece() && store_.piece()->id == piece.id;
    const QRect r = ticketRect(index);
    painter.setBrush(t.card);
    painter.setPen(QPen(chosen ? t.chosen : t.line, chosen ? 2 : 1));
    painter.drawRoundedRect(QRectF(r).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
    if (chosen && hasFocus()) {
        painter.setPen(QPen(t.text, 1, Qt::DotLine));
        painter.drawRect(QRectF(r).adjusted(3.5, 3.5, -3.5, -3.5));
    }
    // the peg
    const QRectF peg(r.center().x() - 5, r.top() - 9, 10, 16);
    painter.setPen(QPen(QColor("#7d5a32"), 1));
    painter.setBrush(QColor("#bf935c"));
    painter.drawRoundedRect(peg, 2, 2);
    painter.drawLine(QPointF(peg.left() + 1, peg.center().y()), QPointF(peg.right() - 1, peg.center().y()));

    const QRect frame(r.left() + 8, r.top() + 14, thumb_side, thumb_side);
    painter.fillRect(frame, t.stage);
    if (const QImage& picture = thumbs_.value(piece.id).picture; !picture.isNull()) {
        const QSize size = picture.size().scaled(thumb_side - 4, thumb_side - 4, Qt::KeepAspectRatio);
        QRect at(QPoint(0, 0), size);
        at.moveCenter(frame.center());
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        painter.drawImage(at, picture);
    }
    const int x = frame.right() + 9, width = r.right() - x - 6;
    const auto write = [&](int y, const QString& text, const QColor& colour) {
        painter.setPen(colour);
        painter.drawText(QRect(x, r.top() + y, width, 18), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(text, Qt::ElideRight, width));
    };
    painter.setFont(textFont(TextSize::normal, true));
    write(10, QString::fromStdString(piece.name), t.text);
    painter.setFont(textFont(TextSize::small));
    write(28, sizeText(seenSizeOf(job, piece), job.unit), t.text);
    write(44, QString::fromStdString(calledBy(objectOf(job, piece))), t.quiet);
    painter.setPen(t.quiet);
    painter.drawText(QRect(r.left() + 8, r.bottom() - 24, 100, 18), Qt::AlignVCenter,
                     mirroredText(mirroredInPrint(job, piece)));
    painter.setPen(t.text);
    painter.drawText(QRect(r.right() - 60, r.bottom() - 24, 52, 18), Qt::AlignVCenter | Qt::AlignRight,
                     piece.spares > 0 ? QStringLiteral("× %1 + %2").arg(piece.copies).arg(piece.spares)
                                      : QStringLiteral("× %1").arg(piece.copies));
    for (const Finding& finding : store_.findings())
        if (finding.piece == piece.id && finding.severity != Severity::note)
            painter.drawPixmap(r.right() - 62, r.bottom() - 22, icon(QStringLiteral("look"), t.look, 12));
}

void TicketLine::mousePressEvent(QMouseEvent* event) {
    // What is asked for in a dialog lets other things happen meanwhile: nothing of the job is held across it.
    if (store_.job().pieces.empty()) return emit openWanted();
    const auto& pieces = store_.job().pieces;
    for (std::size_t i = 0; i < pieces.size(); ++i)
        if (ticketRect(static_cast<int>(i)).contains(event->pos())) {
            store_.choose(pieces[i].id);
            return;
        }
}

void TicketLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Left) return store_.chooseNext(-1);
    if (event->key() == Qt::Key_Right) return store_.chooseNext(1);
    QWidget::keyPressEvent(event);
}

void TicketLine::scrollTo(int offset) {
    const int all =
        left_margin * 2 + static_cast<int>(store_.job().pieces.size()) * (ticket_width + ticket_gap);
    offset_ = std::clamp(offset, 0, std::max(0, all - width()));
    requestThumbs();
    update();
}

void TicketLine::wheelEvent(QWheelEvent* event) {
    const QPoint d = event->angleDelta();
    scrollTo(offset_ - (std::abs(d.x()) > std::abs(d.y()) ? d.x() : d.y()) / 2);
}

void TicketLine::resizeEvent(QResizeEvent*) { scrollTo(offset_); }

}  // namespace tympan::app
