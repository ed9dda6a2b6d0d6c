#pragma once
#include <QWidget>

namespace tympan::app {

/// The left edge of the window: the stations of the work, in its order, as marks on a maker's steel rule.
class StationRule : public QWidget {
    Q_OBJECT
  public:
    enum class State { nothing, fine, look };

    explicit StationRule(const QStringList& stations, QWidget* parent = nullptr);

    void choose(int station);
    int chosen() const { return chosen_; }
    void setState(int station, State state);

    QSize sizeHint() const override { return {108, 400}; }

  signals:
    void picked(int station);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    int pitch() const;
    QRect markRect(int station) const;
    int stationAt(const QPoint& at) const;
    void say();

    QStringList stations_;
    QList<State> states_;
    int chosen_ = 0, pointed_ = -1;
};

}  // namespace tympan::app
