#pragma once
#include <QObject>
#include <set>

#include "core/run/now.h"

class QSoundEffect;

namespace tympan::app {

class RunBook;
class WorkClock;

/// Rings what is due: a soft sound and a line when one may go on, a sharp one and another when one must; as a
/// notification of the desktop too, where it has them and the window is hidden.
class Ringing : public QObject {
    Q_OBJECT
  public:
    Ringing(RunBook& book, WorkClock& clock, QObject* parent = nullptr);

    /// Which of these this computer can do, as a sentence for makers.
    QString means() const;
    bool hasSound() const;
    bool hasNotifications() const;

  signals:
    void rang(const QString& run, const Alarm& alarm);

  private:
    void look();
    void ring(const std::string& run, const Alarm& alarm);

    RunBook& book_;
    WorkClock& clock_;
    QSoundEffect *may_, *must_;
    std::set<std::tuple<std::string, std::string, int, long long>> rung_;
    Moment from_;  ///< what fell due before is said, not rung
};

}  // namespace tympan::app
