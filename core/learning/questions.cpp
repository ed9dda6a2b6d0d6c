#include "core/learning/questions.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/base/language.h"
#include "core/method/troubles.h"

namespace tympan {

namespace {

constexpr double z_of_90_percent = 1.6449;
// Where makers say that air is dry or damp; and what they call a short, a night's and a long wait.
constexpr double dry_below_percent = 40, damp_from_percent = 65;
constexpr double short_below_min = 120, night_from_min = 480, long_from_min = 1440;

/// How many, in words as far as ten: "no", "one" … "ten", 11.
Text figure(int number) {
    static const std::array words{Text("no"),    Text("one"),  Text("two"), Text("three"),
                                  Text("four"),  Text("five"), Text("six"), Text("seven"),
                                  Text("eight"), Text("nine"), Text("ten")};
    return number >= 0 && number < 11 ? words.at(static_cast<std::size_t>(number))
                                      : Text("{number}", {{"number", number}});
}

/// "4 of 5", "all 4", "none of 3".
Text heldOf(const Tally& tally) {
    const Argument said("said", tally.said());
    if (tally.held == tally.said()) return Text("all {said}", {said});
    if (tally.held == 0) return Text("none of {said}", {said});
    return Text("{held} of {said}", {{"held", tally.held}, said});
}

void differ(std::vector<Difference>& all, const Text& what, const Text& one, const Text& other) {
    const Text none = Text::verbatim("–");
    if (one != other) all.push_back({what, one.empty() ? none : one, other.empty() ? none : other});
}

Text minutesText(double minutes) {
    if (minutes < 90) return Text("{minutes} min", {{"minutes", Rounded{minutes, 0}}});
    return Text("{hours} h {minutes}", {{"hours", static_cast<int>(minutes) / 60},
                                        {"minutes", fmt::format("{:02}", static_cast<int>(minutes) % 60)}});
}

/// Where pieces part most clearly: said as counted, no more.
Text clearestOf(const std::vector<LogLine>& lines) {
    Text clearest;
    double most_apart = 0.2;
    for (const By by : {By::medium, By::coats, By::wait, By::humidity, By::rounds, By::printer}) {
        const std::vector<Group> groups = groupsOf(lines, by);
        if (groups.size() < 2) continue;
        std::vector<Text> said;
        double least = 1, most = 0;
        for (const Group& group : groups) {
            if (group.tally.said() < 2) continue;
            const double held = static_cast<double>(group.tally.held) / group.tally.said();
            least = std::min(least, held);
            most = std::max(most, held);
            said.push_back(
                Text("with {group} {tally}", {{"group", group.value}, {"tally", heldOf(group.tally)}}));
        }
        if (said.size() < 2 || most - least <= most_apart) continue;
        most_apart = most - least;
        clearest = Text::listed(std::move(said));
    }
    return clearest;
}

Text named(std::string_view words) { return Text::catalogued(std::string(words)); }

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
    static constexpr std::array<std::string_view, 9> names{
        Source("way").words(),     Source("material").words(),
        Source("printer").words(), Source("kind of printer").words(),
        Source("medium").words(),  Source("coats").words(),
        Source("rounds").words(),  Source("wait").words(),
        Source("air").words()};
    return names.at(static_cast<std::size_t>(by));
}

Text groupOf(const LogLine& line, By by) {
    switch (by) {
        case By::way:
            return Text::catalogued(line.method_name);
        case By::material:
            return Text::catalogued(line.material);
        case By::printer:
            return Text::verbatim(line.printer);
        case By::printer_kind:
            return named(id(line.printer_kind));
        case By::medium:
            return Text::verbatim(line.medium);
        case By::coats:
            if (line.coats == 0) return {};
            return line.coats == 1 ? Text("one coat")
                                   : Text("{count} coats", {{"count", figure(line.coats)}});
        case By::rounds:
            if (line.rounds == 0) return {};
            return line.rounds == 1 ? Text("one round")
                                    : Text("{count} rounds", {{"count", figure(line.rounds)}});
        case By::wait:
            return line.wait_min <= 0                ? Text()
                   : line.wait_min < short_below_min ? Text("a wait under two hours")
                   : line.wait_min < night_from_min  ? Text("a wait of hours")
                   : line.wait_min < long_from_min   ? Text("a wait of a night")
                                                     : Text("a wait of a day or more");
        case By::humidity:
            return line.humidity_percent <= 0                  ? Text()
                   : line.humidity_percent < dry_below_percent ? Text("dry air")
                   : line.humidity_percent < damp_from_percent ? Text("usual air")
                                                               : Text("damp air");
    }
    return {};
}

std::vector<Group> groupsOf(const std::vector<LogLine>& lines, By by) {
    std::map<std::string, std::pair<Text, std::vector<LogLine>>> parted;
    for (const LogLine& line : lines)
        if (const Text value = groupOf(line, by); !value.empty()) {
            auto& [text, of] = parted[inEnglish(value)];
            text = value;
            of.push_back(line);
        }
    std::vector<Group> groups;
    for (const auto& [key, group] : parted) groups.push_back({group.first, tallyOf(group.second)});
    std::stable_sort(groups.begin(), groups.end(),
                     [](const Group& a, const Group& b) { return a.tally.all() > b.tally.all(); });
    return groups;
}

Text answerOf(const std::vector<LogLine>& lines, const Text& about) {
    const Tally tally = tallyOf(lines);
    const Argument what("what", about.empty() ? Text("In all") : about);
    if (lines.empty()) return Text("{what}: nothing yet.", {what});
    if (tally.said() == 0)
        return tally.all() == 1 ? Text("{what}: one piece; of none it has been said how it went.", {what})
                                : Text("{what}: {count} pieces; of none it has been said how it went.",
                                       {what, {"count", figure(tally.all())}});
    std::vector<Text> counts{Text("{held} held", {{"held", heldOf(tally)}})};
    if (tally.in_parts > 0) counts.push_back(Text("{count} in parts", {{"count", tally.in_parts}}));
    if (tally.spoiled > 0) counts.push_back(Text("{count} spoiled", {{"count", tally.spoiled}}));
    if (tally.unsaid > 0) counts.push_back(Text("{count} not said", {{"count", tally.unsaid}}));
    std::vector<Text> clauses{Text::listed(std::move(counts))};
    if (tally.said() < too_few) {
        clauses.push_back(Text("too few to say more"));
    } else {
        const Share share = shareOf(tally.held, tally.said());
        clauses.push_back(Text("in the long run {least} to {most} in ten, as far as these can say",
                               {{"least", Rounded{std::floor(10 * share.least), 0}},
                                {"most", Rounded{std::ceil(10 * share.most), 0}}}));
        if (Text clearest = clearestOf(lines); !clearest.empty()) clauses.push_back(std::move(clearest));
    }
    return Text("{what}: {clauses}.", {what, {"clauses", Text::listed(std::move(clauses), "; ")}});
}

std::vector<Difference> differences(const LogEntry& one, const LogEntry& other) {
    std::vector<Difference> all;
    differ(all, Text("way"), named(one.method_name), named(other.method_name));
    const auto variantsOf = [](const LogEntry& entry) {
        std::vector<Text> taken;
        for (const std::string& each : entry.variants) taken.push_back(Text::catalogued(each));
        return Text::listed(std::move(taken), "; ");
    };
    differ(all, Text("variants"), variantsOf(one), variantsOf(other));
    differ(all, Text("on"), named(one.object), named(other.object));
    differ(all, Text("material"), named(one.material), named(other.material));
    differ(all, Text("printer"), Text::verbatim(one.printer), Text::verbatim(other.printer));
    differ(all, Text("paper"), named(one.carrier), named(other.carrier));
    const auto airOf = [](const LogEntry& entry) {
        return Text("{celsius} °C, {humidity} %", {{"celsius", Rounded{entry.temperature_c, 0}},
                                                   {"humidity", Rounded{entry.humidity_percent, 0}}});
    };
    differ(all, Text("air"), airOf(one), airOf(other));
    for (const By by : {By::medium, By::coats, By::rounds})
        differ(all, named(name(by)), groupOf(lineOf(one), by), groupOf(lineOf(other), by));
    const auto stepOf = [](const LogEntry& entry, const DoneStep& like) -> const DoneStep* {
        const auto found = std::find_if(entry.steps.begin(), entry.steps.end(), [&](const DoneStep& step) {
            return step.key == like.key && step.hands == like.hands && step.face == like.face;
        });
        return found == entry.steps.end() ? nullptr : &*found;
    };
    const auto wordsOf = [](const DoneStep& step) {
        return step.hands ? named(step.words) : Text("{step}, waiting", {{"step", named(step.words)}});
    };
    for (const DoneStep& step : one.steps) {
        const DoneStep* twin = stepOf(other, step);
        const Text words = wordsOf(step);
        if (!twin)
            differ(all, words, minutesText(step.real_min), {});
        else if (std::abs(step.real_min - twin->real_min) > 0.1 * std::max(step.real_min, twin->real_min) + 1)
            differ(all, words, minutesText(step.real_min), minutesText(twin->real_min));
    }
    for (const DoneStep& step : other.steps)
        if (!stepOf(one, step)) differ(all, wordsOf(step), {}, minutesText(step.real_min));
    differ(all, Text("how it went"), named(name(one.outcome)), named(name(other.outcome)));
    const auto wrongOf = [](const LogEntry& entry) {
        std::vector<Text> said;
        for (const std::string& each : entry.troubles)
            if (const Trouble* trouble = findTrouble(each)) said.push_back(Text::catalogued(trouble->name));
        for (const std::string& each : entry.wrong) said.push_back(Text::verbatim(each));
        return Text::listed(std::move(said), "; ");
    };
    differ(all, Text("what went wrong"), wrongOf(one), wrongOf(other));
    return all;
}

}  // namespace tympan
