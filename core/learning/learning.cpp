#include "core/learning/learning.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/method/catalogue.h"
#include "core/method/preparations.h"

namespace tympan {

namespace {

constexpr double z_of_80_percent = 1.2816;  // least and most lie about the middle four fifths
// A guess: who goes on after less than a quarter of the least that makers wait has not waited for it to dry.
constexpr double believed_from = 0.25;
constexpr double least_spread = 0.05;  // nobody's glue dries to the minute

double spreadOf(const Minutes& minutes) {
    if (minutes.least <= 0 || minutes.most <= minutes.least) return least_spread;
    return std::max(least_spread, std::log(minutes.most / minutes.least) / (2 * z_of_80_percent));
}

void addWaits(std::map<std::string, Minutes>& waits, const std::string& method,
              const std::vector<Step>& steps) {
    for (const Step& step : steps)
        if (step.wait && step.wait->kind == Wait::Kind::not_before)
            waits.emplace(stepKey(method, step.id), Minutes{step.wait->least_min, step.wait->typical_min,
                                                            step.wait->most_min, step.wait->basis});
}

/// Pieces that went through a step together tell of it once: what they share of one run is the same to the
/// second.
class Observations {
  public:
    bool isNew(const LogEntry& entry, const DoneStep& step) {
        if (entry.run.empty()) return true;
        return met_
            .insert({entry.run, step.key, step.face, step.planned_min, step.real_min, step.not_before_min})
            .second;
    }

  private:
    std::set<std::tuple<std::string, std::string, std::string, double, double, double>> met_;
};

}  // namespace

LearnedTime learnedFrom(const Minutes& prior, const std::vector<Seen>& seen) {
    LearnedTime learned{prior, 0};
    if (prior.usual <= 0) return learned;
    const double prior_log = std::log(prior.usual);
    std::vector<double> logs;
    for (const Seen& each : seen) {
        if (each.most_min < prior.least * believed_from) continue;
        // Between the last look that found it wet and the first that did not.
        if (each.least_min > 0 && each.least_min < each.most_min)
            logs.push_back((std::log(each.least_min) + std::log(each.most_min)) / 2);
        else if (each.most_min < prior.usual)
            logs.push_back(std::log(each.most_min));
    }
    if (logs.empty()) return learned;
    const double n = static_cast<double>(logs.size());
    double sum = prior_evenings * prior_log;
    for (const double each : logs) sum += each;
    const double mean = sum / (prior_evenings + n);
    const double prior_spread = spreadOf(prior);
    double squares = prior_evenings * (prior_spread * prior_spread + (prior_log - mean) * (prior_log - mean));
    for (const double each : logs) squares += (each - mean) * (each - mean);
    const double spread = std::max(least_spread, std::sqrt(squares / (prior_evenings + n)));
    learned.minutes = {std::exp(mean - z_of_80_percent * spread), std::exp(mean),
                       std::exp(mean + z_of_80_percent * spread), Basis::measured};
    learned.evenings = static_cast<int>(logs.size());
    return learned;
}

std::map<std::string, LearnedTime> learnedWaits(const std::vector<LogEntry>& entries,
                                                const std::map<std::string, Minutes>& priors) {
    std::map<std::string, std::vector<Seen>> seen;
    Observations met;
    for (const LogEntry& entry : entries)
        for (const DoneStep& step : entry.steps)
            if (!step.hands && step.real_min > 0 && met.isNew(entry, step))
                seen[step.key].push_back({step.not_before_min / step.weather, step.real_min / step.weather});
    std::map<std::string, LearnedTime> learned;
    for (const auto& [key, of] : seen) {
        const auto prior = priors.find(key);
        if (prior == priors.end()) continue;
        if (const LearnedTime one = learnedFrom(prior->second, of); one.evenings > 0) learned[key] = one;
    }
    return learned;
}

std::map<std::string, Minutes> catalogueWaits() {
    std::map<std::string, Minutes> waits;
    for (const Method& method : shippedMethods()) addWaits(waits, method.id, method.steps);
    for (const Preparation& each : shippedPreparations()) addWaits(waits, "", each.steps);
    return waits;
}

std::map<std::string, LearnedPace> learnedPaces(const std::vector<LogEntry>& entries) {
    constexpr double believed_to = 5, least_min = 0.5;
    std::map<std::string, std::vector<double>> logs;
    Observations met;
    for (const LogEntry& entry : entries)
        for (const DoneStep& step : entry.steps) {
            const double planned = step.planned_min / step.pace;
            if (!met.isNew(entry, step) || !step.hands || planned < least_min || step.real_min <= 0) continue;
            const double ratio = step.real_min / planned;
            if (ratio > 1 / believed_to && ratio < believed_to) logs[step.key].push_back(std::log(ratio));
        }
    std::map<std::string, LearnedPace> learned;
    for (const auto& [key, of] : logs) {
        const double n = static_cast<double>(of.size());
        learned[key] = {std::exp(std::accumulate(of.begin(), of.end(), 0.0) / (prior_evenings + n)),
                        static_cast<int>(of.size())};
    }
    return learned;
}

std::map<std::string, LearnedRounds> learnedRounds(const std::vector<LogEntry>& entries,
                                                   const std::map<std::string, Rounds>& usual) {
    std::map<std::string, LearnedRounds> learned;
    std::map<std::string, double> sums;
    for (const LogEntry& entry : entries) {
        if (entry.outcome == Outcome::spoiled) continue;
        for (const DoneStep& step : entry.steps)
            if (usual.contains(step.key)) {
                sums[step.key] += std::log(step.times);
                ++learned[step.key].evenings;
            }
    }
    for (auto& [key, one] : learned)
        one.rounds = std::exp((prior_evenings * std::log(usual.at(key).usual) + sums[key]) /
                              (prior_evenings + one.evenings));
    return learned;
}

std::map<std::string, Rounds> catalogueRounds() {
    std::map<std::string, Rounds> rounds;
    for (const Method& method : shippedMethods())
        for (const Step& step : method.steps)
            // How often ink is coated until it holds is a swab's to say, of its printer and paper.
            if (step.rounds && step.work != Work::swab)
                rounds.emplace(stepKey(method.id, step.id), *step.rounds);
    return rounds;
}

OwnTimes learnedFrom(const std::vector<LogEntry>& entries) {
    return {learnedWaits(entries, catalogueWaits()), learnedPaces(entries),
            learnedRounds(entries, catalogueRounds())};
}

WorkOrder paced(WorkOrder order, const OwnTimes& learned) {
    const auto stretch = [](Minutes& minutes, double by) {
        if (minutes.usual <= 0) return;
        minutes = {minutes.least * by, minutes.usual * by, minutes.most * by, Basis::measured};
    };
    const auto take = [&](const std::string& method, std::vector<Step>& steps) {
        for (Step& step : steps) {
            const std::string key = stepKey(method, step.id);
            if (const auto own = learned.paces.find(key); own != learned.paces.end()) {
                for (Minutes* part : {&step.effort.setup, &step.effort.each, &step.effort.per_100_cm2})
                    stretch(*part, own->second.pace);
                order.pace[key] = own->second.pace;
            }
            if (const auto own = learned.rounds.find(key); step.rounds && own != learned.rounds.end()) {
                step.rounds->usual = std::clamp(static_cast<int>(std::lround(own->second.rounds)),
                                                step.rounds->least, step.rounds->most);
                step.rounds->basis = Basis::measured;
            }
        }
    };
    for (OrderedPiece& piece : order.pieces) take(piece.method, piece.steps);
    for (OrderedObject& object : order.objects) take("", object.preparation);
    return order;
}

MeasuredWaits measuredWaits(const std::map<std::string, LearnedTime>& learned, const Weather& weather) {
    const double factor = dryingFactor(weather);
    MeasuredWaits waits;
    for (const auto& [key, one] : learned)
        waits[key] = {one.minutes.least * factor, one.minutes.usual * factor, one.minutes.most * factor,
                      Basis::measured};
    return waits;
}

}  // namespace tympan
