#include "app/model/ringing.h"

#include <QApplication>
#include <QAudioDevice>
#include <QDBusConnection>
#include <QDBusConnectionInterface>
#include <QDBusMessage>
#include <QMediaDevices>
#include <QSoundEffect>
#include <QUrl>
#include <QWidget>

#include "app/model/run_book.h"
#include "app/words/work_words.h"
#include "core/base/data_folder.h"

namespace tympan::app {

namespace {

const QString service = QStringLiteral("org.freedesktop.Notifications");

QSoundEffect* sound(QObject* parent, const char* name) {
    auto* effect = new QSoundEffect(parent);
    effect->setSource(QUrl::fromLocalFile(QString::fromStdString((dataFolder() / "sounds" / name).string())));
    return effect;
}

bool windowIsSeen() {
    for (const QWidget* each : QApplication::topLevelWidgets())
        if (each->isVisible() && each->isActiveWindow() && !each->isMinimized()) return true;
    return false;
}

}  // namespace

Ringing::Ringing(RunBook& book, WorkClock& clock, QObject* parent)
    : QObject(parent),
      book_(book),
      may_(sound(this, "may.wav")),
      must_(sound(this, "must.wav")),
      alarms_(book.runs(), clock),
      listening_(alarms_.due.join([this](const std::string& run, const Alarm& alarm) { ring(run, alarm); })) {
    connect(&clock, &WorkClock::ticked, this, [this] { alarms_.look(); });
    connect(&book_, &RunBook::changed, this, [this] { alarms_.look(); });
}

bool Ringing::hasSound() const { return !QMediaDevices::audioOutputs().isEmpty(); }

bool Ringing::hasNotifications() const {
    const QDBusConnection bus = QDBusConnection::sessionBus();
    return bus.isConnected() && bus.interface() && bus.interface()->isServiceRegistered(service).value();
}

QString Ringing::means() const {
    const bool sound = hasSound(), shown = hasNotifications();
    const QString here = sound && shown
                             ? tr("It rings aloud, and as a notification when the window is hidden.")
                         : sound ? tr("It rings aloud; this desktop shows no notifications.")
                         : shown ? tr("It rings as a notification; this computer has no sound.")
                                 : tr("It rings in the title alone: no sound and no notifications here.");
    return here + QLatin1Char(' ') + tr("With Tympan closed, only your calendar rings.");
}

void Ringing::ring(const std::string& run, const Alarm& alarm) {
    (alarm.kind == Alarm::Kind::must ? must_ : may_)->play();
    if (!windowIsSeen() && hasNotifications()) {
        const RunBook::Open* open = book_.find(run);
        QDBusMessage message = QDBusMessage::createMethodCall(
            service, QStringLiteral("/org/freedesktop/Notifications"), service, QStringLiteral("Notify"));
        message << QStringLiteral("Tympan") << uint{0} << QString() << alarmTitle(alarm)
                << (open ? alarmSentence(alarm, open->state) : QString()) << QStringList()
                << QVariantMap{{QStringLiteral("urgency"),
                                QVariant::fromValue<uchar>(alarm.kind == Alarm::Kind::must ? 2 : 1)}}
                << 0;
        QDBusConnection::sessionBus().asyncCall(message);
    }
    emit rang(QString::fromStdString(run), alarm);
}

}  // namespace tympan::app
