// Somebody who does anything at any moment: edits, undo, saving, opening, the work, crashes. 10,000 steps
// here, as many as TYMPAN_MONKEY_STEPS says elsewhere; TYMPAN_MONKEY_SEED begins otherwise.
#include <cstdlib>
#include <random>

#include <gmock/gmock.h>

#include "core/job/edits.h"
#include "core/job/job_json.h"
#include "core/method/catalogue.h"
#include "tests/support/by_hand.h"
#include "tests/support/pictures.h"
#include "tests/support/tools.h"
#include "workshop/files.h"
#include "workshop/runs.h"

using namespace tympan;
using namespace tympan::tests;
using namespace std::chrono_literals;
namespace fs = std::filesystem;

namespace {

long fromEnvironment(const char* name, long usual) {
    const char* value = std::getenv(name);
    return value ? std::atol(value) : usual;
}

Job fresh(int number) {
    Job job = jobOf(picture(), {80, 60});
    job.name = "Job " + std::to_string(number);
    job.uuid = "job-" + std::to_string(number);
    return job;
}

/// What one program knows while it runs.
struct Program {
    Program(const fs::path& folder, workshop::Clock& clock, Job first)
        : open(std::move(first)),
          files(open, executor, clock, folder / "recovery", {}),
          runs(executor, clock, folder / "record.sqlite") {}
    ExecutorByHand executor;
    workshop::OpenJob open;
    workshop::Files files;
    workshop::Runs runs;
};

class Monkey {
  public:
    explicit Monkey(unsigned long seed) : random_(seed) { start(fresh(++jobs_)); }

    void step() {
        const int what = below(24);
        done_.push_back(what);
        switch (what) {
            case 0:
            case 1:
            case 2:
            case 3:
            case 4:
            case 5:
                edit();
                break;
            case 6:
            case 7:
                undo();
                break;
            case 8:
                redo();
                break;
            case 9:
                program_->files.saveAs(file());
                break;
            case 10:
                program_->files.save();
                break;
            case 11:
                if (fs::exists(file())) program_->files.open(file());
                break;
            case 12:
                if (below(4) == 0) program_->files.begin(fresh(++jobs_));
                break;
            case 13:
            case 14:
                clock_.goOn(std::chrono::milliseconds{below(4000)});
                break;
            case 15:
                program_->files.stop();
                break;
            case 16:
                beginWork();
                break;
            case 17:
            case 18:
            case 19:
                work();
                break;
            case 20:
                clock_.goOn(60s);
                program_->runs.look();
                break;
            case 21:
                if (below(20) == 0) crash();
                break;
            default:
                somethingComesBack();
                break;
        }
        followHistory();
        if (below(30) == 0) quiet();
    }

    /// All that was asked is over, and the time in which work is kept has passed: then the laws hold.
    void quiet() {
        done_.push_back(100);
        program_->executor.finishAll();
        clock_.goOn(4s);
        program_->executor.finishAll();
        followHistory();
        const std::string shown = jsonOf(program_->open.job());
        const bool unsaved = program_->files.unsaved();
        if (!unsaved && !program_->files.file().empty()) {
            ASSERT_EQ(jsonOf(openJobFile(program_->files.file()).job), shown) << "saved is what is shown";
        }
        const std::optional<std::string> copy = kept();
        ASSERT_TRUE(copy.value_or("") == (unsaved ? shown : ""))
            << "a crash would lose something, or offer what is saved: " << (unsaved ? "unsaved" : "saved")
            << (copy ? ", and something is kept" : ", and nothing is kept");
        for (const workshop::Runs::Open& open : program_->runs.open()) {
            const RunState there = stateOf(*program_->runs.read(open.id));
            ASSERT_EQ(there.past.done, open.state.past.done);
            ASSERT_EQ(there.past.under_way, open.state.past.under_way);
            ASSERT_EQ(there.remarks, open.state.remarks);
            ASSERT_EQ(there.tasks.size(), open.plan.tasks.size());
        }
        ++quiets_;
    }
    /// What it did last, by the numbers in `step`; 100: all came back.
    std::string lately() const {
        return fmt::format("{}",
                           fmt::join(done_.end() - std::min<long>(40, std::ssize(done_)), done_.end(), " "));
    }
    int quiets() const { return quiets_; }
    int crashes() const { return crashes_; }
    int undone() const { return undone_; }

  private:
    int below(int end) { return std::uniform_int_distribution<int>(0, end - 1)(random_); }
    fs::path file() { return folder_ / ("job-" + std::to_string(below(3)) + ".tympan"); }

    void start(Job first) {
        program_ = std::make_unique<Program>(folder_.path(), clock_, std::move(first));
        values_ = {program_->open.job()};
        at_ = 0;
        seen_ = program_->open.revision();
    }

    void edit() {
        const auto& pieces = program_->open.job().pieces;
        const int piece =
            pieces.empty() ? 0 : pieces[static_cast<std::size_t>(below(static_cast<int>(pieces.size())))].id;
        const auto with = [&](const std::string& what, const std::function<Job(Job)>& change) {
            program_->open.edit(what, change);
        };
        if (pieces.empty() || below(12) == 0)
            with("add", [](Job job) {
                return withPiece(std::move(job),
                                 {.artwork = picture(),
                                  .object = objectOf("plate", ShapeKind::rectangle, {100, 80}),
                                  .method = findMethod(shippedMethods(), "gel-rub-off"),
                                  .size = {80, 60}});
            });
        else if (pieces.size() > 4)
            with("remove", [&](Job job) { return withoutPiece(std::move(job), piece); });
        else if (below(2) == 0)
            with("width", [&](Job job) {
                return withWidth(std::move(job), piece, 20 + below(60), Proportions::keep);
            });
        else if (below(2) == 0)
            with("copies", [&](Job job) { return withCopies(std::move(job), piece, 1 + below(3)); });
        else
            with("notes",
                 [&](Job job) { return withNotes(std::move(job), piece, std::to_string(below(9))); });
    }

    /// Keeps beside the history what values it went through.
    void followHistory() {
        if (program_->open.revision() == seen_) return;
        seen_ = program_->open.revision();
        const Job& job = program_->open.job();
        if (!program_->open.history().canUndo() && !program_->open.history().canRedo()) {
            values_ = {job};  // another job was opened
            at_ = 0;
        } else if (job != values_[at_]) {
            values_.resize(at_ + 1);
            values_.push_back(job);
            ++at_;
        }
    }

    void undo() {
        followHistory();
        if (!program_->open.history().canUndo() || at_ == 0) return;
        program_->open.undo();
        ASSERT_EQ(program_->open.job(), values_[--at_]) << "undo gives back the value before";
        seen_ = program_->open.revision();
        ++undone_;
    }

    void redo() {
        followHistory();
        if (!program_->open.history().canRedo() || at_ + 1 >= values_.size()) return;
        program_->open.redo();
        ASSERT_EQ(program_->open.job(), values_[++at_]);
        seen_ = program_->open.revision();
    }

    void beginWork() {
        if (program_->runs.open().size() > 1 || program_->open.job().pieces.empty()) return;
        program_->runs.begin(workOrderOf(program_->open.job()), {});
    }

    void work() {
        const workshop::Runs::Open* open = program_->runs.foremost();
        if (!open) return;
        using Kind = Event::Kind;
        const Kind kinds[] = {Kind::begun,   Kind::done,       Kind::done, Kind::done,       Kind::another,
                              Kind::not_yet, Kind::taken_back, Kind::note, Kind::went_wrong, Kind::ended};
        Event event{
            .kind = kinds[below(10)], .at = {}, .task = open->now.task, .words = "words", .minutes = 5};
        if (event.kind == Kind::ended && below(8) != 0) return;
        if (event.kind == Kind::taken_back && !open->state.past.done.empty())
            event.task = open->state.past.done.begin()->first;
        ASSERT_TRUE(program_->runs.happen(open->id, event));
    }

    void somethingComesBack() {
        ExecutorByHand& executor = program_->executor;
        if (executor.asked() > 0 && below(2) == 0)
            executor.work(static_cast<std::size_t>(below(static_cast<int>(executor.asked()))));
        else if (executor.done() > 0)
            executor.deliver(static_cast<std::size_t>(below(static_cast<int>(executor.done()))));
    }

    /// What is in the folder of a program that ended badly, or would be.
    std::optional<std::string> kept() const {
        if (!fs::exists(folder_ / "recovery")) return {};
        for (const auto& each : fs::recursive_directory_iterator(folder_ / "recovery"))
            if (each.path().filename() == "job.json") {
                LeftWork left;
                left.folder = each.path().parent_path();
                return jsonOf(openLeftWork(left).job);
            }
        return {};
    }

    void crash() {
        quiet();
        if (testing::Test::HasFatalFailure()) return;
        const std::optional<std::string> copy = kept();
        std::vector<std::pair<std::string, std::map<std::string, TimeSpan>>> runs;
        for (const workshop::Runs::Open& open : program_->runs.open())
            runs.emplace_back(open.id, open.state.past.done);
        // The work that was asked and not done is lost with the program.
        program_.reset();
        start(fresh(++jobs_));
        const std::vector<LeftWork> left = program_->files.leftOver();
        ASSERT_EQ(left.empty(), !copy.has_value()) << "what was kept is offered, and nothing else";
        ASSERT_EQ(program_->runs.open().size(), runs.size());
        for (std::size_t i = 0; i < runs.size(); ++i) {
            ASSERT_EQ(program_->runs.open()[i].id, runs[i].first);
            ASSERT_EQ(program_->runs.open()[i].state.past.done, runs[i].second);
        }
        if (copy) {
            program_->files.recover(left.front());
            program_->executor.finishAll();
            followHistory();
            ASSERT_EQ(jsonOf(program_->open.job()), *copy) << "what is offered is what was kept last";
        }
        ++crashes_;
    }

    std::mt19937_64 random_;
    std::vector<int> done_;
    ScratchFolder folder_;
    ClockByHand clock_;
    int jobs_ = 0, quiets_ = 0, crashes_ = 0, undone_ = 0;
    std::unique_ptr<Program> program_;
    std::vector<Job> values_;
    std::size_t at_ = 0;
    std::uint64_t seen_ = 0;
};

}  // namespace

TEST(Monkey, nothingThatWasShownIsLostWhateverIsDone) {
    const long steps = fromEnvironment("TYMPAN_MONKEY_STEPS", 10'000);
    const long seed = fromEnvironment("TYMPAN_MONKEY_SEED", 1);
    Monkey monkey(static_cast<unsigned long>(seed));
    for (long i = 0; i < steps; ++i) {
        monkey.step();
        ASSERT_FALSE(HasFatalFailure()) << "in step " << i << " of seed " << seed << ": " << monkey.lately();
    }
    monkey.quiet();
    // It did what it is for.
    if (steps >= 10'000) {
        EXPECT_GT(monkey.quiets(), 100);
        EXPECT_GT(monkey.crashes(), 5);
        EXPECT_GT(monkey.undone(), 200);
    }
}
