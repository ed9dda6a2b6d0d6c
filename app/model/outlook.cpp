#include "app/model/outlook.h"

#include <condition_variable>
#include <mutex>
#include <utility>

#include "app/model/job_store.h"
#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/base/error.h"
#include "core/base/progress.h"
#include "core/inspect/findings.h"
#include "core/render/as_printed.h"

namespace tympan::app {

namespace {

// While edits follow each other as fast as a slider goes, the seams of each are not worth its cores.
constexpr std::chrono::milliseconds burst{300}, rest{150};

/// Waits, or throws Error (stopped) once asked to.
void restFor(std::chrono::milliseconds time, const std::stop_token& stop) {
    std::mutex lock;
    std::unique_lock hold(lock);
    std::condition_variable_any().wait_for(hold, stop, time, [] { return false; });
    Progress{stop, {}}.at(0);
}

JobStore::Consequences consequencesOf(const Job& job, const std::stop_token& stop) {
    JobStore::Consequences found;
    try {
        found.printed = std::make_shared<const Job>(asPrinted(job, {stop, {}}));
        found.imposition = std::make_shared<const Imposition>(impose(*found.printed, {}, {stop, {}}));
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        found.fault = text(Text::listed({error.wrong(), error.remedy()}, "; "));
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
    const auto now = std::chrono::steady_clock::now();
    const bool in_burst = now - std::exchange(asked_at_, now) < burst;
    service_.request(
        QStringLiteral("outlook"),
        [this, job = store_.job(), revision, in_burst](const std::stop_token& stop) -> RenderService::Finish {
            if (in_burst) restFor(rest, stop);
            return [this, revision, found = consequencesOf(job, stop)] {
                store_.setConsequences(found, revision);
            };
        });
}

}  // namespace tympan::app
