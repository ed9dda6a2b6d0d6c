#pragma once
#include <QWidget>

#include "core/time/free_hours.h"

namespace tympan::app {

/// A week as seven lines of a day each: brushing over a line gives time, brushing over given time takes it.
/// By keys: arrows move a mark, space gives or takes the half hour under it.
class WeekView : public QWidget {
    Q_OBJECT
  public:
    explicit WeekView(QWidget* parent = nullptr);

    void show(const std::array<FreeHours::Day, 7>& week);
    const std::array<FreeHours::Day, 7>& week() const { return week_; }

  signals:
    void changed();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

  private:
    QRectF line(int day) const;
    double across(int minute) const;
    int minuteAt(double x) const;
    int dayAt(double y) const;
    bool isFree(int day, int minute) const;
    void brush(int day, int from_min, int to_min, bool give);
    void say();

    std::array<FreeHours::Day, 7> week_{};
    int day_ = 0, minute_ = 18 * 60;  ///< where the mark of the keys stands
    struct Brush {
        int day = 0, from_min = 0;
        bool give = true;
        std::array<FreeHours::Day, 7> before;
    };
    std::optional<Brush> brush_;
};

}  // namespace tympan::app
