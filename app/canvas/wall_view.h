#pragma once
#include <QWidget>

namespace tympan::app {

class LogStore;

/// The pieces that answer a question, pegged to a wall as prints, by the month in which they were made, each
/// with how it went. One is opened by a click or the return key.
class WallView : public QWidget {
    Q_OBJECT
  public:
    explicit WallView(LogStore& store, QWidget* parent = nullptr);

    QSize sizeHint() const override;
    /// Where the print of an entry hangs; for tests.
    QRect printRect(std::size_t line) const;

  signals:
    void opened(const QString& id);
    /// The mark of the keys has gone there.
    void wantSeen(const QRect& rect);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    void lay();
    void say();

    LogStore& store_;
    struct Month {
        QString name;
        int y = 0;
    };
    std::vector<Month> months_;
    std::vector<QRect> prints_;
    int height_ = 0, mark_ = 0;
};

}  // namespace tympan::app
