#include "app/shell/outlook.h"

#include "app/shell/job_store.h"
#include "app/shell/render_service.h"
#include "core/base/error.h"
#include "core/inspect/findings.h"

namespace tympan::app {

namespace {

JobStore::Consequences consequencesOf(const Job& job, const std::stop_token& stop) {
    JobStore::Consequences found;
    try {
        found.imposition = std::make_shared<const Imposition>(impose(job, {}, {stop, {}}));
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        found.fault = QString::fromStdString(error.wrong() + "; " + error.remedy());
    }
    found.findings = findings(job, {stop, {}});
    return found;
}

}  // namespace

Outlook::Outlook(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    connect(&store_, &JobStore::changed, this, &Outlook::ask);
    ask();
}

void Outlook::ask() {
    const quint64 revision = store_.revision();
    if (asked_ == revision) return;  // another piece is chosen: the job is the same
    asked_ = revision;
    service_.request(
        QStringLiteral("outlook"),
        [this, job = store_.job(), revision](const std::stop_token& stop) -> RenderService::Finish {
            return [this, revision, found = consequencesOf(job, stop)] {
                store_.setConsequences(found, revision);
            };
        });
}

}  // namespace tympan::app
