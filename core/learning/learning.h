#pragma once
#include <map>

#include "core/record/log_entry.h"
#include "core/schedule/task.h"

namespace tympan {

/// What a maker's own evenings say of a time: log-normal about what the makers gave, which counts as much as
/// three evenings. Of waits in the weather where nothing stretches them; of hands for each 100 cm².
struct LearnedTime {
    Minutes minutes;   ///< with basis `measured`
    int evenings = 0;  ///< from how many
};

/// The prior counts as so many observations.
inline constexpr double prior_evenings = 3;

/// One seen time: it was dry (or done) by `most`; `least`: it was not yet then. 0: nobody had looked.
struct Seen {
    double least_min = 0, most_min = 0;
};

/// The estimate after what was seen. What was only looked at late says no more than that it was dry by then:
/// it counts when that is sooner than was thought. What was hardly waited for says nothing. Nothing seen that
/// counts: the prior itself, no evenings.
LearnedTime learnedFrom(const Minutes& prior, const std::vector<Seen>& seen);

/// Of each wait that dries, by method and step, in still air at 21 °C and 50 %; `priors`: what the catalogue
/// has.
std::map<std::string, LearnedTime> learnedWaits(const std::vector<LogEntry>& entries,
                                                const std::map<std::string, Minutes>& priors);
/// What catalogues say of the waits of their steps, by method and step.
std::map<std::string, Minutes> catalogueWaits();

/// How long a maker takes for a step of hands beside what was planned (the pace), and how many rounds.
struct LearnedPace {
    double pace = 1;
    int evenings = 0;
};
struct LearnedRounds {
    double rounds = 1;
    int evenings = 0;
};

/// Of each step of hands, by method and step. Log-normal about the catalogue's minutes, which count as three
/// evenings; what went on for less than a fifth or more than five times as long was not that work alone and
/// teaches nothing (a guess of ours).
std::map<std::string, LearnedPace> learnedPaces(const std::vector<LogEntry>& entries);
/// Of each step that ends a round, likewise; `usual`: what the catalogue has. Of what was spoiled the rounds
/// say nothing.
std::map<std::string, LearnedRounds> learnedRounds(const std::vector<LogEntry>& entries,
                                                   const std::map<std::string, Rounds>& usual);
/// What catalogues say of rounds, by method and step.
std::map<std::string, Rounds> catalogueRounds();

/// All that evenings teach.
struct OwnTimes {
    std::map<std::string, LearnedTime> waits;
    std::map<std::string, LearnedPace> paces;
    std::map<std::string, LearnedRounds> rounds;
};
OwnTimes learnedFrom(const std::vector<LogEntry>& entries);

/// The work as its maker does it: minutes of hands at their pace, as many rounds as they take.
WorkOrder paced(WorkOrder order, const OwnTimes& learned);

/// The same for a plan: in this weather.
MeasuredWaits measuredWaits(const std::map<std::string, LearnedTime>& learned, const Weather& weather);

}  // namespace tympan
