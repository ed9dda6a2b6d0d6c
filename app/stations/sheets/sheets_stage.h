#pragma once
#include <QImage>
#include <QMap>
#include <QWidget>

namespace tympan::app {

class JobStore;
class JoinPanel;
class RenderService;

/// The sheets as they leave the printer: all of them small at the left, the chosen one large, and beside it
/// how the sheets of its piece will join.
class SheetsStage : public QWidget {
    Q_OBJECT
  public:
    SheetsStage(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    int chosen() const { return chosen_; }

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void request();
    void choose(int sheet);
    void scrollToChosen();
    int mostScroll() const;
    int count() const;
    QRect thumbRect(int sheet) const;
    QRectF largeRect() const;

    JobStore& store_;
    RenderService& service_;
    JoinPanel* join_;
    int chosen_ = 0, scroll_ = 0;
    QMap<int, QImage> small_;
    QImage large_;
    int large_of_ = -1;
};

}  // namespace tympan::app
