#pragma once
#include <QToolButton>

#include "core/artwork/colour.h"

namespace tympan::app {

/// The object's colour: a swatch that offers common grounds by name, and any other colour.
class ColourButton : public QToolButton {
    Q_OBJECT
  public:
    ColourButton(const QString& name, const QString& accessible, QWidget* parent = nullptr);

    void show(const Rgb8& colour);
    Rgb8 colour() const { return colour_; }

  signals:
    void picked(const tympan::Rgb8& colour);

  private:
    void pick(const Rgb8& colour);
    Rgb8 colour_;
};

QColor toQColor(const Rgb8& colour);

}  // namespace tympan::app
