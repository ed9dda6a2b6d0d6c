#pragma once
#include <algorithm>
#include <string>

#include "core/method/method.h"

namespace tympan {

/// What a printer leaves bare along each edge of an upright sheet.
struct PageMargins {
    double left = 5, top = 5, right = 5, bottom = 5;
    bool operator==(const PageMargins&) const = default;
};
inline PageMargins evenMargins(double mm) { return {mm, mm, mm, mm}; }

inline PageMargins atLeast(const PageMargins& m, double mm) {
    return {std::max(m.left, mm), std::max(m.top, mm), std::max(m.right, mm), std::max(m.bottom, mm)};
}

/// What prints: the machine at home, a copy shop, a friend's. A Job keeps its own copy.
struct Printer {
    int id = 1;
    std::string name;
    PrinterKind kind = PrinterKind::laser;
    bool black_only = false;  ///< it has black ink alone
    bool mirrors = false;     ///< the driver or the shop mirrors by itself: one turn more
    PageMargins margins;
    bool operator==(const Printer&) const = default;
};

inline constexpr double most_margin_mm = 500;

}  // namespace tympan
