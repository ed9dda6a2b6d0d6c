#include "core/documents/plan_sheet.h"

#include <fmt/chrono.h>
#include <fmt/format.h>

#include "core/pdf/pdf_file.h"
#include "core/pdf/set_pages.h"
#include "core/schedule/ready.h"

namespace tympan {

namespace {

constexpr double plan_words_mm = 3.6, plan_title_mm = 7, plan_heading_mm = 4.6;

std::string clock(Moment at, const TimeZone& zone) { return zone.text(at).substr(11, 5); }

Text day(Moment at, const TimeZone& zone) {
    static const Text names[] = {Text("Sunday"),   Text("Monday"), Text("Tuesday"), Text("Wednesday"),
                                 Text("Thursday"), Text("Friday"), Text("Saturday")};
    const WallTime wall = zone.wall(at);
    const std::chrono::year_month_day date{wall.date};
    return Text("{weekday} {day}.{month}.", {{"weekday", names[std::chrono::weekday{wall.date}.c_encoding()]},
                                             {"day", static_cast<unsigned>(date.day())},
                                             {"month", static_cast<unsigned>(date.month())}});
}

std::string firstSentence(const std::string& words) {
    const auto end = words.find(". ");
    return end == std::string::npos ? words : words.substr(0, end + 1);
}

/// What it is done to: "Comet, copies 2 to 4".
Text unitsOf(const Task& task, const WorkOrder& order) {
    const Text name = nameOf(task, order);
    const std::vector<int> copies = copiesOf(task);
    if (const Text part = partOf(task); !part.empty())
        return Text("{name}, {part}", {{"name", name}, {"part", part}});
    if (copies.size() > 1)
        return Text("{name}, copies {first} to {last}",
                    {{"name", name}, {"first", copies.front()}, {"last", copies.back()}});
    if (copies.size() == 1 && copies.front() > 1)
        return Text("{name}, copy {copy}", {{"name", name}, {"copy", copies.front()}});
    return name;
}

}  // namespace

void writePlanSheet(const Language& say, const std::filesystem::path& file, const Job& job, const Plan& plan,
                    const WorkOrder& order, const Conditions& conditions, const Needs& needs) {
    PdfFile pdf(say, file, job.name.empty() ? say(Text("Plan")) : job.name, job.created);
    SetPages pages(pdf, job.sheets.paper.size);
    const TimeZone& zone = conditions.zone;
    pages.say(Text("{name}: what to do, and when", {{"name", job.name}}), plan_title_mm, true);
    pages.say(Text("Times of waiting are for {celsius} °C ({fahrenheit} °F) and {humidity} % humid; minutes "
                   "of work are guesses. Look before you go on: longer seldom harms, too soon does.",
                   {{"celsius", Rounded{conditions.waits.weather.temperature_c, 0}},
                    {"fahrenheit", Rounded{conditions.waits.weather.temperature_c * 1.8 + 32, 0}},
                    {"humidity", Rounded{conditions.waits.weather.humidity_percent, 0}}}),
              plan_words_mm);
    for (const Text& why : plan.cannot)
        pages.say(Text("Cannot be: {why}.", {{"why", why}}), plan_words_mm, true);
    for (const Text& note : plan.notes) pages.say(Text("{note}.", {{"note", note}}), plan_words_mm, true);
    pages.say(Text("To print, and to have ready"), plan_heading_mm, true);
    for (const Text& line : inLines(needs, order)) pages.say(line, plan_words_mm);
    for (const std::vector<std::size_t>& run : runsOf(plan)) {
        pages.space(2);
        pages.say(Text("{day}, {from} to {to}", {{"day", day(plan.times[run.front()].from, zone)},
                                                 {"from", clock(plan.times[run.front()].from, zone)},
                                                 {"to", clock(plan.times[run.back()].to, zone)}}),
                  plan_heading_mm, true);
        std::vector<Text> said;
        for (const std::size_t i : run) {
            const Task& task = plan.tasks[i];
            pages.say(Text("{time}  {what}: {words}",
                           {{"time", clock(plan.times[i].from, zone)},
                            {"what", unitsOf(task, order)},
                            {"words", firstSentence(say(Text::catalogued(task.details->words)))}}),
                      plan_words_mm);
            // Said once in a sitting.
            const std::vector<Text> cautions = cautionsOf(task);
            if (cautions == said) continue;
            for (const Text& caution : cautions) pages.say(caution, plan_words_mm, true);
            if (!cautions.empty()) said = cautions;
        }
    }
    pages.space(3);
    pages.say(Text("Ready"), plan_heading_mm, true);
    for (const Ready& ready : readyOf(plan, order)) {
        const auto when = [&](Moment at) {
            return Text("{day} {time}", {{"day", day(at, zone)}, {"time", clock(at, zone)}});
        };
        std::vector<Text> said{Text("{object}: handle it from {from}, {why}",
                                    {{"object", Text::catalogued(findObject(order, ready.object)->name)},
                                     {"from", when(ready.handle.from)},
                                     {"why", ready.handle.why}})};
        if (ready.wash)
            said.push_back(Text("wash it from {from}, {why}",
                                {{"from", when(ready.wash->from)}, {"why", ready.wash->why}}));
        said.push_back(
            Text("send it from {from}, {why}.", {{"from", when(ready.send.from)}, {"why", ready.send.why}}));
        pages.say(Text::listed(std::move(said), "; "), plan_words_mm);
    }
    pages.end();
    pdf.commit();
}

}  // namespace tympan
