#pragma once
#include <QWidget>

class QLabel;
class QLineEdit;
class QScrollArea;
class QStackedWidget;
class QTimer;

namespace tympan::app {

class LogStore;
class PiecePage;
class WallView;

/// A line to ask in, the answer as a sentence, and the pieces under it; or one of them, opened.
class LogbookStage : public QWidget {
    Q_OBJECT
  public:
    explicit LogbookStage(LogStore& store, QWidget* parent = nullptr);
    WallView& wall() { return *wall_; }

  private:
    void refresh();

    LogStore& store_;
    QLineEdit* ask_;
    QLabel* answer_;
    WallView* wall_;
    PiecePage* page_;
    QScrollArea* area_;
    QStackedWidget* pages_;
    QTimer* typing_;
};

}  // namespace tympan::app
