#include "app/stations/sheets/sheets_stage.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>

#include "app/canvas/laid_view.h"
#include "app/canvas/pieces_view.h"
#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/stations/sheets/nest_panel.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/layout/cut_outline.h"
#include "core/pdf/sheets_pdf.h"

namespace tympan::app {

namespace {

constexpr int shelf_width = 104, thumb_height = 84, thumb_width = 72, thumb_gap = 12, label_height = 18;
constexpr int again_height = 40;

double ppiFor(const Sheet& sheet, const QSizeF& px) {
    return mm_per_inch * std::min(px.width() / sheet.page.width, px.height() / sheet.page.height);
}

/// The name gives way where there is no room; which copy and which part it is stay.
QString shelfLabel(const Job& job, const Sheet& sheet, const QFontMetrics& metrics, int width) {
    const SheetTitle title = sheetTitle(job, sheet);
    QString which = QStringLiteral(" ") + QString::fromStdString(sheet.label);
    if (title.copy) which.prepend(QStringLiteral(" %1/%2").arg(*title.copy).arg(title.of));
    const QString name = QString::fromStdString(title.name);
    return metrics.elidedText(name, Qt::ElideRight, width - metrics.horizontalAdvance(which)) + which;
}

}  // namespace

SheetsStage::SheetsStage(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service), laid_(new LaidView(store, service, this)) {
    setObjectName(QStringLiteral("sheets-stage"));
    setFocusPolicy(Qt::StrongFocus);
    again_ = pushButton(QStringLiteral("sheet-again"), tr("Save this sheet…"));
    again_->setParent(this);
    again_->setToolTip(tr("This sheet by itself: for one that jammed, smeared or was cut wrongly."));
    connect(again_, &QPushButton::clicked, this, [this] { emit wanted(chosen_); });
    pieces_ = new PiecesView(store, service, this);
    nest_ = new NestPanel(store, service, this);
    connect(nest_, &NestPanel::foundSoFar, this, &SheetsStage::showFound);
    connect(laid_, &LaidView::sheetChosen, this, &SheetsStage::choose);
    connect(&store_, &JobStore::foreseen, this, &SheetsStage::refresh);
    connect(&store_, &JobStore::changed, this, [this] {
        if (store_.upToDate()) refresh();  // another piece is chosen
    });
}

const Imposition* SheetsStage::shownImposition() const { return found_ ? found_.get() : store_.imposition(); }

int SheetsStage::count() const {
    return shownImposition() ? static_cast<int>(shownImposition()->sheets.size()) : 0;
}

void SheetsStage::refresh() {
    small_.clear();
    large_of_ = -1;
    large_ = {};
    chosen_ = std::clamp(chosen_, 0, std::max(0, count() - 1));
    // Follow the chosen piece to its first sheet.
    const Piece* piece = store_.printedPiece();
    if (count() > 0 && piece) {
        const auto& sheets = shownImposition()->sheets;
        const auto holds = [&](const Sheet& sheet) {
            return std::any_of(sheet.regions.begin(), sheet.regions.end(),
                               [&](const PlacedRegion& part) { return part.piece == piece->id; });
        };
        if (!holds(sheets[static_cast<std::size_t>(chosen_)])) {
            const auto first = std::find_if(sheets.begin(), sheets.end(), holds);
            if (first != sheets.end()) chosen_ = static_cast<int>(first - sheets.begin());
        }
    }
    scrollToChosen();
    layOut();
    if (isVisible()) request();
    update();
}

/// While a search is on nothing is rendered but the pieces, once: their places alone change.
void SheetsStage::showFound(std::shared_ptr<const Imposition> found) {
    found_ = std::move(found);
    chosen_ = std::clamp(chosen_, 0, std::max(0, count() - 1));
    small_.clear();
    large_of_ = -1;
    large_ = {};
    layOut();
    if (isVisible()) request();
    update();
}

void SheetsStage::showEvent(QShowEvent*) { request(); }
void SheetsStage::resizeEvent(QResizeEvent*) {
    scrollToChosen();
    layOut();
    large_of_ = -1;
    if (isVisible()) request();
}

void SheetsStage::request() {
    laid_->showSheet(count() == 0 || found_ ? -1 : chosen_);
    if (small()) pieces_->showSheet(found_ ? found_ : store_.sharedImposition(), chosen_, !found_);
    setAccessibleName(count() == 0 ? tr("No sheets yet")
                                   : tr("Sheet %1 of %2").arg(chosen_ + 1).arg(count()));
    if (count() == 0) {
        service_.cancel(QStringLiteral("sheets"));
        return;
    }
    const Job job = store_.printed();
    const auto imposition = found_ ? found_ : store_.sharedImposition();
    const double ratio = devicePixelRatioF();
    QList<int> wanted;
    for (int i = 0; i < count(); ++i)
        if (!small_.contains(i) && thumbRect(i).intersects(rect())) wanted << i;
    if (found_) {
        service_.cancel(QStringLiteral("sheet"));
        service_.cancel(QStringLiteral("sheets"));
        return;
    }
    if (large_of_ != chosen_) {
        const double ppi =
            ppiFor(imposition->sheets[static_cast<std::size_t>(chosen_)], largeRect().size() * ratio);
        service_.request(
            QStringLiteral("sheet"),
            [this, job, imposition, n = chosen_, ppi](const std::stop_token& stop) -> RenderService::Finish {
                const QImage picture = toImage(
                    sheetPicture(language(), job, *imposition, static_cast<std::size_t>(n), ppi, {stop, {}}));
                return [this, picture, n] {
                    large_ = picture;
                    large_of_ = n;
                    if (small() && n == chosen_) pieces_->setStill(picture);
                    update();
                };
            });
    }
    if (wanted.isEmpty()) return;
    service_.request(
        QStringLiteral("sheets"),
        [this, job, imposition, wanted, ratio](const std::stop_token& stop) -> RenderService::Finish {
            QMap<int, QImage> made;
            for (int n : wanted) {
                const auto index = static_cast<std::size_t>(n);
                made[n] = toImage(
                    sheetPicture(language(), job, *imposition, index,
                                 ppiFor(imposition->sheets[index], QSizeF(thumb_width, thumb_height) * ratio),
                                 {stop, {}}));
            }
            return [this, made] {
                small_.insert(made);
                update();
            };
        });
}

QRect SheetsStage::thumbRect(int sheet) const {
    return {16, 12 + sheet * (thumb_height + label_height + thumb_gap) - scroll_, thumb_width, thumb_height};
}

void SheetsStage::layOut() {
    const QRect laid = laidRect();
    laid_->setGeometry(laid);
    const QRectF page = largeRect();
    pieces_->setVisible(small());
    nest_->setVisible(small());
    if (small()) {
        pieces_->setGeometry(page.toAlignedRect());
        const int high = nest_->sizeHint().height();
        nest_->setGeometry(laid.x(), laid.bottom() - high, laid.width(), high);
        laid_->setGeometry(laid.adjusted(0, 0, 0, -high - 12));
    }
    again_->setVisible(count() > 0 && !found_);
    again_->adjustSize();
    again_->move(static_cast<int>(page.right()) - again_->width(), static_cast<int>(page.bottom()) + 8);
}

/// The whole as it will be laid takes what the large sheet leaves; a sheet that joins no other takes most.
QRect SheetsStage::laidRect() const {
    const double part = joined() ? 0.58 : 0.3;
    const int room = width() - shelf_width - 32;
    const int wide = static_cast<int>(part * room);
    return joined() ? QRect(shelf_width + 16, 12, wide, height() - 24)
                    : QRect(width() - wide - 16, 12, wide, height() - 24);
}

/// A sheet of pieces that lie on it whole and are cut out.
bool SheetsStage::small() const {
    return count() > 0 && !joined() &&
           !shownImposition()->sheets[static_cast<std::size_t>(chosen_)].laid_whole;
}

bool SheetsStage::joined() const {
    return count() > 0 && shownImposition()->sheets[static_cast<std::size_t>(chosen_)].regions.front().tile;
}

QRectF SheetsStage::largeRect() const {
    const QRect laid = laidRect();
    const QRectF room =
        joined() ? QRectF(laid.right() + 20, 16, width() - laid.right() - 40, height() - 32 - again_height)
                 : QRectF(shelf_width + 20, 16, laid.left() - shelf_width - 40, height() - 32 - again_height);
    if (count() == 0) return room;
    const Sheet& sheet = shownImposition()->sheets[static_cast<std::size_t>(chosen_)];
    QRectF page(QPointF(),
                QSizeF(sheet.page.width, sheet.page.height).scaled(room.size(), Qt::KeepAspectRatio));
    page.moveCenter(room.center());
    return page;
}

/// Where pieces lie, as shapes: while a search is on no sheet is rendered.
void SheetsStage::paintPlaces(QPainter& painter, const Sheet& sheet, const QRect& page) const {
    const double scale = page.width() / sheet.page.width;
    QColor shape = theme().chosen;
    shape.setAlpha(110);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(shape);
    for (const PlacedRegion& part : sheet.regions) {
        Outline cut = part.tile ? rectangleOutline(found_->grid.mm(part.placed))
                                : onPage(found_->cuts[part.print], part, found_->grid);
        QPainterPath path;
        for (const Ring& ring : cut.rings) {
            QPolygonF polygon;
            for (const PointMm& at : ring)
                polygon << QPointF(page.x() + at.x * scale, page.y() + at.y * scale);
            path.addPolygon(polygon);
        }
        painter.drawPath(path);
    }
    painter.restore();
}

void SheetsStage::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& t = theme();
    painter.fillRect(rect(), t.stage);
    if (count() == 0) {
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::title));
        painter.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                         store_.impositionFault().isEmpty()
                             ? tr("No sheets yet. Drop a picture, or press Ctrl+O.")
                             : store_.impositionFault());
        return;
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const auto& sheets = shownImposition()->sheets;
    painter.setFont(textFont(TextSize::small));
    for (int i = 0; i < count(); ++i) {
        const QRect r = thumbRect(i);
        if (!r.intersects(rect())) continue;
        const Sheet& sheet = sheets[static_cast<std::size_t>(i)];
        QRect page(
            QPoint(),
            QSizeF(sheet.page.width, sheet.page.height).scaled(r.size(), Qt::KeepAspectRatio).toSize());
        page.moveCenter(r.center());
        painter.fillRect(page, Qt::white);
        if (small_.contains(i)) painter.drawImage(page, small_[i]);
        if (found_) paintPlaces(painter, sheet, page);
        painter.setPen(QPen(i == chosen_ ? t.chosen : t.quiet, i == chosen_ ? 3 : 1));
        painter.drawRect(page);
        painter.setPen(i == chosen_ ? t.chosen : t.text);
        painter.drawText(QRect(r.x() - 4, r.bottom() + 4, r.width() + 8, label_height), Qt::AlignCenter,
                         shelfLabel(store_.printed(), sheet, painter.fontMetrics(), r.width() + 8));
    }
    painter.setPen(t.line);
    painter.drawLine(shelf_width + 4, 0, shelf_width + 4, height());
    const QRectF page = largeRect();
    painter.fillRect(page.translated(2, 3), QColor(0, 0, 0, 36));
    painter.fillRect(page, Qt::white);
    if (large_of_ == chosen_ && !small()) painter.drawImage(page, large_);
}

void SheetsStage::scrollToChosen() {
    const QRect r = thumbRect(chosen_);
    if (r.bottom() + label_height > height()) scroll_ += r.bottom() + label_height - height() + 8;
    if (r.top() < 0) scroll_ += r.top() - 8;
    scroll_ = std::clamp(scroll_, 0, mostScroll());
}

int SheetsStage::mostScroll() const {
    return std::max(0, count() * (thumb_height + label_height + thumb_gap) + 12 - height());
}

void SheetsStage::choose(int sheet) {
    if (sheet < 0 || sheet >= count()) return;
    chosen_ = sheet;
    scrollToChosen();
    layOut();
    request();
    update();
}

void SheetsStage::mousePressEvent(QMouseEvent* event) {
    for (int i = 0; i < count(); ++i)
        if (thumbRect(i).contains(event->pos())) return choose(i);
}

void SheetsStage::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left:
            return choose(chosen_ - 1);
        case Qt::Key_Right:
            return choose(chosen_ + 1);
        case Qt::Key_Up:
            return choose(chosen_ - 1);
        case Qt::Key_Down:
            return choose(chosen_ + 1);
        default:
            QWidget::keyPressEvent(event);
    }
}

void SheetsStage::wheelEvent(QWheelEvent* event) {
    scroll_ = std::clamp(scroll_ - event->angleDelta().y() / 2, 0, mostScroll());
    request();
    update();
}

}  // namespace tympan::app
