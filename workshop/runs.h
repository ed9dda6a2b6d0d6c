#pragma once
#include <filesystem>
#include <map>

#include "core/record/mend_record.h"
#include "core/record/run_store.h"
#include "core/run/now.h"
#include "workshop/clock.h"
#include "workshop/executor.h"
#include "workshop/notice.h"

namespace tympan::workshop {

/// What is said of the record of runs.
struct RunNews {
    enum class What {
        mended,      ///< it was damaged: `mended`
        left_out,    ///< of the run of `run`, what `why` names could not be read
        unreadable,  ///< a run, or the whole record: `why`
        not_kept,    ///< what happened is not on the disk, and not shown: `why`
        no_record,   ///< the same, since the record cannot be opened
        run_ended,   ///< the run has ended meanwhile
        elsewhere,   ///< something else happened in it elsewhere: it was read again, and this was not kept
        no_plan,     ///< a run keeps the plan that it had: `why`
    };
    What what = What::not_kept;
    std::string run = {};  ///< the job's name
    Text why = {};
    MendedRecord mended = {};
};

/// The runs that are under way. What happens is on the disk before anything shows it; then plans follow, made
/// beside. All runs share one pair of hands and are planned together. What other programs write
/// into the same record is seen within a second.
class Runs {
  public:
    struct Open {
        std::string id;
        RunState state;
        Plan plan;                  ///< of the state, or carried over to it until one is made
        std::vector<Alarm> alarms;  ///< all that will ring, in order of time
        Now now;
        int events = 0;  ///< the number of its last
    };

    /// When nothing has happened for so long, a better plan is looked for.
    static constexpr std::chrono::milliseconds rests_after{2000};

    /// ":memory:" keeps nothing: for trying an evening out.
    Runs(Executor& executor, Clock& clock, std::filesystem::path file);
    ~Runs();

    const std::vector<Open>& open() const { return open_; }
    const Open* find(const std::string& run) const;
    /// The run of a job that is under way, or nullptr.
    const Open* ofJob(const std::string& uuid) const;
    /// Of all: what is before one's hands now, and of which run; none where nothing is under way.
    const Open* foremost() const;
    /// What was found when the record was opened, before anybody listened.
    const std::vector<RunNews>& found() const { return found_; }

    /// The new run's id; empty when it could not be kept, which is said.
    std::string begin(const WorkOrder& order, const WorkWishes& wishes, const MeasuredWaits& measured = {});
    /// Whether it was kept; what else is said.
    bool happen(const std::string& run, Event event);
    void addPicture(const std::string& run, int piece, const std::string& picture);

    /// All that ever began, the latest first, and one of them; nothing where it cannot be read.
    std::vector<std::string> all() const;
    std::optional<WorkRun> read(const std::string& run) const;
    std::string picture(const std::string& run, int piece) const;
    /// What is under way, as a plan looks at it, and what cannot be planned.
    struct UnderWay {
        std::vector<std::string> runs;
        std::vector<JobWork> jobs;
        std::vector<RunNews> cannot;
    };
    UnderWay underWay() const;
    /// What will ring, of all runs, in order of time.
    std::vector<std::pair<std::string, Alarm>> alarms() const;

    /// Time has gone on, or others may have written: called about once a second.
    void look();

    Notice<> changed;
    /// All of a run is done, or nobody works on it any more.
    Notice<std::string> over;
    Notice<RunNews> told;

  private:
    void load();
    void tell(RunNews news);
    Open read(const std::string& id, int events);
    /// Takes what other programs wrote; whether there was anything.
    bool readAgain();
    /// Why a plan is made: something happened, and it is waited for; or nobody has hurry, and it is taken
    /// where it is better and leaves what is before one's hands; or the one that there is has become old.
    enum class Why { happened, better, old };
    void planBeside(Why why);
    void takePlans(const std::vector<std::string>& ids, const std::vector<Plan>& plans);
    bool isBetter(const std::vector<std::string>& ids, const std::vector<Plan>& plans) const;
    bool showNow();
    /// The run's state or plan is another.
    void planned(Open& open, Plan plan);

    Executor& executor_;
    Clock& clock_;
    std::filesystem::path file_;
    std::unique_ptr<RunStore> store_;
    std::vector<RunNews> found_;
    bool loading_ = true;
    std::map<std::string, int> unreadable_;  ///< runs, with the number of their last event
    std::vector<Open> open_;
    Moment planned_at_;
    std::stop_source planning_;
    std::shared_ptr<void> resting_;  ///< until a better plan is looked for
    std::shared_ptr<int> alive_ = std::make_shared<int>();
};

}  // namespace tympan::workshop
