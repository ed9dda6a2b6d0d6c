#include "core/layout/roll_length.h"

#include <algorithm>
#include <cmath>
#include <string>

#include "core/base/error.h"
#include "core/layout/imposition.h"

namespace tympan {

namespace {

constexpr int longest_mm = 5000;

/// At either end: what printers leave bare, and room for marks.
constexpr double end_mm = 15;

double lengthOf(const Sheet& sheet, const PixelGrid& grid) {
    const bool lying = sheet.page.width > sheet.page.height;
    double first = longest_mm, last = 0;
    for (const PlacedRegion& part : sheet.regions) {
        const RectMm at = grid.mm(part.inkedOnPage());
        first = std::min(first, lying ? at.x : at.y);
        last = std::max(last, lying ? at.right() : at.bottom());
    }
    return last - first + 2 * std::min(first, end_mm);
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
