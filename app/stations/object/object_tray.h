#pragma once
#include <QWidget>

class QStackedWidget;

namespace tympan::app {

class ChoiceRow;
class MethodPanel;
class HandPlacement;
class JobStore;
class ObjectPanel;
class RenderService;

/// Object: what the picture goes on and what is on it, where it lies, its edge, and how it gets there. One of
/// these at a time; the hand on the finished leaf moves what the open one is about.
class ObjectTray : public QWidget {
    Q_OBJECT
  public:
    ObjectTray(JobStore& store, RenderService& service, HandPlacement& hand, QWidget* parent = nullptr);

    /// "what", "zones", "place", "edge", "fill" or "method".
    void open(const QString& panel);
    /// The chosen piece's way is to be one of the maker's own.
    void makeOwnWay();
    /// The station is entered or left.
    void work(bool here);

  signals:
    void said(const QString& sentence, bool well);
    void anotherWanted();

  private:
    void refresh();
    void guideHand();

    JobStore& store_;
    HandPlacement& hand_;
    ChoiceRow* parts_;
    QStackedWidget* panels_;
    MethodPanel* method_panel_;
    bool here_ = false;
};

}  // namespace tympan::app
