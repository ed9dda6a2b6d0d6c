#include "core/method/troubles.h"

#include <algorithm>

#include "core/base/catalogue.h"
#include "core/base/data_folder.h"
#include "core/base/json_named.h"
#include "core/method/step_json.h"

namespace tympan {

namespace {

constexpr Remedy remedies[] = {Remedy::mend, Remedy::stop, Remedy::go_on, Remedy::again};
constexpr NextTime::Change changes[] = {NextTime::Change::said, NextTime::Change::coats,
                                        NextTime::Change::wait, NextTime::Change::also,
                                        NextTime::Change::without};

template <class Value>
bool fits(const std::vector<Value>& list, const Value& value) {
    return list.empty() || std::find(list.begin(), list.end(), value) != list.end();
}

TroubleCase::Next readNext(JsonReader reader) {
    TroubleCase::Next next;
    next.words = reader.text("words");
    next.steps = reader.texts("steps");
    next.change = readNamed(reader, "change", changes);
    next.value = reader.number("value", 0, 60 * 24 * 31, 0);
    reader.finish();
    return next;
}

TroubleCase readCase(JsonReader& reader) {
    TroubleCase read;
    if (reader.has("methods")) read.methods = reader.texts("methods");
    if (reader.has("at"))
        for (const std::string& kind : reader.texts("at")) {
            const auto& names = workNames();
            const auto found = std::find(names.begin(), names.end(), kind);
            if (found == names.end())
                reader.fail("at", Text("\"{kind}\" is no kind of step", {{"kind", kind}}));
            read.at.push_back(static_cast<Work>(found - names.begin()));
        }
    if (reader.has("printers")) read.printers = readPrinters(reader, "printers");
    read.cause = reader.text("cause");
    read.remedy = readNamed(reader, "remedy", remedies);
    read.now = reader.text("now");
    if (reader.has("next")) read.next = readNext(reader.object("next"));
    read.basis = readBasis(reader);
    reader.finish();
    return read;
}

}  // namespace

std::string_view name(Remedy remedy) {
    constexpr std::string_view names[] = {"mend", "stop", "go-on", "again"};
    return names[static_cast<std::size_t>(remedy)];
}

std::vector<Trouble> readTroubles(const JsonText& source) {
    return readCatalogue(source, {"tympan-troubles-1"}, "troubles", [](JsonReader& entry) {
        Trouble trouble{entry.id("id"), entry.text("name"), entry.note("fault"), {}};
        for (JsonReader& each : entry.objects("cases")) trouble.cases.push_back(readCase(each));
        // So that there is always one to show.
        if (trouble.cases.empty() || !trouble.cases.back().methods.empty() ||
            !trouble.cases.back().at.empty() || !trouble.cases.back().printers.empty())
            entry.fail("cases", Text("must end with one that fits always"));
        entry.finish();
        return trouble;
    });
}

const std::vector<Trouble>& shippedTroubles() {
    static const std::vector<Trouble> troubles = readTroubles(readJsonText(dataFolder() / "troubles.json"));
    return troubles;
}

const Trouble* findTrouble(const std::string& id) {
    for (const Trouble& each : shippedTroubles())
        if (each.id == id) return &each;
    return nullptr;
}

const TroubleCase& caseOf(const Trouble& trouble, const TroubleAt& at) {
    const auto found = std::find_if(trouble.cases.begin(), trouble.cases.end(), [&](const TroubleCase& each) {
        return fits(each.methods, at.method) && fits(each.at, at.work) &&
               (each.printers.empty() || (at.printer && fits(each.printers, *at.printer)));
    });
    return found == trouble.cases.end() ? trouble.cases.back() : *found;
}

std::optional<NextTime> nextTimeOf(const TroubleCase& of, const std::vector<Step>& steps) {
    if (!of.next) return {};
    for (const std::string& id : of.next->steps)
        for (const Step& step : steps) {
            if (step.id != id) continue;
            const auto can = changesOf(step);
            if (std::find(can.begin(), can.end(), of.next->change) == can.end()) continue;
            return NextTime{of.next->words, id, of.next->change, of.next->value};
        }
    return {};
}

}  // namespace tympan
