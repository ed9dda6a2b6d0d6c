#pragma once
#include <QWidget>

class QLabel;

namespace tympan::app {

class StripDesk;

/// The strip drawn as what stayed of it, on the colour of the material; by hand each part is there or not, by
/// a click or the keys.
class StayedView : public QWidget {
    Q_OBJECT
  public:
    explicit StayedView(StripDesk& desk, QWidget* parent = nullptr);

    /// The parts that may be there or not: shades from the palest, lines from the finest, dark areas.
    int count() const;
    QRect partRect(int part) const;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    double scale() const;
    QRectF onView(double x, double y, double width, double height) const;
    bool there(int part) const;
    void toggle(int part);
    void tell();

    StripDesk& desk_;
    int mark_ = 0;
};

/// The stage of the test strips: what stayed beside what was photographed, and what it says.
class StripPage : public QWidget {
    Q_OBJECT
  public:
    explicit StripPage(StripDesk& desk, QWidget* parent = nullptr);
    StayedView& view() { return *view_; }
    void refresh();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    StripDesk& desk_;
    QLabel *title_, *says_, *photo_, *photo_about_, *view_about_;
    StayedView* view_;
};

}  // namespace tympan::app
