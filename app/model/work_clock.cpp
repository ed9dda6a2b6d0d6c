#include "app/model/work_clock.h"

#include <QDateTime>
#include <QPointer>
#include <QTimer>

#include "core/base/error.h"

namespace tympan::app {

WorkClock::WorkClock(QObject* parent) : QObject(parent), timer_(new QTimer(this)) {
    if (const QByteArray named = qgetenv("TZ"); !named.isEmpty()) {
        try {
            zone_ = TimeZone(named.toStdString());
        } catch (const Error&) {
            // In another form than a name: this computer's own.
        }
    }
    timer_->setInterval(1000);
    connect(timer_, &QTimer::timeout, this, &WorkClock::ticked);
    timer_->start();
}

Moment WorkClock::now() const {
    if (!simulated_) return Moment{std::chrono::seconds{QDateTime::currentSecsSinceEpoch()}};
    const double passed =
        static_cast<double>(QDateTime::currentMSecsSinceEpoch() - since_ms_) / 1000 * speed_;
    return from_ + std::chrono::seconds{static_cast<long long>(passed)};
}

std::shared_ptr<void> WorkClock::after(std::chrono::milliseconds wait, std::function<void()> call) {
    auto* timer = new QTimer(this);
    timer->setSingleShot(true);
    connect(timer, &QTimer::timeout, this, std::move(call));
    timer->start(wait);
    return {timer, [still = QPointer(timer)](void*) {
                // It may be its own call that lets go of it, and the clock may be gone.
                if (!still) return;
                still->stop();
                still->deleteLater();
            }};
}

void WorkClock::simulate(Moment from, double speed) {
    simulated_ = true;
    from_ = from;
    speed_ = speed;
    since_ms_ = QDateTime::currentMSecsSinceEpoch();
    timer_->setInterval(50);
    emit ticked();
}

void WorkClock::set(Moment now) {
    from_ = now;
    since_ms_ = QDateTime::currentMSecsSinceEpoch();
    emit ticked();
}

void WorkClock::real() {
    simulated_ = false;
    timer_->setInterval(1000);
    emit ticked();
}

}  // namespace tympan::app
