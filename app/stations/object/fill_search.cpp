#include "app/stations/object/fill_search.h"

#include <QMetaObject>

#include "app/model/render_service.h"

namespace tympan::app {

/// Shared with the thread that runs it.
struct FillSearch::Search {
    std::stop_source stop;
    quint64 revision = 0;  ///< of the job as the search last left it
    QString run;
};

FillSearch::FillSearch(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    connect(&store_, &JobStore::changed, this, [this] {
        if (!search_ || store_.revision() == search_->revision) return;
        search_->stop.request_stop();
        search_.reset();
        service_.cancel(view());
        emit ended(nullptr);
    });
}

FillSearch::~FillSearch() { stop(); }

void FillSearch::stop() {
    if (search_) search_->stop.request_stop();
}

void FillSearch::begin(int object, const Filling& filling, double seconds) {
    stop();
    auto search = std::make_shared<Search>();
    search->revision = store_.revision();
    search->run = QStringLiteral("fill %1").arg(++searches_);
    search_ = search;
    service_.request(
        view(),
        [this, search, object, filling, seconds,
         job = store_.job()](const std::stop_token& quit) -> RenderService::Finish {
            const std::stop_callback on_quit(quit, [&] { search->stop.request_stop(); });
            const auto post = [this](auto work) {
                QMetaObject::invokeMethod(this, std::move(work), Qt::QueuedConnection);
            };
            const auto better = [&](const Job& found) {
                post([this, search, found] { shown(search, found); });
            };
            const auto sink = [&](double part) {
                post([this, search, part] {
                    if (search_ == search) emit progressed(static_cast<int>(1000 * part));
                });
            };
            const Filled filled =
                fillObject(job, object, filling, {seconds, 0}, better, {search->stop.get_token(), sink});
            return [this, search, filled] { end(search, filled); };
        },
        Lane::background);
    emit begun();
}

void FillSearch::shown(const std::shared_ptr<Search>& search, const Job& job) {
    if (search_ != search) return;
    // The store says that the job is another before this returns: that is not somebody's edit.
    search->revision = store_.revision() + 1;
    store_.edit(
        tr("fill the object"), [&](const Job&) { return job; }, search->run);
}

void FillSearch::end(const std::shared_ptr<Search>& search, const Filled& filled) {
    if (search_ != search) return;
    if (!(filled.job == store_.job())) shown(search, filled.job);
    search_.reset();
    store_.endRun();
    emit ended(&filled);
}

}  // namespace tympan::app
