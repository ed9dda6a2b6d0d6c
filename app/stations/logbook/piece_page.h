#pragma once
#include <QWidget>

class QLabel;
class QVBoxLayout;

namespace tympan::app {

class ChoiceRow;
class FaceView;
class LogStore;

/// One piece of the logbook: what it looks like, what was done and how long it took; or two beside each other
/// with only what differs.
class PiecePage : public QWidget {
    Q_OBJECT
  public:
    explicit PiecePage(LogStore& store, QWidget* parent = nullptr);

  signals:
    void closed();
    void pageWanted();
    void cardWanted();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    /// The photograph or likeness that is chosen to be seen.
    void showPicture();
    void fill();
    void addTable(const QStringList& heads, const std::vector<QStringList>& rows);

    LogStore& store_;
    QLabel *title_, *about_;
    FaceView *picture_, *other_picture_;
    ChoiceRow* shows_;
    std::string pictured_;         ///< the entry whose picture is shown
    std::size_t photographs_ = 0;  ///< that it had then
    QWidget* facts_;
    QVBoxLayout* down_;
    std::string shown_;
};

}  // namespace tympan::app
