#include "app/canvas/sheet_grid.h"

#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "app/look/icons.h"
#include "app/widgets/fitted_picture.h"
#include "app/widgets/tray_parts.h"

namespace tympan::app {

namespace {
constexpr int grid_gap_px = 24, row_gap_px = 20;
constexpr int few = 2, small_px = 200, large_px = 270;
}  // namespace

int sheetSide(int sheets) { return sheets <= few ? large_px : small_px; }

SheetCard sheetCard(const QString& prefix, int number, const QString& name, const SizeMm& paper,
                    int side_px) {
    auto* card = new QWidget;
    card->setObjectName(QStringLiteral("%1-sheet-%2").arg(prefix).arg(number));
    card->setFixedWidth(side_px);
    QVBoxLayout* down = column();
    card->setLayout(down);
    auto* picture = new FittedPicture(QStringLiteral("%1-picture-%2").arg(prefix).arg(number));
    const double scale = side_px / std::max(paper.width, paper.height);
    picture->setFixedSize(static_cast<int>(std::ceil(paper.width * scale)),
                          static_cast<int>(std::ceil(paper.height * scale)));
    down->addWidget(picture, 0, Qt::AlignLeft);
    QLabel* words = strongLabel(name);
    words->setWordWrap(true);
    down->addWidget(words);
    auto* lines = column();
    down->addLayout(lines);
    down->addStretch(1);
    return {card, picture, lines};
}

QWidget* markedLine(const QString& mark, const QColor& colour, const QString& sentence) {
    auto* row = new QWidget;
    auto* across = new QHBoxLayout(row);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(6);
    auto* sign = new QLabel;
    sign->setPixmap(icon(mark, colour, 16));
    across->addWidget(sign, 0, Qt::AlignTop);
    auto* words = new QLabel(sentence);
    words->setWordWrap(true);
    across->addWidget(words, 1);
    return row;
}

SheetGrid::SheetGrid(const std::vector<QWidget*>& cards, int card_px)
    : cards_(cards), card_px_(card_px), grid_(new QGridLayout(this)) {
    grid_->setContentsMargins(0, 0, 0, 0);
    grid_->setSizeConstraint(QLayout::SetNoConstraint);
    grid_->setHorizontalSpacing(grid_gap_px);
    grid_->setVerticalSpacing(row_gap_px);
    lay();
}

QSize SheetGrid::minimumSizeHint() const { return {card_px_, QWidget::minimumSizeHint().height()}; }

void SheetGrid::resizeEvent(QResizeEvent*) { lay(); }

void SheetGrid::lay() {
    const int columns = std::max(1, (width() + grid_gap_px) / (card_px_ + grid_gap_px));
    if (columns == columns_) return;
    grid_->setColumnStretch(columns_, 0);
    columns_ = columns;
    int at = 0;
    for (QWidget* card : cards_) {
        grid_->addWidget(card, at / columns, at % columns, Qt::AlignTop);
        ++at;
    }
    grid_->setColumnStretch(columns, 1);
    grid_->setRowStretch(static_cast<int>(cards_.size()), 1);
}

}  // namespace tympan::app
