#include "core/learning/questions.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace tympan {

namespace {

constexpr double z_of_90_percent = 1.6449;
// Where makers say that air is dry or damp; and what they call a short, a night's and a long wait.
constexpr double dry_below_percent = 40, damp_from_percent = 65;
constexpr double short_below_min = 120, night_from_min = 480, long_from_min = 1440;

std::string counted(int number, const char* one, const char* many) {
    static constexpr std::array<const char*, 11> words{"no",  "one",   "two",   "three", "four", "five",
                                                       "six", "seven", "eight", "nine",  "ten"};
    const std::string figure =
        number >= 0 && number < 11 ? words.at(static_cast<std::size_t>(number)) : fmt::format("{}", number);
    return fmt::format("{} {}", figure, number == 1 ? one : many);
}

/// "4 of 5", "all 4", "none of 3".
std::string heldOf(const Tally& tally) {
    if (tally.held == tally.said()) return fmt::format("all {}", tally.said());
    if (tally.held == 0) return fmt::format("none of {}", tally.said());
    return fmt::format("{} of {}", tally.held, tally.said());
}

void differ(std::vector<Difference>& all, const std::string& what, const std::string& one,
            const std::string& other) {
    if (one != other) all.push_back({what, one.empty() ? "–" : one, other.empty() ? "–" : other});
}

std::string minutesText(double minutes) {
    if (minutes < 90) return fmt::format("{:.0f} min", minutes);
    return fmt::format("{} h {:02}", static_cast<int>(minutes) / 60, static_cast<int>(minutes) % 60);
}

}  // namespace

Share shareOf(int of, int all) {
    if (all <= 0) return {0, 0, 0, 1};
    const double n = all, p = of / n, z = z_of_90_percent;
    const double middle = (p + z * z / (2 * n)) / (1 + z * z / n);
    const double half = z * std::sqrt(p * (1 - p) / n + z * z / (4 * n * n)) / (1 + z * z / n);
    return {of, all, std::max(0.0, middle - half), std::min(1.0, middle + half)};
}

Tally tallyOf(const std::vector<LogLine>& lines) {
    Tally tally;
    for (const LogLine& line : lines) switch (line.outcome) {
            case Outcome::held:
                ++tally.held;
                break;
            case Outcome::in_parts:
                ++tally.in_parts;
                break;
            case Outcome::spoiled:
                ++tally.spoiled;
                break;
            case Outcome::unsaid:
                ++tally.unsaid;
        }
    return tally;
}

std::string_view name(By by) {
    static constexpr std::array<std::string_view, 8> names{"way",   "material", "printer", "kind of printer",
                                                           "coats", "rounds",   "wait",    "air"};
    return names.at(static_cast<std::size_t>(by));
}

std::string groupOf(const LogLine& line, By by) {
    switch (by) {
        case By::way:
            return line.method_name;
        case By::material:
            return line.material;
        case By::printer:
            return line.printer;
        case By::printer_kind:
            return std::string(id(line.printer_kind));
        case By::coats:
            return line.coats == 0 ? "" : counted(line.coats, "coat", "coats");
        case By::rounds:
            return line.rounds == 0 ? "" : counted(line.rounds, "round", "rounds");
        case By::wait:
            return line.wait_min <= 0                ? ""
                   : line.wait_min < short_below_min ? "a wait under two hours"
                   : line.wait_min < night_from_min  ? "a wait of hours"
                   : line.wait_min < long_from_min   ? "a wait of a night"
                                                     : "a wait of a day or more";
        case By::humidity:
            return line.humidity_percent <= 0                  ? ""
                   : line.humidity_percent < dry_below_percent ? "dry air"
                   : line.humidity_percent < damp_from_percent ? "usual air"
                                                               : "damp air";
    }
    return {};
}

std::vector<Group> groupsOf(const std::vector<LogLine>& lines, By by) {
    std::map<std::string, std::vector<LogLine>> parted;
    for (const LogLine& line : lines)
        if (const std::string value = groupOf(line, by); !value.empty()) parted[value].push_back(line);
    std::vector<Group> groups;
    for (const auto& [value, of] : parted) groups.push_back({value, tallyOf(of)});
    std::stable_sort(groups.begin(), groups.end(),
                     [](const Group& a, const Group& b) { return a.tally.all() > b.tally.all(); });
    return groups;
}

std::string answerOf(const std::vector<LogLine>& lines, const std::string& about) {
    const Tally tally = tallyOf(lines);
    const std::string what = about.empty() ? "In all" : about;
    if (lines.empty()) return fmt::format("{}: nothing yet.", what);
    if (tally.said() == 0)
        return fmt::format("{}: {}; of none it has been said how it went.", what,
                           counted(tally.all(), "piece", "pieces"));
    std::string text = fmt::format("{}: {} held", what, heldOf(tally));
    if (tally.in_parts > 0) text += fmt::format(", {} in parts", tally.in_parts);
    if (tally.spoiled > 0) text += fmt::format(", {} spoiled", tally.spoiled);
    if (tally.unsaid > 0) text += fmt::format(", {} not said", tally.unsaid);
    if (tally.said() < too_few) return text + "; too few to say more.";
    const Share share = shareOf(tally.held, tally.said());
    text += fmt::format("; in the long run {} to {} in ten, as far as these can say",
                        std::floor(10 * share.least), std::ceil(10 * share.most));
    // Where pieces part most clearly: said as counted, no more.
    std::string clearest;
    double most_apart = 0.2;
    for (const By by : {By::coats, By::wait, By::humidity, By::rounds, By::printer}) {
        const std::vector<Group> groups = groupsOf(lines, by);
        if (groups.size() < 2) continue;
        std::vector<std::string> said;
        double least = 1, most = 0;
        for (const Group& group : groups) {
            if (group.tally.said() < 2) continue;
            const double held = static_cast<double>(group.tally.held) / group.tally.said();
            least = std::min(least, held);
            most = std::max(most, held);
            said.push_back(fmt::format("with {} {}", group.value, heldOf(group.tally)));
        }
        if (said.size() < 2 || most - least <= most_apart) continue;
        most_apart = most - least;
        clearest = fmt::format("{}", fmt::join(said, ", "));
    }
    if (!clearest.empty()) text += "; " + clearest;
    return text + ".";
}

std::vector<Difference> differences(const LogEntry& one, const LogEntry& other) {
    std::vector<Difference> all;
    differ(all, "way", one.method_name, other.method_name);
    differ(all, "on", one.object, other.object);
    differ(all, "material", one.material, other.material);
    differ(all, "printer", one.printer, other.printer);
    differ(all, "paper", one.carrier, other.carrier);
    differ(all, "air", fmt::format("{:.0f} °C, {:.0f} %", one.temperature_c, one.humidity_percent),
           fmt::format("{:.0f} °C, {:.0f} %", other.temperature_c, other.humidity_percent));
    for (const By by : {By::coats, By::rounds})
        differ(all, std::string(name(by)), groupOf(lineOf(one), by), groupOf(lineOf(other), by));
    const auto stepOf = [](const LogEntry& entry, const DoneStep& like) -> const DoneStep* {
        const auto found = std::find_if(entry.steps.begin(), entry.steps.end(), [&](const DoneStep& step) {
            return step.key == like.key && step.hands == like.hands && step.face == like.face;
        });
        return found == entry.steps.end() ? nullptr : &*found;
    };
    for (const DoneStep& step : one.steps) {
        const DoneStep* twin = stepOf(other, step);
        const std::string words = step.words + (step.hands ? "" : ", waiting");
        if (!twin)
            differ(all, words, minutesText(step.real_min), "");
        else if (std::abs(step.real_min - twin->real_min) > 0.1 * std::max(step.real_min, twin->real_min) + 1)
            differ(all, words, minutesText(step.real_min), minutesText(twin->real_min));
    }
    for (const DoneStep& step : other.steps)
        if (!stepOf(one, step))
            differ(all, step.words + (step.hands ? "" : ", waiting"), "", minutesText(step.real_min));
    differ(all, "how it went", std::string(name(one.outcome)), std::string(name(other.outcome)));
    differ(all, "what went wrong", fmt::format("{}", fmt::join(one.wrong, "; ")),
           fmt::format("{}", fmt::join(other.wrong, "; ")));
    return all;
}

}  // namespace tympan
