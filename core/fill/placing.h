#pragma once
#include <functional>
#include <vector>

#include "core/base/progress.h"
#include "core/fill/fill_object.h"
#include "core/nest/nest.h"

namespace tympan {

/// A picture to be placed in a room, about its own middle.
struct FillPicture {
    Outline outline;
    double most_turn_deg = 180;
};
struct FillRoom {
    Outline room;  ///< tidy, on the object
    double gap_mm = 0, margin_mm = 0;
    std::vector<Outline> obstacles;  ///< what lies there and stays
};
struct FillPlace {
    PointMm at;
    double rotation_deg = 0;
    double scale = 1;
};

/// A place for each picture, or fewer: those that have none are missing at the end of the list.
struct FillPlaces {
    std::vector<FillPlace> places;  ///< by picture
    std::vector<bool> placed;
};

/// Told of each better way.
using FillBetter = std::function<void(const FillPlaces&)>;

/// All pictures in proportion, as large as is found in the time, then gaps as even as they go; `size_range`:
/// how many times as large as the least enlarged one may become. See fillObject.
FillPlaces packed(const FillRoom& room, const std::vector<FillPicture>& pictures, double size_range,
                  std::uint64_t seed, const FillLimits& limits, const FillBetter& better,
                  const Progress& progress);

/// Pictures at their sizes, each turned at random within what it may, here and there; smaller, all in
/// proportion, where they would not fit.
FillPlaces scattered(const FillRoom& room, const std::vector<FillPicture>& pictures, std::uint64_t seed,
                     const FillLimits& limits, const FillBetter& better, const Progress& progress);

}  // namespace tympan
