#pragma once
#include <QWidget>
#include <vector>

#include "core/measure/geometry.h"

class QGridLayout;
class QImage;
class QVBoxLayout;

namespace tympan::app {

class FittedPicture;

/// A sheet to look at: its picture, its name, and room for what is said of it.
struct SheetCard {
    QWidget* card;
    FittedPicture* picture;
    QVBoxLayout* lines;
};
/// How long a sheet's longer side is drawn where so many are shown.
int sheetSide(int sheets);
/// "tray-sheet-3" and "tray-picture-3" for the prefix "tray"; the paper's longer side is `side_px` long.
SheetCard sheetCard(const QString& prefix, int number, const QString& name, const SizeMm& paper, int side_px);

/// A mark and a sentence beside it.
QWidget* markedLine(const QString& mark, const QColor& colour, const QString& sentence);

/// Cards beside each other, as many to a row as there is room for.
class SheetGrid : public QWidget {
  public:
    SheetGrid(const std::vector<QWidget*>& cards, int card_px);
    /// One beside none: it gives way, and lays them anew.
    QSize minimumSizeHint() const override;

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void lay();

    std::vector<QWidget*> cards_;
    int card_px_, columns_ = 0;
    QGridLayout* grid_;
};

}  // namespace tympan::app
