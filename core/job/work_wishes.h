#pragma once
#include <map>
#include <set>
#include <string>

#include "core/time/free_hours.h"

namespace tympan {

/// A puddle a centimetre deep.
inline constexpr double most_ml_per_100_cm2 = 100;

/// When and where the work on a job is done, as its maker says. What the words mean is core/schedule's to
/// read: times ("2026-12-03T18:00") are those of the clock on the wall.
struct WorkWishes {
    std::string start;  ///< empty: now
    std::string due;    ///< when all must be ready; empty: as soon as can be
    std::string hours;  ///< when there is time, see free_hours.h; empty: by day
    std::string meals;  ///< of each day, when nobody works: "12:30-13:15,18:30-19:15"; empty: no time is kept
    /// With a due date: as late as is safe; else as early as there is time.
    bool late = false;
    double rest_min = 10;  ///< of hands, for each hour of work
    double temperature_c = 21, humidity_percent = 50;
    std::string air = "still";
    std::map<std::string, int> places;  ///< how many things have room there at once; 0: there is none
    std::map<int, std::set<std::string>> chosen;    ///< of a piece or an object: choices that are taken
    std::map<int, std::set<std::string>> left_out;  ///< of either: steps that are not done, or done already
    /// ml for 100 cm² of one coat, by method and step ("gel-rub-off/coat"), as its maker has typed or
    /// measured it.
    std::map<std::string, double> coverage;
    std::map<std::string, std::string> not_before;  ///< of a task: it was put off until then
    bool operator==(const WorkWishes&) const = default;
};

/// When there is time: what is wished, or 8:00 to 22:00 each day, without the meals. Throws Error (usage).
FreeHours freeHoursOf(const WorkWishes& wishes);

}  // namespace tympan
