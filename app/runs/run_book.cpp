#include "app/runs/run_book.h"

#include <algorithm>

#include "core/base/error.h"
#include "core/base/uuid.h"
#include "core/record/mend_record.h"

namespace tympan::app {

namespace {

// While nothing happens a plan is made anew this often: what was to be done meanwhile was not.
constexpr std::chrono::seconds stale{60};

}  // namespace

RunBook::RunBook(WorkClock& clock, std::filesystem::path file, QObject* parent)
    : QObject(parent), clock_(clock), file_(std::move(file)) {
    connect(&clock_, &WorkClock::ticked, this, &RunBook::look);
    load();
}

RunBook::~RunBook() = default;

void RunBook::mend() {
    if (file_ == ":memory:") return;
    const auto mended = mendRecord(file_);
    if (!mended) return;
    QString sentence =
        tr("The record was damaged. It is kept as %1; %2 runs and %3 pieces of it could be read.")
            .arg(QString::fromStdString(mended->kept.string()))
            .arg(mended->runs)
            .arg(mended->entries);
    if (mended->unread > 0 || mended->cut_short)
        sentence += QLatin1Char(' ') + tr("Not all of it: some may be lost.");
    tell(sentence);
}

void RunBook::load() {
    try {
        mend();
        store_ = std::make_unique<RunStore>(file_);
        for (const std::string& id : store_->open()) {
            try {
                const WorkRun run = store_->read(id);
                open_.push_back({id, stateOf(run), {}, {}});
                for (const std::string& each : run.left_out)
                    tell(
                        tr("Left out of the work on %1: %2")
                            .arg(QString::fromStdString(run.start.order.name), QString::fromStdString(each)));
            } catch (const Error& error) {
                // One that cannot be read keeps none of the others away; it stays on the disk.
                tell(QString::fromUtf8(error.what()));
            }
        }
    } catch (const Error& error) {
        store_.reset();
        tell(QString::fromUtf8(error.what()));
    }
    planAll();
}

void RunBook::tell(const QString& sentence) {
    // The window that shows it is made after this, and asks for it.
    if (!said_.isEmpty()) said_ += QLatin1Char('\n');
    said_ += sentence;
}

const RunBook::Open* RunBook::find(const std::string& run) const {
    const auto found =
        std::find_if(open_.begin(), open_.end(), [&](const Open& each) { return each.id == run; });
    return found == open_.end() ? nullptr : &*found;
}

const RunBook::Open* RunBook::ofJob(const std::string& uuid) const {
    const auto found = std::find_if(open_.begin(), open_.end(),
                                    [&](const Open& each) { return each.state.order.uuid == uuid; });
    return found == open_.end() ? nullptr : &*found;
}

const RunBook::Open* RunBook::foremost() const {
    const auto rank = [](const Open& each) {
        // What is in the oven or held for so long and no longer has one's hands, too.
        const Task* task = findTask(each.state, each.now.task);
        const bool hands =
            each.now.kind == Now::Kind::hands || (each.now.kind == Now::Kind::wait && task && task->attended);
        return std::tuple{!hands, !each.now.until, each.now.until.value_or(each.now.from)};
    };
    const Open* best = nullptr;
    for (const Open& each : open_)
        if (!best || rank(each) < rank(*best)) best = &each;
    return best;
}

std::vector<std::string> RunBook::all() const {
    try {
        return store_ ? store_->all() : std::vector<std::string>();
    } catch (const Error&) {
        return {};  // those that are under way are known all the same
    }
}

std::optional<WorkRun> RunBook::read(const std::string& run) const {
    try {
        return store_ ? std::optional(store_->read(run)) : std::nullopt;
    } catch (const Error&) {
        return {};
    }
}

std::string RunBook::begin(const WorkOrder& order, const WorkWishes& wishes, const MeasuredWaits& measured) {
    if (!store_) {
        emit failed(tr("The record cannot be opened: the work would not be kept."));
        return {};
    }
    const RunStart start{newUuid(), clock_.now(), order, wishes, measured};
    try {
        store_->begin(start);
    } catch (const Error& error) {
        emit failed(QString::fromUtf8(error.what()));
        return {};
    }
    open_.insert(open_.begin(), Open{start.id, stateOf({start, {}}), {}, {}});
    planAll();
    emit changed();
    return start.id;
}

bool RunBook::happen(const std::string& named, Event event) {
    const std::string run = named;  // it may be the open run's own, which goes when it ends
    const auto found =
        std::find_if(open_.begin(), open_.end(), [&](const Open& each) { return each.id == run; });
    if (!store_) {
        emit failed(tr("The record cannot be opened: this was not kept."));
        return false;
    }
    if (found == open_.end()) {
        emit failed(tr("The work on this has ended."));
        return false;
    }
    event.at = clock_.now();
    try {
        store_->add(run, event);
    } catch (const Error& error) {
        emit failed(QString::fromUtf8(error.what()));
        return false;
    }
    apply(found->state, event);
    const bool ended = found->state.ended;
    if (ended) open_.erase(found);
    planAll();
    const Open* open = find(run);
    if (ended || (open && open->now.kind == Now::Kind::over)) emit over(run);
    emit changed();
    return true;
}

void RunBook::addPicture(const std::string& run, int piece, const std::string& picture) {
    try {
        if (store_) store_->addPicture(run, piece, picture);
    } catch (const Error& error) {
        emit failed(QString::fromUtf8(error.what()));
    }
}

std::string RunBook::picture(const std::string& run, int piece) const {
    try {
        return store_ ? store_->picture(run, piece) : std::string();
    } catch (const Error&) {
        return {};  // a step can be done without it
    }
}

void RunBook::planAll() {
    const Moment now = planned_at_ = clock_.now();
    std::vector<TimeSpan> taken;
    // The first begun stands last in the list.
    for (auto each = open_.rbegin(); each != open_.rend(); ++each) {
        try {
            each->plan = planFrom(each->state, clock_.zone(), now, at_once, taken);
        } catch (const Error& error) {
            emit failed(QString::fromUtf8(error.what()));  // its plan stays what it was; the others go on
            continue;
        }
        each->now = nowOf(each->state, each->plan, now);
        for (std::size_t i = 0; i < each->plan.tasks.size(); ++i)
            if (each->plan.tasks[i].takesHands() && !isDone(each->state, each->plan.tasks[i].id))
                taken.push_back(each->plan.times[i]);
    }
}

void RunBook::look() {
    if (open_.empty()) return;
    const Moment now = clock_.now();
    // Set back or forward, or simply gone on.
    if (now - planned_at_ > stale || now < planned_at_) {
        planAll();
        emit changed();
        return;
    }
    bool other = false;
    for (Open& each : open_) {
        const Now seen = nowOf(each.state, each.plan, now);
        other = other || seen.kind != each.now.kind || seen.task != each.now.task;
        each.now = seen;
    }
    if (other) emit changed();
}

std::vector<std::pair<std::string, Alarm>> RunBook::alarms() const {
    std::vector<std::pair<std::string, Alarm>> all;
    for (const Open& each : open_)
        for (const Alarm& alarm : alarmsOf(each.state, each.plan)) all.emplace_back(each.id, alarm);
    std::stable_sort(all.begin(), all.end(),
                     [](const auto& a, const auto& b) { return a.second.at < b.second.at; });
    return all;
}

}  // namespace tympan::app
