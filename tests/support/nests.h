#pragma once
#include <cmath>
#include <set>
#include <string>

#include "core/measure/outline_operations.h"
#include "core/nest/nest.h"

namespace tympan::tests {

inline Outline box(double width, double height) { return rectangleOutline({0, 0, width, height}); }

/// A star-like outline with as many corners as that, about the origin.
inline Outline jagged(const std::vector<double>& radii) {
    Ring ring;
    for (std::size_t i = 0; i < radii.size(); ++i) {
        const double angle =
            2 * 3.14159265358979 * static_cast<double>(i) / static_cast<double>(radii.size());
        ring.push_back({radii[i] * std::cos(angle), radii[i] * std::sin(angle)});
    }
    return tidied({ring});
}

inline Outline laid(const NestProblem& problem, const NestPlace& place) {
    return moved(rotated(problem.pieces[place.piece].outline, place.rotation_deg), place.at);
}

/// How far apart two shapes are that share nothing: somewhere a corner of one is nearest.
inline double apart(const Outline& a, const Outline& b) {
    double least = 1e9;
    for (const auto& [from, to] : {std::pair(&a, &b), std::pair(&b, &a)})
        for (const Ring& ring : from->rings)
            for (const PointMm& corner : ring) least = std::min(least, distanceToEdge(*to, corner));
    return least;
}

/// What is wrong with a layout, by areas of Clipper's alone: nothing of the search's own geometry. Lengths to
/// a hundredth of a millimetre.
inline std::string faultOf(const NestProblem& problem, const NestLayout& layout) {
    constexpr double tolerance = 0.01;
    std::set<std::pair<std::size_t, int>> seen;
    std::size_t wanted = 0;
    for (const NestPiece& piece : problem.pieces) wanted += static_cast<std::size_t>(piece.copies);
    const Outline room = offset(problem.container, tolerance - problem.edge_gap_mm,
                                tolerance > problem.edge_gap_mm ? Corners::sharp : Corners::round);
    for (const auto& container : layout.containers) {
        if (container.empty()) return "an empty container";
        std::vector<Outline> grown, as_they_lie;
        for (const NestPlace& place : container) {
            if (!seen.insert({place.piece, place.copy}).second) return "a copy twice";
            const double quarter = std::fmod(place.rotation_deg, 90);
            const double most_turn = problem.pieces[place.piece].most_turn_deg;
            if (std::abs(std::remainder(place.rotation_deg, 360)) > most_turn + 1e-9) return "turned too far";
            if (problem.turning == Turning::none && place.rotation_deg != 0) return "turned";
            if (problem.turning == Turning::quarter && quarter != 0) return "turned by less than a quarter";
            const Outline at = laid(problem, place);
            if (area(without(at, room)) > 1e-3) return "reaches out of the container";
            if (apart(at, problem.container) < problem.edge_gap_mm - tolerance) return "too near to the edge";
            as_they_lie.push_back(at);
            // Half of the gap round each, less half of the tolerance: they must not share anything then.
            grown.push_back(offset(at, (problem.gap_mm - tolerance) / 2));
        }
        for (std::size_t i = 0; i < grown.size(); ++i)
            for (std::size_t j = i + 1; j < grown.size(); ++j)
                if (area(shared(grown[i], grown[j])) > 1e-3 ||
                    (problem.gap_mm > 0 &&
                     apart(as_they_lie[i], as_they_lie[j]) < problem.gap_mm - tolerance))
                    return "too near to each other";
    }
    for (const NestPlace& place : layout.unplaced)
        if (!seen.insert({place.piece, place.copy}).second) return "unplaced, and placed";
    if (seen.size() != wanted) return "a copy is missing";
    if (problem.most_containers &&
        layout.containers.size() > static_cast<std::size_t>(*problem.most_containers))
        return "too many containers";
    return {};
}

inline NestProblem problemOf(Outline container, std::vector<NestPiece> pieces) {
    NestProblem problem;
    problem.container = std::move(container);
    problem.pieces = std::move(pieces);
    return problem;
}

inline constexpr NestLimits few{20, 400, 1};

}  // namespace tympan::tests
