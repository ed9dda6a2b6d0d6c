#include "app/stations/logbook/strip_page.h"

#include <QDateTime>
#include <QKeyEvent>
#include <QLocale>
#include <QPainter>

#include "app/look/theme.h"
#include "app/model/log_store.h"
#include "app/stations/logbook/page_head.h"
#include "app/stations/logbook/strip_desk.h"
#include "app/widgets/tray_parts.h"
#include "core/marks/round_mark.h"
#include "core/object/materials.h"
#include "core/render/finished.h"
#include "core/tone/transfer.h"

namespace tympan::app {

namespace {

constexpr int shade_parts = 10;  // bare ground is always there

QColor groundColour(const std::string& material) {
    for (const Material& each : shippedMaterials())
        if (each.id == material) return {each.ground.red, each.ground.green, each.ground.blue};
    return {236, 230, 220};
}

/// How ink of this k looks on a ground.
QColor inked(const QColor& ground, double k) {
    const cv::Mat ink(1, 1, CV_8UC1, cv::Scalar(qRound(255 * (1 - k))));
    const cv::Vec3b c =
        onGround(ink, Rgb8{static_cast<std::uint8_t>(ground.red()), static_cast<std::uint8_t>(ground.green()),
                           static_cast<std::uint8_t>(ground.blue())})
            .at<cv::Vec3b>(0, 0);
    return {c[0], c[1], c[2]};
}

}  // namespace

StayedView::StayedView(StripDesk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("strip-view"));
    setAccessibleName(tr("What stayed of the strip"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

double StayedView::scale() const {
    const SizeMm& size = stripLayout().size;
    return std::min(width() / size.width, height() / size.height);
}

QRectF StayedView::onView(double x, double y, double w, double h) const {
    const double s = scale();
    return {x * s, y * s, w * s, h * s};
}

int StayedView::count() const {
    return shade_parts + static_cast<int>(stripLayout().lines.size() / 2 + stripLayout().solids.size());
}

QRect StayedView::partRect(int part) const {
    const StripLayout& strip = stripLayout();
    const int widths = static_cast<int>(strip.lines.size() / 2);
    RectMm at;
    if (part < shade_parts) {
        at = strip.shades[static_cast<std::size_t>(part) + 1].at;
    } else if (part < shade_parts + widths) {
        const auto i = static_cast<std::size_t>(part - shade_parts);
        const RectMm& up = strip.lines[i].lines[0];
        const RectMm& level = strip.lines[i + strip.lines.size() / 2].lines[2];
        at = {up.x - 0.6, up.y - 0.6, level.width + 1.2, level.bottom() - up.y + 1.2};
    } else {
        at = strip.solids[static_cast<std::size_t>(part - shade_parts - widths)].at;
    }
    return onView(at.x, at.y, at.width, at.height).toAlignedRect();
}

bool StayedView::there(int part) const {
    const MeasuredTransfer* shown = desk_.shown();
    if (!shown) return true;
    const StripByHand said = desk_.said() ? *desk_.said() : byHandOf(*shown);
    const int widths = static_cast<int>(stripLayout().lines.size() / 2);
    if (part < shade_parts) return said.shades[static_cast<std::size_t>(part) + 1];
    if (part < shade_parts + widths) return said.lines[static_cast<std::size_t>(part - shade_parts)];
    return said.solids[static_cast<std::size_t>(part - shade_parts - widths)];
}

void StayedView::toggle(int part) {
    if (!desk_.said() || part < 0 || part >= count()) return;
    StripByHand said = *desk_.said();
    const int widths = static_cast<int>(stripLayout().lines.size() / 2);
    std::vector<bool>& of = part < shade_parts            ? said.shades
                            : part < shade_parts + widths ? said.lines
                                                          : said.solids;
    const auto i = static_cast<std::size_t>(part < shade_parts            ? part + 1
                                            : part < shade_parts + widths ? part - shade_parts
                                                                          : part - shade_parts - widths);
    of[i] = !of[i];
    mark_ = part;
    desk_.say(said);
    tell();
}

void StayedView::tell() {
    const int widths = static_cast<int>(stripLayout().lines.size() / 2);
    const QString what =
        mark_ < shade_parts ? tr("shade of %1 %").arg(10 * (mark_ + 1))
        : mark_ < shade_parts + widths
            ? tr("lines of %1 mm")
                  .arg(stripLayout().lines[static_cast<std::size_t>(mark_ - shade_parts)].width_mm)
            : tr("dark area of %1 mm")
                  .arg(stripLayout().solids[static_cast<std::size_t>(mark_ - shade_parts - widths)].side_mm);
    setAccessibleDescription(there(mark_) ? tr("%1: there").arg(what) : tr("%1: not there").arg(what));
}

void StayedView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const StripLayout& strip = stripLayout();
    const QColor ground = groundColour(desk_.of().material);
    painter.fillRect(onView(0, 0, strip.size.width, strip.size.height), ground);
    const MeasuredTransfer* shown = desk_.shown();
    const auto k = [&](double printed) {
        return shown && !shown->curve.printed.empty() ? arriving(shown->curve, printed) : printed;
    };
    const QColor black = inked(ground, k(1));
    const auto fill = [&](const RectMm& at, const QColor& colour) {
        QRectF rect = onView(at.x, at.y, at.width, at.height);
        // The finest lines are to be seen on a screen, too.
        rect.setSize(rect.size().expandedTo({1, 1}));
        painter.fillRect(rect, colour);
    };
    painter.setPen(Qt::NoPen);
    for (const PointMm& corner : strip.corners) {
        const auto disc = [&](double r, const QColor& colour) {
            painter.setBrush(colour);
            painter.drawEllipse(onView(corner.x - r, corner.y - r, 2 * r, 2 * r));
        };
        disc(round_mark.ring_mm, black);
        disc(round_mark.hole_mm, ground);
        disc(round_mark.spot_mm, black);
    }
    const bool dark = ground.lightness() < 110;
    const QColor gone = dark ? QColor(255, 255, 255, 150) : QColor(60, 50, 40, 150);
    QPen lost(gone, 1, Qt::DashLine);
    const auto mark = [&](const QRectF& rect) {
        painter.setPen(lost);
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect.adjusted(0.5, 0.5, -0.5, -0.5));
        painter.drawLine(rect.bottomLeft(), rect.topRight());
    };
    for (int i = 0; i < shade_parts; ++i) {
        const StripShade& shade = strip.shades[static_cast<std::size_t>(i) + 1];
        if (there(i))
            fill(shade.at, inked(ground, k(shade.printed)));
        else
            mark(partRect(i));
    }
    const std::size_t widths = strip.lines.size() / 2;
    QFont small = figureFont(TextSize::small);
    painter.setFont(small);
    for (std::size_t i = 0; i < widths; ++i) {
        const int part = shade_parts + static_cast<int>(i);
        if (there(part))
            for (const StripLines* lines : {&strip.lines[i], &strip.lines[i + widths]})
                for (const RectMm& line : lines->lines) fill(line, black);
        else
            mark(partRect(part));
        // Between these there is no room for more.
        const double width = strip.lines[i].width_mm;
        if (std::abs(width * 10 - std::round(width * 10)) > 1e-6) continue;
        painter.setPen(dark ? Qt::white : QColor(40, 36, 30));
        const QRect at = partRect(part);
        painter.drawText(QRect(at.left(), at.bottom() + 1, at.width() + 12, 16), Qt::AlignLeft | Qt::AlignTop,
                         QLocale().toString(width));
    }
    for (std::size_t i = 0; i < strip.solids.size(); ++i) {
        const int part = shade_parts + static_cast<int>(widths + i);
        fill(strip.solids[i].at, inked(ground, k(strip.solids[i].printed)));
        if (there(part)) continue;
        const QRect at = partRect(part);
        painter.fillRect(at, QBrush(ground, Qt::Dense5Pattern));
        mark(at);
    }
    for (const StripSpot& spot : strip.spots)
        fill(spot.at, QColor(spot.colour.red, spot.colour.green, spot.colour.blue));
    if (hasFocus() && desk_.said()) {
        painter.setPen(QPen(theme().chosen, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(partRect(mark_)).adjusted(-2, -2, 2, 2));
    }
}

void StayedView::mouseReleaseEvent(QMouseEvent* event) {
    for (int part = 0; part < count(); ++part)
        if (partRect(part).adjusted(-1, -1, 1, 1).contains(event->pos())) return toggle(part);
}

void StayedView::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Right || event->key() == Qt::Key_Down ? 1
                     : event->key() == Qt::Key_Left || event->key() == Qt::Key_Up  ? -1
                                                                                   : 0;
    if (desk_.said() && step != 0) {
        mark_ = std::clamp(mark_ + step, 0, count() - 1);
        tell();
        return update();
    }
    if (desk_.said() && event->key() == Qt::Key_Space) return toggle(mark_);
    QWidget::keyPressEvent(event);
}

StripPage::StripPage(StripDesk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    const PageHead head = pageHead(*this, QStringLiteral("strip"), [this] { desk_.close(); });
    title_ = head.title;
    says_ = head.says;
    head.across->setSpacing(16);
    auto* left = column();
    view_about_ = quietLabel({});
    left->addWidget(view_about_);
    view_ = new StayedView(desk);
    left->addWidget(view_, 1);
    head.across->addLayout(left, 1);
    auto* right = column();
    photo_about_ = quietLabel({});
    right->addWidget(photo_about_);
    photo_ = new QLabel;
    photo_->setObjectName(QStringLiteral("strip-photo"));
    photo_->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    photo_->setWordWrap(true);
    photo_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Ignored);
    right->addWidget(photo_, 1);
    head.across->addLayout(right, 1);
    connect(&desk_, &StripDesk::changed, this, &StripPage::refresh);
    refresh();
}

void StripPage::refresh() {
    if (!desk_.isOpen()) return;
    const MeasuredTransfer* strip = desk_.shown();
    title_->setText(tr("What stays on %1").arg(materialText(desk_.of().material)));
    says_->setText(
        desk_.reading() ? tr("Reading the photograph…")
        : desk_.byHand()
            ? tr("Click what is not there on your strip, or walk with the arrow keys and press space.")
        : strip ? stripText(*strip, Unit::mm)
                : tr("No strip has been read for this yet, so what is shown of it is a guess. Print one, "
                     "transfer it, and read a photograph of it."));
    view_about_->setText(desk_.byHand() ? tr("What is there, by hand")
                         : strip        ? tr("What stayed")
                                        : tr("As it is printed"));
    const QImage picture = desk_.picture();
    photo_about_->setText(
        strip && !desk_.byHand()
            ? (picture.isNull() ? tr("Said by hand on %1") : tr("Photographed, squared; read on %1"))
                  .arg(QLocale(QLocale::English)
                           .toString(QDateTime::fromSecsSinceEpoch(strip->made),
                                     QStringLiteral("d MMMM yyyy")))
            : QString());
    if (picture.isNull()) {
        photo_->setText(strip || desk_.byHand() ? QString() : tr("Its photograph will lie here."));
    } else {
        const qreal ratio = devicePixelRatioF();
        QImage shown = picture.scaled(view_->size() * ratio, Qt::KeepAspectRatio, Qt::SmoothTransformation);
        shown.setDevicePixelRatio(ratio);
        photo_->setPixmap(QPixmap::fromImage(shown));
    }
    view_->update();
}

void StripPage::resizeEvent(QResizeEvent*) { refresh(); }

}  // namespace tympan::app
