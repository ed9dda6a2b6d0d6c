#include "app/stations/object/corner_table.h"

#include <QHeaderView>
#include <QPainter>
#include <QTableWidget>

#include "app/look/theme.h"
#include "app/widgets/tray_parts.h"
#include "app/words/words.h"
#include "core/measure/corners.h"

namespace tympan::app {

namespace {

enum Column { from_left, from_top, to_next, angle, columns };

/// Makers go round either way.
Ring clockwise(Ring ring) {
    if (area(ring) < 0) std::reverse(ring.begin(), ring.end());
    return ring;
}

/// The first is the one nearest to the upper left, where one begins to measure.
Ring fromUpperLeft(Ring ring) {
    std::rotate(ring.begin(),
                std::min_element(ring.begin(), ring.end(),
                                 [](const PointMm& a, const PointMm& b) { return a.x + a.y < b.x + b.y; }),
                ring.end());
    return ring;
}

/// The outline with its corners numbered; the chosen one is filled.
class Drawing : public QWidget {
  public:
    Drawing(const Ring& ring, bool closed, const QTableWidget* table)
        : ring_(ring), closed_(closed), table_(table) {
        setMinimumSize(280, 280);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.fillRect(rect(), theme().stage);
        const RectMm box = bounds(Outline{{ring_}});
        constexpr double air = 26;
        const double scale = std::min((width() - 2 * air) / std::max(box.width, 1.0),
                                      (height() - 2 * air) / std::max(box.height, 1.0));
        const QPointF middle_px = QRectF(rect()).center();
        QPolygonF line;
        for (const PointMm& p : ring_)
            line << middle_px + QPointF(p.x - box.x - box.width / 2, p.y - box.y - box.height / 2) * scale;
        painter.setPen(QPen(theme().text, 1.5));
        painter.setBrush(closed_ ? QBrush(theme().card) : QBrush(Qt::NoBrush));
        closed_ ? painter.drawPolygon(line, Qt::WindingFill) : painter.drawPolyline(line);
        painter.setFont(figureFont(TextSize::small));
        for (int i = 0; i < line.size(); ++i) {
            const bool chosen = i == table_->currentRow();
            painter.setPen(QPen(theme().chosen, 2));
            painter.setBrush(chosen ? theme().chosen : theme().card);
            painter.drawEllipse(line[i], chosen ? 5.5 : 4, chosen ? 5.5 : 4);
            // The number stands outside, away from the middle.
            QPointF out = line[i] - middle_px;
            out /= std::max(1.0, std::hypot(out.x(), out.y()));
            painter.setPen(theme().text);
            painter.drawText(QRectF(line[i] + out * 14 - QPointF(14, 8), QSizeF(28, 16)), Qt::AlignCenter,
                             QString::number(i + 1));
        }
    }

  private:
    const Ring& ring_;
    bool closed_;
    const QTableWidget* table_;
};

}  // namespace

CornerTable::CornerTable(QWidget* parent, const Ring& ring, const PointMm& origin, bool closed, Unit unit)
    : QDialog(parent),
      ring_(closed ? fromUpperLeft(clockwise(ring)) : ring),
      origin_(origin),
      closed_(closed),
      unit_(unit) {
    QVBoxLayout* outer = askingDialog(*this, QStringLiteral("corners"), tr("Corners by measure"));
    outer->addWidget(
        quietLabel(tr("Measured from the left and from the upper edge, one corner after the "
                      "other round the shape. Any unit can be typed.")));
    auto* across = new QHBoxLayout;
    across->setSpacing(16);
    auto* typing = column();
    table_ = new QTableWidget(0, columns);
    table_->setObjectName(QStringLiteral("corner-table"));
    table_->setAccessibleName(tr("Corners"));
    table_->setHorizontalHeaderLabels(
        {tr("from the left"), tr("from the top"), tr("to the next"), tr("angle")});
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setSelectionBehavior(QAbstractItemView::SelectItems);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    for (int i = 0; i < columns; ++i) table_->setColumnWidth(i, i == angle ? 70 : 98);
    keepWide(table_, 3 * 98 + 70 + 52);
    table_->setMinimumHeight(280);
    typing->addWidget(table_, 1);
    auto* buttons_of_rows = new QHBoxLayout;
    QPushButton* more = linkButton(QStringLiteral("corner-more"), tr("one more after this"));
    fewer_ = linkButton(QStringLiteral("corner-fewer"), tr("take this one off"));
    buttons_of_rows->addWidget(more);
    buttons_of_rows->addWidget(fewer_);
    buttons_of_rows->addStretch(1);
    typing->addLayout(buttons_of_rows);
    across->addLayout(typing);
    drawing_ = new Drawing(ring_, closed_, table_);
    drawing_->setObjectName(QStringLiteral("corner-drawing"));
    across->addWidget(drawing_, 1);
    outer->addLayout(across, 1);
    said_ = quietLabel({});
    said_->setObjectName(QStringLiteral("corner-said"));
    outer->addWidget(said_);
    take_ = takeOrLeave(*this, QStringLiteral("corner-take"), tr("Take this outline"));
    connect(more, &QPushButton::clicked, this, &CornerTable::more);
    connect(fewer_, &QPushButton::clicked, this, &CornerTable::fewer);
    connect(table_, &QTableWidget::cellChanged, this, &CornerTable::typed);
    connect(table_, &QTableWidget::currentCellChanged, drawing_, qOverload<>(&QWidget::update));
    fill();
    table_->setCurrentCell(0, 0);
}

Ring CornerTable::ring() const { return closed_ ? clockwise(ring_) : ring_; }

void CornerTable::fill() {
    filling_ = true;
    const std::vector<Corner> corners = cornersOf(ring_);
    table_->setRowCount(static_cast<int>(ring_.size()));
    const auto put = [&](int row, int column, const QString& words, bool typed) {
        auto* item = new QTableWidgetItem(words);
        item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        if (!typed) {
            item->setFlags(Qt::ItemIsEnabled);
            item->setForeground(theme().quiet);
        }
        table_->setItem(row, column, item);
    };
    for (int i = 0; i < table_->rowCount(); ++i) {
        const auto at = static_cast<std::size_t>(i);
        put(i, from_left, lengthText(ring_[at].x - origin_.x, unit_), true);
        put(i, from_top, lengthText(ring_[at].y - origin_.y, unit_), true);
        // An open edge has no angle at its ends, and nothing after its last point.
        const bool last = !closed_ && at + 1 == ring_.size(), end = last || (!closed_ && at == 0);
        if (at >= corners.size()) continue;
        put(i, to_next, last ? QString() : lengthText(corners[at].to_next_mm, unit_), false);
        put(i, angle, end ? QString() : QStringLiteral("%1°").arg(corners[at].inside_deg, 0, 'f', 1), false);
    }
    filling_ = false;
    say();
    drawing_->update();
}

void CornerTable::typed(int row, int column) {
    if (filling_ || column > from_top) return;
    QTableWidgetItem* item = table_->item(row, column);
    // A corner may lie beyond the edge that it is measured from.
    QString words = item->text().trimmed();
    const bool before = words.startsWith(QLatin1Char('-')) || words.startsWith(QChar(0x2212));
    if (before) words.remove(0, 1);
    const std::optional<double> mm = parseLength(words.toStdString(), unit_);
    if (!mm) {
        const QString wrong = item->text();
        fill();
        said_->setText(tr("\u201c%1\u201d is no length: 120, 12 cm or 4 3/4 in are.").arg(wrong));
        return;
    }
    PointMm& corner = ring_[static_cast<std::size_t>(row)];
    (column == from_left ? corner.x : corner.y) =
        (column == from_left ? origin_.x : origin_.y) + (before ? -*mm : *mm);
    fill();
}

void CornerTable::more() {
    const int row = std::max(0, table_->currentRow());
    const auto at = static_cast<std::size_t>(row);
    const PointMm &a = ring_[at], &b = ring_[(at + 1) % ring_.size()];
    ring_.insert(ring_.begin() + row + 1, PointMm{(a.x + b.x) / 2, (a.y + b.y) / 2});
    fill();
    table_->setCurrentCell(row + 1, 0);
}

void CornerTable::fewer() {
    const int row = table_->currentRow();
    if (row < 0 || ring_.size() <= 3) return;
    ring_.erase(ring_.begin() + row);
    fill();
    table_->setCurrentCell(std::min(row, table_->rowCount() - 1), 0);
}

void CornerTable::say() {
    const bool good = !closed_ || isTidy({{clockwise(ring_)}});
    take_->setEnabled(good);
    fewer_->setEnabled(ring_.size() > 3);
    said_->setText(good ? QString()
                        : tr("Two edges cross: this is no outline that could be cut out. Look at the "
                             "drawing for the corner that lies wrong."));
}

}  // namespace tympan::app
