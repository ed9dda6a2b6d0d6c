#include "core/printer/tray_check.h"

#include <algorithm>
#include <cmath>
#include <filesystem>
#include <numbers>

#include "core/base/data_folder.h"
#include "core/printer/registration.h"

namespace tympan {

namespace {

constexpr double seen_size_mm = 0.33, seen_crooked_mm = 0.5, seen_beside_mm = 0.5, seen_bare_mm = 0.3,
                 seen_white_mm = 0.2;

}  // namespace

std::vector<TrayFault> trayFaults(const TraySheet& sheet, const SimulatedPrinter& did, const Printer& known) {
    using Kind = TrayFault::Kind;
    if (sheet.jammed) return {{sheet.overhangs ? Kind::overhangs : Kind::jammed, 0}};
    std::vector<TrayFault> faults;
    if (did.printer.mirrors != known.mirrors) faults.push_back({Kind::mirrored, 0});
    if (known.prints_face && did.printer.prints_face && *known.prints_face != *did.printer.prints_face)
        faults.push_back({Kind::other_face, 0});

    const SheetShrink& heat = did.faults.shrink;
    const bool lying = sheet.paper.width > sheet.paper.height;
    const SizeMm paper{sheet.paper.width / (lying ? heat.y : heat.x),
                       sheet.paper.height / (lying ? heat.x : heat.y)};
    // Both mirror, or neither does: what is left over is the same.
    Printer sent = known;
    sent.mirrors = false;
    const Affine laid = laidBy(did.printer.registration, paper).after(sentFor(sent, paper));
    const Registration off = decomposed(laid).registration;
    const double wide = (off.scale_x - 1) * told_over_mm, high = (off.scale_y - 1) * told_over_mm;
    if (std::abs(wide) > seen_size_mm) faults.push_back({Kind::width, wide});
    if (std::abs(high) > seen_size_mm) faults.push_back({Kind::height, high});
    const double aside = std::tan(off.skew_deg * std::numbers::pi / 180) * told_over_mm;
    if (std::abs(aside) > seen_crooked_mm) faults.push_back({Kind::crooked, aside});
    const PointMm middle{paper.width / 2, paper.height / 2}, lies = laid(middle);
    if (const double beside = std::hypot(lies.x - middle.x, lies.y - middle.y); beside > seen_beside_mm)
        faults.push_back({Kind::beside, beside});

    const PageMargins &is = did.printer.margins,
                      kept = bareEdges(sent, lying ? SizeMm{paper.height, paper.width} : paper);
    const double bare =
        std::max({is.left - kept.left, is.top - kept.top, is.right - kept.right, is.bottom - kept.bottom});
    if (bare > seen_bare_mm) faults.push_back({Kind::cut_off, bare});
    if (!sheet.white.empty()) {
        double beside = 0;
        for (const PointMm& corner : {PointMm{0, 0}, PointMm{paper.width, 0}, PointMm{0, paper.height},
                                      PointMm{paper.width, paper.height}}) {
            const PointMm colour = sheet.laid(sentFor(sent, paper)(corner)),
                          white = sheet.white_laid(sentAgainFor(sent, paper)(corner));
            beside = std::max(beside, std::hypot(colour.x - white.x, colour.y - white.y));
        }
        if (beside > seen_white_mm) faults.push_back({Kind::white_beside, beside});
    }
    return faults;
}

std::vector<SimulatedPrinter> shippedSimulated() {
    std::vector<std::filesystem::path> files;
    for (const auto& each : std::filesystem::directory_iterator(dataFolder() / "printers"))
        files.push_back(each.path());
    std::sort(files.begin(), files.end());
    std::vector<SimulatedPrinter> printers;
    for (const auto& file : files) printers.push_back(readSimulated(file));
    return printers;
}

}  // namespace tympan
