#include "core/record/log_of_run.h"

#include <algorithm>

#include "core/base/uuid.h"

namespace tympan {

namespace {

double minutesOf(const TimeSpan& span) { return static_cast<double>((span.to - span.from).count()) / 60; }

bool isOf(const Task& task, const OrderedPiece& piece) {
    return task.piece == 0 ? task.object == piece.object
                           : std::any_of(task.units.begin(), task.units.end(),
                                         [&](const WorkUnit& unit) { return unit.piece == piece.id; });
}

/// When somebody looked at a wait and it was not dry yet, counted from its begin; 0: nobody did.
double notBefore(const WorkRun& run, const Task& task, Moment from) {
    double last = 0;
    for (const Event& event : run.events)
        if (event.kind == Event::Kind::not_yet && event.task == task.id && event.at > from)
            last = std::max(last, static_cast<double>((event.at - from).count()) / 60);
    return last;
}

void addStep(LogEntry& entry, const WorkRun& run, const RunState& state, const OrderedPiece& piece,
             const Task& task, const TimeSpan& span) {
    const std::string key = stepKey(task.piece == 0 ? "" : piece.method, task.step);
    const double share = task.piece == 0 ? 1 : 1.0 / static_cast<double>(std::max<std::size_t>(1, [&] {
                                                   std::set<int> pieces;
                                                   for (const WorkUnit& unit : task.units)
                                                       pieces.insert(unit.piece);
                                                   return pieces.size();
                                               }()));
    const auto same = std::find_if(entry.steps.begin(), entry.steps.end(), [&](const DoneStep& step) {
        return step.key == key && step.hands == task.hands && step.face == task.face;
    });
    DoneStep& step = same != entry.steps.end() ? *same : entry.steps.emplace_back();
    const bool is_new = same == entry.steps.end();
    step.key = key;
    step.words = shortName(task.details);
    step.work = task.work;
    step.face = task.face;
    step.hands = task.hands;
    step.times = std::max(is_new ? 1 : step.times, task.round.value_or(1));
    if (!task.hands) {
        // Of one that was waited for more than once the last counts: it is what was left.
        step.planned_min = task.usual_min;
        step.real_min = minutesOf(span);
        step.not_before_min = notBefore(run, task, span.from);
        step.weather = dryingFactor(weatherOf(state.wishes));
        return;
    }
    step.planned_min += task.usual_min * share;
    step.real_min += minutesOf(span) * share;
    if (task.round.value_or(1) == 1) step.area_cm2 += task.area_cm2 * share;
    if (const auto pace = state.order.pace.find(key); pace != state.order.pace.end())
        step.pace = pace->second;
    if (const auto coverage = state.wishes.coverage.find(key); coverage != state.wishes.coverage.end())
        step.ml += coverage->second * coatedArea(task) * share / 100;
    if (const auto told = state.told.find(key); told != state.told.end()) {
        step.product = told->second.product;
        step.heat_c = told->second.heat_c;
        step.held_s = told->second.held_s;
        step.pressure = told->second.pressure;
    }
}

}  // namespace

std::string entryIdOf(const std::string& run, int piece) { return uuidOf(run + "/" + std::to_string(piece)); }

std::vector<LogEntry> entriesOf(const WorkRun& run) {
    const RunState state = stateOf(run);
    std::vector<LogEntry> entries;
    for (const OrderedPiece& piece : state.order.pieces) {
        LogEntry entry;
        std::optional<Moment> begun, made;
        for (const Task& task : state.tasks) {
            const auto done = state.past.done.find(task.id);
            if (done == state.past.done.end() || task.gate || !isOf(task, piece)) continue;
            addStep(entry, run, state, piece, task, done->second);
            if (task.work == Work::cure)
                entry.wash_from = std::max(entry.wash_from.value_or(done->second.to), done->second.to);
            if (task.piece == 0) continue;
            begun = std::min(begun.value_or(done->second.from), done->second.from);
            made = std::max(made.value_or(done->second.to), done->second.to);
        }
        if (!begun) continue;
        entry.id = entryIdOf(run.start.id, piece.id);
        entry.run = run.start.id;
        entry.piece = piece.id;
        entry.job = state.order.name;
        entry.name = piece.name;
        entry.begun = *begun;
        entry.made = *made;
        entry.method = piece.method;
        entry.method_name = piece.method_name;
        entry.revision = piece.revision;
        entry.variants = piece.variants;
        entry.carrier = piece.carrier;
        entry.printer = piece.printer_name;
        entry.printer_kind = piece.printer;
        if (const OrderedObject* object = findObject(state.order, piece.object)) {
            entry.object = object->name;
            entry.material = object->material;
            entry.face = faceName(state.order, *object);
        }
        entry.area_cm2 = piece.area_cm2;
        entry.size = piece.size;
        entry.rights = piece.rights;
        entry.shop = piece.shop;
        entry.resolved = piece.resolved;
        entry.copies = piece.copies;
        for (const Course::Again& again : state.course.again)
            entry.spoiled += again.piece == piece.id ? 1 : 0;
        entry.temperature_c = state.wishes.temperature_c;
        entry.humidity_percent = state.wishes.humidity_percent;
        for (const std::string& step : piece.left_out) entry.left_out.push_back(step);
        for (const Remark& remark : state.remarks) {
            const Task* task = findTask(state, remark.task);
            if (task && !isOf(*task, piece)) continue;
            if (!remark.trouble.empty()) entry.troubles.push_back(remark.trouble);
            if (remark.next) entry.next = *remark.next;
            if (remark.words.empty()) continue;
            if (remark.wrong)
                entry.wrong.push_back(remark.words);
            else
                entry.notes += (entry.notes.empty() ? "" : "\n") + remark.words;
        }
        entries.push_back(std::move(entry));
    }
    return entries;
}

}  // namespace tympan
