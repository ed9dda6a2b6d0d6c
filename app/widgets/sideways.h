#pragma once
#include <QScrollArea>

namespace tympan::app {

/// A narrow window shows a part of a tray at a time; the wheel moves along it.
class Sideways : public QScrollArea {
    Q_OBJECT
  public:
    explicit Sideways(QWidget* content);

  protected:
    void wheelEvent(QWheelEvent* event) override;
};

}  // namespace tympan::app
