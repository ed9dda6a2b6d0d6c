#include "core/record/supplies.h"

#include <algorithm>

#include "core/record/database.h"
#include "core/record/json_rows.h"

namespace tympan {

namespace {

bool isFor(const Supply& supply, const std::string& key) {
    return std::find(supply.keys.begin(), supply.keys.end(), key) != supply.keys.end();
}

bool openAt(const Supply& supply, Moment at) {
    return supply.opened && *supply.opened <= at && (!supply.empty || at < *supply.empty);
}

nlohmann::json momentJson(Moment at) { return at.time_since_epoch().count(); }

std::optional<Moment> readMoment(JsonReader& reader, const std::string& field) {
    if (!reader.has(field)) return {};
    return Moment{std::chrono::seconds{static_cast<long long>(reader.number(field, 0, 6.4e9))}};
}

/// The supply that a step took from: what the maker said it was, else of those open then for such work the
/// one opened last. Nothing of what is not on the shelf.
const Supply* takenFrom(const std::vector<Supply>& supplies, const DoneStep& step, Moment at) {
    const Supply* from = nullptr;
    for (const Supply& supply : supplies) {
        const bool its = step.product.empty() ? isFor(supply, step.key) : supply.name == step.product;
        if (its && openAt(supply, at) && (!from || *supply.opened > *from->opened)) from = &supply;
    }
    return from;
}

}  // namespace

nlohmann::json toJson(const Supply& supply) {
    nlohmann::json json{{"id", supply.id},
                        {"name", supply.name},
                        {"for", supply.keys},
                        {"holds_ml", supply.holds_ml},
                        {"price", supply.price}};
    if (supply.opened) json["opened"] = momentJson(*supply.opened);
    if (supply.empty) json["empty"] = momentJson(*supply.empty);
    return json;
}

Supply readSupply(JsonReader reader) {
    Supply supply;
    supply.id = reader.text("id");
    supply.name = reader.note("name");
    supply.keys = reader.texts("for");
    supply.holds_ml = reader.number("holds_ml", 0, 1e6, 0);
    supply.price = reader.number("price", 0, 1e9, 0);
    supply.opened = readMoment(reader, "opened");
    supply.empty = readMoment(reader, "empty");
    reader.finish();
    return supply;
}

double usedFrom(const Supply& supply, const std::vector<Supply>& supplies,
                const std::vector<LogEntry>& entries) {
    double ml = 0;
    for (const LogEntry& entry : entries)
        if (openAt(supply, entry.begun))
            for (const DoneStep& step : entry.steps) {
                if (step.ml <= 0) continue;
                const Supply* from = takenFrom(supplies, step, entry.begun);
                if (from && from->id == supply.id) ml += step.ml;
            }
    return ml;
}

std::optional<double> leftOf(const Supply& supply, const std::vector<Supply>& supplies,
                             const std::vector<LogEntry>& entries) {
    if (supply.holds_ml <= 0) return {};
    if (supply.empty) return 0;
    return std::max(0.0, supply.holds_ml - usedFrom(supply, supplies, entries));
}

double Cost::withShare() const {
    double sum = bought;
    for (const auto& [name, share] : shared) sum += share;
    return sum;
}

Cost costOf(const LogEntry& entry, const std::vector<Supply>& supplies) {
    Cost cost;
    cost.bought = entry.bought;
    for (const DoneStep& step : entry.steps) {
        if (step.ml <= 0) continue;
        const Supply* from = takenFrom(supplies, step, entry.begun);
        if (from && from->price > 0 && from->holds_ml > 0)
            cost.shared[from->name] += from->price * step.ml / from->holds_ml;
        else
            cost.unpriced_ml += step.ml;
    }
    return cost;
}

std::vector<LogEntry> withProducts(std::vector<LogEntry> entries, const std::vector<Supply>& supplies) {
    for (LogEntry& entry : entries)
        for (DoneStep& step : entry.steps)
            if (step.hands && step.product.empty())
                if (const Supply* from = takenFrom(supplies, step, entry.made)) step.product = from->name;
    return entries;
}

std::vector<Short> shortFor(const std::map<std::string, double>& needs_ml,
                            const std::vector<Supply>& supplies, const std::vector<LogEntry>& entries) {
    std::vector<Short> low;
    for (const Supply& supply : supplies) {
        const auto left = leftOf(supply, supplies, entries);
        if (!left || !supply.opened || supply.empty) continue;
        Short one{supply.name, 0, *left};
        double whole = *left;
        for (const auto& [key, ml] : needs_ml)
            if (isFor(supply, key)) one.needs_ml += ml;
        // Another of the same that stands there helps out, once whatever it is for.
        for (const Supply& other : supplies)
            if (&other != &supply && !other.empty &&
                std::any_of(needs_ml.begin(), needs_ml.end(), [&](const auto& need) {
                    return isFor(supply, need.first) && isFor(other, need.first);
                }))
                whole += leftOf(other, supplies, entries).value_or(0);
        if (one.needs_ml > whole) low.push_back(one);
    }
    return low;
}

struct Shelf::Data {
    std::filesystem::path file;
    mutable SQLite::Database record;
};

Shelf::Shelf(const std::filesystem::path& file) : data_(new Data{file, openRecord(file)}) {}
Shelf::~Shelf() = default;

void Shelf::keep(const Supply& supply) {
    keeping(data_->file, [&] {
        SQLite::Statement put(data_->record, "INSERT OR REPLACE INTO supplies (id, supply) VALUES (?, ?)");
        put.bind(1, supply.id);
        put.bind(2, jsonText(toJson(supply)));
        put.exec();
    });
}

void Shelf::erase(const std::string& id) {
    keeping(data_->file, [&] {
        SQLite::Statement gone(data_->record, "DELETE FROM supplies WHERE id = ?");
        gone.bind(1, id);
        gone.exec();
    });
}

std::vector<Supply> Shelf::all() const {
    return keeping(data_->file, [&] {
        std::vector<Supply> found =
            readableRows(data_->record, "SELECT supply FROM supplies", "a supply", readSupply);
        std::sort(found.begin(), found.end(),
                  [](const Supply& a, const Supply& b) { return a.name < b.name; });
        return found;
    });
}

}  // namespace tympan
