#include "app/canvas/sheet_diagram.h"

#include <QCoreApplication>
#include <QPainter>
#include <cmath>

#include "app/look/theme.h"

namespace tympan::app {

namespace {

constexpr std::size_t most_sheets = 12;
constexpr double gap = 14, label_height = 22;

std::vector<const OrderedSheet*> sheetsOf(const Task& task, const WorkOrder& order) {
    std::vector<const OrderedSheet*> sheets;
    for (const OrderedSheet& sheet : order.sheets)
        if (sheet.page.width > 0 &&
            std::find(task.sheets.begin(), task.sheets.end(), sheet.label) != task.sheets.end())
            sheets.push_back(&sheet);
    return sheets;
}

/// The parted piece that a task puts together, or lays a sheet of; nullptr where it is none.
const OrderedPiece* partedOf(const Task& task, const WorkOrder& order) {
    if (task.of_sheet || task.units.empty()) return nullptr;
    const WorkUnit& unit = task.units.front();
    const OrderedPiece* piece = findPiece(order, unit.piece);
    const bool by_sheets = task.work == Work::join || (unit.parts > 1 && !unit.patch);
    return piece && piece->parts.size() > 1 && by_sheets ? piece : nullptr;
}

QRectF inside(const QRectF& room, double width, double height) {
    const double scale = std::min(room.width() / width, room.height() / height);
    const QSizeF size(width * scale, height * scale);
    return {room.center().x() - size.width() / 2, room.top(), size.width(), size.height()};
}

/// The picture as the printer lays it.
QImage asPrinted(const OrderedPiece& piece, const std::function<QImage(int)>& picture) {
    const QImage seen = picture(piece.id);
    return piece.mirrored && !seen.isNull() ? seen.mirrored(true, false) : seen;
}

void paintSheet(QPainter& painter, const QRectF& page, const OrderedSheet& sheet, const WorkOrder& order,
                const std::map<int, QImage>& pictures) {
    const Theme& t = theme();
    painter.fillRect(page, Qt::white);
    const double scale = page.width() / sheet.page.width;
    painter.save();
    painter.setClipRect(page);
    for (const OrderedSheet::Part& part : sheet.parts) {
        const OrderedPiece& piece = *findPiece(order, part.piece);
        const QSizeF size(piece.size.width * part.shows.width * scale,
                          piece.size.height * part.shows.height * scale);
        painter.save();
        painter.translate(page.left() + (part.at.x + part.at.width / 2) * scale,
                          page.top() + (part.at.y + part.at.height / 2) * scale);
        painter.rotate(part.turned_deg);
        const QRectF at(-size.width() / 2, -size.height() / 2, size.width(), size.height());
        if (const QImage& picture = pictures.at(part.piece); !picture.isNull())
            painter.drawImage(
                at, picture,
                QRectF(part.shows.x * picture.width(), part.shows.y * picture.height(),
                       part.shows.width * picture.width(), part.shows.height * picture.height()));
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(at);
        painter.restore();
    }
    painter.restore();
    painter.setPen(QPen(t.quiet, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(page);
}

void paintWhole(QPainter& painter, const QRectF& room, const std::vector<const OrderedSheet*>& sheets,
                const WorkOrder& order, const std::function<QImage(int)>& picture) {
    const Theme& t = theme();
    const std::size_t shown = std::min(most_sheets, sheets.size());
    std::map<int, QImage> pictures;
    for (std::size_t i = 0; i < shown; ++i)
        for (const OrderedSheet::Part& part : sheets[i]->parts)
            if (!pictures.contains(part.piece))
                pictures[part.piece] = asPrinted(*findPiece(order, part.piece), picture);
    // As many beside each other as make them largest.
    double best = 0;
    int columns = 1;
    for (int each = 1; each <= static_cast<int>(shown); ++each) {
        const double rows = std::ceil(static_cast<double>(shown) / each);
        const double scale = std::min(
            (room.width() - gap * (each - 1)) / each / sheets.front()->page.width,
            ((room.height() - gap * (rows - 1)) / rows - label_height) / sheets.front()->page.height);
        if (scale > best) best = scale, columns = each;
    }
    const double rows = std::ceil(static_cast<double>(shown) / columns);
    const QSizeF cell((room.width() - gap * (columns - 1)) / columns,
                      (room.height() - gap * (rows - 1)) / rows);
    for (std::size_t i = 0; i < shown; ++i) {
        const QRectF at(
            QPointF(room.left() +
                        static_cast<double>(i % static_cast<std::size_t>(columns)) * (cell.width() + gap),
                    room.top() + std::floor(static_cast<double>(i) / columns) * (cell.height() + gap)),
            cell);
        const QRectF page =
            inside(at.adjusted(0, 0, 0, -label_height), sheets[i]->page.width, sheets[i]->page.height);
        paintSheet(painter, page, *sheets[i], order, pictures);
        QString label = QString::fromStdString(sheets[i]->label);
        if (i + 1 == shown && sheets.size() > shown)
            label = QCoreApplication::translate("SheetDiagram", "and %1 more").arg(sheets.size() - shown + 1);
        painter.setPen(t.text);
        painter.setFont(textFont(TextSize::normal, true));
        painter.drawText(
            QRectF(at.left(), page.bottom(), at.width(), label_height), Qt::AlignCenter,
            painter.fontMetrics().elidedText(label, Qt::ElideRight, static_cast<int>(at.width())));
    }
}

/// A print with its sheets at their places: on the table as it is printed, on the object as it is seen.
void paintParts(QPainter& painter, const QRectF& room, const OrderedPiece& piece, const Task& task,
                const WorkOrder& order, const std::function<QImage(int)>& picture) {
    const Theme& t = theme();
    const bool printed = task.work == Work::join;
    const QRectF all = inside(room, piece.size.width, piece.size.height);
    if (const QImage shown = printed ? asPrinted(piece, picture) : picture(piece.id); !shown.isNull())
        painter.drawImage(all, shown);
    const int copy = task.units.front().copy;
    painter.setFont(textFont(TextSize::title, true));
    const auto mark = [&](bool meant) {
        for (const OrderedSheet& sheet : order.sheets)
            for (const OrderedSheet::Part& part : sheet.parts) {
                if (part.piece != piece.id || part.copy != copy) continue;
                const std::string& label = piece.parts[static_cast<std::size_t>(part.part) - 1];
                const bool is_meant =
                    !printed && std::find(task.sheets.begin(), task.sheets.end(), label) != task.sheets.end();
                if (is_meant != meant) continue;
                const bool flip = piece.mirrored && !printed;
                const double left = flip ? 1 - part.shows.x - part.shows.width : part.shows.x;
                const QRectF at(all.left() + left * all.width(), all.top() + part.shows.y * all.height(),
                                part.shows.width * all.width(), part.shows.height * all.height());
                painter.setBrush(Qt::NoBrush);
                painter.setPen(QPen(meant ? t.chosen : t.look, meant ? 4 : 1.5));
                painter.drawRect(at);
                const QString words = QString::fromStdString(label);
                const QRect tight = painter.fontMetrics().boundingRect(words);
                const QRectF under(at.center().x() - tight.width() / 2.0 - 6, at.center().y() - 14,
                                   tight.width() + 12, 28);
                painter.fillRect(under, meant ? t.chosen : t.card);
                painter.setPen(meant ? t.on_chosen : t.text);
                painter.drawText(under, Qt::AlignCenter, words);
            }
    };
    mark(false);
    mark(true);
}

}  // namespace

bool hasSheetDiagram(const Task& task, const WorkOrder& order) {
    return partedOf(task, order) != nullptr || (task.of_sheet && !sheetsOf(task, order).empty());
}

void paintSheetDiagram(QPainter& painter, const QRectF& room, const Task& task, const WorkOrder& order,
                       const std::function<QImage(int)>& picture) {
    if (const OrderedPiece* piece = partedOf(task, order))
        paintParts(painter, room, *piece, task, order, picture);
    else if (const auto sheets = sheetsOf(task, order); !sheets.empty())
        paintWhole(painter, room, sheets, order, picture);
}

}  // namespace tympan::app
