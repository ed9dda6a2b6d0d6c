#include "core/layout/roll_length.h"

#include <algorithm>
#include <cmath>
#include <string>
#include <utility>
#include <vector>

#include "core/base/error.h"
#include "core/layout/imposition.h"

namespace tympan {

namespace {

constexpr int longest_mm = 5000;

/// At either end: what printers leave bare, and room for marks.
constexpr double end_mm = 15;

/// A part by itself may lie in the middle of its sheet: what is bare on the way there is cut out.
double lengthOf(const Sheet& sheet, const PixelGrid& grid) {
    const bool lying = sheet.page.width > sheet.page.height;
    std::vector<std::pair<double, double>> covered;
    for (const PlacedRegion& part : sheet.regions) {
        const RectMm at = grid.mm(part.inkedOnPage());
        covered.emplace_back(lying ? at.x : at.y, lying ? at.right() : at.bottom());
    }
    std::sort(covered.begin(), covered.end());
    double length = 0, end = -2 * end_mm;
    for (const auto& [from, to] : covered) {
        if (to <= end) continue;
        length += to - std::max(from, end) + std::clamp(from - end, 0.0, 2 * end_mm);
        end = to;
    }
    return length;
}

}  // namespace

std::optional<double> lengthOnRoll(const Job& job, double width_mm, const Progress& progress) {
    Job laid = job;
    laid.kept_sheets.clear();  // of other paper
    Imposition sheets;
    try {
        laid.sheets.paper = paperNamed(std::to_string(width_mm) + "x" + std::to_string(longest_mm));
        sheets = impose(laid, {}, progress);
    } catch (const Error& error) {
        if (error.kind() == Error::Kind::stopped) throw;
        return {};
    }
    if (sheets.sheets.empty()) return {};
    double length = 0;
    for (const Sheet& sheet : sheets.sheets) length += lengthOf(sheet, sheets.grid);
    return std::ceil(length);
}

}  // namespace tympan
