#pragma once
#include <QImage>
#include <QMap>
#include <QWidget>
#include <memory>

class QPushButton;

namespace tympan {
struct Imposition;
struct Sheet;
}  // namespace tympan

namespace tympan::app {

class JobStore;
class LaidView;
class NestPanel;
class PiecesView;
class RenderService;

/// The sheets of the job: all of them small at the left, and the chosen one large, as it leaves the printer.
/// Where it joins others, the whole as it will be laid stands before it. Small pieces can be moved on theirs,
/// and laid closer; while they are, the best way so far is shown.
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
    void showFound(std::shared_ptr<const Imposition> found);
    void request();
    void choose(int sheet);
    void scrollToChosen();
    int mostScroll() const;
    int count() const;
    QRect thumbRect(int sheet) const;
    void layOut();
    void paintPlaces(QPainter& painter, const Sheet& sheet, const QRect& page) const;
    QRect laidRect() const;
    QRectF largeRect() const;
    bool joined() const;

    JobStore& store_;
    RenderService& service_;
    const Imposition* shownImposition() const;
    bool small() const;

    LaidView* laid_;
    PiecesView* pieces_;
    NestPanel* nest_;
    std::shared_ptr<const Imposition> found_;  ///< of a search that is on
    QPushButton* again_;
    int chosen_ = 0, scroll_ = 0;
    QMap<int, QImage> small_;
    QImage large_;
    int large_of_ = -1;
};

}  // namespace tympan::app
