#include "core/schedule/units.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace tympan {

std::vector<std::vector<WorkUnit>> chunksOf(const std::vector<WorkUnit>& units, double minutes_of_unit,
                                            double most) {
    const double room = minutes_of_unit > 0 ? std::floor(most / minutes_of_unit) : 1e6;
    const auto size = static_cast<std::size_t>(std::clamp(room, 1.0, 1e6));
    std::vector<std::vector<WorkUnit>> all;
    for (std::size_t i = 0; i < units.size(); i += size)
        all.emplace_back(units.begin() + static_cast<std::ptrdiff_t>(i),
                         units.begin() + static_cast<std::ptrdiff_t>(std::min(units.size(), i + size)));
    return all;
}

std::string keyOf(const std::vector<WorkUnit>& units, int object, int attempt) {
    const WorkUnit &first = units.front(), &last = units.back();
    const bool whole = first.part == 1 && last.part == last.parts;
    const auto copyOf = [&](const WorkUnit& unit) {
        return whole ? fmt::format("{}", unit.copy) : fmt::format("{}p{}", unit.copy, unit.part);
    };
    const auto pieceOf = [&](const WorkUnit& unit) {
        return unit.piece == 0 ? fmt::format("{}{}", objectPrefix, object) : fmt::format("{}", unit.piece);
    };
    std::string key = fmt::format("{}.{}", pieceOf(first), copyOf(first));
    if (last.piece != first.piece)
        key += fmt::format("-{}.{}", pieceOf(last), copyOf(last));
    else if (copyOf(last) != copyOf(first))
        key += fmt::format("-{}", copyOf(last));
    return attempt > 1 ? key + fmt::format("~{}", attempt) : key;
}

}  // namespace tympan
