#include "app/look/icons.h"

#include <QFile>
#include <QPainter>
#include <QSvgRenderer>

#include "core/base/data_folder.h"

namespace tympan::app {

QPixmap icon(const QString& name, const QColor& colour, int size, qreal ratio) {
    QFile file(QString::fromStdString((dataFolder() / "icons").string()) + QLatin1Char('/') + name +
               QStringLiteral(".svg"));
    QByteArray drawing = file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    drawing.replace("currentColor", colour.name().toLatin1());
    QPixmap picture(QSize(size, size) * ratio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    QSvgRenderer(drawing).render(&painter);
    painter.end();
    picture.setDevicePixelRatio(ratio);
    return picture;
}

}  // namespace tympan::app
