#include "app/canvas/laid_view.h"

#include <QMap>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/base/error.h"
#include "core/job/edits.h"
#include "core/render/finished.h"
#include "core/render/render_region.h"
#include "core/seams/seam_planning.h"
#include "core/seams/seam_reasons.h"

namespace tympan::app {

namespace {

constexpr double title_height = 28, words_height = 26, near_px = 6;

}  // namespace

LaidView::LaidView(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("laid"));
    setMouseTracking(true);
}

const Sheet* LaidView::sheet() const {
    const Imposition* imposition = store_.imposition();
    if (!imposition || number_ < 0 || number_ >= static_cast<int>(imposition->sheets.size())) return nullptr;
    return &imposition->sheets[static_cast<std::size_t>(number_)];
}

/// Of a sheet that joins others; nullptr of any other.
const SeamPlan* LaidView::plan() const {
    const Sheet* shown = sheet();
    if (!shown || !shown->regions.front().tile) return nullptr;
    return &store_.imposition()->plans[shown->regions.front().print];
}

Bands LaidView::shown() const {
    const std::size_t print = sheet()->regions.front().print;
    Bands bands = flipped(plan()->bands, plan()->print.width, store_.imposition()->prints[print].mirrored);
    // Wandering seams stay as they are, but for the one that a hand has.
    if (dragged_)
        (dragged_->band ? bands.cuts[*dragged_->band] : bands.edges)[dragged_->number] =
            lineIn(dragging_, *dragged_);
    return bands;
}

void LaidView::showSheet(int number) {
    const std::size_t before = sheet() ? sheet()->regions.front().print : 0;
    number_ = number;
    dragged_.reset();
    const Sheet* now = sheet();
    if (now) setAccessibleName(plan() ? aboutSeams() : contents(*now));
    if (now && now->regions.front().print != before) picture_ = {}, costs_.reset();
    if (plan()) request();
    update();
}

void LaidView::resizeEvent(QResizeEvent*) {
    if (plan()) request();
}

void LaidView::request() {
    const Piece* piece = findPiece(store_.printed(), sheet()->regions.front().piece);
    if (!piece || mapRect().width() < 8) return;
    const double ppi =
        mapRect().width() * devicePixelRatioF() * mm_per_inch / printSizeOf(store_.printed(), *piece).width;
    service_.request(
        QStringLiteral("laid"),
        [this, job = store_.printed(), id = piece->id, ppi,
         full = store_.imposition()->grid.ppi](const std::stop_token& stop) -> RenderService::Finish {
            const Piece& shown = *findPiece(job, id);
            Print print = printOf(job, shown, ppi);
            print.mirrored = Mirrored::no;
            const QImage picture = toImage(onGround(renderWhole(print, {stop, {}}), whiteOf(job, shown)));
            const auto costs = seamCostsOf(job, shown, full, {stop, {}});
            return [this, picture, costs] {
                picture_ = picture;
                costs_ = costs;
                if (plan()) setAccessibleName(aboutSeams());
                update();
            };
        });
}

QString LaidView::contents(const Sheet& sheet) const {
    QMap<int, int> copies;
    for (const PlacedRegion& part : sheet.regions) ++copies[part.piece];
    QStringList lines;
    for (auto it = copies.begin(); it != copies.end(); ++it)
        if (const Piece* piece = findPiece(store_.printed(), it.key()))
            lines << QStringLiteral("%1 × %2").arg(it.value()).arg(QString::fromStdString(piece->name));
    return lines.join(QLatin1Char('\n'));
}

QString LaidView::whatToWrite(const Sheet& sheet) const {
    const QString label = QString::fromStdString(sheet.label);
    if (sheet.laid_whole)
        return tr("This sheet is laid whole, so nothing but the picture is inked. Marks are on the test "
                  "sheet for "
                  "plain paper. Write %1 and an arrow up on the back.")
            .arg(label);
    return tr("Before you trim %1, write its name and an arrow up on its back.").arg(label);
}

QString LaidView::aboutSeams() const {
    if (!costs_ || costs_->print != plan()->print) return tr("Looking for quiet places …");
    const Bands bands = shown();
    QString about;
    switch (seamsSeen(*costs_, bands)) {
        case SeamsSeen::hardly:
            about = tr("Seams: hardly seen.");
            break;
        case SeamsSeen::looked_for:
            about = tr("Seams: seen when looked for.");
            break;
        case SeamsSeen::plainly:
            about = tr("Seams: seen.");
            break;
    }
    const SeamPlan laid = planOf(costs_->print, bands, Joint::butt, 0);
    int words = 0, faces = 0, care = 0;
    for (const Avoided& avoided : costs_->avoided)
        if (std::any_of(laid.seams.begin(), laid.seams.end(),
                        [&](const Seam& seam) { return crosses(seam, avoided.box); }))
            ++(avoided.kind == Avoided::Kind::lettering ? words
               : avoided.kind == Avoided::Kind::face    ? faces
                                                        : care);
    QStringList through;
    const auto say = [&](int number, const QString& one, const QString& many) {
        if (number > 0) through << (number == 1 ? one : many.arg(number));
    };
    say(care, tr("a part to keep whole"), tr("%1 parts to keep whole"));
    say(faces, tr("a face"), tr("%1 faces"));
    say(words, tr("lettering"), tr("lettering in %1 places"));
    if (!through.isEmpty()) about += QLatin1Char(' ') + tr("Through %1.").arg(through.join(tr(" and ")));
    return about;
}

QRectF LaidView::mapRect() const {
    const QRectF room(8, title_height, width() - 16, height() - title_height - words_height);
    if (!plan()) return room;
    QRectF map(QPointF(),
               QSizeF(plan()->print.width, plan()->print.height).scaled(room.size(), Qt::KeepAspectRatio));
    map.moveTopLeft(room.topLeft());
    return map;
}

QPointF LaidView::onMap(const PlacePx& finished) const {
    const QRectF map = mapRect();
    const double scale = map.width() / plan()->print.width;
    return map.topLeft() + QPointF(finished.x * scale, finished.y * scale);
}

void LaidView::paintEvent(QPaintEvent*) {
    const Sheet* shown_sheet = sheet();
    if (!shown_sheet) return;
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    const auto write = [&](const QRectF& room, const QString& text, const QColor& colour, const QFont& font) {
        painter.setFont(font);
        painter.setPen(colour);
        QRectF used;
        painter.drawText(room, Qt::AlignTop | Qt::TextWordWrap, text, &used);
        return used.bottom();
    };
    const QRectF title(8, 0, width() - 16, title_height);
    if (!plan()) {
        write(title, tr("On this sheet"), t.text, textFont(TextSize::normal, true));
        const double y = write(QRectF(8, title_height, width() - 16, height() - title_height),
                               contents(*shown_sheet), t.text, textFont(TextSize::normal));
        write(QRectF(8, y + 12, width() - 16, height() - y - 12), whatToWrite(*shown_sheet), t.quiet,
              textFont(TextSize::small));
        return;
    }
    const QString heading = tr("As it will be laid");
    write(title, heading, t.text, textFont(TextSize::normal, true));
    const double after = QFontMetricsF(textFont(TextSize::normal, true)).horizontalAdvance(heading) + 16;
    write(title.adjusted(after, 0, 0, 0), aboutSeams(), t.text, textFont(TextSize::normal));
    const QRectF map = mapRect();
    painter.fillRect(map, Qt::white);
    if (!picture_.isNull()) painter.drawImage(map, picture_);

    const PlacedRegion& here = shown_sheet->regions.front();
    const SeamPlan laid = planOf(plan()->print, shown(), Joint::butt, 0);
    const Mirrored mirrored = store_.imposition()->prints[here.print].mirrored;
    painter.setFont(textFont(TextSize::small));
    painter.setPen(t.quiet);
    for (const Tile& tile : plan()->tiles) {
        if (!tile.bare) continue;
        const RectPx region = flipped(tile.region, plan()->print.width, mirrored);
        const QRectF place(onMap({1.0 * region.x, 1.0 * region.y}),
                           onMap({1.0 * region.right(), 1.0 * region.bottom()}));
        const QString empty = tr("empty");
        const double across = painter.fontMetrics().horizontalAdvance(empty) + 8;
        painter.save();
        painter.translate(place.center());
        // In a narrow place it stands upright, clear of the seams.
        if (across > place.width() && place.height() > place.width()) painter.rotate(-90);
        painter.drawText(QRectF(-across / 2, -12, across, 24), Qt::AlignCenter, empty);
        painter.restore();
    }
    painter.setFont(textFont(TextSize::small, true));
    for (const Sheet& other : store_.imposition()->sheets)
        for (const PlacedRegion& part : other.regions) {
            if (part.print != here.print || part.copy != here.copy || !part.tile) continue;
            const RectPx region = flipped(part.region, plan()->print.width, mirrored);
            const QRectF r(onMap({1.0 * region.x, 1.0 * region.y}),
                           onMap({1.0 * region.right(), 1.0 * region.bottom()}));
            const bool on = part.tile == here.tile;
            QPolygonF outline(r);
            const bool seams_wander = !plan()->tiles[*part.tile].outline.empty();
            if (seams_wander) {
                outline.clear();
                for (PlacePx at : plan()->tiles[*part.tile].outline) {
                    if (mirrored == Mirrored::yes) at.x = plan()->print.width - at.x;
                    outline << onMap(at);
                }
            }
            if (on && !dragged_) {
                QPainterPath path;
                path.addPolygon(outline);
                QColor chosen = t.chosen;
                chosen.setAlpha(70);
                painter.fillPath(path, chosen);
            }
            // Its name on a tab of its own, so that it is read over any picture.
            const QString label = QString::fromStdString(part.label);
            QRectF tab(0, 0, painter.fontMetrics().horizontalAdvance(label) + 10, 18);
            // Inside the sheet, also where its seams wander.
            const double top = seams_wander ? 14.0 : 5.0;
            const QRectF row =
                QPolygonF(outline.intersected(QRectF(r.x(), r.y() + top, r.width(), 18))).boundingRect();
            tab.moveTopLeft({row.x() + 5, r.y() + top});
            painter.fillRect(tab, on ? t.chosen : QColor(255, 255, 255, 225));
            painter.setPen(on ? t.on_chosen : QColor("#232526"));
            painter.drawText(tab, Qt::AlignCenter, label);
        }
    for (const bool over : {false, true}) {
        painter.setPen(QPen(over ? t.chosen : QColor(255, 255, 255, 200), over ? 1.6 : 3.6));
        for (const Seam& seam : laid.seams) {
            QPolygonF path;
            for (const PlacePx& at : seam.path) path << onMap(at);
            painter.drawPolyline(path);
        }
    }
    painter.setPen(QPen(t.line, 1));
    painter.drawRect(map);
    write(QRectF(map.x(), map.bottom() + 6, width() - 8 - map.x(), words_height), whatToWrite(*shown_sheet),
          t.quiet, textFont(TextSize::small));
}

QString LaidView::whyThere(const LineOf& line) const {
    const Piece* piece = findPiece(store_.printed(), sheet()->regions.front().piece);
    const auto even = piece ? evenBands(store_.printed(), *piece, plan()->print) : std::nullopt;
    if (!even) return {};
    if (!lineIn(shown(), line).straight())
        return tr("It wanders where it is seen least. Dragged, it wanders about the place that you give it.");
    const SeamReason reason = reasonOf(*costs_, shown(), line, *even);
    if (reason.moved_mm < 1) return tr("It lies where even seams would.");
    const QString moved = lengthText(std::round(reason.moved_mm), store_.printed().unit);
    if (!reason.off)
        return reason.quieter ? tr("It lies %1 from the even place: there it would be seen more.").arg(moved)
                              : tr("It lies %1 from the even place.").arg(moved);
    switch (*reason.off) {
        case Avoided::Kind::care:
            return tr("Moved %1, off %2.")
                .arg(moved,
                     reason.name.empty() ? tr("what you keep whole") : QString::fromStdString(reason.name));
        case Avoided::Kind::face:
            return tr("Moved %1, off a face.").arg(moved);
        case Avoided::Kind::lettering:
            return tr("Moved %1, off the lettering.").arg(moved);
    }
    return {};
}

std::optional<LineOf> LaidView::lineUnder(const QPointF& at) const {
    if (!plan() || !costs_ || costs_->print != plan()->print) return {};
    const Bands bands = shown();
    const QRectF map = mapRect();
    const double scale = map.width() / plan()->print.width;
    const double x = (at.x() - map.x()) / scale, y = (at.y() - map.y()) / scale, near = near_px / scale;
    const double along = bands.upright ? y : x, across = bands.upright ? x : y;
    for (std::size_t i = 0; i < bands.edges.size(); ++i)
        if (std::abs(bands.edges[i].at(along) - across) < near) return LineOf{{}, i};
    for (std::size_t band = 0; band < bands.cuts.size(); ++band) {
        const double from = band == 0 ? 0 : bands.edges[band - 1].at(along);
        const double to = band < bands.edges.size() ? bands.edges[band].at(along) : 1e9;
        if (across < from || across > to) continue;
        for (std::size_t i = 0; i < bands.cuts[band].size(); ++i)
            if (std::abs(bands.cuts[band][i].at(across) - along) < near) return LineOf{band, i};
    }
    return {};
}

void LaidView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !plan()) return;
    pressed_ = event->position();
    if (const auto line = lineUnder(pressed_); line && store_.upToDate()) {
        dragging_ = straightened(shown());
        dragged_ = line;
        update();
        return;
    }
    const PlacedRegion& here = sheet()->regions.front();
    const Mirrored mirrored = store_.imposition()->prints[here.print].mirrored;
    const auto& sheets = store_.imposition()->sheets;
    for (std::size_t i = 0; i < sheets.size(); ++i)
        for (const PlacedRegion& part : sheets[i].regions) {
            if (part.print != here.print || part.copy != here.copy || !part.tile) continue;
            const RectPx region = flipped(part.region, plan()->print.width, mirrored);
            if (QRectF(onMap({1.0 * region.x, 1.0 * region.y}),
                       onMap({1.0 * region.right(), 1.0 * region.bottom()}))
                    .contains(pressed_)) {
                emit sheetChosen(static_cast<int>(i));
                return;
            }
        }
}

void LaidView::mouseMoveEvent(QMouseEvent* event) {
    if (!plan()) return;
    if (!dragged_) {
        const auto line = lineUnder(event->position());
        if (!line)
            unsetCursor();
        else
            setCursor(line->band.has_value() == shown().upright ? Qt::SizeVerCursor : Qt::SizeHorCursor);
        setToolTip(line ? whyThere(*line) : QString());
        return;
    }
    const QRectF map = mapRect();
    const double scale = map.width() / plan()->print.width;
    const QPointF at = (event->position() - map.topLeft()) / scale;
    // Edges of rows and cuts of columns move up and down.
    const bool vertical = dragged_->band.has_value() == dragging_.upright;
    const Piece* piece = findPiece(store_.printed(), sheet()->regions.front().piece);
    if (!piece) return;
    const bool free = event->modifiers() & Qt::AltModifier;
    dragging_ = withLineAt(dragging_, *dragged_, static_cast<int>(vertical ? at.y() : at.x()), *costs_,
                           roomOf(store_.printed(), *piece), free ? 0 : static_cast<int>(near_px / scale));
    update();
}

void LaidView::mouseReleaseEvent(QMouseEvent* event) {
    if (!dragged_) return;
    const Bands bands = dragging_;
    dragged_.reset();
    const int id = sheet()->regions.front().piece;
    const Piece* piece = findPiece(store_.job(), id);
    if (!piece || (event->position() - pressed_).manhattanLength() < 3) return update();
    Joining joining = piece->joining;
    joining.seams = keptFrom(bands, plan()->print, store_.imposition()->grid);
    store_.edit(tr("move a seam"), [&](Job job) { return withJoining(std::move(job), id, joining); });
}

}  // namespace tympan::app
