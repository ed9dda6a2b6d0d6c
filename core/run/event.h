#pragma once
#include <nlohmann/json_fwd.hpp>
#include <optional>
#include <string>

#include "core/base/json_reader.h"
#include "core/job/work_wishes.h"
#include "core/method/next_time.h"
#include "core/time/time_zone.h"

namespace tympan {

/// What can be told of heat and of time under it.
inline constexpr double hottest_c = 500, longest_held_s = 3600;

/// What a maker says of a step that no plan knows: what was put on, how the press was set. What is not said
/// is empty or 0.
struct ToldOfStep {
    std::string product = {};  ///< in the maker's words
    double heat_c = 0;
    double held_s = 0;
    std::string pressure = {};  ///< in words
    bool operator==(const ToldOfStep&) const = default;
};

/// Something that happened while the work was done. A run is the fold of these.
struct Event {
    enum class Kind {
        begun,       ///< hands are on a task
        done,        ///< it is finished; of a look: it is clear, no more rounds
        another,     ///< of a look: not clear, another round
        not_yet,     ///< of a wait: look again in so many minutes
        left_out,    ///< it is not done at all
        taken_back,  ///< it was not done after all
        note,
        went_wrong,
        again,   ///< a copy of a piece is begun anew
        wishes,  ///< hours, weather or places are others now
        told,    ///< what no plan knows of a step: said once, for all tasks of that step
        ended,   ///< nobody works on it any more
    };
    Kind kind = Kind::note;
    Moment at;
    std::string task = {};  ///< id
    std::string words = {};
    double minutes = 0;
    int piece = 0, copy = 0;
    std::string wished = {};  ///< the wishes, as JSON
    std::string trouble =
        {};  ///< of went_wrong: a trouble's id, see core/method/troubles.h; empty: in words alone
    std::optional<NextTime> next = {};  ///< of went_wrong: what is resolved for the next time
    ToldOfStep told = {};               ///< of told
    bool operator==(const Event&) const = default;
};

std::string textOf(const Event& event);
/// Throws Error (input).
Event readEvent(const std::string& text);

std::string textOf(const WorkWishes& wishes);
/// What of them can be read; the rest stays unsaid.
WorkWishes readWishes(const std::string& text);

}  // namespace tympan
