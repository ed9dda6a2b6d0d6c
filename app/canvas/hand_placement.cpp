#include "app/canvas/hand_placement.h"

#include <QKeyEvent>
#include <cmath>

#include "app/look/theme.h"
#include "app/model/job_store.h"
#include "app/widgets/arrow_keys.h"
#include "app/words/words.h"
#include "core/job/edits.h"
#include "core/job/fit.h"
#include "core/measure/corners.h"

namespace tympan::app {

namespace {

constexpr double reach_px = 8;

double distance(const QPointF& a, const QPointF& b) { return std::hypot(a.x() - b.x(), a.y() - b.y()); }

QPointF toQPointF(const PointMm& p) { return {p.x, p.y}; }

/// False for a drawn outline whose edges cross; a plank's free edge puts itself in order.
bool encloses(const Shape& shape) { return shape.kind != ShapeKind::drawn || isTidy(shape.outline); }

/// The nearest of some lines, when one is near enough.
std::optional<double> nearestOf(const std::vector<double>& lines, double at, double reach) {
    std::optional<double> best;
    for (double line : lines)
        if (std::abs(line - at) <= reach && (!best || std::abs(line - at) < std::abs(*best - at)))
            best = line;
    return best;
}

}  // namespace

HandPlacement::HandPlacement(JobStore& store, QObject* parent) : QObject(parent), store_(store) {}

void HandPlacement::workOn(What what) {
    what_ = what;
    zone_ = corner_ = -1;
    release();
    emit chosen();
}

void HandPlacement::chooseZone(int zone) {
    zone_ = zone;
    emit chosen();
}

const Ring* HandPlacement::corners() const {
    const Piece* piece = store_.piece();
    if (!piece) return nullptr;
    const Shape& shape = objectOf(store_.job(), *piece).shape;
    const bool by_corners = shape.kind == ShapeKind::drawn || shape.kind == ShapeKind::plank;
    return by_corners && !shape.outline.empty() ? &shape.outline.rings.front() : nullptr;
}

int HandPlacement::zoneAt(const PointMm& at) const {
    const auto& zones = objectOf(store_.job(), *store_.piece()).zones;
    for (int i = static_cast<int>(zones.size()) - 1; i >= 0; --i)
        if (contains(outlineOf(zones[static_cast<std::size_t>(i)]), at)) return i;
    return -1;
}

int HandPlacement::cornerAt(const FoldLayout& layout, const QPointF& at) const {
    const Ring* ring = corners();
    if (!ring) return -1;
    for (std::size_t i = 0; i < ring->size(); ++i)
        if (distance(layout.object_mm.map(toQPointF((*ring)[i])), at) <= reach_px) return static_cast<int>(i);
    return -1;
}

bool HandPlacement::over(const FoldLayout& layout, const QPointF& at) const {
    if (!store_.piece()) return false;
    switch (what_) {
        case What::nothing:
            return false;
        case What::picture:
            return toQRectF(layout.box).contains(layout.picture_mm.inverted().map(at));
        case What::zone:
            return zoneAt(layout.onObjectMm(at)) >= 0;
        case What::corner:
            return cornerAt(layout, at) >= 0;
    }
    return false;
}

bool HandPlacement::press(const FoldLayout& layout, const QPointF& at) {
    if (!over(layout, at)) return false;
    const Piece& piece = *store_.piece();
    grabbed_ = what_;
    grabbed_at_ = layout.onObjectMm(at);
    if (what_ == What::picture) started_at_ = piece.placement.from_centre;
    if (what_ == What::zone) {
        zone_ = zoneAt(grabbed_at_);
        started_at_ = objectOf(store_.job(), piece).zones[static_cast<std::size_t>(zone_)].at;
    }
    if (what_ == What::corner) {
        corner_ = cornerAt(layout, at);
        started_at_ = (*corners())[static_cast<std::size_t>(corner_)];
    }
    emit chosen();
    return true;
}

void HandPlacement::drag(const FoldLayout& layout, const QPointF& at, bool free) {
    if (!dragging() || !store_.piece()) return;
    const PointMm now = layout.onObjectMm(at);
    PointMm to{started_at_.x + now.x - grabbed_at_.x, started_at_.y + now.y - grabbed_at_.y};
    guides_across_.clear();
    guides_down_.clear();
    if (!free) to = snapped(to, reach_px / layout.px_mm);
    moveTo(to);
}

void HandPlacement::release() {
    grabbed_ = What::nothing;
    guides_across_.clear();
    guides_down_.clear();
}

/// To the middle of the object (by area and by box), to its edges, and to a whole millimetre where nothing is
/// near.
PointMm HandPlacement::snapped(const PointMm& wanted, double reach_mm) {
    const Piece& piece = *store_.piece();
    const Object& object = objectOf(store_.job(), piece);
    PointMm to{std::round(wanted.x * 2) / 2, std::round(wanted.y * 2) / 2};
    if (object.spot() || grabbed_ == What::corner) return to;
    const PointMm area_middle = areaMiddle(object);
    std::vector<double> across{0, area_middle.x}, down{0, area_middle.y};
    double half_width = 0, half_height = 0;
    if (grabbed_ == What::picture) {
        const RectMm ink = bounds(inkOnObject(store_.job(), piece));
        half_width = ink.width / 2, half_height = ink.height / 2;
    }
    for (const Piece& other : store_.job().pieces)
        if (other.placement.object == object.id && other.id != piece.id) {
            across.push_back(other.placement.from_centre.x);
            down.push_back(other.placement.from_centre.y);
        }
    const RectMm front = frontOf(object);
    const auto snap = [&](double at, double half, const std::vector<double>& middles, double low, double high,
                          std::vector<double>& guides) {
        if (const auto line = nearestOf(middles, at, reach_mm)) {
            guides.push_back(*line);
            return *line;
        }
        if (half > 0)
            for (const auto& [edge, side] : {std::pair{low, half}, std::pair{high, -half}})
                if (std::abs(edge + side - at) <= reach_mm) {
                    guides.push_back(edge);
                    return edge + side;
                }
        return std::round(at * 2) / 2;
    };
    to.x = snap(wanted.x, half_width, across, front.x, front.right(), guides_across_);
    to.y = snap(wanted.y, half_height, down, front.y, front.bottom(), guides_down_);
    return to;
}

void HandPlacement::moveTo(const PointMm& to) {
    const Piece& piece = *store_.piece();
    const QString run = QStringLiteral("by hand %1 %2 %3").arg(piece.id).arg(zone_).arg(corner_);
    if (what_ == What::picture) {
        store_.edit(
            tr("move the picture"),
            [&, id = piece.id, turn = piece.placement.rotation_deg](Job job) {
                return withPlace(std::move(job), id, to, turn);
            },
            run);
        return;
    }
    Object object = objectOf(store_.job(), piece);
    if (what_ == What::zone && zone_ >= 0 && zone_ < static_cast<int>(object.zones.size())) {
        object.zones[static_cast<std::size_t>(zone_)].at = to;
    } else if (what_ == What::corner && corners() && corner_ >= 0 &&
               corner_ < static_cast<int>(corners()->size())) {
        object.shape.outline.rings.front()[static_cast<std::size_t>(corner_)] = to;
        // A corner stays on its own side of the other edges.
        if (!encloses(object.shape)) return;
    } else {
        return;
    }
    store_.edit(
        what_ == What::zone ? tr("move a place on the object") : tr("change the outline"),
        [&, id = piece.id](Job job) { return withObject(std::move(job), id, object); }, run);
}

void HandPlacement::remove() {
    const Piece& piece = *store_.piece();
    Object object = objectOf(store_.job(), piece);
    if (what_ == What::zone && zone_ >= 0 && zone_ < static_cast<int>(object.zones.size())) {
        object.zones.erase(object.zones.begin() + zone_);
    } else if (what_ == What::corner && corners() && corner_ >= 0 && corners()->size() > 3) {
        Ring& ring = object.shape.outline.rings.front();
        ring.erase(ring.begin() + corner_);
        if (!encloses(object.shape)) return;  // without it two edges would cross
    } else {
        return;
    }
    const QString what = what_ == What::zone ? tr("take a place off the object") : tr("take off a corner");
    zone_ = corner_ = -1;
    store_.edit(what, [&, id = piece.id](Job job) { return withObject(std::move(job), id, object); });
    emit chosen();
}

bool HandPlacement::addCorner(const FoldLayout& layout, const QPointF& at) {
    const Ring* ring = corners();
    if (what_ != What::corner || !ring) return false;
    const Piece& piece = *store_.piece();
    Object object = objectOf(store_.job(), piece);
    const PointMm to = layout.onObjectMm(at);
    const bool open = object.shape.kind == ShapeKind::plank;
    std::size_t best = 0;
    double nearest = INFINITY;
    for (std::size_t i = 0; i + (open ? 1 : 0) < ring->size(); ++i) {
        const double far = distanceToEdge({{{(*ring)[i], (*ring)[(i + 1) % ring->size()]}}}, to);
        if (far < nearest) nearest = far, best = i;
    }
    if (nearest * layout.px_mm > 2 * reach_px) return false;
    Ring& changed = object.shape.outline.rings.front();
    changed.insert(changed.begin() + static_cast<std::ptrdiff_t>(best) + 1, to);
    if (!encloses(object.shape)) return false;
    store_.edit(tr("add a corner"),
                [&, id = piece.id](Job job) { return withObject(std::move(job), id, object); });
    return true;
}

bool HandPlacement::key(const QKeyEvent& event) {
    if (!store_.piece() || what_ == What::nothing) return false;
    if (event.key() == Qt::Key_Delete && what_ != What::picture) {
        remove();
        return true;
    }
    const double step = event.modifiers() & Qt::AltModifier     ? 0.1
                        : event.modifiers() & Qt::ShiftModifier ? 10
                                                                : 1;
    const std::optional<PointMm> arrow = arrowOf(event.key());
    if (!arrow) return false;
    const PointMm by{step * arrow->x, step * arrow->y};
    const Piece& piece = *store_.piece();
    const auto& zones = objectOf(store_.job(), piece).zones;
    PointMm from;
    if (what_ == What::picture)
        from = piece.placement.from_centre;
    else if (what_ == What::zone && zone_ >= 0 && zone_ < static_cast<int>(zones.size()))
        from = zones[static_cast<std::size_t>(zone_)].at;
    else if (what_ == What::corner && corners() && corner_ >= 0 &&
             corner_ < static_cast<int>(corners()->size()))
        from = (*corners())[static_cast<std::size_t>(corner_)];
    else
        return false;
    moveTo({from.x + by.x, from.y + by.y});
    return true;
}

void HandPlacement::paint(QPainter& painter, const FoldLayout& layout) const {
    if (!store_.piece()) return;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF all = layout.object | layout.finished;
    painter.setPen(QPen(theme().chosen, 1, Qt::DashLine));
    for (double x : guides_across_) {
        const double at = layout.object_mm.map(QPointF(x, 0)).x();
        painter.drawLine(QPointF(at, all.top() - 8), QPointF(at, all.bottom() + 8));
    }
    for (double y : guides_down_) {
        const double at = layout.object_mm.map(QPointF(0, y)).y();
        painter.drawLine(QPointF(all.left() - 8, at), QPointF(all.right() + 8, at));
    }
    if (const Ring* ring = corners(); ring && what_ == What::corner) {
        for (std::size_t i = 0; i < ring->size(); ++i) {
            const bool picked = static_cast<int>(i) == corner_;
            painter.setPen(QPen(theme().chosen, 2));
            painter.setBrush(picked ? theme().chosen : theme().card);
            painter.drawEllipse(layout.object_mm.map(toQPointF((*ring)[i])), picked ? 6 : 4.5,
                                picked ? 6 : 4.5);
        }
        if (corner_ >= 0 && corner_ < static_cast<int>(ring->size())) {
            // The lengths of both its edges, and the angle between them.
            const auto at = static_cast<std::size_t>(corner_);
            const std::size_t previous = (at + ring->size() - 1) % ring->size();
            const std::vector<Corner> all_corners = cornersOf(*ring);
            const PointMm &p = (*ring)[at], &before = (*ring)[previous],
                          &after = (*ring)[(at + 1) % ring->size()];
            const Unit unit = store_.job().unit;
            painter.setFont(figureFont(TextSize::small));
            painter.setPen(theme().text);
            for (const auto& [other, length] : {std::pair{before, all_corners.at(previous).to_next_mm},
                                                std::pair{after, all_corners.at(at).to_next_mm}})
                painter.drawText(layout.object_mm.map(QPointF((p.x + other.x) / 2, (p.y + other.y) / 2)),
                                 lengthText(length, unit));
            painter.drawText(layout.object_mm.map(toQPointF(p)) + QPointF(10, -8),
                             QStringLiteral("%1°").arg(all_corners.at(at).inside_deg, 0, 'f', 1));
        }
    }
    painter.restore();
}

}  // namespace tympan::app
