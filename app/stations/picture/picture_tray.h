#pragma once
#include <QTimer>
#include <QWidget>

#include "app/canvas/picture_desk.h"

class QPushButton;
class QStackedWidget;

namespace tympan::app {

class CamePanel;
class ChoiceRow;
class JobStore;
class PictureEditing;
class PicturePanel;
class RenderService;

/// Picture: what came, its frame, clean-up, cutting out, taking apart. All but the first work on the desk.
class PictureTray : public QWidget {
    Q_OBJECT
  public:
    PictureTray(JobStore& store, RenderService& service, PictureDesk& desk, QWidget* parent = nullptr);

    /// Shows a panel: "came", "frame", "clean", "cut", "parts".
    void open(const QString& panel);
    /// Whether the shown panel works on the desk.
    bool onDesk() const;

  signals:
    void openWanted();
    void removeWanted();
    void said(const QString& sentence, bool well);
    /// Another panel is shown.
    void opened();

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void layOut();
    PicturePanel* panel(int index) const;
    PicturePanel* shown() const;

    JobStore& store_;
    PictureDesk& desk_;
    PictureEditing* editing_;
    ChoiceRow* parts_;
    QPushButton* stop_;
    QTimer long_;  ///< runs while a change waits and it is too soon to speak of stopping
    QStackedWidget* panels_;
    CamePanel* came_;
};

}  // namespace tympan::app
