#pragma once
#include <QDialog>

class QScreen;
class QSlider;

namespace tympan::app {

/// Pixels of the screen (device independent) per millimetre: as checked with a card, else as the screen says.
double screenScale(const QScreen& screen);

/// Asks the maker to hold a bank card against a drawn one and to slide until they are as wide. Cards of
/// every bank are 85.60 x 53.98 mm (ISO/IEC 7810, ID-1). Accepted: the scale is kept.
class ScreenScale : public QDialog {
    Q_OBJECT
  public:
    explicit ScreenScale(QWidget* parent = nullptr);

  private:
    QSlider* slider_;
};

}  // namespace tympan::app
