#include "app/stations/object/place_search.h"

#include <QMetaObject>

#include "app/model/render_service.h"
#include "app/words/words.h"
#include "core/base/error.h"

namespace tympan::app {

PlaceSearch::PlaceSearch(JobStore& store, RenderService& service, QObject* parent)
    : QObject(parent), store_(store), service_(service) {
    connect(&store_, &JobStore::changed, this, [this] {
        if ((!looking_ && places_.empty()) || store_.revision() == revision_) return;
        service_.cancel(view());
        ++search_;
        looking_ = false;
        places_.clear();
        emit changed();
    });
}

PlaceSearch::~PlaceSearch() { service_.cancel(view()); }

void PlaceSearch::begin(int piece, const PlaceLimits& limits) {
    looking_ = true;
    piece_ = piece;
    before_ = store_.job();
    revision_ = store_.revision();
    places_.clear();
    chosen_ = 0;
    fault_.clear();
    service_.request(
        view(),
        [this, piece, limits, search = ++search_,
         job = store_.job()](const std::stop_token& quit) -> RenderService::Finish {
            std::vector<ProposedPlace> places;
            QString fault;
            try {
                const Piece& placed = *findPiece(job, piece);
                places.push_back(placeAsItIs(job, placed, {quit, {}}));
                for (ProposedPlace& each : proposedPlaces(job, placed, limits, 3, {quit, {}}))
                    places.push_back(std::move(each));
            } catch (const Error& error) {
                if (error.kind() == Error::Kind::stopped) throw;
                places.clear();
                fault = text(error.words());
            }
            return [this, search, places, fault] { take(search, places, fault); };
        },
        Lane::background);
    emit changed();
}

void PlaceSearch::take(quint64 search, std::vector<ProposedPlace> places, const QString& fault) {
    if (search != search_) return;
    looking_ = false;
    places_ = std::move(places);
    fault_ = fault;
    if (places_.size() > 1) return choose(1);
    emit changed();
}

void PlaceSearch::choose(std::size_t place) {
    if (place >= places_.size()) return;
    chosen_ = place;
    // The store says that the job is another before this returns: that is nobody else's edit.
    revision_ = store_.revision() + 1;
    const Job job = place == 0 ? before_ : withProposed(before_, piece_, places_[place]);
    store_.edit(
        tr("find a place over the knots"), [&](const Job&) { return job; },
        QStringLiteral("find a place %1").arg(search_));
    emit changed();
}

}  // namespace tympan::app
