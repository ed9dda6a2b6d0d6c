#pragma once
#include <QPixmap>

namespace tympan::app {

/// One of the program's own line drawings (data/NAME.svg), in a colour, as large as it goes in a box of px.
/// Nothing where there is no such drawing.
QPixmap lineDrawing(const QString& name, const QColor& colour, const QSize& box, qreal ratio = 2);

/// The program's own line icons (data/icons/NAME.svg), drawn in a colour at a size in px.
QPixmap icon(const QString& name, const QColor& colour, int size, qreal ratio = 2);

}  // namespace tympan::app
