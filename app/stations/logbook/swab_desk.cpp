#include "app/stations/logbook/swab_desk.h"

#include <QDateTime>

#include "core/base/error.h"
#include "core/base/uuid.h"

namespace tympan::app {

QString swabText(const SwabTest& test) {
    const QString said = test.swabbed == Swabbed::held    ? SwabDesk::tr("The ink held")
                         : test.swabbed == Swabbed::trace ? SwabDesk::tr("The ink left a trace")
                                                          : SwabDesk::tr("The ink ran");
    const QString coats = test.more_coats == 0   ? QString()
                          : test.more_coats == 1 ? SwabDesk::tr(" after one coat more")
                                                 : SwabDesk::tr(" after %1 coats more").arg(test.more_coats);
    return said + coats + QLatin1Char('.');
}

SwabDesk::SwabDesk(std::filesystem::path record, QObject* parent)
    : QObject(parent), record_(std::move(record)) {}
SwabDesk::~SwabDesk() = default;

template <class Work>
bool SwabDesk::tried(Work work) const {
    try {
        if (!kept_) kept_ = std::make_unique<Swabs>(record_);
        work();
        return true;
    } catch (const Error& error) {
        emit const_cast<SwabDesk*>(this)->failed(QString::fromUtf8(error.what()));
        return false;
    }
}

const std::vector<SwabTest>& SwabDesk::all() const {
    if (!all_) {
        all_.emplace();
        tried([&] { all_ = kept_->all(); });
    }
    return *all_;
}

void SwabDesk::change(const std::function<void()>& change) {
    if (tried(change)) all_.reset();
    emit changed();
}

void SwabDesk::say(const std::string& printer, const std::string& paper, const std::string& method,
                   Swabbed swabbed, int more_coats) {
    const SwabTest test{
        newUuid(), printer, paper, method, more_coats, swabbed, QDateTime::currentSecsSinceEpoch()};
    change([&] { kept_->keep(test); });
}

void SwabDesk::keepOf(const WorkRun& run) {
    change([&] { kept_->keepOf(run.start.id, swabsOf(run)); });
}

void SwabDesk::erase(const SwabTest& test) {
    change([&, id = test.id] { kept_->erase(id); });
}

}  // namespace tympan::app
