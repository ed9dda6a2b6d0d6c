#include "app/canvas/fold_view.h"

#include <QMessageBox>
#include <QMouseEvent>
#include <QPainter>
#include <QScreen>
#include <opencv2/core.hpp>

#include "app/canvas/hand_placement.h"
#include "app/canvas/leaf_notes.h"
#include "app/canvas/screen_scale.h"
#include "app/look/theme.h"
#include "app/look/to_image.h"
#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/widgets/colour_button.h"
#include "app/words/words.h"
#include "core/render/finished.h"
#include "core/render/preview.h"

namespace tympan::app {

namespace {

constexpr int side_edge = 14, ruler_edge = 24, ruler_room = 34, bottom_edge = 8;
constexpr double quick_pixels = 1e6, sharp_pixels = 6e6;
constexpr double face_pixels = 4e5;  // a likeness of wood and cloth; the picture itself is drawn sharper

/// Pictures of one piece of a job, at the resolution of the screen; `quick`: before the hand rests, when what
/// takes seconds must wait.
LeafPictures drawn(const Job& job, const Piece& piece, double ppi, bool quick, const Likeness& likeness,
                   const std::stop_token& stop) {
    const Object& object = objectOf(job, piece);
    Print print = printOf(job, piece, ppi);
    if (quick) print.enlarged = {};
    const cv::Mat ink = previewInk(print, {stop, {}});
    LeafPictures pictures;
    pictures.ground = toQColor(object.ground);
    const cv::Mat finished = finishedPrint(job, piece, print, ink, likeness);
    if (print.edge) {
        cv::Mat clear(finished.rows, finished.cols, CV_8UC4);
        const cv::Mat stays =
            edgeCoverage(*print.edge, print.grid, {0, 0, print.size.width, print.size.height});
        const int from_to[] = {0, 0, 1, 1, 2, 2, 3, 3};
        const cv::Mat parts[] = {finished, stays};
        cv::mixChannels(parts, 2, &clear, 1, from_to, 4);
        pictures.finished = toClearImage(clear);
    } else {
        pictures.finished = toImage(finished);
    }
    cv::Mat printed = ink;
    if (print.mirrored == Mirrored::yes) cv::flip(ink, printed, 1);
    pictures.printed = toImage(printed);
    const FaceWindow window = windowOn(job, object, face_pixels, ppi);
    pictures.face = toClearImage(finishedFace(job, object, window, piece.id, {stop, {}}));
    pictures.face_box = {window.corner.x, window.corner.y, window.grid.mm(window.size.width),
                         window.grid.mm(window.size.height)};
    return pictures;
}

}  // namespace

FoldView::FoldView(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent),
      store_(store),
      service_(service),
      notes_(new LeafNotes(this)),
      hand_(new HandPlacement(store, this)) {
    setObjectName(QStringLiteral("fold"));
    setMouseTracking(true);
    setFocusPolicy(Qt::ClickFocus);
    setMinimumSize(480, 220);
    connect(hand_, &HandPlacement::chosen, this, qOverload<>(&QWidget::update));
    connect(notes_, &LeafNotes::whyWanted, this, &FoldView::showWhy);
    glide_.setDuration(520);
    glide_.setEasingCurve(QEasingCurve::InOutCubic);
    connect(&glide_, &QVariantAnimation::valueChanged, this,
            [this](const QVariant& value) { moveTo(value.toDouble()); });
    rest_.setSingleShot(true);
    rest_.setInterval(250);
    connect(&rest_, &QTimer::timeout, this, [this] { requestPictures(sharp_pixels); });
    connect(&store_, &JobStore::changed, this, &FoldView::refresh);
    connect(&store_, &JobStore::seen, this, qOverload<>(&QWidget::update));
    // The paper may be another by then; the picture on it is not.
    connect(&store_, &JobStore::foreseen, this, [this] {
        if (!store_.piece()) return;
        scene_ = foldScene(store_.job(), *store_.piece(), store_.imposition());
        notes_->say(store_.job(), *store_.piece(), scene_);
        const double before = layout_.px_mm;
        relayout();
        if (layout_.px_mm == before) return;
        requestPictures(quick_pixels);
        rest_.start();
    });
    refresh();
}

void FoldView::refresh() {
    const Piece* piece = store_.piece();
    if (!piece) {
        pictures_ = {};
        shown_piece_ = 0;
        relayout();
        return;
    }
    if (piece->id != shown_piece_) {
        pictures_ = {};
        zoom_ = 1;
        pan_ = {};
        glide_.stop();
        way_ = 0;
        pointed_.reset();
        shown_piece_ = piece->id;
    }
    pictures_.ground = toQColor(objectOf(store_.job(), *piece).ground);
    scene_ = foldScene(store_.job(), *piece, store_.imposition());
    notes_->say(store_.job(), *piece, scene_);
    setAccessibleName(tr("The print at the left, the finished object at the right"));
    setAccessibleDescription(mirroringSentence(turnsOf(store_.job(), *piece)));
    relayout();
    requestPictures(quick_pixels);
    rest_.start();
}

void FoldView::relayout() {
    notes_->place(width(), store_.piece());
    // The hinge stays in the middle; the ruler at the right takes as much as is left free at the left.
    const double top = LeafNotes::height + ruler_edge, aside = side_edge + ruler_room;
    const QRectF room(aside, top, width() - 2 * aside, height() - top - bottom_edge);
    if (store_.piece())
        layout_ = hand_->dragging() ? inSameView(layout_, scene_) : foldLayout(scene_, room, zoom_, pan_);
    update();
}

void FoldView::requestPictures(double most_pixels) {
    const Piece* piece = store_.piece();
    if (!piece) return;
    const Job& job = store_.job();
    const double screen_ppi = layout_.px_mm * devicePixelRatioF() * mm_per_inch;
    const double sharpest = std::min(screen_ppi, previewPpi(job, *piece, job.sheets.ppi, sharp_pixels));
    const double ppi = std::min(sharpest, previewPpi(job, *piece, job.sheets.ppi, most_pixels));
    const bool quick = most_pixels < sharp_pixels;
    if (ppi >= sharpest && !quick) rest_.stop();
    service_.request(QStringLiteral("fold"),
                     [this, job, id = piece->id, likeness = likeness_, quick,
                      ppi](const std::stop_token& stop) -> RenderService::Finish {
                         const LeafPictures pictures =
                             drawn(job, *findPiece(job, id), std::max(1.0, ppi), quick, likeness, stop);
                         return [this, pictures, id] {
                             if (id != shown_piece_) return;
                             pictures_ = pictures;
                             update();
                         };
                     });
}

void FoldView::point(const Finding& finding) {
    pointed_ = finding.what.index();
    update();
}

void FoldView::showPlaces(bool all) {
    all_places_ = all;
    update();
}

void FoldView::paintFindings(QPainter& painter) const {
    const RectMm& box = scene_.box;
    int number = 0;
    for (const Finding& finding : store_.findings()) {
        if (finding.piece != shown_piece_) continue;
        ++number;
        const bool chosen = finding.what.index() == pointed_;
        std::vector<RectMm> places = finding.places;
        // What is true of all of the print is marked only when it is asked for.
        if (places.empty() && chosen) places = {{0, 0, box.width, box.height}};
        for (const RectMm& place : places) {
            const PrintParts part{place.x / box.width, place.y / box.height, place.width / box.width,
                                  place.height / box.height};
            // What is marked stays to be seen: its outline shows when somebody asks for it.
            if (chosen || all_places_) paintPlace(painter, layout_, scene_.mirrored, part, chosen);
            paintNumber(painter, layout_, scene_.mirrored, part, number, chosen);
        }
    }
}

void FoldView::picture(const Likeness& likeness) {
    likeness_ = likeness;
    requestPictures(quick_pixels);
    rest_.start();
}

void FoldView::moveTo(double way) {
    way_ = std::clamp(way, 0.0, 1.0);
    update();
}

void FoldView::holdAt(double way) {
    glide_.stop();
    moveTo(way);
}

void FoldView::fold() {
    if (!store_.piece()) return;
    const double to = glide_.state() == QAbstractAnimation::Running ? 1 - glide_.endValue().toDouble()
                      : way_ > 0.5                                  ? 0
                                                                    : 1;
    glide_.stop();
    glide_.setStartValue(way_);
    glide_.setEndValue(to);
    glide_.start();
}

void FoldView::zoomBy(double factor) {
    zoom_ = std::clamp(zoom_ * factor, 0.2, 60.0);
    pan_ *= factor;
    relayout();
    rest_.start();
}

void FoldView::zoomToFit() {
    zoom_ = 1;
    pan_ = {};
    relayout();
    rest_.start();
}

void FoldView::zoomToTrueSize() { zoomBy(screenScale(*screen()) / layout_.px_mm); }

QRectF FoldView::cornerRect() const {
    // Of a paper that is larger than the stage, the corner of what is seen of it.
    const QRectF seen = layout_.paper & QRectF(0, 0, layout_.hinge_x, height());
    return {seen.left() - 4, seen.bottom() - 36, 40, 40};
}

void FoldView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().stage);
    if (store_.piece())
        paintLeaves(painter);
    else
        paintInvitation(painter);
    emit painted();
}

void FoldView::paintInvitation(QPainter& painter) const {
    painter.setPen(theme().text);
    painter.setFont(textFont(TextSize::title));
    painter.drawText(rect(), Qt::AlignCenter,
                     tr("Drop a picture anywhere, paste one, or press Ctrl+O to open one."));
}

void FoldView::paintLeaves(QPainter& painter) const {
    const QRectF left(0, LeafNotes::height, layout_.hinge_x, height() - LeafNotes::height),
        right(layout_.hinge_x, LeafNotes::height, width() - layout_.hinge_x, height() - LeafNotes::height);
    painter.setClipRect(right);
    paintObject(painter, layout_, scene_, pictures_);
    paintZones(painter, layout_, scene_, objectOf(store_.job(), *store_.piece()), *store_.piece(),
               hand_->worksOn() == HandPlacement::What::zone ? hand_->zone() : -1);
    hand_->paint(painter, layout_);
    paintRuler(painter, scene_.spot ? layout_.finished : layout_.object, layout_.object | layout_.finished,
               right, layout_.px_mm, store_.job().unit);
    painter.setClipRect(way_ == 0 ? left : QRectF(rect()));
    paintPaper(painter, layout_, scene_, pictures_, way_);
    painter.setClipping(false);
    paintHinge(painter, layout_.hinge_x, LeafNotes::height + 4, height() - 10);
    if (way_ == 0) paintFindings(painter);
    if (pictures_.printed.isNull()) {
        painter.setPen(QColor(85, 87, 90));
        painter.setFont(textFont(TextSize::small));
        painter.drawText(layout_.printed, Qt::AlignCenter | Qt::TextWordWrap, tr("drawing the picture…"));
    }
    if (way_ == 0) paintCorner(painter, layout_.paper & left, on_corner_);
    if (spot_ && way_ == 0) {
        paintTwin(painter, layout_.onPrint(*spot_, scene_.mirrored));
        paintTwin(painter, layout_.onObject(*spot_));
    }
    if (way_ >= 1) {
        painter.setPen(theme().text);
        painter.setFont(textFont(TextSize::small));
        painter.drawText(QRectF(layout_.printed.x() - 40, layout_.printed.center().y() - 30,
                                layout_.printed.width() + 80, 60),
                         Qt::AlignCenter | Qt::TextWordWrap,
                         tr("The paper lies on the object. F lifts it back."));
    }
}

void FoldView::resizeEvent(QResizeEvent*) {
    relayout();
    rest_.start();
}

void FoldView::mouseMoveEvent(QMouseEvent* event) {
    if (grab_ == Grab::corner) {
        const double reach = scene_.mirrored == Mirrored::yes ? 2 * (layout_.hinge_x - grabbed_at_.x())
                                                              : layout_.finished.x() - layout_.printed.x();
        moveTo((event->position().x() - grabbed_at_.x()) / std::max(1.0, reach));
        return;
    }
    if (grab_ == Grab::hand) {
        hand_->drag(layout_, event->position(), event->modifiers() & Qt::ControlModifier);
        return;
    }
    if (grab_ == Grab::view) {
        pan_ += event->position() - grabbed_at_;
        grabbed_at_ = event->position();
        relayout();
        return;
    }
    on_corner_ = store_.piece() && way_ == 0 && cornerRect().contains(event->position());
    const bool over = way_ == 0 && hand_->over(layout_, event->position());
    setCursor(on_corner_ || over ? Qt::OpenHandCursor : Qt::ArrowCursor);
    spot_ = store_.piece() && !on_corner_ ? layout_.spotAt(event->position(), scene_.mirrored) : std::nullopt;
    update();
}

void FoldView::mousePressEvent(QMouseEvent* event) {
    if (!store_.piece() || event->button() != Qt::LeftButton) return;
    glide_.stop();
    grabbed_at_ = event->position();
    grab_ = way_ == 0 && cornerRect().contains(event->position())   ? Grab::corner
            : way_ == 0 && hand_->press(layout_, event->position()) ? Grab::hand
            : zoom_ > 1.01                                          ? Grab::view
                                                                    : Grab::nothing;
    if (grab_ != Grab::nothing) setCursor(Qt::ClosedHandCursor);
    if (way_ >= 1) fold();
}

void FoldView::mouseReleaseEvent(QMouseEvent*) {
    if (grab_ == Grab::corner) {
        glide_.setStartValue(way_);
        glide_.setEndValue(way_ > 0.3 ? 1.0 : 0.0);
        glide_.start();
    }
    const bool by_hand = grab_ == Grab::hand;
    grab_ = Grab::nothing;
    setCursor(Qt::ArrowCursor);
    if (!by_hand) return;
    hand_->release();
    store_.endRun();
    relayout();
}

void FoldView::mouseDoubleClickEvent(QMouseEvent* event) {
    if (store_.piece() && hand_->addCorner(layout_, event->position())) return;
    QWidget::mouseDoubleClickEvent(event);
}

void FoldView::keyPressEvent(QKeyEvent* event) {
    if (!hand_->key(*event)) QWidget::keyPressEvent(event);
}

void FoldView::wheelEvent(QWheelEvent* event) {
    if (store_.piece()) zoomBy(std::pow(1.0015, event->angleDelta().y()));
}

void FoldView::leaveEvent(QEvent*) {
    spot_.reset();
    on_corner_ = false;
    update();
}

void FoldView::showWhy() {
    const Piece* piece = store_.piece();
    if (!piece) return;
    QMessageBox box(QMessageBox::NoIcon, mirroringSentence(turnsOf(store_.job(), *piece)),
                    whyMirrored(turnsOf(store_.job(), *piece)), QMessageBox::Close, this);
    box.setObjectName(QStringLiteral("why-box"));
    box.exec();
}

}  // namespace tympan::app
