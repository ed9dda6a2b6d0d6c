#pragma once
#include <QObject>

#include "workshop/clock.h"

class QTimer;

namespace tympan::app {

/// What time it is: this computer's, or a made-up one that goes faster, to try an evening out.
class WorkClock : public QObject, public workshop::Clock {
    Q_OBJECT
  public:
    explicit WorkClock(QObject* parent = nullptr);

    Moment now() const override;
    const TimeZone& zone() const override { return zone_; }
    std::shared_ptr<void> after(std::chrono::milliseconds wait, std::function<void()> call) override;
    bool simulated() const { return simulated_; }
    /// From that moment on, so many seconds in one; 0: it stands still, and goes where `set` puts it.
    void simulate(Moment from, double speed);
    void set(Moment now);
    void real();

  signals:
    /// About once a second, and more often while it is made up.
    void ticked();

  private:
    TimeZone zone_;
    bool simulated_ = false;
    Moment from_;
    double speed_ = 1;
    qint64 since_ms_ = 0;
    QTimer* timer_;
};

}  // namespace tympan::app
