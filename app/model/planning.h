#pragma once
#include <QObject>
#include <memory>

#include "app/model/run_book.h"
#include "app/model/strip.h"
#include "core/learning/learning.h"
#include "core/record/supplies.h"
#include "core/record/swabs.h"

class QImage;

namespace tympan {
struct Reference;
}

namespace tympan::app {

class JobStore;
class RenderService;

/// The plan of the job in the window: before it is begun it follows the job and what its maker wishes; then
/// it is that of its run. Plans are made beside the window.
class Planning : public QObject {
    Q_OBJECT
  public:
    Planning(JobStore& store, RenderService& service, WorkClock& clock, RunBook& book,
             QObject* parent = nullptr);

    /// What there is to show; nothing while the first is made, or in an empty job.
    std::shared_ptr<const Strip> strip() const { return strip_; }
    /// The work and its plan as shown, when it is that of the job as it is now; nothing while it is not: what
    /// nobody looks at is not planned.
    std::optional<std::pair<WorkOrder, Plan>> current() const;
    /// The job's work at the maker's own pace, as far as that is known and wished; from the sheets that it is
    /// printed on, which may have to be laid out first. Throws Error (stopped).
    WorkOrder order() const;
    MeasuredWaits measured() const;
    const RunBook::Open* run() const;
    const WorkClock& clock() const { return clock_; }
    /// Whether there is anything to plan.
    bool hasWork() const;
    /// Whether somebody looks: a plan that nobody sees is not made.
    void wanted(bool wanted);

    /// Where times come from that the maker's own evenings taught; asked when a plan is made.
    void learnFrom(std::function<const OwnTimes&()> source) { learned_ = std::move(source); }
    /// Where it is asked what damp swabs said so far.
    void knowSwabs(std::function<const std::vector<SwabTest>&()> source) { swabs_ = std::move(source); }
    /// Where it is asked what stands on the shelf, and what of it is too little for work that takes so much,
    /// ml by method and step.
    void lookOnShelf(std::function<const std::vector<Supply>&()> shelf,
                     std::function<std::vector<Short>(const std::map<std::string, double>&)> low) {
        shelf_ = std::move(shelf);
        low_ = std::move(low);
    }
    /// What there is too little of for what is planned and not begun.
    std::vector<Short> low() const;
    std::vector<Supply> shelf() const { return shelf_ ? shelf_() : std::vector<Supply>(); }
    /// How many times are the maker's own, from how many evenings at most.
    std::pair<int, int> ownTimes() const;
    void setOwnTimes(bool own);
    /// Begins the work. Whether it could be kept.
    bool begin();
    /// What the maker wishes is another: an edit of the job, which its run follows.
    void wish(const QString& what, const std::function<void(WorkWishes&)>& change);
    /// A task is not to be done before a time; a time at which it may be done anyway takes that back. Says
    /// what came of it.
    void putOff(const std::string& task, Moment to);

  signals:
    void changed();
    void said(const QString& sentence, bool well);
    /// How a piece of a run will look, without anything drawn on it, PNG: for the logbook.
    void pictured(const std::string& run, int piece, const std::string& png);

  private:
    void refresh();
    void ask();
    void take(WorkOrder order, Plan plan, const WorkWishes& wishes);
    void sayWhere(const Plan& plan);
    void makePictures(const std::string& run);

    JobStore& store_;
    RenderService& service_;
    WorkClock& clock_;
    RunBook& book_;

    std::function<const OwnTimes&()> learned_;
    std::function<const std::vector<SwabTest>&()> swabs_;
    std::function<const std::vector<Supply>&()> shelf_;
    std::function<std::vector<Short>(const std::map<std::string, double>&)> low_;
    std::shared_ptr<const Strip> strip_;
    bool wanted_ = false;
    quint64 planned_of_ = 0, shown_of_ = 0;  ///< revisions of the job: asked for, and shown
    std::optional<std::pair<std::string, Moment>> put_off_;
    /// What a run was told last of what its maker wishes here; another window may have told it otherwise
    /// since.
    std::optional<std::pair<std::string, WorkWishes>> followed_;
};

/// A picture to hold beside the work: hatched where it is itself pale, its care zones outlined.
QImage referencePicture(const Piece& piece, const Reference& reference);

}  // namespace tympan::app
