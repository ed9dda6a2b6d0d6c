#pragma once
#include <QWidget>

class QLabel;
class QVBoxLayout;

namespace tympan::app {

class LogStore;

/// One piece of the logbook: what it looks like, what was done and how long it took; or two beside each other
/// with only what differs.
class PiecePage : public QWidget {
    Q_OBJECT
  public:
    explicit PiecePage(LogStore& store, QWidget* parent = nullptr);

  signals:
    void closed();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    void fill();
    void addTable(const QStringList& heads, const std::vector<QStringList>& rows);

    LogStore& store_;
    QLabel *title_, *about_, *picture_, *other_picture_;
    QWidget* facts_;
    QVBoxLayout* down_;
    std::string shown_;
};

}  // namespace tympan::app
