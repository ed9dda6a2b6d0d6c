#include "core/marks/cut_marks.h"

#include <algorithm>
#include <cmath>

#include "core/layout/cut_outline.h"
#include "core/measure/outline_operations.h"

namespace tympan {

namespace {

constexpr double trim_line_mm = 0.15, outside_mm = 0.6, dash_mm = 3, between_mm = 2;
/// So that neighbours' lines, and a line and the neighbour's ink, stay apart.
constexpr double least_gap_mm = 2 * (outside_mm + trim_line_mm) + 0.4;

bool ofWholePieces(const Sheet& sheet) { return !sheet.laid_whole && !sheet.regions.front().tile; }

std::vector<Outline> outlines(const Imposition& imposition, const Sheet& sheet) {
    std::vector<Outline> all;
    for (const PlacedRegion& part : sheet.regions)
        all.push_back(onPage(imposition.cuts[part.print], part, imposition.grid));
    return all;
}

}  // namespace

std::vector<CornerMark> cornerMarks(const Job& job, const Imposition& imposition, const Sheet& sheet) {
    std::vector<CornerMark> corners;
    if (!job.sheets.corner_marks || !ofWholePieces(sheet)) return corners;
    const RectMm area = imposition.grid.mm(sheet.printable);
    const std::vector<Outline> pieces = outlines(imposition, sheet);
    constexpr double clear_mm = 1;
    for (const CornerMark& corner : {CornerMark{{area.x, area.y}, 1, 1},
                                     {{area.right(), area.y}, -1, 1},
                                     {{area.right(), area.bottom()}, -1, -1},
                                     {{area.x, area.bottom()}, 1, -1}}) {
        const double reach = corner_arm_mm + clear_mm;
        const RectMm room{std::min(corner.at.x, corner.at.x + corner.along_x * reach),
                          std::min(corner.at.y, corner.at.y + corner.along_y * reach), reach, reach};
        if (std::none_of(pieces.begin(), pieces.end(), [&](const Outline& piece) {
                return overlaps(bounds(piece), room) && !shared(piece, rectangleOutline(room)).empty();
            }))
            corners.push_back(corner);
    }
    return corners;
}

Marks drawn(const std::vector<CornerMark>& corners) {
    Marks marks;
    for (const CornerMark& corner : corners) {
        const auto arm = [&](double across, double down) {
            marks.push_back(box({std::min(corner.at.x, corner.at.x + corner.along_x * across),
                                 std::min(corner.at.y, corner.at.y + corner.along_y * down), across, down}));
        };
        arm(corner_arm_mm, corner_line_mm);
        arm(corner_line_mm, corner_arm_mm);
    }
    return marks;
}

Marks cutLines(const Job& job, const Imposition& imposition, const Sheet& sheet) {
    Marks marks;
    if (!job.sheets.cut_lines || !ofWholePieces(sheet) || job.sheets.scissor_gap_mm < least_gap_mm)
        return marks;
    for (const Outline& piece : outlines(imposition, sheet))
        for (const Ring& ring : simplified(offset(piece, outside_mm), 0.02).rings) {
            double walked = 0;  // from where the present dash or gap began
            bool inked = true;
            for (std::size_t i = 0; i < ring.size(); ++i) {
                PointMm from = ring[i];
                const PointMm& to = ring[(i + 1) % ring.size()];
                for (;;) {
                    const double left = std::hypot(to.x - from.x, to.y - from.y);
                    const double step = (inked ? dash_mm : between_mm) - walked;
                    if (left < 1e-6) break;
                    const double part = std::min(1.0, step / left);
                    const PointMm next{std::lerp(from.x, to.x, part), std::lerp(from.y, to.y, part)};
                    if (inked && part * left > 1e-3) marks.push_back(stroke(from, next, trim_line_mm, 0.35));
                    from = next;
                    if (part < 1) {
                        walked = 0;
                        inked = !inked;
                    } else {
                        walked += left;
                        break;
                    }
                }
            }
        }
    return marks;
}

std::vector<Outline> cutOutlines(const Job& job, const Imposition& imposition, const Sheet& sheet) {
    std::vector<Outline> cuts;
    if (!ofWholePieces(sheet)) return cuts;
    const double by = std::min(job.sheets.cut_beyond_mm, job.sheets.scissor_gap_mm / 2);
    for (Outline& piece : outlines(imposition, sheet))
        cuts.push_back(by > 0 ? offset(piece, by) : std::move(piece));
    return cuts;
}

}  // namespace tympan
