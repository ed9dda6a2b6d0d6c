#pragma once
#include "core/nest/room.h"

namespace tympan {

/// How a shape lies: turned about its middle by [c -s; s c], which then lies at a place.
struct Pose {
    double rotation_deg = 0;
    PointMm at;
    bool operator==(const Pose&) const = default;
};

/// A shape that lies somewhere.
struct Placed {
    const NestShape* shape = nullptr;
    Pose pose;
    std::vector<PlacedEdge> edges;
    std::vector<EdgeRun> runs;
    std::vector<Pole> poles;
    double left = 0, top = 0, right = 0, bottom = 0;
};
void place(const NestShape& shape, const Pose& pose, Placed& placed);

/// Whether two overlap by more than a hair.
bool overlap(const Placed& a, const Placed& b);
/// How badly two collide that overlap, mm²: the less the further they would have to go. Never 0. A sum over
/// pairs of their circles, each by how deep they lie in each other; it goes on falling, ever more slowly,
/// once they do not, so that a way out can be felt from afar.
double severity(const Placed& a, const Placed& b);

bool inside(const NestRoom& room, const Placed& placed);
/// The same of one that reaches out of its room.
double severity(const NestRoom& room, const Placed& placed);

}  // namespace tympan
