#include <chrono>

#include <fmt/format.h>

#include "cli/arguments.h"
#include "cli/say.h"
#include "core/base/number.h"
#include "core/base/write_aside.h"
#include "core/job/edits.h"
#include "core/schedule/calendar_file.h"
#include "core/schedule/order_of_job.h"
#include "core/schedule/schedule_json.h"

namespace tympan::cli {

namespace {

struct Options {
    std::string job, out, ics, start, due, temperature, humidity, air;
    std::string hours;
    bool late = false;
};

/// A number and what is left of the words after it.
std::pair<double, std::string> numberIn(const std::string& option, const std::string& words) {
    std::string_view rest;
    if (const auto value = numberAtStart(words, &rest)) return {*value, std::string(rest)};
    failUsage(fmt::format("{}: {} is no number", option, words), "write it like 21C or 50%");
}

double celsiusOf(const std::string& words) {
    const auto [value, unit] = numberIn("--temperature", words);
    double celsius = value;
    if (unit == "F" || unit == "°F")
        celsius = (value - 32) / 1.8;
    else if (unit != "C" && unit != "°C")
        failUsage(fmt::format("--temperature {}: of which scale?", words), "write 21C or 70F");
    if (!(celsius >= -30 && celsius <= 60))  // nor no number at all
        failUsage(fmt::format("--temperature {}: nobody works there", words), "between -30C and 60C");
    return celsius;
}

double percentOf(const std::string& words) {
    const auto [value, unit] = numberIn("--humidity", words);
    if ((!unit.empty() && unit != "%") || !(value >= 0 && value <= 100))
        failUsage(fmt::format("--humidity {}: not from 0 to 100 %", words), "write it like 50%");
    return value;
}

/// What is asked, over what the job's maker wished.
WorkWishes wishesOf(const Options& options, WorkWishes wishes) {
    if (!options.start.empty()) wishes.start = options.start;
    if (!options.due.empty()) wishes.due = options.due;
    if (!options.hours.empty()) wishes.hours = options.hours;
    if (options.late) wishes.late = true;
    if (!options.temperature.empty()) wishes.temperature_c = celsiusOf(options.temperature);
    if (!options.humidity.empty()) wishes.humidity_percent = percentOf(options.humidity);
    if (!options.air.empty()) wishes.air = options.air;
    return wishes;
}

int schedule(const Options& options) {
    // What is asked is looked at before the job is read, which may take long.
    wishesOf(options, {});
    const OpenedJob opened = openJob(options.job);
    const WorkWishes wishes = wishesOf(options, opened.job.work);
    const TimeZone zone = zoneHere();
    const Moment now = std::chrono::ceil<std::chrono::minutes>(std::chrono::system_clock::now());
    const Conditions conditions =
        conditionsOf(wishes, zone, wishes.start.empty() ? now : zone.read(wishes.start));
    if (conditions.due && *conditions.due <= conditions.start)
        failUsage("--due lies before the start", "name a later time");
    const WorkOrder order = orderOfJob(
        withWork(opened.job, wishes),
        [&](const Error& fault) {
            // Its work can be planned all the same.
            say(options.job + ": " + inEnglish(Text::listed({fault.wrong(), fault.remedy()}, "; ")));
        },
        progressLine());
    const Plan plan = planned(order, conditions, {}, progressLine());
    writeText(options.out, jsonOf(plan, order, conditions));
    if (!options.ics.empty()) writeText(options.ics, calendarOf(plan, order, conditions, Language{}));
    for (const Text& note : plan.notes) say(options.job + ": " + inEnglish(note));
    for (const Text& why : plan.cannot) say(options.job + ": " + inEnglish(why));
    return plan.cannot.empty() ? 0 : 1;
}

}  // namespace

void addSchedule(CommandLine& line) {
    Command command = line.add("schedule", "plan the work of a job: what to do when, and not too soon");
    auto options = std::make_shared<Options>();
    command.required("JOB", options->job, "a job file");
    command.required("-o,--output", options->out, "where the plan goes, JSON");
    command.option("--ics", options->ics, "also write it for a calendar, with alarms");
    command.option("--start", options->start, "when to begin, such as 2026-12-01T18:00 (now)");
    command.option("--due", options->due, "when it must be ready; it is done as early as there is time");
    command.flag("--late", options->late, "with --due: as late as leaves time to begin a piece again");
    command.option(
        "--hours", options->hours,
        "when there is time: \"Mo-Fr 18:00-21:30; Sa,Su 10:00-19:00; 2026-12-24 none\" (8:00 to 22:00)");
    command.option("--temperature", options->temperature, "where it dries: 21C or 70F (21C)");
    command.option("--humidity", options->humidity, "where it dries (50%)");
    command.oneOf("--air", options->air, {"still", "moving", "sun"}, "where it dries (still)");
    command.does([options] {
        checkOutputs({options->out, options->ics}, {options->job});
        return schedule(*options);
    });
}

}  // namespace tympan::cli
