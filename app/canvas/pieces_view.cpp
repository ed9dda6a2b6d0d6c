#include "app/canvas/pieces_view.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "core/layout/cut_outline.h"
#include "core/layout/kept_places.h"
#include "core/pdf/sheets_pdf.h"
#include "core/render/render_region.h"

namespace tympan::app {

namespace {

constexpr double snap_mm = 3, knob_away_px = 22, knob_px = 6;
constexpr double turn_step_deg = 15, nudge_mm = 1, fine_mm = 0.1;

}  // namespace

PiecesView::PiecesView(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("pieces-view"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
}

const Sheet* PiecesView::sheet() const {
    if (!imposition_ || number_ < 0 || number_ >= static_cast<int>(imposition_->sheets.size()))
        return nullptr;
    return &imposition_->sheets[static_cast<std::size_t>(number_)];
}

void PiecesView::showSheet(std::shared_ptr<const Imposition> imposition, int number, bool changeable) {
    const auto keyOf = [&]() -> std::optional<std::pair<int, int>> {
        if (!chosen_ || !sheet() || *chosen_ >= sheet()->regions.size()) return {};
        return std::pair(sheet()->regions[*chosen_].piece, sheet()->regions[*chosen_].copy);
    };
    const auto was = keyOf();
    if (imposition != imposition_ || number != number_) still_ = {};
    // Another job may show other pictures; a search only lays the same ones elsewhere.
    if (imposition != imposition_ && changeable) images_.clear();
    imposition_ = std::move(imposition);
    number_ = number;
    changeable_ = changeable;
    hand_.reset();
    chosen_.reset();
    if (was && sheet())
        for (std::size_t i = 0; i < sheet()->regions.size(); ++i)
            if (std::pair(sheet()->regions[i].piece, sheet()->regions[i].copy) == *was) chosen_ = i;
    requestImages();
    say();
    update();
}

/// What stands for the view where it is not seen.
void PiecesView::say() {
    if (!sheet()) return;
    if (!chosen_) {
        setAccessibleName(tr("A sheet of %1 pieces").arg(sheet()->regions.size()));
        return;
    }
    const PlacedRegion& part = sheet()->regions[*chosen_];
    const Piece* piece = findPiece(store_.printed(), part.piece);
    setAccessibleName(tr("%1, copy %2%3")
                          .arg(piece ? QString::fromStdString(piece->name) : QString())
                          .arg(part.copy + 1)
                          .arg(locked(part) ? tr(", locked") : QString()));
}

double PiecesView::scale() const { return sheet() ? width() / sheet()->page.width : 1; }

PointMm PiecesView::onPage(const QPointF& at) const { return {at.x() / scale(), at.y() / scale()}; }

/// As it lies, or as a hand holds it.
PlacedRegion PiecesView::shown(std::size_t number) const {
    PlacedRegion part = sheet()->regions[number];
    if (hand_ && chosen_ == number) {
        const double px = imposition_->grid.pixel_mm();
        part.layAt({hand_->shown.middle.x / px, hand_->shown.middle.y / px}, hand_->shown.rotation_deg);
    }
    return part;
}

QPolygonF PiecesView::outlineOf(const PlacedRegion& part) const {
    QPolygonF polygon;
    const Outline cut = tympan::onPage(imposition_->cuts[part.print], part, imposition_->grid);
    for (const Ring& ring : cut.rings) {
        if (area(ring) < 0) continue;
        for (const PointMm& at : ring) polygon << QPointF(at.x * scale(), at.y * scale());
        break;
    }
    return polygon;
}

std::optional<std::size_t> PiecesView::partAt(const QPointF& at) const {
    if (!sheet()) return {};
    for (std::size_t i = 0; i < sheet()->regions.size(); ++i)
        if (outlineOf(sheet()->regions[i]).containsPoint(at, Qt::OddEvenFill)) return i;
    return {};
}

bool PiecesView::locked(const PlacedRegion& part) const {
    for (const KeptSheet& kept : store_.job().kept_sheets)
        for (const KeptPlace& place : kept.places)
            if (place.piece == part.piece && place.copy == part.copy) return place.locked;
    return false;
}

/// Each print once, at the view's resolution.
void PiecesView::requestImages() {
    if (!sheet() || width() < 8) return;
    const double ratio = devicePixelRatioF(), ppi = scale() * ratio * mm_per_inch;
    QList<int> wanted;
    if (std::abs(images_scale_ - ppi) > 0.01) images_.clear();
    images_scale_ = ppi;
    for (const PlacedRegion& part : sheet()->regions)
        if (const int print = static_cast<int>(part.print);
            !images_.contains(print) && !wanted.contains(print))
            wanted << print;
    if (wanted.isEmpty()) return;
    service_.request(
        QStringLiteral("pieces"),
        [this, wanted, ppi, job = store_.printed(),
         imposition = imposition_](const std::stop_token& stop) -> RenderService::Finish {
            QMap<int, QImage> made;
            for (const int print : wanted)
                made[print] = toImage(
                    renderWhole(printIn(*imposition, job, static_cast<std::size_t>(print), ppi), {stop, {}}));
            return [this, made, ppi] {
                if (ppi != images_scale_) return;
                images_.insert(made);
                update();
            };
        });
}

QPointF PiecesView::knob() const {
    const PlacedRegion part = shown(*chosen_);
    const RectPx all = part.regionWithTab();
    const double px = imposition_->grid.pixel_mm() * scale();
    const PointMm middle = part.toPage()({all.x + all.width / 2.0, all.y + all.height / 2.0});
    const PointMm top = part.toPage()({all.x + all.width / 2.0, 1.0 * all.y});
    const QPointF m(middle.x * px, middle.y * px), t(top.x * px, top.y * px);
    const QPointF out = t - m;
    const double length = std::max(1.0, std::hypot(out.x(), out.y()));
    return t + out / length * knob_away_px;
}

void PiecesView::paintEvent(QPaintEvent*) {
    if (!sheet()) return;
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    painter.fillRect(rect(), Qt::white);
    const bool still = !still_.isNull() && !hand_;
    if (still) {
        painter.drawImage(rect(), still_);
    } else {
        const double px = imposition_->grid.pixel_mm() * scale();
        for (std::size_t i = 0; i < sheet()->regions.size(); ++i) {
            const PlacedRegion part = shown(i);
            const auto image = images_.constFind(static_cast<int>(part.print));
            if (image == images_.constEnd()) continue;
            const Affine a = part.toPage();
            painter.save();
            painter.setTransform(QTransform(a.a, a.b, a.c, a.d, a.e, a.f) * QTransform::fromScale(px, px));
            // Bare paper hides no neighbour.
            painter.setCompositionMode(QPainter::CompositionMode_Multiply);
            const SizePx size = imposition_->prints[part.print].size;
            painter.drawImage(QRectF(0, 0, size.width, size.height), *image);
            painter.restore();
        }
    }
    for (std::size_t i = 0; i < sheet()->regions.size(); ++i) {
        const PlacedRegion part = shown(i);
        const bool on = chosen_ == i;
        if (on || !still) {
            const bool blocked = on && hand_ && !hand_->free;
            painter.setPen(QPen(blocked ? t.look
                                : on    ? t.chosen
                                        : t.quiet,
                                on ? 2 : 1, blocked ? Qt::DashLine : Qt::SolidLine));
            painter.setBrush(Qt::NoBrush);
            painter.drawPolygon(outlineOf(part));
        }
        if (locked(part)) {
            const QRectF box = outlineOf(part).boundingRect();
            // A small lock in the middle, over any picture.
            const QPointF m = box.center();
            painter.setPen(QPen(t.chosen, 1.6));
            painter.setBrush(Qt::NoBrush);
            painter.drawArc(QRectF(m.x() - 4, m.y() - 9, 8, 10), 0, 180 * 16);
            painter.setBrush(t.chosen);
            painter.drawRect(QRectF(m.x() - 6, m.y() - 4, 12, 9));
        }
    }
    if (chosen_ && changeable_) {
        const PlacedRegion part = shown(*chosen_);
        const QPointF at = knob();
        painter.setPen(QPen(t.chosen, 1.5));
        painter.drawLine(outlineOf(part).boundingRect().center(), at);
        painter.setBrush(t.card);
        painter.drawEllipse(at, knob_px, knob_px);
    }
}

void PiecesView::take(std::size_t number) {
    chosen_ = number;
    store_.choose(sheet()->regions[number].piece);
    say();
    update();
}

void PiecesView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (!sheet() || event->button() != Qt::LeftButton) return;
    const bool turns = chosen_ && changeable_ && QLineF(knob(), event->position()).length() < 2 * knob_px;
    const auto number = turns ? chosen_ : partAt(event->position());
    if (!number) {
        chosen_.reset();
        say();
        return update();
    }
    take(*number);
    if (!changeable_ || !store_.upToDate()) return;
    HeldPiece held(store_.printed(), *imposition_, static_cast<std::size_t>(number_), *number);
    const KeptPlace at = held.taken();
    hand_.emplace(Hand{std::move(held), at, at, event->position(), turns, false, true});
}

void PiecesView::mouseMoveEvent(QMouseEvent* event) {
    if (!hand_) {
        const bool over_knob =
            chosen_ && changeable_ && QLineF(knob(), event->position()).length() < 2 * knob_px;
        setCursor(over_knob                                  ? Qt::PointingHandCursor
                  : changeable_ && partAt(event->position()) ? Qt::OpenHandCursor
                                                             : Qt::ArrowCursor);
        return;
    }
    if (!hand_->moved && (event->position() - hand_->from).manhattanLength() < 3) return;
    hand_->moved = true;
    const bool exact = event->modifiers() & Qt::AltModifier;
    KeptPlace wanted = hand_->held.taken();
    if (hand_->turns) {
        const QPointF middle(wanted.middle.x * scale(), wanted.middle.y * scale());
        const QPointF from = hand_->from - middle, to = event->position() - middle;
        double turn = (std::atan2(to.y(), to.x()) - std::atan2(from.y(), from.x())) * 180 / M_PI;
        if (!exact)
            turn = std::round((wanted.rotation_deg + turn) / turn_step_deg) * turn_step_deg -
                   wanted.rotation_deg;
        wanted.rotation_deg = std::remainder(wanted.rotation_deg + turn, 360);
    } else {
        const QPointF by = (event->position() - hand_->from) / scale();
        wanted.middle.x += by.x();
        wanted.middle.y += by.y();
    }
    if (!exact && !hand_->turns) wanted = hand_->held.snapped(wanted, snap_mm);
    hand_->shown = wanted;
    hand_->free = hand_->held.free(wanted);
    if (hand_->free) hand_->last_free = wanted;
    update();
}

void PiecesView::mouseReleaseEvent(QMouseEvent*) {
    if (!hand_) return;
    const Hand hand = std::move(*hand_);
    hand_.reset();
    if (!(hand.last_free == hand.held.taken()))
        put(hand.last_free, hand.turns ? tr("turn a piece") : tr("move a piece"));
    update();
}

void PiecesView::put(const KeptPlace& place, const QString& what, const QString& run) {
    store_.edit(
        what,
        [&](Job job) {
            return withPlaceMoved(std::move(job), *imposition_, static_cast<std::size_t>(number_), place);
        },
        run);
}

bool PiecesView::nudge(int key, Qt::KeyboardModifiers with) {
    if (!chosen_ || !changeable_ || !store_.upToDate()) return false;
    const double step = with & Qt::ShiftModifier ? fine_mm : nudge_mm;
    const HeldPiece held(store_.printed(), *imposition_, static_cast<std::size_t>(number_), *chosen_);
    KeptPlace to = held.taken();
    switch (key) {
        case Qt::Key_Left:
            to.middle.x -= step;
            break;
        case Qt::Key_Right:
            to.middle.x += step;
            break;
        case Qt::Key_Up:
            to.middle.y -= step;
            break;
        case Qt::Key_Down:
            to.middle.y += step;
            break;
        case Qt::Key_R:
            to.rotation_deg = std::remainder(
                to.rotation_deg + (with & Qt::ShiftModifier ? -turn_step_deg : turn_step_deg), 360);
            break;
        default:
            return false;
    }
    if (held.free(to))
        put(to, key == Qt::Key_R ? tr("turn a piece") : tr("nudge a piece"),
            QStringLiteral("nudge %1 %2").arg(to.piece).arg(to.copy));
    return true;
}

void PiecesView::keyPressEvent(QKeyEvent* event) {
    if (nudge(event->key(), event->modifiers())) return;
    if (event->key() == Qt::Key_L && chosen_ && changeable_ && store_.upToDate()) {
        const PlacedRegion& part = sheet()->regions[*chosen_];
        const bool lock = !locked(part);
        store_.edit(lock ? tr("lock a piece") : tr("unlock a piece"), [&](Job job) {
            return withPlaceLocked(std::move(job), *imposition_, part.piece, part.copy, lock);
        });
        return;
    }
    if (event->key() == Qt::Key_Escape && (hand_ || chosen_)) {
        hand_ ? hand_.reset() : chosen_.reset();
        say();
        return update();
    }
    QWidget::keyPressEvent(event);  // arrows that no piece takes leaf through the sheets
}

}  // namespace tympan::app
