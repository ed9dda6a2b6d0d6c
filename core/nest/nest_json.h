#pragma once
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/nest/problem.h"

namespace tympan {

struct ReadNestProblem {
    NestProblem problem;
    std::vector<Text> notes;  ///< what was mended: "piece \"a\": its outline crossed itself"
};

/// Reads `{"container":{"outline":[[x,y],…],"holes":[…]},"max_containers":N|null,"gap_mm","edge_gap_mm",
/// "rotations":"none"|"quarter"|"free","pieces":[{"id","outline","holes","copies"}]}`. Outlines that cross
/// themselves, run either way, or have points twice are mended. Throws Error (input) that names what is wrong
/// and where: no area, no room between limits, fields that are missing or of the wrong kind.
ReadNestProblem readNestProblem(const std::string& file, const std::string& text);

/// `{"containers":[{"placements":[{"piece","copy","rotation_deg","x_mm","y_mm"}]}],"unplaced":[{"piece","copy"}],
/// "density","seconds"}`.
std::string nestLayoutJson(const NestProblem& problem, const NestLayout& layout, double seconds);

/// The containers beside each other, true to size in mm: what is cut in the layer "cut", the containers in
/// "keep", the pieces' names in "labels".
std::string nestSvg(const NestProblem& problem, const NestLayout& layout);

}  // namespace tympan
