#include "workshop/alarms.h"

namespace tympan::workshop {

void Alarms::look() {
    const Moment now = clock_.now();
    for (const auto& [run, alarm] : runs_.alarms()) {
        if (alarm.at > now) break;
        if (alarm.at < from_) continue;
        Moment& told = told_.try_emplace({run, alarm.task, alarm.kind}, Moment::min()).first->second;
        if (alarm.at <= told) continue;
        told = alarm.at;
        due(run, alarm);
    }
}

}  // namespace tympan::workshop
