#pragma once
#include "core/schedule/plan.h"

namespace tympan {

/// A line of a plan as one would write it down for the fridge: what is done to one thing in one go, or what
/// then waits.
struct AgendaLine {
    TimeSpan time;
    Text name, part;     ///< whose work it is, and which copies, sheets or parts; part may be empty
    bool waits = false;  ///< nothing to do: it dries, cools, cures
    std::vector<std::size_t> tasks;  ///< of the plan
    std::vector<std::size_t> kinds;  ///< of those, the first of each kind of work
};

/// Work and waits of an hour or more, by time.
struct AgendaDay {
    std::chrono::sys_days date;
    std::vector<AgendaLine> lines;
};

/// The plan by days. Steps of one thing that follow each other are one line, whatever is ticked in between.
std::vector<AgendaDay> agendaOf(const Plan& plan, const WorkOrder& order, const TimeZone& zone);

}  // namespace tympan
