#pragma once
#include <QImage>
#include <QPainter>
#include <QWidget>

namespace tympan::app {

/// A picture as large as its room allows, at its upper left corner.
class FittedPicture : public QWidget {
  public:
    explicit FittedPicture(const QString& name, QWidget* parent = nullptr) : QWidget(parent) {
        setObjectName(name);
    }
    void show(const QImage& picture) {
        picture_ = picture;
        setVisible(!picture.isNull());
        update();
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        if (picture_.isNull()) return;
        QPainter painter(this);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        const qreal ratio = devicePixelRatioF();
        QImage fitted = picture_.scaled(size() * ratio, Qt::KeepAspectRatio, Qt::SmoothTransformation);
        fitted.setDevicePixelRatio(ratio);
        painter.drawImage(0, 0, fitted);
    }

  private:
    QImage picture_;
};

}  // namespace tympan::app
