#pragma once
#include <QWidget>
#include <optional>

#include "core/time/time_zone.h"

class QHBoxLayout;
class QLabel;
class QPushButton;
class QTimer;

namespace tympan::app {

class AgendaView;
class Planning;
class Ringing;
class StripView;
class WorkClock;

/// The evening: one sentence that says what is next, the plan as a list, and the strip.
class TransferStage : public QWidget {
    Q_OBJECT
  public:
    TransferStage(Planning& planning, const Ringing& ringing, WorkClock& clock, QWidget* parent = nullptr);

    StripView& strip() { return *strip_; }
    AgendaView& agenda() { return *agenda_; }
    /// Goes through the plan in about a minute; again: stops.
    void rehearse();
    bool rehearsing() const;

  signals:
    void tableWanted();

  protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

  private:
    void refresh();
    void say();
    void rehearseStep();
    Moment now() const;
    std::optional<Moment> plannedBegin() const;
    void begin();

    Planning& planning_;
    WorkClock& clock_;
    QLabel *sentence_, *about_, *notes_;
    QPushButton *begin_, *table_, *rehearse_;
    AgendaView* agenda_;
    StripView* strip_;
    QHBoxLayout* beside_;
    QTimer* timer_;
    bool early_ = false;  ///< it was asked whether to begin before the planned time
    int step_ = -1;
    std::optional<Moment> rehearsed_;
};

}  // namespace tympan::app
