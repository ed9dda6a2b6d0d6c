#include "app/look/icons.h"

#include <QFile>
#include <QPainter>
#include <QSvgRenderer>

#include "core/base/data_folder.h"

namespace tympan::app {

QPixmap lineDrawing(const QString& name, const QColor& colour, const QSize& box, qreal ratio) {
    QFile file(QString::fromStdString(dataFolder().string()) + QLatin1Char('/') + name +
               QStringLiteral(".svg"));
    if (!file.open(QIODevice::ReadOnly)) return {};
    QByteArray drawing = file.readAll();
    drawing.replace("currentColor", colour.name().toLatin1());
    QSvgRenderer renderer(drawing);
    QPixmap picture((QSizeF(box) * ratio).toSize());
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    const QSizeF size = QSizeF(renderer.defaultSize()).scaled(picture.size(), Qt::KeepAspectRatio);
    const QPointF middle(picture.width() / 2.0, picture.height() / 2.0);
    renderer.render(&painter, QRectF(middle - QPointF(size.width() / 2, size.height() / 2), size));
    painter.end();
    picture.setDevicePixelRatio(ratio);
    return picture;
}

QPixmap icon(const QString& name, const QColor& colour, int size, qreal ratio) {
    return lineDrawing(QStringLiteral("icons/") + name, colour, {size, size}, ratio);
}

}  // namespace tympan::app
