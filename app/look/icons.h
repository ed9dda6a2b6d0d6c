#pragma once
#include <QPixmap>

namespace tympan::app {

/// The program's own line icons (data/icons/NAME.svg), drawn in a colour at a size in px.
QPixmap icon(const QString& name, const QColor& colour, int size, qreal ratio = 2);

}  // namespace tympan::app
