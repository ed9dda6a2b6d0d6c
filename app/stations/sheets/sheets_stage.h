#pragma once
#include <QImage>
#include <QMap>
#include <QWidget>

class QPushButton;

namespace tympan::app {

class JobStore;
class LaidView;
class RenderService;

/// The sheets of the job: all of them small at the left, and the chosen one large, as it leaves the printer.
/// Where it joins others, the whole as it will be laid stands before it.
class SheetsStage : public QWidget {
    Q_OBJECT
  public:
    SheetsStage(JobStore& store, RenderService& service, QWidget* parent = nullptr);

    int chosen() const { return chosen_; }

  signals:
    /// The chosen sheet is wanted again, by itself.
    void wanted(int sheet);

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
    void layOut();
    QRect laidRect() const;
    QRectF largeRect() const;
    bool joined() const;

    JobStore& store_;
    RenderService& service_;
    LaidView* laid_;
    QPushButton* again_;
    int chosen_ = 0, scroll_ = 0;
    QMap<int, QImage> small_;
    QImage large_;
    int large_of_ = -1;
};

}  // namespace tympan::app
