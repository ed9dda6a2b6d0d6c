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
    : QObject(parent), kept_(std::move(record), [this](const QString& sentence) { emit failed(sentence); }) {}
SwabDesk::~SwabDesk() = default;

const std::vector<SwabTest>& SwabDesk::all() const {
    if (!all_) {
        all_.emplace();
        kept_.tried([&](Swabs& swabs) { all_ = swabs.all(); });
    }
    return *all_;
}

void SwabDesk::change(const std::function<void(Swabs&)>& change) {
    if (kept_.tried(change)) all_.reset();
    emit changed();
}

void SwabDesk::say(const std::string& printer, const std::string& paper, const std::string& method,
                   Swabbed swabbed, int more_coats) {
    const SwabTest test{
        newUuid(), printer, paper, method, more_coats, swabbed, QDateTime::currentSecsSinceEpoch()};
    change([&](Swabs& swabs) { swabs.keep(test); });
}

void SwabDesk::keepOf(const WorkRun& run) {
    change([&](Swabs& swabs) { swabs.keepOf(run.start.id, swabsOf(run)); });
}

void SwabDesk::erase(const SwabTest& test) {
    change([&, id = test.id](Swabs& swabs) { swabs.erase(id); });
}

}  // namespace tympan::app
