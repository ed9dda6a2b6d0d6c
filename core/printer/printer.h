#pragma once
#include <algorithm>
#include <optional>
#include <string>
#include <vector>

#include "core/measure/geometry.h"
#include "core/method/method.h"
#include "core/printer/device_curve.h"

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

/// How a printer lays what it is sent onto an upright sheet, as it was measured: a place (x, y) of the page
/// comes to lie at offset + R(skew) (scale_x x, scale_y y), mm from the sheet's top left corner, y down; R
/// turns clockwise. See registration.h.
struct Registration {
    double scale_x = 1, scale_y = 1;
    double skew_deg = 0;
    PointMm offset{};
    bool exact() const { return *this == Registration{}; }
    bool operator==(const Registration&) const = default;
};

/// Which face of a sheet is printed, as it lies in the tray.
enum class PaperFace { up, down };
inline constexpr PaperFace paper_faces[] = {PaperFace::up, PaperFace::down};
std::string_view name(PaperFace face);

/// One of a printer's trays, and what an X on a sheet in it told.
struct PrinterTray {
    std::string name;  ///< "rear feed"
    std::optional<PaperFace> prints_face;
    bool operator==(const PrinterTray&) const = default;
};

/// What its driver is told for a carrier.
struct DriverRecipe {
    std::string carrier, media_type, quality, notes;
    bool operator==(const DriverRecipe&) const = default;
};

/// What becomes of a sheet's size when heat has gone over it once, in parts of its former size.
struct SheetShrink {
    double x = 1, y = 1;
    bool operator==(const SheetShrink&) const = default;
};

/// A shop prints: its prints are ordered, waited for and collected.
struct ShopTerms {
    std::optional<double> lead_h;  ///< hours from the order until they can be collected; none: not known
    int proofs = 0;                ///< ordered first, from so many shops, of which one is chosen
    bool operator==(const ShopTerms&) const = default;

    /// For keys: whatever a shop's terms, the same is printed.
    friend int identityOf(const ShopTerms&) { return 0; }
};
inline constexpr double most_lead_h = 24 * 60;
inline constexpr int most_proofs = 2;

/// What prints: the machine at home, a copy shop, a friend's. A Job keeps its own copy.
struct Printer {
    int id = 1;
    std::string name;
    PrinterKind kind = PrinterKind::laser;
    bool black_only = false;  ///< it has black ink alone
    bool mirrors = false;     ///< the driver or the shop mirrors by itself: one turn more
    PageMargins margins;
    Registration registration;
    std::optional<PaperFace> prints_face;  ///< none: nobody has tried
    std::vector<PrinterTray> trays;
    std::vector<DriverRecipe> recipes;
    DeviceCurve curve;                  ///< of its greys
    std::string notes;                  ///< what the shop, or whoever owns it, said of it
    std::optional<SheetShrink> shrink;  ///< between two passes, as it was measured; none: nobody has
    PointMm
        white_beside{};  ///< where a second pass came to lie beside the first for all that, mm of the sheet
    bool white_with_colour = false;  ///< it lays white and colour in one go
    std::optional<ShopTerms> shop;   ///< it is not the maker's own
    bool operator==(const Printer&) const = default;
};

inline constexpr double most_margin_mm = 500;

}  // namespace tympan
