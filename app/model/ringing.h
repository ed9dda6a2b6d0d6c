#pragma once
#include <QObject>

#include "workshop/alarms.h"

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
    void ring(const std::string& run, const Alarm& alarm);

    RunBook& book_;
    QSoundEffect *may_, *must_;
    workshop::Alarms alarms_;
    std::shared_ptr<void> listening_;
};

}  // namespace tympan::app
