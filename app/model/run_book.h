#pragma once
#include <QObject>

#include "app/model/service_executor.h"
#include "app/model/work_clock.h"
#include "workshop/runs.h"

namespace tympan::app {

class RenderService;

/// The workshop's runs as the window speaks of them: what they tell becomes signals and sentences.
class RunBook : public QObject {
    Q_OBJECT
  public:
    using Open = workshop::Runs::Open;

    /// ":memory:" keeps nothing: for trying an evening out. Plans are made at once.
    RunBook(WorkClock& clock, std::filesystem::path file, QObject* parent = nullptr);
    /// Plans are made beside the window.
    RunBook(WorkClock& clock, std::filesystem::path file, RenderService& service, QObject* parent = nullptr);

    const std::vector<Open>& open() const { return runs_.open(); }
    const Open* find(const std::string& run) const { return runs_.find(run); }
    /// The run of a job that is under way, or nullptr.
    const Open* ofJob(const std::string& uuid) const { return runs_.ofJob(uuid); }
    /// Of all: what is before one's hands now, and of which run; none where nothing is under way.
    const Open* foremost() const { return runs_.foremost(); }

    /// What was found when the record was opened: damage, and what of it could not be read. Empty: it was
    /// sound.
    QString said() const;
    /// Empty when it could not be kept; `failed` then says why.
    std::string begin(const WorkOrder& order, const WorkWishes& wishes, const MeasuredWaits& measured = {}) {
        return runs_.begin(order, wishes, measured);
    }
    /// All that ever began, the latest first, and one of them; nothing where it cannot be read.
    std::vector<std::string> all() const { return runs_.all(); }
    std::optional<WorkRun> read(const std::string& run) const { return runs_.read(run); }
    void addPicture(const std::string& run, int piece, const std::string& picture) {
        runs_.addPicture(run, piece, picture);
    }
    bool happen(const std::string& run, Event event) { return runs_.happen(run, std::move(event)); }
    std::string picture(const std::string& run, int piece) const { return runs_.picture(run, piece); }
    /// What is under way, as a plan looks at it.
    std::vector<JobWork> underWay() const { return runs_.underWay().jobs; }
    const workshop::Runs& runs() const { return runs_; }

  signals:
    void changed();
    /// All of a run is done, or nobody works on it any more.
    void over(const std::string& run);
    void failed(const QString& sentence);

  private:
    RunBook(WorkClock& clock, std::filesystem::path file, std::unique_ptr<workshop::Executor> executor,
            QObject* parent);

    std::unique_ptr<workshop::Executor> executor_;
    workshop::Runs runs_;
    std::vector<std::shared_ptr<void>> listening_;
};

}  // namespace tympan::app
