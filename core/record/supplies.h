#pragma once
#include <filesystem>
#include <map>
#include <memory>

#include "core/record/log_entry.h"

namespace tympan {

/// A bottle or a pot on the shelf.
struct Supply {
    std::string id;    ///< RFC 9562
    std::string name;  ///< "matte gel medium"
    /// What is coated from it, by method and step as coverage is kept: "gel-rub-off/coat".
    std::vector<std::string> keys;
    double holds_ml = 0;           ///< when full; 0: not known
    double price = 0;              ///< in the maker's money; 0: not known
    std::optional<Moment> opened;  ///< none: it stands there unopened
    std::optional<Moment> empty;   ///< when it was used up or thrown away
    bool operator==(const Supply&) const = default;
};

nlohmann::json toJson(const Supply& supply);
/// Throws Error (input).
Supply readSupply(JsonReader reader);

/// What runs took from a supply, ml, where their amounts are known. Of two that were open at once for the
/// same step the one that was opened last is charged, as costOf does. `supplies`: all, this one among them.
double usedFrom(const Supply& supply, const std::vector<Supply>& supplies,
                const std::vector<LogEntry>& entries);
/// What is left of it, ml; nothing where that cannot be known.
std::optional<double> leftOf(const Supply& supply, const std::vector<Supply>& supplies,
                             const std::vector<LogEntry>& entries);

/// What a piece cost.
struct Cost {
    double bought = 0;                     ///< for it alone, as its maker says
    std::map<std::string, double> shared;  ///< its share of what is on the shelf, by the supply's name
    double unpriced_ml = 0;                ///< that it took of what has no price, or of nothing on the shelf
    double withShare() const;
};
Cost costOf(const LogEntry& entry, const std::vector<Supply>& supplies);

/// The entries with what the shelf says was put on: of what was open then, as costOf has it. What an entry
/// knows already stays.
std::vector<LogEntry> withProducts(std::vector<LogEntry> entries, const std::vector<Supply>& supplies);

/// A supply that has less left than some work takes. `needs_ml`: by key.
struct Short {
    std::string name;
    double needs_ml = 0, left_ml = 0;
};
std::vector<Short> shortFor(const std::map<std::string, double>& needs_ml,
                            const std::vector<Supply>& supplies, const std::vector<LogEntry>& entries);

/// The shelf in the maker's record. Throws Error (output) when it cannot be read or written.
class Shelf {
  public:
    explicit Shelf(const std::filesystem::path& file);
    ~Shelf();
    void keep(const Supply& supply);
    void erase(const std::string& id);
    /// By name; what cannot be read is left out.
    std::vector<Supply> all() const;

  private:
    struct Data;
    std::unique_ptr<Data> data_;
};

}  // namespace tympan
