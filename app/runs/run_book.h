#pragma once
#include <QObject>
#include <filesystem>
#include <memory>

#include "app/runs/work_clock.h"
#include "core/record/run_store.h"
#include "core/run/now.h"

namespace tympan::app {

/// The runs that are under way. What happens is on the disk before anything shows it; then the run's plan is
/// made anew. All of them share one pair of hands: that which was begun first goes first.
class RunBook : public QObject {
    Q_OBJECT
  public:
    struct Open {
        std::string id;
        RunState state;
        Plan plan;
        Now now;
    };

    /// ":memory:" keeps nothing: for trying an evening out.
    RunBook(WorkClock& clock, std::filesystem::path file, QObject* parent = nullptr);
    ~RunBook() override;

    const std::vector<Open>& open() const { return open_; }
    const Open* find(const std::string& run) const;
    /// The run of a job that is under way, or nullptr.
    const Open* ofJob(const std::string& uuid) const;
    /// Of all: what is before one's hands now, and of which run; none where nothing is under way.
    const Open* foremost() const;

    /// What was found when the record was opened: damage, and what of it could not be read. Empty: it was
    /// sound.
    const QString& said() const { return said_; }
    /// Empty when it could not be kept; `failed` then says why.
    std::string begin(const WorkOrder& order, const WorkWishes& wishes, const MeasuredWaits& measured = {});
    /// All that ever began, the latest first, and one of them; nothing where it cannot be read.
    std::vector<std::string> all() const;
    std::optional<WorkRun> read(const std::string& run) const;
    void addPicture(const std::string& run, int piece, const std::string& picture);
    bool happen(const std::string& named, Event event);
    std::string picture(const std::string& run, int piece) const;
    /// What will ring, of all runs, in order of time.
    std::vector<std::pair<std::string, Alarm>> alarms() const;

  signals:
    void changed();
    /// All of a run is done, or nobody works on it any more.
    void over(const std::string& run);
    void failed(const QString& sentence);

  private:
    void load();
    void mend();
    void tell(const QString& sentence);
    void planAll();
    void look();

    WorkClock& clock_;
    std::filesystem::path file_;
    std::unique_ptr<RunStore> store_;
    QString said_;
    std::vector<Open> open_;
    Moment planned_at_;
};

}  // namespace tympan::app
