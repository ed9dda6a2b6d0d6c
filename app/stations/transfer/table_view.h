#pragma once
#include <QElapsedTimer>
#include <QFont>
#include <QPixmap>
#include <QWidget>
#include <functional>

#include "app/model/run_book.h"
#include "core/run/now.h"

class QLabel;
class QPushButton;

namespace tympan::app {

class Ringing;
class WorkClock;

/// At the table: hands are wet. One step fills the window, with what good looks like, its timer and the
/// picture the right way round. Space, Enter or a click anywhere says that it is done.
class TableView : public QWidget {
    Q_OBJECT
  public:
    TableView(RunBook& book, Ringing& ringing, WorkClock& clock, QWidget* parent = nullptr);

    /// What is before one now, of whichever run.
    void enter();
    std::string task() const { return task_; }
    /// Names of products to choose from, by method and step: what stands on the shelf for it.
    void offerProducts(std::function<QStringList(const std::string&)> offer) { products_ = std::move(offer); }

  signals:
    void left();
    void said(const QString& sentence, bool well);
    /// Something was said of whether ink runs, or taken back.
    void swabbed(const std::string& run);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool focusNextPrevChild(bool next) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

  private:
    static constexpr int margin = 40, buttons_height = 76, coming_height = 44;
    static constexpr double words_share = 0.56;  ///< of the width; the rest is drawing and picture
    static QFont large(int px, bool strong = false);
    QPushButton* bigButton(const QString& name, const QString& text, bool main);
    void refresh();
    void show(const std::string& run, const Now& now);
    void tick();
    void done();
    void notYet();
    void wrong();
    void takeBack();
    void anotherRound(const std::string& why = {});
    void answer(const Event& event, bool swab);
    void turnPicture();
    void tell();
    QString toldText() const;
    void paintTimer(QPainter& painter, const QRectF& box) const;
    void paintReference(QPainter& painter, const QRectF& box) const;
    void paintComing(QPainter& painter, const QRectF& line) const;
    QString comingOf(const RunBook::Open& open) const;
    void paintDiagram(QPainter& painter, const QRectF& box, const Task& task) const;
    const Task* shown() const;
    QString beforeOne() const;

    RunBook& book_;
    WorkClock& clock_;
    std::string run_, task_;
    Now now_;
    QString alarm_, coming_;
    bool must_ = false, waits_ = false;
    struct Did {
        std::string run, task;
        bool swab = false;
    };
    std::vector<Did> did_;  ///< for taking back
    QPixmap reference_;
    mutable QPixmap diagram_;  ///< of sheets, as large as it was asked for last
    QElapsedTimer since_;      ///< this step is shown
    int turned_ = 0;
    QPushButton *done_, *not_yet_, *another_, *trace_, *wrong_, *back_, *leave_, *turn_, *tell_;
    std::function<QStringList(const std::string&)> products_;
};

}  // namespace tympan::app
