#include "core/schedule/task.h"

#include <algorithm>
#include <cmath>
#include <deque>

#include <fmt/format.h>

#include "core/schedule/ovens.h"
#include "core/schedule/sheet_work.h"
#include "core/schedule/step_kinds.h"

namespace tympan {

namespace {

constexpr double batch_min = 60;  // a guess: how long one lays copies before a pause does good
const Effort beginning_again{guessedMinutes(5), guessedMinutes(5), {}};
const Effort joining{guessedMinutes(3), guessedMinutes(4), {}};  // for each seam

/// How many goes it takes to lay a copy.
int partsOf(const OrderedPiece& piece) {
    return piece.joined() ? 1 : std::max(1, static_cast<int>(piece.parts.size()));
}

/// Sheets that meet edge to edge become one before anything else is done with them.
Step joinStep(const OrderedPiece& piece) {
    Step step;
    step.id = "join";
    step.work = Work::join;
    step.name = Source("Join the sheets").string();
    step.words =
        Source(
            "Lay the sheets out with the picture up, edge to edge, and hold them with low-tack tape in "
            "front. Turn all of it over, tape every seam on the back, then take the front tape off. The "
            "guide says which comes after which.")
            .string();
    step.good = Source("No gap and no overlap at any seam; nothing but the picture in front.").string();
    step.effort = joining;
    const double seams = static_cast<double>(piece.parts.size()) - 1;
    for (double* each : {&step.effort.each.least, &step.effort.each.usual, &step.effort.each.most})
        *each *= seams;
    return step;
}

/// The steps of a piece once it has left its sheets. `alone`: those of its sheet, too, for a print that was
/// made for it alone.
std::vector<Step> stepsAfterSheets(const OrderedPiece& piece, bool alone) {
    std::vector<Step> steps;
    const auto isOfSheet = [&](const std::string& id) {
        return std::any_of(piece.steps.begin(), piece.steps.end(),
                           [&](const Step& step) { return step.id == id && step.of_sheet; });
    };
    for (const Step& step : piece.steps) {
        if (step.of_sheet && !alone) continue;
        steps.push_back(step);
        steps.back().of_sheet = false;
    }
    if (!piece.joined()) return steps;
    // What needs its sheet to be ready needs it joined.
    for (Step& step : steps)
        if (step.after && std::any_of(step.after->begin(), step.after->end(), isOfSheet))
            step.after->push_back("join");
    auto at = steps.begin();
    while (at != steps.end() && (isOfSheet(at->id) || (at->after && at->after->empty()))) ++at;
    steps.insert(at, joinStep(piece));
    return steps;
}

Step toStep(const Layer& layer, std::size_t number) {
    static const std::map<LayerKind, std::pair<Work, std::string>> ways{
        {LayerKind::paint, {Work::coat, Source("Paint it.").string()}},
        {LayerKind::lettering, {Work::prepare, Source("The lettering.").string()}},
        {LayerKind::ageing, {Work::prepare, Source("Sand or age it.").string()}},
        {LayerKind::pencil_off, {Work::wipe, Source("Rub the pencil off.").string()}},
        {LayerKind::stain, {Work::coat, Source("Stain the bare rims.").string()}},
        {LayerKind::hole, {Work::prepare, Source("The hole to hang it by.").string()}},
        {LayerKind::oven, {Work::dry, Source("Into the oven.").string()}},
        {LayerKind::other, {Work::prepare, Source("What else is to be done.").string()}}};
    const auto& [work, words] = ways.at(layer.kind);
    Step step;
    step.id = fmt::format("layer-{}", number);
    step.work = work;
    step.words = layer.what.empty() ? words : layer.what + ".";
    step.effort.each = {layer.work_min, layer.work_min, layer.work_min, Basis::yours};
    if (layer.dry_min > 0)
        step.wait = Wait{Wait::Kind::not_before, layer.dry_min, layer.dry_min, layer.dry_min, Basis::yours};
    if (layer.kind == LayerKind::oven) step.place = Place::oven;
    if (layer.kind == LayerKind::ageing)
        step.caution = Source(
                           "Edges that are burnt: over a sink with the water running, away from sprays and "
                           "what they left in the air, and never alone. Sanding dust: a mask.")
                           .string();
    return step;
}

/// What is done to an object itself, as if it were a piece of its own.
OrderedPiece workOn(const OrderedObject& object, std::vector<Step> steps) {
    OrderedPiece work;
    work.object = object.id;
    work.steps = std::move(steps);
    work.area_cm2 = object.area_cm2;
    work.chosen = object.chosen;
    work.left_out = object.left_out;
    return work;
}

std::vector<Step> layersOf(const OrderedObject& object, LayerWhen when) {
    std::vector<Step> steps;
    for (std::size_t i = 0; i < object.layers.size(); ++i)
        if (object.layers[i].when == when) steps.push_back(toStep(object.layers[i], i + 1));
    return steps;
}

bool isStain(const OrderedObject& object, const std::string& step) {
    for (std::size_t i = 0; i < object.layers.size(); ++i)
        if (object.layers[i].kind == LayerKind::stain && step == toStep(object.layers[i], i + 1).id)
            return true;
    return false;
}

using Group = std::vector<const OrderedPiece*>;

/// The pieces on an object that go through the same steps together.
std::vector<Group> groupsOn(const WorkOrder& order, int object) {
    std::vector<Group> groups;
    for (const OrderedPiece& piece : order.pieces) {
        if (piece.object != object) continue;
        const auto alike = std::find_if(groups.begin(), groups.end(), [&](const Group& group) {
            const OrderedPiece& first = *group.front();
            return first.steps == piece.steps && first.copies == piece.copies &&
                   first.printer == piece.printer && first.parts.size() == piece.parts.size() &&
                   first.joined() == piece.joined() && first.chosen == piece.chosen &&
                   first.left_out == piece.left_out;
        });
        if (alike == groups.end())
            groups.push_back({&piece});
        else
            alike->push_back(&piece);
    }
    return groups;
}

/// The units of copies from one to another, both with it.
std::vector<WorkUnit> unitsOf(const Group& group, int first, int last) {
    std::vector<WorkUnit> units;
    for (int copy = first; copy <= last; ++copy)
        for (const OrderedPiece* piece : group)
            for (int part = 1; part <= partsOf(*piece); ++part)
                units.push_back({piece->id, copy, part, partsOf(*piece)});
    return units;
}

/// How many copies are laid in one go: by the minutes up to where they dry.
int batchOf(const Group& group, double longest_min) {
    double minutes = 0;
    for (const OrderedPiece* piece : group)
        for (const Step& step : piece->steps)
            if (step.work == Work::coat || step.work == Work::lay || step.work == Work::wipe ||
                step.work == Work::press)
                minutes += minutesOf(step.effort, 1, piece->area_cm2, false).usual;
    return minutes > 0 ? std::max(1, static_cast<int>(std::min(batch_min, longest_min) / minutes))
                       : group.front()->copies;
}

/// All tasks of a job, one after the other.
class Tasks {
  public:
    Tasks(const WorkOrder& order, const WaitRules& rules, const Course& course)
        : order_(order), rules_(rules), course_(course) {}

    std::vector<Task> all() && {
        const SheetWork sheets(tasks_, order_, rules_, course_);
        for (const OrderedObject& object : order_.objects) addObject(object, sheets);
        std::map<std::pair<int, int>, int> times;
        std::map<int, int> spares;
        for (const Course::Again& each : course_.again)
            if (const OrderedPiece* piece = findPiece(order_, each.piece)) {
                const int time = ++times[{each.piece, each.copy}] + 1;
                addAgain(*piece, each.copy, time, ++spares[each.piece] > piece->printed - piece->copies,
                         sheets);
            }
        return withOvens(std::move(tasks_), order_);
    }

  private:
    std::vector<Tie> addOn(const OrderedObject& object, std::vector<Step> steps, int copies,
                           const std::vector<Tie>& after) {
        if (steps.empty()) return after;
        const OrderedPiece& work = works_.emplace_back(workOn(object, std::move(steps)));
        std::vector<WorkUnit> units;
        for (int copy = 1; copy <= copies; ++copy) units.push_back({0, copy, 1, 1});
        const std::size_t first = tasks_.size();
        Chain chain(tasks_, order_, work, std::move(units), 1, rules_, course_);
        chain.comeAfter(after, {}, {});
        chain.addToCoat();
        chain.addRest({});
        // Stain goes on what the pictures leave bare, and on the edges.
        for (std::size_t i = first; i < tasks_.size(); ++i)
            if (isStain(object, tasks_[i].step) && object.area_cm2 > 0)
                tasks_[i].area_cm2 *= (object.rims_cm2 + object.edges_cm2) / object.area_cm2;
        return chain.ends();
    }

    void addObject(const OrderedObject& object, const SheetWork& sheets) {
        const std::vector<Group> groups = groupsOn(order_, object.id);
        int copies = 1;
        for (const Group& group : groups) copies = std::max(copies, group.front()->copies);
        std::vector<Step> first = object.preparation;
        for (Step& layer : layersOf(object, LayerWhen::first)) first.push_back(std::move(layer));
        const std::vector<Tie> ready = addOn(object, std::move(first), copies, {});

        std::deque<Chain> chains;
        for (const Group& group : groups) {
            OrderedPiece& work = works_.emplace_back(*group.front());
            work.steps = stepsAfterSheets(work, false);
            const int batch = batchOf(group, order_.longest_min);
            for (int copy = 1; copy <= work.copies; copy += batch) {
                const std::vector<WorkUnit> units =
                    unitsOf(group, copy, std::min(work.copies, copy + batch - 1));
                const SheetWork::Before before = sheets.before(units);
                chains.emplace_back(tasks_, order_, work, units, 1, rules_, course_)
                    .comeAfter(before.ends, before.left, ready);
            }
        }
        for (Chain& chain : chains) chain.addToCoat();
        const auto ends = [&] {
            std::vector<Tie> all;
            for (const Chain& chain : chains) all.insert(all.end(), chain.ends().begin(), chain.ends().end());
            return all;
        };
        std::vector<Step> under = layersOf(object, LayerWhen::under_coat);
        const std::vector<Tie> more =
            under.empty() ? std::vector<Tie>{} : addOn(object, std::move(under), copies, ends());
        for (Chain& chain : chains) chain.addRest(more);
        addOn(object, layersOf(object, LayerWhen::over_coat), copies, ends());
    }

    /// A copy that is begun again, on an object that is made ready for it: from a spare, or printed for it.
    void addAgain(const OrderedPiece& piece, int copy, int time, bool print, const SheetWork& sheets) {
        const Group group{&piece};
        const std::vector<WorkUnit> units = unitsOf(group, copy, copy);
        Step step;
        step.id = "again";
        step.work = Work::prepare;
        step.name = Source("Make ready again").string();
        step.words = Source("Take off what was laid, clean the place, and make it ready again.").string();
        step.good = Source("As it was before the print met it: clean, dry, smooth.").string();
        step.effort = beginning_again;
        step.after.emplace();
        OrderedPiece& again = works_.emplace_back(piece);
        again.steps = stepsAfterSheets(piece, print);
        // A spare has been through what was done to its sheet.
        std::map<std::string, std::vector<Tie>> left =
            print ? SheetWork::Before{}.left : sheets.before(units).left;
        for (Step& each : again.steps)
            // What meets the object, needs nothing before it, or its sheet alone, needs this now.
            if (each.after &&
                (touchesObject(each) ||
                 std::all_of(each.after->begin(), each.after->end(),
                             [&](const std::string& id) { return id != "print" && left.contains(id); })))
                each.after->push_back(step.id);
        again.steps.insert(again.steps.begin(), step);
        if (Step& next = again.steps.at(1); !next.after) next.after = {step.id, "print"};
        if (print && !printsItself(piece)) {
            std::vector<const OrderedSheet*> printed;
            for (const OrderedSheet& sheet : order_.sheets)
                if (std::any_of(sheet.parts.begin(), sheet.parts.end(), [&](const OrderedSheet::Part& part) {
                        return part.piece == piece.id && part.copy == copy;
                    }))
                    printed.push_back(&sheet);
            if (!printed.empty()) {
                left["print"] = {Tie{tasks_.size(), false, 0, {}}};
                Task& task = tasks_.emplace_back(
                    printingOf(order_, printed, fmt::format("{}.{}~{}", piece.id, copy, time)));
                task.piece = piece.id;
                task.object = piece.object;
                task.units = {{piece.id, copy, 1, 1}};
                task.attempt = time;
            }
        }
        Chain chain(tasks_, order_, again, units, time, rules_, course_);
        chain.comeAfter(left["print"], left, {});
        chain.addToCoat();
        chain.addRest({});
    }

    const WorkOrder& order_;
    const WaitRules& rules_;
    const Course& course_;
    std::vector<Task> tasks_;
    std::deque<OrderedPiece> works_;  ///< steps that chains look at
};

}  // namespace

void addTies(std::vector<Tie>& all, const std::vector<Tie>& more) {
    for (const Tie& tie : more)
        if (std::find(all.begin(), all.end(), tie) == all.end()) all.push_back(tie);
}

std::vector<Text> cautionsOf(const Task& task) {
    std::vector<Text> cautions;
    const Step& step = *task.details;
    if (!step.noted.empty())
        cautions.push_back(Text("Next time, you wrote: {words}", {{"words", step.noted}}));
    if (!step.caution.empty()) cautions.push_back(Text::catalogued(step.caution));
    return cautions;
}

double coatedArea(const Task& task) {
    const std::optional<Spread>& spreads = task.details->spreads;
    return spreads && spreads->on == Spread::On::both ? 2 * task.area_cm2 : task.area_cm2;
}

std::string stepKeyOf(const Task& task, const WorkOrder& order) {
    const OrderedPiece* piece = findPiece(order, task.piece);
    return stepKey(piece ? piece->method : "", task.step);
}

std::vector<int> copiesOf(const Task& task) {
    std::vector<int> copies;
    for (const WorkUnit& unit : task.units)
        if (std::find(copies.begin(), copies.end(), unit.copy) == copies.end()) copies.push_back(unit.copy);
    return copies;
}

std::vector<Task> without(const std::vector<Task>& tasks, const std::set<std::string>& ids) {
    std::vector<Task> kept;
    std::vector<std::size_t> at(tasks.size());
    std::vector<std::vector<Tie>> before(
        tasks.size());  // of those that go: what they came after, of those that stay
    for (std::size_t i = 0; i < tasks.size(); ++i) {
        std::vector<Tie> after;
        for (const Tie& tie : tasks[i].after) {
            if (ids.contains(tasks[tie.task].id)) {
                for (Tie other : before[tie.task]) {
                    // A deadline was for what went.
                    other.most_min.reset();
                    if (std::find(after.begin(), after.end(), other) == after.end()) after.push_back(other);
                }
            } else {
                after.push_back(tie);
                after.back().task = at[tie.task];
            }
        }
        if (ids.contains(tasks[i].id)) {
            before[i] = std::move(after);
            continue;
        }
        at[i] = kept.size();
        kept.push_back(tasks[i]);
        kept.back().after = std::move(after);
    }
    return kept;
}

std::vector<Task> tasksOf(const WorkOrder& order, const WaitRules& rules, const Course& course) {
    if (!order.sheets.empty()) return Tasks(order, rules, course).all();
    WorkOrder apart = order;
    apart.sheets = sheetsApart(order.pieces);
    return Tasks(apart, rules, course).all();
}

}  // namespace tympan
