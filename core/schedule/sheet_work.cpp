#include "core/schedule/sheet_work.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/schedule/shop_work.h"

namespace tympan {

namespace {

// Guesses of ours: to get the printer ready, and for each sheet.
const Effort printing{guessedMinutes(2), guessedMinutes(1), {}};

const OrderedPiece& firstOn(const WorkOrder& order, const OrderedSheet& sheet) {
    return *findPiece(order, sheet.parts.front().piece);
}

/// The steps of a sheet that some piece on it needs, by their ids.
std::set<std::string> neededOn(const WorkOrder& order, const OrderedSheet& sheet) {
    std::set<std::string> needed;
    for (const Step& step : firstOn(order, sheet).steps) {
        if (!step.of_sheet) continue;
        const bool is_needed =
            std::any_of(sheet.parts.begin(), sheet.parts.end(), [&](const OrderedSheet::Part& part) {
                const OrderedPiece& piece = *findPiece(order, part.piece);
                const OrderedObject* object = findObject(order, piece.object);
                return isNeeded(step, useOf(piece, object));
            });
        if (is_needed) needed.insert(step.id);
    }
    return needed;
}

/// Sheets that go through the same steps together.
struct Batch {
    std::string alike;
    std::set<std::string> needed;
    std::vector<std::size_t> sheets;
};

std::vector<Batch> batchesOf(const WorkOrder& order) {
    std::vector<Batch> batches;
    for (std::size_t i = 0; i < order.sheets.size(); ++i) {
        const OrderedPiece& first = firstOn(order, order.sheets[i]);
        std::set<std::string> needed = neededOn(order, order.sheets[i]);
        std::string alike = fmt::format("{} {} {}", first.method, first.printer_name, first.carrier);
        for (const std::string& step : needed) alike += " " + step;
        auto batch = std::find_if(batches.begin(), batches.end(),
                                  [&](const Batch& each) { return each.alike == alike; });
        if (batch == batches.end())
            batch = batches.insert(batches.end(), {std::move(alike), std::move(needed), {}});
        batch->sheets.push_back(i);
    }
    return batches;
}

}  // namespace

bool printsItself(const OrderedPiece& piece) {
    return std::any_of(piece.steps.begin(), piece.steps.end(),
                       [](const Step& step) { return step.work == Work::print; });
}

Task printingOf(const WorkOrder& order, const std::vector<const OrderedSheet*>& sheets,
                const std::string& key) {
    Task task;
    task.id = task.load = key + ".print";
    task.chain = key;
    task.piece = sheets.front()->parts.front().piece;
    putOnSheets(task, order, sheets);
    task.step = "print";
    task.work = Work::print;
    Step step;
    step.id = task.step;
    step.work = task.work;
    step.name = Source("Print").string();
    step.words = Source("Print every sheet, spares too.").string();
    step.good = Source("Every sheet is whole, with no streak and no gap.").string();
    task.details = std::move(step);
    task.hands = true;
    task.place = Place::printer;
    const Minutes work = minutesOf(printing, static_cast<int>(sheets.size()), 0);
    task.least_min = work.least;
    task.usual_min = work.usual;
    task.most_min = work.most;
    return task;
}

SheetWork::SheetWork(std::vector<Task>& tasks, const WorkOrder& order, const WaitRules& rules,
                     const Course& course)
    : tasks_(tasks), order_(order), rules_(rules), course_(course), of_sheet_(order.sheets.size()) {
    addPrintings();
    addSheets();
}

void SheetWork::addPrintings() {
    std::map<std::pair<std::string, std::string>, std::vector<std::size_t>> printings;
    std::vector<std::pair<std::string, std::string>> in_order;
    for (std::size_t i = 0; i < order_.sheets.size(); ++i) {
        const OrderedPiece& first = firstOn(order_, order_.sheets[i]);
        if (printsItself(first)) continue;
        const std::pair key{first.printer_name, first.carrier};
        if (!printings.contains(key)) in_order.push_back(key);
        printings[key].push_back(i);
    }
    for (const auto& key : in_order) {
        std::vector<const OrderedSheet*> sheets;
        for (const std::size_t i : printings[key]) sheets.push_back(&order_.sheets[i]);
        const OrderedPiece& first = firstOn(order_, *sheets.front());
        if (first.ordered)
            addShopWork(tasks_, order_, sheets);
        else
            tasks_.push_back(printingOf(order_, sheets, fmt::format("{}", first.id)));
        const Tie tie{tasks_.size() - 1, false, 0, {}};
        for (const std::size_t i : printings[key]) of_sheet_[i].ends = of_sheet_[i].left["print"] = {tie};
    }
}

void SheetWork::addSheets() {
    for (const Batch& batch : batchesOf(order_)) {
        OrderedPiece& work = works_.emplace_back(firstOn(order_, order_.sheets[batch.sheets.front()]));
        work.object = 0;
        work.chosen.clear();
        work.left_out.clear();
        std::erase_if(work.steps, [](const Step& step) { return !step.of_sheet; });
        if (work.steps.empty()) continue;
        std::vector<WorkUnit> units;
        std::vector<Tie> before;
        for (Step& step : work.steps) {
            if (!batch.needed.contains(step.id)) work.left_out.insert(step.id);
            // Those that are needed are needed whatever the object.
            step.optional = false;
            step.unless.clear();
            step.on.clear();
            step.not_on.clear();
            step.only.clear();
        }
        for (const std::size_t i : batch.sheets) {
            units.push_back({.piece = 0, .copy = 1, .sheet = static_cast<int>(i) + 1});
            addTies(before, of_sheet_[i].ends);
        }
        Chain chain(tasks_, order_, work, std::move(units), 1, rules_, course_);
        chain.comeAfter(before, {{"print", before}}, {});
        chain.addToCoat();
        chain.addRest({});
        for (const std::size_t i : batch.sheets) {
            of_sheet_[i].ends = only(chain.ends(), order_.sheets[i]);
            for (const auto& [step, ties] : chain.left())
                of_sheet_[i].left[step] = only(ties, order_.sheets[i]);
            // What is not needed leaves what was before it.
            std::vector<Tie> last = of_sheet_[i].left["print"];
            for (const Step& step : work.steps)
                last = of_sheet_[i].left.try_emplace(step.id, last).first->second;
        }
    }
}

/// Of what a chain left, what is about one of its sheets; all of it where nothing is.
std::vector<Tie> SheetWork::only(const std::vector<Tie>& ties, const OrderedSheet& sheet) const {
    std::vector<Tie> found;
    for (const Tie& tie : ties)
        if (std::any_of(tasks_[tie.task].units.begin(), tasks_[tie.task].units.end(),
                        [&](const WorkUnit& unit) {
                            return std::any_of(sheet.parts.begin(), sheet.parts.end(),
                                               [&](const OrderedSheet::Part& part) {
                                                   return part.piece == unit.piece && part.copy == unit.copy;
                                               });
                        }))
            found.push_back(tie);
    return found.empty() ? ties : found;
}

SheetWork::Before SheetWork::before(const std::vector<WorkUnit>& units) const {
    Before before;
    for (std::size_t i = 0; i < order_.sheets.size(); ++i) {
        const bool has =
            std::any_of(order_.sheets[i].parts.begin(), order_.sheets[i].parts.end(),
                        [&](const OrderedSheet::Part& part) {
                            return std::any_of(units.begin(), units.end(), [&](const WorkUnit& unit) {
                                return unit.piece == part.piece && unit.copy == part.copy;
                            });
                        });
        if (!has) continue;
        addTies(before.ends, of_sheet_[i].ends);
        for (const auto& [step, ties] : of_sheet_[i].left) addTies(before.left[step], ties);
    }
    return before;
}

}  // namespace tympan
