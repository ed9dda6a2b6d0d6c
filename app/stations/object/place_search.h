#pragma once
#include <QObject>

#include "app/model/job_store.h"
#include "core/knots/find_place.h"

namespace tympan::app {

class RenderService;

/// Looks beside the window for places where a picture hides the knots under it, and tries them on: each
/// becomes the job, all of it one step of undo. A job that is changed by somebody else forgets them.
class PlaceSearch : public QObject {
    Q_OBJECT
  public:
    PlaceSearch(JobStore& store, RenderService& service, QObject* parent);
    ~PlaceSearch() override;

    bool on() const { return looking_; }
    /// As it was, then what was proposed; nothing before a search has ended.
    const std::vector<ProposedPlace>& places() const { return places_; }
    /// Which of them the picture lies at.
    std::size_t chosen() const { return chosen_; }
    void begin(int piece, const PlaceLimits& limits);
    void choose(std::size_t place);
    /// Why nothing was found, after `changed`.
    const QString& fault() const { return fault_; }

  signals:
    void changed();

  private:
    static QString view() { return QStringLiteral("find a place"); }
    void take(quint64 search, std::vector<ProposedPlace> places, const QString& fault);

    JobStore& store_;
    RenderService& service_;
    bool looking_ = false;
    quint64 search_ = 0, revision_ = 0;
    int piece_ = 0;
    Job before_;
    std::vector<ProposedPlace> places_;
    std::size_t chosen_ = 0;
    QString fault_;
};

}  // namespace tympan::app
