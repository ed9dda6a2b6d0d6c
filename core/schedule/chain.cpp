#include "core/schedule/chain.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <fmt/format.h>

#include "core/schedule/step_kinds.h"

namespace tympan {

namespace {

constexpr std::size_t none = std::numeric_limits<std::size_t>::max();
constexpr std::string_view other_faces = "back and edges";  // as steps call them

// Guesses of ours: how long squeeze-out can be wiped, how long one lays or rubs before a pause does good, and
// how long any one work may last before it is done in parts.
constexpr double while_wet_min = 10, laid_at_a_go_min = 60, rubbed_at_a_go_min = 30, any_work_min = 90;

}  // namespace

Chain::Chain(std::vector<Task>& tasks, const WorkOrder& order, const OrderedPiece& piece,
             std::vector<WorkUnit> units, int attempt, const WaitRules& rules, const Course& course)
    : tasks_(tasks),
      order_(order),
      piece_(piece),
      units_(std::move(units)),
      attempt_(attempt),
      object_here_(findObject(order, piece.object)),
      rules_(rules),
      course_(course),
      on_object_(piece.id == 0) {
    key_ = keyOf(units_, piece_.object, attempt_);
    const StepUse use = useOf(piece, object_here_);
    std::map<std::string, std::size_t>
        at;  // each step's place among those that are needed, or the next one's
    for (const Step& step : piece.steps) {
        at[step.id] = steps_.size();
        if (isNeeded(step, use))
            steps_.emplace_back(step);
        else
            passed_over_.push_back({steps_.size(), &step});
    }
    for (const Shared<Step>& step : steps_) begins_.push_back(step->rounds ? at[step->rounds->from] : none);
    while (coat_ < steps_.size() &&
           !((steps_[coat_]->work == Work::seal || steps_[coat_]->work == Work::finish) && !tied(coat_)))
        ++coat_;
}

void Chain::comeAfter(const std::vector<Tie>& before, const std::map<std::string, std::vector<Tie>>& left,
                      const std::vector<Tie>& object) {
    next_ = before;
    left_ = left;
    object_ = object;
}

void Chain::addToCoat() { addSteps(0, coat_); }

void Chain::addRest(const std::vector<Tie>& more) {
    if (!more.empty()) straight_on_ = false;
    addTies(next_, more);
    addSteps(coat_, steps_.size());
}

/// Whether a step belongs to the one before it so closely that both are done unit by unit.
bool Chain::tied(std::size_t i) const {
    if (i == 0 || steps_[i]->after) return false;
    const Step &step = *steps_[i], &before = *steps_[i - 1];
    if (isTied(before)) return true;
    if (before.wait) return false;
    if (before.gate) return i > 1 && isTied(*steps_[i - 2]) && needsHands(step);
    const bool laid = before.work == Work::lay || before.work == Work::press || before.work == Work::wipe;
    return laid && (step.gate || step.work == Work::wipe || step.work == Work::tape);
}

void Chain::addSteps(std::size_t from, std::size_t to) {
    for (std::size_t i = from; i < to;) {
        // What is passed over leaves what was before it.
        for (const auto& [at, step] : passed_over_) {
            if (at != i || left_.contains(step->id)) continue;
            if (step->after) comeAfter(*step->after);
            left_[step->id] = next_;
        }
        std::size_t rounds_end = i;
        for (std::size_t k = i; k < to; ++k)
            if (begins_[k] == i) rounds_end = k + 1;
        std::size_t tied_end = i + 1;
        while (tied_end < to && tied(tied_end)) ++tied_end;
        // What was laid at one go dries together, from when the hands leave it.
        if (tied_end > i + 1 && tied_end < to && isPlainWait(*steps_[tied_end])) ++tied_end;
        begin(*steps_[i]);
        if (rounds_end > i) {
            addRounds(i, rounds_end);
            i = rounds_end;
        } else if (tied_end > i + 1) {
            addTied(i, tied_end);
            i = tied_end;
        } else {
            addAlone(*steps_[i]);
            ++i;
        }
    }
}

void Chain::comeAfter(const std::vector<std::string>& steps) {
    next_.clear();
    straight_on_ = false;
    for (const std::string& id : steps) addTies(next_, left_[id]);
}

void Chain::begin(const Step& step) {
    if (step.after) comeAfter(*step.after);
    on_object_ = on_object_ || touchesObject(step);
    if (!object_.empty() && touchesObject(step)) {
        addTies(next_, object_);
        object_.clear();
        straight_on_ = false;
    }
}

/// Steps that deadlines tie: each unit goes through all of them before the next is begun.
void Chain::addTied(std::size_t from, std::size_t to) {
    const std::vector<Tie> base = next_;
    const bool straight_on = straight_on_;
    std::map<std::string, std::vector<Tie>> left;
    std::vector<Tie> ends;
    bool first = true;
    const double room_min = roomFor(from, to);
    const std::size_t one_by_one = isPlainWait(*steps_[to - 1]) && !tied(to - 1) ? to - 1 : to;
    last_load_.reset();
    for (const std::vector<WorkUnit>& chunk :
         chunksOf(units_, minutesOfUnit(from, to), std::min(laid_at_a_go_min, room_min))) {
        std::vector<Tie> of_chunk;
        for (std::size_t k = 0; k < chunk.size(); ++k) {
            next_ = base;
            straight_on_ = first && straight_on;
            if (k > 0) {
                // What is in the press or the oven must be out of it.
                if (last_load_) next_.push_back({*last_load_, false, 0, {}});
                next_.push_back({*last_hands_, false, 0, {}});
                straight_on_ = true;
            }
            for (std::size_t i = from; i < one_by_one; ++i) {
                add(*steps_[i], {chunk[k]}, 1, k == 0);
                addTies(left[steps_[i]->id], next_);
            }
            addTies(of_chunk, next_);
            first = false;
        }
        next_ = std::move(of_chunk);
        if (one_by_one < to) {
            add(*steps_[one_by_one], chunk, 1, true);
            addTies(left[steps_[one_by_one]->id], next_);
        }
        addTies(ends, next_);
    }
    next_ = std::move(ends);
    for (auto& [id, ties] : left) left_[id] = std::move(ties);
    straight_on_ = straight_on_ && units_.size() == 1;
}

/// Steps that are done again and again, some units at a time: while those dry others are rubbed.
void Chain::addRounds(std::size_t from, std::size_t to) {
    const Rounds& rounds = *steps_[to - 1]->rounds;
    const double room_min = roomFor(from, to);
    const std::vector<Tie> base = next_;
    std::vector<Tie> ends;
    const std::vector<WorkUnit> patches =
        patchesOf(units_, [&](const WorkUnit& unit) { return areaOf({unit}); });
    const double each_min =
        minutesOfUnit(from, to) * static_cast<double>(units_.size()) / static_cast<double>(patches.size());
    for (const std::vector<WorkUnit>& chunk :
         chunksOf(patches, each_min, std::min(rubbed_at_a_go_min, room_min))) {
        chunk_ = keyOf(chunk, piece_.object, attempt_);
        next_ = base;
        straight_on_ = false;
        const auto known = course_.rounds.find(chunk_);
        const int all = known == course_.rounds.end() ? rounds.usual : known->second;
        std::size_t first = from;
        while (!rounds.first.empty() && first + 1 < to && steps_[first]->id != rounds.first) ++first;
        for (int round = 1; round <= all; ++round)
            for (std::size_t i = round == 1 ? first : from; i < to; ++i) {
                round_ = round;
                rounds_ =
                    i < first ? 0 : all;  // what is only done when it must be is not counted up to anything
                add(*steps_[i], chunk, round > 1 ? rounds.later : 1, true);
            }
        addTies(ends, next_);
    }
    chunk_.clear();
    round_.reset();
    rounds_ = 0;
    next_ = std::move(ends);
    for (std::size_t i = from; i < to; ++i) left_[steps_[i]->id] = next_;
    straight_on_ = false;
}

/// The faces that a step is done on: of a side of a thing its own, and those that are not sides with pictures
/// of their own only with the side that stands for the thing.
std::vector<StepFace> Chain::facesOf(const Step& step) const {
    std::vector<StepFace> faces = step.faces;
    // A sheet is none of the object's faces.
    const bool of_sheet = units_.front().sheet != 0;
    if (faces.empty()) faces.push_back({of_sheet ? "" : "front", 1, Basis::guess});
    if (object_here_ && hasFaces(order_, *object_here_)) {
        const bool apart = object_here_->face_of != 0 || hasFace(order_, *object_here_, Face::back) ||
                           hasFace(order_, *object_here_, Face::edges);
        std::erase_if(faces, [&](const StepFace& face) { return apart && face.name == other_faces; });
        for (StepFace& face : faces)
            if (face.name == "front") face.name = name(object_here_->face);
    }
    return faces;
}

/// One step of all units, on each of its faces as often as it asks.
void Chain::addAlone(const Step& step) {
    const std::vector<StepFace> faces = facesOf(step);
    int coats = 0, coat = 0;
    for (const StepFace& face : faces) coats += face.times;
    for (const StepFace& face : faces)
        for (int time = 0; time < face.times; ++time) {
            face_ = face.name;
            if (coats > 1) {
                round_ = time + 1, rounds_ = face.times;
                number_ = ++coat;
            }
            // What is sanded or cleaned need not be done in one go.
            const auto area = [&](const WorkUnit& unit) { return areaOf({unit}); };
            const std::vector<WorkUnit> units =
                piece_.id == 0 && step.work == Work::prepare ? patchesOf(units_, area) : units_;
            const double minutes =
                minutesOf(step.effort, 1, areaOf(units) / static_cast<double>(units.size()), false).usual;
            const double room_min = order_.longest_min - minutesOf(step.effort, 0, 0).usual;
            const auto parts = chunksOf(units, minutes, std::min(any_work_min, room_min));
            const std::vector<Tie> base = next_;
            const bool straight_on = straight_on_;
            std::vector<Tie> ends;
            for (const std::vector<WorkUnit>& chunk : parts) {
                next_ = base;
                straight_on_ = straight_on && &chunk == &parts.front();
                add(step, chunk, 1, true);
                addTies(ends, next_);
            }
            next_ = std::move(ends);
            straight_on_ = straight_on_ && parts.size() == 1;
        }
    face_.clear();
    round_.reset();
    number_.reset();
    rounds_ = 0;
    left_[step.id] = next_;
}

void Chain::add(const Step& step, const std::vector<WorkUnit>& units, double part, bool with_setup) {
    if (step.gate) addGate(step, units);
    if (needsHands(step)) addHands(step, units, part, with_setup);
    if (step.wait && step.wait->kind != Wait::Kind::not_after) addWait(step, units);
    if (isTied(step) && step.wait->kind == Wait::Kind::not_after && !next_.empty())
        next_.back().most_min = step.wait->most_min, next_.back().basis = step.wait->basis;
}

Task Chain::made(const Step& step, const std::vector<WorkUnit>& units, const std::string& more) const {
    const bool whole = units == units_;
    const int number = number_.value_or(round_.value_or(1));
    Task task;
    task.id = fmt::format("{}.{}{}{}", whole ? key_ : keyOf(units, piece_.object, attempt_), step.id,
                          number > 1 ? fmt::format(".{}", number) : "", more);
    task.piece = piece_.id;
    task.object = piece_.object;
    putOn(task, units);
    task.attempt = attempt_;
    task.chain = chunk_.empty() ? (whole ? key_ : keyOf(units, piece_.object, attempt_)) : chunk_;
    task.step = step.id;
    task.work = step.work;
    task.details = *std::find_if(steps_.begin(), steps_.end(),
                                 [&](const Shared<Step>& each) { return &*each == &step; });
    if (object_here_) task.face = faceName(order_, *object_here_);
    if (!face_.empty()) task.face = face_;
    task.place = placeOf(step);
    if (on_object_ && object_here_ && hasFaces(order_, *object_here_)) {
        task.thing = object_here_->thing();
        task.thing_face = object_here_->face;
        task.wet = leavesWet(step);
        task.lies = task.place != Place::hung && task.place != Place::printer;
    }
    task.load = task.chain + "." + step.id;
    task.area_cm2 = areaOf(units);
    // A back is as large as its board, and edges are as long as its outline, whatever the picture.
    if (object_here_ && object_here_->area_cm2 > 0) {
        const bool back = face_.find("back") != std::string::npos;
        const bool edges = face_.find("edges") != std::string::npos && object_here_->edges_cm2 > 0;
        const double all = (back ? object_here_->area_cm2 : 0) + (edges ? object_here_->edges_cm2 : 0);
        if (all > 0) task.area_cm2 = all * static_cast<double>(copiesOf(task).size());
    }
    task.after = next_;
    task.round = round_;
    task.rounds = rounds_;
    return task;
}

void Chain::addHands(const Step& step, const std::vector<WorkUnit>& units, double part, bool with_setup) {
    Task task = made(step, units, "");
    const int count = countOf(step, task, units);
    const Minutes work = minutesOf(step.effort, count, areaOf(units) / count, with_setup);
    task.hands = true;
    task.least_min = part * work.least;
    task.usual_min = part * work.usual;
    task.most_min = part * work.most;
    task.basis = part != 1 ? Basis::guess : work.basis;
    task.straight_on = straight_on_;
    const bool wipes = step.work == Work::wipe || step.work == Work::tape;
    const bool wet =
        last_hands_ && (tasks_[*last_hands_].work == Work::lay || tasks_[*last_hands_].work == Work::press);
    if (straight_on_ && wipes && wet && !task.after.empty() && !task.after.back().most_min)
        task.after.back().most_min = while_wet_min;
    if (!step.wait && step.rounds) task.again = step.rounds;
    last_hands_ = tasks_.size();
    next_ = {Tie{tasks_.size(), false, 0, {}}};
    straight_on_ = true;
    tasks_.push_back(std::move(task));
}

/// What must be ticked before one goes on; what was due before stays due.
void Chain::addGate(const Step& step, const std::vector<WorkUnit>& units) {
    Task task = made(step, units, "");
    task.hands = task.gate = true;
    task.straight_on = straight_on_;
    last_hands_ = tasks_.size();
    next_.push_back({tasks_.size(), false, 0, {}});
    tasks_.push_back(std::move(task));
}

void Chain::addWait(const Step& step, const std::vector<WorkUnit>& units) {
    Task task = made(step, units, needsHands(step) ? ".wait" : "");
    // One thing dries as slowly as it is large, however many dry beside it.
    const Wait wait = waitFor(*step.wait, task.area_cm2 / static_cast<double>(copiesOf(task).size()));
    const bool drying = wait.kind == Wait::Kind::not_before && isDrying(step);
    const auto measured = rules_.measured.find(stepKey(piece_.method, step.id));
    // What its maker resolved counts for more than what evenings said before.
    if (wait.kind == Wait::Kind::not_before && measured != rules_.measured.end() &&
        wait.basis != Basis::yours) {
        task.least_min = measured->second.least;
        task.usual_min = measured->second.usual;
        task.most_min = measured->second.most;
        task.basis = measured->second.basis;
    } else {
        // What is looked at between rounds lies on the table, not in the sun.
        Weather weather = rules_.weather;
        if (step.work == Work::look) weather.air = Air::still;
        const double factor = drying ? dryingFactor(weather) : 1;
        task.least_min = wait.least_min * factor;
        task.usual_min = wait.typical_min * factor;
        task.most_min = wait.most_min * factor;
        task.basis = factor != 1 && wait.basis != Basis::guess ? Basis::physics : wait.basis;
    }
    if (task.place == Place::printer) task.place = Place::table;
    task.attended = (step.heat && task.place == Place::oven) || wait.kind == Wait::Kind::hold_for;
    // It begins when the hands leave it.
    const bool follows =
        isPlainWait(step) && !task.after.empty() && last_hands_ && !task.after.back().most_min;
    if (needsHands(step) || (follows && (task.after.back().task + 1 == tasks_.size())))
        task.after.back().most_min = 0;
    if (step.rounds) task.again = step.rounds;
    Tie on{tasks_.size(), false, 0, wait.no_later_min, wait.no_later_basis};
    if (task.place == Place::press || task.place == Place::oven) last_load_ = tasks_.size();
    if (wait.kind == Wait::Kind::hold_for)
        on = {tasks_.size(), true, wait.least_min, wait.most_min, wait.basis};
    next_ = {on};
    straight_on_ = wait.kind == Wait::Kind::hold_for;
    tasks_.push_back(std::move(task));
}

/// What a free stretch leaves for units once all is ready, and soaked.
double Chain::roomFor(std::size_t from, std::size_t to) const {
    double room = order_.longest_min;
    for (std::size_t i = from; i < to; ++i) {
        room -= minutesOf(steps_[i]->effort, 0, 0).usual;
        if (i + 1 < to && steps_[i]->wait && steps_[i]->wait->kind == Wait::Kind::not_before)
            room -= steps_[i]->wait->typical_min;
    }
    return room;
}

double Chain::minutesOfUnit(std::size_t from, std::size_t to) const {
    double sum = 0;
    for (std::size_t i = from; i < to; ++i)
        sum +=
            minutesOf(steps_[i]->effort, 1, areaOf(units_) / static_cast<double>(units_.size()), false).usual;
    return sum;
}

double Chain::areaOf(const std::vector<WorkUnit>& units) const {
    double sum = 0;
    for (const WorkUnit& unit : units) {
        if (unit.sheet != 0) {
            for (const OrderedSheet::Part& part :
                 order_.sheets[static_cast<std::size_t>(unit.sheet) - 1].parts) {
                const OrderedPiece& piece = *findPiece(order_, part.piece);
                sum += piece.area_cm2 / static_cast<double>(std::max<std::size_t>(1, piece.parts.size()));
            }
            continue;
        }
        const OrderedPiece* piece = findPiece(order_, unit.piece);
        sum += (piece ? piece->area_cm2 : piece_.area_cm2) / unit.parts;
    }
    return sum;
}

/// How many times a step has its minutes for each: of sheets once a sheet, and once for each picture that is
/// cut from it.
int Chain::countOf(const Step& step, const Task& task, const std::vector<WorkUnit>& units) const {
    if (units.front().sheet != 0) {
        if (step.work != Work::cut) return static_cast<int>(units.size());
        std::size_t pictures = 0;
        for (const WorkUnit& unit : units)
            pictures += order_.sheets[static_cast<std::size_t>(unit.sheet) - 1].parts.size();
        return static_cast<int>(pictures);
    }
    return isDoneByUnits(step) && units.front().piece != 0 ? static_cast<int>(units.size())
                                                           : static_cast<int>(copiesOf(task).size());
}

/// What a task is about: of sheets the copies that lie on them, which may be for several objects.
void Chain::putOn(Task& task, const std::vector<WorkUnit>& units) const {
    if (units.front().sheet == 0) {
        task.units = units;
        for (const WorkUnit& unit : units)
            if (const OrderedPiece* piece = findPiece(order_, unit.piece);
                piece && unit.parts > 1 && !unit.patch)
                task.sheets.push_back(piece->parts[static_cast<std::size_t>(unit.part) - 1]);
        return;
    }
    std::vector<const OrderedSheet*> sheets;
    for (const WorkUnit& unit : units)
        sheets.push_back(&order_.sheets[static_cast<std::size_t>(unit.sheet) - 1]);
    putOnSheets(task, order_, sheets);
}

}  // namespace tympan
