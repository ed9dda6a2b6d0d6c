#include "workshop/runs.h"

#include <algorithm>

#include "core/base/error.h"
#include "core/base/uuid.h"

namespace tympan::workshop {

namespace {

// While nothing happens a plan is made again this often: what was to be done meanwhile was not.
constexpr std::chrono::seconds stale{60};

/// Whether the oven, a hold or the maker's hands are at something of it.
bool hasHands(const Runs::Open& run) {
    const Task* task = findTask(run.state, run.now.task);
    return run.now.kind == Now::Kind::hands || (run.now.kind == Now::Kind::wait && task && task->attended);
}

}  // namespace

Runs::Runs(Executor& executor, Clock& clock, std::filesystem::path file)
    : executor_(executor), clock_(clock), file_(std::move(file)) {
    load();
}

Runs::~Runs() { planning_.request_stop(); }

void Runs::load() {
    try {
        if (file_ != ":memory:")
            if (const auto mended = mendRecord(file_)) tell({RunNews::What::mended, {}, {}, *mended});
        store_ = std::make_unique<RunStore>(file_);
        readAgain();
    } catch (const Error& error) {
        store_.reset();
        tell({RunNews::What::unreadable, {}, error.words()});
    }
    loading_ = false;
}

void Runs::tell(RunNews news) {
    if (loading_)
        found_.push_back(std::move(news));
    else
        told(news);
}

Runs::Open Runs::read(const std::string& id, int events) {
    const WorkRun run = store_->read(id);
    for (const Text& each : run.left_out) tell({RunNews::What::left_out, run.start.order.name, each});
    return {id, stateOf(run), {}, {}, {}, events};
}

bool Runs::readAgain() {
    if (!store_) return false;
    auto standing = store_->standing();
    // One that cannot be read is not tried again until something happens in it.
    std::erase_if(standing, [&](const auto& there) {
        const auto unread = unreadable_.find(there.first);
        return unread != unreadable_.end() && unread->second == there.second;
    });
    const auto same = [](const Open& open, const std::pair<std::string, int>& there) {
        return open.id == there.first && open.events == there.second;
    };
    if (std::equal(open_.begin(), open_.end(), standing.begin(), standing.end(), same)) return false;
    std::vector<Open> next;
    for (const auto& [id, events] : standing) {
        const Open* known = find(id);
        if (known && known->events == events) {
            next.push_back(*known);
            continue;
        }
        try {
            next.push_back(read(id, events));
            planned(next.back(), carriedOver(known ? known->plan : Plan{}, next.back().state, clock_.now()));
        } catch (const Error& error) {
            // It keeps none of the others away, and stays on the disk.
            unreadable_[id] = events;
            tell({RunNews::What::unreadable, {}, error.words()});
        }
    }
    open_ = std::move(next);
    showNow();
    planBeside(Why::happened);
    return true;
}

const Runs::Open* Runs::find(const std::string& run) const {
    const auto found =
        std::find_if(open_.begin(), open_.end(), [&](const Open& each) { return each.id == run; });
    return found == open_.end() ? nullptr : &*found;
}

const Runs::Open* Runs::ofJob(const std::string& uuid) const {
    const auto found = std::find_if(open_.begin(), open_.end(),
                                    [&](const Open& each) { return each.state.order.uuid == uuid; });
    return found == open_.end() ? nullptr : &*found;
}

const Runs::Open* Runs::foremost() const {
    const auto rank = [](const Open& each) {
        return std::tuple{!hasHands(each), !each.now.until, each.now.until.value_or(each.now.from)};
    };
    const auto best = std::min_element(open_.begin(), open_.end(), [&](const Open& one, const Open& other) {
        return rank(one) < rank(other);
    });
    return best == open_.end() ? nullptr : &*best;
}

std::vector<std::string> Runs::all() const {
    try {
        return store_ ? store_->all() : std::vector<std::string>();
    } catch (const Error&) {
        return {};  // those that are under way are known all the same
    }
}

std::optional<WorkRun> Runs::read(const std::string& run) const {
    try {
        return store_ ? std::optional(store_->read(run)) : std::nullopt;
    } catch (const Error&) {
        return {};
    }
}

std::string Runs::begin(const WorkOrder& order, const WorkWishes& wishes, const MeasuredWaits& measured) {
    if (!store_) {
        told({RunNews::What::no_record});
        return {};
    }
    const RunStart start{newUuid(), clock_.now(), order, wishes, measured};
    try {
        store_->begin(start);
    } catch (const Error& error) {
        told({RunNews::What::not_kept, order.name, error.words()});
        return {};
    }
    Open open{start.id, stateOf({start, {}}), {}, {}, {}, 0};
    planned(open, carriedOver({}, open.state, start.at));
    open_.insert(open_.begin(), std::move(open));
    showNow();
    planBeside(Why::happened);
    changed();
    return start.id;
}

bool Runs::happen(const std::string& named, Event event) {
    const std::string run = named;  // it may be the open run's own, which goes when it ends
    if (!store_) {
        told({RunNews::What::no_record});
        return false;
    }
    const auto found =
        std::find_if(open_.begin(), open_.end(), [&](const Open& each) { return each.id == run; });
    if (found == open_.end()) {
        told({RunNews::What::run_ended});
        return false;
    }
    event.at = clock_.now();
    try {
        const std::optional<int> number = store_->add(run, event, found->events);
        if (!number) {
            const std::string name = found->state.order.name;
            readAgain();
            told({RunNews::What::elsewhere, name});
            changed();
            return false;
        }
        found->events = *number;
    } catch (const Error& error) {
        told({RunNews::What::not_kept, found->state.order.name, error.words()});
        return false;
    }
    apply(found->state, event);
    const bool ended = found->state.ended;
    if (ended)
        open_.erase(found);
    else
        planned(*found, carriedOver(std::move(found->plan), found->state, event.at));
    showNow();
    planBeside(Why::happened);
    const Open* open = find(run);
    if (ended || (open && open->now.kind == Now::Kind::over)) over(run);
    changed();
    return true;
}

void Runs::addPicture(const std::string& run, int piece, const std::string& picture) {
    try {
        if (store_) store_->addPicture(run, piece, picture);
    } catch (const Error& error) {
        told({RunNews::What::not_kept, {}, error.words()});
    }
}

std::string Runs::picture(const std::string& run, int piece) const {
    try {
        return store_ ? store_->picture(run, piece) : std::string();
    } catch (const Error&) {
        return {};  // a step can be done without it
    }
}

Runs::UnderWay Runs::underWay() const {
    UnderWay work;
    for (const Open& each : open_) {
        try {
            work.jobs.push_back(workOf(each.state, clock_.zone(), clock_.now()));
            work.runs.push_back(each.id);
        } catch (const Error& error) {
            // Wishes that cannot be read: its plan stays what it was; the others go on.
            work.cannot.push_back({RunNews::What::no_plan, each.state.order.name, error.words()});
        }
    }
    return work;
}

void Runs::planBeside(Why why) {
    resting_.reset();
    planning_.request_stop();
    planning_ = std::stop_source();
    planned_at_ = clock_.now();
    if (open_.empty()) return;
    const auto work = std::make_shared<const UnderWay>(underWay());
    for (const RunNews& each : work->cannot) tell(each);
    executor_.beside(
        why == Why::happened ? Hurry::waited_for : Hurry::in_rest, planning_.get_token(),
        [this, why, alive = std::weak_ptr(alive_), work](const std::stop_token& stop) -> Executor::Finish {
            const PlanLimits limits = why == Why::happened ? at_once : PlanLimits{};
            std::vector<Plan> plans = plannedTogether(work->jobs, limits, {stop, {}});
            return [this, why, alive, stop, work, plans = std::move(plans)] {
                // A later event has asked for later plans.
                if (alive.expired() || stop.stop_requested()) return;
                if (why != Why::better || isBetter(work->runs, plans)) takePlans(work->runs, plans);
                if (why == Why::happened)
                    resting_ = clock_.after(rests_after, [this] { planBeside(Why::better); });
            };
        },
        [](const Failure&) {});
}

void Runs::takePlans(const std::vector<std::string>& ids, const std::vector<Plan>& plans) {
    for (std::size_t i = 0; i < ids.size(); ++i)
        for (Open& open : open_)
            if (open.id == ids[i]) planned(open, plans[i]);
    showNow();
    changed();
}

bool Runs::isBetter(const std::vector<std::string>& ids, const std::vector<Plan>& plans) const {
    std::size_t faults = 0, faults_now = 0;
    std::chrono::seconds gained{0};
    const Moment now = clock_.now();
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const Open* open = find(ids[i]);
        if (!open) return false;
        const Now seen = nowOf(open->state, plans[i], now);
        if (seen.kind != open->now.kind || seen.task != open->now.task) return false;
        faults += plans[i].cannot.size();
        faults_now += open->plan.cannot.size();
        gained += open->plan.end - plans[i].end;
    }
    return std::pair{faults, -gained} < std::pair{faults_now, std::chrono::seconds{0}};
}

void Runs::planned(Open& open, Plan plan) {
    open.plan = std::move(plan);
    open.alarms = alarmsOf(open.state, open.plan);
}

bool Runs::showNow() {
    const Moment now = clock_.now();
    bool other = false;
    for (Open& each : open_) {
        const Now seen = nowOf(each.state, each.plan, now);
        other = other || seen.kind != each.now.kind || seen.task != each.now.task;
        each.now = seen;
    }
    return other;
}

void Runs::look() {
    try {
        if (readAgain()) {
            changed();
            return;
        }
    } catch (const Error&) {
        // Another program holds it for the moment: looked at again in a second.
    }
    if (open_.empty()) return;
    const Moment now = clock_.now();
    // Set back or forward, or simply gone on.
    if (now - planned_at_ > stale || now < planned_at_) planBeside(Why::old);
    if (showNow()) changed();
}

std::vector<std::pair<std::string, Alarm>> Runs::alarms() const {
    std::vector<std::pair<std::string, Alarm>> all;
    for (const Open& each : open_)
        for (const Alarm& alarm : each.alarms) all.emplace_back(each.id, alarm);
    std::stable_sort(all.begin(), all.end(),
                     [](const auto& a, const auto& b) { return a.second.at < b.second.at; });
    return all;
}

}  // namespace tympan::workshop
