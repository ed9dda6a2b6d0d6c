#include "core/schedule/needs.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

namespace tympan {

namespace {

void addOnce(std::vector<std::string>& list, const std::string& word) {
    if (std::find(list.begin(), list.end(), word) == list.end()) list.push_back(word);
}

Needs::Printing& printingOf(std::vector<Needs::Printing>& printings, const Job& job, const Piece& piece) {
    const std::string& printer = printerOf(job, piece).name;
    const std::string& carrier = piece.method->carrier.name;
    const auto found = std::find_if(printings.begin(), printings.end(), [&](const Needs::Printing& each) {
        return each.printer == printer && each.carrier == carrier;
    });
    if (found != printings.end()) return *found;
    // Beside what the same one prints on other papers.
    const auto last = std::find_if(printings.rbegin(), printings.rend(),
                                   [&](const Needs::Printing& each) { return each.printer == printer; });
    return *printings.insert(last == printings.rend() ? printings.end() : last.base(),
                             {printer, carrier, 0, {}});
}

}  // namespace

std::vector<Needs::Printing> printingsOf(const Job& printed, const Imposition* imposition) {
    std::vector<Needs::Printing> printings;
    for (const Piece& piece : printed.pieces)
        addOnce(printingOf(printings, printed, piece).pieces, piece.name);
    if (imposition && imposition->prints.size() == printed.pieces.size())
        for (const Sheet& sheet : imposition->sheets)
            if (!sheet.regions.empty())
                ++printingOf(printings, printed, printed.pieces[sheet.regions.front().print]).sheets;
    return printings;
}

namespace {

/// Tools and supplies by id: what the methods cannot do without, then step by step in the order of the work.
std::vector<std::string> takenInOrder(const Job& printed, const Plan& plan) {
    std::vector<std::string> ids;
    for (const Piece& piece : printed.pieces)
        for (const std::string& need : piece.method->needs) addOnce(ids, need);
    std::vector<std::size_t> by_time(plan.tasks.size());
    std::iota(by_time.begin(), by_time.end(), 0);
    std::stable_sort(by_time.begin(), by_time.end(),
                     [&](std::size_t a, std::size_t b) { return plan.times[a].from < plan.times[b].from; });
    for (const std::size_t i : by_time)
        for (const std::string& need : toolsOf(plan.tasks[i].details)) addOnce(ids, need);
    return ids;
}

Text listOf(const std::vector<Tool>& tools, const std::map<std::string, double>& ml) {
    std::vector<Text> words;
    for (const Tool& each : tools) {
        const auto known = ml.find(each.id);
        words.push_back(known == ml.end()
                            ? Text::catalogued(each.name)
                            : Text("{name} ({ml} ml)", {{"name", Text::catalogued(each.name)},
                                                        {"ml", Rounded{std::ceil(known->second), 0}}}));
    }
    return Text::listed(std::move(words));
}

}  // namespace

Needs needsOf(const Job& printed, const Imposition* imposition, const Plan& plan, const WorkOrder& order) {
    Needs needs;
    needs.printings = printingsOf(printed, imposition);
    for (const std::string& id : takenInOrder(printed, plan)) {
        const Tool tool = toolNamed(id);
        (tool.kind == Tool::Kind::tool ? needs.tools : needs.supplies).push_back(tool);
    }
    const std::vector<CoatArea> areas = coatAreas(plan, order);
    for (const CoatArea& area : areas) {
        const auto same = std::find_if(needs.coatings.begin(), needs.coatings.end(),
                                       [&](const Needs::Coating& each) { return each.key == area.key; });
        Needs::Coating& coating = same != needs.coatings.end()
                                      ? *same
                                      : needs.coatings.emplace_back(Needs::Coating{
                                            area.key, area.method, area.name, area.spread, {}, 0, {}});
        coating.areas.push_back(area);
        coating.cm2 += area.cm2 * area.coats;
    }
    const auto amounts = amountsOf(areas, printed.work.coverage);
    for (Needs::Coating& coating : needs.coatings)
        if (const auto known = amounts.find(coating.key); known != amounts.end()) coating.ml = known->second;
    std::set<std::string> not_known;
    for (const Needs::Coating& coating : needs.coatings) {
        if (coating.ml)
            needs.ml[coating.spread] += *coating.ml;
        else
            not_known.insert(coating.spread);
    }
    for (const std::string& id : not_known) needs.ml.erase(id);
    return needs;
}

Text placeOf(const CoatArea& area, const WorkOrder& order) {
    const OrderedObject* object = area.of_sheet ? nullptr : findObject(order, area.object);
    const Text what = object ? Text::catalogued(object->name) : Text("the prints");
    if (object && area.on_print) return Text("{object}, on the print", {{"object", what}});
    if (object && area.on_both) return Text("{object} and the print, both", {{"object", what}});
    return area.face.empty()
               ? what
               : Text("{object}, {face}", {{"object", what}, {"face", Text::catalogued(area.face)}});
}

std::vector<Text> inLines(const Needs& needs, const WorkOrder& order) {
    std::vector<Text> lines;
    for (const Needs::Printing& each : needs.printings) {
        const Argument printer("printer", each.printer), paper("paper", Text::catalogued(each.carrier)),
            pieces("pieces", Text::names(each.pieces));
        lines.push_back(
            each.sheets == 0
                ? Text("{printer}: {paper}: {pieces}.", {printer, paper, pieces})
                : Text("{printer}: {count, plural, one {one sheet} other {# sheets}}, {paper}: {pieces}.",
                       {printer, {"count", each.sheets}, paper, pieces}));
    }
    for (const auto& [shop, things] : byShop(needs.supplies))
        lines.push_back(Text("{shop}: {things}.", {{"shop", Text::catalogued(calledBy(shop))},
                                                   {"things", listOf(things, needs.ml)}}));
    if (!needs.tools.empty())
        lines.push_back(Text("Tools: {things}.", {{"things", listOf(needs.tools, {})}}));
    for (const Needs::Coating& coating : needs.coatings) {
        std::vector<Text> areas;
        for (const CoatArea& area : coating.areas)
            areas.push_back(Text("{place}: {area} cm²{coats, plural, =1 {} other {, # times}}",
                                 {{"place", placeOf(area, order)},
                                  {"area", Rounded{std::ceil(area.cm2), 0}},
                                  {"coats", area.coats}}));
        const Argument step("step", Text::catalogued(coating.name)),
            where("areas", Text::listed(std::move(areas), "; "));
        lines.push_back(coating.ml ? Text("{step}: {areas}; {ml} ml in all by your coverage.",
                                          {step, where, {"ml", Rounded{std::ceil(*coating.ml), 0}}})
                                   : Text("{step}: {areas}.", {step, where}));
    }
    return lines;
}

}  // namespace tympan
