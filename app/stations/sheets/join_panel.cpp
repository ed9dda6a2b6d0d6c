#include "app/stations/sheets/join_panel.h"

#include <QMap>
#include <QPainter>

#include "app/shell/job_store.h"
#include "app/shell/render_service.h"
#include "app/shell/theme.h"
#include "app/widgets/to_image.h"
#include "core/render/render_region.h"

namespace tympan::app {

namespace {

constexpr double gap = 12, most_of_height = 0.6;

QRectF within(const QRectF& map, const PlacedRegion& part, const SizePx& whole) {
    const double scale = map.width() / whole.width;
    return {map.x() + part.region.x * scale, map.y() + part.region.y * scale, part.region.width * scale,
            part.region.height * scale};
}

}  // namespace

JoinPanel::JoinPanel(JobStore& store, RenderService& service, QWidget* parent)
    : QWidget(parent), store_(store), service_(service) {
    setObjectName(QStringLiteral("join"));
    setAttribute(Qt::WA_TransparentForMouseEvents);
}

const Sheet* JoinPanel::sheet() const {
    const Imposition* imposition = store_.imposition();
    if (!imposition || number_ < 0 || number_ >= static_cast<int>(imposition->sheets.size())) return nullptr;
    return &imposition->sheets[static_cast<std::size_t>(number_)];
}

void JoinPanel::showSheet(int number) {
    number_ = number;
    print_ = {};
    if (const Sheet* shown = sheet()) {
        setAccessibleName(contents(*shown));
        if (shown->regions.front().seams.any()) request(shown->regions.front());
    }
    update();
}

void JoinPanel::request(const PlacedRegion& part) {
    const Piece* piece = findPiece(store_.job(), part.piece);
    if (!piece) return;
    const double ppi = width() * devicePixelRatioF() * mm_per_inch / printSizeOf(store_.job(), *piece).width;
    service_.request(
        QStringLiteral("join"),
        [this, job = store_.job(), id = piece->id,
         ppi](const std::stop_token& stop) -> RenderService::Finish {
            const QImage picture = toImage(renderWhole(printOf(job, *findPiece(job, id), ppi), {stop, {}}));
            return [this, picture] {
                print_ = picture;
                update();
            };
        });
}

QString JoinPanel::contents(const Sheet& sheet) const {
    QMap<int, int> copies;
    for (const PlacedRegion& part : sheet.regions) ++copies[part.piece];
    QStringList lines;
    for (auto it = copies.begin(); it != copies.end(); ++it)
        if (const Piece* piece = findPiece(store_.job(), it.key()))
            lines << QStringLiteral("%1 × %2").arg(it.value()).arg(QString::fromStdString(piece->name));
    return lines.join(QLatin1Char('\n'));
}

QString JoinPanel::whatToWrite(const Sheet& sheet) const {
    const QString label = QString::fromStdString(sheet.label);
    if (sheet.laid_whole)
        return tr("This sheet is laid whole, so nothing but the picture is inked. Marks are on the test "
                  "sheet for "
                  "plain paper. Write %1 and an arrow up on the back.")
            .arg(label);
    return tr("Before you trim: write %1 and an arrow up on the back of this sheet. The words at the edge "
              "are cut off.")
        .arg(label);
}

/// Returns where the map ends.
double JoinPanel::paintMap(QPainter& painter, const Sheet& sheet, double top) const {
    const Theme& t = theme();
    const PlacedRegion& here = sheet.regions.front();
    const SizePx whole = store_.imposition()->prints[here.print].size;
    const QSizeF room(width() - 1, most_of_height * height());
    const QRectF map(QPointF(0, top), QSizeF(whole.width, whole.height).scaled(room, Qt::KeepAspectRatio));
    painter.fillRect(map, Qt::white);
    if (!print_.isNull()) painter.drawImage(map, print_);
    painter.fillRect(map, QColor(255, 255, 255, 150));  // so that labels are read over the picture
    for (const Sheet& other : store_.imposition()->sheets)
        for (const PlacedRegion& part : other.regions) {
            if (part.piece != here.piece || part.copy != here.copy) continue;
            const QRectF r = within(map, part, whole);
            const bool on = part.region == here.region;
            QColor chosen = t.chosen;
            chosen.setAlpha(205);
            if (on) painter.fillRect(r, chosen);
            painter.setPen(QPen(QColor("#232526"), 1));
            painter.drawRect(r);
            painter.setPen(on ? t.on_chosen : QColor("#232526"));
            painter.drawText(r, Qt::AlignCenter, QString::fromStdString(part.label));
        }
    return map.bottom();
}

void JoinPanel::paintEvent(QPaintEvent*) {
    const Sheet* shown = sheet();
    if (!shown) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const bool joined = shown->regions.front().seams.any();
    double y = 0;
    const auto write = [&](const QString& text, const QColor& colour, const QFont& font) {
        painter.setFont(font);
        painter.setPen(colour);
        QRectF used;
        painter.drawText(QRectF(0, y, width(), height() - y), Qt::AlignTop | Qt::TextWordWrap, text, &used);
        y = used.bottom() + gap;
    };
    write(joined ? tr("How it will join, seen from the ink side") : tr("On this sheet"), theme().text,
          textFont(TextSize::normal, true));
    painter.setFont(textFont(TextSize::small));
    if (joined)
        y = paintMap(painter, *shown, y) + gap;
    else
        write(contents(*shown), theme().text, textFont(TextSize::normal));
    write(whatToWrite(*shown), theme().quiet, textFont(TextSize::small));
}

}  // namespace tympan::app
