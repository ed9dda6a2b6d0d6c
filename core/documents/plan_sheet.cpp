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

std::string day(Moment at, const TimeZone& zone) {
    static const char* const names[] = {"Sunday",   "Monday", "Tuesday", "Wednesday",
                                        "Thursday", "Friday", "Saturday"};
    const WallTime wall = zone.wall(at);
    const std::chrono::year_month_day date{wall.date};
    return fmt::format("{} {}.{}.", names[std::chrono::weekday{wall.date}.c_encoding()],
                       static_cast<unsigned>(date.day()), static_cast<unsigned>(date.month()));
}

std::string firstSentence(const std::string& words) {
    const auto end = words.find(". ");
    return end == std::string::npos ? words : words.substr(0, end + 1);
}

std::string unitsOf(const Task& task) {
    const std::vector<int> copies = copiesOf(task);
    if (task.units.size() == 1 && task.units.front().parts > 1)
        return fmt::format(", part {} of {}", task.units.front().part, task.units.front().parts);
    if (copies.size() > 1) return fmt::format(", copies {} to {}", copies.front(), copies.back());
    return copies.size() == 1 && copies.front() > 1 ? fmt::format(", copy {}", copies.front()) : "";
}

}  // namespace

void writePlanSheet(const std::filesystem::path& file, const Job& job, const Plan& plan,
                    const WorkOrder& order, const Conditions& conditions, const Needs& needs) {
    PdfFile pdf(file, job.name.empty() ? "Plan" : job.name, job.created);
    SetPages pages(pdf, job.sheets.paper.size);
    const TimeZone& zone = conditions.zone;
    pages.say(fmt::format("{}: what to do, and when", job.name), plan_title_mm, true);
    pages.say(
        fmt::format(
            "Times of waiting are for {:.0f} °C ({:.0f} °F) and {:.0f} % humid; minutes of work are guesses. "
            "Look before you go on: longer seldom harms, too soon does.",
            conditions.waits.weather.temperature_c, conditions.waits.weather.temperature_c * 1.8 + 32,
            conditions.waits.weather.humidity_percent),
        plan_words_mm);
    for (const std::string& why : plan.cannot) pages.say("Cannot be: " + why + ".", plan_words_mm, true);
    pages.say("To print, and to have ready", plan_heading_mm, true);
    for (const std::string& line : inLines(needs, order)) pages.say(line, plan_words_mm);
    for (const std::vector<std::size_t>& run : runsOf(plan)) {
        pages.space(2);
        pages.say(
            fmt::format("{}, {} to {}", day(plan.times[run.front()].from, zone),
                        clock(plan.times[run.front()].from, zone), clock(plan.times[run.back()].to, zone)),
            plan_heading_mm, true);
        std::string caution;
        for (const std::size_t i : run) {
            const Task& task = plan.tasks[i];
            pages.say(fmt::format("{}  {}{}: {}", clock(plan.times[i].from, zone), nameOf(task, order),
                                  unitsOf(task), firstSentence(task.words)),
                      plan_words_mm);
            // Said once in a sitting.
            if (!task.caution.empty() && task.caution != caution)
                pages.say(caution = task.caution, plan_words_mm, true);
        }
    }
    pages.space(3);
    pages.say("Ready", plan_heading_mm, true);
    for (const Ready& ready : readyOf(plan, order)) {
        const auto when = [&](Moment at) { return day(at, zone) + " " + clock(at, zone); };
        std::string text = fmt::format("{}: handle it from {}, {}", findObject(order, ready.object)->name,
                                       when(ready.handle.from), ready.handle.why);
        if (ready.wash) text += fmt::format("; wash it from {}, {}", when(ready.wash->from), ready.wash->why);
        text += fmt::format("; send it from {}, {}.", when(ready.send.from), ready.send.why);
        pages.say(text, plan_words_mm);
    }
    pages.end();
    pdf.commit();
}

}  // namespace tympan
