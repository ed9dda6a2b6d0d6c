#include "core/schedule/units.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace tympan {

namespace {

constexpr double patch_cm2 = 600;  // a guess: about a sheet of A4

}  // namespace

std::vector<WorkUnit> patchesOf(const std::vector<WorkUnit>& units,
                                const std::function<double(const WorkUnit&)>& area_cm2) {
    std::vector<WorkUnit> patches;
    for (const WorkUnit& unit : units) {
        const int count = static_cast<int>(std::ceil(area_cm2(unit) / patch_cm2));
        if (unit.parts > 1 || unit.sheet != 0 || count < 2) {
            patches.push_back(unit);
            continue;
        }
        for (int part = 1; part <= count; ++part)
            patches.push_back({unit.piece, unit.copy, part, count, true});
    }
    return patches;
}

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
    if (first.sheet != 0)
        return first.sheet == last.sheet ? fmt::format("{}{}", sheetPrefix, first.sheet)
                                         : fmt::format("{}{}-{}", sheetPrefix, first.sheet, last.sheet);
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

void putOnSheets(Task& task, const WorkOrder& order, const std::vector<const OrderedSheet*>& sheets) {
    std::set<std::pair<int, int>> said;
    std::set<int> objects;
    for (const OrderedSheet* sheet : sheets) {
        for (const OrderedSheet::Part& part : sheet->parts) {
            const OrderedPiece& piece = *findPiece(order, part.piece);
            objects.insert(piece.object);
            // Spares are printed with them, and are nobody's work until they are needed.
            if (part.copy <= piece.copies && said.insert({part.piece, part.copy}).second)
                task.units.push_back({part.piece, part.copy, 1, 1});
        }
        if (!sheet->label.empty()) task.sheets.push_back(sheet->label);
    }
    std::sort(task.units.begin(), task.units.end(), [](const WorkUnit& a, const WorkUnit& b) {
        return std::pair{a.piece, a.copy} < std::pair{b.piece, b.copy};
    });
    task.object = objects.size() == 1 ? *objects.begin() : 0;
    task.of_sheet = true;
    task.face.clear();
}

}  // namespace tympan
