#pragma once
#include <QString>

#include "core/run/now.h"

namespace tympan::app {

// The work, in words for makers.

/// "Coat", "Lay"; large, at the table.
QString workName(const Task& task);
/// "Star chart · part 2 of 9", "Moon phases · copies 4 to 6".
QString whatIsWorked(const Task& task, const WorkOrder& order);
/// "19:40"; with the day when it is not that of `now`: "Sat 10:00".
/// What a maker said of a step: "matte gel medium", "190 °C (374 °F), 45 s, firm"; empty: nothing.
QString toldText(const ToldOfStep& told);
QString clockText(Moment at, Moment now, const TimeZone& zone);
/// "12 min", "8 h", "15 s".
QString lengthOfTime(double minutes);
/// "02:10", "11:58:03", "−00:20".
QString countText(std::chrono::seconds left);
/// "usually 12 h, 6 to 48 h · makers".
QString rangeText(const Task& task);
/// "round 2 of about 4", "coat 2 of 4 · front"; empty where it is done once.
QString roundText(const Task& task);
QString alarmTitle(const Alarm& alarm);
QString alarmSentence(const Alarm& alarm, const RunState& state);
/// "19:40: lay the orrery, within 5 minutes of coating".
QString nowSentence(const Now& what, const RunState& state, Moment now, const TimeZone& zone);
/// The drawing of how it looks when it is well done: the name of a file in data/steps.
/// What is said of faces and lettering at a step: who wants them coated fully, pressed first, rubbed last.
QString careSentence(const Task& task, const WorkOrder& order);
QString drawingOf(const Task& task);
QString placeName(Place place);
/// What kind of work it is, for a list of all kinds.
QString kindOfWork(Work work);

}  // namespace tympan::app
