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
class ProofDesk;
class ProofPage;
class StripDesk;
class StripPage;
class WallView;

/// A line to ask in, the answer as a sentence, and the pieces under it; or one of them, opened.
class LogbookStage : public QWidget {
    Q_OBJECT
  public:
    LogbookStage(LogStore& store, StripDesk& strips, ProofDesk& proofs, QWidget* parent = nullptr);
    WallView& wall() { return *wall_; }
    PiecePage& piecePage() { return *page_; }
    StripPage& stripPage() { return *strip_page_; }

  private:
    void refresh();

    LogStore& store_;
    StripDesk& strips_;
    ProofDesk& proofs_;
    ProofPage* proof_page_;
    StripPage* strip_page_;
    QWidget* head_;
    QLineEdit* ask_;
    QLabel* answer_;
    WallView* wall_;
    PiecePage* page_;
    QScrollArea* area_;
    QStackedWidget* pages_;
    QTimer* typing_;
};

}  // namespace tympan::app
